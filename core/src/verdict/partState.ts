import { countingOf, type Folded, type Measurement, type Reading } from "../evidence";
import { figure, type ShopConstants } from "../knowledge";
import { esrShares, isWetAluminium, leastInsulation, soundEsr, type CapacitorPart, type PartState } from "../part";
import { hertz } from "../units";
import type { VerdictState } from "./verdict";

/** A capacitor as the job knows it: its marking, its evidence folded once, and the verdict on that. */
export interface MeasuredPart {
  part: CapacitorPart;
  folded: Folded;
  verdict: VerdictState;
  /** where it stands, as the unit's channels are called; null for what is common */
  channel?: string | null;
}

/** What is taken for a part's present state, and how far each value may be off (shares: 0.1 is about ± 10 %). */
export interface KnownState {
  state: PartState;
  unsure: { farads: number; esr: number };
  /** whether anything measured stands behind it */
  measured: boolean;
}

/** The part as good as new at `at` hertz: marked value, sound ESR, no leak; unsure by its tolerance and half its ESR. */
export function soundState(part: CapacitorPart, at: number): KnownState {
  return {
    state: { kind: "works", farads: part.nominal, esr: soundEsr(part, hertz(at)), leak: Infinity },
    unsure: { farads: (part.tolerance.minus + part.tolerance.plus) / 2, esr: 0.5 },
    measured: false,
  };
}

const GUESS_SHARE = 0.5;
/** An ESR meter at the end of its scale: nothing above this matters to any circuit here, in ohms */
const OVER_RANGE_OHMS = 200;
const NOTHING_UNSURE = { farads: 0, esr: 0 };

/**
 * The part as its readings show it, at `at` hertz: the circuit's view of the same fold the verdict reads. ESR read at 100 kHz is
 * lifted to `at` by the oxide's share, grown as C has shrunk. What has not been measured on a bad part is guessed from the rest,
 * widely; on a part never measured it is that of a sound one.
 */
export function measuredState(constants: ShopConstants, { part, folded, verdict }: MeasuredPart, at: number): KnownState {
  const sound = soundState(part, at);
  if (verdict === "unmeasured" || sound.state.kind !== "works") return sound;
  if (verdict === "shorted") return { state: { kind: "shorted" }, unsure: NOTHING_UNSURE, measured: true };
  const c = capacitanceOf(constants, folded, part);
  const esr = esrOf(constants, folded, part, at, c?.farads ?? null);
  const saidOpen = countingOf(folded, "capacitance")?.measurement.kind === "condition";
  if (verdict === "open" && (c === null || saidOpen || c.farads < figure(constants, "c.nearlyGone") * part.nominal))
    return { state: { kind: "open" }, unsure: NOTHING_UNSURE, measured: true };
  const bad = verdict === "failed" || verdict === "open" || verdict === "worn";
  const ratio = esr === null ? 1 : esr.ohms / sound.state.esr;
  // C and ESR of a drying part go together: as 1/√ratio, seen on the bench and no law (common practice)
  const guessedFarads = bad ? part.nominal * Math.max(0.05, Math.min(1, 1 / Math.sqrt(Math.max(1, ratio)))) : part.nominal;
  return {
    state: { kind: "works", farads: c?.farads ?? guessedFarads, esr: esr?.ohms ?? sound.state.esr, leak: leakOf(constants, folded, part) },
    unsure: { farads: c?.share ?? (bad ? GUESS_SHARE : sound.unsure.farads), esr: esr?.share ?? sound.unsure.esr },
    measured: c !== null || esr !== null || saidOpen || folded.counted.has("behaviour"),
  };
}

/** How far a hand-held meter's reading may be from the part's real value at the circuit's frequency. */
const shareOf = (constants: ShopConstants, r: Reading): number => figure(constants, r.inCircuit ? "meter.inCircuit" : "meter.reading");

function capacitanceOf(constants: ShopConstants, folded: Folded, part: CapacitorPart): { farads: number; share: number } | null {
  const counts = countingOf(folded, "capacitance") ?? (isWetAluminium(part.technology) ? null : countingOf(folded, "capacitanceHigh"));
  return counts?.measurement.kind === "capacitance" ? { farads: counts.measurement.farads, share: shareOf(constants, counts) } : null;
}

function esrOf(
  constants: ShopConstants,
  folded: Folded,
  part: CapacitorPart,
  at: number,
  farads: number | null,
): { ohms: number; share: number } | null {
  const high = countingOf(folded, "esr");
  const low = countingOf(folded, "esrLow");
  const near = (r: Reading) => Math.abs(Math.log(frequencyOf(r.measurement) / at));
  // the reading taken nearest to where the circuit works; out of circuit before in circuit
  const counts =
    high && low ? (high.inCircuit !== low.inCircuit ? (high.inCircuit ? low : high) : near(low) <= near(high) ? low : high) : (high ?? low);
  const m = counts?.measurement;
  if (!counts || !m) return null;
  if (m.kind === "dissipation") return { ohms: m.d / (2 * Math.PI * m.at * (farads ?? part.nominal)), share: 0.2 };
  if (m.kind !== "esr") return null;
  if (m.ohms === "over") return { ohms: OVER_RANGE_OHMS, share: GUESS_SHARE };
  // the oxide's part of ESR goes as 1/(f·C); what the electrolyte adds does not change with f
  const oxide = esrShares(part).oxideAt120 * (120 / at - 120 / m.at);
  return {
    ohms: Math.max(0, m.ohms + oxide * (farads === null ? 1 : Math.min(10, part.nominal / farads))),
    share: shareOf(constants, counts),
  };
}

const frequencyOf = (m: Measurement): number => (m.kind === "esr" || m.kind === "dissipation" ? m.at : 120);

/** The leak that counts: only out of circuit, only one that does not climb, and only where it is more than a sound part may have. */
function leakOf(constants: ShopConstants, folded: Folded, part: CapacitorPart): number {
  const counts = countingOf(folded, "insulation");
  if (!counts || counts.inCircuit) return Infinity;
  const m = counts.measurement;
  if (m.kind === "leakage") return m.amperes > 0 && part.rated !== null ? part.rated / m.amperes : Infinity;
  if (m.kind !== "ohmmeter" || m.ohms === "over" || m.trend === "climbing") return Infinity;
  return m.ohms >= leastInsulation(constants, part) ? Infinity : Math.max(m.ohms, 0.1);
}
