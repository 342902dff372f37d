import type { Result } from "../units";

// WAV files, read piece by piece: header first, then samples as they come. Nothing in a header is believed that the file does not hold.

export interface WavFormat {
  channels: number;
  /** samples a second */
  rate: number;
  /** bits a sample as they are meant; they stand in `bytesPerSample` bytes, the most significant first used */
  bits: number;
  bytesPerSample: number;
  float: boolean;
  /** first byte of the samples */
  dataAt: number;
  /** samples a channel that the file really holds */
  frames: number;
  /** the header promised more than there is */
  truncated: boolean;
}

/** Why a file is refused. */
export type SoundIssue =
  | { code: "empty" }
  | { code: "notWav" }
  | { code: "badHeader"; what: "sizes" | "format" | "blockAlign" }
  | { code: "noFormat" }
  | { code: "noSamples" }
  | { code: "codec"; tag: number }
  | { code: "channels"; found: number }
  | { code: "rate"; found: number }
  | { code: "bits"; found: number; float: boolean }
  | { code: "tooShort"; seconds: number }
  /** share of the samples that are no numbers */
  | { code: "notNumbers"; share: number };

export const MAX_CHANNELS = 8;
export const RATES = [8_000, 192_000] as const;
const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
/** A size nobody knew when the header was written: to the end of the file. */
const UNKNOWN_SIZE = new Set([0, 0xffff_ffff, 0xffff_ff00]);

const word = (b: Uint8Array, at: number): string => String.fromCharCode(...b.subarray(at, at + 4));

/**
 * The format of a WAV file (RIFF or RF64, PCM of 8 to 32 bits, float of 32 or 64, plain or extensible, odd chunks in any order before
 * the samples). @param head the first bytes, all chunks up to the samples among them  @param size bytes of the whole file
 */
export function readWavFormat(head: Uint8Array, size: number): Result<WavFormat, SoundIssue> {
  const fail = (issue: SoundIssue) => ({ ok: false as const, issue });
  if (size === 0) return fail({ code: "empty" });
  if (head.length < 12 || (word(head, 0) !== "RIFF" && word(head, 0) !== "RF64") || word(head, 8) !== "WAVE")
    return fail({ code: "notWav" });
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  let format: Omit<WavFormat, "dataAt" | "frames" | "truncated"> | null = null;
  let longData: number | null = null;
  for (let at = 12; at + 8 <= head.length;) {
    const id = word(head, at);
    const length = view.getUint32(at + 4, true);
    const body = at + 8;
    if (id === "ds64" && body + 16 <= head.length) longData = Number(view.getBigUint64(body + 8, true));
    else if (id === "fmt ") {
      const read = readFormat(view, body, length);
      if (!read.ok) return read;
      format = read.value;
    } else if (id === "data") {
      if (format === null) return fail({ code: "noFormat" });
      const promised = length === 0xffff_ffff && longData !== null ? longData : length;
      const there = size - body;
      const bytes = UNKNOWN_SIZE.has(promised) || promised > there ? there : promised;
      const frames = Math.floor(bytes / (format.bytesPerSample * format.channels));
      if (frames <= 0) return fail({ code: "noSamples" });
      return { ok: true, value: { ...format, dataAt: body, frames, truncated: promised > there && !UNKNOWN_SIZE.has(promised) } };
    }
    // chunks stand at even bytes
    at = body + length + (length & 1);
  }
  return fail(format === null ? { code: "noFormat" } : { code: "noSamples" });
}

function readFormat(view: DataView, at: number, length: number): Result<Omit<WavFormat, "dataAt" | "frames" | "truncated">, SoundIssue> {
  const fail = (issue: SoundIssue) => ({ ok: false as const, issue });
  if (length < 16 || at + length > view.byteLength) return fail({ code: "badHeader", what: "format" });
  const tag = view.getUint16(at, true);
  const channels = view.getUint16(at + 2, true);
  const rate = view.getUint32(at + 4, true);
  const blockAlign = view.getUint16(at + 12, true);
  const bits = view.getUint16(at + 14, true);
  const meant = tag === EXTENSIBLE && length >= 40 ? view.getUint16(at + 24, true) : tag;
  if (meant !== PCM && meant !== FLOAT) return fail({ code: "codec", tag: meant });
  if (channels < 1 || channels > MAX_CHANNELS) return fail({ code: "channels", found: channels });
  if (rate < RATES[0] || rate > RATES[1]) return fail({ code: "rate", found: rate });
  const float = meant === FLOAT;
  const bytesPerSample = blockAlign / channels;
  const known = float ? bits === 32 || bits === 64 : bits >= 1 && bits <= 32;
  if (!known) return fail({ code: "bits", found: bits, float });
  const fits = float ? bytesPerSample === bits / 8 : bytesPerSample >= Math.ceil(bits / 8) && bytesPerSample <= 4;
  if (!Number.isInteger(bytesPerSample) || !fits) return fail({ code: "badHeader", what: "blockAlign" });
  return { ok: true, value: { channels, rate, bits, bytesPerSample, float } };
}

