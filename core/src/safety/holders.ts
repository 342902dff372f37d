import { figure, type ShopConstants } from "../knowledge";
import { volts, type Farads, type Joules, type Volts } from "../units";
import { storedEnergy } from "./discharge";
import { hazardClass, type HazardClass } from "./hazard";

/** A part that holds charge, as it stands in the unit. */
interface ChargeHolder {
  designator: string;
  nominal: Farads;
  /** null: not marked */
  rated: Volts | null;
  /** the most volts ever read across it, live or left; null where nobody has read any */
  seen: Volts | null;
}

/** What a part can hold at most, and whether that can hurt. */
export interface Held {
  most: Volts;
  energy: Joules;
  hazard: HazardClass;
  counts: boolean;
}

/**
 * What a part can hold: the lesser of its rating and the highest DC volts of the unit, but never less than was read across it: a reading
 * raises what a part may hold and never lowers it. It counts from 60 V DC up, and below that from 1 J up (IEC 62368-1 ES1, from memory;
 * sparks and welds, common practice).
 * @param highest volts anywhere in the unit; null: not known, so that the rating decides, or the worst where none is marked
 */
export function held(constants: ShopConstants, { nominal, rated, seen }: ChargeHolder, highest: Volts | null): Held {
  const known = [rated, highest].flatMap((v) => (v === null ? [] : [Math.abs(v)]));
  const could = known.length === 0 ? figure(constants, "charge.unknown") : Math.min(...known);
  const most = volts(Math.max(could, Math.abs(seen ?? 0)));
  const energy = storedEnergy(nominal, most);
  return {
    most,
    energy,
    hazard: hazardClass(constants, most, energy),
    counts: most >= figure(constants, "charge.shock") || energy >= figure(constants, "charge.spark"),
  };
}
