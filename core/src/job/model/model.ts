import { isPowered, type TouchSafety } from "../../safety";
import { fold, type Folded, type FaultState, type Observation } from "../../evidence";
import { type ShopConstants } from "../../knowledge";
import { isWetAluminium, type CapacitorPart, type Parallel, type Role } from "../../part";
import { evidenceKey, scenariosFor } from "../../explain";
import { hertz } from "../../units";
import { expectEsr, judge, type EsrExpectation, type JudgingContext, type Counterpart } from "../../verdict";
import type { ChoiceFacts, CircuitFacts, Fitting, JobRecords, PositionRecord, StoredReading } from "../records/records";
import { lockOf } from "./lock";
import { markedVolts } from "../records/marked";
import type { ShopFacts } from "../records/shop";
import { complaintSince, contaminated, lastRepair, ranAtFullMains, reducedMainsAt } from "./repaired";
import { REPAIRS } from "./tried";
import { unsafeThings } from "./unsafe";
import { unitModel, type UnitModel } from "./unit";
import type { JobFacts, PositionFacts } from "./facts";
import type { FittingModel, JobModel, PositionModel, Ripple } from "./jobModel";

/**
 * Makes a function that puts the model of a job together from its records, and remembers: a position whose inputs are the same
 * objects as last time keeps its very object, so that a line costs one part and not four hundred.
 */
export function deriveJob<C extends ChoiceFacts>(): (records: JobRecords<JobRecords["job"], C>, shop: ShopFacts) => JobModel<C> {
  const remember = memory<Folded<StoredReading>>();
  const alone = memory<FittingModel[]>();
  const pictures = memory<PositionModel<C>>();
  const effective = memory<PositionRecord>();
  const units = memory<UnitModel>();
  const model = (stored: JobRecords<JobRecords["job"], C>, shop: ShopFacts): JobModel<C> => {
    const workings = new Map(stored.workings.map((w) => [w.positionId, w.volts]));
    const marked = markedVolts(stored.observations);
    const records = {
      ...stored,
      positions: stored.positions.map((p) => {
        const working = workings.has(p.id) ? workings.get(p.id)! : p.working;
        const rated = p.rated ?? marked.get(p.designator) ?? null;
        return working === p.working && rated === p.rated ? p : effective.of(p.id, [p, working, rated], () => ({ ...p, working, rated }));
      }),
    };
    const context = surroundings(records);
    const lock = lockOf(records, shop);
    const own = new Map(
      records.positions.map((p) => {
        const inputs = [p, records.readings[p.id], shop, context.fittings.get(p.id), context.parallel.get(p.id)];
        return [p.id, alone.of(p.id, inputs, () => fittingPictures(p, records, shop, context, remember))] as const;
      }),
    );
    const now = (id: number) => own.get(id)!.at(-1)!;
    const positions = records.positions.map((p) => {
      const counterparts = context.counterparts.get(p.id)!;
      const choice = context.choices.get(p.id) ?? null;
      const held = lock.holders.get(p.designator) ?? null;
      const inputs = [own.get(p.id), choice, ...counterparts.map((t) => own.get(t.id)), held && JSON.stringify(held)];
      return pictures.of(p.id, inputs, () => {
        const fittings = own.get(p.id)!;
        const current = fittings.at(-1)!;
        const verdict =
          counterparts.length === 0
            ? current.verdict
            : judge(
                current.folded,
                judging(p, current.part, shop, context),
                counterparts.map((t) => counterpartOf(t, now(t.id))),
              );
        return {
          ...p,
          fittings: [...fittings.slice(0, -1), { ...current, verdict }],
          verdict,
          readings: current.readings,
          folded: current.folded,
          renewed: current.fitting !== null,
          counterparts: counterparts.map((t) => t.designator),
          parallelWith: context.across.get(p.id) ?? null,
          choice,
          held,
        };
      });
    });
    const { safety, highest } = lock;
    const unit = units.of(0, [records.observations, records.points, records.events, stored.positions, records.job, shop.constants], () =>
      unitOf(shop.constants, records),
    );
    return {
      positions,
      safety,
      highest,
      unit,
      ripples: ripplesOf(records),
      facts: factsOf(shop.constants, records, positions, safety, unit),
    };
  };
  return model;
}

