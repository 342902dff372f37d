import type { HypothesisRow } from "../../knowledge";
import type { JobPicture, PositionPicture } from "../picture";
import type { TracedJob } from "../tracing";
import { DECISIVE, badAnyway, partsOf, type Evidence } from "./evidence";

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

export function capacitorWitnesses(
  job: TracedJob,
  { positions }: Pick<JobPicture, "positions">,
  rows: readonly HypothesisRow[],
): Evidence[] {
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
