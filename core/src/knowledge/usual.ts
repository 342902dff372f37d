import type { UnitKind } from "../device";
import { memory, practice, type Source } from "./row";

// What is usual for a kind of unit: what it draws, which points it has.

/** Watts a kind of unit draws when it is well and nothing plays. Rough by nature: what the unit's own plate or drawing says rules. */
interface UsualDraw {
  id: string;
  kinds: readonly UnitKind[];
  power: "standby" | "idle";
  /** built no longer ago than this many years; null: of any age */
  youngerThan: number | null;
  watts: number;
  source: Source;
}

export const USUAL_DRAW: readonly UsualDraw[] = [
  {
    id: "standby.regulated",
    kinds: ["stereoAmplifier", "receiver", "subwoofer", "poweredSpeaker", "recordPlayer"],
    power: "standby",
    youngerThan: 13,
    watts: 0.5,
    source: memory("EU 1275/2008, from 2013; without a network"),
  },
  {
    id: "standby.older",
    kinds: ["stereoAmplifier", "receiver", "subwoofer", "poweredSpeaker"],
    power: "standby",
    youngerThan: null,
    watts: 5,
    source: practice,
  },
  { id: "idle.amplifier", kinds: ["stereoAmplifier", "receiver"], power: "idle", youngerThan: null, watts: 35, source: practice },
  { id: "idle.valve", kinds: ["valveAmplifier"], power: "idle", youngerThan: null, watts: 100, source: practice },
  { id: "idle.powered", kinds: ["subwoofer", "poweredSpeaker"], power: "idle", youngerThan: null, watts: 15, source: practice },
  { id: "idle.desk", kinds: ["mixer", "synthesizer"], power: "idle", youngerThan: null, watts: 40, source: practice },
  { id: "idle.small", kinds: ["recordPlayer", "intercom"], power: "idle", youngerThan: null, watts: 8, source: practice },
];

/** What a unit of this kind and age usually draws; null where nothing is usual. Watts. */
export const usualDraw = (kind: UnitKind, ageYears: number | null, power: "standby" | "idle"): UsualDraw | null =>
  USUAL_DRAW.find(
    (d) => d.power === power && d.kinds.includes(kind) && (d.youngerThan === null || (ageYears !== null && ageYears < d.youngerThan)),
  ) ?? null;

/** A point that a kind of unit usually has, in volts DC (common practice). */
export interface UsualPoint {
  name: string;
  low: number;
  high: number;
  nominal: number | null;
}
const rail = (nominal: number): UsualPoint => ({
  name: `rail ${nominal > 0 ? "+" : ""}${nominal}`,
  low: nominal - Math.abs(nominal) * 0.05,
  high: nominal + Math.abs(nominal) * 0.05,
  nominal,
});
const offset = (side: string): UsualPoint => ({ name: `offset ${side}`, low: -0.05, high: 0.05, nominal: 0 });

const USUAL_POINTS: Partial<Record<UnitKind, readonly UsualPoint[]>> = {
  synthesizer: [rail(15), rail(-15), rail(5)],
  mixer: [rail(15), rail(-15), rail(48), rail(5)],
  stereoAmplifier: [offset("l"), offset("r")],
  receiver: [offset("l"), offset("r"), rail(12), rail(5)],
  subwoofer: [rail(15), rail(-15)],
  poweredSpeaker: [rail(15), rail(-15)],
  mobileAmplifier: [rail(15), rail(-15)],
};
/** The points a unit of this kind usually has; none where nothing is usual. */
export const usualPoints = (kind: UnitKind): readonly UsualPoint[] => USUAL_POINTS[kind] ?? [];

/** Kinds that come in pairs: the other one is what a fault is held against. */
export const PAIRED_KINDS: readonly UnitKind[] = ["passiveLoudspeaker", "poweredSpeaker"];
