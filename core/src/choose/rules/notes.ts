import { figure, type ShopConstants } from "../../knowledge";
import { filtersSupply, isPolarised, isWetAluminium } from "../../part";
import type { CataloguePart } from "../catalogue";
import { buyToMatch } from "../pairs";
import type { PositionNeeds } from "../needs";
import type { Requirements } from "./requirements";
import { mainsClass } from "./kinds";
import { loadNotes } from "./load";
import { EDGE, type FitNote } from "./rule";
import { sizeNotes } from "./size";

/** From here up a larger part is said to be larger. */
const LARGER = 0.3;

/** What to mind when fitting it. */
export function fitNotes(part: CataloguePart, asked: Requirements): FitNote[] {
  const { needs, shop } = asked;
  return [
    ...sizeNotes(part, needs),
    ...voltsNotes(part, asked),
    ...kindNotes(part, needs),
    ...valueNotes(part, asked),
    ...loadNotes(part, needs, shop),
    ...supplyNotes(asked.shop.constants, part, needs),
  ];
}

function voltsNotes(part: CataloguePart, { needs, volts }: Requirements): FitNote[] {
  if (mainsClass(needs) !== null) return [];
  const notes: FitNote[] = [];
  if (needs.working === null && filtersSupply(needs.role)) notes.push({ code: "workingUnknown" });
  if (needs.working === null && needs.rated === null && volts[part.technology].from === "computed") notes.push({ code: "unmarked" });
  if (needs.working !== null && needs.rated !== null && part.rated < needs.rated)
    notes.push({ code: "lessThanOriginalVolts", original: needs.rated });
  if (part.technology === "tantalum" && needs.working === null && (needs.rated === null || part.rated < 1.5 * needs.rated))
    notes.push({ code: "tantalumHeadroom" });
  if (isPolarised(part.technology) && (needs.plusToGround || (needs.working !== null && needs.working < 0)))
    notes.push({ code: "plusToGround" });
  return notes;
}

function kindNotes(part: CataloguePart, needs: PositionNeeds): FitNote[] {
  const notes: FitNote[] = [];
  const wasWet = isWetAluminium(needs.technology);
  if (part.technology === "film" && wasWet) notes.push({ code: "filmForElectrolytic" });
  if (part.technology === "film" && wasWet && needs.role === "crossover") notes.push({ code: "seriesResistor" });
  if (part.technology === "bipolar" && isPolarised(needs.technology)) notes.push({ code: "bipolarForPolarised" });
  if (needs.technology === "tantalum" && isWetAluminium(part.technology)) notes.push({ code: "electrolyticForTantalum" });
  return notes;
}

function valueNotes(part: CataloguePart, { needs, old }: Requirements): FitNote[] {
  const notes: FitNote[] = [];
  const change = part.nominal / needs.nominal - 1;
  if (old) notes.push({ code: "oldValue", change });
  if (change > LARGER && (needs.role === "coupling" || needs.role === "bypass")) notes.push({ code: "thump" });
  if (change > LARGER && filtersSupply(needs.role) && needs.role !== "digitalRail") notes.push({ code: "inrush" });
  if (needs.behindValve && needs.largest === null && change > EDGE) notes.push({ code: "valveUnknown" });
  return notes;
}

/**
 * How near the two sides must come, and how many to buy for it; null where it is not requirementsOf, or the part is made that tight. The
 * match is a share of the value; `buy` a count of pieces.
 */
export function matchOf(
  constants: ShopConstants,
  part: Pick<CataloguePart, "tolerance">,
  needs: Pick<PositionNeeds, "role" | "counterparts">,
): { within: number; buy: number } | null {
  const within = figure(constants, "choose.pair");
  const width = part.tolerance.minus + part.tolerance.plus;
  const pair = needs.role === "crossover" && needs.counterparts?.length === 1;
  return pair && width > within * (1 + EDGE) ? { within, buy: buyToMatch(width, within) } : null;
}

function supplyNotes(constants: ShopConstants, part: CataloguePart, needs: PositionNeeds): FitNote[] {
  const notes: FitNote[] = [];
  const pair = 1 + (needs.counterparts?.length ?? 0);
  if (part.stock === 0) notes.push({ code: "notInStock" });
  else if (part.stock !== null && part.stock < pair) notes.push({ code: "stockOfPair", needed: pair });
  if (needs.counterparts && needs.counterparts.length > 0) notes.push({ code: "otherLot", counterparts: needs.counterparts });
  const match = matchOf(constants, part, needs);
  if (match !== null) notes.push({ code: "matchPair", ...match });
  if (part.priceCents === null) notes.push({ code: "priceUnknown" });
  return notes;
}
