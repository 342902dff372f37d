import type { HypothesisRow } from "../../knowledge";
import type { JobModel, PositionModel } from "../model/jobModel";
import type { Decisive, DiagnosisJob } from "./types";
import { isWetAluminium } from "../../part";
import { isCondemned } from "../../verdict";
import { DECISIVE, about, badAnyway, partsOf, type JobEvidence } from "./evidence";

/** Whether a verdict is what this fault would read as. */
function readsAs(h: HypothesisRow, p: PositionModel): number {
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

/** Parts that were replaced while the complaint is said to be still there afterwards. */
export function acquittedIn(positions: readonly PositionModel[], complaint: JobModel["unit"]["complaint"]): ReadonlySet<string> {
  if (complaint === null || complaint.outcome === "gone" || complaint.outcome === "better") return new Set();
  const out = positions.filter((p) => p.fittings.some(({ fitting }) => fitting !== null && fitting.seq <= complaint.seq));
  return new Set(out.map((p) => p.designator));
}

export function capacitorEvidence(
  job: DiagnosisJob,
  { positions, unit }: Pick<JobModel, "positions" | "unit">,
  rows: readonly HypothesisRow[],
): JobEvidence[] {
  const base = badAnyway(job.ageYears);
  const acquitted = acquittedIn(positions, unit.complaint);
  return rows.flatMap((h): JobEvidence[] => {
    const parts = h.roles.length === 0 ? [] : partsOf(h, positions, job);
    // what is out and changed nothing is not the cause, however bad it read
    const [out, left] = [parts.filter((p) => acquitted.has(p.designator)), parts.filter((p) => !acquitted.has(p.designator))];
    if (parts.length === 0) return [];
    const chance = rows.map((o) => (o.id === h.id ? 0.96 : base));
    const worst = left.reduce<PositionModel | null>((a, b) => (a === null || readsAs(h, b) > readsAs(h, a) ? b : a), null);
    const bad = worst === null ? 0 : readsAs(h, worst);
    if (worst !== null && bad > 0) {
      const shown = bad >= 1;
      return [
        {
          source: { kind: "measured", designator: worst.designator },
          chance,
          base,
          happened: true,
          rule: "shows",
          weight: bad,
          ...(shown ? { decisive: { for: [h.id], what: { by: "measuredOut", designator: worst.designator } as const } } : {}),
        },
      ];
    }
    const sound = left.filter((p) => p.fittings[0]!.verdict.state === "sound");
    if (sound.length + out.length === 0) return [];
    const known = (p: PositionModel) => (p.fittings[0]!.verdict.certainty === "shown" ? 1 : 0.35);
    const sure = (out.length + sound.reduce((sum, p) => sum + known(p), 0)) / parts.length;
    const all = sound.length === left.length && sound.every((p) => known(p) === 1);
    const named = (out.length > 0 ? out : sound).map((p) => p.designator);
    const decisive: Decisive =
      out.length > 0 ? { by: "changedNothing", seq: unit.complaint!.seq } : { by: "measuredSound", designators: named };
    return [
      {
        source: { kind: out.length > 0 ? "exchanged" : "good", designators: named },
        chance,
        base,
        happened: false,
        rule: "shows",
        weight: all ? DECISIVE : sure,
        ...(all ? { decisive: { for: [h.id], what: decisive } } : {}),
      },
    ];
  });
}

/** From here on a place is hot for a wet part. */
const HOT = 65;

/** Where a part stands and how others of its kind have fared, for wet parts that nobody has measured yet. */
export function placeEvidence(
  job: DiagnosisJob,
  { positions }: Pick<JobModel, "positions">,
  rows: readonly HypothesisRow[],
): JobEvidence[] {
  return rows.flatMap((h): JobEvidence[] => {
    if (h.reads !== "dried") return [];
    const waiting = partsOf(h, positions, job).filter((p) => p.fittings[0]!.verdict.state === "unmeasured" && isWetAluminium(p.technology));
    const hot = waiting.find((p) => p.temperature !== null && p.temperature >= HOT);
    const kin = waiting.flatMap((p) =>
      positions.filter(
        (q) =>
          q !== p &&
          q.nominal === p.nominal &&
          q.technology === p.technology &&
          isCondemned(q.fittings[0]!.verdict.state) &&
          !h.roles.includes(q.role),
      ),
    )[0];
    return [
      ...(hot ? [about({ kind: "hot", designator: hot.designator }, [h.id], rows, 0.4, 0.2, true, 1)] : []),
      ...(kin ? [about({ kind: "kin", designator: kin.designator }, [h.id], rows, 0.45, 0.2, true, 1)] : []),
    ];
  });
}
