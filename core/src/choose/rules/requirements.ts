import type { Technology } from "../../part";
import type { Volts } from "../../units";
import type { Approaches, PositionNeeds, ShopRules } from "../needs";

/** Volts a part must be rated for, and what says so. Where nothing does, no part can be chosen: the volts are asked for. */
export type NeededVolts = { volts: Volts; from: "working" | "computed" | "original" | "mains" } | { volts: null; from: "unknown" };

/** What is asked of every part for one place, worked out once for a whole catalogue. */
export interface Requirements {
  needs: PositionNeeds;
  approaches: Approaches;
  shop: ShopRules;
  window: { low: number; high: number };
  kinds: ReadonlySet<Technology>;
  volts: Readonly<Record<Technology, NeededVolts>>;
  /** whether no series carries the marked value any more */
  old: boolean;
}
