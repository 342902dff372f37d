import "server-only";
import { chargeState, touchSafety, type SafetyEvent, type TouchSafety } from "@mirvek/core/bringUp";
import {
  expectEsr,
  isBad,
  judge,
  type JudgingContext,
  type Parallel,
  type ShelfReading,
  type Twin,
  type Verdict,
} from "@mirvek/core/capacitor";
import type { CataloguePart, Refusal } from "@mirvek/core/choose";
import { nextAct, stationStates, type JobFacts, type PositionFacts } from "@mirvek/core/job";
import { scenariosFor } from "@mirvek/core/trace";
import { hertz, type Volts } from "@mirvek/core/units";
import type { CircuitView } from "../schemas/circuit";
import type { BenchRow, ChoiceView, JobRecord, JobView, PositionRecord, PositionView } from "../schemas/jobView";
import { together, type Db } from "./db";
import { listChoices, type StoredChoice } from "./repositories/choices";
import { listCircuits } from "./repositories/circuits";
import { listJobs, listNotes } from "./repositories/jobs";
import { listParts } from "./repositories/parts";
import { listPositions } from "./repositories/positions";
import {
  listLines,
  listPointReadings,
  listReadings,
  listSafetyEvents,
  type PointReading,
  type StoredReading,
} from "./repositories/records";
import { getShop, listDrawer, listMeters, listShelf } from "./repositories/shop";

/** Everything on record about one job that its picture is drawn from. */
interface Records {
  job: JobRecord;
  positions: readonly PositionRecord[];
  readings: ReadonlyMap<number, StoredReading[]>;
  choices: ReadonlyMap<number, StoredChoice>;
  events: readonly SafetyEvent[];
  circuits: readonly CircuitView[];
}

const LATEST_LINES = 12;

/** The bench: every job with its hazard, its next act and how far it is. Seven queries however many jobs there are. */
export async function loadBench(db: Db): Promise<BenchRow[]> {
  const [jobs, shop, shelf] = [await listJobs(db), await getShop(db), await listShelf(db)];
  const all = await loadRecords(db, jobs);
  return all.map((records) => {
    const { job, positions } = records;
    const verdicts = judgeAll(records, shelf);
    const safety = safetyOf(records, shop.touchLimit);
    const states = positions.map((p) => verdicts.get(p.id)!.state);
    return {
      number: job.number,
      title: job.title,
      complaint: job.complaint,
      state: job.state,
      safety,
      next: nextAct(factsOf(records, verdicts, safety)),
      positions: positions.length,
      measured: states.filter((s) => s !== "unmeasured").length,
      bad: states.filter(isBad).length,
      openedAt: job.openedAt,
      verdicts: states,
    };
  });
}

/** The whole picture of one job, put together from its records. */
export async function loadJobView(db: Db, job: JobRecord): Promise<JobView> {
  const [[records], shop, meters, shelf, points, drawer, lines, notes] = await together(db, [
    () => loadRecords(db, [job]),
    () => getShop(db),
    () => listMeters(db),
    () => listShelf(db),
    () => listPointReadings(db, job.id),
    () => listDrawer(db),
    () => listLines(db, job.id, LATEST_LINES),
    () => listNotes(db, job.id),
  ]);
  const partIds = [...records!.choices.values()].flatMap((c) => c.partId ?? []);
  const parts = partIds.length === 0 ? [] : await listParts(db, partIds);
  const verdicts = judgeAll(records!, shelf);
  const safety = safetyOf(records!, shop.touchLimit);
  const facts = factsOf(records!, verdicts, safety);
  const twinsOf = twinNames(records!.positions);
  const esrMeter = meters.find((m) => m.shows === "esr");
  const designatorOf = new Map(records!.positions.map((p) => [p.id, p.designator]));
  return {
    job,
    safety,
    stations: stationStates(facts),
    next: nextAct(facts),
    positions: records!.positions.map((p): PositionView => ({
      ...p,
      verdict: verdicts.get(p.id)!,
      expectation: expectEsr(p, esrMeter?.esrAt ?? hertz(100_000), esrMeter?.id ?? null, shelf, datasheetOf(p)),
      readings: (records!.readings.get(p.id) ?? []).map(({ positionId: _p, lineId: _l, ...r }) => r),
      twins: twinsOf.get(p.id) ?? [],
      choice: choiceView(records!.choices.get(p.id), parts),
      charge: p.holdsCharge ? chargeState(records!.events, p.designator, shop.touchLimit) : null,
    })),
    meters,
    lines,
    points: points.map((r) => pointView(r, designatorOf)),
    notes,
    safetyLog: records!.events.map(({ at, kind, ...e }) => ({
      at,
      kind,
      position: "position" in e ? e.position : null,
      volts: "volts" in e ? e.volts : null,
      reason: "reason" in e ? e.reason : null,
    })),
    circuits: [...records!.circuits],
    drawer,
    touchLimit: shop.touchLimit,
    currency: shop.currency,
    now: Date.now(),
  };
}