function ripplesOf({ positions, points, fittings }: JobRecords): Ripple[] {
  if (!points.some((r) => r.form !== "dc")) return [];
  return positions.flatMap((p): Ripple[] => {
    const fitted = Math.min(...fittings.filter((f) => f.positionId === p.id).map((f) => f.seq), Infinity);
    const latest = points.findLast((r) => r.positionId === p.id && r.form !== "dc" && r.volts > 0 && r.seq < fitted);
    return latest && latest.form !== "dc" ? [{ designator: p.designator, volts: latest.volts, form: latest.form }] : [];
  });
}

function unitOf(constants: ShopConstants, { job, observations, points, positions, events }: JobRecords): UnitModel {
  return unitModel(observations, points, {
    capacitors: new Map(positions.map((p) => [p.designator, { nominal: p.nominal, rated: p.rated, onMains: ON_MAINS.has(p.role) }])),
    energisedAt: (seq) => isPowered(events.filter((e) => e.seq <= seq)),
    reducedMainsAt: (seq) => reducedMainsAt({ observations, events, job }, seq),
    ranSince: (seq) =>
      job.mainsV === null ||
      isPowered(events.filter((e) => e.seq <= seq)) ||
      events.some((e) => e.kind === "powerOn" && !e.struck && e.seq > seq),
    unitKind: job.unitKind,
    supplyKind: job.supplyKind,
    ageYears: job.ageYears,
    mains: job.mainsV,
    constants,
  });
}
const ON_MAINS: ReadonlySet<Role> = new Set<Role>(["mainsX", "mainsY", "smpsPrimary"]);

/** Keeps one value a key for as long as its inputs are the same objects. */
function memory<T>() {
  const kept = new Map<number, { inputs: readonly unknown[]; value: T }>();
  return {
    of(key: number, inputs: readonly unknown[], make: () => T): T {
      const before = kept.get(key);
      if (before && before.inputs.length === inputs.length && before.inputs.every((x, i) => x === inputs[i])) return before.value;
      const value = make();
      kept.set(key, { inputs, value });
      return value;
    },
  };
}

interface Dependencies<C extends ChoiceFacts> {
  across: ReadonlyMap<number, readonly string[] | null>;
  parallel: ReadonlyMap<number, string>;
  fittings: ReadonlyMap<number, string>;
  counterparts: ReadonlyMap<number, readonly PositionRecord[]>;
  choices: ReadonlyMap<number, C>;
  byDesignator: ReadonlyMap<string, PositionRecord>;
}

function surroundings<C extends ChoiceFacts>(records: JobRecords<JobRecords["job"], C>): Dependencies<C> {
  const byDesignator = new Map(records.positions.map((p) => [p.designator, p]));
  const across = new Map(records.across.map((a) => [a.positionId, a.designators]));
  const groups = new Map<string, PositionRecord[]>();
  for (const p of records.positions)
    if (p.counterpartGroup !== null) groups.set(p.counterpartGroup, [...(groups.get(p.counterpartGroup) ?? []), p]);
  const neighbours = (p: PositionRecord) =>
    across.get(p.id)?.map((d) => [d, byDesignator.get(d)?.version, byDesignator.get(d)?.id]) ?? null;
  const fittings = new Map<number, Fitting[]>();
  for (const f of records.fittings) fittings.set(f.positionId, [...(fittings.get(f.positionId) ?? []), f]);
  return {
    across,
    // as text: equal neighbours are the same input, whichever objects say so
    parallel: new Map(records.positions.map((p) => [p.id, JSON.stringify(neighbours(p))])),
    fittings: new Map([...fittings].map(([id, list]) => [id, JSON.stringify(list)])),
    counterparts: new Map(
      records.positions.map((p) => [p.id, p.counterpartGroup === null ? [] : groups.get(p.counterpartGroup)!.filter((q) => q !== p)]),
    ),
    choices: new Map(records.choices.map((c) => [c.positionId, c])),
    byDesignator,
  };
}

