import type { TouchSafety } from "../bringUp";
import { handsAllowed } from "../bringUp";
import { isBad, isCondemned, type Settle, type VerdictState } from "../capacitor";
import type { JobState } from "./vocabulary";

export const STATIONS = ["takeIn", "makeSafe", "measure", "explain", "choose", "handBack"] as const;
export type Station = (typeof STATIONS)[number];

/** What the path and the next act are drawn from: one entry a position. */
export interface PositionFacts {
  designator: string;
  verdict: VerdictState;
  settle: Settle | null;
  inCircuitOnly: boolean;
  decision: "none" | "replace" | "temporary" | "leave";
  twins: readonly string[];
}

export interface JobFacts {
  state: JobState;
  complaint: string;
  findings: number;
  safety: TouchSafety;
  positions: readonly PositionFacts[];
  waived: boolean;
  /** whether it has been looked at if the bad parts explain the complaint; null where no circuit model makes such a complaint */
  explained: boolean | null;
}

export type StationState =
  | { kind: "untouched" }
  | { kind: "underWay"; done: number; of: number }
  | { kind: "done" }
  | { kind: "held"; by: "energised" | "charge" | "nothingListed" | "temporary" | "undecided" };

/** Where each station of the job stands. */
export function stationStates(job: JobFacts): Record<Station, StationState> {
  const { positions } = job;
  const measured = positions.filter((p) => p.verdict !== "unmeasured").length;
  const toChoose = positions.filter(needsDecision);
  const decided = positions.filter((p) => isBad(p.verdict) && p.decision !== "none").length;
  return {
    takeIn: job.complaint !== "" && job.findings > 0 ? { kind: "done" } : { kind: "underWay", done: job.complaint !== "" ? 1 : 0, of: 2 },
    makeSafe: safeStation(job.safety),
    measure:
      measured === 0
        ? { kind: "untouched" }
        : measured < positions.length
          ? { kind: "underWay", done: measured, of: positions.length }
          : { kind: "done" },
    explain: job.explained ? { kind: "done" } : { kind: "untouched" },
    choose:
      decided + toChoose.length === 0
        ? { kind: "untouched" }
        : toChoose.length > 0
          ? { kind: "underWay", done: decided, of: decided + toChoose.length }
          : { kind: "done" },
    handBack: handBackStation(job),
  };
}

function safeStation(safety: TouchSafety): StationState {
  switch (safety.kind) {
    case "safe":
    case "overridden":
      return { kind: "done" };
    case "energised":
      return { kind: "held", by: "energised" };
    case "chargeHeld":
      return { kind: "held", by: "charge" };
    case "nothingListed":
      return { kind: "held", by: "nothingListed" };
  }
}

function handBackStation(job: JobFacts): StationState {
  if (job.state !== "open" && job.state !== "waitingForOwner") return { kind: "done" };
  if (job.positions.some((p) => p.decision === "temporary") && !job.waived) return { kind: "held", by: "temporary" };
  return { kind: "untouched" };
}

/** Worn parts may stay by decision; failed, open and shorted ones too, but only by a recorded one. */
export const needsDecision = (p: PositionFacts): boolean => isBad(p.verdict) && p.decision === "none";

export type NextAct =
  | { code: "writeComplaint" }
  | { code: "noteFindings" }
  | { code: "switchOff" }
  | { code: "listChargeHolders" }
  | { code: "dischargeAndMeasure"; position: string }
  | { code: "measureAgain"; position: string; from: number }
  | { code: "listPositions" }
  | { code: "measure"; position: string; twinOf: string | null; left: number }
  | { code: "settle"; position: string; settle: Settle }
  | { code: "confirmOut"; position: string }
  | { code: "explain"; positions: readonly string[] }
  | { code: "decide"; position: string; left: number }
  | { code: "replaceTemporary"; position: string }
  | { code: "handBack" }
  | { code: "closed" };

/** The station at which the act is done. */
export function stationOf(act: NextAct): Station {
  switch (act.code) {
    case "writeComplaint":
    case "noteFindings":
      return "takeIn";
    case "switchOff":
    case "listChargeHolders":
    case "dischargeAndMeasure":
    case "measureAgain":
      return "makeSafe";
    case "listPositions":
    case "measure":
    case "settle":
    case "confirmOut":
      return "measure";
    case "explain":
      return "explain";
    case "decide":
    case "replaceTemporary":
      return "choose";
    case "handBack":
    case "closed":
      return "handBack";
  }
}

/**
 * The one useful act to do next, in the order of the work: complaint, safety, twins of the bad first, what is undecided, what is
 * condemned in circuit only, the rest unmeasured, then whether the bad ones explain the complaint, then choosing, then the report.
 */
export function nextAct(job: JobFacts): NextAct {
  if (job.state === "closed" || job.state === "clearedWithoutCause") return { code: "closed" };
  if (job.complaint === "") return { code: "writeComplaint" };
  if (job.findings === 0) return { code: "noteFindings" };
  return safetyAct(job) ?? measuringAct(job.positions) ?? explainingAct(job) ?? choosingAct(job.positions) ?? { code: "handBack" };
}

function safetyAct({ safety, positions }: JobFacts): NextAct | null {
  if (handsAllowed(safety)) return null;
  // once everything is measured and decided, charge no longer stands between the technician and the report
  const handsNeeded = positions.length === 0 || measuringAct(positions) !== null;
  if (!handsNeeded && safety.kind !== "energised") return null;
  switch (safety.kind) {
    case "energised":
      return { code: "switchOff" };
    case "nothingListed":
      return { code: "listChargeHolders" };
    case "chargeHeld": {
      const charged = safety.waiting.find((w) => w.state.kind !== "once");
      if (charged) return { code: "dischargeAndMeasure", position: charged.position };
      const once = safety.waiting[0]!;
      return { code: "measureAgain", position: once.position, from: once.state.kind === "once" ? once.state.secondFrom : 0 };
    }
    default:
      return null;
  }
}

function measuringAct(positions: readonly PositionFacts[]): NextAct | null {
  if (positions.length === 0) return { code: "listPositions" };
  const unmeasured = positions.filter((p) => p.verdict === "unmeasured");
  const bad = positions.filter((p) => isBad(p.verdict));
  const twin = unmeasured.find((p) => bad.some((b) => b.twins.includes(p.designator)));
  if (twin)
    return {
      code: "measure",
      position: twin.designator,
      twinOf: bad.find((b) => b.twins.includes(twin.designator))!.designator,
      left: unmeasured.length,
    };
  if (unmeasured.length > 0) return { code: "measure", position: unmeasured[0]!.designator, twinOf: null, left: unmeasured.length };
  const open = positions.filter((p) => p.decision === "none");
  const undecided = open.find((p) => p.verdict === "undecided" && p.settle !== null);
  if (undecided) return { code: "settle", position: undecided.designator, settle: undecided.settle! };
  const unconfirmed = open.find((p) => isCondemned(p.verdict) && p.inCircuitOnly);
  return unconfirmed ? { code: "confirmOut", position: unconfirmed.designator } : null;
}

function explainingAct({ explained, positions }: JobFacts): NextAct | null {
  const bad = positions.filter(needsDecision);
  return explained === false && bad.length > 0 ? { code: "explain", positions: bad.map((p) => p.designator) } : null;
}

function choosingAct(positions: readonly PositionFacts[]): NextAct | null {
  const open = positions.filter(needsDecision);
  if (open.length > 0) return { code: "decide", position: open[0]!.designator, left: open.length };
  const temporary = positions.find((p) => p.decision === "temporary");
  return temporary ? { code: "replaceTemporary", position: temporary.designator } : null;
}
