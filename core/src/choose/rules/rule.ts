import type { ChoosingRule, RuleIdOf } from "../../knowledge";
import type { Technology } from "../../part";

/** Codes that have a row of their kind: one without does not compile. */
export type Ruled<K extends ChoosingRule["kind"], U extends { code: RuleIdOf<K> }> = U;

/**
 * A hard rule the part breaks, with the figures; its code is the id of its row. Sizes in mm, temperatures in °C, `change` as a fraction of
 * the marked value.
 */
export type Refusal = Ruled<
  "hard",
  | { code: "voltsUnknown" }
  | { code: "voltage"; rated: number; needed: number; from: "working" | "computed" | "original" }
  | { code: "mainsVolts"; rated: number; needed: number }
  | { code: "acVolts"; rated: number; needed: number }
  | { code: "temperature"; rated: number; needed: number }
  | { code: "polarity" }
  | { code: "safetyClass"; needed: "X" | "Y" }
  | { code: "value"; change: number; low: number; high: number }
  | { code: "aboveLargest" }
  | { code: "technology"; technology: Technology }
  | { code: "dcBias" }
  | { code: "heat" }
  | { code: "tooTall"; height: number; most: number }
  | { code: "tooWide"; diameter: number; most: number }
  | { code: "pitch"; pitch: number; needed: number }
  | { code: "mounting" }
  | { code: "esr"; ohms: number; needed: number }
  | { code: "ripple"; amperes: number; needed: number }
  | { code: "esrWindow"; ohms: number | null; least: number | null; most: number | null }
  | { code: "pulse"; bears: number; needed: number }
>;

/** Something to mind that does not forbid the part; its code is the id of its row. */
export type FitNote = Ruled<
  "note",
  | { code: "formLeads"; pitch: number; hole: number }
  | { code: "axialAsRadial" }
  | { code: "radialAsAxial" }
  | { code: "standsAlone" }
  | { code: "leadsOnPads" }
  | { code: "canSection"; others: readonly string[] }
  | { code: "sizeUnknown" }
  | { code: "workingUnknown" }
  | { code: "unmarked" }
  | { code: "shortLife"; years: number }
  | { code: "rippleLow"; amperes: number; needed: number }
  | { code: "withoutEsr" }
  | { code: "withoutRipple" }
  | { code: "withoutPulse" }
  | { code: "withoutAc" }
  | { code: "lessThanOriginalVolts"; original: number }
  | { code: "tantalumHeadroom" }
  | { code: "filmForElectrolytic" }
  | { code: "bipolarForPolarised" }
  | { code: "electrolyticForTantalum" }
  | { code: "lowEsrAtRegulator" }
  | { code: "seriesResistor" }
  | { code: "oldValue"; change: number }
  | { code: "thump" }
  | { code: "inrush" }
  | { code: "valveUnknown" }
  | { code: "otherLot"; counterparts: readonly string[] }
  | { code: "matchPair"; within: number; buy: number }
  | { code: "plusToGround" }
  | { code: "notInStock" }
  | { code: "stockOfPair"; needed: number }
  | { code: "priceUnknown" }
>;

/** Rounding of catalogue figures must not refuse a part that sits exactly on a bound. */
export const EDGE = 1e-6;
