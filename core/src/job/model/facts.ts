import type { TouchSafety } from "../../safety";
import type { Stage } from "../../device";
import type { HypothesisId } from "../../knowledge";
import type { ProofItem } from "../records/state";
import type { Advice } from "../diagnosis/types";
import { isBad, isCondemned, type Settle, type VerdictState } from "../../verdict";
import { CLOSING_HOLDS, type ClosedState, type ClosingBlocker, type JobState } from "../records/state";

/** What the weighing of everything on record comes to, for the path. */
export interface DiagnosisFacts {
  /** a cause is shown */
  settled: boolean;
  /** a shown cause that is no capacitor of the list and was not seen to yet */
  mend: { hypothesis: HypothesisId; part: string | null } | null;
  /** what tells most a minute, of what may be done now; null where nothing tells much */
  advice: Advice | null;
  /** something would tell more a minute than that, and waits for the charge to be shown gone */
  lockedFirst: boolean;
  /** positions that are still worth measuring, in that order: by the suspicion, and once a cause is shown by the approach of how much */
  measure: readonly string[];
}

/** What the path and the next act are drawn from: one entry a position. */
export interface PositionFacts {
  designator: string;
  verdict: VerdictState;
  settle: Settle | null;
  inCircuitOnly: boolean;
  /** what was decided about the part that is in now: "replace" stands until one is fitted */
  decision: "none" | "replace" | "temporary" | "leave";
  /** the part that is in now was fitted on this job */
  renewed: boolean;
  counterparts: readonly string[];
}

/** What the path needs to know of fitting, bringing up, setting and proving. */
export interface AfterFacts {
  /** `open`: steps before the lid goes on that are not seen to */
  fit: { fitted: number; of: number; open: number };
  powerUp: {
    done: number;
    of: number;
    begun: boolean;
    finished: boolean;
    stopped: boolean;
    next: { stage: Stage; share: number } | null;
    /** what is still to be read where the unit stands now */
    unread: readonly string[];
    /** something was repaired, and the unit was not switched on since */
    wanted: boolean;
  };
  adjust: {
    done: number;
    of: number;
    begun: boolean;
    finished: boolean;
    unreachable: string | null;
    next: string | null;
    /** a channel that was adjusted and not read warm in its window */ cold: string | null;
  };
  finalTest: { begun: boolean; left: readonly ProofItem[]; failed: readonly ProofItem[]; asked: number };
}

export interface JobFacts {
  state: JobState;
  complaint: string;
  findings: number;
  safety: TouchSafety;
  positions: readonly PositionFacts[];
  /** parts the approach of how much takes beside the bad ones, of which nothing is decided */
  alsoChange: readonly string[];
  /** null where nothing is complained of, or the job is closed */
  diagnosis: DiagnosisFacts | null;
  /**
   * whether the complaint was tried and said gone after the last repair, or, where nothing is complained of, anything read or heard; null
   * where nothing was repaired
   */
  proven: boolean | null;
  /** the unit takes mains power, was repaired, and was not run at full mains since */
  notRun: boolean;
  /** something leaked, and what it wetted was not measured clean */
  contaminated: boolean;
  /** whether it has been looked at if the bad parts explain the complaint; null where no circuit model makes such a complaint */
  explained: boolean | null;
  /** whether anything was looked at */
  looked: boolean;
  /** how many findings of recordings and ears are on record */
  heard: number;
  /** how many things were tried */
  tried: number;
  /** questions that lines left open: outcomes, remarks */
  asked: number;
  /** things unplugged, lifted or put across that nobody said are back */
  leftIn: number;
  /** things that were taken off and are not on again */
  notRefitted: number;
  /** earth, insulation, lead or plug was found bad and not found well since */
  unsafe: boolean;
  /** something was repaired, and the complaint is said to be still there */
  stillThere: boolean;
  /** faults beside the complaint that are neither cured nor ended as something else */
  openFaults: number;
  /** fuses that went and nobody said why */
  unexplainedFuses: number;
  /** a fuse that looks whole and was not measured */
  unmeasuredFuse: string | null;
  /** null where nobody has folded it: it needs what the circuit predicts */
  after: AfterFacts | null;
}

/** Worn parts may stay by decision; failed, open and shorted ones too, but only by a recorded one. */
export const needsDecision = (p: Pick<PositionFacts, "verdict" | "decision">): boolean => isBad(p.verdict) && p.decision === "none";

/** Which holds an ending knows: a unit that was not repaired need not be proven, nor its parts fitted. */
const HELD_BY: Readonly<Record<ClosedState, readonly ClosingBlocker[]>> = {
  closed: CLOSING_HOLDS,
  clearedWithoutCause: [
    "energised",
    "unsafe",
    "temporary",
    "leftIn",
    "notRefitted",
    "undecided",
    "hazard",
    "testFails",
    "refitLeft",
    "notRun",
  ],
  locatedNotRepaired: ["energised", "unsafe", "temporary", "leftIn", "notRefitted", "hazard", "refitLeft"],
};

/**
 * Everything that holds the closing of a job as `end`, the most pressing first: the one rule for server, screen and path. All but a
 * unit that is switched on can be waived in writing, by name.
 */
export function closingBlockers(job: JobFacts, end: ClosedState = "closed"): ClosingBlocker[] {
  const { safety, positions, proven, leftIn, openFaults, notRefitted, unsafe, unexplainedFuses, stillThere, diagnosis, after } = job;
  const complained = job.findings > 0 || job.complaint.trim() !== "";
  const holds: Readonly<Record<ClosingBlocker, boolean>> = {
    energised: safety.kind === "energised",
    temporary: positions.some((p) => p.decision === "temporary"),
    leftIn: leftIn > 0,
    notRefitted: notRefitted > 0,
    unsafe,
    fuseUnexplained: unexplainedFuses > 0,
    stillThere,
    openFault: openFaults > 0,
    undecided: positions.some((p) => isCondemned(p.verdict) && p.decision === "none"),
    notFitted: positions.some((p) => p.decision === "replace"),
    hazard: safety.kind === "chargeHeld",
    testFails: (after?.finalTest.failed.length ?? 0) > 0,
    refitLeft: (after?.fit.open ?? 0) > 0,
    contaminated: job.contaminated,
    idleNotWarm: after !== null && after.adjust.cold !== null,
    // what was exchanged and took the complaint with it is the cause, whether or not a fault of the table fits it
    noCause: diagnosis !== null && !diagnosis.settled && proven !== true,
    unproven: proven === false || (proven === null && complained),
    notRun: job.notRun,
  };
  return HELD_BY[end].filter((hold) => holds[hold]);
}

/** Whether a job has been closed, in whichever way. */
export const isClosed = (state: JobState): state is ClosedState =>
  state === "closed" || state === "clearedWithoutCause" || state === "locatedNotRepaired";
