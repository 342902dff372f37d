import {
  applyLine,
  asksForPower,
  heldLine,
  isClosed,
  lastLine,
  deriveJob,
  rippleQuestions,
  understand,
  withdraw,
  practiceIssue,
  practiceIssueOfUndo,
  switchesOn,
  type EnteredLine,
  type Interlock,
  type JobModel,
  type SaveContext,
} from "@mirvek/core/job";
import { chosenPart } from "../../schemas/chosenPart";
import type { ShopConstants } from "@mirvek/core/knowledge";
import type { Effect, Entry, ReadoutIssue } from "@mirvek/core/entry";
import type { Predicted, RippleQuestion } from "@mirvek/core/diagnosis";
import type { Result } from "@mirvek/core/units";
import type { RequestIssue } from "../../schemas/issues";
import type { ChoiceView, Prediction, JobData, JobView, Records, ShopView } from "../../schemas/jobView";
import { viewOf } from "../../schemas/viewOf";
import type { SavedLine, ReadoutPost } from "../../schemas/records";
import type { Answer } from "../shared/request";
import { waitingLines, type LineStorage } from "./waitingLines";

// The job as this browser knows it: what the server has confirmed, and on top of it the lines that wait. Lines are understood and
// judged here at Enter, by the core the server uses; the server confirms them one after the other, or refuses one, which then goes.

/** What stands at the entry line as the last thing said. */
type LineAnswer =
  /** `held`: the power it asked for is held; it is kept as an attempt */
  | { kind: "said"; key: string; entry: Entry; waiting: boolean; held: Interlock | null }
  | { kind: "refused"; line: string; issue: RequestIssue };

export interface JobSnapshot {
  view: JobView;
  /** lines not confirmed yet, oldest first */
  pending: readonly EnteredLine[];
  answer: LineAnswer | null;
  /** the records do not answer; waiting lines go in when they do */
  down: boolean;
  /** they answer, and have no room left */
  full: boolean;
}

export interface CursorSnapshot {
  /** the part under the cursor */
  cursor: string | null;
  inCircuit: boolean;
  meter: string | null;
}

interface JobStoreOptions {
  data: JobData;
  sendLine: (post: ReadoutPost) => Promise<Answer<SavedLine>>;
  loadData: () => Promise<Answer<JobData>>;
  /** asks the circuit what a ripple should have been; undefined where it did not get to an answer */
  predict: (question: RippleQuestion, constants: ShopConstants) => Promise<Predicted | null | undefined>;
  storage: LineStorage | null;
  now: () => number;
  newKey: () => string;
  /** runs work later; answers how to call it off */
  later: (work: () => void, ms: number) => () => void;
}

/** Answers after which the same line is asked for once more: nothing was said about it. */
const NOT_NOW: ReadonlySet<RequestIssue["code"]> = new Set(["databaseDown", "busy", "maybeKept", "diskFull", "unexpected"]);
const RETRY_MS = 2500;
const REFRESH_MS = 150;
/** parts that this browser has added and the server has not confirmed have ids of their own, below those of the database */
const temporaryId = (seq: number, at: number) => -(seq * 10 + at);

