import { TECHNOLOGIES } from "../../part";
import type { Approaches, PositionNeeds, ShopRules } from "../needs";
import { kindsFor } from "./kinds";
import type { Requirements } from "./requirements";
import { neededVolts } from "./volts";
import { isOldValue, valueWindow } from "./window";

/** What a place asks of a part, by its needs, the approaches of the job and the rules of the shop. */
export function requirementsOf(needs: PositionNeeds, approaches: Approaches, shop: ShopRules): Requirements {
  return {
    needs,
    approaches,
    shop,
    window: valueWindow(shop.constants, needs, approaches),
    kinds: kindsFor(needs, approaches),
    volts: Object.fromEntries(TECHNOLOGIES.map((t) => [t, neededVolts(needs, t, shop)])) as Requirements["volts"],
    old: isOldValue(needs.nominal, needs.technology),
  };
}
