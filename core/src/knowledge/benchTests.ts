import type { FindingToken, SectionKind, SupplyKind, UnitKind } from "../device";
import type { HypothesisId } from "./hypotheses";
import { practice, type Source } from "./row";

// What can be done to tell one fault from another: what it needs, how long it takes, and how each fault answers. Common practice.

export interface BenchTest {
  id: TestId;
  minutes: number;
  /** switched on, opened with hands inside */
  power: boolean;
  hands: boolean;
  /** what has to be at hand beside hands and ears */
  needs: readonly Instrument[];
  /** what can go wrong for whoever does it; `liveProbing`: hands inside with the unit on */
  risk: Risk;
  /** chance that it turns out as named (the fault goes, answers, is found), by fault; `rest` for all others */
  given: Partial<Record<HypothesisId, number>>;
  rest: number;
  /** `shows`: two faults show more than one; `cures`: what cures one of two leaves the other */
  rule: "shows" | "cures";
  /** only where the unit has one of these, and something like this is complained of; null: anywhere */
  sections: readonly SectionKind[] | null;
  findings: readonly FindingToken[] | null;
  not: readonly (SupplyKind | UnitKind)[];
  source: Source;
}

export const INSTRUMENTS = ["voltmeter", "ohmmeter", "ammeter", "benchSupply", "capacitorMeter"] as const;
export type Instrument = (typeof INSTRUMENTS)[number];
export const RISKS = ["none", "switchedOn", "charge", "liveProbing"] as const;
export type Risk = (typeof RISKS)[number];

export const TEST_IDS = [
  "volumeDown",
  "inputsShorted",
  "otherCable",
  "otherOutlet",
  "swapDrivers",
  "swapValves",
  "swapChannels",
  "unplugLoads",
  "loadsToGround",
  "railLow",
  "oneRailLow",
  "rippleHigh",
  "offsetHigh",
  "biasMissing",
  "standbyHigh",
  "fuseOpen",
  "fuseViolent",
  "pathBroken",
  "rectifierBad",
  "outputBad",
  "knock",
  "press",
  "turnControl",
  "warm",
  "coldFails",
  "feedBench",
  "earthLugs",
  "resolder",
  "relayContacts",
] as const;
export type TestId = (typeof TEST_IDS)[number];

const SOUND: readonly FindingToken[] = ["hum", "buzz", "pulsing", "lowSwing", "hiss", "crackle", "static", "whistle", "distorted"];
const DEAD: readonly FindingToken[] = ["noPower", "noSound", "fuseBlown", "shutsDown", "relayClicking", "lampsNoDisplay"];
const FITFUL: readonly FindingToken[] = ["comesAndGoes", "crackle", "static", "afterKnock", "noSound", "onlyCold", "onlyWarm", "rattle"];

type How = "outside" | "on" | "off" | "probe";
const HOW: Readonly<Record<How, Pick<BenchTest, "power" | "hands" | "risk">>> = {
  outside: { power: true, hands: false, risk: "none" },
  on: { power: true, hands: false, risk: "switchedOn" },
  off: { power: false, hands: true, risk: "charge" },
  probe: { power: true, hands: true, risk: "liveProbing" },
};
const NEEDS: Partial<Record<TestId, readonly Instrument[]>> = {
  loadsToGround: ["ohmmeter"],
  railLow: ["voltmeter"],
  oneRailLow: ["voltmeter"],
  rippleHigh: ["voltmeter"],
  offsetHigh: ["voltmeter"],
  biasMissing: ["voltmeter"],
  standbyHigh: ["ammeter"],
  fuseOpen: ["ohmmeter"],
  pathBroken: ["ohmmeter"],
  rectifierBad: ["ohmmeter"],
  outputBad: ["ohmmeter"],
  feedBench: ["benchSupply"],
};
type Rest = Partial<Pick<BenchTest, "rule" | "sections" | "findings" | "not">>;
const test = (id: TestId, minutes: number, how: How, rest: number, given: BenchTest["given"], more: Rest = {}): BenchTest => ({
  id,
  minutes,
  ...HOW[how],
  needs: NEEDS[id] ?? [],
  rest,
  given,
  rule: more.rule ?? "shows",
  sections: more.sections ?? null,
  findings: more.findings ?? null,
  not: more.not ?? [],
  source: practice,
});

