import { figure, type ShopConstants } from "../../knowledge";
import { filtersSupply, isPolarised, isWetAluminium, nearestPreferred, preferredAround, type Technology } from "../../part";
import type { Farads } from "../../units";
import type { PositionNeeds, Approaches } from "../needs";
import { kindsFor } from "./kinds";
import { neededVolts } from "./volts";
import type { ShopRules } from "../needs";
import { EDGE } from "./rule";

/** How far the value may be from the marked one, as fractions (0.1 is +10 %), by role. Bounds are common practice: the rows `choose.*`. */
export function valueWindow(constants: ShopConstants, needs: PositionNeeds, approaches: Approaches): { low: number; high: number } {
  const { low, high } = roleWindow(constants, needs, approaches);
  const steps = oldValueSteps(constants, needs);
  return steps === null ? { low, high } : { low: Math.min(low, steps.below), high: Math.max(high, steps.above) };
}

function roleWindow(constants: ShopConstants, needs: PositionNeeds, approaches: Approaches): { low: number; high: number } {
  const within = (share: number) => ({ low: -share, high: share });
  const wet = isPolarised(needs.technology) || needs.technology === "bipolar";
  switch (needs.role) {
    case "crossover":
      return within(figure(constants, "choose.crossover"));
    case "classDFilter":
      return within(figure(constants, "choose.classD"));
    case "suppression":
    case "mainsX":
    case "mainsY":
      return within(figure(constants, "choose.snubber"));
    case "tone":
    case "timing":
    case "feedback":
      return within(figure(constants, "choose.sound"));
    case "coupling":
    case "bypass":
      // an electrolytic there only has to be large enough; a film part sets the corner
      return {
        low: -figure(constants, "choose.sound"),
        high: wet ? figure(constants, "choose.couplingMost") : figure(constants, "choose.sound"),
      };
    case "digitalRail":
      return { low: -figure(constants, "choose.low"), high: figure(constants, "choose.digitalMost") };
    default: {
      const nextUp =
        filtersSupply(needs.role) && approaches.value === "nextUp"
          ? figure(constants, "choose.reservoirMost")
          : figure(constants, "choose.high");
      return {
        low: -figure(constants, "choose.low"),
        high: needs.behindValve && needs.largest === null ? figure(constants, "choose.valveMost") : nextUp,
      };
    }
  }
}

/** A preferred value to within its rounding is one that is still made. */
const STILL_MADE = 0.01;

/**
 * Whether no series carries the marked value any more: 8, 16, 25, 32, 50, 70, 250, 2500 µF. What is made to 5 % comes in E24, the rest in
 * E12 at most.
 */
export const isOldValue = (nominal: Farads, technology: Technology): boolean =>
  Math.abs(nearestPreferred(nominal, technology === "c0g" ? 24 : 12) / nominal - 1) > STILL_MADE;

/**
 * The nearest of today's values to either side of one no series carries any more, as fractions of it; null where it is still made, and
 * where the circuit holds the value tighter than any step: there a set makes it up. Wet parts come in E6, film in E12.
 */
function oldValueSteps(constants: ShopConstants, needs: PositionNeeds): { below: number; above: number } | null {
  const loose = needs.role !== "crossover" && needs.role !== "classDFilter" && needs.role !== "timing" && needs.role !== "tone";
  if (!loose || !isOldValue(needs.nominal, needs.technology)) return null;
  const { below, above } = preferredAround(needs.nominal, isWetAluminium(needs.technology) ? 6 : 12);
  const cap = filtersSupply(needs.role) ? figure(constants, "choose.reservoirMost") : Infinity;
  const up = above / needs.nominal - 1;
  return { below: below / needs.nominal - 1, above: up > cap || (needs.behindValve && needs.largest === null) ? 0 : up };
}

/** What of a catalogue may fit at all, as far as a search can tell: bounds of value and volts, and kinds. */
export interface SearchBounds {
  low: number;
  high: number;
  /** least rated volts over the kinds that may stand in */
  volts: number;
  technologies: readonly Technology[];
}

/**
 * Bounds for a search: every part that breaks no hard rule lies within them (a property test says so); those within may still break one.
 */
export function searchBounds(needs: PositionNeeds, approaches: Approaches, shop: ShopRules): SearchBounds {
  const { low, high } = valueWindow(shop.constants, needs, approaches);
  const technologies = [...kindsFor(needs, approaches)];
  return {
    low: needs.nominal * (1 + low) * (1 - EDGE),
    high: Math.min(needs.nominal * (1 + high), needs.largest ?? Infinity) * (1 + EDGE),
    volts: Math.min(...technologies.map((t) => neededVolts(needs, t, shop).volts ?? 0)) * (1 - EDGE),
    technologies,
  };
}
