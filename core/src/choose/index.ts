export { GRADES, SAFETY_CLASSES, type CataloguePart, type Grade, type SafetyClass } from "./catalogue";
export { SIDES, TANTALUM_SCHOOLS, USUAL_SHOP_RULES, VALUE_POLICIES, type PositionNeeds, type Schools, type ShopRules } from "./needs";
export { expectedLife } from "./life";
export {
  fitNotes,
  lifeYears,
  neededVolts,
  refusals,
  searchBounds,
  valueWindow,
  type FitNote,
  type NeededVolts,
  type Refusal,
  type SearchBounds,
} from "./rules";
export { assessPart, rankParts, type Assessment, type Merit, type Ranking } from "./rank";
export { orderList, sparesFor, type OrderLine, type OrderNeed } from "./orderList";
export { quotes, type Quote, type QuotePosition } from "./quote";
export { bridgePlan, type BridgePlan, type BridgeRefusal } from "./bridge";
