import { seededRandom } from "@mirvek/core/numeric";
import { renderHearing, sickUnit } from "@mirvek/core/simulate";
import {
  TICK,
  USUAL_STIMULUS,
  analyseWav,
  compareSides,
  compareSounds,
  decodeFrames,
  onlyThis,
  soundView,
  stimulus,
  summaryOf,
  writeWav,
  type AnalysedSound,
  type Excerpt,
  type SoundBytes,
  type SoundIssue,
} from "@mirvek/core/sound";
import type { Result } from "@mirvek/core/units";
import type { SoundReply, SoundRequest, AudioFile } from "./sound.protocol";

export interface Dependencies {
  /** the bytes of a file, any part at once */
  bytesOf: (file: Blob) => SoundBytes;
  /** something to tell before the answer is there */
  tell: (progress: SoundReply) => void;
}

/** So many recordings are remembered, the latest. */
const REMEMBERED = 6;
const SIMULATED = { rate: 32_000, seconds: 8 } as const;
/** A part the loudest and the quietest of which are looked for, in ticks. */
const STRETCH_TICKS = 750;

/** Answers questions about recordings. What was worked out of one is remembered by its key. */
export function makeSoundAnswerer({ bytesOf, tell }: Dependencies): (request: SoundRequest) => SoundReply {
  const heard = new Map<string, AnalysedSound>();

  const analysed = (id: number, { key, file }: AudioFile): Result<AnalysedSound, SoundIssue> => {
    const known = heard.get(key);
    if (known) return { ok: true, value: known };
    const answer = analyseWav(bytesOf(file), (share) => {
      tell({ id, type: "progress", done: share, of: 1 });
      return false;
    });
    if (!answer.ok) return answer;
    if (heard.size >= REMEMBERED) heard.delete(heard.keys().next().value!);
    heard.set(key, answer.value!);
    return { ok: true, value: answer.value! };
  };

  return (request) => {
    const { id } = request;
    switch (request.type) {
      case "analyse": {
        const a = analysed(id, request.recording);
        if (!a.ok) return { id, type: "refused", issue: a.issue };
        return { id, type: "analysed", report: a.value.report, view: soundView(a.value), summary: summaryOf(a.value) };
      }
      case "compare": {
        const a = analysed(id, request.recording);
        if (!a.ok) return { id, type: "refused", issue: a.issue };
        if (request.against === null) {
          const sides = compareSides(a.value);
          return { id, type: "compared", channels: sides === null ? [] : [sides] };
        }
        const b = analysed(id, request.against);
        if (!b.ok) return { id, type: "refused", issue: b.issue };
        return { id, type: "compared", channels: compareSounds(a.value, b.value) };
      }
      case "only": {
        const a = analysed(id, request.recording);
        if (!a.ok) return { id, type: "refused", issue: a.issue };
        const rate = a.value.format.rate;
        const moments = momentsOf(a.value, request.finding.channels[0]!);
        return {
          id,
          type: "only",
          alone: onlyThis(request.finding, rate, excerptOf(bytesOf(request.recording.file), a.value), moments),
          rate,
        };
      }
      case "simulate": {
        const sick = sickUnit(request.unit, { ...SIMULATED, random: seededRandom(request.seed) }, request.mainsHz);
        return { id, type: "simulated", wav: writeWav(sick.channels, sick.rate, "pcm16"), faults: sick.faults };
      }
      case "hearing":
        return { id, type: "hearing", hearing: renderHearing(request.what, { ...SIMULATED, random: seededRandom(request.seed) }) };
      case "stimulus":
        return { id, type: "stimulus", wav: writeWav([stimulus(request.which)], USUAL_STIMULUS.rate, "pcm16") };
    }
  };
}

/** Cuts a channel out of a file. */
function excerptOf(bytes: SoundBytes, { format }: AnalysedSound): Excerpt {
  const width = format.bytesPerSample * format.channels;
  return (channel, from, seconds) => {
    const at = Math.max(0, Math.min(format.frames, Math.round(from * format.rate)));
    const count = Math.max(0, Math.min(format.frames - at, Math.round(seconds * format.rate)));
    const out = Array.from({ length: format.channels }, () => new Float32Array(count));
    if (count > 0) decodeFrames(bytes.read(format.dataAt + at * width, count * width), format, out);
    return out[Math.min(format.channels, channel) - 1]!;
  };
}

/** Where a channel is loudest and where it is quietest, in seconds. */
function momentsOf({ picture }: AnalysedSound, channel: number): { loud: number; quiet: number } {
  const { power } = picture.ticks[channel - 1]!;
  const step = TICK;
  let [loud, quiet, most, least] = [0, 0, -1, Infinity];
  for (let at = 0; at === 0 || at + STRETCH_TICKS <= power.length; at += STRETCH_TICKS >> 1) {
    let sum = 0;
    for (let i = at; i < Math.min(power.length, at + STRETCH_TICKS); i++) sum += power[i]!;
    if (sum > most) [loud, most] = [at * step, sum];
    if (sum < least) [quiet, least] = [at * step, sum];
  }
  return { loud, quiet };
}

/** The buffers of an answer, to be handed over instead of copied. */
export function soundBuffersOf(reply: SoundReply): ArrayBuffer[] {
  if (reply.type === "simulated" || reply.type === "stimulus") return [reply.wav.buffer];
  if (reply.type === "only" && reply.alone) return [reply.alone.samples.buffer as ArrayBuffer];
  if (reply.type === "hearing") return [reply.hearing.was.buffer, reply.hearing.becomes.buffer] as ArrayBuffer[];
  return [];
}
