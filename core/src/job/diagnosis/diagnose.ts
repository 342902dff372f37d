import type { Scope } from "../../device";
import type { Act } from "../../evidence";
import { takenBy } from "../../choose";
import { filtersSupply } from "../../part";
import { isBad, isCondemned } from "../../verdict";
import { isClosed, type JobFacts, type DiagnosisFacts } from "../model/facts";
import type { JobModel, PositionModel } from "../model/jobModel";
import type { JobState } from "../records/state";
import { diagnoseJob, type DiagnosedModel } from "./diagnoseJob";
import type { Suspect, DiagnosisJob, Diagnosis } from "./types";
import { worthOf } from "./advice";
import type { DiagnosisInputs } from "../../diagnosis";

/** What the weighing must know of a job. */
interface DiagnosedJob extends DiagnosisJob {
  state: JobState;
  scopeApproach: Scope;
}

/** Everything on record weighed, and what it comes to for the path. */
interface Diagnosed {
  diagnosis: Diagnosis;
  facts: JobFacts;
}

/** Weighs a model, once for all that is shown of it. */
export function diagnose(job: DiagnosedJob, model: DiagnosedModel & Pick<JobModel, "facts">, inputs?: DiagnosisInputs): Diagnosed {
  const diagnosis = diagnoseJob(job, model, inputs);
  const open = job.findings.length > 0 && !isClosed(job.state);
  return {
    diagnosis,
    facts: { ...model.facts, diagnosis: open ? diagnosisFacts(diagnosis, job, model) : null, alsoChange: alsoChange(job, model) },
  };
}

/** Parts that the approach of how much takes beside the bad ones, of which nothing is decided yet. */
export function alsoChange(
  { scopeApproach, state }: Pick<DiagnosedJob, "scopeApproach" | "state">,
  { positions }: Pick<JobModel, "positions">,
): string[] {
  if (isClosed(state)) return [];
  const taken = takenBy(
    scopeApproach,
    positions.map((p) => ({ ...p, bad: isBad(p.fittings[0]!.verdict.state) })),
  );
  return taken.filter((p) => !p.bad && !p.renewed && (p.choice === null || p.choice.decision === "withdrawn")).map((p) => p.designator);
}

/** Under this many bits a test is not worth the walk to it. */
const WORTH_BITS = 0.02;

function diagnosisFacts(
  diagnosis: Diagnosis,
  { scopeApproach }: DiagnosedJob,
  { positions, unit }: Pick<JobModel, "positions" | "unit">,
): DiagnosisFacts {
  const shown = diagnosis.suspects.filter((s) => s.state === "shown");
  const listed = new Set(positions.map((p) => p.designator));
  const mend = shown.flatMap((s) => mendingOf(s, listed, unit.tried) ?? [])[0] ?? null;
  const [advice = null] = diagnosis.advice.filter((a) => a.bits >= WORTH_BITS);
  const left = positions.filter((p) => p.verdict.state === "unmeasured" && !p.renewed);
  // what a bridge or a lifted leg has shown is measured all the same before it is replaced
  const cured = new Set(shown.flatMap((s) => (s.decisive?.by === "cured" ? touchedIn(s.decisive.seq, unit.tried) : [])));
  const measure =
    shown.length > 0
      ? [...new Set([...left.filter((p) => cured.has(p.designator)), ...byScope(scopeApproach, left, positions)])]
      : bySuspicion(diagnosis, left);
  const locked = diagnosis.held.find((h) => h.by === "charge" && h.advice.bits >= WORTH_BITS)?.advice ?? null;
  const lockedFirst = locked !== null && shown.length === 0 && (advice === null || worthOf(locked) > worthOf(advice));
  return { settled: shown.length > 0, mend, advice, lockedFirst, measure: measure.map((p) => p.designator) };
}

const MENDS: ReadonlySet<Act> = new Set<Act>(["replaced", "resoldered", "cleaned"]);

/** What is to be seen to where the cause is no capacitor of the list: by its part, where one was measured or followed. */
function mendingOf(s: Suspect, listed: ReadonlySet<string>, tried: JobModel["unit"]["tried"]): DiagnosisFacts["mend"] {
  const { decisive } = s;
  if (decisive === null || decisive.by === "cured" || decisive.by === "changedNothing" || decisive.by === "measuredSound") return null;
  const part = decisive.by === "measuredOut" ? decisive.designator : (touchedIn(decisive.seq, tried)[0] ?? null);
  if (part !== null && listed.has(part)) return null;
  const done = tried.some((t) => MENDS.has(t.tried.act) && (part === null || t.tried.to.flatMap(nameOf).includes(part)));
  return done ? null : { hypothesis: s.id, part };
}
const touchedIn = (seq: number, tried: JobModel["unit"]["tried"]): string[] =>
  tried.find((t) => t.seq === seq)?.tried.to.flatMap(nameOf) ?? [];
const nameOf = (s: { kind: string; name?: string }): string[] => (s.name === undefined ? [] : [s.name]);

/** Once a cause is shown, what else is measured is a matter of approach: nothing, its kind, its section; all that goes out need not be. */
function byScope(scope: Scope, left: readonly PositionModel[], positions: readonly PositionModel[]): PositionModel[] {
  const bad = positions.filter((p) => isCondemned(p.fittings[0]!.verdict.state));
  switch (scope) {
    case "provenBad":
    case "everyElectrolytic":
      return [];
    case "provenBadAndKind":
      return left.filter((p) => bad.some((b) => b.role === p.role));
    case "section":
      return left.filter((p) => bad.some((b) => b.section === p.section));
  }
}

/** What is asked for first; what filters the supply before the rest where power waits for it. */
function bySuspicion({ advice, held, suspects }: Diagnosis, left: readonly PositionModel[]): PositionModel[] {
  const asked = advice[0]?.kind === "measure" ? advice[0].designators : [];
  const powerWaits = held.some((h) => h.by === "firstPower");
  const suspected = suspects.filter((s) => s.state !== "ruledOut").flatMap((s) => s.designators);
  const at = (p: PositionModel) =>
    asked.includes(p.designator)
      ? -2
      : powerWaits && filtersSupply(p.role)
        ? -1
        : suspected.includes(p.designator)
          ? suspected.indexOf(p.designator)
          : suspected.length;
  return [...left].sort((a, b) => at(a) - at(b));
}
