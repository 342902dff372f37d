import type { LeakStep } from "@mirvek/core/evidence";

/** A key of the walk, and what it says of the part under the cursor. */
export interface LookKey {
  key: string;
  say: string;
  name: string;
}

export const LOOK_KEYS: readonly LookKey[] = [
  { key: "w", say: "looks fine", name: "looks whole" },
  { key: "b", say: "bulged", name: "bulged" },
  { key: "l", say: "leaking", name: "leaking" },
  { key: "u", say: "crust", name: "crust" },
  { key: "k", say: "cracked", name: "cracked" },
  { key: "s", say: "scorched", name: "scorched" },
  { key: "g", say: "corroded", name: "corroded" },
  { key: "m", say: "missing", name: "missing" },
];

/** What a leak asks for (common practice): the liquid conducts and eats copper, and follows wires far from its can. */
export const leakStepText: Readonly<Record<LeakStep, string>> = {
  neighbours: "look under them, and at what stands beneath",
  traces: "continuity of each: green or black copper is eaten",
  ground: "ohms to chassis, then clean to bright metal",
  wires: "it creeps inside the insulation",
  cleaned: "washed, and dry again",
  insulation: "between pins, dry: brown board that conducts is cut out",
};
