import type { HumKind, SoundLabel } from "../device";
import type { SoundReport } from "./analyse";
import type { SoundAbsence, SoundFinding } from "./findings";

// Findings as the lines a technician would type: what is sent into a job, and can be struck there like any other line.

const WORD: Readonly<Record<SoundLabel, string>> = {
  hum: "hum",
  motorboating: "motorboating",
  higherOscillation: "oscillation",
  hiss: "hiss",
  crackle: "crackle",
  periodicClicking: "clicking",
  dropouts: "dropouts",
  levelImbalance: "imbalance",
  trebleMissing: "treble missing",
  bassMissing: "bass missing",
  clipping: "clipping",
  dcOffset: "dc offset",
};
const KIND: Readonly<Record<HumKind, string>> = {
  induced: "induced",
  ripple: "ripple",
  halfWave: "half wave",
  rectifierBuzz: "buzz",
  mixed: "mixed",
};

const side = (channels: readonly number[], of: number): string =>
  channels.length !== 1 || of < 2 ? "" : of > 2 ? `ch ${channels[0]}` : channels[0] === 1 ? "left" : "right";
const hertz = (hz: number): string => `${hz < 1000 ? Number(hz.toFixed(2)) : Math.round(hz)} hz`;
const dB = (level: number): string => `${Number(level.toFixed(1))} db`;

function figuresOf(f: SoundFinding): string[] {
  switch (f.label) {
    case "hum":
      return [KIND[f.kind], hertz(f.mainsHz), dB(f.level)];
    case "motorboating":
      return [hertz(f.rate), dB(f.level)];
    case "higherOscillation":
      return [hertz(f.hz), dB(f.level)];
    case "hiss":
      return [dB(f.level)];
    case "crackle":
      return [`${f.count} times`, dB(f.level)];
    case "periodicClicking":
      return [`${f.count} times`, hertz(1 / f.period), dB(f.level)];
    case "dropouts":
      return [`${f.count} times`];
    case "levelImbalance":
    case "trebleMissing":
    case "bassMissing":
      return [dB(f.difference)];
    case "clipping":
      return [dB(f.threshold)];
    case "dcOffset":
      return [dB(f.level)];
  }
}

const ended = (words: readonly string[], recording: string | null): string =>
  [...words, ...(recording === null ? [] : [`rec ${recording.slice(0, 7)}`])].filter(Boolean).join(" ");

/** "heard hum ripple 50.02 hz -41.3 db left rec 3f0a91c". @param recording hash of the file */
export const lineOf = (f: SoundFinding, { channels }: Pick<SoundReport, "channels">, recording: string | null): string =>
  ended(["heard", WORD[f.label], ...figuresOf(f), side(f.channels, channels)], recording);

/** "heard no hum -78 db rec 3f0a91c": the limit is what would have been seen. */
export const absenceLineOf = (a: SoundAbsence, { channels }: Pick<SoundReport, "channels">, recording: string | null): string =>
  ended(["heard no", WORD[a.label], a.limit === null ? "" : dB(a.limit), side(a.channels, channels)], recording);
