/** What stands between the mains and a unit at its first power: a lamp in series, a variable transformer, a limited supply. */
export const MEANS = ["lamp", "variac", "limited"] as const;
export type Means = (typeof MEANS)[number];

/**
 * Stages of a bring-up, in their order: the transformer alone, bias with the output valves out, the supply without its loads, the supply
 * with them, and the unit on its own fuse without anything in between.
 */
export const STAGES = ["transformer", "bias", "unloaded", "loaded", "full"] as const;
export type Stage = (typeof STAGES)[number];

/** What a lamp in series does once the flash of switching on is over. */
export const LAMP_SIGNS = ["flashDim", "dull", "bright", "dark", "pulses"] as const;
export type LampSign = (typeof LAMP_SIGNS)[number];

/** What is seen to where parts come out and go in, and before the lid goes on. */
export const REFIT_STEPS = {
  fit: ["removed", "cleaned", "orientation", "glued", "insulation", "clearance", "doubleSided"],
  refit: ["bypassesOut", "screws", "thermistor", "paste", "mica", "seated", "earth", "fuse"],
} as const;
export type RefitList = keyof typeof REFIT_STEPS;
export type RefitStep = (typeof REFIT_STEPS)[RefitList][number];
export const ALL_REFIT_STEPS: readonly RefitStep[] = [...REFIT_STEPS.fit, ...REFIT_STEPS.refit];
