import type { HumKind, SoundLabel } from "../device";

// What is said of each thing a recording can show.

/** Seconds from the beginning of the recording. */
export interface SoundEvent {
  start: number;
  end: number;
}

/** Levels are dBFS: a sine that just reaches full scale is 0. */
export type SoundFigures =
  | {
      label: "hum";
      kind: HumKind;
      mainsHz: number;
      level: number;
      /** dBFS by multiple of the mains frequency, those that stand out */
      harmonics: Readonly<Record<number, number>>;
    }
  /** `growth`: share by which the swing grows in a second; 0 where it neither grows nor dies away */
  | { label: "motorboating"; rate: number; level: number; growth: number }
  | { label: "higherOscillation"; hz: number; level: number }
  /** unweighted from 20 Hz to 20 kHz and A-weighted, and how the density falls or rises, dB an octave */
  | { label: "hiss"; level: number; levelA: number; slope: number }
  | { label: "crackle"; count: number; rate: number; level: number; events: readonly SoundEvent[] }
  /** `jitter`: standard deviation of the period over the period */
  | { label: "periodicClicking"; count: number; period: number; jitter: number; level: number; events: readonly SoundEvent[] }
  | { label: "dropouts"; count: number; depth: number; events: readonly SoundEvent[] }
  /** dB by which the first of `channels` is weaker than the other */
  | { label: "levelImbalance"; difference: number }
  /** `difference`: dB that are missing against the other channel or the reference; `corner`: where 3 dB are, Hz */
  | { label: "trebleMissing" | "bassMissing"; difference: number; corner: number; against: "otherChannel" | "reference" }
  /** level of the flat tops, dBFS, and share of the samples that lie on them */
  | { label: "clipping"; threshold: number; share: number; side: "both" | "positive" | "negative" }
  | { label: "dcOffset"; offset: number; level: number };

export type SoundFinding = SoundFigures & {
  /** counted from 1 */
  channels: readonly number[];
  /** 0 to 1 */
  confidence: number;
};

/**
 * What was looked for and is not there, and what would have been seen: dBFS, or dB for what is a difference; null: could not be looked for.
 */
export interface SoundAbsence {
  label: SoundLabel;
  channels: readonly number[];
  limit: number | null;
}

/** What was found, and what was looked for and is not there. */
export interface Said {
  findings: SoundFinding[];
  notFound: SoundAbsence[];
}

/** 0.5 at the threshold, near 1 where something is `clear` times as far above it, in the same unit. */
export const confidenceOf = (over: number, clear: number): number => {
  const p = 1 / (1 + Math.exp((-4 * over) / clear));
  return Math.round(1000 * p) / 1000;
};
