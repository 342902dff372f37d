import { internalAccessAllowed } from "../../safety";
import type { Role, Section } from "../../device";
import type { BenchTest, Instrument, HypothesisId, HypothesisRow, TestId } from "../../knowledge";
import { expectedBits, weightOfEvidence, type Posterior } from "../../diagnosis";
import { isCondemned } from "../../verdict";
import type { JobModel } from "../model/jobModel";
import type { Advice, AdviceWhat, HeldBack, DiagnosisJob, Diagnosis } from "./types";
import { heardTests } from "./heard";
import { badAnyway, chancesOf, nameOf, partsOf, type JobEvidence } from "./evidence";
import { testOf } from "./fromActs";

/** The test of the table that this evidence answers; null where it answers none. */
function answeredBy({ source: s }: JobEvidence): TestId | null {
  switch (s.kind) {
    case "point":
      return s.point.startsWith("rail")
        ? "railLow"
        : s.point.startsWith("offset")
          ? "offsetHigh"
          : s.point.startsWith("bias")
            ? "biasMissing"
            : null;
    case "pointRipple":
      return s.point.startsWith("rail") ? "rippleHigh" : null;
    case "ripple":
      return "rippleHigh";
    case "complementaryRail":
      return "oneRailLow";
    case "standbyDraw":
      return "standbyHigh";
    case "load":
      return "loadsToGround";
    case "coldStarts":
      return "coldFails";
    case "fuse":
      return "fuseViolent";
    default:
      return null;
  }
}

/** Tests of the table that have their answer: by a figure, by something tried, by what was ticked or seen. */
function doneTests(job: DiagnosisJob, unit: JobModel["unit"], evidence: readonly JobEvidence[]): ReadonlySet<TestId> {
  return new Set<TestId>([
    ...evidence.flatMap((e) => answeredBy(e) ?? []),
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
    ...heardTests(unit),
    ...(job.findings.includes("highStandbyCurrent") ? (["standbyHigh"] as const) : []),
    ...(unit.looks.some((l) => /\b(earth|ground|lug)\b/i.test(nameOf(l.subject))) ? (["earthLugs"] as const) : []),
  ]);
}

/** Tests and measurements that are still open, by how much they tell a minute. */
export function adviceOf(
  job: DiagnosisJob,
  { positions, unit, safety }: Pick<JobModel, "positions" | "unit" | "safety">,
  among: readonly Section[],
  rows: readonly HypothesisRow[],
  posterior: Posterior,
  evidence: readonly JobEvidence[],
  tests: readonly BenchTest[],
  instruments: ReadonlySet<Instrument>,
): Pick<Diagnosis, "advice" | "held"> {
  const sections = new Set(among.map((s) => s.kind));
  const done = doneTests(job, unit, evidence);
  const options: Advice[] = [];
  const leader = (chance: readonly number[], happened: boolean): HypothesisId => {
    const p = posterior.marginal.map((m, i) => m * (happened ? chance[i]! : 1 - chance[i]!));
    return rows[p.indexOf(Math.max(...p))]!.id;
  };
  const consider = (chance: readonly number[], base: number, minutes: number, what: AdviceWhat, power: boolean, hands: boolean) => {
    const { bits, yes } = expectedBits(chance, base, posterior);
    if (bits < MIN_BITS) return;
    options.push({ ...what, yes, bits, minutes, power, hands, ifYes: leader(chance, true), ifNo: leader(chance, false) });
  };
  for (const t of tests) {
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
    const located =
      designators.length > 0 || evidence.some((e) => e.source.kind !== "finding" && weightOfEvidence(e, i, posterior) > LOCATES);
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
    job.firstPowerApproach === "suppliesFirst" &&
    positions.some((p) => SUPPLY_ROLES.has(p.role) && p.verdict.state === "unmeasured" && !p.renewed);
  const lacks = (o: Advice): boolean =>
    o.kind === "measure"
      ? !instruments.has("capacitorMeter") && !instruments.has("ohmmeter")
      : o.kind === "test" && tests.find((t) => t.id === o.test)!.needs.some((n) => !instruments.has(n));
  const by = (o: Advice): HeldBack | null =>
    lacks(o)
      ? "instrument"
      : o.power && holdsPower
        ? "firstPower"
        : o.hands && !internalAccessAllowed(safety) && !(o.power && safety.kind === "energised")
          ? "charge"
          : null;
  const recorded = new Set(tests.flatMap((t) => (t.recorded ? [t.id] : [])));
  const ofRecording = (o: Advice) => o.kind === "test" && recorded.has(o.test);
  // one recording tells all that recordings tell
  const ranked = options
    .toSorted((a, b) => worthOf(b) - worthOf(a))
    .filter((o, i, all) => !ofRecording(o) || all.findIndex(ofRecording) === i);
  return {
    advice: ranked.filter((o) => by(o) === null).slice(0, MAX_ADVICE),
    held: ranked.flatMap((o) => (by(o) === null ? [] : [{ advice: o, by: by(o)! }])).slice(0, MAX_ADVICE),
  };
}
const MIN_BITS = 0.004;
/** Minutes to set a test up, whichever it is (common practice). */
const SETTING_UP = 4;
/** What an advice tells a minute, the setting up included. */
export const worthOf = (a: Pick<Advice, "bits" | "minutes">): number => a.bits / (a.minutes + SETTING_UP);
const LOCATES = 0.5;
const CONFIRM_FROM = 0.15;
const CONFIRM_MINUTES = 8;
const MAX_ADVICE = 3;
const MEASURE_MINUTES = 3;
const SUPPLY_ROLES: ReadonlySet<Role> = new Set<Role>(["reservoir", "smpsPrimary"]);
