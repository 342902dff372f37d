import { handsAllowed } from "../bringUp";
import type { PartClass, Role, Section } from "../device";
import type { Act, Outcome, Subject } from "../evidence";
import { BENCH_TESTS, type BenchTest, type HypothesisId, type HypothesisRow, type TestId } from "../knowledge";
import { complaintWitnesses, expectedBits, hypothesesOf, infer, weightOfWitness, weightsOf, type Posterior, type Witness } from "../trace";
import { isBad, isCondemned, type VerdictState } from "../verdict";
import type { JobPicture, PositionPicture } from "./picture";
import type { JobHead } from "./records";
import { sectionsIn } from "./sections";
import type { TriedPicture } from "./tried";

// Everything on record of a job, weighed: which fault, what to do next, and when it is shown.

/** How far a suspect has come. A decisive test is needed for `shown`. */
export type SuspectState = "shown" | "likely" | "suspected" | "unlikely" | "ruledOut";

/** What a suspect was shown or ruled out by. */
export type Decisive =
  | { by: "measuredOut"; designator: string }
  | { by: "cured"; seq: number; asSet: boolean }
  | { by: "followed"; seq: number }
  | { by: "measuredSound"; designators: readonly string[] }
  | { by: "changedNothing"; seq: number };

export interface Reason {
  /** `finding:hum`, `measured:C1`, `tried:214`, `point:rail +15`, `look:earth lug` … */
  witness: string;
  happened: boolean;
  /** bits for it; negative: against */
  bits: number;
}

export interface Suspect {
  id: HypothesisId;
  section: HypothesisRow["section"];
  chance: number;
  state: SuspectState;
  decisive: Decisive | null;
  /** parts on record it may be, the worst first */
  designators: readonly string[];
  for: readonly Reason[];
  against: readonly Reason[];
}

/** One thing to do: a test of the table, or parts to be measured for a suspect. */
export type Advice = {
  /** chance that it turns out as named */
  yes: number;
  bits: number;
  minutes: number;
  /** switched on; with hands inside */
  power: boolean;
  hands: boolean;
  /** the suspect that leads where it turns out as named, and where not */
  ifYes: HypothesisId;
  ifNo: HypothesisId;
} & AdviceWhat;
type AdviceWhat =
  | { kind: "test"; test: TestId }
  | { kind: "measure"; hypothesis: HypothesisId; designators: readonly string[] }
  /** bridge it, replace it for a trial, clean or resolder it: gone means shown */
  | {
      kind: "confirm";
      hypothesis: HypothesisId;
      designators: readonly string[];
      /** what a good part for the first of them is marked, in farads and volts; null where none is named */
      like: { farads: number; volts: number | null } | null;
    };

export interface Tracing {
  suspects: readonly Suspect[];
  /** chance that it is on no list */
  other: number;
  /** the three that tell most a minute, of what may be done now */
  advice: readonly Advice[];
  /** what would tell more and may not be done now */
  held: readonly { advice: Advice; by: "charge" | "firstPower" }[];
  /** parts that are bad and cannot make this complaint */
  badButInnocent: readonly string[];
}

/** What else the tracing must know of a job. */
export interface TracedJob extends JobHead {
  channels: number;
  firstPowerSchool: "suppliesFirst" | "lookUnderLimiter";
}

type Evidence = Witness & { decisive?: { for: readonly HypothesisId[]; what: Decisive } };

/** Weighs everything on record. Pure: the same record gives the same answer, in whatever order it was said. */
export function traceJob(job: TracedJob, picture: Pick<JobPicture, "positions" | "unit" | "safety">): Tracing {
  const sections = sectionsIn(job, picture);
  const rows = hypothesesOf(job, sections);
  const evidence: Evidence[] = [
    ...complaintWitnesses(job, rows),
    ...capacitorWitnesses(job, picture, rows),
    ...unitWitnesses(picture, rows),
  ];
  const posterior = infer(weightsOf(job, rows), evidence);
  const suspects = rows
    .map((h, i) => suspectOf(h, i, posterior, evidence, job, picture))
    .sort((a, b) => b.chance - a.chance || a.id.localeCompare(b.id));
  const { advice, held } = adviceOf(job, picture, sections, rows, posterior, evidence);
  return { suspects, other: posterior.other, advice, held, badButInnocent: innocent(job, picture.positions, rows, posterior) };
}

