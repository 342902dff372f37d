import type { SickFault } from "@mirvek/core/simulate";
import type { Comparison, SoundFinding, SoundReport, SoundSummary, SoundView, Stimulus, Alone } from "@mirvek/core/sound";
import type { UnitKind } from "@mirvek/core/device";
import type { Played, RecordingMoment, RecordingView } from "../../schemas/recording";
import { issueText } from "../../wording/requestIssue";
import { sickFaultText, soundIssueText } from "../../wording/sound";
import type { Outcome, WorkerClient } from "../../workers/client";
import type { SoundReply, SoundRequest, AudioFile } from "../../workers/sound.protocol";
import type { Answer } from "../shared/request";

// The recordings of a screen: taken, listened to, kept. Outside React, so that it is tested without a browser.

export type Hearing =
  | { kind: "waiting" }
  | { kind: "listening"; share: number }
  | { kind: "heard"; report: SoundReport; view: SoundView; summary: SoundSummary }
  | { kind: "refused"; why: string };
export type SaveContext = { kind: "no" } | { kind: "sending"; share: number } | { kind: "kept" } | { kind: "notKept"; why: string };

export interface RecordingState {
  key: string;
  name: string;
  moment: RecordingMoment;
  played: Played;
  hearing: Hearing;
  keeping: SaveContext;
  /** the recording in the job, where it is kept */
  kept: RecordingView | null;
  /** what was put into it, where it is a simulated unit's */
  sick: readonly SickFault[] | null;
}

interface RecordingSnapshot {
  recordings: readonly RecordingState[];
  current: string | null;
  /** why the last thing asked for was not done; null where it was */
  wrong: string | null;
}

/** What the records of a job offer; a screen without a job has none. */
export interface RecordingShelf {
  list(): Promise<Answer<RecordingView[]>>;
  keep(
    file: Blob,
    meant: { name: string; moment: RecordingMoment; played: Played; shows: SoundSummary },
    onProgress: (share: number) => void,
  ): Promise<Answer<RecordingView[]>>;
  fetch(id: number): Promise<Blob | null>;
  mean(id: number, meant: { moment: RecordingMoment; played: Played }): Promise<Answer<RecordingView[]>>;
  strike(id: number): Promise<Answer<RecordingView[]>>;
}

export type RecordingStore = ReturnType<typeof makeRecordingStore>;

interface Dependencies {
  client: Pick<WorkerClient<SoundRequest, SoundReply>, "ask" | "cancel" | "close">;
  shelf: RecordingShelf | null;
  /** a file as WAV; null where this browser cannot read it as sound */
  asWav: (file: Blob) => Promise<Blob | null>;
  /** bytes a kept recording may have */
  most: number;
}

export const TOO_LARGE = "Too large to save: it is analysed here only, and its findings count as heard by ear.";
const NOT_SOUND = "This is no WAV file, and no other sound this browser can read.";
const BROKEN = "The analysis failed. Try again; if it fails again, the file is at fault.";

