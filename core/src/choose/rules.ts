import { filtersSupply, isPolarised, isWetAluminium, valueSetsSound, type Technology } from "../part";
import { volts, type Volts } from "../units";
import type { CataloguePart } from "./catalogue";
import { expectedLife } from "./life";
import type { PositionNeeds, Schools, ShopRules } from "./needs";

/** A hard rule the part breaks, with the figures. Sizes in mm, temperatures in °C, `change` as a fraction of the marked value. */
export type Refusal =
  | { code: "voltsUnknown" }
  | { code: "voltage"; rated: number; needed: number; from: "working" | "computed" | "original" }
  | { code: "temperature"; rated: number; needed: number }
  | { code: "polarity" }
  | { code: "safetyClass"; needed: "X" | "Y" }
  | { code: "value"; change: number; low: number; high: number }
  | { code: "aboveLargest" }
  | { code: "technology"; technology: Technology }
  | { code: "tooTall"; height: number; most: number }
  | { code: "tooWide"; diameter: number; most: number }
  | { code: "pitch"; pitch: number; needed: number }
  | { code: "mounting" }
  | { code: "esr"; ohms: number; needed: number }
  | { code: "esrUnknown" };

/** Something to mind that does not forbid the part. */
export type FitNote =
  | { code: "formLeads"; pitch: number; hole: number }
  | { code: "axialAsRadial" }
  | { code: "radialAsAxial" }
  | { code: "sizeUnknown" }
  | { code: "workingUnknown" }
  | { code: "shortLife"; years: number }
  | { code: "rippleLow"; amperes: number; needed: number }
  | { code: "lessThanOriginalVolts"; original: number }
  | { code: "filmForElectrolytic" }
  | { code: "notInStock" };

const marginOf = (technology: Technology, shop: ShopRules): number =>
  technology === "tantalum" ? shop.marginTantalum : isWetAluminium(technology) ? shop.marginWet : shop.marginFilm;

/** How far the computed volts must be over the original's rating before they count: settings left usual are that far off. */
const SURELY_OVER = 1.1;

/** Volts a part must be rated for, and what says so. Where nothing does, no part can be chosen: the volts are asked for. */
export type NeededVolts = { volts: Volts; from: "working" | "computed" | "original" } | { volts: null; from: "unknown" };

/**
 * Volts the part must be rated for at this position: working volts at high mains times the margin of its kind; without working
 * volts the original's rating, which is never undercut unmeasured, or more where a model of the circuit says so.
 */
export function neededVolts(needs: PositionNeeds, technology: Technology, shop: ShopRules): NeededVolts {
  if (needs.working === null) {
    // the model is an estimate: it only asks for more where the original itself was run well over its rating
    const computed = needs.computed?.volts ?? 0;
    if (needs.rated === null) return computed > 0 ? { volts: volts(computed), from: "computed" } : { volts: null, from: "unknown" };
    return computed > SURELY_OVER * needs.rated ? { volts: volts(computed), from: "computed" } : { volts: needs.rated, from: "original" };
  }
  return { volts: volts(Math.abs(needs.working) * (1 + shop.highMains) * marginOf(technology, shop)), from: "working" };
}