/** What decides weighs more than what only speaks: it was done to this very part and nothing else. */
const DECISIVE = 1.7;
const SHOWN_FROM = 0.4;
const LIKELY_FROM = 0.5;
const SUSPECTED_FROM = 0.08;
const MOST_REASONS = 3;

function suspectOf(
  h: HypothesisRow,
  i: number,
  posterior: Posterior,
  evidence: readonly Evidence[],
  job: TracedJob,
  { positions }: Pick<JobPicture, "positions">,
): Suspect {
  const reasons = evidence.map((w): Reason => ({ witness: w.id, happened: w.happened, bits: weightOfWitness(w, i, posterior) }));
  const strongest = (sign: 1 | -1) =>
    reasons
      .filter((r) => sign * r.bits > 0.25)
      .sort((a, b) => sign * (b.bits - a.bits))
      .slice(0, MOST_REASONS);
  const chance = posterior.marginal[i]!;
  const decisive = evidence.filter((e) => e.decisive?.for.includes(h.id)).map((e) => e.decisive!.what);
  const shows = decisive.find((d) => d.by !== "measuredSound" && d.by !== "changedNothing") ?? null;
  const clears = decisive.find((d) => d.by === "measuredSound" || d.by === "changedNothing") ?? null;
  const state: SuspectState =
    shows && chance >= SHOWN_FROM
      ? shows.by === "cured" && shows.asSet
        ? "likely"
        : "shown"
      : clears && chance < SUSPECTED_FROM
        ? "ruledOut"
        : chance >= LIKELY_FROM
          ? "likely"
          : chance >= SUSPECTED_FROM
            ? "suspected"
            : "unlikely";
  return {
    id: h.id,
    section: h.section,
    chance,
    state,
    decisive: state === "shown" || state === "likely" ? shows : state === "ruledOut" ? clears : null,
    designators: partsOf(h, positions, job).map((p) => p.designator),
    for: strongest(1),
    against: strongest(-1),
  };
}

const BADNESS: Readonly<Record<VerdictState, number>> = { open: 5, shorted: 5, failed: 4, worn: 3, undecided: 2, unmeasured: 1, sound: 0 };

/** Positions a hypothesis can be, of the faulty channel where only that one can have it, the worst first. */
function partsOf(h: HypothesisRow, positions: readonly PositionPicture[], job: TracedJob): PositionPicture[] {
  const elsewhere = (p: PositionPicture) =>
    h.scope === "one" && job.faultyChannel !== null && p.channel !== null && p.channel.toUpperCase() !== job.faultyChannel.toUpperCase();
  return positions
    .filter((p) => h.roles.includes(p.role) && !elsewhere(p) && (h.id !== "tantalumShorted" || p.technology === "tantalum"))
    .sort((a, b) => BADNESS[b.fittings[0]!.verdict.state] - BADNESS[a.fittings[0]!.verdict.state]);
}

/** Whether a verdict is what this fault would read as. */
function readsAs(h: HypothesisRow, p: PositionPicture): number {
  const { verdict } = p.fittings[0]!;
  const sure = verdict.certainty === "shown" ? 1 : verdict.certainty === "likely" ? 0.75 : 0.3;
  const leaks = LEAKS.has(verdict.reason.code);
  switch (h.reads) {
    case "dried":
      return verdict.state === "failed" || verdict.state === "open" ? (leaks ? 0 : sure) : verdict.state === "worn" ? 0.5 * sure : 0;
    case "open":
      return verdict.state === "open" ? sure : verdict.state === "failed" && !leaks ? 0.4 * sure : 0;
    case "leaky":
      return leaks || verdict.state === "shorted" ? sure : 0;
    case "shorted":
      return verdict.state === "shorted" ? sure : leaks ? 0.7 * sure : 0;
    case null:
      return 0;
  }
}
const LEAKS: ReadonlySet<string> = new Set(["leaky", "leakageCurrent", "leakShifts", "shortForItsSupply", "nearZero", "capacitanceHigh"]);

/** Old units have bad parts that do no harm. */
const badAnyway = (age: number | null): number => Math.min(0.35, 0.08 + 0.006 * (age ?? 20));