export function makeJobStore(options: JobStoreOptions) {
  const { sendLine, loadData, predict, storage, now, newKey, later } = options;
  const shelf = waitingLines(storage, options.data.records.job.number);
  const picture = deriveJob<ChoiceView>();
  let base: Records = options.data.records;
  let shop: ShopView = options.data.shop;
  let rails = options.data.rails;
  const predicted = new Map<string, Predicted | null>();
  const asking = new Set<string>();
  const learn = (said: readonly Prediction[]) => said.forEach((f) => predicted.set(f.question, f.predicted));
  learn(options.data.predicted);
  let pending: readonly EnteredLine[] = [];
  let answer: LineAnswer | null = null;
  let down = false;
  let full = false;
  let busy = false;
  let stopRetry: (() => void) | null = null;
  let stopRefresh: (() => void) | null = null;
  let cursor: CursorSnapshot = {
    cursor: null,
    inCircuit: true,
    meter: shop.meters.find((m) => m.shows === "esr")?.id ?? shop.meters[0]?.id ?? null,
  };
  let snapshot: JobSnapshot;
  const listeners = new Set<() => void>();

  /** why the power that a waiting line asks for is held, by the key of the line */
  const heldLines = new Map<string, Interlock>();

  const keeping = (records: Records, seq: number, held: Interlock | null, by: string): SaveContext => {
    let added = 0;
    return {
      seq,
      held,
      by,
      positionId: () => temporaryId(seq, added++),
      chosen: (id) => chosenPart(records.choices, id),
    };
  };

  /** Records with a line on top; unchanged where it is not understood as things stand. */
  const withLine = (
    records: Records,
    line: EnteredLine,
    seq: number,
    keptAt = line.at,
    held: Interlock | null = heldLines.get(line.key) ?? null,
    by = "",
  ): Records => {
    const entry = understand(records, shop, line);
    return entry.ok ? applyLine(records, shop, line, entry.value, { ...keeping(records, seq, held, by), keptAt }) : records;
  };
  const nextSeq = (records: Records) => (records.lines[0]?.seq ?? 0) + 1;
  /** what waits on top of the confirmed records, remembered: it is asked at every key */
  let top: { base: Records; pending: readonly EnteredLine[]; shop: ShopView; records: Records } | null = null;
  function current(): Records {
    const known = top?.base === base && top.shop === shop && top.pending.every((line, i) => line === pending[i]) ? top : null;
    if (known?.pending.length === pending.length) return known.records;
    const rest = pending.slice(known?.pending.length ?? 0);
    const records = rest.reduce((all, line) => withLine(all, line, nextSeq(all)), known?.records ?? base);
    top = { base, pending, shop, records };
    return records;
  }
  const pictured = (records: Records): JobModel<ChoiceView> => picture(records, shop);

  /** What circuits say of the ripples that were read; what is not known yet is asked for and comes in later. */
  function predictions(records: Records, now: JobModel<ChoiceView>): Prediction[] {
    return rippleQuestions(records.job, now, records.circuits).flatMap((q): Prediction[] => {
      const question = JSON.stringify(q);
      const known = predicted.get(question);
      if (known !== undefined) return [{ question, predicted: known }];
      if (!asking.has(question)) {
        asking.add(question);
        void predict(q, shop.constants).then((answered) => {
          asking.delete(question);
          if (answered === undefined) return;
          predicted.set(question, answered);
          changed();
        });
      }
      return [];
    });
  }

  function changed(): void {
    const records = current();
    const now = pictured(records);
    snapshot = { view: viewOf(records, shop, now, predictions(records, now), rails), pending, answer, down, full };
    for (const listener of listeners) listener();
  }
  function moved(next: Partial<CursorSnapshot>): void {
    cursor = { ...cursor, ...next };
    for (const listener of listeners) listener();
  }

  /** One line at a time, in the order typed: a later reading must not overtake an earlier one. */
  function pump(): void {
    const first = pending[0];
    if (!first || busy) return;
    busy = true;
    const { key, line, current, meter, inCircuit, refersTo, chosen = null, at } = first;
    void sendLine({ line, clientKey: key, current, meter, inCircuit, refersTo, chosen, at }).then((result) => {
      busy = false;
      if (!pending.some((p) => p.key === key)) {
        // dropped meanwhile: where the server has kept it all the same, it must be seen, so that it can be struck
        if (result.ok) refreshSoon();
        return pump();
      }
      if (result.ok) confirm(first, result.value);
      else if (NOT_NOW.has(result.issue.code)) {
        down = true;
        full = result.issue.code === "diskFull";
        changed();
        stopRetry?.();
        stopRetry = later(pump, RETRY_MS);
      } else refuse(first, result.issue);
    });
  }

  function settled(line: EnteredLine): void {
    pending = pending.filter((p) => p.key !== line.key);
    down = false;
    shelf.take(line.key);
  }

  function confirm(line: EnteredLine, kept: SavedLine): void {
    const before = base;
    const applied =
      kept.entry.kind === "undo" && line.refersTo !== null
        ? withdraw(base, line.refersTo, shop, kept.at)
        : withLine(base, { ...line, at: kept.at }, kept.seq ?? nextSeq(base), kept.keptAt, kept.held, kept.by);
    heldLines.delete(line.key);
    base = { ...applied, revision: Math.max(base.revision, kept.revision) };
    settled(line);
    if (answer?.kind === "said" && answer.key === line.key) answer = { ...answer, waiting: false, held: kept.held };
    // what was typed long ago and is held only now must be read, whatever stands at the line
    else if (kept.held) answer = { kind: "refused", line: line.line, issue: { code: "powerHeld", hold: kept.held } };
    changed();
    // somebody else wrote too, or what the line made has a number of the server's: look anew once it is quiet
    const needsServer =
      kept.entry.kind === "keeps" &&
      kept.entry.effects.some(
        (c) =>
          c.about === "position" ||
          c.about === "shelf" ||
          c.about === "fitted" ||
          (c.about === "observed" && c.observation.kind === "expected"),
      );
    if (kept.again || needsServer || kept.revision !== before.revision + 1) refreshSoon();
    pump();
  }

  function refuse(line: EnteredLine, issue: RequestIssue): void {
    settled(line);
    answer = { kind: "refused", line: line.line, issue };
    changed();
    pump();
  }

  function refreshSoon(): void {
    stopRefresh?.();
    stopRefresh = later(() => void refresh(), REFRESH_MS);
  }

  let refreshing = false;
  async function refresh(): Promise<void> {
    refreshing = true;
    const result = await loadData();
    refreshing = false;
    if (result.ok) take(result.value);
    else if (NOT_NOW.has(result.issue.code)) {
      stopRefresh?.();
      stopRefresh = later(() => void refresh(), RETRY_MS);
    }
  }

  /** Takes over what the server says unless something newer is shown already. */
  function take(data: JobData): void {
    if (data.records.revision < base.revision) return;
    learn(data.predicted);
    rails = data.rails;
    base = sharing(base, data.records);
    shop = JSON.stringify(shop) === JSON.stringify(data.shop) ? shop : data.shop;
    changed();
  }

  const enteredNow = (line: string, over: Partial<EnteredLine> = {}): EnteredLine => {
    const refersTo = /^(undo|scratch)$/i.test(line) || /\bsame\b/i.test(line) ? lastLine(current()) : null;
    const { cursor: at, meter, inCircuit } = cursor;
    return { key: newKey(), line, current: at, meter, inCircuit, refersTo, at: now(), ...over };
  };

  /** Understood as it would be at Enter. */
  const preview = (line: string): Result<Entry, ReadoutIssue> => understand(current(), shop, { ...enteredNow(line), key: "" });

  /** Why the power a line asks for may not be had, as things stand in this browser; null for any other line. */
  function heldNow(effects: readonly Effect[]): Interlock | null {
    if (!asksForPower(effects)) return null;
    const records = current();
    return heldLine(shop.constants, { records, model: pictured(records), powerUp: snapshot.view.after.powerUp }, effects);
  }

  /**
   * What is not kept at all: a stage out of its order, and what would mix a unit with a stand-in. A held power-on is kept as an attempt.
   */
  function refusalOf(line: EnteredLine, entry: Entry, held: Interlock | null): RequestIssue | null {
    if (entry.kind === "undo") {
      const issue = line.refersTo === null ? null : practiceIssueOfUndo(current(), line.refersTo);
      return issue && { code: "practice", issue };
    }
    if (entry.kind !== "keeps") return null;
    const mixed = practiceIssue(current(), entry.effects);
    if (mixed) return { code: "practice", issue: mixed };
    return held && (!switchesOn(entry.effects) || held.code === "noSupply") ? { code: "stepHeld", hold: held } : null;
  }

  /** Acts on a line at once: cursor and settings move, the verdict stands, the line waits to be kept. */
  function submit(text: string, over: Partial<EnteredLine> = {}): Result<Entry, ReadoutIssue> {
    const line = enteredNow(text.trim().replace(/\s+/g, " "), over);
    const entry = understand(current(), shop, line);
    if (!entry.ok) return entry;
    if (entry.value.kind === "setting") {
      const { inCircuit, meter, cursor: at } = entry.value;
      answer = { kind: "said", key: line.key, entry: entry.value, waiting: false, held: null };
      moved({ ...(inCircuit === null ? {} : { inCircuit }), ...(meter === null ? {} : { meter }), ...(at === null ? {} : { cursor: at }) });
      changed();
      return entry;
    }
    const held = entry.value.kind === "keeps" ? heldNow(entry.value.effects) : null;
    const refused = refusalOf(line, entry.value, held);
    if (refused) {
      answer = { kind: "refused", line: line.line, issue: refused };
      changed();
      return entry;
    }
    if (held) heldLines.set(line.key, held);
    pending = [...pending, line];
    shelf.put(line);
    answer = { kind: "said", key: line.key, entry: entry.value, waiting: true, held };
    changed();
    moveOn(entry.value);
    pump();
    return entry;
  }

  /** A named part takes the cursor, an unnamed one passes it to the next unmeasured. */
  function moveOn(entry: Entry): void {
    if (entry.kind !== "keeps") return;
    const about = entry.effects.find((c) => c.about === "reading" || c.about === "voltsAt" || c.about === "across" || c.about === "fitted");
    if (!about || !("designator" in about) || about.designator === null) return;
    if (!("implied" in about) || !about.implied || about.about !== "reading") return moved({ cursor: about.designator });
    const { positions } = snapshot.view;
    const at = positions.findIndex((p) => p.designator === about.designator);
    const next = [...positions.slice(at + 1), ...positions.slice(0, at)].find((p) => p.verdict.state === "unmeasured");
    moved({ cursor: next?.designator ?? about.designator });
  }

  function drop(key: string): void {
    pending = pending.filter((p) => p.key !== key);
    if (answer?.kind === "said" && answer.key === key) answer = null;
    down = down && pending.length > 0;
    shelf.take(key);
    changed();
  }

  /** Lines that waited when this browser was closed, or that wait in another tab: sent twice they are kept once. */
  function restore(): void {
    const here = new Set(pending.map((p) => p.key));
    pending = [...shelf.all().filter((line) => !here.has(line.key)), ...pending];
    if (pending.length > 0) changed();
    pump();
  }

  changed();
  return {
    subscribe(listener: () => void) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    getJob: () => snapshot,
    getCursor: () => cursor,
    setCursor: (designator: string | null) => moved({ cursor: designator }),
    setInCircuit: (inCircuit: boolean) => moved({ inCircuit }),
    setMeter: (meter: string | null) => moved({ meter }),
    preview,
    /** why the power a line would ask for is held */
    heldBy: (entry: Entry): Interlock | null => (entry.kind === "keeps" ? heldNow(entry.effects) : null),
    submit,
    /** takes back one line, whichever it is */
    strike: (key: string) => (isClosed(base.job.state) ? null : submit("undo", { refersTo: key })),
    drop,
    take,
    refresh,
    /** when every line that waits was kept or refused; false where the records cannot be reached */
    whenSent: (): Promise<boolean> =>
      new Promise((resolve) => {
        const look = () => {
          if (pending.length > 0 && !down) return;
          listeners.delete(look);
          resolve(pending.length === 0);
        };
        listeners.add(look);
        look();
      }),
    /** what the server says of the job's revision: anything newer than what is shown is fetched at once */
    follow(revision: number): void {
      if (revision > base.revision && !refreshing && !busy) void refresh();
    },
    refreshSoon,
    restore,
    clearAnswer() {
      answer = null;
      changed();
    },
    close() {
      stopRetry?.();
      stopRefresh?.();
    },
  };
}

export type JobStore = ReturnType<typeof makeJobStore>;

/** The new records with the old objects of whatever did not change, so that only changed rows are judged and drawn again. */
function sharing(before: Records, next: Records): Records {
  const same = <T>(a: T, b: T): T => (JSON.stringify(a) === JSON.stringify(b) ? a : b);
  const positions = new Map(before.positions.map((p) => [p.id, p]));
  const choices = new Map(before.choices.map((c) => [c.positionId, c]));
  const readings = Object.entries(next.readings).map(([id, list]) => [id, same(before.readings[Number(id)] ?? list, list)]);
  return {
    ...next,
    positions: next.positions.map((p) => same(positions.get(p.id) ?? p, p)),
    choices: next.choices.map((c) => same(choices.get(c.positionId) ?? c, c)),
    readings: Object.fromEntries(readings) as Records["readings"],
  };
}
