import type { Means, Stage } from "../../device";
import type { Stop } from "../../powerUp";
import { type ShopConstants } from "../../knowledge";
import { filtersSupply } from "../../part";
import type { Effect } from "../../entry";
import { unreadOf, type PowerUpModel, type StepModel } from "../powerUp/powerUp";
import type { FuseModel } from "../model/fuses";
import type { JobModel } from "../model/jobModel";
import { lastRepair } from "../model/repaired";
import type { JobRecords } from "../records/records";
import { shortsOf } from "./shorts";
import { NEAR } from "../powerUp/stepShare";
import { unsafeThings, type UnsafeThing } from "../model/unsafe";

// The one place that says whether the mains may be set: for the line, the button, the server and the screen alike.

/** Why the mains may not be set, or a stage not begun. */
export type Interlock =
  | { code: "noSupply" }
  | { code: "shorted"; what: readonly string[] }
  /** low to ground, perhaps by nature: opened by a reason and a supply with a current limit */
  | { code: "lowNode"; what: readonly string[] }
  | { code: "unsafe"; what: readonly UnsafeThing[] }
  | { code: "fuse"; name: string; why: FuseHold }
  | { code: "noMeans" }
  | { code: "meansUnsuited"; by: Means }
  | { code: "suppliesFirst"; positions: readonly string[] }
  | { code: "repaired" }
  | { code: "stageOrder"; needs: Stage }
  | { code: "stepOrder"; share: number }
  | { code: "unread"; what: readonly string[] }
  | { code: "stopped"; stop: Stop };

/** Interlocks that no reason opens: a short, what is unsafe at lead, earth or fuse. */
export const FIRM_INTERLOCKS = ["noSupply", "shorted", "unsafe", "fuse"] as const satisfies readonly Interlock["code"][];
const FIRM: ReadonlySet<Interlock["code"]> = new Set<Interlock["code"]>(FIRM_INTERLOCKS);
/** Whether no reason opens it: a short, or what is unsafe at lead, earth or fuse. */
export const isFirm = (hold: Interlock): boolean => FIRM.has(hold.code);

/** What is asked for: a step of the plan, the beginning of a stage, or the unit straight onto the mains. */
type WantedPower =
  | { kind: "step"; stage: Stage; share: number | null; because: string | null }
  | { kind: "stage"; stage: Stage; because: string | null }
  | { kind: "mains"; because: string | null };

/** What an interlock is judged from. */
export interface InterlockedJob {
  records: Pick<JobRecords, "job" | "positions" | "retired" | "readings" | "points" | "observations" | "fittings" | "events">;
  model: Pick<JobModel, "positions" | "unit">;
  powerUp: Pick<PowerUpModel, "stages" | "suited" | "means" | "stop" | "begun" | "finished" | "at">;
}

/** What a line asks for; null where it sets no mains and begins no stage. */
function wantedBy(effects: readonly Effect[], { powerUp, records }: InterlockedJob): WantedPower | null {
  const stage = powerUp.at?.stage ?? powerUp.stages[0]?.stage ?? "full";
  for (const c of effects) {
    if (c.about !== "observed") continue;
    const { observation: o } = c;
    if (o.kind === "stage") return { kind: "stage", stage: o.stage, because: o.because };
    if (o.kind !== "mains") continue;
    const share = o.share ?? (o.volts !== null && records.job.mainsV ? o.volts / records.job.mainsV : null);
    return { kind: "step", stage, share, because: o.because };
  }
  const on = effects.find((c) => c.about === "power" && c.on);
  return on?.about === "power" ? { kind: "mains", because: on.because } : null;
}

/** Whether a line sets the mains or begins a stage: for any other nothing need be looked at. */
export const asksForPower = (effects: readonly Effect[]): boolean =>
  effects.some((c) =>
    c.about === "observed" ? c.observation.kind === "stage" || c.observation.kind === "mains" : c.about === "power" && c.on,
  );

/** Whether a line switches the unit on. */
export const switchesOn = (effects: readonly Effect[]): boolean => effects.some((c) => c.about === "power" && c.on);

/**
 * Why what is asked for may not be done now; null where it may. No reason opens a short, nor what is unsafe at lead, earth or fuse. What is
 * only out of its order gives way to a written reason; a node that may be low by nature to a reason and a supply with a current limit.
 */
export function interlockOf(constants: ShopConstants, job: InterlockedJob, wanted: WantedPower): Interlock | null {
  const isLast = wanted.kind === "mains" || wanted.stage === "full";
  const limited = !isLast && (job.powerUp.means?.by === "limited" || job.powerUp.means?.by === "lamp");
  return (
    interlocksOf(constants, job, wanted).find(
      (h) =>
        wanted.because === null ||
        FIRM.has(h.code) ||
        (h.code === "lowNode" && !limited) ||
        (h.code === "noMeans" && needsMeans(constants, job)),
    ) ?? null
  );
}
/** A node that may be low by nature is only ever powered through something that limits the current. */
const needsMeans = (constants: ShopConstants, { records, model }: InterlockedJob): boolean =>
  shortsOf(constants, records, model.unit).length > 0;

/** The same for a line. Null where the line asks for no power, or may be kept. */
export const heldLine = (constants: ShopConstants, job: InterlockedJob, effects: readonly Effect[]): Interlock | null => {
  const wanted = wantedBy(effects, job);
  return wanted && interlockOf(constants, job, wanted);
};

