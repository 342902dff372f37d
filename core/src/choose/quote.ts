import { SCOPES, type Scope } from "../device";
import { figure, type ShopConstants } from "../knowledge";
import { comeback, type Comeback, type LeftPosition } from "./comeback";
import { takenBy } from "./scope";

/** One position as an offer sees it. */
export interface QuotePosition extends LeftPosition {
  /** hundredths of the shop's currency for what would go in; null where the catalogue has nothing that fits */
  cents: number | null;
}

/** What one approach would change, and what that costs and leaves. */
export interface Quote {
  scope: Scope;
  designators: readonly string[];
  /** hundredths, of those that have a price */
  cents: number;
  /** designators the catalogue has nothing for */
  unpriced: readonly string[];
  /** of the bench, for taking out and putting in */
  minutes: number;
  /** that stay in and were never measured */
  unproven: readonly string[];
  /** how likely the unit is to come back */
  comeback: Comeback;
}

/** The approaches side by side, from the least that is changed to the most; parts at the catalogue's price, minutes by common practice. */
export function quotes(constants: ShopConstants, positions: readonly QuotePosition[]): Quote[] {
  return SCOPES.map((scope) => {
    const taken = takenBy(scope, positions);
    const changed = new Set(taken.map((p) => p.designator));
    return {
      scope,
      designators: [...changed],
      cents: taken.reduce((sum, p) => sum + (p.cents ?? 0), 0),
      unpriced: taken.flatMap((p) => (p.cents === null ? [p.designator] : [])),
      minutes: taken.length * figure(constants, "fit.minutes"),
      unproven: positions.flatMap((p) => (!p.measured && !changed.has(p.designator) ? [p.designator] : [])),
      comeback: comeback(constants, positions, changed),
    };
  });
}
