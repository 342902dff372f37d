import type { SickFault } from "@mirvek/core/simulate";
import type { Comparison, SoundFinding, SoundReport, SoundSummary, SoundView, Stimulus, Alone } from "@mirvek/core/sound";
import type { UnitKind } from "@mirvek/core/device";
import type { Played, RecordingMoment, RecordingView } from "../../schemas/recording";
import { issueText } from "../../wording/requestIssue";
import { sickFaultText, soundIssueText } from "../../wording/sound";
import type { Outcome, WorkerClient } from "../../workers/client";
import type { SoundReply, SoundRequest, Tape } from "../../workers/sound.protocol";
import type { Answer } from "../shared/request";

// The recordings of a screen: taken, listened to, kept. Outside React, so that it is tested without a browser.

export type Hearing =
  | { kind: "waiting" }
  | { kind: "listening"; share: number }
  | { kind: "heard"; report: SoundReport; view: SoundView; summary: SoundSummary }
  | { kind: "refused"; why: string };
export type SaveContext = { kind: "no" } | { kind: "sending"; share: number } | { kind: "kept" } | { kind: "notKept"; why: string };

export interface TapeState {
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

export interface TapeSnapshot {
  tapes: readonly TapeState[];
  current: string | null;
  /** why the last thing asked for was not done; null where it was */
  wrong: string | null;
}

/** What the records of a job offer; a screen without a job has none. */
export interface TapeShelf {
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

export type TapeStore = ReturnType<typeof makeTapeStore>;

interface Dependencies {
  client: Pick<WorkerClient<SoundRequest, SoundReply>, "ask" | "cancel" | "close">;
  shelf: TapeShelf | null;
  /** a file as WAV; null where this browser cannot read it as sound */
  asWav: (file: Blob) => Promise<Blob | null>;
  /** bytes a kept recording may have */
  most: number;
}

export const TOO_LARGE = "Too large to save: it is analysed here only, and its findings count as heard by ear.";
const NOT_SOUND = "This is no WAV file, and no other sound this browser can read.";
const BROKEN = "The analysis failed. Try again; if it fails again, the file is at fault.";

export function makeTapeStore({ client, shelf, asWav, most }: Dependencies) {
  let state: TapeSnapshot = { tapes: [], current: null, wrong: null };
  const files = new Map<string, Blob>();
  const listeners = new Set<() => void>();
  let made = 0;

  const set = (change: Partial<TapeSnapshot>) => {
    state = { ...state, ...change };
    for (const l of listeners) l();
  };
  const tapeOf = (key: string): TapeState | undefined => state.tapes.find((t) => t.key === key);
  const put = (key: string, change: Partial<TapeState>) =>
    set({ tapes: state.tapes.map((t) => (t.key === key ? { ...t, ...change } : t)) });

  /** Those of the records, with what is known here of each. */
  const takeKept = (kept: readonly RecordingView[]) => {
    const known = new Map(state.tapes.flatMap((t) => (t.kept ? [[t.kept.id, t] as const] : [])));
    const fromRecords = kept.map((r): TapeState => ({
      ...(known.get(r.id) ?? { key: `kept ${r.id}`, hearing: { kind: "waiting" }, sick: null }),
      name: r.name,
      moment: r.moment,
      played: r.played,
      keeping: { kind: "kept" },
      kept: r,
    }));
    const tapes = [...fromRecords, ...state.tapes.filter((t) => t.kept === null)];
    set({ tapes, current: tapes.some((t) => t.key === state.current) ? state.current : (tapes.at(-1)?.key ?? null) });
  };
  const answered = (answer: Answer<RecordingView[]>) => {
    if (answer.ok) {
      takeKept(answer.value);
      set({ wrong: null });
    } else set({ wrong: issueText(answer.issue) });
  };

  const tapeFor = async (key: string): Promise<Tape | null> => {
    let file = files.get(key) ?? null;
    const kept = tapeOf(key)?.kept;
    if (file === null && kept && shelf) file = await shelf.fetch(kept.id);
    if (file === null) return null;
    files.set(key, file);
    return { key, file };
  };

  const keep = async (key: string) => {
    const [tape, file] = [tapeOf(key), files.get(key)];
    if (!shelf || !tape || !file || tape.hearing.kind !== "heard" || tape.kept !== null) return;
    if (file.size > most) return put(key, { keeping: { kind: "notKept", why: TOO_LARGE } });
    put(key, { keeping: { kind: "sending", share: 0 } });
    const { name, moment, played } = tape;
    const before = new Set(state.tapes.flatMap((t) => t.kept?.id ?? []));
    const answer = await shelf.keep(file, { name, moment, played, shows: tape.hearing.summary }, (share) =>
      put(key, { keeping: { kind: "sending", share } }),
    );
    if (!answer.ok) return put(key, { keeping: { kind: "notKept", why: issueText(answer.issue) } });
    // the same file again is the one that was there
    const mine = answer.value.find((r) => !before.has(r.id));
    if (mine) put(key, { kept: mine, keeping: { kind: "kept" } });
    else set({ tapes: state.tapes.filter((t) => t.key !== key), current: state.current === key ? null : state.current });
    // said of it while it was on its way
    const said = tapeOf(key);
    takeKept(answer.value);
    if (mine && said && (said.moment !== moment || said.played !== played))
      answered(await shelf.mean(mine.id, { moment: said.moment, played: said.played }));
  };

  const listen = async (key: string) => {
    if (tapeOf(key)?.hearing.kind === "heard") return;
    put(key, { hearing: { kind: "listening", share: 0 } });
    const tape = await tapeFor(key);
    if (tape === null) return put(key, { hearing: { kind: "refused", why: "The recording could not be fetched. Try again." } });
    const outcome = await client.ask(
      { type: "analyse", tape },
      { onProgress: (share) => tapeOf(key)?.hearing.kind === "listening" && put(key, { hearing: { kind: "listening", share } }) },
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

  const add = async (file: Blob, name: string, more: Partial<Pick<TapeState, "moment" | "played" | "sick">> = {}) => {
    const key = `new ${++made}`;
    const tape: TapeState = {
      key,
      name: name.slice(0, 120) || "recording",
      moment: more.moment ?? (state.tapes.some((t) => t.moment === "before") ? "after" : "before"),
      played: more.played ?? "programme",
      hearing: { kind: "listening", share: 0 },
      keeping: { kind: "no" },
      kept: null,
      sick: more.sick ?? null,
    };
    set({ tapes: [...state.tapes, tape], current: key, wrong: null });
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
    async mean(key: string, change: Partial<Pick<TapeState, "moment" | "played">>): Promise<void> {
      const tape = tapeOf(key);
      if (!tape) return;
      put(key, change);
      if (tape.kept && shelf) answered(await shelf.mean(tape.kept.id, { moment: tape.moment, played: tape.played, ...change }));
    },
    async drop(key: string): Promise<void> {
      const tape = tapeOf(key);
      if (!tape) return;
      if (tape.kept && shelf) return answered(await shelf.strike(tape.kept.id));
      const tapes = state.tapes.filter((t) => t.key !== key);
      set({ tapes, current: state.current === key ? (tapes.at(-1)?.key ?? null) : state.current });
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
      const tape = await tapeFor(key);
      const got = tape && answerOf(await client.ask({ type: "only", tape, finding }), "only");
      return got?.alone ? { alone: got.alone, rate: got.rate } : null;
    },
    /** Against another, or its second side against its first; nothing where they cannot be compared. */
    async compare(key: string, against: string | null): Promise<readonly Comparison[]> {
      const [tape, other] = [await tapeFor(key), against === null ? null : await tapeFor(against)];
      if (!tape || (against !== null && !other)) return [];
      return answerOf(await client.ask({ type: "compare", tape, against: other }), "compared")?.channels ?? [];
    },
    async file(key: string): Promise<Blob | null> {
      return (await tapeFor(key))?.file ?? null;
    },
    close: () => client.close(),
  };
}
