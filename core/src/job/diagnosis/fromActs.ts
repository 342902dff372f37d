import type { Role } from "../../device";
import type { Act, Outcome, Subject } from "../../evidence";
import type { EvidenceSource } from "../../diagnosis";
import type { BenchTest, HypothesisId, HypothesisRow, TestId } from "../../knowledge";
import type { JobModel, PositionModel } from "../model/jobModel";
import { REPAIRS, type TriedModel } from "../model/tried";
import { DECISIVE, about, chancesOf, nameOf, type JobEvidence } from "./evidence";
import { OF_CLASS, namedBy } from "./named";

const GONE: ReadonlySet<Outcome> = new Set<Outcome>(["gone", "better", "answers", "worse"]);
const TEST_OF_ACT: Partial<Record<Act, TestId>> = {
  turnedDown: "volumeDown",
  inputsShorted: "inputsShorted",
  otherSource: "inputsShorted",
  otherCable: "otherCable",
  otherOutlet: "otherOutlet",
  knocked: "knock",
  pressed: "press",
  warmed: "warm",
  cooled: "warm",
  fed: "feedBench",
  unplugged: "unplugLoads",
};
const CURES: ReadonlySet<Act> = new Set<Act>(["bridged", "replaced", "resoldered", "cleaned"]);

/** Touching a thing of these is a test of its own. */
const TEST_OF_NAMED: Partial<Record<HypothesisId, TestId>> = {
  dirtyControl: "turnControl",
  earthPoint: "earthLugs",
  relayContact: "relayContacts",
};
const TOUCHES: ReadonlySet<Act> = new Set<Act>(["pressed", "knocked", "cleaned"]);

/** The test of the table that this was; null where it is none. */
export function testOf({ tried: t }: TriedModel): TestId | null {
  if (t.act === "swapped") return SWAPS.find(([words]) => t.to.some((s) => words.test(nameOf(s))))?.[1] ?? null;
  if (t.act === "resoldered") return "resolder";
  const named = t.to.flatMap((s) => namedBy(nameOf(s))).flatMap((id) => TEST_OF_NAMED[id] ?? []);
  return TOUCHES.has(t.act) && named[0] !== undefined ? named[0] : (TEST_OF_ACT[t.act] ?? null);
}
const SWAPS: readonly (readonly [RegExp, "swapValves" | "swapDrivers" | "swapChannels"])[] = [
  [/\b(valve|tube|V\d)/i, "swapValves"],
  [/\b(driver|speaker|loudspeaker|tweeter|woofer|cone|voice coil|box|cabinet)\b/i, "swapDrivers"],
  [/\b(channel|side|input|stage|preamp)\b/i, "swapChannels"],
];
/** Fault and swapped thing went together: shown, of these. */
const SWAP_SHOWS: Partial<Record<TestId, readonly HypothesisId[]>> = { swapValves: ["valveWorn"], swapDrivers: ["driverBad"] };