/** What was found in place and everything fitted since, each with the readings between its line and the next one's. */
function fittingPictures<C extends ChoiceFacts>(
  p: PositionRecord,
  records: JobRecords<JobRecords["job"], C>,
  shop: ShopFacts,
  context: Dependencies<C>,
  remember: ReturnType<typeof memory<Folded<StoredReading>>>,
): FittingModel[] {
  const all = records.readings[p.id] ?? [];
  const fitted = records.fittings.filter((f) => f.positionId === p.id);
  return [null, ...fitted].map((fitting, i) => {
    const next = fitted[i];
    const readings = fitted.length === 0 ? all : all.filter((r) => r.seq > (fitting?.seq ?? -Infinity) && (!next || r.seq < next.seq));
    const part: CapacitorPart = fitting
      ? { ...p, nominal: fitting.nominal, rated: fitting.rated, technology: fitting.technology, tolerance: fitting.tolerance }
      : p;
    const wet = isWetAluminium(part.technology);
    const folded =
      fitted.length === 0
        ? remember.of(p.id, [readings, wet, shop.constants], () => fold(shop.constants, readings, wet))
        : fold(shop.constants, readings, wet);
    return { fitting, part, readings, folded, verdict: judge(folded, judging(p, part, shop, context)) };
  });
}

const counterpartOf = (p: PositionRecord, now: FittingModel): Counterpart => ({
  designator: p.designator,
  folded: now.folded,
  state: now.verdict.state,
});

const datasheetOf = (p: PositionRecord) => (p.originalEsr === null ? null : { esr: p.originalEsr, at: hertz(100_000) });

function judging<C extends ChoiceFacts>(p: PositionRecord, part: CapacitorPart, shop: ShopFacts, context: Dependencies<C>): JudgingContext {
  const { working, following } = p;
  const { shelf, norms, bulgeDecides, mustClimb, constants } = shop;
  const datasheet = datasheetOf(p);
  return { part, parallel: parallelOf(p, context), datasheet, working, following, shelf, norms, bulgeDecides, mustClimb, constants };
}

function parallelOf<C extends ChoiceFacts>(p: PositionRecord, { across, byDesignator }: Dependencies<C>): Parallel {
  const names = across.get(p.id) ?? null;
  if (names === null) return { kind: "unknown" };
  const parts = names.flatMap((d) => byDesignator.get(d) ?? []);
  // a neighbour that is named but not on the job could be anything
  if (parts.length < names.length) return { kind: "unknown" };
  return parts.length === 0 ? { kind: "alone" } : { kind: "with", parts };
}

/**
 * The limits an ESR reading on this meter would be held against, for the part that is in now: what the verdict will use. In ohms; null for
 * a meter that shows no ESR.
 */
export function limitsOn(p: PositionModel, shop: ShopFacts, meterId: string | null): EsrExpectation | null {
  const meter = shop.meters.find((m) => m.id === meterId);
  if (!meter || meter.shows === "ohmmeter" || meter.shows === "volts") return null;
  return expectEsr(shop.constants, p.fittings.at(-1)!.part, meter.esrAt, meter.id, shop, datasheetOf(p));
}

