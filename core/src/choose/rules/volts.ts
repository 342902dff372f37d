import { figure } from "../../knowledge";
import { isWetAluminium, type Technology } from "../../part";
import { volts } from "../../units";
import type { CataloguePart } from "../catalogue";
import type { PositionNeeds, ShopRules } from "../needs";
import type { NeededVolts, Requirements } from "./requirements";
import { mainsClass } from "./kinds";
import { EDGE, type Refusal } from "./rule";

const marginOf = (technology: Technology, shop: ShopRules): number =>
  technology === "tantalum" ? shop.marginTantalum : isWetAluminium(technology) ? shop.marginWet : shop.marginFilm;

/** How far the computed volts must be over the original's rating before they count: settings left usual are that far off. */
const SURELY_OVER = 1.1;

/**
 * Volts the part must be rated for at this position: at the mains the mains volts + 10 %, whatever the original is marked; elsewhere
 * working volts at high mains times the margin of its kind; without working volts the original's rating, which is never undercut
 * unmeasured, or more where a model of the circuit says so.
 */
export function neededVolts(needs: PositionNeeds, technology: Technology, shop: ShopRules): NeededVolts {
  if (mainsClass(needs) !== null)
    return { volts: volts((needs.mains ?? figure(shop.constants, "choose.mains")) * (1 + shop.highMains)), from: "mains" };
  if (needs.working === null) {
    // the model is an estimate: it only asks for more where the original itself was run well over its rating
    const computed = needs.computed?.volts ?? 0;
    if (needs.rated === null) return computed > 0 ? { volts: volts(computed), from: "computed" } : { volts: null, from: "unknown" };
    return computed > SURELY_OVER * needs.rated ? { volts: volts(computed), from: "computed" } : { volts: needs.rated, from: "original" };
  }
  return { volts: volts(Math.abs(needs.working) * (1 + shop.highMains) * marginOf(technology, shop)), from: "working" };
}

export function voltageRules(part: CataloguePart, { needs, volts: byKind }: Pick<Requirements, "needs" | "volts">): Refusal[] {
  const needed = byKind[part.technology];
  if (needed.from === "unknown") return [{ code: "voltsUnknown" }];
  const broken: Refusal[] = [];
  if (part.rated < needed.volts * (1 - EDGE))
    broken.push(
      needed.from === "mains"
        ? { code: "mainsVolts", rated: part.rated, needed: needed.volts }
        : { code: "voltage", rated: part.rated, needed: needed.volts, from: needed.from },
    );
  if (part.ac !== null && needs.audio != null && mainsClass(needs) === null && part.ac < needs.audio * (1 - EDGE))
    broken.push({ code: "acVolts", rated: part.ac, needed: needs.audio });
  return broken;
}
