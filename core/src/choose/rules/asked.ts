import { TECHNOLOGIES, type Technology } from "../../part";
import type { PositionNeeds, Schools, ShopRules } from "../needs";
import { kindsFor } from "./kinds";
import { neededVolts, type NeededVolts } from "./volts";
import { isOldValue, valueWindow } from "./window";

/** What is asked of every part for one place, worked out once for a whole catalogue. */
export interface Asked {
  needs: PositionNeeds;
  schools: Schools;
  shop: ShopRules;
  window: { low: number; high: number };
  kinds: ReadonlySet<Technology>;
  volts: Readonly<Record<Technology, NeededVolts>>;
  /** whether no series carries the marked value any more */
  old: boolean;
}

/** What a place asks of a part, by its needs, the schools of the job and the rules of the shop. */
export function asked(needs: PositionNeeds, schools: Schools, shop: ShopRules): Asked {
  return {
    needs,
    schools,
    shop,
    window: valueWindow(needs, schools),
    kinds: kindsFor(needs, schools),
    volts: Object.fromEntries(TECHNOLOGIES.map((t) => [t, neededVolts(needs, t, shop)])) as Asked["volts"],
    old: isOldValue(needs.nominal, needs.technology),
  };
}
