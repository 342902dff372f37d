import type { Result } from "../units";
import {
  decibels,
  logFrequencies,
  checkNetlist,
  type CircuitIssue,
  loopGain,
  margins,
  naturalModes,
  type Netlist,
  transient,
} from "../circuit";
import type { Figure, Outcome, SolveOptions, Stress, Warning } from "./scenario";
import { isCoarse } from "./scenario";

interface LoopQuestion {
  /** the closed loop, everything in place */
  netlist: Netlist;
  /** the amplifier or transconductance around which the loop is looked at */
  around: string;
  /** hertz searched for crossings */
  from: number;
  to: number;
  /** node whose swing is shown after a kick, and the capacitor that gets it (volts) */
  shown: string;
  kicked: string;
  kick: number;
  /** seconds shown */
  seconds: number;
  stress: Readonly<Record<string, Stress>>;
}

/** Slower than this a growing mode creeps rather than swings, in hertz */
const SWINGS_FROM = 0.02;

/**
 * What a feedback loop does: margins of its loop gain, its fastest growing mode (exact frequency and growth; a growing
 * oscillation runs a few percent off the phase crossing), and the closed circuit after a kick as the proof. The symptom is the
 * gain margin lost: minus the margin in dB, so that 0 is the brink.
 */
export function solveLoop(q: LoopQuestion, options: SolveOptions): Result<Outcome, CircuitIssue> {
  const checked = checkNetlist(q.netlist);
  if (!checked.ok) return checked;
  const hz = logFrequencies(q.from, q.to, isCoarse(options) ? 161 : 401);
  const loop = loopGain(checked.value, q.around, hz);
  if (!loop.ok) return loop;
  const m = margins(loop.value);
  const modes = naturalModes(checked.value, 0.01);
  if (!modes.ok) return modes;
  const swinging = modes.value.find((x) => x.hertz > SWINGS_FROM && x.hertz < q.to);
  const worst = modes.value[0];
  const figures: Figure[] = [];
  if (m.phaseCrossing !== null)
    figures.push({ key: "gainMargin", value: m.gainMargin, unit: "dB" }, { key: "phaseCrossing", value: m.phaseCrossing, unit: "Hz" });
  if (m.gainCrossing !== null)
    figures.push({ key: "phaseMargin", value: m.phaseMargin, unit: "°" }, { key: "gainCrossing", value: m.gainCrossing, unit: "Hz" });
  figures.push({ key: "nearest", value: m.nearest, unit: "" });
  if (swinging) figures.push({ key: "swing", value: swinging.hertz, unit: "Hz" }, { key: "growth", value: swinging.growth, unit: "1/s" });
  const warnings: Warning[] = [];
  if (worst && worst.growth > 1e-6)
    warnings.push(
      worst.hertz > SWINGS_FROM
        ? { code: "oscillates", hertz: worst.hertz, growth: worst.growth }
        : { code: "creeps", growth: worst.growth },
    );
  const curves: Outcome["curves"][number][] = [{ key: "loopGain", axis: "frequency", unit: "dB", x: hz, y: decibels(loop.value) }];
  if (options.detail === "full") {
    const kicked: Netlist = {
      ...q.netlist,
      elements: q.netlist.elements.map((e) => (e.id === q.kicked && e.kind === "capacitor" ? { ...e, volts: q.kick } : e)),
    };
    const again = checkNetlist(kicked);
    if (!again.ok) return again;
    const run = transient(again.value, { duration: q.seconds, step: q.seconds / 2000, every: 2, stop: options.stop });
    if (!run.ok) return run;
    const y = run.value.waveforms.volts(q.shown).map((v) => Math.max(-STOPS, Math.min(STOPS, v)));
    curves.push({ key: "afterKick", axis: "time", unit: "V", x: run.value.waveforms.times, y });
  }
  return {
    ok: true,
    value: { figures, curves, symptom: symptomOf(m.gainMargin, m.nearest, worst?.growth ?? -1), warnings, stress: q.stress },
  };
}
/** Beyond this a real stage or cone is at its stops, in volts of these models: the picture is cut there. */
const STOPS = 20;
const FAR = 40; // dB: a loop without a phase crossing is taken to have this much left

/** Margin used up, in dB: −gain margin, bounded so that a loop that never turns counts as far from trouble. */
function symptomOf(gainMargin: number, nearest: number, growth: number): number {
  const byDistance = -20 * Math.log10(1 / Math.max(1e-6, 1 - Math.min(nearest, 1 - 1e-6)));
  const used = Number.isFinite(gainMargin) ? -gainMargin : Math.max(-FAR, byDistance);
  return growth > 0 ? Math.max(used, 0) : Math.max(-FAR, Math.min(used, 0));
}