async function loadRecords(db: Db, jobs: readonly JobRecord[]): Promise<Records[]> {
  const ids = jobs.map((j) => j.id);
  const [positions, allReadings, allChoices, events, circuits] = await together(db, [
    () => listPositions(db, ids),
    () => listReadings(db, ids),
    () => listChoices(db, ids),
    () => listSafetyEvents(db, ids),
    () => listCircuits(db, ids),
  ]);
  const readings = new Map<number, StoredReading[]>();
  for (const r of allReadings) {
    const sofar = readings.get(r.positionId);
    if (sofar) sofar.push(r);
    else readings.set(r.positionId, [r]);
  }
  const choices = new Map(allChoices.map((c) => [c.positionId, c]));
  return jobs.map((job) => ({
    job,
    positions: positions.filter((p) => p.jobId === job.id),
    readings,
    choices,
    events: events.filter((e) => e.jobId === job.id).map((e) => e.event),
    circuits: circuits.filter((c) => c.jobId === job.id).map(({ jobId: _j, ...c }) => c),
  }));
}

/** How the job stands between hands and charge. */
const safetyOf = ({ positions, events }: Records, limit: Volts): TouchSafety =>
  touchSafety(events, positions.filter((p) => p.holdsCharge).map((p) => p.designator), limit); // prettier-ignore

const datasheetOf = (p: PositionRecord) => (p.originalEsr === null ? null : { esr: p.originalEsr, at: hertz(100_000) });

function parallelOf(p: PositionRecord, byDesignator: ReadonlyMap<string, PositionRecord>): Parallel {
  if (p.parallelWith === null) return { kind: "unknown" };
  const parts = p.parallelWith.flatMap((d) => byDesignator.get(d) ?? []);
  // a neighbour that is named but not on the job could be anything
  if (parts.length < p.parallelWith.length) return { kind: "unknown" };
  return parts.length === 0 ? { kind: "alone" } : { kind: "with", parts };
}

function twinNames(positions: readonly PositionRecord[]): Map<number, string[]> {
  const names = new Map<number, string[]>();
  for (const p of positions)
    names.set(p.id, p.twinKey === null ? [] : positions.filter((q) => q !== p && q.twinKey === p.twinKey).map((q) => q.designator)); // prettier-ignore
  return names;
}

/** Verdicts in two passes: each part on its own, then against the verdicts of its twins. */
function judgeAll({ positions, readings }: Records, shelf: readonly ShelfReading[]): Map<number, Verdict> {
  const byDesignator = new Map(positions.map((p) => [p.designator, p]));
  const context = (p: PositionRecord): JudgingContext => ({
    part: p,
    parallel: parallelOf(p, byDesignator),
    shelf,
    datasheet: datasheetOf(p),
  });
  const alone = new Map(positions.map((p) => [p.id, judge(readings.get(p.id) ?? [], context(p))]));
  const twinsOf = twinNames(positions);
  return new Map(
    positions.map((p) => {
      const twins: Twin[] = twinsOf.get(p.id)!.map((designator) => {
        const twin = byDesignator.get(designator)!;
        return { designator, readings: readings.get(twin.id) ?? [], state: alone.get(twin.id)!.state };
      });
      return [p.id, twins.length === 0 ? alone.get(p.id)! : judge(readings.get(p.id) ?? [], context(p), twins)];
    }),
  );
}

function factsOf(
  { job, positions, readings, choices, circuits }: Records,
  verdicts: ReadonlyMap<number, Verdict>,
  safety: TouchSafety,
): JobFacts {
  const twinsOf = twinNames(positions);
  return {
    state: job.state,
    complaint: job.complaint,
    findings: job.findings.length,
    safety,
    waived: job.waiver !== null,
    explained: explanationOf(job, positions, circuits),
    positions: positions.map((p): PositionFacts => {
      const verdict = verdicts.get(p.id)!;
      const decision = choices.get(p.id)?.decision;
      return {
        designator: p.designator,
        verdict: verdict.state,
        settle: verdict.settle,
        inCircuitOnly: verdict.certainty !== "shown" && (readings.get(p.id) ?? []).every((r) => r.inCircuit),
        decision: decision === undefined || decision === "withdrawn" ? "none" : decision,
        twins: twinsOf.get(p.id)!,
      };
    }),
  };
}

/** Whether an answer has been kept for a circuit that makes this complaint; null where none does. */
function explanationOf(job: JobRecord, positions: readonly PositionRecord[], circuits: readonly CircuitView[]): boolean | null {
  const { complaint } = scenariosFor({ ...job, roles: positions.map((p) => p.role) });
  return complaint.length === 0 ? null : circuits.some((c) => c.answer !== null && complaint.includes(c.scenario));
}

function choiceView(choice: StoredChoice | undefined, parts: readonly CataloguePart[]): ChoiceView | null {
  if (!choice) return null;
  const { id, decision, reason, overridden, at, partId } = choice;
  // the rules as the core named them when the choice was made
  return { id, decision, reason, overridden: overridden as unknown as Refusal[], at, part: parts.find((p) => p.id === partId) ?? null };
}

function pointView(r: PointReading, designatorOf: ReadonlyMap<number, string>) {
  const where = r.point ?? designatorOf.get(r.positionId!) ?? "retired part";
  return { id: r.id, where, volts: r.volts, alternating: r.alternating, significant: r.significant, takenAt: r.takenAt };
}
