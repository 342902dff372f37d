import type { LampSign } from "../device";
import type { HypothesisId } from "../knowledge";
import type { PointState } from "../verdict";
import type { PointKind } from "./expect";

/** Why a bring-up is stopped. */
export type StopReason =
  | {
      code: "point";
      point: string;
      kind: PointKind;
      state: Exclude<PointState, "within" | "unknown">;
      read: number;
      low: number;
      high: number;
    }
  | { code: "current"; amperes: number; most: number }
  | { code: "lamp"; did: LampSign };

/** What to make of it in a word, for the sentence beside it. */
export type StopMeaning =
  | "heavyLoad"
  | "noSupply"
  | "partlySupplied"
  | "tooMuch"
  | "regulatorPasses"
  | "biasGone"
  | "biasOff"
  | "outputShifted"
  | "shortBehind"
  | "openBefore"
  | "triesAgain";

export interface Stop {
  reason: StopReason;
  meaning: StopMeaning;
  /** what it speaks for, the likeliest first (common practice) */
  suspects: readonly HypothesisId[];
}

const SUSPECTS: Readonly<Record<StopMeaning, readonly HypothesisId[]>> = {
  heavyLoad: ["outputShorted", "reservoirShorted", "rectifierShorted", "boardShort", "loadShort"],
  noSupply: ["powerPathOpen", "rectifierOpen", "transformer", "regulatorFailed", "resistorDrifted"],
  partlySupplied: ["rectifierOpen", "reservoirDried", "loadShort", "resistorDrifted", "decouplerDried"],
  tooMuch: ["regulatorFailed", "resistorDrifted", "transformer"],
  regulatorPasses: ["regulatorFailed", "tantalumShorted", "resistorDrifted"],
  biasGone: ["biasFilter", "rectifierOpen", "resistorDrifted", "jointCrack"],
  biasOff: ["biasFilter", "resistorDrifted", "couplingLeaky"],
  outputShifted: ["outputShorted", "stageDevice", "couplingLeaky", "resistorDrifted"],
  shortBehind: ["outputShorted", "rectifierShorted", "reservoirShorted", "transformer", "primaryReservoir"],
  openBefore: ["powerPathOpen", "startUpDried", "transformer", "connector"],
  triesAgain: ["startUpDried", "secondaryDried", "loadShort", "outputShorted"],
};

function meaningOf(reason: StopReason, heavy: boolean): StopMeaning {
  switch (reason.code) {
    case "current":
      return "heavyLoad";
    case "lamp":
      return reason.did === "dark" ? "openBefore" : reason.did === "pulses" ? "triesAgain" : "shortBehind";
    case "point": {
      const { kind, state } = reason;
      if (kind === "offset") return "outputShifted";
      if (kind === "bias") return state === "gone" ? "biasGone" : "biasOff";
      if (state === "high") return kind === "regulated" ? "regulatorPasses" : "tooMuch";
      if (heavy) return "heavyLoad";
      return state === "gone" ? "noSupply" : "partlySupplied";
    }
  }
}

/**
 * Everything out of expectation at a step as one stop: the first reason, what it means, and what it speaks for. Null where all is as it
 * should be.
 */
export function stopFor(reasons: readonly StopReason[]): Stop | null {
  const [first] = reasons;
  if (!first) return null;
  const heavy = reasons.some((r) => r.code === "current" || (r.code === "lamp" && r.did !== "dark" && r.did !== "pulses"));
  const meaning = meaningOf(first, heavy);
  const all = [...new Set(reasons.flatMap((r) => SUSPECTS[meaningOf(r, heavy)]))];
  return { reason: first, meaning, suspects: [...SUSPECTS[meaning], ...all.filter((s) => !SUSPECTS[meaning].includes(s))].slice(0, 5) };
}
