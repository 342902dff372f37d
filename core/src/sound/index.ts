export { MOST_CHANNELS, RATES, decodeFrames, readWavFormat, writeWav, type SoundIssue, type WavFormat } from "./wav";
export { makeAnalyser, type Analyser, type SoundPicture, type SoundReport } from "./analyse";
export { compareSounds, type Comparison } from "./compare";
export { analyseWav, MOST_NOT_NUMBERS, type AnalysedSound, type SoundBytes } from "./analyseWav";
export {
  HUM_KINDS,
  SOUND_LABELS,
  type HumKind,
  type SoundAbsence,
  type SoundEvent,
  type SoundFigures,
  type SoundFinding,
  type SoundLabel,
} from "./findings";
export { BANDS, FLAT_TOP, HANN, aWeighting, bandEdges, bandMid, cosineWindow, decibels, windowPower } from "./bands";
export { TICK, type Ticks } from "./ticks";
export type { Spectra } from "./spectra";
