export const JOB_STATES = ["open", "waitingForOwner", "closed", "clearedWithoutCause", "locatedNotRepaired"] as const;
export type JobState = (typeof JOB_STATES)[number];
/** How a job can end; each is kept as what it says. */
export type ClosedState = "closed" | "clearedWithoutCause" | "locatedNotRepaired";

/** What can hold the closing of a job, the most pressing first. */
export const CLOSING_HOLDS = [
  "energised",
  "unsafe",
  "temporary",
  "leftIn",
  "notRefitted",
  "undecided",
  "notFitted",
  "fuseUnexplained",
  "stillThere",
  "openFault",
  "hazard",
  "testFails",
  "refitLeft",
  "contaminated",
  "idleNotWarm",
  "noCause",
  "unproven",
  "notRun",
] as const;
export type ClosingBlocker = (typeof CLOSING_HOLDS)[number];

/** What was waived in writing when a job was closed; it ends with reopening. */
export interface Waiver {
  reason: string;
  holds: readonly ClosingBlocker[];
}

export const PROOF_ITEMS = ["offset", "power", "sides", "sine", "response", "delay", "starts", "soak", "listened", "complaint"] as const;
export type ProofItem = (typeof PROOF_ITEMS)[number];
