/** Shares of the mains this near to a step of the plan are that step. */
export const NEAR = 0.03;