function capacitorWitnesses(job: TracedJob, { positions }: Pick<JobPicture, "positions">, rows: readonly HypothesisRow[]): Evidence[] {
  const base = badAnyway(job.ageYears);
  return rows.flatMap((h): Evidence[] => {
    const parts = h.roles.length === 0 ? [] : partsOf(h, positions, job);
    if (parts.length === 0) return [];
    const worst = parts.reduce((a, b) => (readsAs(h, b) > readsAs(h, a) ? b : a));
    const bad = readsAs(h, worst);
    const chance = rows.map((o) => (o.id === h.id ? 0.96 : base));
    if (bad > 0) {
      const shown = bad >= 1;
      return [
        {
          id: `measured:${worst.designator}`,
          chance,
          base,
          happened: true,
          rule: "shows",
          weight: bad,
          ...(shown ? { decisive: { for: [h.id], what: { by: "measuredOut", designator: worst.designator } as const } } : {}),
        },
      ];
    }
    const sound = parts.filter((p) => p.fittings[0]!.verdict.state === "sound");
    if (sound.length === 0) return [];
    const sure = sound.reduce((sum, p) => sum + (p.fittings[0]!.verdict.certainty === "shown" ? 1 : 0.35), 0) / parts.length;
    const all = sound.length === parts.length && sound.every((p) => p.fittings[0]!.verdict.certainty === "shown");
    return [
      {
        id: `sound:${sound.map((p) => p.designator).join(" ")}`,
        chance,
        base,
        happened: false,
        rule: "shows",
        weight: all ? DECISIVE : sure,
        ...(all ? { decisive: { for: [h.id], what: { by: "measuredSound", designators: sound.map((p) => p.designator) } as const } } : {}),
      },
    ];
  });
}

/** Which faults a thing that is no capacitor stands for, by what it is called. */
const NAMED: readonly (readonly [RegExp, readonly HypothesisId[]])[] = [
  [/\b(earth|ground|gnd|lug|chassis)\b/i, ["earthPoint"]],
  [/\b(joint|joints|trace|track|via|vias|pad|pads|solder)\b/i, ["jointCrack"]],
  [/\b(fader|faders|pot|pots|control|controls|knob|selector|switch)\b/i, ["dirtyControl"]],
  [/\b(plug|socket|jack|connector|header|cable|lead|cord)\b/i, ["connector"]],
  [/\brelay\b/i, ["relayContact"]],
  [/\b(driver|speaker|tweeter|woofer|cone|voice coil)\b/i, ["driverBad"]],
  [/\b(valve|tube)\b/i, ["valveWorn"]],
  [/\btransformer\b/i, ["transformer"]],
  [/\bregulator\b/i, ["regulatorFailed"]],
  [/\b(rectifier|diode|bridge)\b/i, ["rectifierOpen", "rectifierShorted"]],
  [/\b(output stage|output transistor|output pair)\b/i, ["outputShorted"]],
  [/\b(fuse)\b/i, ["powerPathOpen"]],
  [/\bservo\b/i, ["servoLoop"]],
];

const OF_CLASS: Partial<Record<PartClass, readonly HypothesisId[]>> = {
  resistor: ["resistorDrifted"],
  transistor: ["outputShorted", "regulatorFailed", "stageDevice", "noisyDevice"],
  chip: ["regulatorFailed", "stageDevice", "noisyDevice", "loadShort"],
  valve: ["valveWorn"],
  transformer: ["transformer"],
  coil: ["transformer"],
  switch: ["dirtyControl"],
  connector: ["connector"],
  relay: ["relayContact"],
  driver: ["driverBad"],
};

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

