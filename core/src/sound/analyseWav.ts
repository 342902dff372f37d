import type { Result } from "../units";
import { makeAnalyser, type SoundPicture, type SoundReport } from "./analyse";
import { decodeFrames, readWavFormat, type SoundIssue, type WavFormat } from "./wav";

/** A file of which any part can be had; less is given where it ends. */
export interface SoundBytes {
  size: number;
  read(from: number, length: number): Uint8Array;
}

export interface AnalysedSound {
  report: SoundReport;
  picture: SoundPicture;
  format: WavFormat;
  /** samples that were no numbers and count as silence */
  notNumbers: number;
}

const HEAD_BYTES = 1 << 20;
const BLOCK_FRAMES = 1 << 15;
const MIN_SECONDS = 0.2;
/** A file with more of its samples no numbers is refused. */
const MAX_NOT_NUMBERS = 0.01;

/**
 * Analyses a WAV file piece by piece: no more than some hundred kB of it are held at once.
 * @param progress told the share that is done, after each piece; true stops
 * @returns null where it was stopped
 */
export function analyseWav(
  bytes: SoundBytes,
  progress: (share: number) => boolean = () => false,
): Result<AnalysedSound | null, SoundIssue> {
  const read = readWavFormat(bytes.read(0, Math.min(HEAD_BYTES, bytes.size)), bytes.size);
  if (!read.ok) return read;
  const format = read.value;
  const seconds = format.frames / format.rate;
  if (seconds < MIN_SECONDS) return { ok: false, issue: { code: "tooShort", seconds } };
  const { channels, rate, frames: samples } = format;
  const analyser = makeAnalyser({ rate, channels, samples });
  const blocks = Array.from({ length: channels }, () => new Float32Array(BLOCK_FRAMES));
  const width = format.bytesPerSample * channels;
  let notNumbers = 0;
  for (let at = 0; at < samples; at += BLOCK_FRAMES) {
    const wanted = Math.min(BLOCK_FRAMES, samples - at);
    const part = bytes.read(format.dataAt + at * width, wanted * width);
    const decoded = decodeFrames(part, format, blocks);
    notNumbers += decoded.notNumbers;
    analyser.push(blocks, decoded.frames);
    if (progress(Math.min(1, (at + decoded.frames) / samples))) return { ok: true, value: null };
    if (decoded.frames < wanted) break;
  }
  const share = notNumbers / (samples * channels);
  if (share > MAX_NOT_NUMBERS) return { ok: false, issue: { code: "notNumbers", share } };
  return { ok: true, value: { ...analyser.finish(), format, notNumbers } };
}