export const BENCH_TESTS: readonly BenchTest[] = [
  test(
    "volumeDown",
    1,
    "outside",
    0.25,
    {
      groundLoop: 0.9,
      dirtyControl: 0.75,
      connector: 0.5,
      reservoirDried: 0.06,
      decouplerDried: 0.15,
      biasFilter: 0.04,
      rectifierOpen: 0.05,
      outputShorted: 0.05,
      servoLoop: 0.1,
      couplingLeaky: 0.35,
      noisyDevice: 0.4,
      earthPoint: 0.1,
      regulatorCapacitor: 0.2,
    },
    { findings: SOUND, not: ["passiveLoudspeaker", "none"] },
  ),
  test(
    "inputsShorted",
    2,
    "outside",
    0.06,
    { groundLoop: 0.92, connector: 0.45, dirtyControl: 0.25 },
    { findings: SOUND, sections: ["input"] },
  ),
  test("otherCable", 2, "outside", 0.04, { groundLoop: 0.85, connector: 0.45 }, { rule: "cures", sections: ["input"] }),
  test("otherOutlet", 2, "outside", 0.03, { groundLoop: 0.5 }, { rule: "cures", findings: ["hum", "buzz"], sections: ["input"] }),
  test(
    "swapDrivers",
    8,
    "off",
    0.05,
    { driverBad: 0.95 },
    {
      sections: ["driver"],
      not: ["valveAmplifier", "intercom", "subwoofer"],
      findings: ["dull", "rattle", "noSound", "distorted", "weakBass"],
    },
  ),
  test("swapValves", 4, "off", 0.04, { valveWorn: 0.93 }, { sections: ["bias"] }),
  test(
    "swapChannels",
    5,
    "off",
    0.08,
    {
      couplingOpen: 0.85,
      couplingDried: 0.85,
      couplingLeaky: 0.8,
      bypassDried: 0.85,
      stageDevice: 0.85,
      noisyDevice: 0.85,
      dirtyControl: 0.9,
      connector: 0.7,
      groundLoop: 0.6,
      decouplerDried: 0.5,
      resistorDrifted: 0.5,
      jointCrack: 0.4,
    },
    { sections: ["amplifier"], findings: ["oneChannel"], not: ["passiveLoudspeaker", "intercom", "subwoofer"] },
  ),
  test(
    "unplugLoads",
    6,
    "off",
    0.06,
    { loadShort: 0.93, tantalumShorted: 0.85, boardShort: 0.5, outputShorted: 0.6, reservoirDried: 0.15, secondaryDried: 0.15 },
    { rule: "cures", findings: [...DEAD, "highStandbyCurrent", "hum"] },
  ),
  test(
    "loadsToGround",
    6,
    "off",
    0.04,
    { loadShort: 0.93, tantalumShorted: 0.92, outputShorted: 0.6, boardShort: 0.65, reservoirShorted: 0.5 },
    { findings: [...DEAD, "highStandbyCurrent", "crackle"] },
  ),
  test(
    "railLow",
    3,
    "probe",
    0.07,
    {
      reservoirDried: 0.55,
      reservoirShorted: 0.97,
      regulatorFailed: 0.85,
      tantalumShorted: 0.9,
      loadShort: 0.88,
      rectifierOpen: 0.55,
      rectifierShorted: 0.95,
      transformer: 0.85,
      powerPathOpen: 0.97,
      startUpDried: 0.9,
      secondaryDried: 0.7,
      primaryReservoir: 0.6,
      boardShort: 0.7,
      primaryCeramic: 0.6,
      resistorDrifted: 0.45,
      outputShorted: 0.55,
      digitalRail: 0.3,
      regulatorCapacitor: 0.3,
    },
    { not: ["none"] },
  ),
  test(
    "oneRailLow",
    2,
    "probe",
    0.04,
    { regulatorFailed: 0.75, tantalumShorted: 0.75, loadShort: 0.65, resistorDrifted: 0.3, boardShort: 0.4, reservoirDried: 0.2 },
    { sections: ["regulators"], not: ["none"] },
  ),
  test(
    "rippleHigh",
    3,
    "probe",
    0.05,
    {
      reservoirDried: 0.95,
      rectifierOpen: 0.7,
      secondaryDried: 0.85,
      regulatorCapacitor: 0.45,
      decouplerDried: 0.45,
      primaryReservoir: 0.4,
      outputShorted: 0.2,
    },
    { findings: ["hum", "buzz", "pulsing", "weakBass", "whistle", "relayClicking", "shutsDown", "lampsNoDisplay"], not: ["none"] },
  ),
  test(
    "offsetHigh",
    3,
    "probe",
    0.04,
    { outputShorted: 0.8, couplingLeaky: 0.25, stageDevice: 0.4, servoLoop: 0.2 },
    {
      sections: ["amplifier"],
      findings: ["relayClicking", "shutsDown", "noSound", "distorted", "hum", "fuseBlown", "lowSwing"],
      not: ["valveAmplifier"],
    },
  ),
  test("biasMissing", 3, "probe", 0.04, { biasFilter: 0.8 }, { sections: ["bias"] }),
  test(
    "standbyHigh",
    2,
    "outside",
    0.05,
    { tantalumShorted: 0.6, loadShort: 0.6, boardShort: 0.55, outputShorted: 0.45, reservoirShorted: 0.5, regulatorFailed: 0.2 },
    { not: ["none", "battery"] },
  ),
  test(
    "fuseOpen",
    2,
    "off",
    0.03,
    {
      reservoirShorted: 0.88,
      rectifierShorted: 0.92,
      outputShorted: 0.55,
      transformer: 0.4,
      primaryCeramic: 0.35,
      powerPathOpen: 0.5,
      boardShort: 0.4,
      valveWorn: 0.15,
      tantalumShorted: 0.2,
    },
    { findings: ["noPower", "fuseBlown", "noSound"], not: ["none"] },
  ),
  test(
    "fuseViolent",
    1,
    "off",
    0.15,
    {
      rectifierShorted: 0.85,
      reservoirShorted: 0.8,
      outputShorted: 0.75,
      primaryCeramic: 0.7,
      boardShort: 0.6,
      valveWorn: 0.4,
      transformer: 0.3,
      powerPathOpen: 0.08,
    },
    { findings: ["fuseBlown"], not: ["none"] },
  ),
  test(
    "pathBroken",
    8,
    "off",
    0.03,
    { powerPathOpen: 0.95, jointCrack: 0.15, transformer: 0.5 },
    { findings: ["noPower", "comesAndGoes", "noSound", "onlyCold"], not: ["none"] },
  ),
  test(
    "rectifierBad",
    5,
    "off",
    0.03,
    { rectifierOpen: 0.95, rectifierShorted: 0.97 },
    { sections: ["rectifier"], findings: ["hum", "buzz", "fuseBlown", "noPower", "weakBass"] },
  ),
  test(
    "outputBad",
    5,
    "off",
    0.03,
    { outputShorted: 0.96 },
    { sections: ["amplifier", "classD"], findings: [...DEAD, "hum", "distorted"], not: ["valveAmplifier"] },
  ),
  test(
    "knock",
    3,
    "probe",
    0.04,
    {
      jointCrack: 0.85,
      connector: 0.7,
      dirtyControl: 0.4,
      valveWorn: 0.55,
      relayContact: 0.45,
      earthPoint: 0.4,
      couplingOpen: 0.3,
      driverBad: 0.2,
    },
    { findings: FITFUL },
  ),
  test(
    "press",
    4,
    "probe",
    0.04,
    { jointCrack: 0.85, connector: 0.55, couplingOpen: 0.35, earthPoint: 0.25 },
    { findings: ["comesAndGoes", "crackle", "afterKnock", "noSound", "onlyCold", "onlyWarm"] },
  ),
  test(
    "turnControl",
    1,
    "outside",
    0.05,
    { dirtyControl: 0.95, connector: 0.1, couplingLeaky: 0.35 },
    { findings: ["crackle", "static", "comesAndGoes", "noSound"], sections: ["input"] },
  ),
  test(
    "warm",
    5,
    "probe",
    0.04,
    {
      startUpDried: 0.85,
      secondaryDried: 0.6,
      regulatorCapacitor: 0.35,
      jointCrack: 0.4,
      regulatorFailed: 0.35,
      noisyDevice: 0.5,
      tantalumShorted: 0.3,
      couplingLeaky: 0.35,
      digitalRail: 0.3,
    },
    { findings: ["onlyCold", "onlyWarm", "crackle", "comesAndGoes", "noPower", "relayClicking", "shutsDown"], not: ["none"] },
  ),
  test(
    "coldFails",
    20,
    "outside",
    0.05,
    {
      startUpDried: 0.9,
      secondaryDried: 0.65,
      digitalRail: 0.5,
      jointCrack: 0.35,
      resistorDrifted: 0.5,
      regulatorCapacitor: 0.25,
      regulatorFailed: 0.2,
    },
    { findings: ["onlyCold", "noPower", "relayClicking", "lampsNoDisplay"], not: ["none"] },
  ),
  test(
    "feedBench",
    10,
    "off",
    0.07,
    {
      reservoirDried: 0.9,
      rectifierOpen: 0.9,
      regulatorFailed: 0.9,
      regulatorCapacitor: 0.8,
      startUpDried: 0.92,
      secondaryDried: 0.9,
      primaryReservoir: 0.9,
      transformer: 0.9,
      powerPathOpen: 0.9,
      primaryCeramic: 0.9,
      resistorDrifted: 0.5,
    },
    { rule: "cures", sections: ["regulators", "secondary"], not: ["none", "valveRectifier"] },
  ),
  test(
    "earthLugs",
    4,
    "off",
    0.03,
    { earthPoint: 0.9, connector: 0.1, groundLoop: 0.1 },
    { findings: ["crackle", "static", "hum", "buzz"], not: ["none"] },
  ),
  test(
    "resolder",
    15,
    "off",
    0.05,
    { jointCrack: 0.85, connector: 0.15 },
    { rule: "cures", findings: ["comesAndGoes", "crackle", "afterKnock", "onlyCold", "onlyWarm"] },
  ),
  test(
    "relayContacts",
    4,
    "off",
    0.04,
    { relayContact: 0.9 },
    { sections: ["protection"], findings: ["noSound", "comesAndGoes", "distorted"] },
  ),
];
