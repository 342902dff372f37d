import type { UnitKind } from "../device";
import { harmonics } from "../numeric";
import { SCENARIOS, fillSettings, type Outcome, type Parts, type ScenarioId, type Settings } from "../scenarios";
import { programme, type Made, type ProgrammeName } from "./programme";
import { addAt, addClicks, addCrackle, addHiss, dropOut, thinOut, weaken } from "./sickSound";

// What a simulated sick unit sounds like: its hum is the ripple its supply's circuit shows, its swing the one its loop's model has.

export type SickSide = "left" | "right" | "both";
const SIDES: Readonly<Record<SickSide, readonly number[]>> = { left: [0], right: [1], both: [0, 1] };

/** What was put in, for whoever listens: volts peak to peak, dBFS, hertz, seconds. */
export type SickFault =
  | { code: "hum"; cause: "dried" | "diodeOpen"; share: number; ripple: number; mainsHz: number; level: number }
  | { code: "swing"; circuit: "decouplingChain" | "servoLoop"; share: number; hz: number; growth: number }
  | { code: "crackle"; perSecond: number; count: number; side: SickSide }
  | { code: "clicks"; period: number; count: number }
  | { code: "dropouts"; count: number; side: SickSide }
  | { code: "dull"; corner: number; side: SickSide }
  | { code: "hiss"; level: number; side: SickSide };

interface SickSound {
  channels: readonly [Float32Array, Float32Array];
  rate: number;
  programme: ProgrammeName;
  faults: readonly SickFault[];
}

type Recipe =
  | { code: "hum"; cause: "dried" | "diodeOpen"; share: number; esr: number; rejection?: number }
  | { code: "swing"; circuit: "decouplingChain" | "servoLoop"; share: number }
  | { code: "crackle"; perSecond: number; side: SickSide }
  | { code: "clicks"; period: number }
  | { code: "dropouts"; count: number; side: SickSide }
  | { code: "dull"; corner: number; side: SickSide }
  | { code: "hiss"; level: number; side: SickSide };
interface Unit {
  programme: ProgrammeName;
  faults: readonly Recipe[];
}

const HUMS: Unit = { programme: "silence", faults: [{ code: "hum", cause: "dried", share: 0.16, esr: 1.8 }] };
const UNITS: Readonly<Record<UnitKind, Unit>> = {
  receiver: HUMS,
  stereoAmplifier: { programme: "silence", faults: [{ code: "hum", cause: "diodeOpen", share: 0.9, esr: 0.05 }] },
  valveAmplifier: {
    programme: "silence",
    faults: [
      { code: "hum", cause: "dried", share: 0.12, esr: 300 },
      { code: "swing", circuit: "decouplingChain", share: 0.4 },
    ],
  },
  subwoofer: { programme: "silence", faults: [{ code: "swing", circuit: "servoLoop", share: 0.5 }] },
  mixer: { programme: "band", faults: [{ code: "dropouts", count: 5, side: "right" }] },
  synthesizer: {
    programme: "silence",
    faults: [
      { code: "crackle", perSecond: 9, side: "both" },
      { code: "hiss", level: -58, side: "both" },
    ],
  },
  passiveLoudspeaker: { programme: "band", faults: [{ code: "dull", corner: 1900, side: "right" }] },
  poweredSpeaker: { programme: "silence", faults: [{ code: "clicks", period: 1.6 }] },
  mobileAmplifier: { programme: "silence", faults: [{ code: "clicks", period: 1.1 }] },
  recordPlayer: HUMS,
  intercom: { programme: "speech", faults: [{ code: "hum", cause: "dried", share: 0.1, esr: 3, rejection: 34 }] },
  other: HUMS,
};

/** A full-scale sample stands for so many volts at the output (common practice of a line recording after a pad). */
const FULL_SCALE_VOLTS = 10;
/** Where a swing that grows comes to its end: the rails. */
const SWING_LIMIT = 0.35;
const SWING_BEGINS = 0.004;
const dBFS = (amplitude: number): number => 20 * Math.log10(Math.max(1e-9, amplitude));

/**
 * One unit of a kind, sick as that kind often is. `mainsHz` in Hz.
 * @param mainsHz of its hum @throws RangeError where a circuit has no solution
 */
export function sickUnit(kind: UnitKind, m: Made, mainsHz = 50): SickSound {
  const { programme: name, faults } = UNITS[kind];
  const left = programme(name, m);
  const channels = [left, Float32Array.from(left)] as const;
  return { channels, rate: m.rate, programme: name, faults: faults.map((f) => put(f, channels, m, kind, mainsHz)) };
}