/** What an act on a thing says of the faults that thing can be, and of the kind of test it is. */
export function tried(
  t: TriedModel,
  positions: readonly PositionModel[],
  rows: readonly HypothesisRow[],
  tests: readonly BenchTest[],
  /** parts that are out and changed nothing: said of the parts themselves */
  acquitted: ReadonlySet<string>,
): JobEvidence[] {
  const { act, outcome, followed, to, after } = t.tried;
  if (t.refused) return [];
  const source: EvidenceSource = { kind: "tried", seq: t.seq, to: [] };
  if (act === "swapped" && followed !== null) {
    const went = followed === "part";
    const kind = testOf(t);
    const test = tests.find((x) => x.id === kind);
    const which: readonly HypothesisId[] = kind === null ? faultsOf(to, [], rows) : (SWAP_SHOWS[kind] ?? []);
    const swapped: JobEvidence = test
      ? { source, chance: chancesOf(test, rows), base: test.rest, happened: went, rule: test.rule, weight: DECISIVE }
      : about(source, which, rows, 0.9, 0.05, went, DECISIVE);
    if (which.length === 0) return test ? [{ ...swapped, weight: 1 }] : [];
    return [{ ...swapped, decisive: { for: which, what: went ? { by: "followed", seq: t.seq } : { by: "changedNothing", seq: t.seq } } }];
  }
  const recovered =
    outcome === null &&
    act === "unplugged" &&
    after !== null &&
    t.tried.before !== null &&
    Math.abs(after.value) > 1.1 * Math.abs(t.tried.before.value);
  if (outcome === null && !recovered) return [];
  const happened = !t.returned && (recovered || GONE.has(outcome!));
  // a cure that did not last speaks against what it changed, and decides nothing
  const weight = (outcome === "better" || outcome === "worse" || t.returned ? 0.6 : 1) * (t.asSet ? 0.7 : 1);
  const capacitors = to.flatMap((s) => positions.filter((p) => p.designator === nameOf(s)));
  if (act === "replaced" && outcome === "same" && capacitors.some((p) => acquitted.has(p.designator))) return [];
  if (act === "lifted" && capacitors.length > 0) return isolated(t, capacitors, rows);
  const meant: readonly HypothesisId[] = t.otherValue ? ["wrongValue"] : faultsOf(to, capacitors, rows);
  const out: JobEvidence[] = [];
  const test = testOf(t);
  // a touch on a named place speaks of that place; on a part or a board, of what a touch can find
  const general = test !== null && test !== "resolder" && act !== "cleaned" && (capacitors.length > 0 || meant.length === 0);
  if (general) {
    const known = tests.find((x) => x.id === test)!;
    // a touch that changes nothing says so of the place touched, not of the whole unit
    const local = capacitors.length > 0;
    out.push({
      source,
      chance: chancesOf(known, rows),
      base: known.rest,
      happened,
      rule: known.rule,
      weight: happened ? weight : local ? 0.15 : 0.6 * weight,
    });
  }
  if (meant.length === 0) return out;
  const cure = CURES.has(act);
  const yes = cure ? 0.9 : 0.75;
  const base = cure ? 0.03 : 0.06;
  const answered =
    happened && (cure || act === "warmed" || act === "cooled" || act === "knocked" || act === "pressed" || act === "unplugged");
  const touched = TOUCHES.has(act) && capacitors.length === 0;
  if (answered || cure || touched || act === "warmed" || act === "cooled") {
    const whole = outcome === "gone" ? 1 : shareTouched(meant, capacitors, positions, rows);
    const decides = cure && !t.asSet && !t.returned && to.length === 1 && whole === 1 && (outcome === "gone" || outcome === "same");
    const e = about(
      { ...source, to: to.map(nameOf) },
      meant,
      rows,
      yes,
      base,
      happened,
      decides ? DECISIVE : cure ? weight * whole : 0.7 * weight,
    );
    const shows = cure && outcome === "gone" && !t.returned;
    const clears = cure && outcome === "same" && whole === 1;
    out.push(
      shows
        ? { ...e, rule: "cures", decisive: { for: meant, what: { by: "cured", seq: t.seq, asSet: t.asSet || to.length > 1 } } }
        : clears
          ? { ...e, rule: "cures", decisive: { for: meant, what: { by: "changedNothing", seq: t.seq } } }
          : e,
    );
  }
  return out;
}

/**
 * Capacitors that were fitted with no word of what it changed, and the complaint is gone since: cured by them, as a set where there are
 * several.
 */
