import type { FindingToken, PartClass, Role, SectionKind, SupplyKind, UnitKind } from "../device";
import { practice, type Source } from "./row";

// What a fault can be: a section and what went wrong in it, capacitors and the rest that must stay on the list. Figures are rough by
// nature: how often of a hundred such complaints (weight), and how likely the fault shows a symptom. Common practice throughout.

export interface HypothesisRow {
  id: HypothesisId;
  section: SectionKind;
  /** parts it can be, by role of a capacitor or class of another part */
  roles: readonly Role[];
  parts: readonly PartClass[];
  /** only units of these kinds have it; null: any that has the section */
  kinds: readonly UnitKind[] | null;
  /** how often, against the others */
  weight: number;
  /** times the weight for a kind of supply or unit, or where somebody repaired it before */
  favours: Partial<Record<SupplyKind | UnitKind | "earlierRepair", number>>;
  /** chance that it makes a symptom that was looked for */
  makes: Partial<Record<FindingToken, number>>;
  /** whether every channel hangs on it, one only, or either */
  scope: "all" | "one" | "either";
  /** on which side of the volume control it comes in; null: on neither */
  volume: "before" | "after" | null;
  /** what a capacitor of it reads as: dried, open, leaky or shorted */
  reads: "dried" | "open" | "leaky" | "shorted" | null;
  source: Source;
}

export const HYPOTHESIS_IDS = [
  "reservoirDried",
  "reservoirShorted",
  "decouplerDried",
  "regulatorCapacitor",
  "biasFilter",
  "couplingLeaky",
  "couplingOpen",
  "couplingDried",
  "bypassDried",
  "crossoverCapacitor",
  "classDFilter",
  "servoLoop",
  "primaryCeramic",
  "startUpDried",
  "secondaryDried",
  "primaryReservoir",
  "tantalumShorted",
  "digitalRail",
  "timingCapacitor",
  "rectifierOpen",
  "rectifierShorted",
  "regulatorFailed",
  "outputShorted",
  "valveWorn",
  "transformer",
  "jointCrack",
  "boardShort",
  "dirtyControl",
  "connector",
  "groundLoop",
  "earthPoint",
  "sensor",
  "driverBad",
  "powerPathOpen",
  "software",
  "noisyDevice",
  "resistorDrifted",
  "relayContact",
  "stageDevice",
  "loadShort",
  "wrongValue",
] as const;
export type HypothesisId = (typeof HYPOTHESIS_IDS)[number];

type Rest = Partial<Omit<HypothesisRow, "id" | "section" | "weight" | "makes" | "source">>;
const row = (id: HypothesisId, section: SectionKind, weight: number, makes: HypothesisRow["makes"], rest: Rest = {}): HypothesisRow => ({
  id,
  section,
  weight,
  makes,
  kinds: rest.kinds ?? null,
  roles: rest.roles ?? [],
  parts: rest.parts ?? [],
  favours: rest.favours ?? {},
  scope: rest.scope ?? "all",
  volume: rest.volume ?? null,
  reads: rest.reads ?? null,
  source: practice,
});

