import type { FindingToken, SupplyKind, UnitKind } from "../device";
import { memory, practice, type Source } from "./row";

// What is usual for a kind of unit: what it draws, which points it has, and what such a complaint was most often.

/** Watts a kind of unit draws when it is well and nothing plays. Rough by nature: what the unit's own plate or drawing says rules. */
export interface UsualDraw {
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

/** What a unit of this kind and age usually draws; null where nothing is usual. */
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

/** A fault that such a complaint of such a unit has often been: where to look and the test that tells it apart first (common practice). */
export interface Pattern {
  id: PatternId;
  /** null: of any */
  kinds: readonly UnitKind[] | null;
  supplies: readonly SupplyKind[] | null;
  /** at least one of these */
  findings: readonly FindingToken[];
  /** and every one of these */
  with: readonly FindingToken[];
}
export const PATTERN_IDS = [
  "humAllSupply",
  "humVolumeBefore",
  "humCableLoop",
  "clicksSwitchMode",
  "lampsNoDisplay",
  "shutsDownProtect",
  "relayOffset",
  "lowSwingServo",
  "dullCrossover",
  "crackleKnock",
  "dropoutWarm",
  "onlyColdStart",
  "fuseShort",
  "standbyHigh",
  "valveUnused",
  "growlRumble",
  "oneChannelGone",
] as const;
export type PatternId = (typeof PATTERN_IDS)[number];

const pattern = (
  id: PatternId,
  findings: readonly FindingToken[],
  also: { kinds?: readonly UnitKind[]; supplies?: readonly SupplyKind[]; with?: readonly FindingToken[] } = {},
): Pattern => ({ id, findings, kinds: also.kinds ?? null, supplies: also.supplies ?? null, with: also.with ?? [] });

export const PATTERNS: readonly Pattern[] = [
  pattern("humAllSupply", ["hum", "buzz"], { supplies: ["linear", "valveRectifier"], with: ["allChannels"] }),
  pattern("humVolumeBefore", ["hum", "buzz"], { with: ["volumeChangesIt"] }),
  pattern("humCableLoop", ["hum", "buzz"], { with: ["otherCableHelps"] }),
  pattern("clicksSwitchMode", ["relayClicking", "noPower", "pulsing"], { supplies: ["switchMode"] }),
  pattern("lampsNoDisplay", ["lampsNoDisplay"]),
  pattern("shutsDownProtect", ["shutsDown"]),
  pattern("relayOffset", ["relayClicking", "noSound"], { kinds: ["stereoAmplifier", "receiver", "subwoofer"], supplies: ["linear"] }),
  pattern("lowSwingServo", ["lowSwing"], { kinds: ["subwoofer", "stereoAmplifier", "poweredSpeaker"] }),
  pattern("growlRumble", ["lowSwing", "hum"], { kinds: ["recordPlayer"] }),
  pattern("dullCrossover", ["dull"], { kinds: ["passiveLoudspeaker", "poweredSpeaker"] }),
  pattern("crackleKnock", ["crackle", "static", "comesAndGoes"], { with: ["afterKnock"] }),
  pattern("dropoutWarm", ["comesAndGoes", "shutsDown", "noSound"], { with: ["onlyWarm"] }),
  pattern("onlyColdStart", ["noPower", "relayClicking", "comesAndGoes"], { with: ["onlyCold"] }),
  pattern("fuseShort", ["fuseBlown"]),
  pattern("standbyHigh", ["highStandbyCurrent"]),
  pattern("valveUnused", ["longUnused"], { kinds: ["valveAmplifier"] }),
  pattern("oneChannelGone", ["noSound", "weakBass", "distorted"], { with: ["oneChannel"] }),
];

/** Patterns that fit a unit and what was found on it, those that ask for the most first. */
export function patternsFor(unit: { unitKind: UnitKind; supplyKind: SupplyKind; findings: readonly FindingToken[] }): readonly Pattern[] {
  const { findings, unitKind, supplyKind } = unit;
  const asks = (p: Pattern) => p.with.length + (p.kinds ? 1 : 0) + (p.supplies ? 1 : 0);
  return PATTERNS.filter(
    (p) =>
      p.findings.some((f) => findings.includes(f)) &&
      p.with.every((f) => findings.includes(f)) &&
      (p.kinds === null || p.kinds.includes(unitKind)) &&
      (p.supplies === null || p.supplies.includes(supplyKind)),
  ).toSorted((a, b) => asks(b) - asks(a));
}
