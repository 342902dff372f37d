import { type ShopConstants } from "../../knowledge";
import type { RailShapes } from "../../powerUp";
import { powerUpModel, unreadOf, type PowerUpModel } from "../powerUp/powerUp";
import type { AfterFacts } from "../model/facts";
import { interlockOf, type Interlock } from "../safety/interlock";
import { adjustModel, type AdjustModel } from "../powerUp/idleAdjust";
import type { JobModel } from "../model/jobModel";
import { lastRepair } from "../model/repaired";
import { finalTestModel, type FinalTestModel } from "./finalTest";
import { refitModel, type RefitModel } from "./refit";
import type { JobRecords } from "../records/records";
import { timersOf, type Timer } from "../records/timers";

/** What comes after the last solder joint: going in, bringing up, setting, proving, and the clocks that run meanwhile. */
export interface AfterFitting {
  refit: RefitModel;
  powerUp: PowerUpModel;
  /** why the next step of the plan, and the unit straight onto the mains, may not be taken now; null where they may */
  interlock: { next: Interlock | null; mains: Interlock | null };
  adjust: AdjustModel;
  finalTest: FinalTestModel;
  timers: readonly Timer[];
}

/** Folds it once for all that is shown of it, under the shop's figures. */
export function afterFitting(constants: ShopConstants, records: JobRecords, model: JobModel, shapes: RailShapes | undefined): AfterFitting {
  const powerUp = powerUpModel(constants, records, model, shapes);
  const job = { records, model, powerUp };
  const { next } = powerUp;
  return {
    refit: refitModel(records, model),
    powerUp,
    interlock: {
      next: next && interlockOf(constants, job, { kind: "step", ...next, because: null }),
      mains: interlockOf(constants, job, { kind: "mains", because: null }),
    },
    adjust: adjustModel(constants, records, model),
    finalTest: finalTestModel(constants, records, model),
    timers: timersOf(records),
  };
}

/** What the path needs to know of it. */
export function afterFacts(
  { refit, powerUp, adjust, finalTest }: AfterFitting,
  records: Pick<JobRecords, "fittings" | "observations" | "events">,
): AfterFacts {
  const steps = powerUp.stages.flatMap((s) => s.steps);
  const repaired = lastRepair(records);
  const powered = repaired !== null && records.events.some((e) => e.kind === "powerOn" && !e.struck && e.seq >= repaired.seq);
  const idle = adjust.groups.flatMap((g) => g.channels);
  const here = steps.find((s) => s.state === "now");
  return {
    fit: { fitted: refit.fits.filter((f) => f.fitted).length, of: refit.fits.length, open: openSteps(refit) },
    powerUp: {
      done: steps.filter((s) => s.state === "done").length,
      of: steps.length,
      begun: powerUp.begun,
      finished: powerUp.finished,
      stopped: powerUp.stop !== null,
      next: powerUp.next,
      unread: here ? unreadOf(here) : [],
      // whoever switched it on without the plan has brought it up
      wanted: repaired !== null && !powered && steps.length > 0,
    },
    adjust: {
      done: idle.filter((c) => c.state === "set").length,
      of: idle.length,
      begun: adjust.begun,
      finished: adjust.done,
      unreachable: adjust.unreachable[0] ?? null,
      next: idle.find((c) => c.state !== "set")?.channel ?? null,
      cold: adjust.groups.flatMap(notWarm)[0] ?? null,
    },
    finalTest: {
      begun: finalTest.begun,
      left: finalTest.left,
      failed: finalTest.failed,
      asked: finalTest.items.filter((i) => i.asked).length,
    },
  };
}

/** Channels that were read and not read warm, in the window where there is one. */
const notWarm = ({ window, channels }: AdjustModel["groups"][number]): string[] =>
  channels.flatMap((c) => (c.state === "coldOnly" || (window !== null && c.now !== null && c.state !== "set") ? [c.channel] : []));

/** Steps before the lid goes on that hold the closing: those about something of this job, and, once the list was begun, all that apply. */
const openSteps = ({ refit, fit, begun }: RefitModel): number =>
  [
    ...refit.filter((s) => s.applies && (begun || s.about.length > 0)),
    ...fit.filter((s) => s.applies && (begun || s.done === false)),
  ].filter((s) => s.done !== true).length;