/**
 * Samples as numbers, full scale 1: whole frames of `bytes` into one array a channel. What is no finite number becomes 0.
 * @returns how many frames, and how many samples were no numbers
 */
export function decodeFrames(bytes: Uint8Array, format: WavFormat, out: readonly Float32Array[]): { frames: number; notNumbers: number } {
  const { channels, bytesPerSample: width } = format;
  const frames = Math.min(Math.floor(bytes.length / (width * channels)), out[0]!.length);
  if (width === 2 && !format.float && bytes.byteOffset % 2 === 0) {
    const words = new Int16Array(bytes.buffer, bytes.byteOffset, frames * channels);
    for (let c = 0; c < channels; c++) {
      const to = out[c]!;
      for (let i = 0, at = c; i < frames; i++, at += channels) to[i] = words[at]! / 0x8000;
    }
    return { frames, notNumbers: 0 };
  }
  const sample = sampleReader(bytes, format);
  let notNumbers = 0;
  for (let c = 0; c < channels; c++) {
    const to = out[c]!;
    for (let i = 0, at = c * width; i < frames; i++, at += width * channels) {
      const x = sample(at);
      if (x - x === 0) to[i] = x;
      else {
        to[i] = 0;
        notNumbers++;
      }
    }
  }
  return { frames, notNumbers };
}

function sampleReader(bytes: Uint8Array, { float, bits, bytesPerSample: width }: WavFormat): (at: number) => number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (float) return bits === 64 ? (at) => view.getFloat64(at, true) : (at) => view.getFloat32(at, true);
  // eight bits and fewer are unsigned
  if (width === 1) return (at) => (bytes[at]! - 128) / 128;
  if (width === 2) return (at) => view.getInt16(at, true) / 0x8000;
  if (width === 3) return (at) => ((bytes[at]! << 8) | (bytes[at + 1]! << 16) | (bytes[at + 2]! << 24)) / 0x8000_0000;
  return (at) => view.getInt32(at, true) / 0x8000_0000;
}

/** How samples are written: as they are, or whole numbers of 16 bits, which is what every player reads. */
type WavForm = "float32" | "pcm16";

/**
 * A WAV file, one array a channel, all of one length, full scale 1; what is beyond full scale is held at it in 16 bits.
 * @throws RangeError without a channel or at unlike lengths
 */
export function writeWav(channels: readonly Float32Array[], rate: number, form: WavForm = "float32"): Uint8Array<ArrayBuffer> {
  const [first] = channels;
  if (!first || channels.some((c) => c.length !== first.length)) throw new RangeError("one array a channel, all of one length");
  const width = form === "float32" ? 4 : 2;
  const dataBytes = first.length * channels.length * width;
  const bytes = new Uint8Array(44 + dataBytes);
  const view = new DataView(bytes.buffer);
  const put = (at: number, text: string) => [...text].forEach((ch, i) => (bytes[at + i] = ch.charCodeAt(0)));
  put(0, "RIFF");
  view.setUint32(4, 36 + dataBytes, true);
  put(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  view.setUint16(20, form === "float32" ? FLOAT : PCM, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * channels.length * width, true);
  view.setUint16(32, channels.length * width, true);
  view.setUint16(34, 8 * width, true);
  put(36, "data");
  view.setUint32(40, dataBytes, true);
  const sample: (at: number, x: number) => void =
    form === "float32"
      ? (at, x) => view.setFloat32(at, x, true)
      : (at, x) => view.setInt16(at, Math.round(32767 * Math.min(1, Math.max(-1, x))), true);
  for (let i = 0, at = 44; i < first.length; i++)
    for (const c of channels) {
      sample(at, c[i]!);
      at += width;
    }
  return bytes;
}
