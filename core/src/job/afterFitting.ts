import type { Stage } from "../device";
import { underFigures, type OwnFigures } from "../knowledge";
import type { Consequence } from "../readout";
import type { RailShapes } from "../firstPower";
import { bringUpPicture, stepHold, unreadOf, type BringUpPicture, type StepHold } from "./bringUp";
import type { AfterFacts } from "./facts";
import { settingPicture, type SettingPicture } from "./idleSetting";
import type { JobPicture } from "./picture";
import { firstRepair, proofPicture, type ProofPicture } from "./proof";
import { refitPicture, type RefitPicture } from "./refit";
import type { JobRecords } from "./records";
import { timersOf, type Timer } from "./timers";

/** What comes after the last solder joint: going in, bringing up, setting, proving, and the clocks that run meanwhile. */
export interface AfterFitting {
  refit: RefitPicture;
  bringUp: BringUpPicture;
  setting: SettingPicture;
  proof: ProofPicture;
  timers: readonly Timer[];
}

/** Folds it once for all that is shown of it, under the shop's figures. */
export const afterFitting = (
  records: JobRecords,
  picture: JobPicture,
  shapes: RailShapes | undefined,
  figures: OwnFigures = {},
): AfterFitting =>
  underFigures(figures, () => ({
    refit: refitPicture(records, picture),
    bringUp: bringUpPicture(records, picture, shapes),
    setting: settingPicture(records, picture),
    proof: proofPicture(records, picture),
    timers: timersOf(records),
  }));

/** What the path needs to know of it. */
export function afterFacts(
  { refit, bringUp, setting, proof }: AfterFitting,
  records: Pick<JobRecords, "fittings" | "observations" | "events">,
): AfterFacts {
  const steps = bringUp.stages.flatMap((s) => s.steps);
  const repaired = firstRepair(records);
  const powered = records.events.some((e) => e.kind === "powerOn" && e.seq > repaired);
  const idle = setting.groups.flatMap((g) => g.channels);
  const here = steps.find((s) => s.state === "now");
  return {
    fit: { fitted: refit.fits.filter((f) => f.fitted).length, of: refit.fits.length },
    bringUp: {
      done: steps.filter((s) => s.state === "done").length,
      of: steps.length,
      begun: bringUp.begun,
      finished: bringUp.finished,
      stopped: bringUp.stop !== null,
      next: bringUp.next,
      unread: here ? unreadOf(here) : [],
      // whoever switched it on without the plan has brought it up
      wanted: repaired < Infinity && !powered && steps.length > 0,
    },
    set: {
      done: idle.filter((c) => c.state === "set").length,
      of: idle.length,
      begun: setting.begun,
      finished: setting.done,
      unreachable: setting.unreachable[0] ?? null,
      next: idle.find((c) => c.state !== "set")?.channel ?? null,
    },
    prove: { begun: proof.begun, left: proof.left, failed: proof.failed, asked: proof.items.filter((i) => i.asked).length },
  };
}

/** The stage or step a line begins, where it begins one. */
function begins(
  brings: readonly Consequence[],
  at: Stage | undefined,
): { stage: Stage; share: number | null; because: string | null } | null {
  for (const c of brings) {
    if (c.about !== "observed") continue;
    const { observation: o } = c;
    if (o.kind === "stage") return { stage: o.stage, share: null, because: o.because };
    if (o.kind === "mains") return { stage: at ?? "full", share: o.share, because: o.because };
  }
  return null;
}

/**
 * Why a line may not be kept now: it would set the mains, or begin a stage, out of the order of the plan. Null for any other line and where
 * it may. @param job its bring-up as it stands before the line
 */
export function heldLine(
  job: Pick<JobPicture, "positions" | "unit" | "facts" | "safety"> & { job: JobRecords["job"]; after: Pick<AfterFitting, "bringUp"> },
  brings: readonly Consequence[],
): StepHold | null {
  const { bringUp } = job.after;
  const wanted = begins(brings, bringUp.at?.stage ?? bringUp.stages[0]?.stage);
  if (wanted === null) return null;
  const volts = brings.flatMap((c) => (c.about === "observed" && c.observation.kind === "mains" ? [c.observation.volts] : []))[0] ?? null;
  const share = wanted.share ?? (volts !== null && job.job.mainsV ? volts / job.job.mainsV : null);
  return stepHold(bringUp, job, job, { stage: wanted.stage, share }, wanted.because);
}