function put(f: Recipe, channels: readonly [Float32Array, Float32Array], m: Made, kind: UnitKind, mainsHz: number): SickFault {
  const { rate, random } = m;
  const on = (side: SickSide) => SIDES[side].map((c) => channels[c]!);
  switch (f.code) {
    case "hum": {
      const { wave, ripple, volts } = humOf(f, kind, mainsHz);
      const level = dBFS((volts * Math.SQRT2) / FULL_SCALE_VOLTS);
      for (const to of channels) {
        const hum = Float32Array.from(to, (_, i) => periodic(wave, (mainsHz * i) / rate));
        addAt(to, hum, level);
      }
      return { code: "hum", cause: f.cause, share: f.share, ripple, mainsHz, level };
    }
    case "swing": {
      const { hz, growth } = swingOf(f, kind);
      for (const to of channels) swing(to, rate, hz, growth);
      return { ...f, hz, growth };
    }
    case "crackle":
      return { ...f, count: shared(on(f.side), (to) => addCrackle(to, rate, random, f.perSecond, 0.08).length) };
    case "clicks":
      return { ...f, count: shared(channels, (to) => addClicks(to, rate, random, f.period, 0.1).length) };
    case "dropouts":
      for (const to of on(f.side)) dropOut(to, rate, random, f.count);
      return f;
    case "dull":
      for (const to of on(f.side)) {
        thinOut(to, rate, "treble", f.corner);
        weaken(to, 0.5);
      }
      return f;
    case "hiss":
      for (const to of on(f.side)) addHiss(to, random, f.level);
      return f;
  }
}

/** The same in every one of these channels: it comes from what they share. */
function shared(channels: readonly Float32Array[], make: (to: Float32Array) => number): number {
  const made = new Float32Array(channels[0]!.length);
  const count = make(made);
  for (const to of channels) for (let i = 0; i < to.length; i++) to[i] = to[i]! + made[i]!;
  return count;
}

/** Parts as good as new, but those of these slots. */
function partsOf(
  id: ScenarioId,
  settings: Settings,
  sick: (slot: string, farads: number) => { farads: number; esr: number } | null,
): Parts {
  return Object.fromEntries(
    SCENARIOS[id]
      .slots(settings)
      .map((s) => [s.key, { kind: "works" as const, leak: Infinity, ...(sick(s.key, s.farads) ?? { farads: s.farads, esr: 0.05 }) }]),
  );
}

function solved(id: ScenarioId, settings: Settings, parts: Parts): Outcome {
  const answer = SCENARIOS[id].solve(settings, parts, { detail: "live" });
  if (!answer.ok) throw new RangeError(`${id}: ${answer.issue.code}`);
  return answer.value;
}
const figureOf = (o: Outcome, key: string, at?: string): number | null =>
  o.figures.find((f) => f.key === key && (at === undefined || f.at === at))?.value ?? null;

/** One period of the ripple that reaches the audio, mean taken out, and its volts rms behind the rejection. */
function humOf(f: Extract<Recipe, { code: "hum" }>, kind: UnitKind, mainsHz: number) {
  const settings = fillSettings(SCENARIOS.supply, kind, {
    mainsHertz: mainsHz,
    ...(f.cause === "diodeOpen" ? { fault: "diodeOpen" } : {}),
    ...(f.rejection === undefined ? {} : { rejection: f.rejection }),
  });
  const parts = partsOf("supply", settings, (slot, farads) =>
    slot.startsWith("reservoir") ? { farads: farads * f.share, esr: f.esr } : null,
  );
  const outcome = solved("supply", settings, parts);
  const stages = Number(settings["stages"]);
  const node = settings["heardFrom"] === "rails" || stages === 0 ? "rail" : `node${stages}`;
  const curve = outcome.curves.find((c) => c.key === "volts" && c.at === node)!;
  const mean = harmonics(curve.y, 1)[0]!;
  const wave = Float64Array.from(curve.y, (v) => v - mean);
  return { wave, ripple: figureOf(outcome, "ripple", node)!, volts: 10 ** (figureOf(outcome, "hum")! / 20) };
}

/** A wave of one period at a share of it, drawn straight from sample to sample. */
function periodic(wave: Float64Array, share: number): number {
  const x = (share - Math.floor(share)) * wave.length;
  const i = Math.floor(x);
  return wave[i % wave.length]! + (x - i) * (wave[(i + 1) % wave.length]! - wave[i % wave.length]!);
}

function swingOf(f: Extract<Recipe, { code: "swing" }>, kind: UnitKind): { hz: number; growth: number } {
  const settings = fillSettings(SCENARIOS[f.circuit], kind, {});
  const outcome = solved(
    f.circuit,
    settings,
    partsOf(f.circuit, settings, (_slot, farads) => ({ farads: farads * f.share, esr: 1 })),
  );
  const [hz, growth] = [figureOf(outcome, "swing"), figureOf(outcome, "growth")];
  if (hz === null || growth === null) throw new RangeError(`${f.circuit} does not swing`);
  return { hz, growth };
}

/** From a touch to the rails, where it stays: exponential as the loop has it. */
function swing(to: Float32Array, rate: number, hz: number, growth: number): void {
  for (let i = 0; i < to.length; i++) {
    const t = i / rate;
    const size = Math.min(SWING_LIMIT, SWING_BEGINS * Math.exp(growth * t));
    to[i] = to[i]! + size * Math.sin(2 * Math.PI * hz * t);
  }
}
