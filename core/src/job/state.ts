export const JOB_STATES = ["open", "closed", "clearedWithoutCause", "waitingForOwner"] as const;
export type JobState = (typeof JOB_STATES)[number];
