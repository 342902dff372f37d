import type { Stage } from "../../device";
import type { HypothesisId } from "../../knowledge";
import type { Settle } from "../../verdict";
import type { JobFacts } from "../model/facts";
import type { ProofItem } from "../records/state";
import type { Advice } from "../diagnosis/types";
import type { ClosingBlocker } from "../records/state";

export type StationState =
  | { kind: "untouched" }
  | { kind: "underWay"; done: number; of: number }
  | { kind: "done" }
  | { kind: "held"; by: ClosingBlocker | "charge" | "nothingListed" | "voltsUnknown" | "stopped" | "unreachable" | "fails" };

export type NextAct =
  | { code: "writeComplaint" }
  | { code: "noteFindings" }
  | { code: "switchOff" }
  | { code: "listChargeHolders" }
  | { code: "enterHighest" }
  | { code: "dischargeAndMeasure"; position: string }
  | { code: "measureAgain"; position: string; from: number }
  | { code: "inspect" }
  | { code: "measureFuse"; part: string }
  | { code: "answer"; left: number }
  /** a shown cause that is no capacitor of the list: see to it, and say what it changed */
  | { code: "mend"; hypothesis: HypothesisId; part: string | null }
  | { code: "advise"; advice: Advice }
  | { code: "listPositions" }
  | { code: "measure"; position: string; counterpartOf: string | null; left: number }
  | { code: "settle"; position: string; settle: Settle }
  | { code: "confirmOut"; position: string }
  | { code: "simulate"; positions: readonly string[] }
  | { code: "decide"; position: string; left: number }
  | { code: "replaceTemporary"; position: string }
  | { code: "fit"; position: string; left: number }
  /** the unit is not put straight into the wall after a repair */
  | { code: "powerUp" }
  | { code: "step"; stage: Stage; share: number }
  | { code: "readStep"; what: readonly string[] }
  | { code: "powerUpStopped" }
  | { code: "setIdle"; channel: string }
  | { code: "idleUnreachable"; channel: string }
  | { code: "finalTest" }
  | { code: "testNext"; item: ProofItem; failed: boolean }
  /** nothing is shown and nothing is left that tells much */
  | { code: "noCause" }
  /** all is done but what this names */
  | { code: "hold"; hold: ClosingBlocker }
  | { code: "return" }
  | { code: "closed" };

/** A stop on the job's path. Adding one is a file of its own and its place in the list. */
export interface Station<I extends string = string> {
  id: I;
  /** the last part of its address */
  path: string;
  /** its work is done on a unit that is switched on */
  live?: true;
  /** where it stands */
  state(job: JobFacts): StationState;
  /** the one useful thing to do here now; null where nothing is */
  act(job: JobFacts): NextAct | null;
}