function factsOf<C extends ChoiceFacts>(
  constants: ShopConstants,
  records: JobRecords<JobRecords["job"], C>,
  positions: readonly PositionModel<C>[],
  safety: TouchSafety,
  unit: UnitModel,
): JobFacts {
  const { job } = records;
  const { complaint: makers } = scenariosFor({ ...job, roles: positions.map((p) => p.role) });
  return {
    state: job.state,
    complaint: job.complaint,
    findings: job.findings.length,
    safety,
    proven: provenBy(records, unit),
    notRun: notRun(records),
    contaminated: contaminated({ positions, unit }),
    diagnosis: null,
    alsoChange: [],
    looked: unit.looks.length > 0 || positions.some((p) => p.readings.some((r) => r.measurement.kind === "visual")),
    heard: unit.heard.length,
    tried: unit.tried.length,
    asked: unit.tried.filter((t) => t.asks.length > 0).length + unit.remarks.filter((r) => r.as === null).length,
    notRefitted: unit.notes.teardown.filter((t) => !t.back).length,
    unsafe: unsafeThings(records, { unit }).length > 0,
    unexplainedFuses: unit.notes.fuses.filter((f) => f.blown && f.because === null).length,
    openFaults: unit.faults.filter((f) => f.text !== null && UNDER_WAY.has(f.state)).length,
    leftIn: unit.tried.filter((t) => t.leftIn).length,
    stillThere: stillThere(unit, records.fittings),
    after: null,
    unmeasuredFuse: unit.parts.find((p) => p.verdict.reason.code === "looksWholeOnly" && p.class === "fuse")?.name ?? null,
    explained:
      makers.length === 0 ? null : records.circuits.some((c) => makers.includes(c.scenario) && stands(constants, c, records, positions)),
    positions: positions.map((p): PositionFacts => ({
      designator: p.designator,
      verdict: p.verdict.state,
      settle: p.verdict.settle,
      inCircuitOnly: p.verdict.certainty !== "shown" && p.readings.every((r) => r.inCircuit),
      decision: decisionOf(p),
      renewed: p.renewed,
      counterparts: p.counterparts,
    })),
  };
}

/** Whether an answer was kept and what it stood on is still so. */
const stands = (constants: ShopConstants, c: CircuitFacts, { job }: JobRecords, positions: readonly PositionModel[]): boolean =>
  c.answer !== null && c.answer.stoodOn === evidenceNow(constants, job, positions);

/** What an explanation worked out now would stand on. */
export const evidenceNow = (constants: ShopConstants, job: JobRecords["job"], positions: readonly PositionModel[]): string =>
  evidenceKey(
    constants,
    job,
    positions.map((p) => ({ part: p.fittings.at(-1)!.part, folded: p.folded, verdict: p.verdict.state })),
  );

/** The latest word on the complaint says that it is still there, though something was repaired before. */
function stillThere({ complaint, tried }: UnitModel, fittings: readonly Fitting[]): boolean {
  if (complaint === null || complaint.outcome === "gone" || complaint.outcome === "better") return false;
  const { seq } = complaint;
  return fittings.some((f) => f.seq <= seq) || tried.some((t) => REPAIRS.has(t.tried.act) && !t.refused && t.seq <= seq);
}

/** Whether the complaint is gone since the last repair; where nothing is complained of, whether anything was read or heard. */
function provenBy(records: JobRecords, unit: UnitModel): boolean | null {
  const last = lastRepair(records);
  if (last === null) return null;
  const { job, readings, points, observations } = records;
  if (job.findings.length > 0 || job.complaint.trim() !== "") return complaintSince(unit, records) === "gone";
  return [...Object.values(readings).flat(), ...points, ...observations.filter((o) => PROVES.has(o.observation.kind))].some(
    (r) => r.seq > last.seq,
  );
}

/** Units without a mains supply are not run at full mains. */
const notRun = (records: JobRecords): boolean =>
  records.job.supplyKind !== "none" && records.job.supplyKind !== "battery" && lastRepair(records) !== null && !ranAtFullMains(records);

const UNDER_WAY: ReadonlySet<FaultState> = new Set<FaultState>(["open", "suspected", "shown"]);

/** What is heard or read; naming a part or answering a question proves nothing. */
const PROVES: ReadonlySet<Observation["kind"]> = new Set<Observation["kind"]>([
  "figure",
  "tried",
  "outcome",
  "coldStart",
  "coldStarts",
  "complaintNow",
  "heard",
  "proof",
]);

/** The decision that holds for the part that is in now: one about a part that has been replaced since is done with. */
function decisionOf(p: PositionModel): PositionFacts["decision"] {
  const { choice } = p;
  if (!choice || choice.decision === "withdrawn") return "none";
  const fitted = p.fittings.at(-1)!.fitting;
  return fitted && fitted.seq > choice.seq && choice.decision !== "temporary" ? "none" : choice.decision;
}