/** Points, draw, loads, looks, other parts and what was tried. */
function unitWitnesses({ unit, positions }: Pick<JobPicture, "unit" | "positions">, rows: readonly HypothesisRow[]): Evidence[] {
  const of = (id: TestId, happened: boolean, witness: string, weight = 1): Evidence[] => {
    const test = BENCH_TESTS.find((t) => t.id === id)!;
    return [{ id: witness, chance: chancesOf(test, rows), base: test.rest, happened, rule: test.rule, weight }];
  };
  const rails = unit.points.filter((p) => p.name.startsWith("rail") && p.now && p.now.verdict.state !== "unknown");
  const low = rails.filter((p) => p.now!.verdict.state === "low" || p.now!.verdict.state === "gone");
  const offsets = unit.points.filter((p) => p.name.startsWith("offset") && p.now);
  const bias = unit.points.find((p) => p.name.startsWith("bias") && p.now && p.now.verdict.state !== "unknown");
  const standby = unit.draw.find((d) => d.reading.observation.under.power === "standby" && d.verdict.state !== "unknown");
  const ac = unit.points.filter((p) => p.name.startsWith("rail")).flatMap((p) => p.readings.filter((r) => r.reading.form !== "dc"));
  return [
    ...(rails.length > 0 ? of("railLow", low.length > 0, `point:${(low[0] ?? rails[0])!.name}`) : []),
    ...(rails.length > 1 ? of("oneRailLow", low.length > 0 && low.length < rails.length, `sister:${(low[0] ?? rails[0])!.name}`, 0.8) : []),
    ...(offsets.length > 0
      ? of(
          "offsetHigh",
          offsets.some((p) => Math.abs(p.now!.reading.volts) > OFFSET),
          `point:${offsets[0]!.name}`,
        )
      : []),
    ...(bias ? of("biasMissing", bias.now!.verdict.state !== "within", `point:${bias.name}`) : []),
    ...(standby ? of("standbyHigh", standby.verdict.state === "muchTooHigh" || standby.verdict.state === "high", "draw:standby") : []),
    ...(unit.loads.length > 1
      ? of(
          "loadsToGround",
          unit.loads.some((l) => l.odd),
          `load:${(unit.loads.find((l) => l.odd) ?? unit.loads[0])!.name}`,
        )
      : []),
    ...(unit.coldStarts
      ? of("coldFails", unit.coldStarts.started < unit.coldStarts.of, "coldStarts", Math.min(1, unit.coldStarts.of / 4))
      : []),
    ...(ac.length > 0
      ? of(
          "rippleHigh",
          ac.some((r) => Math.abs(r.reading.volts) > RIPPLE_RAIL),
          `point:${ac[0]!.reading.point ?? ""} ripple`,
          0.8,
        )
      : []),
    ...unit.notes.fuses.flatMap((f) => (f.how === null ? [] : of("fuseViolent", f.how === "violent", `fuse:${f.name}`))),
    ...otherParts(unit, rows),
    ...looks(unit, rows),
    ...unit.tried.flatMap((t) => tried(t, positions, rows)),
  ];
}
const OFFSET = 0.1;
const RIPPLE_RAIL = 0.1;

const chancesOf = (test: BenchTest, rows: readonly HypothesisRow[]): number[] => rows.map((h) => test.given[h.id] ?? test.rest);

/** A witness that speaks of some hypotheses alone. */
const about = (
  id: string,
  ids: readonly HypothesisId[],
  rows: readonly HypothesisRow[],
  yes: number,
  base: number,
  happened: boolean,
  weight: number,
): Evidence => ({
  id,
  chance: rows.map((h) => (ids.includes(h.id) ? yes : base)),
  base,
  happened,
  rule: "shows",
  weight,
});

function otherParts(unit: JobPicture["unit"], rows: readonly HypothesisRow[]): Evidence[] {
  return unit.parts.flatMap((p): Evidence[] => {
    const { state, certainty } = p.verdict;
    const sure = certainty === "shown" ? 1 : certainty === "likely" ? 0.75 : 0.3;
    const bad = isBad(state);
    if (!bad && state !== "sound") return [];
    if (p.class === "fuse") {
      const test = BENCH_TESTS.find((t) => t.id === "fuseOpen")!;
      return [{ id: `part:${p.name}`, chance: chancesOf(test, rows), base: test.rest, happened: bad, rule: "shows", weight: sure }];
    }
    if ((p.class === "switch" || p.class === "connector") && state !== "worn") {
      const test = BENCH_TESTS.find((t) => t.id === "pathBroken")!;
      return [
        {
          id: `part:${p.name}`,
          chance: chancesOf(test, rows),
          base: test.rest,
          happened: bad,
          rule: "shows",
          weight: bad ? sure : 0.5 * sure,
        },
      ];
    }
    const ids: readonly HypothesisId[] =
      p.class === "diode" ? (state === "open" ? ["rectifierOpen"] : ["rectifierShorted"]) : (OF_CLASS[p.class] ?? []);
    if (ids.length === 0) return [];
    const named = bad && p.class === "transistor" && state === "shorted" ? (["outputShorted", "regulatorFailed"] as const) : ids;
    const e = about(`part:${p.name}`, named, rows, bad ? 0.6 : 0.75, bad ? 0.03 : 0.9, true, bad ? sure : 0.3 * sure);
    return [
      bad && certainty === "shown" && named.length === 1
        ? { ...e, decisive: { for: named, what: { by: "measuredOut", designator: p.name } } }
        : e,
    ];
  });
}