/** How far the value may be from the marked one, as fractions (0.1 is +10 %). Bounds are common practice. */
export function valueWindow(needs: PositionNeeds, schools: Schools): { low: number; high: number } {
  if (needs.role === "crossover") return { low: -0.05, high: 0.05 };
  if (valueSetsSound(needs.role)) return { low: -0.1, high: 0.1 };
  // −10/+25 % reaches today's values from those no longer made: 8 to 10, 16 to 15 or 18, 32 to 33, 50 to 47 µF
  if (filtersSupply(needs.role)) return { low: -0.1, high: schools.value === "nextUp" ? 0.5 : 0.25 };
  return { low: -0.1, high: 0.25 };
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
export function searchBounds(needs: PositionNeeds, schools: Schools, shop: ShopRules): SearchBounds {
  const { low, high } = valueWindow(needs, schools);
  const technologies = [...allowedKinds(needs, schools)].filter((t) => needs.technology !== "bipolar" || !isPolarised(t));
  return {
    low: needs.nominal * (1 + low) * (1 - EDGE),
    high: Math.min(needs.nominal * (1 + high), needs.largest ?? Infinity) * (1 + EDGE),
    volts: Math.min(...technologies.map((t) => neededVolts(needs, t, shop).volts ?? 0)) * (1 - EDGE),
    technologies,
  };
}

// Rounding of catalogue figures must not refuse a part that sits exactly on a bound.
const EDGE = 1e-6;
const DEFAULT_TEMPERATURE = 105;
/** Film and ceramic are rated lower by nature and are not dried by heat (common practice). */
const DRY_TEMPERATURE = 85;

/** Every hard rule that `part` breaks at this position; empty means it may be fitted. */
export function refusals(part: CataloguePart, needs: PositionNeeds, schools: Schools, shop: ShopRules): Refusal[] {
  return [
    ...voltageRule(part, needs, shop),
    ...temperatureRule(part, needs),
    ...kindRules(part, needs, schools),
    ...valueRule(part, needs, schools),
    ...sizeRules(part, needs),
    ...esrRule(part, needs),
  ];
}

function voltageRule(part: CataloguePart, needs: PositionNeeds, shop: ShopRules): Refusal[] {
  const { volts: needed, from } = neededVolts(needs, part.technology, shop);
  if (from === "unknown") return [{ code: "voltsUnknown" }];
  return part.rated < needed * (1 - EDGE) ? [{ code: "voltage", rated: part.rated, needed, from }] : [];
}

function temperatureRule(part: CataloguePart, needs: PositionNeeds): Refusal[] {
  const usual = isWetAluminium(part.technology) ? DEFAULT_TEMPERATURE : DRY_TEMPERATURE;
  const needed = needs.temperature ?? usual;
  return part.temperature < Math.min(needed, isWetAluminium(part.technology) ? 200 : DRY_TEMPERATURE)
    ? [{ code: "temperature", rated: part.temperature, needed }]
    : [];
}

function kindRules(part: CataloguePart, needs: PositionNeeds, schools: Schools): Refusal[] {
  const broken: Refusal[] = [];
  const safety = needs.role === "mainsX" ? "X" : needs.role === "mainsY" ? "Y" : null;
  if (safety === "X" && part.safety === null) broken.push({ code: "safetyClass", needed: "X" });
  if (safety === "Y" && !part.safety?.startsWith("Y")) broken.push({ code: "safetyClass", needed: "Y" });
  if (safety === null && part.safety !== null) broken.push({ code: "technology", technology: part.technology });
  if (needs.technology === "bipolar" && isPolarised(part.technology)) broken.push({ code: "polarity" });
  if (!allowedKinds(needs, schools).has(part.technology)) broken.push({ code: "technology", technology: part.technology });
  return broken;
}

/** Kinds that may stand in for the original. X7R loses C with DC and never sits in the signal path or timing. */
function allowedKinds(needs: PositionNeeds, schools: Schools): ReadonlySet<Technology> {
  switch (needs.technology) {
    case "aluminium":
    case "can":
      return new Set(needs.role === "coupling" ? ["aluminium", "can", "bipolar", "film"] : ["aluminium", "can"]);
    case "bipolar":
      return new Set(["bipolar", "film", "aluminium", "can", "tantalum"]); // the polarised are refused by name, for polarity
    case "tantalum":
      return new Set(schools.tantalum === "sameKind" ? ["tantalum"] : schools.tantalum === "aluminium" ? ["aluminium"] : ["film"]);
    case "film":
    case "paper":
      return new Set(["film"]);
    case "c0g":
      return new Set(["c0g", "film"]);
    case "x7r":
      return new Set(valueSetsSound(needs.role) ? ["film", "c0g"] : ["x7r", "film", "c0g"]);
  }
}

function valueRule(part: CataloguePart, needs: PositionNeeds, schools: Schools): Refusal[] {
  const change = part.nominal / needs.nominal - 1;
  const { low, high } = valueWindow(needs, schools);
  const broken: Refusal[] = change < low - EDGE || change > high + EDGE ? [{ code: "value", change, low, high }] : [];
  if (needs.largest !== null && part.nominal > needs.largest * (1 + EDGE)) broken.push({ code: "aboveLargest" });
  return broken;
}

/** Leads can be formed this far, mm; further and the body no longer sits on the board (common practice). */
const FORMED = 3.1;

function sizeRules(part: CataloguePart, needs: PositionNeeds): Refusal[] {
  const broken: Refusal[] = [];
  const standing = part.mounting !== "axial" || needs.mounting !== "axial";
  if (needs.maxHeight !== null && standing && part.height > needs.maxHeight)
    broken.push({ code: "tooTall", height: part.height, most: needs.maxHeight });
  if (needs.maxDiameter !== null && part.diameter > needs.maxDiameter)
    broken.push({ code: "tooWide", diameter: part.diameter, most: needs.maxDiameter });
  if (needs.pitch !== null && part.pitch !== null && Math.abs(part.pitch - needs.pitch) > FORMED)
    broken.push({ code: "pitch", pitch: part.pitch, needed: needs.pitch });
  const rigid = (m: string) => m === "screw" || m === "snapIn";
  if (rigid(part.mounting) !== rigid(needs.mounting) || (rigid(part.mounting) && part.mounting !== needs.mounting))
    broken.push({ code: "mounting" });
  return broken;
}

function esrRule(part: CataloguePart, needs: PositionNeeds): Refusal[] {
  if (needs.role !== "smpsOutput" || !isWetAluminium(part.technology)) return [];
  // at 100 kHz or not at all: an ESR stated at 120 Hz says nothing about a switch-mode output
  if (part.esr === null || part.esr.at < 20_000) return [{ code: "esrUnknown" }];
  return needs.originalEsr !== null && part.esr.ohms > needs.originalEsr * (1 + EDGE)
    ? [{ code: "esr", ohms: part.esr.ohms, needed: needs.originalEsr }]
    : [];
}

/** Years the part should last here at the shop's hours, or null where its series states no life (film, ceramic). */
export function lifeYears(part: CataloguePart, shop: ShopRules): number | null {
  return part.lifeHours === null ? null : expectedLife(part.lifeHours, part.temperature, shop.ambient) / shop.hoursPerYear;
}

// A rating given at 100 kHz allows about half of it at 100–120 Hz (common practice: makers' frequency factors run from 0.4 to 0.6)
const LOW_FREQUENCY_SHARE = 0.5;

/** Ripple amperes rms the part is rated for at the frequency of this place; null where its series states none. */
export function rippleAllowed(part: CataloguePart, needs: PositionNeeds): number | null {
  if (part.ripple === null) return null;
  const low = needs.computed && needs.computed.hertz < 1000 && part.ripple.at >= 10_000;
  return part.ripple.amperes * (low ? LOW_FREQUENCY_SHARE : 1);
}

/** What to mind when fitting it. */
export function fitNotes(part: CataloguePart, needs: PositionNeeds, shop: ShopRules): FitNote[] {
  const notes: FitNote[] = [];
  if (part.mounting === "axial" && needs.mounting === "radial") notes.push({ code: "axialAsRadial" });
  if (part.mounting === "radial" && needs.mounting === "axial") notes.push({ code: "radialAsAxial" });
  if (needs.pitch !== null && part.pitch !== null && Math.abs(part.pitch - needs.pitch) > 0.3)
    notes.push({ code: "formLeads", pitch: part.pitch, hole: needs.pitch });
  if (needs.maxHeight === null && needs.maxDiameter === null && needs.diameter === null) notes.push({ code: "sizeUnknown" });
  if (needs.working === null && filtersSupply(needs.role)) notes.push({ code: "workingUnknown" });
  if (needs.rated !== null && part.rated < needs.rated) notes.push({ code: "lessThanOriginalVolts", original: needs.rated });
  if (part.technology === "film" && isWetAluminium(needs.technology)) notes.push({ code: "filmForElectrolytic" });
  const years = lifeYears(part, shop);
  if (years !== null && years < shop.targetYears) notes.push({ code: "shortLife", years });
  const ripple = rippleAllowed(part, needs);
  if (ripple !== null && needs.computed && ripple < needs.computed.ripple)
    notes.push({ code: "rippleLow", amperes: ripple, needed: needs.computed.ripple });
  if (part.stock === 0) notes.push({ code: "notInStock" });
  return notes;
}
