import { describe, expect, test } from "vitest";
import type { SoundReport, SoundSummary, SoundView } from "@mirvek/core/sound";
import type { RecordingView } from "../../schemas/recording";
import type { Outcome } from "../../workers/client";
import type { SoundReply, SoundRequest } from "../../workers/sound.protocol";
import type { Answer } from "../shared/request";
import { TOO_LARGE, makeRecordingStore, type RecordingShelf, type RecordingState } from "./recordingStore";

const SUMMARY: SoundSummary = { seconds: 2, mainsHz: null, channels: [] };
const HEARD: SoundReply = { id: 0, type: "analysed", report: {} as SoundReport, view: {} as SoundView, summary: SUMMARY };

/** A worker that answers when told to, records in memory, and everything a browser does to files. */
function bench({ most = 1000, wav = true, shelf = true }: { most?: number; wav?: boolean; shelf?: boolean } = {}) {
  const asked: { request: Omit<SoundRequest, "id">; answer: (o: Outcome<SoundReply>) => void; progress: (share: number) => void }[] = [];
  const kept: RecordingView[] = [];
  let fails: Answer<RecordingView[]> | null = null;
  let onItsWay: Promise<void> = Promise.resolve();
  const list = (): Answer<RecordingView[]> => fails ?? { ok: true, value: [...kept] };
  const records: RecordingShelf = {
    list: async () => list(),
    async keep(file, meant, onProgress) {
      onProgress(0.5);
      await onItsWay;
      if (fails) return fails;
      const sha256 = `hash of ${file.size}`;
      const there = kept.find((k) => k.sha256 === sha256);
      if (!there) kept.push({ id: kept.length + 1, sha256, size: file.size, takenAt: 0, by: "x", ...meant, shows: null });
      return list();
    },
    fetch: async (id) => new Blob(["x".repeat(id)]),
    async mean(id, meant) {
      Object.assign(
        kept.find((k) => k.id === id)!,
        meant,
      );
      return list();
    },
    async strike(id) {
      kept.splice(
        kept.findIndex((k) => k.id === id),
        1,
      );
      return list();
    },
  };
  const store = makeRecordingStore({
    client: {
      ask: (request, options) =>
        new Promise((resolve) =>
          asked.push({ request, answer: resolve as (o: Outcome<SoundReply>) => void, progress: (s) => options?.onProgress?.(s, 1) }),
        ),
      cancel: () => asked.splice(0).forEach((a) => a.answer({ kind: "cancelled" })),
      close: () => {},
    },
    shelf: shelf ? records : null,
    asWav: async (file) => (wav ? file : null),
    most,
  });
  const settle = () => new Promise((resolve) => setTimeout(resolve));
  return {
    store,
    kept,
    asked,
    fail: (f: Answer<RecordingView[]> | null) => (fails = f),
    holdBack: (p: Promise<void>) => (onItsWay = p),
    settle,
    now: (): RecordingState => store.get().recordings.find((t) => t.key === store.get().current)!,
    async hear(reply: Outcome<SoundReply> = { kind: "answered", answer: HEARD as never }) {
      await settle();
      asked.shift()!.answer(reply);
      await settle();
    },
  };
}
const file = (size: number) => new Blob(["y".repeat(size)]);

describe("a recording that is taken", () => {
  test("is listened to, says how far, and is kept with what it shows", async () => {
    const b = bench();
    const added = b.store.add(file(5), "hum.wav");
    await b.settle();
    b.asked[0]!.progress(0.25);
    expect(b.now()).toMatchObject({ name: "hum.wav", moment: "before", hearing: { kind: "listening", share: 0.25 } });
    await b.hear();
    await added;
    expect(b.now()).toMatchObject({ hearing: { kind: "heard" }, keeping: { kind: "kept" }, kept: { sha256: "hash of 5" } });
    expect(b.kept).toHaveLength(1);
    expect(b.store.get().recordings, "it is the same one, not a second").toHaveLength(1);
  });
  test("the second is taken as the one after", async () => {
    const b = bench();
    void b.store.add(file(5), "one");
    await b.hear();
    void b.store.add(file(6), "two");
    await b.hear();
    expect(b.store.get().recordings.map((t) => t.moment)).toEqual(["before", "after"]);
  });
  test("counts as a programme until somebody says that nothing was played, also while it is on its way", async () => {
    const b = bench();
    void b.store.add(file(5), "one");
    await b.hear();
    expect(b.kept[0]).toMatchObject({ moment: "before", played: "programme" });
    let arrive = () => {};
    b.holdBack(new Promise<void>((resolve) => (arrive = resolve)));
    void b.store.add(file(6), "two");
    await b.hear();
    expect(b.now().keeping.kind).toBe("sending");
    await b.store.mean(b.now().key, { moment: "counterpart", played: "nothing" });
    arrive();
    await b.settle();
    expect(b.now()).toMatchObject({ keeping: { kind: "kept" }, moment: "counterpart", played: "nothing" });
    expect(b.kept[1]).toMatchObject({ moment: "counterpart", played: "nothing" });
  });
  test("the same file again is the one that is there", async () => {
    const b = bench();
    void b.store.add(file(5), "one");
    await b.hear();
    void b.store.add(file(5), "again");
    await b.hear();
    expect(b.store.get().recordings).toHaveLength(1);
    expect(b.store.get().current).not.toBeNull();
  });
  test("without a job it is heard and kept nowhere", async () => {
    const b = bench({ shelf: false });
    void b.store.add(file(5), "one");
    await b.hear();
    expect(b.now()).toMatchObject({ hearing: { kind: "heard" }, keeping: { kind: "no" }, kept: null });
  });
  test("what is too large is heard all the same", async () => {
    const b = bench({ most: 4 });
    void b.store.add(file(5), "one");
    await b.hear();
    expect(b.now()).toMatchObject({ hearing: { kind: "heard" }, keeping: { kind: "notKept", why: TOO_LARGE } });
  });
});

