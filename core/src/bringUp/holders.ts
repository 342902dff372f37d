import { figure } from "../knowledge";
import { seconds, volts, type Farads, type Joules, type Seconds, type Volts } from "../units";
import { dischargePlans, storedEnergy, type DrawerResistor } from "./discharge";

/** A part that holds charge, as it stands in the unit. */
export interface ChargeHolder {
  designator: string;
  nominal: Farads;
  /** null: not marked */
  rated: Volts | null;
  /** DC volts read across it while the unit was on; null where nobody has */
  live: Volts | null;
}

/** What a part can hold at most, and whether that can hurt. */
export interface Held {
  most: Volts;
  energy: Joules;
  counts: boolean;
}

/**
 * What a part can hold: the least of its rating, the highest DC volts of the unit and what was read across it live. It counts from
 * 60 V DC up, and below that from 1 J up (IEC 62368-1 ES1, from memory; sparks and welds, common practice).
 * @param highest volts anywhere in the unit; null: not known, so that the rating decides, or the worst where none is marked
 */
export function held({ nominal, rated, live }: ChargeHolder, highest: Volts | null): Held {
  const known = [rated, highest, live].flatMap((v) => (v === null ? [] : [Math.abs(v)]));
  const most = volts(known.length === 0 ? figure("charge.unknown") : Math.min(...known));
  const energy = storedEnergy(nominal, most);
  return { most, energy, counts: most >= figure("charge.shock") || energy >= figure("charge.spark") };
}

/** Seconds until 5 V through the best resistor of the drawer; a patient two minutes where none fits. */
export function settleTime({ nominal }: Pick<ChargeHolder, "nominal">, most: Volts, drawer: readonly DrawerResistor[]): Seconds {
  const [best] = dischargePlans(nominal, most, drawer);
  return best && best.refusals.length === 0 ? best.to5 : seconds(figure("charge.patience"));
}

/**
 * Parts of a chain that the reservoir and the last of the chain stand for: those between. Only where every dropper is known, since
 * a chain that may be broken discharges in pieces.
 * @param chain designators from the reservoir on; null where a part is not known
 * @param droppers whether the resistance before each of them but the first is known
 */
export function stoodFor(chain: readonly (string | null)[], droppers: readonly boolean[]): string[] {
  if (chain.some((d) => d === null) || droppers.length < chain.length - 1 || !droppers.every(Boolean)) return [];
  return chain.slice(1, -1).flatMap((d) => d ?? []);
}
