import type { SoundLabel } from "../device";
import { bandLevels } from "./balance";
import { BANDS, bandEdges, decibels } from "./bands";
import { channelFindings } from "./channel";
import { makeDecimator, makeSlower, slowRate } from "./decimate";
import type { SoundAbsence, SoundFinding } from "./findings";
import { Growing } from "./growing";
import { LADDER_SECONDS } from "./ladder";
import { merged } from "./merge";
import { balanceFindings } from "./sides";
import { makeSpectra, type Spectra, type SpectraGatherer } from "./spectra";
import { makeTicks, type Ticks } from "./ticks";

export interface SoundReport {
  /** version of this form */
  mirvekSound: 1;
  seconds: number;
  /** samples a second */
  rate: number;
  channels: number;
  /** measured; null where no hum told it */
  mainsHz: number | null;
  /** the surest first */
  findings: readonly SoundFinding[];
  notFound: readonly SoundAbsence[];
  /** of each channel, dBFS */
  levels: readonly { rms: number; peak: number }[];
}

/** What a recording looks like, beside what it shows: for pictures and comparisons. */
export interface SoundPicture {
  /** ticks of each channel */
  ticks: readonly Ticks[];
  /** mean spectrum of each channel, full band, power a bin */
  spectra: readonly Spectra[];
  /** the same to about 1 kHz, finer */
  slow: readonly Spectra[];
  /** dBFS of each third octave from 20 Hz to 20 kHz; null where the recording does not reach */
  bands: readonly (readonly (number | null)[])[];
}

interface Analyser {
  /** takes samples of every channel as they come, full scale 1 */
  push(blocks: readonly Float32Array[], count: number): void;
  finish(): { report: SoundReport; picture: SoundPicture };
}

/** A frame of the full band is about so long. */
const FRAME_SECONDS = 0.17;
/** Gaps in one channel that spoil how it compares with the other. */
const SPOILS = 2;
const MAX_FRAMES = 800;
const SLOW_BAND = 1100;
const FINE_TO = 800;
const LONGEST_SLOW = 32768;
const SHORTEST_SLOW = 1024;
/** Frames of a third of a second fall into the pauses of what is played. */
const PAUSE_SIZE = 1024;

const powerOfTwo = (x: number): number => 2 ** Math.max(5, Math.floor(Math.log2(x)));

/** Third octaves; the low ones, narrower than a bin of the full spectrum, by frames as short but slower. */
function thirdOctaves(full: Spectra, slow: Spectra): (number | null)[] {
  const [above, below] = [bandLevels(full.mean, full.step), bandLevels(slow.mean, slow.step)];
  return BANDS.map((n, i) => (bandEdges(n)[1] < FINE_TO ? (below[i] ?? above[i]!) : above[i]!));
}

/** Where a file's samples fall into frames. */
function plan(rate: number, samples: number) {
  const seconds = samples / rate;
  const size = 2 ** Math.round(Math.log2(rate * FRAME_SECONDS));
  const many = samples / size > MAX_FRAMES;
  const hop = many ? size * Math.ceil(samples / size / MAX_FRAMES) : seconds < 20 ? size / 2 : size;
  const slow = slowRate(rate).rate;
  const slowSize = Math.min(LONGEST_SLOW, Math.max(SHORTEST_SLOW, powerOfTwo((seconds * slow) / 3)));
  return {
    size: Math.min(size, powerOfTwo(samples)),
    hop,
    slow,
    slowSize,
    slowHop: slowSize / (seconds > 300 ? 1 : seconds > 120 ? 2 : 4),
  };
}

/**
 * An analyser of one recording. It holds ticks of 2 ms and spectra spread over time, never the samples: some 10 kB a second and channel.
 * @param samples of each channel, as far as the file says
 */