export const HYPOTHESES: readonly HypothesisRow[] = [
  row(
    "reservoirDried",
    "reservoirs",
    10,
    { hum: 0.85, buzz: 0.5, weakBass: 0.25, distorted: 0.25, pulsing: 0.05, shutsDown: 0.05, bulgedParts: 0.3, longUnused: 0.2 },
    { roles: ["reservoir"], volume: "after", reads: "dried", favours: { valveRectifier: 1.3 } },
  ),
  row(
    "reservoirShorted",
    "reservoirs",
    2,
    { fuseBlown: 0.85, noPower: 0.6, noSound: 0.3, bulgedParts: 0.2 },
    { roles: ["reservoir"], reads: "shorted" },
  ),
  row(
    "decouplerDried",
    "rails",
    7,
    { hum: 0.35, pulsing: 0.35, lowSwing: 0.15, whistle: 0.15, distorted: 0.2, hiss: 0.1, crackle: 0.1, weakBass: 0.1, buzz: 0.15 },
    { roles: ["decoupler"], scope: "either", volume: "after", reads: "dried" },
  ),
  row(
    "regulatorCapacitor",
    "regulators",
    5,
    { hum: 0.3, hiss: 0.2, lampsNoDisplay: 0.15, comesAndGoes: 0.15, whistle: 0.15, onlyCold: 0.2, crackle: 0.1, buzz: 0.1 },
    { roles: ["regulatorIn", "regulatorOut"], reads: "dried" },
  ),
  row(
    "biasFilter",
    "bias",
    4,
    { hum: 0.5, distorted: 0.5, noSound: 0.1 },
    { roles: ["biasFilter"], volume: "after", reads: "dried", favours: { valveAmplifier: 1.5 } },
  ),
  row(
    "couplingLeaky",
    "preamp",
    5,
    { crackle: 0.5, distorted: 0.45, static: 0.3, noSound: 0.1, onlyWarm: 0.2, longUnused: 0.2 },
    { roles: ["coupling"], scope: "one", volume: "after", reads: "leaky", favours: { valveAmplifier: 2.5 } },
  ),
  row(
    "couplingOpen",
    "preamp",
    4,
    { noSound: 0.55, weakBass: 0.45, comesAndGoes: 0.45, dull: 0.05, afterKnock: 0.25 },
    { roles: ["coupling"], scope: "one", reads: "open" },
  ),
  row(
    "couplingDried",
    "preamp",
    5,
    { weakBass: 0.75, dull: 0.2, distorted: 0.1, comesAndGoes: 0.1 },
    { roles: ["coupling"], scope: "one", reads: "dried" },
  ),
  row("bypassDried", "preamp", 3, { weakBass: 0.4, dull: 0.25, distorted: 0.15 }, { roles: ["bypass"], scope: "one", reads: "dried" }),
  row(
    "crossoverCapacitor",
    "crossover",
    12,
    { dull: 0.85, weakBass: 0.1, noSound: 0.1, distorted: 0.05 },
    { roles: ["crossover"], scope: "one", reads: "dried", favours: { passiveLoudspeaker: 2 } },
  ),
  row(
    "classDFilter",
    "classD",
    8,
    { whistle: 0.4, shutsDown: 0.35, dull: 0.15, distorted: 0.2, noSound: 0.1 },
    { roles: ["classDFilter"], scope: "one", reads: "dried" },
  ),
  row(
    "servoLoop",
    "servo",
    12,
    { lowSwing: 0.85, pulsing: 0.35, weakBass: 0.1, withNoInput: 0.8 },
    { roles: ["feedback", "coupling"], volume: "after", reads: "dried" },
  ),
  row(
    "primaryCeramic",
    "primary",
    3,
    { noPower: 0.5, comesAndGoes: 0.3, relayClicking: 0.25, fuseBlown: 0.25, crackle: 0.15 },
    { roles: ["mainsX", "mainsY", "suppression"], reads: "shorted" },
  ),
  row(
    "startUpDried",
    "startUp",
    10,
    { noPower: 0.65, relayClicking: 0.6, onlyCold: 0.7, comesAndGoes: 0.1, longUnused: 0.1 },
    { roles: ["smpsStart"], reads: "dried" },
  ),
  row(
    "secondaryDried",
    "secondary",
    9,
    {
      relayClicking: 0.35,
      shutsDown: 0.3,
      whistle: 0.3,
      noPower: 0.35,
      lampsNoDisplay: 0.35,
      onlyCold: 0.45,
      hiss: 0.15,
      bulgedParts: 0.4,
      hum: 0.1,
      comesAndGoes: 0.2,
    },
    { roles: ["smpsOutput"], reads: "dried" },
  ),
  row(
    "primaryReservoir",
    "primary",
    3,
    { shutsDown: 0.5, noPower: 0.3, hum: 0.3, bulgedParts: 0.3, fuseBlown: 0.1 },
    { roles: ["smpsPrimary"], reads: "dried" },
  ),
  row(
    "tantalumShorted",
    "rails",
    2,
    {
      noPower: 0.4,
      shutsDown: 0.3,
      lampsNoDisplay: 0.3,
      fuseBlown: 0.2,
      crackle: 0.3,
      highStandbyCurrent: 0.3,
      onlyWarm: 0.2,
      noSound: 0.2,
    },
    { roles: ["decoupler", "regulatorOut", "digitalRail"], reads: "shorted", scope: "all", favours: { synthesizer: 3, mixer: 1.5 } },
  ),
  row(
    "digitalRail",
    "control",
    3,
    { lampsNoDisplay: 0.6, comesAndGoes: 0.25, noSound: 0.2, onlyCold: 0.35 },
    { roles: ["digitalRail", "regulatorOut"], reads: "dried" },
  ),
  row(
    "timingCapacitor",
    "protection",
    3,
    { relayClicking: 0.45, noSound: 0.3, shutsDown: 0.25, lampsNoDisplay: 0.1 },
    { roles: ["timing", "reference"], reads: "dried" },
  ),
  row("rectifierOpen", "rectifier", 2, { hum: 0.8, weakBass: 0.2, buzz: 0.3 }, { parts: ["diode", "valve"], volume: "after" }),
  row("rectifierShorted", "rectifier", 4, { fuseBlown: 0.9, noPower: 0.5, hum: 0.1 }, { parts: ["diode"] }),
  row(
    "regulatorFailed",
    "regulators",
    5,
    { noSound: 0.4, lampsNoDisplay: 0.35, noPower: 0.35, hum: 0.2, crackle: 0.15, shutsDown: 0.15, onlyCold: 0.15, onlyWarm: 0.2 },
    { parts: ["chip", "transistor"] },
  ),
  row(
    "outputShorted",
    "amplifier",
    6,
    { fuseBlown: 0.5, shutsDown: 0.5, relayClicking: 0.35, noSound: 0.4, hum: 0.2, distorted: 0.1 },
    { parts: ["transistor", "chip"], scope: "one", volume: "after" },
  ),
  row(
    "valveWorn",
    "amplifier",
    14,
    { distorted: 0.35, noSound: 0.3, crackle: 0.3, hum: 0.2, rattle: 0.2, afterKnock: 0.3, fuseBlown: 0.15, hiss: 0.15 },
    { parts: ["valve"], scope: "one", volume: "after", kinds: ["valveAmplifier"] },
  ),
  row("transformer", "mains", 1.5, { noPower: 0.5, fuseBlown: 0.4, hum: 0.2 }, { parts: ["transformer"] }),
  row(
    "jointCrack",
    "amplifier",
    8,
    { comesAndGoes: 0.7, afterKnock: 0.65, crackle: 0.4, noSound: 0.3, onlyCold: 0.2, onlyWarm: 0.25, hum: 0.1, noPower: 0.1 },
    { scope: "either", favours: { earlierRepair: 1.5 } },
  ),
  row(
    "boardShort",
    "amplifier",
    1.5,
    { fuseBlown: 0.4, noPower: 0.4, shutsDown: 0.4, noSound: 0.15, highStandbyCurrent: 0.3 },
    { scope: "all", favours: { earlierRepair: 1.3 } },
  ),
  row(
    "dirtyControl",
    "input",
    8,
    { crackle: 0.65, static: 0.4, comesAndGoes: 0.5, noSound: 0.2, afterKnock: 0.3, volumeChangesIt: 0.5 },
    { parts: ["switch"], scope: "one", volume: "before" },
  ),
  row(
    "connector",
    "input",
    5,
    { comesAndGoes: 0.6, noSound: 0.4, crackle: 0.4, hum: 0.2, afterKnock: 0.5, otherCableHelps: 0.2 },
    { parts: ["connector"], scope: "either", favours: { earlierRepair: 1.3 } },
  ),
  row(
    "groundLoop",
    "outside",
    4,
    { hum: 0.85, buzz: 0.4, otherCableHelps: 0.7, otherOutletHelps: 0.5, withNoInput: 0.05, earthPinRemoved: 0.1 },
    { parts: ["connector"], volume: "before" },
  ),
  row(
    "earthPoint",
    "mains",
    2.5,
    { crackle: 0.5, hum: 0.5, static: 0.4, buzz: 0.3, comesAndGoes: 0.2, wetUnderParts: 0.2, afterKnock: 0.2 },
    {},
  ),
  row("sensor", "protection", 1.5, { shutsDown: 0.75, relayClicking: 0.3, noSound: 0.2 }, {}),
  row(
    "driverBad",
    "driver",
    7,
    { rattle: 0.5, noSound: 0.35, distorted: 0.4, dull: 0.3, weakBass: 0.3, comesAndGoes: 0.15 },
    { parts: ["driver"], scope: "one" },
  ),
  row("powerPathOpen", "mains", 4, { noPower: 0.95, comesAndGoes: 0.1 }, { parts: ["fuse", "switch", "connector"] }),
  row("software", "control", 1, { lampsNoDisplay: 0.5, comesAndGoes: 0.2, noSound: 0.2 }, {}),
  row(
    "noisyDevice",
    "preamp",
    5,
    { hiss: 0.6, crackle: 0.5, static: 0.4, onlyWarm: 0.2, withNoInput: 0.5 },
    { parts: ["transistor", "chip", "valve"], scope: "one", volume: "after" },
  ),
  row(
    "resistorDrifted",
    "startUp",
    3,
    { noPower: 0.35, onlyCold: 0.25, distorted: 0.15, noSound: 0.2, relayClicking: 0.2, hum: 0.05 },
    { parts: ["resistor"], scope: "either" },
  ),
  row(
    "wrongValue",
    "preamp",
    0.5,
    { distorted: 0.3, hum: 0.15, hiss: 0.15, weakBass: 0.2, noSound: 0.1, shutsDown: 0.15, whistle: 0.15, onlyWarm: 0.2 },
    { scope: "either", favours: { earlierRepair: 4 } },
  ),
  row(
    "relayContact",
    "protection",
    5,
    { noSound: 0.5, comesAndGoes: 0.6, distorted: 0.25, dull: 0.05, crackle: 0.15 },
    { parts: ["relay"], scope: "one", volume: "after" },
  ),
  row(
    "stageDevice",
    "preamp",
    4,
    { noSound: 0.45, distorted: 0.45, crackle: 0.1, weakBass: 0.05, lowSwing: 0.03 },
    { parts: ["transistor", "chip", "valve"], scope: "one" },
  ),
  row(
    "loadShort",
    "rails",
    2.5,
    { noPower: 0.35, shutsDown: 0.4, lampsNoDisplay: 0.3, noSound: 0.25, highStandbyCurrent: 0.4, relayClicking: 0.35 },
    { parts: ["chip", "transistor"] },
  ),
];
