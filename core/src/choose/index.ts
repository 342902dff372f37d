export { GRADES, SAFETY_CLASSES, type CataloguePart, type Grade, type SafetyClass } from "./catalogue";
export { SIDES, TANTALUM_APPROACHES, USUAL_SHOP_RULES, VALUE_POLICIES, type PositionNeeds, type Approaches, type ShopRules } from "./needs";
export { expectedLife, rippleHeat } from "./life";
export {
  requirementsOf,
  matchOf,
  neededVolts,
  refusals,
  searchBounds,
  valueWindow,
  type FitNote,
  type NeededVolts,
  type Refusal,
  type SearchBounds,
} from "./rules";
export { assessPart, rankParts, type Assessment, type Merit, type Ranking, type RankingContext } from "./rank";
export { changesAt, type Change, type PlaceChanges } from "./changes";
export { orderList, type OrderLine, type OrderMind, type OrderNeed, type OrderStock } from "./orderList";
export { quotes, type Quote, type QuotePosition } from "./quote";
export { bridgePlan, type BridgeRefusal } from "./bridge";
export { ARRANGEMENTS, asOne, worstShare, type Arrangement } from "./asOne";
export { balanceFor, setsFor, valueSets, type Balance, type PartSet } from "./sets";
export { isElectrolytic, takenBy } from "./scope";
export { comeback, ownHistory, type OwnHistory } from "./comeback";
export { canOf, canPlan, type CanPlan } from "./can";
export { hearAt, type Hearable } from "./hear";
