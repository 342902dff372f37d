// What a recording can show, in the words of the trade.

export const SOUND_LABELS = [
  "hum",
  "motorboating",
  "higherOscillation",
  "hiss",
  "crackle",
  "periodicClicking",
  "dropouts",
  "levelImbalance",
  "trebleMissing",
  "bassMissing",
  "clipping",
  "dcOffset",
] as const;
export type SoundLabel = (typeof SOUND_LABELS)[number];

/**
 * `induced`: mains frequency, nearly a sine. `ripple`: twice mains and its multiples, a saw-tooth. `halfWave`: mains frequency with all
 * its multiples. `rectifierBuzz`: narrow pulses, multiples that hardly fall off. `mixed`: mains and twice mains side by side.
 */
export const HUM_KINDS = ["induced", "ripple", "halfWave", "rectifierBuzz", "mixed"] as const;
export type HumKind = (typeof HUM_KINDS)[number];
