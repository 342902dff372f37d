import type { VisualSign } from "@mirvek/core/evidence";
import type { EsrExpectation, ReferenceSource, Settle, Verdict, VerdictNote, VerdictReason } from "@mirvek/core/verdict";
import { list, percent, shown, signedPercent, times } from "./quantity";
import { saidWordName, signName } from "./vocabulary";
import { say, type Texts } from "./say";

const where = (inCircuit: boolean) => (inCircuit ? "in circuit" : "out of circuit");

const reasonText: Texts<VerdictReason> = {
  nothingMeasured: () => "",
  esr: (r) => {
    const figures =
      `ESR ${times(r.ratio)} the ${shown(r.expected, "Ω", 2)} ` +
      `expected${r.atLimit === null ? "" : `, at the limit of ${shown(r.atLimit, "Ω", 2)}`}`;
    if (!r.inCircuit) return `${figures}, out of circuit`;
    return r.ratio >= 1.25 ? `${figures}; neighbours only lower it` : `${figures}, nothing across it`;
  },
  esrOverRange: (r) => `ESR over-range ${where(r.inCircuit)}: no connection inside`,
  esrNearZero: (r) => `ESR ${shown(r.ohms, "Ω", 2)} is less than part and leads can have: it may be a short`,
  esrNoUseFor: (r) => `an ESR meter shows over-range on any part of ${shown(r.nominal, "F")}: measure its capacitance`,
  notOpen: (r) => `it read open, and ${shown(r.farads, "F")} since`,
  esrBeyondDisplay: (r) => `ESR over ${shown(r.ohms, "Ω", 2)}, where ${shown(r.expected, "Ω", 2)} is expected: the meter ends too soon`,
  esrMayBeHidden: (r) =>
    r.by.length > 0 ? `ESR low, but ${list(r.by)} across it may hide a dried part` : "ESR low, but what lies across it is not known",
  esrClearedDespiteNeighbours: (r) => `ESR ${shown(r.atMost, "Ω", 2)} at most, even with ${list(r.by)} across it`,
  esrNoReference: (r) => `ESR ${shown(r.ohms, "Ω", 2)}, and nothing to hold it against`,
  bankEsrHigh: (r) =>
    `ESR ${shown(r.ohms, "Ω", 2)} where ${shown(r.expected, "Ω", 2)} is expected with ${list(r.by)} across it: one of them is dry`,
  capacitance: (r) =>
    `${percent(r.share)} of its value left, ${where(r.inCircuit)}${r.inCircuit && r.share < 1 ? ": neighbours only add" : ""}`,
  capacitanceHigh: (r) => `reads ${percent(r.share)} of its value: leaky or dried, the meter charges it through the leak`,
  capacitanceOffForItsPlace: (r) => `${percent(r.share)} of its value, its place allows ${percent(r.tolerance)} off`,
  capacitanceGone: (r) => `${percent(r.share)} of its value, ${where(r.inCircuit)}: next to nothing is left`,
  capacitanceInCircuitProvesLittle: (r) => `${percent(r.share)} of its value in circuit tells little: neighbours add`,
  capacitanceUnderReads: (r) => {
    const plain = `${percent(r.share)} at ${shown(r.at, "Hz")}: a bridge reads wet parts low up there`;
    if (!r.model) return plain;
    const expected = `whole, with ${shown(r.model.esr, "Ω", 2)} it would show ${shown(r.model.farads, "F", 2)}`;
    return `${plain}; ${expected}: ${r.model.agrees ? "that agrees" : "C itself is gone"}`;
  },
  bankLow: (r) =>
    `${shown(r.farads, "F")} with ${list(r.by)}, sum should be ${shown(r.sum, "F")}: ${r.missing.toFixed(1)} parts' worth is missing`,
  climbsToOverRange: () => "charges up to over-range: no leak",
  overRangeProvesLittle: () => "ohmmeter over-range: no short, more it does not show",
  stillClimbing: (r) => `${shown(r.ohms, "Ω", 2)} and still climbing: wait`,
  leaky: (r) =>
    `${r.trend === "falling" ? "falls to" : "stops at"} ${shown(r.ohms, "Ω", 2)} out of circuit, ` +
    `${shown(r.least, "Ω", 2)} is the least: leaks`,
  leakWithinForm: (r) => `stops at ${shown(r.ohms, "Ω", 2)}, within the ${shown(r.least, "Ω", 2)} that is allowed`,
  leakTrendUnsaid: (r) => `${shown(r.ohms, "Ω", 2)} out of circuit: falling, settled or climbing?`,
  leakShifts: (r) => `${shown(r.ohms, "Ω", 2)} puts ${shown(r.shift, "V", 2)} on the next stage`,
  leakMayBeCircuit: (r) => `${shown(r.ohms, "Ω", 2)} may be the circuit around it`,
  nodeShorted: () => "something on this node is shorted",
  nearZero: (r) => `${shown(r.ohms, "Ω", 2)} out of circuit`,
  shortForItsSupply: (r) => `${shown(r.ohms, "Ω", 2)} on a part for ${shown(r.rated, "V")}: a short for that supply`,
  leakageCurrent: (r) =>
    `leaks ${shown(r.amperes, "A", 2)}, ${r.ratio > 1 ? `${times(r.ratio)} the` : "within the"} ${shown(r.limit, "A", 2)} allowed`,
  leakageInCircuit: (r) => `${shown(r.amperes, "A", 2)} in circuit may flow beside it`,
  leakNeedsVolts: (r) => `leaks ${shown(r.amperes, "A", 2)}: how much it may leak depends on the volts it is marked with`,
  visual: (r) => (r.sign === "looksClean" ? "looks clean, which confirms nothing" : `${signName[r.sign]}: bad whatever it reads`),
  condition: (r) =>
    r.condition === "open"
      ? `takes no charge ${where(r.inCircuit)}`
      : r.condition === "shorted"
        ? `shorted ${where(r.inCircuit)}`
        : "comes and goes",
  said: (r) => `${saidWordName[r.word]}, without a figure`,
  contradiction: (r) => `${r.quantity === "esr" ? "ESR" : r.quantity} was sound out of circuit, then bad in circuit`,
  unlikeCounterparts: (r) =>
    r.ratio >= 2
      ? `${times(r.ratio)} worse than ${list(r.counterparts)}, though inside its limits`
      : `${signedPercent(1 / r.ratio - 1)} against ${list(r.counterparts)}: the sides must match`,
};