function interlocksOf(constants: ShopConstants, job: InterlockedJob, wanted: WantedPower): Interlock[] {
  if (job.powerUp.stages.length === 0) return [{ code: "noSupply" }];
  return [...firmInterlocks(constants, job, wanted.kind === "mains" || wanted.stage === "full"), ...orderInterlocks(job, wanted)];
}

/** Shorts, and what is unsafe between the wall and the unit: the same whatever is asked for. */
function firmInterlocks(constants: ShopConstants, { records, model }: InterlockedJob, isLast: boolean): Interlock[] {
  const { unit } = model;
  const shorts = shortsOf(constants, records, unit);
  const shorted = [
    ...new Set([
      ...shorts.flatMap((s) => (s.low ? [] : [s.name])),
      ...model.positions.flatMap((p) => (p.verdict.state === "shorted" ? [p.designator] : [])),
    ]),
  ];
  const low = shorts.flatMap((s) => (s.low ? [s.name] : []));
  const unsafe = unsafeThings(records, model);
  return [
    ...(shorted.length > 0 ? [{ code: "shorted", what: shorted } as const] : []),
    ...(unsafe.length > 0 ? [{ code: "unsafe", what: unsafe } as const] : []),
    ...unit.notes.fuses.flatMap((fuse): Interlock[] => {
      const why = fuseHold(fuse, isLast);
      return why === null ? [] : [{ code: "fuse", name: fuse.name, why }];
    }),
    ...(low.length > 0 ? [{ code: "lowNode", what: low } as const] : []),
  ];
}

/**
 * Why a fuse holds the power: something across it or one larger than belongs there, at any stage; gone and nobody said why; gone and not
 * renewed, at the last.
 */
type FuseHold = "bridged" | "larger" | "unexplained" | "blown";
function fuseHold({ larger, bridged, blown, because, renewed }: FuseModel, isLast: boolean): FuseHold | null {
  if (bridged) return "bridged";
  if (larger) return "larger";
  if (!blown) return null;
  if (because === null) return "unexplained";
  return isLast && !renewed ? "blown" : null;
}

/** Supply electrolytics that a careful approach wants new or measured good before any power. */
const waiting = ({ positions }: InterlockedJob["model"]): string[] =>
  positions
    .filter((p) => filtersSupply(p.role) && !p.renewed && p.verdict.state !== "sound" && p.verdict.state !== "worn")
    .map((p) => p.designator);

function orderInterlocks(job: InterlockedJob, wanted: WantedPower): Interlock[] {
  const { powerUp, records, model } = job;
  const holds: Interlock[] = [];
  const old =
    records.job.firstPowerApproach === "suppliesFirst" && (wanted.kind === "mains" || wanted.stage !== "transformer") ? waiting(model) : [];
  const { means, begun, finished } = powerUp;
  if (wanted.kind === "mains") {
    if (old.length > 0) holds.push({ code: "suppliesFirst", positions: old });
    // a unit that came in and was never opened may be heard as it is; what was begun by steps, or repaired, goes by steps
    if (begun && !finished) return [...holds, ...stepInterlocks(powerUp, "full", 1)];
    if (!begun && repairedSincePower(records)) holds.push({ code: "repaired" });
    return holds;
  }
  if (wanted.stage !== "full") {
    if (means === null) holds.push({ code: "noMeans" });
    else if (!powerUp.suited.includes(means.by)) holds.push({ code: "meansUnsuited", by: means.by });
  }
  if (old.length > 0) holds.push({ code: "suppliesFirst", positions: old });
  return [...holds, ...stepInterlocks(powerUp, wanted.stage, wanted.kind === "step" ? wanted.share : null)];
}

/** Whether something was put in or repaired after the unit was last on. */
function repairedSincePower(records: InterlockedJob["records"]): boolean {
  const repaired = lastRepair(records);
  if (repaired === null) return false;
  const powered = records.events.findLast((e) => (e.kind === "powerOn" && !e.struck) || e.kind === "powerAttempt");
  return powered === undefined || (powered.line !== null ? powered.seq < repaired.seq : (powered.kept ?? powered.at) < repaired.at);
}

function stepInterlocks({ stages, stop }: Pick<PowerUpModel, "stages" | "stop">, stage: Stage, share: number | null): Interlock[] {
  const order = stages.map((s) => s.stage);
  const earlier = stages.slice(0, order.indexOf(stage)).find((s) => !s.done);
  const stopped = stages.flatMap((s) => s.steps).find((s) => s.state === "stopped");
  const beyond = (s: StepModel) => order.indexOf(stage) > order.indexOf(s.stage) || (stage === s.stage && (share ?? 0) > s.share + NEAR);
  if (stopped && stop && beyond(stopped)) return [{ code: "stopped", stop }];
  if (earlier) return [{ code: "stageOrder", needs: earlier.stage }];
  if (share === null) return [];
  const steps = stages.find((s) => s.stage === stage)?.steps ?? [];
  const below = steps.find((s) => s.share < share - NEAR && s.state !== "done");
  if (!below) return [];
  return [below.state === "now" ? { code: "unread", what: unreadOf(below) } : { code: "stepOrder", share: below.share }];
}
