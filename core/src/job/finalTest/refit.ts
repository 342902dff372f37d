import { REFIT_STEPS, type RefitList, type RefitStep } from "../../device";
import { isOf } from "../records/observed";
import type { JobModel } from "../model/jobModel";
import type { JobRecords } from "../records/records";

/** One step of a list, with what it is about on this job. */
export interface RefitStepModel {
  step: RefitStep;
  /** null: nobody said */
  done: boolean | null;
  note: string | null;
  by: string | null;
  takenAt: number | null;
  /** parts or things it is about; empty where it is about the whole unit */
  about: readonly string[];
  /** whether this job has anything of the sort */
  applies: boolean;
}

/** A part that goes in: what, where, which way round. */
interface FitRow {
  designator: string;
  section: string;
  old: { nominal: number; rated: number | null };
  /** null: nothing chosen */
  part: string | null;
  temporary: boolean;
  fitted: boolean;
  plus: string | null;
}

export interface RefitModel {
  fits: readonly FitRow[];
  fit: readonly RefitStepModel[];
  refit: readonly RefitStepModel[];
  left: number;
  begun: boolean;
}

interface ChosenPart {
  part?: { code: string } | null;
  set?: { parts: readonly { code: string }[] } | null;
  decision: "replace" | "temporary" | "leave" | "withdrawn";
}

/** What is seen to where parts go in and before the lid goes on, each with the parts of this job it is about. */
export function refitModel(
  { observations }: Pick<JobRecords, "observations">,
  { positions, unit }: Pick<JobModel, "positions" | "unit">,
): RefitModel {
  const said = new Map(observations.filter(isOf("refitStep")).map((o) => [o.observation.step, o]));
  const rows = positions.flatMap((p): FitRow[] => {
    const choice = p.choice as ChosenPart | null;
    const chosen = choice !== null && (choice.decision === "replace" || choice.decision === "temporary");
    if (!chosen && !p.renewed) return [];
    const lies = unit.notes.laid.find((l) => l.name === p.designator);
    const first = p.fittings[0]!.part;
    return [
      {
        designator: p.designator,
        section: p.section,
        old: { nominal: first.nominal, rated: first.rated },
        part: choice?.set ? choice.set.parts.map((s) => s.code).join(" + ") : (choice?.part?.code ?? null),
        temporary: choice?.decision === "temporary",
        fitted: p.renewed,
        plus: lies ? (lies.points ?? lies.plus) : null,
      },
    ];
  });
  const names = (test: (p: JobModel["positions"][number]) => boolean) =>
    positions.filter((p) => rows.some((r) => r.designator === p.designator) && test(p)).map((p) => p.designator);
  const changed = rows.map((r) => r.designator);
  const semiconductors = unit.parts.filter((p) => p.class === "transistor" || p.class === "chip" || p.class === "diode");
  const exchanged = unit.tried
    .filter((t) => t.tried.act === "replaced")
    .flatMap((t) => t.tried.to.flatMap((s) => (s.kind === "unit" ? [] : [s.name])));
  const about: Readonly<Record<RefitStep, readonly string[] | null>> = {
    removed: changed,
    cleaned: changed,
    orientation: names((p) => p.technology === "aluminium" || p.technology === "can" || p.technology === "tantalum"),
    glued: names((p) => (p.height ?? 0) >= TALL || p.technology === "can"),
    insulation: names((p) => p.mounting === "axial" || p.technology === "can"),
    clearance: names((p) => p.maxHeight !== null || p.technology === "can"),
    doubleSided: changed,
    bypassesOut: unit.tried.filter((t) => t.leftIn).flatMap((t) => t.tried.to.flatMap((s) => (s.kind === "unit" ? [] : [s.name]))),
    screws: unit.notes.teardown.filter((t) => !t.back).map((t) => t.text),
    thermistor: null,
    paste: semiconductors.filter((p) => exchanged.includes(p.name)).map((p) => p.name),
    mica: semiconductors.filter((p) => exchanged.includes(p.name)).map((p) => p.name),
    seated: unit.tried
      .filter((t) => t.tried.act === "unplugged")
      .flatMap((t) => t.tried.to.flatMap((s) => (s.kind === "unit" ? [] : [s.name]))),
    earth: unit.notes.checks.filter((c) => c.what === "earthBond").map(() => "earth pin to chassis"),
    fuse: unit.notes.fuses.map((f) => f.name),
  };
  const list = (which: RefitList): RefitStepModel[] =>
    REFIT_STEPS[which].map((step) => {
      const o = said.get(step);
      const mine = about[step];
      return {
        step,
        done: o ? o.observation.done : null,
        note: o?.observation.note ?? null,
        by: o?.by ?? null,
        takenAt: o?.takenAt ?? null,
        about: mine ?? [],
        applies: o !== undefined || mine === null || mine.length > 0,
      };
    });
  const [fit, refit] = [list("fit"), list("refit")];
  return {
    fits: rows,
    fit,
    refit,
    left: [...fit, ...refit].filter((s) => s.applies && s.done !== true).length,
    begun: said.size > 0,
  };
}
/** mm from which a part is glued against shaking (common practice) */
const TALL = 20;