export const settleText: Readonly<Record<Settle, string>> = {
  measureEsrInCircuit: "measure its ESR in circuit",
  liftAndEsr: "lift one leg and measure ESR",
  liftAndCapacitance: "lift one leg and measure C",
  capacitanceAt120: "measure C at 120 Hz or by DC charge",
  liftAndOhmmeter: "lift one leg and try the ohmmeter",
  ohmmeter: "try the ohmmeter across it",
  watchOhmmeter: "watch whether the ohmmeter climbs, settles or falls",
  waitForOhmmeter: "wait until the ohmmeter stops climbing",
  resolderAndRepeat: "make the joint anew and measure again",
  liftLegs: "lift one leg after another to find which is shorted",
  referenceReading: "measure a new one of the same kind",
  leakTest: "test it for leakage",
  repeatOutOfCircuit: "measure again out of circuit",
  markedVolts: "enter its marked voltage",
};

const referenceText: Readonly<Record<ReferenceSource, string>> = {
  shelf: "a new one on this meter",
  datasheet: "the original's data",
  trade: "trade norm",
  tradeAndShelf: "trade norm and a new one on this meter",
  formula: "usual tan δ",
};

/** What was seen, where it is no adjective. */
const SEEN: Partial<Record<VisualSign, string>> = { corrodedLead: "has a corroded lead", crust: "has crust under it", leaking: "leaks" };

const noteText: Texts<VerdictNote> = {
  metersDisagree: (n) => `${n.meters[0]} and ${n.meters[1]} differ ${times(n.ratio)}`,
  allCounterpartsBad: (n) => `${list(n.counterparts)} too: heat or age`,
  counterpartRatio: (n) => `${n.quantity === "esr" ? "ESR" : "C"} ${times(n.ratio)} worse than ${list(n.counterparts)}`,
  lookedBad: (n) => `it ${SEEN[n.sign] ?? `is ${signName[n.sign]}`}`,
};

export const reasonOf = (verdict: Pick<Verdict, "reason">): string => say(reasonText, verdict.reason);
/** What goes on being said beside the reason; what the reason says itself is not said twice. */
export const notesOf = ({ notes, reason }: Pick<Verdict, "notes"> & Partial<Pick<Verdict, "reason">>): string[] =>
  notes
    .filter((n) => !(n.code === "lookedBad" && reason?.code === "visual" && reason.sign === n.sign))
    .filter((n) => !(n.code === "counterpartRatio" && reason?.code === "unlikeCounterparts" && reason.quantity === n.quantity))
    .map((n) => say(noteText, n));

/** What an ESR reading will be held against: "Sound to 0.30 Ω, failed over 0.50 Ω (trade norm)". */
export const limitsText = (e: EsrExpectation): string =>
  `Good to ${shown(e.soundUpTo, "Ω", 2)}, failed over ${shown(e.failedOver, "Ω", 2)} ` +
  `(${referenceText[e.source]}${e.samples > 1 ? `, ${e.samples} samples` : ""})`;

/** "against a new one on this meter; likely" */
export function backingOf(verdict: Verdict): string {
  const parts = [
    verdict.reference ? `compared with ${referenceText[verdict.reference]}` : "",
    verdict.state === "unmeasured"
      ? ""
      : verdict.certainty === "shown"
        ? "confirmed"
        : verdict.certainty === "likely"
          ? "likely"
          : "not settled",
  ];
  return parts.filter(Boolean).join("; ");
}