describe("what goes wrong", () => {
  test("no sound, an empty file, and a file its analysis refuses say why", async () => {
    const b = bench({ wav: false });
    await b.store.add(file(5), "film");
    expect(b.now().hearing).toMatchObject({ kind: "refused", why: expect.stringContaining("no WAV file") });
    await b.store.add(file(0), "nothing");
    expect(b.now().hearing).toMatchObject({ kind: "refused", why: "The file is empty." });
    const c = bench();
    void c.store.add(file(5), "short");
    await c.hear({ kind: "answered", answer: { id: 1, type: "refused", issue: { code: "tooShort", seconds: 0.1 } } as never });
    expect(c.now().hearing).toMatchObject({ kind: "refused", why: expect.stringContaining("0.10 s") });
    expect(c.kept).toEqual([]);
  });
  test("stopped, it waits, and can be listened to again", async () => {
    const b = bench();
    void b.store.add(file(5), "long");
    await b.settle();
    b.store.cancel();
    await b.settle();
    expect(b.now().hearing.kind).toBe("waiting");
    void b.store.show(b.now().key);
    await b.hear();
    expect(b.now()).toMatchObject({ hearing: { kind: "heard" }, keeping: { kind: "kept" } });
  });
  test("records that are away keep it here, to be kept later", async () => {
    const b = bench();
    b.fail({ ok: false, issue: { code: "databaseDown" } });
    void b.store.add(file(5), "one");
    await b.hear();
    expect(b.now().keeping).toMatchObject({ kind: "notKept", why: expect.stringContaining("does not answer") });
    b.fail(null);
    await b.store.keepAgain(b.now().key);
    expect(b.now().keeping.kind).toBe("kept");
  });
  test("a worker that broke says so", async () => {
    const b = bench();
    void b.store.add(file(5), "one");
    await b.hear({ kind: "failed", message: "out of memory" });
    expect(b.now().hearing).toMatchObject({ kind: "refused", why: expect.stringContaining("failed") });
  });
});

describe("recordings of the records", () => {
  test("are shown when the screen opens, the latest is listened to, its file fetched", async () => {
    const b = bench();
    const meant = { name: "old", moment: "before", played: "nothing", shows: null, takenAt: 0, by: "x", size: 3 } as const;
    b.kept.push({ id: 7, sha256: "a", ...meant }, { id: 8, sha256: "b", ...meant, name: "new" });
    void b.store.open();
    await b.settle();
    const { request } = b.asked[0]!;
    expect("recording" in request && (request.recording as { file: Blob }).file.size, "as many letters as its id").toBe(8);
    await b.hear();
    expect(b.now()).toMatchObject({ name: "new", hearing: { kind: "heard" }, keeping: { kind: "kept" } });
  });
  test("can be said to be another, and struck", async () => {
    const b = bench();
    void b.store.add(file(5), "one");
    await b.hear();
    await b.store.mean(b.now().key, { moment: "counterpart", played: "sweep" });
    expect(b.kept[0]).toMatchObject({ moment: "counterpart", played: "sweep" });
    expect(b.now().hearing.kind, "what was heard stays known").toBe("heard");
    await b.store.drop(b.now().key);
    expect([b.kept, b.store.get().recordings, b.store.get().current]).toEqual([[], [], null]);
  });
});

test("a simulated unit is a recording like any other, named as simulated with what was put in", async () => {
  const b = bench();
  void b.store.simulate("mixer", 50, 1);
  await b.hear({
    kind: "answered",
    answer: { id: 1, type: "simulated", wav: new Uint8Array(9), faults: [{ code: "dropouts", count: 3, side: "right" }] } as never,
  });
  await b.hear();
  expect(b.now()).toMatchObject({ name: "simulated: 3 gaps, right", sick: [{ code: "dropouts" }], keeping: { kind: "kept" } });
});