const nameOf = (s: Subject): string => (s.kind === "unit" ? "" : s.name);
const namedBy = (name: string): readonly HypothesisId[] => NAMED.find(([words]) => words.test(name))?.[1] ?? [];

function looks(unit: JobPicture["unit"], rows: readonly HypothesisRow[]): Evidence[] {
  return unit.looks.flatMap((l): Evidence[] => {
    if (l.look.intended || l.look.sign === "looksWhole" || l.subject.kind === "part") return [];
    const name = nameOf(l.subject);
    const ids = l.look.sign === "ringed" || l.look.sign === "lifted" ? (["jointCrack"] as const) : namedBy(name);
    return ids.length === 0 ? [] : [about(`look:${name}`, ids, rows, 0.6, 0.06, true, l.look.severity === "slight" ? 0.5 : 0.9)];
  });
}

/** Touching a thing of these is a test of its own. */
const TEST_OF_NAMED: Partial<Record<HypothesisId, TestId>> = {
  dirtyControl: "turnControl",
  earthPoint: "earthLugs",
  relayContact: "relayContacts",
};
const TOUCHES: ReadonlySet<Act> = new Set<Act>(["pressed", "knocked", "cleaned"]);

/** The test of the table that this was; null where it is none. */
function testOf({ tried: t }: TriedPicture): TestId | null {
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
function tried(t: TriedPicture, positions: readonly PositionPicture[], rows: readonly HypothesisRow[]): Evidence[] {
  const { act, outcome, followed, to, after } = t.tried;
  if (t.refused) return [];
  const id = `tried:${t.seq}`;
  if (act === "swapped" && followed !== null) {
    const went = followed === "part";
    const kind = testOf(t);
    const test = BENCH_TESTS.find((x) => x.id === kind);
    const which: readonly HypothesisId[] = kind === null ? faultsOf(to, [], rows) : (SWAP_SHOWS[kind] ?? []);
    const swapped: Evidence = test
      ? { id, chance: chancesOf(test, rows), base: test.rest, happened: went, rule: test.rule, weight: DECISIVE }
      : about(id, which, rows, 0.9, 0.05, went, DECISIVE);
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
  const happened = recovered || GONE.has(outcome!);
  const weight = (outcome === "better" || outcome === "worse" ? 0.6 : 1) * (t.asSet ? 0.7 : 1);
  const capacitors = to.flatMap((s) => positions.filter((p) => p.designator === nameOf(s)));
  if (act === "lifted" && capacitors.length > 0) return isolated(t, capacitors, rows);
  const meant = faultsOf(to, capacitors, rows);
  const out: Evidence[] = [];
  const test = testOf(t);
  // a touch on a named place speaks of that place; on a part or a board, of what a touch can find
  const general = test !== null && test !== "resolder" && act !== "cleaned" && (capacitors.length > 0 || meant.length === 0);
  if (general) {
    const known = BENCH_TESTS.find((x) => x.id === test)!;
    // a touch that changes nothing says so of the place touched, not of the whole unit
    const local = capacitors.length > 0;
    out.push({
      id,
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
    const decides = cure && !t.asSet && to.length === 1 && (outcome === "gone" || outcome === "same");
    const e = about(
      `${id}:${to.map(nameOf).join(" ")}`,
      meant,
      rows,
      yes,
      base,
      happened,
      decides ? DECISIVE : cure ? weight : 0.7 * weight,
    );
    const shows = cure && outcome === "gone";
    const clears = cure && outcome === "same";
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

/** A capacitor with a leg in the air: where the fault goes, it was shorted or leaked. That decides, where it was the only one. */
function isolated(t: TriedPicture, capacitors: readonly PositionPicture[], rows: readonly HypothesisRow[]): Evidence[] {
  const { outcome } = t.tried;
  const roles = new Set<Role>(capacitors.map((p) => p.role));
  const meant = rows
    .filter((h) => (h.reads === "shorted" || h.reads === "leaky") && h.roles.some((r) => roles.has(r)))
    .filter((h) => h.id !== "tantalumShorted" || capacitors.some((p) => p.technology === "tantalum"))
    .map((h) => h.id);
  if (meant.length === 0) return [];
  const alone = capacitors.length === 1 && !t.asSet;
  const e = about(`tried:${t.seq}`, meant, rows, 0.9, 0.03, outcome === "gone" || outcome === "better", alone ? DECISIVE : 1);
  if (outcome === "gone") return [{ ...e, rule: "cures", decisive: { for: meant, what: { by: "cured", seq: t.seq, asSet: !alone } } }];
  return [outcome === "same" && alone ? { ...e, rule: "cures", decisive: { for: meant, what: { by: "changedNothing", seq: t.seq } } } : e];
}

/** Which faults the things of an act can be. */
function faultsOf(to: readonly Subject[], capacitors: readonly PositionPicture[], rows: readonly HypothesisRow[]): HypothesisId[] {
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

const ANSWERED: readonly (readonly [RegExp, readonly TestId[]])[] = [
  [/^point:rail.* ripple$/, ["rippleHigh"]],
  [/^point:rail/, ["railLow"]],
  [/^sister:/, ["oneRailLow"]],
  [/^point:offset/, ["offsetHigh"]],
  [/^point:bias/, ["biasMissing"]],
  [/^draw:/, ["standbyHigh"]],
  [/^load:/, ["loadsToGround"]],
  [/^coldStarts/, ["coldFails"]],
  [/^fuse:/, ["fuseViolent"]],
];

/** Tests and measurements that are still open, by how much they tell a minute. */
function adviceOf(
  job: TracedJob,
  { positions, unit, safety }: Pick<JobPicture, "positions" | "unit" | "safety">,
  among: readonly Section[],
  rows: readonly HypothesisRow[],
  posterior: Posterior,
  evidence: readonly Evidence[],
): Pick<Tracing, "advice" | "held"> {
  const sections = new Set(among.map((s) => s.kind));
  const done = new Set<TestId>([
    ...evidence.flatMap((e) => ANSWERED.find(([id]) => id.test(e.id))?.[1] ?? []),
    ...unit.tried.flatMap((t) => (t.tried.outcome === null && t.tried.followed === null ? [] : (testOf(t) ?? []))),
    ...unit.parts.flatMap((p): TestId[] =>
      p.verdict.state === "unmeasured" || p.verdict.state === "undecided"
        ? []
        : p.class === "fuse"
          ? ["fuseOpen"]
          : p.class === "diode"
            ? ["rectifierBad"]
            : p.class === "transistor"
              ? ["outputBad"]
              : p.class === "switch" || p.class === "connector"
                ? ["pathBroken"]
                : [],
    ),
    ...(job.findings.includes("volumeChangesIt") || job.findings.includes("volumeNoEffect") ? (["volumeDown"] as const) : []),
    ...(job.findings.includes("otherCableHelps") ? (["otherCable"] as const) : []),
    ...(job.findings.includes("otherOutletHelps") ? (["otherOutlet"] as const) : []),
    ...(job.findings.includes("highStandbyCurrent") ? (["standbyHigh"] as const) : []),
    ...(unit.looks.some((l) => /\b(earth|ground|lug)\b/i.test(nameOf(l.subject))) ? (["earthLugs"] as const) : []),
  ]);
  const options: Advice[] = [];
  const leader = (chance: readonly number[], happened: boolean): HypothesisId => {
    const p = posterior.marginal.map((m, i) => m * (happened ? chance[i]! : 1 - chance[i]!));
    return rows[p.indexOf(Math.max(...p))]!.id;
  };
  const consider = (chance: readonly number[], base: number, minutes: number, what: AdviceWhat, power: boolean, hands: boolean) => {
    const { bits, yes } = expectedBits(chance, base, posterior);
    if (bits < LEAST_BITS) return;
    options.push({ ...what, yes, bits, minutes, power, hands, ifYes: leader(chance, true), ifNo: leader(chance, false) });
  };
  for (const t of BENCH_TESTS) {
    if (done.has(t.id) || t.not.includes(job.supplyKind) || t.not.includes(job.unitKind)) continue;
    if (t.sections && !t.sections.some((s) => sections.has(s))) continue;
    if (t.findings && !t.findings.some((f) => job.findings.includes(f))) continue;
    consider(chancesOf(t, rows), t.rest, t.minutes, { kind: "test", test: t.id }, t.power, t.hands);
  }
  const base = badAnyway(job.ageYears);
  for (const [i, h] of rows.entries()) {
    if (h.roles.length === 0 || posterior.marginal[i]! < 0.02) continue;
    const open = partsOf(h, positions, job).filter(
      (p) =>
        p.verdict.state === "unmeasured" ||
        p.verdict.state === "undecided" ||
        (isCondemned(p.verdict.state) && p.verdict.certainty !== "shown"),
    );
    const listed = partsOf(h, positions, job).length > 0;
    if (listed && open.length === 0) continue;
    const chance = rows.map((o) => (o.id === h.id ? 0.95 : base));
    consider(
      chance,
      base,
      MEASURE_MINUTES + Math.min(4, open.length),
      { kind: "measure", hypothesis: h.id, designators: open.slice(0, 4).map((p) => p.designator) },
      false,
      true,
    );
  }
  for (const [i, h] of rows.entries()) {
    if (posterior.marginal[i]! < CONFIRM_FROM || evidence.some((e) => e.decisive?.for.includes(h.id))) continue;
    const chance = rows.map((o) => (o.id === h.id ? 0.9 : 0.03));
    const [worst, next] = partsOf(h, positions, job);
    const designators = [worst, next].flatMap((p) => p?.designator ?? []);
    // what is nowhere in particular cannot be mended: something beside the complaint must point to it
    const located = designators.length > 0 || evidence.some((e) => !COMPLAINED.test(e.id) && weightOfWitness(e, i, posterior) > LOCATES);
    if (!located) continue;
    consider(
      chance,
      0.03,
      CONFIRM_MINUTES,
      { kind: "confirm", hypothesis: h.id, designators, like: worst ? { farads: worst.nominal, volts: worst.rated } : null },
      false,
      true,
    );
  }
  const holdsPower =
    job.firstPowerSchool === "suppliesFirst" &&
    positions.some((p) => SUPPLY_ROLES.has(p.role) && p.verdict.state === "unmeasured" && !p.renewed);
  const by = (o: Advice): "charge" | "firstPower" | null =>
    o.power && holdsPower ? "firstPower" : o.hands && !o.power && !handsAllowed(safety) && safety.kind !== "energised" ? "charge" : null;
  const worth = (a: Advice) => a.bits / (a.minutes + SETTING_UP);
  const ranked = options.toSorted((a, b) => worth(b) - worth(a));
  return {
    advice: ranked.filter((o) => by(o) === null).slice(0, MOST_ADVICE),
    held: ranked.flatMap((o) => (by(o) === null ? [] : [{ advice: o, by: by(o)! }])).slice(0, MOST_ADVICE),
  };
}
const LEAST_BITS = 0.004;
/** Minutes to set a test up, whichever it is (common practice). */
const SETTING_UP = 4;
const COMPLAINED = /^finding:/;
const LOCATES = 0.5;
const CONFIRM_FROM = 0.15;
const CONFIRM_MINUTES = 8;
const MOST_ADVICE = 3;
const MEASURE_MINUTES = 3;
const SUPPLY_ROLES: ReadonlySet<Role> = new Set<Role>(["reservoir", "smpsPrimary"]);

/** Bad parts none of whose faults is suspected: real, but not the cause. */
function innocent(job: TracedJob, positions: readonly PositionPicture[], rows: readonly HypothesisRow[], posterior: Posterior): string[] {
  return positions
    .filter((p) => isCondemned(p.fittings[0]!.verdict.state))
    .filter(
      (p) => !rows.some((h, i) => h.roles.includes(p.role) && partsOf(h, [p], job).length > 0 && posterior.marginal[i]! >= SUSPECTED_FROM),
    )
    .map((p) => p.designator);
}
