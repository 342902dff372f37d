import type { CataloguePart } from "../catalogue";
import type { Requirements } from "./requirements";
import { kindRules } from "./kinds";
import { loadRules, temperatureRule } from "./load";
import { EDGE, type Refusal } from "./rule";
import { sizeRules } from "./size";
import { voltageRules } from "./volts";

export type { NeededVolts, Requirements } from "./requirements";
export { requirementsOf } from "./requirementsOf";
export { EDGE, type FitNote, type Refusal, type Ruled } from "./rule";
export { isOldValue, searchBounds, valueWindow, type SearchBounds } from "./window";
export { neededVolts } from "./volts";
export { kindSuits, mainsClass } from "./kinds";
export { fitsHoles } from "./size";
export { lifeYears, rippleAllowed } from "./load";
export { fitNotes, matchOf } from "./notes";

/** Every hard rule that `part` breaks at this place; empty means it may be fitted. */
export function refusals(part: CataloguePart, of: Requirements): Refusal[] {
  return [
    ...voltageRules(part, of),
    ...temperatureRule(of.shop.constants, part, of.needs),
    ...kindRules(part, of),
    ...valueRules(part, of),
    ...sizeRules(of.shop.constants, part, of.needs),
    ...loadRules(of.shop.constants, part, of.needs),
  ];
}

function valueRules(part: CataloguePart, { needs, window }: Requirements): Refusal[] {
  const change = part.nominal / needs.nominal - 1;
  const { low, high } = window;
  const broken: Refusal[] = change < low - EDGE || change > high + EDGE ? [{ code: "value", change, low, high }] : [];
  if (needs.largest !== null && part.nominal > needs.largest * (1 + EDGE)) broken.push({ code: "aboveLargest" });
  return broken;
}
