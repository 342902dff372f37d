import type { ReferenceSource, Settle, Verdict, VerdictNote, VerdictReason } from "@mirvek/core/capacitor";
import { list, percent, shown, times } from "./quantity";
import { signName } from "./vocabulary";

type Texts<T extends { code: string }> = { [C in T["code"]]: (x: Extract<T, { code: C }>) => string };

const where = (inCircuit: boolean) => (inCircuit ? "in circuit" : "out of circuit");

const reasonText: Texts<VerdictReason> = {
  nothingMeasured: () => "",
  esr: (r) => {
    const figures = `ESR ${times(r.ratio)} the ${shown(r.expected, "Ω", 2)} expected`;
    if (!r.inCircuit) return `${figures}, out of circuit`;
    return r.ratio >= 1.25 ? `${figures}; neighbours only lower it` : `${figures}, nothing across it`;
  },
  esrOverRange: (r) => `ESR over-range ${where(r.inCircuit)}: no connection inside`,
  esrMayBeHidden: (r) =>
    r.by.length > 0 ? `ESR low, but ${list(r.by)} across it may hide a dried part` : "ESR low, but what lies across it is not known",
  esrClearedDespiteNeighbours: (r) => `ESR ${shown(r.atMost, "Ω", 2)} at most, even with ${list(r.by)} across it`,
  esrNoReference: (r) => `ESR ${shown(r.ohms, "Ω", 2)}, and nothing to hold it against`,
  capacitance: (r) =>
    `${percent(r.share)} of its value left, ${where(r.inCircuit)}${r.inCircuit && r.share < 1 ? ": neighbours only add" : ""}`,
  capacitanceHigh: (r) => `reads ${percent(r.share)} of its value: leaky or dried, the meter charges it through the leak`,
  capacitanceInCircuitProvesLittle: (r) => `${percent(r.share)} of its value in circuit proves little: neighbours add`,
  capacitanceUnderReads: (r) => `${percent(r.share)} at ${shown(r.at, "Hz")}: a bridge reads wet parts low up there`,
  bankLow: (r) => `${shown(r.farads, "F")} with ${list(r.by)}, sum should be ${shown(r.sum, "F")}: one of them is low`,
  climbsToOverRange: () => "charges up to over-range: no leak",
  leaky: (r) => `${r.trend === "falling" ? "falls to" : "stops at"} ${shown(r.ohms, "Ω", 2)} out of circuit: leaks`,
  leakMayBeCircuit: (r) => `${shown(r.ohms, "Ω", 2)} may be the circuit around it`,
  nodeShorted: () => "something on this node is shorted",
  nearZero: (r) => `${shown(r.ohms, "Ω", 2)} out of circuit`,
  leakageCurrent: (r) =>
    `leaks ${shown(r.amperes, "A", 2)}, ${r.ratio > 1 ? `${times(r.ratio)} the` : "within the"} ${shown(r.limit, "A", 2)} allowed`,
  leakageInCircuit: (r) => `${shown(r.amperes, "A", 2)} in circuit may flow beside it`,
  visual: (r) => (r.sign === "looksClean" ? "looks clean, which proves nothing" : `${signName[r.sign]}: bad whatever it reads`),
  condition: (r) =>
    r.condition === "open"
      ? `takes no charge ${where(r.inCircuit)}`
      : r.condition === "shorted"
        ? `shorted ${where(r.inCircuit)}`
        : "comes and goes",
  contradiction: (r) => `${r.quantity === "esr" ? "ESR" : r.quantity} was sound out of circuit, then bad in circuit`,
  unlikeItsTwins: (r) => `${times(r.ratio)} worse than ${list(r.twins)}, though inside its limits`,
};

export const settleText: Readonly<Record<Settle, string>> = {
  measureEsrInCircuit: "measure its ESR in circuit",
  liftAndEsr: "lift one leg and measure ESR",
  liftAndCapacitance: "lift one leg and measure C",
  capacitanceAt120: "measure C at 120 Hz or by DC charge",
  liftAndOhmmeter: "lift one leg and try the ohmmeter",
  liftLegs: "lift one leg after another to find which is shorted",
  referenceReading: "measure a new one of the same kind",
  leakTest: "test it for leakage",
  repeatOutOfCircuit: "measure again out of circuit",
};

const referenceText: Readonly<Record<ReferenceSource, string>> = {
  shelf: "a new one on this meter",
  datasheet: "the original's data",
  trade: "trade norm",
  formula: "usual tan δ",
};

const noteText: Texts<VerdictNote> = {
  metersDisagree: (n) => `${n.meters[0]} and ${n.meters[1]} differ ${times(n.ratio)}`,
  allTwinsBad: (n) => `${list(n.twins)} too: heat or age`,
};

const say = <T extends { code: string }>(texts: Texts<T>, x: T): string => (texts[x.code as T["code"]] as (x: T) => string)(x);

export const reasonOf = (verdict: Pick<Verdict, "reason">): string => say(reasonText, verdict.reason);
export const notesOf = (verdict: Pick<Verdict, "notes">): string[] => verdict.notes.map((n) => say(noteText, n));

/** "against a new one on this meter; likely" */
export function backingOf(verdict: Verdict): string {
  const parts = [
    verdict.reference ? `against ${referenceText[verdict.reference]}` : "",
    verdict.state === "unmeasured"
      ? ""
      : verdict.certainty === "shown"
        ? "shown"
        : verdict.certainty === "likely"
          ? "likely"
          : "not settled",
  ];
  return parts.filter(Boolean).join("; ");
}
