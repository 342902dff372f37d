import type { DrawerResistor } from "../bringUp";
import type { ReadoutMeter } from "../readout";
import type { Volts } from "../units";
import type { References } from "../verdict";

/** What a shop brings to every job: its meters, what it holds readings against, how low is discharged. */
export interface ShopFacts extends References {
  meters: readonly ReadoutMeter[];
  touchLimit: Volts;
  /** resistors to discharge with */
  drawer: readonly DrawerResistor[];
}
