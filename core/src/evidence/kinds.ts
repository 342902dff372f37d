import { figure } from "../knowledge";
import { evidenceRegistry, type EvidenceKind } from "./kind";
import type { Measurement, MeasurementKind } from "./reading";

type Of<K extends MeasurementKind> = Extract<Measurement, { kind: K }>;
const never = () => false;
const none = () => null;

// ESR at 100 kHz says nothing about ESR at 120 Hz: from 20 kHz up it is one quantity, below another.
const esr: EvidenceKind<Of<"esr">> = {
  kind: "esr",
  quantity: (m, _wet, constants) => (m.at >= figure(constants, "esr.tradeFrom") ? "esr" : "esrLow"),
  hands: true,
  magnitude: (m) => (m.ohms === "over" ? null : m.ohms),
  stays: never,
};

const dissipation: EvidenceKind<Of<"dissipation">> = {
  kind: "dissipation",
  quantity: (m, _wet, constants) => (m.at >= figure(constants, "esr.tradeFrom") ? "esr" : "esrLow"),
  hands: true,
  magnitude: none,
  stays: never,
};

// a bridge at 1 kHz under-reads wet parts: such a reading never supersedes one at 120 Hz
const capacitance: EvidenceKind<Of<"capacitance">> = {
  kind: "capacitance",
  quantity: (m, wet, constants) =>
    wet && m.at !== "dc" && m.at >= figure(constants, "c.underReadsFrom") ? "capacitanceHigh" : "capacitance",
  hands: true,
  magnitude: (m) => m.farads,
  stays: never,
};

const ohmmeter: EvidenceKind<Of<"ohmmeter">> = {
  kind: "ohmmeter",
  quantity: () => "insulation",
  hands: true,
  magnitude: none,
  stays: never,
};
const leakage: EvidenceKind<Of<"leakage">> = { kind: "leakage", quantity: () => "insulation", hands: true, magnitude: none, stays: never };

const visual: EvidenceKind<Of<"visual">> = {
  kind: "visual",
  quantity: () => "look",
  hands: false,
  magnitude: none,
  stays: (m) => m.sign !== "looksClean",
};

// open is no capacitance and short is no insulation: figures of those quantities supersede them
const condition: EvidenceKind<Of<"condition">> = {
  kind: "condition",
  quantity: (m) => (m.condition === "open" ? "capacitance" : m.condition === "shorted" ? "insulation" : "behaviour"),
  hands: true,
  magnitude: none,
  stays: never,
};

const word: EvidenceKind<Of<"word">> = { kind: "word", quantity: () => "word", hands: false, magnitude: none, stays: never };

const KINDS: { [K in MeasurementKind]: EvidenceKind<Of<K>> } = {
  esr,
  dissipation,
  capacitance,
  ohmmeter,
  leakage,
  visual,
  condition,
  word,
};

/** Every kind of evidence there is. */
export const EVIDENCE = evidenceRegistry(Object.values(KINDS) as unknown as EvidenceKind[]);

/** Whether hands are inside while any of these is taken. */
export const needsHands = (measurements: readonly Measurement[]): boolean => measurements.some((m) => EVIDENCE.get(m.kind)!.hands);
/** Size of a measurement, SI units; null where it is no figure. */
export const magnitudeOf = (m: Measurement): number | null => EVIDENCE.get(m.kind)!.magnitude(m);
