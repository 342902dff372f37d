import type { HypothesisRow } from "../../knowledge";
import {
  STARTER,
  complaintEvidence,
  hypothesesOf,
  infer,
  weightOfEvidence,
  weightsOf,
  type DiagnosisInputs,
  type Posterior,
} from "../../diagnosis";
import { isCondemned } from "../../verdict";
import type { JobModel, PositionModel } from "../model/jobModel";
import { sectionsIn } from "./sections";
import type { Reason, Suspect, SuspectState, DiagnosisJob, Diagnosis } from "./types";
import { adviceOf } from "./advice";
import { acquittedIn, capacitorEvidence, placeEvidence } from "./fromCapacitors";
import { partsOf, type JobEvidence } from "./evidence";
import { heardNow, heardEvidence, tokensHeard } from "./heard";
import { rippleEvidence } from "./ripple";
import { unitEvidence } from "./fromUnit";
import type { TriedModel } from "../model/tried";

// Everything on record of a job, weighed: which fault, what to do next, and when it is shown.

/** What the diagnosis must see of a model. */
export type DiagnosedModel = Pick<JobModel, "positions" | "unit" | "safety" | "ripples">;

/** Weighs everything on record. Pure: the same record gives the same answer, in whatever order it was said. */
export function diagnoseJob(
  job: DiagnosisJob,
  model: DiagnosedModel,
  { table, learned, predicted, instruments }: DiagnosisInputs = STARTER,
): Diagnosis {
  const sections = sectionsIn(job, model);
  const rows = hypothesesOf(job, sections, table.faults);
  const evidence: JobEvidence[] = [
    ...complaintEvidence(job, rows, tokensHeard(heardNow(model))),
    ...capacitorEvidence(job, model, rows),
    ...placeEvidence(job, model, rows),
    ...rippleEvidence(model, rows, predicted),
    ...heardEvidence(job, model, rows, table.tests),
    ...unitEvidence(model, rows, table.tests),
  ];
  const posterior = infer(weightsOf(job, rows, learned), evidence);
  const suspects = rows
    .map((h, i) => suspectOf(h, i, posterior, evidence, job, model))
    .sort((a, b) => b.chance - a.chance || a.id.localeCompare(b.id));
  const { advice, held } = adviceOf(job, model, sections, rows, posterior, evidence, table.tests, instruments);
  return { suspects, other: posterior.other, advice, held, badButInnocent: unrelated(job, model) };
}

const SHOWN_FROM = 0.4;
const LIKELY_FROM = 0.5;
const SUSPECTED_FROM = 0.08;
const MAX_REASONS = 3;

function suspectOf(
  h: HypothesisRow,
  i: number,
  posterior: Posterior,
  evidence: readonly JobEvidence[],
  job: DiagnosisJob,
  { positions }: Pick<JobModel, "positions">,
): Suspect {
  const reasons = evidence.map((e): Reason => ({
    source: e.source,
    happened: e.happened,
    bits: weightOfEvidence(e, i, posterior),
    ...(e.ripple ? { ripple: e.ripple } : {}),
  }));
  const strongest = (sign: 1 | -1) =>
    reasons
      .filter((r) => sign * r.bits > 0.25)
      .sort((a, b) => sign * (b.bits - a.bits))
      .slice(0, MAX_REASONS);
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

const DRIED: ReadonlySet<string> = new Set(["esr", "esrOverRange", "capacitance", "capacitanceGone"]);

/**
 * Bad parts that are not the cause: exchanged without effect, or in a channel that has not the fault. What was not tested is not called so,
 * and never what took the complaint with it.
 */
function unrelated({ faultyChannel, findings }: DiagnosisJob, { positions, unit }: Pick<JobModel, "positions" | "unit">): string[] {
  const exchanged = unit.tried.filter((t) => !t.refused && (t.tried.act === "replaced" || t.tried.act === "bridged"));
  const among = (t: TriedModel, designator: string) => t.tried.to.some((s) => s.kind === "part" && s.name === designator);
  const helped = (d: string) =>
    exchanged.some((t) => among(t, d) && !t.returned && (t.tried.outcome === "gone" || t.tried.outcome === "better"));
  // a good part across one that has dried stands in for it; across one that leaks it does not
  const inVain = (p: PositionModel) =>
    exchanged.some(
      (t) =>
        among(t, p.designator) &&
        (t.tried.outcome === "same" || t.tried.outcome === "worse") &&
        (t.tried.act === "replaced" || DRIED.has(p.fittings[0]!.verdict.reason.code)),
    );
  const acquitted = acquittedIn(positions, unit.complaint);
  const oneChannel = findings.includes("oneChannel") && faultyChannel !== null;
  return positions
    .filter((p) => isCondemned(p.fittings[0]!.verdict.state) && !helped(p.designator))
    .filter((p) => inVain(p) || acquitted.has(p.designator) || (oneChannel && p.channel !== null && p.channel !== faultyChannel))
    .map((p) => p.designator);
}
