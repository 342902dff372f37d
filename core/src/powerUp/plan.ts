import type { Means, Stage, SupplyKind, UnitKind } from "../device";
import { figure, usualDraw, type ShopConstants } from "../knowledge";

/** What a bring-up is planned by. */
export interface PoweredUnit {
  unitKind: UnitKind;
  supplyKind: SupplyKind;
  /** output valves: their bias stands before they go in */
  outputValves: boolean;
  ageYears: number | null;
  /** volts rms; null where nobody said, or there is no mains */
  mains: number | null;
  /** what it draws at idle when it is well, where somebody said: watts */
  idleWatts: number | null;
}

const STAGES_OF: Readonly<Record<SupplyKind, readonly Stage[]>> = {
  linear: ["transformer", "unloaded", "loaded", "full"],
  valveRectifier: ["transformer", "unloaded", "loaded", "full"],
  switchMode: ["loaded", "full"],
  battery: ["loaded", "full"],
  none: [],
};
/** The stages a unit is brought up by, in their order: bias before output valves go in; none for one that takes no power. */
export function stagesOf({ supplyKind, outputValves }: Pick<PoweredUnit, "supplyKind" | "outputValves">): readonly Stage[] {
  const stages = STAGES_OF[supplyKind];
  if (stages.length === 0 || (!outputValves && supplyKind !== "valveRectifier")) return stages;
  return stages[0] === "transformer" ? ["transformer", "bias", ...stages.slice(1)] : ["bias", ...stages];
}

/** Ways of a first power that suit the supply, the usual one first: a switch-mode supply is never brought up on a variable transformer. */
export const meansFor = (supply: SupplyKind): readonly Means[] =>
  supply === "switchMode" ? ["lamp", "limited"] : supply === "battery" ? ["limited"] : supply === "none" ? [] : ["variac", "lamp"];

/** Shares of the mains at which a stage is read. A transformer alone needs few, the rest goes up in steps (common practice). */
export function sharesOf(stage: Stage, means: Means): readonly number[] {
  if (stage === "full" || means !== "variac") return [1];
  return stage === "transformer" ? [0.25, 1] : stage === "bias" ? [0.5, 1] : [0.1, 0.25, 0.5, 0.75, 0.9, 1];
}

/** Watts at idle: as said, else usual for the kind; null where neither is known. */
export const idleWattsOf = ({ unitKind, ageYears, idleWatts }: PoweredUnit): { watts: number; said: boolean } | null => {
  if (idleWatts !== null) return { watts: idleWatts, said: true };
  const usual = usualDraw(unitKind, ageYears, "idle");
  return usual && { watts: usual.watts, said: false };
};

const SHARE_OF_IDLE: Readonly<Record<Stage, number | "alone" | "unloaded">> = {
  transformer: "alone",
  bias: "unloaded",
  unloaded: "unloaded",
  loaded: 1,
  full: 1,
};

/** Amperes a step should draw, in proportion to the mains, and those it is stopped at; null where the unit's draw or mains is not known. */
export function currentAt(
  constants: ShopConstants,
  unit: PoweredUnit,
  stage: Stage,
  share: number,
): { typical: number; most: number } | null {
  const idle = idleWattsOf(unit);
  if (idle === null || unit.mains === null) return null;
  const of = SHARE_OF_IDLE[stage];
  const part = of === "alone" ? figure(constants, "step.alone") : of === "unloaded" ? figure(constants, "step.unloaded") : of;
  const typical = (idle.watts / unit.mains) * part * share;
  return { typical, most: typical * figure(constants, "step.current") };
}
