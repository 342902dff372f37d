import {
  PATH,
  afterFacts,
  afterFitting,
  diagnose,
  diagnosisInputsOf,
  nextOf,
  stationStates,
  type AfterFitting,
  type Diagnosis,
  type JobFacts,
  type JobModel,
  type NextAct,
  type StationId,
} from "@mirvek/core/job";
import type { RailShapes } from "@mirvek/core/powerUp";
import type { ChoiceView, JobView, Prediction, Records, ShopView } from "./jobView";

/** Where a job stands: everything that was diagnosed, and what comes next. */
export interface Standing {
  after: AfterFitting;
  facts: JobFacts;
  diagnosis: Diagnosis;
  next: { act: NextAct; at: StationId };
}

/** Composed once, for the view of a job and for its row on the bench. */
export function standingOf(
  records: Records,
  shop: ShopView,
  model: JobModel<ChoiceView>,
  predictions: readonly Prediction[] = [],
  rails?: RailShapes,
): Standing {
  const after = afterFitting(shop.constants, records, model, rails);
  const predicted = predictions.flatMap((p) => p.predicted ?? []);
  const { facts: diagnosed, diagnosis } = diagnose(records.job, model, diagnosisInputsOf(shop, predicted));
  const facts: JobFacts = { ...diagnosed, after: afterFacts(after, records) };
  return { after, facts, diagnosis, next: nextOf(facts, PATH) };
}

/** What is shown of a job, from its records and their model. */
export function viewOf(
  records: Records,
  shop: ShopView,
  model: JobModel<ChoiceView>,
  predictions: readonly Prediction[] = [],
  rails?: RailShapes,
): JobView {
  const nameOf = (id: number | null) => records.positions.find((p) => p.id === id)?.designator ?? null;
  const { after, facts, diagnosis, next } = standingOf(records, shop, model, predictions, rails);
  return {
    after,
    revision: records.revision,
    job: records.job,
    safety: model.safety,
    highest: model.highest,
    stations: stationStates(facts, PATH),
    next: next.act,
    nextAt: next.at,
    positions: model.positions,
    facts,
    diagnosis,
    lines: records.lines,
    points: records.points.map(({ line, positionId, point, volts, form, significant, takenAt }) => ({
      line,
      where: point ?? nameOf(positionId) ?? "retired part",
      volts,
      form,
      significant,
      takenAt,
    })),
    unit: model.unit,
    observations: records.observations,
    circuits: records.circuits,
    notes: records.notes.map(({ line, positionId, at, by, text }) => ({ line, where: nameOf(positionId), at, by, text })),
    safetyLog: records.events
      .filter((e) => !e.struck)
      .map((e) => ({
        line: e.line,
        at: e.at,
        kind: e.kind,
        position: "position" in e ? e.position : null,
        volts: "volts" in e ? e.volts : null,
        reason: "reason" in e ? (e.reason ?? null) : null,
      })),
    unreadable: records.unreadable,
    shop,
  };
}
