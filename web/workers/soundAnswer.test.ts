import { describe, expect, test } from "vitest";
import type { SoundBytes, SoundFinding } from "@mirvek/core/sound";
import type { SoundReply, SoundRequest, AudioFile } from "./sound.protocol";
import { makeSoundAnswerer, soundBuffersOf } from "./soundAnswer";

/** Files by a name of their own; every read is counted. */
function bench() {
  const files = new Map<Blob, Uint8Array>();
  const told: SoundReply[] = [];
  let reads = 0;
  const bytesOf = (file: Blob): SoundBytes => {
    const bytes = files.get(file)!;
    return {
      size: bytes.length,
      read: (from, length) => {
        reads++;
        return bytes.subarray(from, from + length);
      },
    };
  };
  const ask = makeSoundAnswerer({ bytesOf, tell: (p) => told.push(p) });
  const recording = (key: string, bytes: Uint8Array): AudioFile => {
    const file = new Blob([]);
    files.set(file, bytes);
    return { key, file };
  };
  return { ask, recording, told, reads: () => reads };
}
type Of<T extends SoundReply["type"]> = Extract<SoundReply, { type: T }>;
function answer<T extends SoundReply["type"]>(reply: SoundReply, type: T): Of<T> {
  if (reply.type !== type) throw new Error(JSON.stringify(reply));
  return reply as Of<T>;
}
const simulated = (ask: (r: SoundRequest) => SoundReply, unit: "receiver" | "mixer") =>
  answer(ask({ id: 1, type: "simulate", unit, mainsHz: 50, seed: 4 }), "simulated");

describe("a recording is asked about", () => {
  test("it is listened to once, tells how far it is, and answers with what a screen draws", () => {
    const { ask, recording, told, reads } = bench();
    const receiver = recording("a", simulated(ask, "receiver").wav);
    const first = answer(ask({ id: 2, type: "analyse", recording: receiver }), "analysed");
    expect(first.report.findings.map((f) => f.label)).toEqual(["hum"]);
    expect(first.view.channels).toHaveLength(2);
    expect(first.summary.channels[0]!.hum).toMatchObject({ there: true });
    const shares = told.flatMap((t) => (t.type === "progress" ? [t.done] : []));
    expect(shares.at(-1)).toBe(1);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
    const before = reads();
    expect(ask({ id: 3, type: "analyse", recording: receiver })).toEqual({ ...first, id: 3 });
    expect(reads(), "what is known is not read again").toBe(before);
  });
  test("what is no recording is refused with its reason", () => {
    const { ask, recording } = bench();
    expect(ask({ id: 5, type: "analyse", recording: recording("x", new TextEncoder().encode("no sound at all")) })).toEqual({
      id: 5,
      type: "refused",
      issue: { code: "notWav" },
    });
    const good = recording("y", simulated(ask, "receiver").wav);
    expect(answer(ask({ id: 6, type: "compare", recording: good, against: recording("z", new Uint8Array()) }), "refused").issue.code).toBe(
      "empty",
    );
  });
  test("its sides are held against each other, and it against another", () => {
    const { ask, recording } = bench();
    const [a, b] = [recording("a", simulated(ask, "mixer").wav), recording("b", simulated(ask, "mixer").wav)];
    expect(answer(ask({ id: 7, type: "compare", recording: a, against: null }), "compared").channels).toHaveLength(1);
    const both = answer(ask({ id: 8, type: "compare", recording: a, against: b }), "compared").channels;
    expect(both.map((c) => Math.round(10 * c.aligned) + 0)).toEqual([0, 0]);
  });
  test("a finding comes alone: cut out of the file where it happened", () => {
    const { ask, recording } = bench();
    const mixer = recording("m", simulated(ask, "mixer").wav);
    const gaps = answer(ask({ id: 9, type: "analyse", recording: mixer }), "analysed").report.findings.find((f) => f.label === "dropouts")!;
    const alone = answer(ask({ id: 10, type: "only", recording: mixer, finding: gaps }), "only");
    expect(alone).toMatchObject({ rate: 32_000, alone: { how: "cut" } });
    expect(alone.alone!.samples.length / 32_000).toBeGreaterThan(2);
    const late: SoundFinding = { ...gaps, events: [{ start: 1e6, end: 1e6 + 1 }] } as SoundFinding;
    expect(answer(ask({ id: 11, type: "only", recording: mixer, finding: late }), "only").alone!.samples).toHaveLength(0);
  });
  test("no more than a few recordings are remembered", () => {
    const { ask, recording, reads } = bench();
    const { wav } = simulated(ask, "receiver");
    const recordings = Array.from({ length: 8 }, (_, i) => recording(`t${i}`, wav));
    for (const t of recordings) ask({ id: 1, type: "analyse", recording: t });
    const before = reads();
    ask({ id: 1, type: "analyse", recording: recordings[7]! });
    expect(reads()).toBe(before);
    ask({ id: 1, type: "analyse", recording: recordings[0]! });
    expect(reads()).toBeGreaterThan(before);
  });
});

test("a test signal is a WAV; what is made is handed over, not copied", () => {
  const { ask } = bench();
  const signal = answer(ask({ id: 1, type: "stimulus", which: "sweep" }), "stimulus");
  expect(new TextDecoder().decode(signal.wav.subarray(0, 4))).toBe("RIFF");
  expect(soundBuffersOf(signal)).toEqual([signal.wav.buffer]);
  expect(soundBuffersOf({ id: 1, type: "refused", issue: { code: "empty" } })).toEqual([]);
});