export function fittedEvidence(
  positions: readonly PositionModel[],
  { complaint, tried: all }: JobModel["unit"],
  rows: readonly HypothesisRow[],
): JobEvidence[] {
  if (complaint?.outcome !== "gone") return [];
  const said = new Set(all.map((t) => t.seq));
  const fitted = positions.filter((p) => {
    const seq = p.fittings.at(-1)!.fitting?.seq;
    return seq !== undefined && seq < complaint.seq && !said.has(seq);
  });
  const meant = faultsOf([], fitted, rows);
  if (meant.length === 0) return [];
  const beside = all.some((t) => REPAIRS.has(t.tried.act) && t.tried.outcome === "gone" && !t.refused);
  const asSet = fitted.length > 1 || beside;
  const e = about({ kind: "fitted", designators: fitted.map((p) => p.designator) }, meant, rows, 0.9, 0.03, true, asSet ? 0.7 : DECISIVE);
  return [{ ...e, rule: "cures", decisive: { for: meant, what: { by: "cured", seq: complaint.seq, asSet } } }];
}

/**
 * Of the parts a fault can be, the share that was touched: one of two that changes nothing leaves the other. Measured sound ones are none.
 */
function shareTouched(
  meant: readonly HypothesisId[],
  touched: readonly PositionModel[],
  positions: readonly PositionModel[],
  rows: readonly HypothesisRow[],
): number {
  if (touched.length === 0) return 1;
  const roles = new Set<Role>(rows.filter((h) => meant.includes(h.id)).flatMap((h) => h.roles));
  const open = positions.filter((p) => roles.has(p.role) && !touched.includes(p) && p.fittings[0]!.verdict.state !== "sound" && !p.renewed);
  return touched.length / (touched.length + open.length);
}

/** A capacitor with a leg in the air: where the fault goes, it was shorted or leaked. That decides, where it was the only one. */
function isolated(t: TriedModel, capacitors: readonly PositionModel[], rows: readonly HypothesisRow[]): JobEvidence[] {
  const { outcome } = t.tried;
  const roles = new Set<Role>(capacitors.map((p) => p.role));
  const meant = rows
    .filter((h) => (h.reads === "shorted" || h.reads === "leaky") && h.roles.some((r) => roles.has(r)))
    .filter((h) => h.id !== "tantalumShorted" || capacitors.some((p) => p.technology === "tantalum"))
    .map((h) => h.id);
  if (meant.length === 0) return [];
  const alone = capacitors.length === 1 && !t.asSet;
  const e = about(
    { kind: "tried", seq: t.seq, to: [] },
    meant,
    rows,
    0.9,
    0.03,
    outcome === "gone" || outcome === "better",
    alone ? DECISIVE : 1,
  );
  if (outcome === "gone") return [{ ...e, rule: "cures", decisive: { for: meant, what: { by: "cured", seq: t.seq, asSet: !alone } } }];
  return [outcome === "same" && alone ? { ...e, rule: "cures", decisive: { for: meant, what: { by: "changedNothing", seq: t.seq } } } : e];
}

/** Which faults the things of an act can be. */
function faultsOf(to: readonly Subject[], capacitors: readonly PositionModel[], rows: readonly HypothesisRow[]): HypothesisId[] {
  const roles = new Set<Role>(capacitors.map((p) => p.role));
  const byRole = rows.filter((h) => h.reads !== null && h.reads !== "shorted" && h.roles.some((r) => roles.has(r))).map((h) => h.id);
  const others = to.filter((s) => !capacitors.some((p) => p.designator === nameOf(s)));
  const byName = others.flatMap((s) => {
    const named = namedBy(nameOf(s));
    if (named.length > 0) return named;
    if (s.kind !== "part") return [];
    const letter = /^[A-Z]+/.exec(s.name)?.[0];
    return letter === "Q"
      ? OF_CLASS.transistor!
      : letter === "V"
        ? OF_CLASS.valve!
        : letter === "U" || letter === "IC"
          ? OF_CLASS.chip!
          : letter === "R"
            ? OF_CLASS.resistor!
            : [];
  });
  return [...new Set([...byRole, ...byName])].filter((id) => rows.some((h) => h.id === id));
}
