import { figure, type ShopConstants } from "../../knowledge";
import { isWetAluminium } from "../../part";
import { celsius } from "../../units";
import type { CataloguePart } from "../catalogue";
import { expectedLife, rippleHeat } from "../life";
import type { PositionNeeds, ShopRules } from "../needs";
import { mainsClass } from "./kinds";
import { EDGE, type FitNote, type Refusal } from "./rule";

// What a part bears beside volts: heat, ripple, the frequency of a switch.

/** An ESR stated at mains frequency says nothing about a switched rail. */
export const SWITCHED_FROM = 20_000;
const isSwitched = (needs: PositionNeeds): boolean => needs.role === "smpsOutput" || needs.role === "smpsStart";
const esrAtSwitching = (part: CataloguePart): number | null => (part.esr !== null && part.esr.at >= SWITCHED_FROM ? part.esr.ohms : null);

export function temperatureRule(constants: ShopConstants, part: CataloguePart, needs: PositionNeeds): Refusal[] {
  const wet = isWetAluminium(part.technology);
  const dry = figure(constants, "choose.dryTemperature");
  // a wet original's 105 °C asks nothing of a dry part
  const needed = wet
    ? (needs.temperature ?? figure(constants, "choose.wetTemperature"))
    : isWetAluminium(needs.technology)
      ? dry
      : Math.min(needs.temperature ?? dry, 105);
  return part.temperature < needed ? [{ code: "temperature", rated: part.temperature, needed }] : [];
}

/** Ripple amperes rms the part is rated for at the frequency of this place; null where its series states none. */
export function rippleAllowed(constants: ShopConstants, part: CataloguePart, needs: PositionNeeds): number | null {
  if (part.ripple === null) return null;
  const low = needs.computed && needs.computed.hertz < 1000 && part.ripple.at >= 10_000;
  return part.ripple.amperes * (low ? figure(constants, "choose.lowRipple") : 1);
}

export function loadRules(constants: ShopConstants, part: CataloguePart, needs: PositionNeeds): Refusal[] {
  const broken: Refusal[] = [];
  const [esr, ripple] = [esrAtSwitching(part), rippleAllowed(constants, part, needs)];
  if (needs.role === "smpsOutput" && isWetAluminium(part.technology)) {
    if (esr !== null && needs.originalEsr !== null && esr > needs.originalEsr * (1 + EDGE))
      broken.push({ code: "esr", ohms: esr, needed: needs.originalEsr });
    if (ripple !== null && needs.computed && needs.computed.hertz >= 1000 && ripple < needs.computed.ripple)
      broken.push({ code: "ripple", amperes: ripple, needed: needs.computed.ripple });
  }
  const window = needs.esrWindow ?? null;
  if (needs.role === "regulatorOut" && window !== null) {
    const ohms = isWetAluminium(part.technology) || part.technology === "tantalum" ? esr : 0;
    if (ohms !== null && (ohms < window.least || ohms > window.most)) broken.push({ code: "esrWindow", ohms, ...window });
  }
  if (needs.pulse != null && part.pulse !== null && part.pulse < needs.pulse * (1 - EDGE))
    broken.push({ code: "pulse", bears: part.pulse, needed: needs.pulse });
  return broken;
}

/** Years the part should last here at the shop's hours and the ripple it bears, or null where its series states no life (film, ceramic). */
export function lifeYears(part: CataloguePart, needs: PositionNeeds, shop: ShopRules): number | null {
  if (part.lifeHours === null) return null;
  const allowed = rippleAllowed(shop.constants, part, needs);
  const heat = allowed === null || !needs.computed ? 0 : rippleHeat(shop.constants, needs.computed.ripple / allowed);
  return expectedLife(part.lifeHours, part.temperature, celsius(shop.ambient + heat)) / shop.hoursPerYear;
}

export function loadNotes(part: CataloguePart, needs: PositionNeeds, shop: ShopRules): FitNote[] {
  const notes: FitNote[] = [];
  const years = lifeYears(part, needs, shop);
  if (years !== null && years < shop.targetYears) notes.push({ code: "shortLife", years });
  const [esr, ripple] = [esrAtSwitching(part), rippleAllowed(shop.constants, part, needs)];
  const wet = isWetAluminium(part.technology);
  if (isSwitched(needs) && wet && esr === null) notes.push({ code: "withoutEsr" });
  if (wet && needs.computed && needs.computed.ripple > LITTLE_RIPPLE) {
    if (ripple === null) notes.push({ code: "withoutRipple" });
    else if (ripple < needs.computed.ripple) notes.push({ code: "rippleLow", amperes: ripple, needed: needs.computed.ripple });
  }
  if (needs.role === "regulatorOut" && needs.esrWindow == null && (!wet || part.grade === "lowEsr"))
    notes.push({ code: "lowEsrAtRegulator" });
  if (needs.role === "regulatorOut" && needs.esrWindow != null && wet && esr === null) notes.push({ code: "withoutEsr" });
  if (needs.role === "suppression" && mainsClass(needs) === null && part.pulse === null && !wet) notes.push({ code: "withoutPulse" });
  if (part.technology === "film" && part.ac === null && needs.audio != null && needs.audio > part.rated / 4)
    notes.push({ code: "withoutAc" });
  return notes;
}
/** Amperes under which nobody asks for a ripple rating. */
const LITTLE_RIPPLE = 0.05;