export function makeAnalyser({ rate, channels, samples }: { rate: number; channels: number; samples: number }): Analyser {
  const { size, hop, slow, slowSize, slowHop } = plan(rate, samples);
  const ticks = Array.from({ length: channels }, () => makeTicks(rate));
  const decimators = Array.from({ length: channels }, () => makeDecimator(rate));
  const slower = Array.from({ length: channels }, () => makeSlower(slow));
  const swings = Array.from({ length: channels }, () => new Growing());
  const beginnings = Array.from({ length: channels }, () => new Growing());
  const pairs = Math.ceil(channels / 2);
  const full = Array.from({ length: pairs }, () => makeSpectra(size, rate, size / 2));
  const fine = Array.from({ length: pairs }, () => makeSpectra(slowSize, slow, Math.ceil((SLOW_BAND * slowSize) / slow)));
  const short = Array.from({ length: pairs }, () => makeSpectra(PAUSE_SIZE, slow, Math.ceil((SLOW_BAND * PAUSE_SIZE) / slow)));
  const shortFrames = framer(channels, PAUSE_SIZE, PAUSE_SIZE / (samples / rate > 120 ? 1 : 2), (blocks) => gather(short, blocks));
  const fullFrames = framer(channels, size, hop, (blocks) => gather(full, blocks));
  const fineFrames = framer(channels, slowSize, slowHop, (blocks) => gather(fine, blocks));
  let together = 0;
  let taken = 0;

  return {
    push(blocks, count) {
      taken += count;
      const slowBlocks = blocks.map((block, c) => {
        ticks[c]!.push(block, count);
        const kept = decimators[c]!.push(block, count);
        const swing = slower[c]!.decimator.push(kept.samples, kept.count);
        for (let i = 0; i < swing.count; i++) swings[c]!.push(swing.samples[i]!);
        const more = Math.min(kept.count, LADDER_SECONDS * slow - beginnings[c]!.length);
        for (let i = 0; i < more; i++) beginnings[c]!.push(kept.samples[i]!);
        return kept;
      });
      if (channels === 2) {
        const [a, b] = [blocks[0]!, blocks[1]!];
        let sum = 0;
        for (let i = 0; i < count; i++) sum += a[i]! * b[i]!;
        together += sum;
      }
      fullFrames.push(blocks, count);
      const kept = slowBlocks.map((b) => b.samples);
      fineFrames.push(kept, slowBlocks[0]!.count);
      shortFrames.push(kept, slowBlocks[0]!.count);
    },
    finish() {
      fullFrames.finish();
      fineFrames.finish();
      shortFrames.finish();
      const done = ticks.map((t) => t.finish());
      const of = (sets: readonly SpectraGatherer[]) => done.map((_, c) => sets[c >> 1]!.finish((c & 1) as 0 | 1));
      const [spectra, slowSpectra, shortSpectra] = [of(full), of(fine), of(short)];
      const picture: SoundPicture = {
        ticks: done,
        spectra,
        slow: slowSpectra,
        bands: spectra.map((s, c) => thirdOctaves(s, shortSpectra[c]!)),
      };
      const found = done.map((t, c) =>
        channelFindings(
          c + 1,
          t,
          spectra[c]!,
          slowSpectra[c]!,
          shortSpectra[c]!,
          swings[c]!.all,
          slower[c]!.rate,
          beginnings[c]!.all,
          rate,
        ),
      );
      const power = done.map((t) => t.power.reduce((a, b) => a + b, 0) / Math.max(1, t.power.length));
      const alike = channels === 2 ? together / Math.max(1e-20, taken * Math.sqrt(power[0]! * power[1]!)) : 0;
      const between =
        channels === 2
          ? balanceFindings(
              spectra,
              alike,
              (label) =>
                found.filter((f) => f.findings.some((x) => x.label === label && !(x.label === "dropouts" && x.count < SPOILS))).length ===
                1,
            )
          : { findings: [], notFound: [] };
      const findings = merged([...found.flatMap((f) => f.findings), ...between.findings]);
      const hums = findings.filter((f) => f.label === "hum");
      return {
        picture,
        report: {
          mirvekSound: 1,
          seconds: taken / rate,
          rate,
          channels,
          mainsHz: hums.length === 0 ? null : hums.reduce((a, b) => (b.level > a.level ? b : a)).mainsHz,
          findings: [...findings].sort((a, b) => b.confidence - a.confidence),
          notFound: absences([...found.flatMap((f) => f.notFound), ...between.notFound]),
          levels: done.map((t, c) => ({
            rms: decibels(2 * power[c]!),
            peak: decibels(t.peak.reduce((a, b) => Math.max(a, b), 0) ** 2),
          })),
        },
      };
    },
  };
}

function gather(sets: readonly SpectraGatherer[], blocks: readonly Float32Array[]): void {
  for (const [i, set] of sets.entries()) set.frame(blocks[2 * i]!, blocks[2 * i + 1] ?? null);
}

/** Cuts what comes into frames of one size, one every `hop`; what is too short for one is filled with silence once. */
function framer(channels: number, size: number, hop: number, tell: (blocks: readonly Float32Array[]) => void) {
  const held = Array.from({ length: channels }, () => new Float32Array(size));
  let [filled, skip, frames] = [0, 0, 0];
  return {
    push(blocks: readonly Float32Array[], count: number): void {
      for (let at = 0; at < count;) {
        if (skip > 0) {
          const gone = Math.min(skip, count - at);
          [skip, at] = [skip - gone, at + gone];
          continue;
        }
        const some = Math.min(size - filled, count - at);
        for (let c = 0; c < channels; c++) held[c]!.set(blocks[c]!.subarray(at, at + some), filled);
        [filled, at] = [filled + some, at + some];
        if (filled < size) continue;
        tell(held);
        frames++;
        if (hop >= size) [filled, skip] = [0, hop - size];
        else {
          for (const h of held) h.copyWithin(0, hop);
          filled = size - hop;
        }
      }
    },
    finish(): void {
      if (frames > 0 || filled === 0) return;
      for (const h of held) h.fill(0, filled);
      tell(held);
    },
  };
}

/** What is found nowhere, all its channels together: the limit is the worst of theirs. */
function absences(all: readonly SoundAbsence[]): SoundAbsence[] {
  const by = new Map<SoundLabel, SoundAbsence>();
  for (const a of all) {
    const before = by.get(a.label);
    const channels = [...new Set([...(before?.channels ?? []), ...a.channels])].sort((x, y) => x - y);
    const limit = before ? (before.limit === null || a.limit === null ? null : Math.max(before.limit, a.limit)) : a.limit;
    by.set(a.label, { label: a.label, channels, limit });
  }
  return [...by.values()];
}
