import type { SoundLabel } from "../device";
import { decibels } from "./bands";
import { findClipping } from "./clipping";
import { slowRate } from "./decimate";
import { findDropouts } from "./dropouts";
import { confidenceOf, type Said, type SoundAbsence, type SoundFigures, type SoundFinding } from "./findings";
import { MAINS, SHORT, findHum, humByPhase, humLimit, quietOf, withHighMultiples, type Hum } from "./hum";
import { evenOnes, findImpulses } from "./impulses";
import { findLadder } from "./ladder";
import type { Spectra } from "./spectra";
import { findTones, noiseOf } from "./steady";
import { MIN_SWING, findSwing } from "./swing";
import type { Ticks } from "./ticks";

// What one channel shows by itself.

/** A-weighted dBFS from which noise is called hiss. */
const HISS_FROM = -66;
const LIKE_NOISE = 0.55;
const STANDS_CLEAR = 25;
const MIN_IMPULSES = 4;
const CORNERS_DB = 10;
const PULSES_A_SECOND = 10;
/** mean of a channel over full scale */
const DC_FROM = 0.004;
const MAX_TONES = 3;
/** A shorter recording cannot tell a swing from the thump of a word. */
const MIN_SWING_SECONDS = 3;

export function channelFindings(
  channel: number,
  t: Ticks,
  full: Spectra,
  slow: Spectra,
  pauses: Spectra,
  swing: Float32Array,
  swingRate: number,
  /** so many seconds of it at the slow rate */
  beginning: Float32Array,
  rate: number,
): Said {
  const findings: SoundFinding[] = [];
  const notFound: SoundAbsence[] = [];
  const say = (figures: SoundFigures, confidence: number) => findings.push({ ...figures, channels: [channel], confidence });
  const none = (label: SoundLabel, limit: number | null) => notFound.push({ label, channels: [channel], limit });

  const quiet = quietOf(slow);
  const long = findHum(quiet, full);
  // lines that stand well out of what is round them are told best by long frames
  const low =
    long && long.over >= STANDS_CLEAR
      ? long
      : (humByPhase(findLadder(beginning, slowRate(rate).rate, MAINS)) ?? long ?? findHum(quietOf(pauses, SHORT), full));
  const hum: Hum | null = low && withHighMultiples(low, full);
  if (hum) {
    const { kind, mainsHz, level, harmonics } = hum;
    say({ label: "hum", kind, mainsHz, level, harmonics }, confidenceOf(hum.over, 8));
  } else none("hum", humLimit(quiet));

  const swings =
    t.samples / rate < MIN_SWING_SECONDS
      ? null
      : findSwing(swing, swingRate, decibels((2 * t.power.reduce((a, b) => a + b, 0)) / Math.max(1, t.power.length)));
  if (swings) {
    const { level, growth } = swings;
    say({ label: "motorboating", rate: swings.rate, level, growth }, confidenceOf(swings.over, 8));
  } else none("motorboating", t.samples / rate < MIN_SWING_SECONDS ? null : MIN_SWING);

  const mains = hum && { hz: hum.mainsHz, all: hum.kind !== "induced" };
  const nyquist = rate / 2;
  const tones = [...findTones(slow, full, 0, 1000, mains), ...findTones(full, full, 1000, 0.98 * nyquist, mains)]
    .filter((x) => !swings || x.hz > 300 || Math.abs(x.hz / swings.rate - Math.round(x.hz / swings.rate)) * swings.rate > 0.4)
    .sort((a, b) => b.level - a.level);
  for (const x of tones.slice(0, MAX_TONES)) say({ label: "higherOscillation", hz: x.hz, level: x.level }, confidenceOf(x.over, 8));
  if (tones.length === 0) none("higherOscillation", -86);

  const noise = noiseOf(full);
  if (noise && noise.levelA >= HISS_FROM && noise.steady >= LIKE_NOISE) {
    const { level, levelA, slope } = noise;
    say({ label: "hiss", level, levelA, slope }, confidenceOf(levelA - HISS_FROM, 6));
  } else none("hiss", noise ? Math.max(HISS_FROM, noise.levelA) : null);

  const clipped = findClipping(t);
  const gaps = findDropouts(t);
  // the corners of flat tops are impulses too, and so are the edges of gaps and of a hum's pulses
  const impulses = findImpulses(t, clipped ? CORNERS_DB : 0, gaps?.events ?? []);
  const often = impulses ? impulses.events.length / (t.samples / rate) : 0;
  if (impulses && impulses.events.length >= MIN_IMPULSES && !(hum && hum.kind !== "induced" && often > PULSES_A_SECOND)) {
    const { events, level, over } = impulses;
    const even = evenOnes(events);
    const count = (even ?? impulses).events.length;
    const confidence = confidenceOf(over + 2, 6);
    if (even) say({ label: "periodicClicking", count, ...even, level }, confidence);
    else say({ label: "crackle", count, rate: count / (t.samples / rate), level, events }, confidence);
  }
  if (!findings.some((f) => f.label === "crackle")) none("crackle", null);
  if (!findings.some((f) => f.label === "periodicClicking")) none("periodicClicking", null);

  // one gap beside a click is what lies between a click and what is played
  const clicks = findings.some((f) => f.label === "crackle" || f.label === "periodicClicking");
  if (gaps && !(clicks && gaps.events.length === 1))
    say({ label: "dropouts", count: gaps.events.length, depth: gaps.depth, events: gaps.events }, confidenceOf(gaps.over, 8));
  else none("dropouts", null);

  if (clipped) {
    const { threshold, share, side } = clipped;
    say({ label: "clipping", threshold, share, side }, confidenceOf(clipped.over + 1, 4));
  } else none("clipping", null);

  if (Math.abs(t.mean) >= DC_FROM)
    say({ label: "dcOffset", offset: t.mean, level: decibels(t.mean * t.mean) }, confidenceOf(decibels(t.mean ** 2 / DC_FROM ** 2), 6));
  else none("dcOffset", decibels(DC_FROM ** 2));
  return { findings, notFound };
}
