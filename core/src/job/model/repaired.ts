import { isOf } from "../records/observed";
import type { JobRecords } from "../records/records";
import { REPAIRS, type TriedModel } from "./tried";
import type { UnitModel } from "./unit";
import type { JobModel } from "./jobModel";

// What "fixed" means: the complaint itself tried and said gone after the last repair, and the unit run at full mains since.

type Repairing = Pick<JobRecords, "fittings" | "observations">;

/** Everything that changed the unit for good, in the order of the lines: parts put in, replaced, resoldered, cleaned. */
function repairsOf({ fittings, observations }: Repairing): { seq: number; at: number }[] {
  const tried = observations.filter(isOf("tried")).filter((o) => REPAIRS.has(o.observation.act));
  return [...fittings.map(({ seq, at }) => ({ seq, at })), ...tried.map(({ seq, takenAt }) => ({ seq, at: takenAt }))].sort(
    (a, b) => a.seq - b.seq,
  );
}

/** The last repair; null where there was none. */
export const lastRepair = (records: Repairing): { seq: number; at: number } | null => repairsOf(records).at(-1) ?? null;

/**
 * The place of the repair from which on a figure is of the repaired unit: the one after which the complaint was gone, else the last one.
 * What was read before it belongs to the fault, also where another part had been changed in vain by then. Infinity: nothing was repaired.
 */
export function curedBy(records: Repairing, tried: readonly TriedModel[]): number {
  const cured = tried.findLast((t) => REPAIRS.has(t.tried.act) && !t.refused && !t.returned && t.tried.outcome === "gone");
  return cured?.seq ?? lastRepair(records)?.seq ?? Infinity;
}

/** What took the complaint with it: everything repaired since it was last said to be there. */
export interface Cure {
  /** names of the parts and places, each once, in the order they were changed */
  names: readonly string[];
  /** null: not all in the same way */
  act: "replaced" | "resoldered" | "cleaned" | null;
}

/**
 * The repair after which the complaint was said gone, where that is the last word on it; several changes at once are one set. Null where
 * the complaint was not said gone, or came back.
 */
export function cureOf({
  positions,
  unit: { complaints, tried },
}: {
  positions: readonly Pick<JobModel["positions"][number], "designator" | "fittings">[];
  unit: Pick<UnitModel, "complaints" | "tried">;
}): Cure | null {
  const gone = complaints.at(-1);
  if (gone?.outcome !== "gone") return null;
  const from = complaints.findLast((c) => c.outcome !== "gone" && c.seq < gone.seq)?.seq ?? -Infinity;
  const within = (seq: number) => seq > from && seq <= gone.seq;
  const fitted = positions.flatMap((p) =>
    p.fittings.flatMap(({ fitting }) =>
      fitting && within(fitting.seq) ? [{ seq: fitting.seq, name: p.designator, act: "replaced" as const }] : [],
    ),
  );
  const others = tried
    .filter((t) => REPAIRS.has(t.tried.act) && !t.refused && within(t.seq))
    .flatMap((t) =>
      t.tried.to.flatMap((s) => (s.kind === "unit" ? [] : [{ seq: t.seq, name: s.name, act: t.tried.act as NonNullable<Cure["act"]> }])),
    );
  const all = [...fitted, ...others].sort((a, b) => a.seq - b.seq);
  const [first] = all;
  if (!first) return null;
  return { names: [...new Set(all.map((r) => r.name))], act: all.every((r) => r.act === first.act) ? first.act : null };
}

/** What the complaint does since the last repair: null where nobody has said since. */
export function complaintSince({ complaint }: Pick<UnitModel, "complaint">, records: Repairing): "gone" | "there" | null {
  const last = lastRepair(records)?.seq ?? -Infinity;
  if (complaint === null || complaint.seq < last) return null;
  return complaint.outcome === "gone" ? "gone" : "there";
}

/** Shares of its mains from which on a unit runs at full mains. */
const FULL = 0.97;

/**
 * Whether the unit was switched on at full mains, as it goes back to its owner, since the last repair: straight onto the mains, or at the
 * last stage of its plan. Cold starts are full starts.
 */
export function ranAtFullMains({ job, fittings, observations, events }: Repairing & Pick<JobRecords, "job" | "events">): boolean {
  const since = lastRepair({ fittings, observations })?.seq ?? -Infinity;
  const started = observations.some(
    ({ seq, observation: o }) => seq >= since && ((o.kind === "coldStart" && o.started) || (o.kind === "coldStarts" && o.started > 0)),
  );
  return (
    started ||
    events.some((e) => e.kind === "powerOn" && !e.struck && e.seq >= since && atFullMains(e.seq, e.line, observations, job.mainsV))
  );
}

function atFullMains(seq: number, line: string | null, observations: JobRecords["observations"], mains: number | null): boolean {
  const step = observations.filter(isOf("mains")).find((o) => line !== null && o.line === line)?.observation;
  const stage = observations.filter(isOf("stage")).findLast((o) => o.seq <= seq)?.observation.stage ?? null;
  // what was put between the mains and the unit stays there until its last stage
  if (!step) return stage === "full" || !observations.some((o) => o.observation.kind === "means" && o.seq <= seq);
  const share = step.share ?? (step.volts !== null && mains ? step.volts / mains : 0);
  return stage === "full" && share >= FULL;
}

/**
 * The share of the mains a unit was set to at the place of a line: by the last step before it, unless it was switched on anew since.
 * @returns null where it stood on all of its mains, or no step was entered
 */
export function reducedMainsAt(
  { observations, events, job }: Pick<JobRecords, "observations" | "events" | "job">,
  seq: number,
): number | null {
  const step = observations.filter(isOf("mains")).findLast((o) => o.seq <= seq);
  if (!step) return null;
  const on = events.findLast((e) => e.kind === "powerOn" && !e.struck && e.seq <= seq);
  if (on && on.seq > step.seq && on.line !== step.line) return null;
  const { share, volts } = step.observation;
  const set = share ?? (volts === null || !job.mainsV ? 1 : volts / job.mainsV);
  return set < FULL ? set : null;
}

const WETS: ReadonlySet<string> = new Set(["leaking", "crust", "wet"]);

/** Parts and places that leaked: what they wetted is cleaned and its insulation measured again before the unit is closed. */
export function leakersOf({ positions, unit }: Pick<JobModel, "positions" | "unit">): string[] {
  const parts = positions.filter((p) =>
    p.fittings.some((f) => f.readings.some((r) => r.measurement.kind === "visual" && WETS.has(r.measurement.sign))),
  );
  const places = unit.looks.filter((l) => WETS.has(l.look.sign) && !l.look.intended);
  return [...new Set([...parts.map((p) => p.designator), ...places.map((l) => (l.subject.kind === "unit" ? "the unit" : l.subject.name))])];
}

/**
 * Whether something leaked and was not shown to be clean since: something about it was not good, or the insulation was not measured there.
 * A place that is no part or place that leaked stands for what all of them wetted.
 */
export function contaminated(model: Pick<JobModel, "positions" | "unit">): boolean {
  const { leaks } = model.unit.notes;
  const leakers = leakersOf(model);
  const measured = leaks.filter((l) => l.step === "insulation").map((l) => l.name);
  const cleared = (leaker: string) => measured.some((name) => name === leaker || !leakers.includes(name));
  return leaks.some((l) => !l.fine) || !leakers.every(cleared);
}
