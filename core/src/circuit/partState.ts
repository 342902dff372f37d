import {
  isWetAluminium,
  typicalEsr,
  type CapacitorPart,
  type Measurement,
  type Reading,
  type Technology,
  type VerdictState,
} from "../capacitor";
import { hertz, type Hertz } from "../units";
import type { PartState } from "./scenarios/scenario";

/** A capacitor as the job knows it. */
export interface MeasuredPart {
  part: CapacitorPart;
  readings: readonly Reading[];
  verdict: VerdictState;
}

/** What is taken for a part's present state, and how far each value may be off (shares: 0.1 is about ± 10 %). */
export interface KnownState {
  state: PartState;
  unsure: { farads: number; esr: number };
  /** whether anything measured stands behind it */
  measured: boolean;
}

// tan d of sound parts that are not wet aluminium, at audio frequencies (from memory of typical data sheets)
const DRY_TAN_D: Readonly<Record<Exclude<Technology, "aluminium" | "can" | "bipolar">, number>> = {
  tantalum: 0.06, film: 0.005, paper: 0.01, c0g: 0.001, x7r: 0.025,
}; // prettier-ignore

/** ESR in ohms of a sound part of this kind at `at` hertz: wet aluminium by `typicalEsr`, others by their usual tan d. */
export function soundEsr(part: CapacitorPart, at: Hertz): number {
  if (isWetAluminium(part.technology)) return typicalEsr(part.nominal, part.rated, at);
  const tanD = DRY_TAN_D[part.technology as keyof typeof DRY_TAN_D];
  return tanD / (2 * Math.PI * at * part.nominal);
}

/** The part as good as new at `at` hertz: marked value, sound ESR, no leak; unsure by its tolerance and half its ESR. */
export function soundState(part: CapacitorPart, at: number): KnownState {
  const f = hertz(at);
  return {
    state: { kind: "works", farads: part.nominal, esr: soundEsr(part, f), leak: Infinity },
    unsure: { farads: (part.tolerance.minus + part.tolerance.plus) / 2, esr: 0.5 },
    measured: false,
  };
}

// How far a hand-held meter's reading may be from the part's real value at the circuit's frequency (common practice)
const READING_SHARE = 0.05;
const IN_CIRCUIT_SHARE = 0.25;
const GUESS_SHARE = 0.5;
/** An ESR meter at the end of its scale: nothing above this matters to any circuit here, in ohms */
const OVER_RANGE_OHMS = 200;

/**
 * The part as its readings show it, at `at` hertz. Out-of-circuit readings go before in-circuit ones, later before earlier. ESR
 * read at 100 kHz is lifted to `at` by the oxide's share, grown as C has shrunk. What has not been measured on a bad part is
 * guessed from the rest, widely; on a part never measured it is that of a sound one.
 */
export function measuredState(measured: MeasuredPart, at: number): KnownState {
  const { part, verdict } = measured;
  const sound = soundState(part, at);
  if (verdict === "unmeasured") return sound;
  const condition = latest(measured.readings, "condition");
  if (verdict === "shorted") return { state: { kind: "shorted" }, unsure: NOTHING_UNSURE, measured: true };
  const c = capacitanceOf(measured.readings);
  const esr = esrOf(measured.readings, part, at, c?.farads ?? null);
  if (verdict === "open" && (c === null || c.farads < 0.02 * part.nominal || condition !== null))
    return { state: { kind: "open" }, unsure: NOTHING_UNSURE, measured: true };
  const bad = verdict === "failed" || verdict === "open" || verdict === "worn";
  const nominal = part.nominal as number;
  const ratio = esr === null || sound.state.kind !== "works" ? 1 : esr.ohms / sound.state.esr;
  // C and ESR of a drying part go together: as 1/√ratio, seen on the bench and no law (common practice)
  const guessedFarads = bad ? nominal * Math.max(0.05, Math.min(1, 1 / Math.sqrt(Math.max(1, ratio)))) : nominal;
  return {
    state: {
      kind: "works",
      farads: c?.farads ?? guessedFarads,
      esr: esr?.ohms ?? (sound.state.kind === "works" ? sound.state.esr : 0),
      leak: leakOf(measured.readings, part),
    },
    unsure: { farads: c?.share ?? (bad ? GUESS_SHARE : sound.unsure.farads), esr: esr?.share ?? sound.unsure.esr },
    measured: c !== null || esr !== null || condition !== null,
  };
}
const NOTHING_UNSURE = { farads: 0, esr: 0 };

type Of<K extends Measurement["kind"]> = Extract<Measurement, { kind: K }>;

/** Latest measurement of a kind, out-of-circuit ones first. */
function latest<K extends Measurement["kind"]>(readings: readonly Reading[], kind: K, use: (m: Of<K>) => boolean = () => true) {
  let best: { measurement: Of<K>; inCircuit: boolean; takenAt: number } | null = null;
  for (const r of readings) {
    if (r.measurement.kind !== kind || !use(r.measurement as Of<K>)) continue;
    const better = best === null || (best.inCircuit && !r.inCircuit) || (best.inCircuit === r.inCircuit && r.takenAt >= best.takenAt);
    if (better) best = { measurement: r.measurement as Of<K>, inCircuit: r.inCircuit, takenAt: r.takenAt };
  }
  return best;
}

function capacitanceOf(readings: readonly Reading[]): { farads: number; share: number } | null {
  const found = latest(readings, "capacitance");
  return found && { farads: found.measurement.farads, share: found.inCircuit ? IN_CIRCUIT_SHARE : READING_SHARE };
}

function esrOf(
  readings: readonly Reading[],
  part: CapacitorPart,
  at: number,
  farads: number | null,
): { ohms: number; share: number } | null {
  const found = latest(readings, "esr");
  if (found) {
    const share = found.inCircuit ? IN_CIRCUIT_SHARE : READING_SHARE;
    const { ohms, at: readAt } = found.measurement;
    if (ohms === "over") return { ohms: OVER_RANGE_OHMS, share: GUESS_SHARE };
    // the oxide's part of ESR goes as 1/(f·C); what the electrolyte adds does not change with f
    const oxide = soundEsr(part, hertz(at)) - soundEsr(part, readAt);
    return { ohms: Math.max(0, ohms + oxide * (farads === null ? 1 : Math.min(10, part.nominal / farads))), share };
  }
  const d = latest(readings, "dissipation");
  if (!d) return null;
  const c = farads ?? part.nominal;
  return { ohms: d.measurement.d / (2 * Math.PI * d.measurement.at * c), share: 0.2 };
}

function leakOf(readings: readonly Reading[], part: CapacitorPart): number {
  const current = latest(readings, "leakage");
  if (current && !current.inCircuit && current.measurement.amperes > 0) return part.rated / current.measurement.amperes;
  const meter = latest(readings, "ohmmeter", (m) => m.ohms !== "over" && m.trend !== "climbing");
  return meter && !meter.inCircuit && typeof meter.measurement.ohms === "number" ? Math.max(meter.measurement.ohms, 0.1) : Infinity;
}