export function makeRecordingStore({ client, shelf, asWav, most }: Dependencies) {
  let state: RecordingSnapshot = { recordings: [], current: null, wrong: null };
  const files = new Map<string, Blob>();
  const listeners = new Set<() => void>();
  let made = 0;

  const set = (change: Partial<RecordingSnapshot>) => {
    state = { ...state, ...change };
    for (const l of listeners) l();
  };
  const recordingOf = (key: string): RecordingState | undefined => state.recordings.find((t) => t.key === key);
  const put = (key: string, change: Partial<RecordingState>) =>
    set({ recordings: state.recordings.map((t) => (t.key === key ? { ...t, ...change } : t)) });

  /** Those of the records, with what is known here of each. */
  const takeKept = (kept: readonly RecordingView[]) => {
    const known = new Map(state.recordings.flatMap((t) => (t.kept ? [[t.kept.id, t] as const] : [])));
    const fromRecords = kept.map((r): RecordingState => ({
      ...(known.get(r.id) ?? { key: `kept ${r.id}`, hearing: { kind: "waiting" }, sick: null }),
      name: r.name,
      moment: r.moment,
      played: r.played,
      keeping: { kind: "kept" },
      kept: r,
    }));
    const recordings = [...fromRecords, ...state.recordings.filter((t) => t.kept === null)];
    set({ recordings, current: recordings.some((t) => t.key === state.current) ? state.current : (recordings.at(-1)?.key ?? null) });
  };
  const answered = (answer: Answer<RecordingView[]>) => {
    if (answer.ok) {
      takeKept(answer.value);
      set({ wrong: null });
    } else set({ wrong: issueText(answer.issue) });
  };

  const recordingFor = async (key: string): Promise<AudioFile | null> => {
    let file = files.get(key) ?? null;
    const kept = recordingOf(key)?.kept;
    if (file === null && kept && shelf) file = await shelf.fetch(kept.id);
    if (file === null) return null;
    files.set(key, file);
    return { key, file };
  };

  const keep = async (key: string) => {
    const [recording, file] = [recordingOf(key), files.get(key)];
    if (!shelf || !recording || !file || recording.hearing.kind !== "heard" || recording.kept !== null) return;
    if (file.size > most) return put(key, { keeping: { kind: "notKept", why: TOO_LARGE } });
    put(key, { keeping: { kind: "sending", share: 0 } });
    const { name, moment, played } = recording;
    const before = new Set(state.recordings.flatMap((t) => t.kept?.id ?? []));
    const answer = await shelf.keep(file, { name, moment, played, shows: recording.hearing.summary }, (share) =>
      put(key, { keeping: { kind: "sending", share } }),
    );
    if (!answer.ok) return put(key, { keeping: { kind: "notKept", why: issueText(answer.issue) } });
    // the same file again is the one that was there
    const mine = answer.value.find((r) => !before.has(r.id));
    if (mine) put(key, { kept: mine, keeping: { kind: "kept" } });
    else set({ recordings: state.recordings.filter((t) => t.key !== key), current: state.current === key ? null : state.current });
    // said of it while it was on its way
    const said = recordingOf(key);
    takeKept(answer.value);
    if (mine && said && (said.moment !== moment || said.played !== played))
      answered(await shelf.mean(mine.id, { moment: said.moment, played: said.played }));
  };

  const listen = async (key: string) => {
    if (recordingOf(key)?.hearing.kind === "heard") return;
    put(key, { hearing: { kind: "listening", share: 0 } });
    const recording = await recordingFor(key);
    if (recording === null) return put(key, { hearing: { kind: "refused", why: "The recording could not be fetched. Try again." } });
    const outcome = await client.ask(
      { type: "analyse", recording },
      { onProgress: (share) => recordingOf(key)?.hearing.kind === "listening" && put(key, { hearing: { kind: "listening", share } }) },
    );
    if (outcome.kind === "cancelled") return put(key, { hearing: { kind: "waiting" } });
    if (outcome.kind === "failed") return put(key, { hearing: { kind: "refused", why: BROKEN } });
    const { answer } = outcome;
    if (answer.type === "refused") return put(key, { hearing: { kind: "refused", why: soundIssueText(answer.issue) } });
    if (answer.type !== "analysed") return;
    const { report, view, summary } = answer;
    put(key, { hearing: { kind: "heard", report, view, summary } });
    await keep(key);
  };

  const add = async (file: Blob, name: string, more: Partial<Pick<RecordingState, "moment" | "played" | "sick">> = {}) => {
    const key = `new ${++made}`;
    const recording: RecordingState = {
      key,
      name: name.slice(0, 120) || "recording",
      moment: more.moment ?? (state.recordings.some((t) => t.moment === "before") ? "after" : "before"),
      played: more.played ?? "programme",
      hearing: { kind: "listening", share: 0 },
      keeping: { kind: "no" },
      kept: null,
      sick: more.sick ?? null,
    };
    set({ recordings: [...state.recordings, recording], current: key, wrong: null });
    const wav = await asWav(file);
    if (wav === null) return put(key, { hearing: { kind: "refused", why: file.size === 0 ? "The file is empty." : NOT_SOUND } });
    files.set(key, wav);
    await listen(key);
  };

  const answerOf = <T extends SoundReply["type"]>(outcome: Outcome<SoundReply>, type: T): Extract<SoundReply, { type: T }> | null =>
    outcome.kind === "answered" && outcome.answer.type === type ? (outcome.answer as Extract<SoundReply, { type: T }>) : null;

  return {
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    get: () => state,
    /** Shows what the records have, and listens to the latest. */
    async open(): Promise<void> {
      if (!shelf) return;
      answered(await shelf.list());
      if (state.current !== null) await listen(state.current);
    },
    add,
    async show(key: string): Promise<void> {
      set({ current: key });
      await listen(key);
    },
    /** Stops whatever is listened to; what was being listened to waits. */
    cancel: () => client.cancel(),
    /** Says when it was made and what was played. */
    async mean(key: string, change: Partial<Pick<RecordingState, "moment" | "played">>): Promise<void> {
      const recording = recordingOf(key);
      if (!recording) return;
      put(key, change);
      if (recording.kept && shelf)
        answered(await shelf.mean(recording.kept.id, { moment: recording.moment, played: recording.played, ...change }));
    },
    async drop(key: string): Promise<void> {
      const recording = recordingOf(key);
      if (!recording) return;
      if (recording.kept && shelf) return answered(await shelf.strike(recording.kept.id));
      const recordings = state.recordings.filter((t) => t.key !== key);
      set({ recordings, current: state.current === key ? (recordings.at(-1)?.key ?? null) : state.current });
    },
    keepAgain: keep,
    /** The recording of a simulated unit, as sick as its kind often is. */
    async simulate(unit: UnitKind, mainsHz: number, seed: number): Promise<void> {
      const made = answerOf(await client.ask({ type: "simulate", unit, mainsHz, seed }), "simulated");
      if (!made) return set({ wrong: BROKEN });
      await add(new Blob([made.wav], { type: "audio/wav" }), `simulated: ${made.faults.map(sickFaultText).join("; ")}`, {
        sick: made.faults,
      });
    },
    async stimulus(which: Stimulus): Promise<Blob | null> {
      const made = answerOf(await client.ask({ type: "stimulus", which }), "stimulus");
      return made && new Blob([made.wav], { type: "audio/wav" });
    },
    /** One finding to be heard by itself; null where no ear hears it. */
    async only(key: string, finding: SoundFinding): Promise<{ alone: Alone; rate: number } | null> {
      const recording = await recordingFor(key);
      const got = recording && answerOf(await client.ask({ type: "only", recording, finding }), "only");
      return got?.alone ? { alone: got.alone, rate: got.rate } : null;
    },
    /** Against another, or its second side against its first; nothing where they cannot be compared. */
    async compare(key: string, against: string | null): Promise<readonly Comparison[]> {
      const [recording, other] = [await recordingFor(key), against === null ? null : await recordingFor(against)];
      if (!recording || (against !== null && !other)) return [];
      return answerOf(await client.ask({ type: "compare", recording, against: other }), "compared")?.channels ?? [];
    },
    async file(key: string): Promise<Blob | null> {
      return (await recordingFor(key))?.file ?? null;
    },
    close: () => client.close(),
  };
}
