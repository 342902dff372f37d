import type { SupplyKind } from "../device";
import type { Settings } from "../scenarios";

/** What is written down of a unit that its circuits go by. */
export interface Mains {
  supplyKind: SupplyKind;
  mainsHz: number | null;
  mainsV: number | null;
}

/**
 * What a job says about the settings of every circuit: mains frequency and rectifier, and the volts on the primary side of a
 * switch-mode supply, where a rectified mains stands at its peak. Keys a circuit does not have are no matter to it.
 */
export function settingsOf({ supplyKind, mainsHz, mainsV }: Mains): Settings {
  return {
    ...(mainsHz === null ? {} : { mainsHertz: mainsHz }),
    ...(supplyKind === "valveRectifier" ? { rectifier: "valve" } : {}),
    ...(supplyKind === "switchMode" && mainsV !== null ? { bus: Math.round(Math.SQRT2 * mainsV) } : {}),
  };
}
