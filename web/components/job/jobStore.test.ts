import { IN_PROPORTION } from "@mirvek/core/powerUp";
import { offerKey } from "@mirvek/core/job";
import { SHOP, positionRecord, records } from "@mirvek/core/testing/jobs";
import { part } from "@mirvek/core/testing/parts";
import { beforeEach, describe, expect, test } from "vitest";
import type { Predicted, RippleQuestion } from "@mirvek/core/diagnosis";
import type { RequestIssue } from "../../schemas/issues";
import type { JobData } from "../../schemas/jobView";
import type { SavedLine, ReadoutPost } from "../../schemas/records";
import type { Answer } from "../shared/request";
import { makeJobStore, type JobStore } from "./jobStore";
import { waitingLines, type LineStorage } from "./waitingLines";

const data = (): JobData => {
  const { job, ...rest } = records({
    revision: 5,
    positions: ["C1", "C2", "C3", "C4"].map((d, i) => positionRecord(i + 1, d, part(100, 16))),
  });
  return {
    now: 0,
    predicted: [],
    rails: IN_PROPORTION,
    records: {
      ...rest,
      job: { ...job, id: 1, number: 406, title: "Unit", scopeApproach: "provenBad" } as JobData["records"]["job"],
      choices: [],
      circuits: [],
    },
    shop: {
      ...SHOP,
      name: "Bench",
      currency: "€",
      timeZone: "Europe/Vienna",
      drawer: [],
      meters: SHOP.meters.map((m) => ({ ...m, name: m.id })),
    },
  };
};

const FORETOLD: Predicted = {
  designator: "C1",
  form: "rms",
  whole: 0.2,
  dried: [{ share: 0.1, volts: 1.6 }],
  diodeOpen: 0.4,
};

const storageOf = (kept: Map<string, string>): LineStorage => ({
  getItem: (k) => kept.get(k) ?? null,
  setItem: (k, v) => void kept.set(k, v),
  removeItem: (k) => void kept.delete(k),
  key: (i) => [...kept.keys()][i] ?? null,
  get length() {
    return kept.size;
  },
});
const waitingIn = (kept: Map<string, string>) =>
  waitingLines(storageOf(kept), 406)
    .all()
    .map((l) => l.line);

/** A server that answers when it is told to. */
function stage(kept = new Map<string, string>(), tab = "key", unit = data) {
  const sent: { post: ReadoutPost; answer: (a: Answer<SavedLine>) => void }[] = [];
  const timers: (() => void)[] = [];
  let keys = 0;
  let server = unit();
  const asked: RippleQuestion[] = [];
  const store = makeJobStore({
    data: unit(),
    predict: async (question) => {
      asked.push(question);
      return FORETOLD;
    },
    sendLine: (post) => new Promise((answer) => void sent.push({ post, answer })),
    loadData: async () => ({ ok: true, value: server }),
    storage: storageOf(kept),
    now: () => 1000 * ++keys,
    newKey: () => `${tab}-${++keys}`,
    later: (work) => {
      timers.push(work);
      return () => void timers.splice(timers.indexOf(work), 1);
    },
  });
  const settled = () => new Promise((resolve) => setTimeout(resolve, 0));
  return {
    store,
    asked,
    sent,
    kept,
    timers,
    settled,
    setServer: (d: JobData) => (server = d),
    async keep(over: Partial<SavedLine> = {}) {
      const { post, answer } = sent.shift()!;
      const entry = { kind: "keeps" as const, effects: [] };
      answer({
        ok: true,
        value: {
          entry: post.line === "undo" ? { kind: "undo" } : entry,
          seq: 1,
          at: 1,
          keptAt: 1,
          revision: 6,
          held: null,
          again: false,
          by: "Bench",
          ...over,
        },
      });
      await settled();
      return post;
    },
    async refuse(issue: RequestIssue) {
      sent.shift()!.answer({ ok: false, issue });
      await settled();
    },
  };
}

const refuse = () => {
  throw new DOMException("no", "QuotaExceededError");
};
const at = (store: JobStore, d: string) => store.getJob().view.positions.find((p) => p.designator === d)!;
let s: ReturnType<typeof stage>;
beforeEach(() => {
  s = stage();
});

describe("the browser acts at Enter", () => {
  test("the verdict stands at once and is marked as waiting until the server has kept it", async () => {
    s.store.submit("C1 esr 4.6");
    expect(at(s.store, "C1").verdict.state).toBe("failed");
    expect(s.store.getJob()).toMatchObject({ answer: { kind: "said", waiting: true }, pending: [{ line: "C1 esr 4.6" }] });
    await s.keep();
    expect(s.store.getJob()).toMatchObject({ answer: { kind: "said", waiting: false }, pending: [] });
    expect(at(s.store, "C1").verdict.state).toBe("failed");
  });

  test("who kept a line is known as soon as it is kept", async () => {
    const step = () => s.store.getJob().view.after.refit.fit.find((x) => x.step === "orientation");
    s.store.submit("seen to polarity");
    expect(step()?.by || null).toBeNull();
    await s.keep();
    expect(step()).toMatchObject({ done: true, by: "Bench" });
  });

  test("four numbers typed before the server answers once land on four parts", async () => {
    s.store.setCursor("C1");
    for (const value of ["0.1", "0.2", "0.3", "0.4"]) s.store.submit(value);
    expect(["C1", "C2", "C3", "C4"].map((d) => at(s.store, d).readings.map((r) => (r.measurement as { ohms: number }).ohms))).toEqual([
      [0.1],
      [0.2],
      [0.3],
      [0.4],
    ]);
    expect(s.sent, "one at a time, in order").toHaveLength(1);
    const posts = [
      await s.keep({ revision: 6 }),
      await s.keep({ revision: 7 }),
      await s.keep({ revision: 8 }),
      await s.keep({ revision: 9 }),
    ];
    expect(posts.map((p) => [p.current, p.line])).toEqual([
      ["C1", "0.1"],
      ["C2", "0.2"],
      ["C3", "0.3"],
      ["C4", "0.4"],
    ]);
  });

  test("a queued line keeps the setting under which it was typed", async () => {
    s.store.submit("C1 0.4");
    s.store.submit("out pocket");
    s.store.submit("C1 20k settled");
    expect(s.store.getCursor()).toMatchObject({ inCircuit: false, meter: "pocket" });
    expect(await s.keep()).toMatchObject({ inCircuit: true, meter: "blue" });
    expect(await s.keep()).toMatchObject({ inCircuit: false, meter: "pocket" });
  });

  test("of a line that asks, only a reading that was offered is taken, and it goes out with the line", async () => {
    const line = "C1 esr 4.6 qwxyz";
    const asked = s.store.submit(line);
    if (asked.ok || asked.issue.code !== "partlyUnderstood") throw new Error(JSON.stringify(asked));
    const chosen = offerKey(asked.issue.offers![0]!);
    expect(s.store.submit(line, { chosen: chosen.replace("4.6", "0.1") }).ok, "what was not offered").toBe(false);
    expect(s.store.submit(line, { chosen }).ok).toBe(true);
    expect(at(s.store, "C1").verdict.state).toBe("failed");
    expect(await s.keep()).toMatchObject({ line, chosen });
  });

  test("an undo typed at once takes back the line before it, by its key, wherever that line is", async () => {
    s.store.submit("C1 esr 4.6");
    s.store.submit("C2 esr 9");
    const key = s.store.getJob().pending[1]!.key;
    s.store.submit("undo");
    expect(at(s.store, "C2").verdict.state).toBe("unmeasured");
    expect(at(s.store, "C1").verdict.state).toBe("failed");
    await s.keep({ revision: 6 });
    await s.keep({ revision: 7, seq: 2 });
    expect(await s.keep({ revision: 8, seq: null })).toMatchObject({ line: "undo", refersTo: key });
    expect(at(s.store, "C2").verdict.state).toBe("unmeasured");
  });

  test("an earlier line can be struck; the others stay", async () => {
    s.store.submit("C1 esr 4.6");
    s.store.submit("C2 esr 9");
    const first = s.store.getJob().view.lines.at(-1)!;
    s.store.strike(first.key);
    expect([at(s.store, "C1"), at(s.store, "C2")].map((p) => p.verdict.state)).toEqual(["unmeasured", "failed"]);
  });
});

describe("a server that is away, slow or says no", () => {
  test("with the server away the bench goes on, and the lines go in when it is back", async () => {
    s.store.submit("C1 esr 4.6");
    await s.refuse({ code: "databaseDown" });
    s.store.submit("C2 esr 0.3");
    expect(s.store.getJob()).toMatchObject({ down: true, pending: [{ line: "C1 esr 4.6" }, { line: "C2 esr 0.3" }] });
    expect(at(s.store, "C2").verdict.state).toBe("undecided");
    s.timers.splice(0).forEach((work) => work());
    expect(await s.keep()).toMatchObject({ line: "C1 esr 4.6" });
    expect(s.store.getJob().down).toBe(false);
  });

  test("a refused line is never tried again: it goes, is said, and the next one is sent", async () => {
    s.store.submit("C1 esr 4.6");
    s.store.submit("C2 esr 0.3");
    await s.refuse({ code: "notKept" });
    expect(s.store.getJob()).toMatchObject({ answer: { kind: "refused", line: "C1 esr 4.6", issue: { code: "notKept" } } });
    expect(at(s.store, "C1").verdict.state, "what was shown for it is gone").toBe("unmeasured");
    expect(await s.keep()).toMatchObject({ line: "C2 esr 0.3" });
    expect(s.sent).toEqual([]);
  });

  test("a waiting line can be dropped, and its answer is not waited for", async () => {
    s.store.submit("C1 esr 4.6");
    s.store.drop(s.store.getJob().pending[0]!.key);
    expect(at(s.store, "C1").verdict.state).toBe("unmeasured");
    s.store.submit("C2 esr 0.3");
    await s.keep();
    expect((await s.keep()).line).toBe("C2 esr 0.3");
  });

  test("a line dropped too late, when the server had it already, comes back to be struck", async () => {
    s.store.submit("C1 esr 4.6");
    s.store.drop(s.store.getJob().pending[0]!.key);
    const kept = data();
    const line = { key: "k", seq: 1, typed: "C1 esr 4.6", enteredAt: 1, enteredBy: "", withdrawn: false };
    s.setServer({ ...kept, records: { ...kept.records, revision: 6, lines: [line] } });
    await s.keep();
    s.timers.splice(0).forEach((work) => work());
    await s.settled();
    expect(s.store.getJob().view.lines).toMatchObject([{ typed: "C1 esr 4.6" }]);
  });

  test("two tabs of one job keep their waiting lines side by side", () => {
    s.store.submit("C1 esr 4.6");
    const other = stage(s.kept, "other");
    other.store.submit("C2 esr 0.3");
    expect([...waitingIn(s.kept)].sort()).toEqual(["C1 esr 4.6", "C2 esr 0.3"]);
    other.store.drop(other.store.getJob().pending[0]!.key);
    expect(waitingIn(s.kept), "a tab takes away only its own").toEqual(["C1 esr 4.6"]);
  });

  test("a line dropped out of the middle takes its own effect with it and no other", () => {
    for (const line of ["C1 esr 4.6", "C2 esr 5", "C2 esr 9", "C3 esr 6"]) s.store.submit(line);
    s.store.drop(s.store.getJob().pending[1]!.key);
    const read = (d: string) => at(s.store, d).readings.map((r) => (r.measurement as { ohms: number }).ohms);
    expect([read("C1"), read("C2"), read("C3")]).toEqual([[4.6], [9], [6]]);
    expect(s.store.getJob().view.lines.map((l) => l.typed)).toEqual(["C3 esr 6", "C2 esr 9", "C1 esr 4.6"]);
  });

  test("lines that waited survive a reload; damaged storage is set aside", async () => {
    s.store.submit("C1 esr 4.6");
    s.store.submit("C2 esr 0.3");
    const after = stage(s.kept);
    after.store.restore();
    expect(at(after.store, "C1").verdict.state).toBe("failed");
    expect(after.sent[0]!.post).toMatchObject({ line: "C1 esr 4.6" });
    expect(after.store.getJob().pending.map((l) => l.line)).toEqual(["C1 esr 4.6", "C2 esr 0.3"]);
    for (const [i, rubbish] of ["{oops", "17", '[{"line":3},null]', '{"key":"k","line":"C3 esr 6"}'].entries())
      s.kept.set(`mirvek-waiting-406/rubbish-${i}`, rubbish);
    const later = stage(s.kept);
    later.store.restore();
    expect(later.store.getJob().pending, "the good ones go on").toHaveLength(2);
    expect(s.kept.get("mirvek-damaged-406/rubbish-0"), "set aside").toBe("{oops");
    expect([...s.kept.keys()].filter((k) => k.startsWith("mirvek-waiting-406/rubbish"))).toEqual([]);
  });

  test("lines that waited in the form of an earlier release go in; rubbish there is set aside", () => {
    const line = { key: "old", line: "C1 esr 4.6", current: null, meter: "blue", inCircuit: true, refersTo: null, at: 1 };
    const kept = new Map([["mirvek-waiting-406", JSON.stringify([line, { line: 3 }])]]);
    const after = stage(kept);
    after.store.restore();
    expect(after.sent[0]!.post).toMatchObject({ line: "C1 esr 4.6", clientKey: "old" });
    expect(kept.has("mirvek-waiting-406")).toBe(false);
  });

  test("a storage that refuses keeps nothing and stops nothing", () => {
    const broken = { getItem: refuse, setItem: refuse, removeItem: refuse, key: refuse, length: 1 };
    const lines = waitingLines(broken as LineStorage, 406);
    const line = { key: "k", line: "C1 esr 1", current: null, meter: null, inCircuit: true, refersTo: null, at: 1 };
    expect(() => (lines.put(line), lines.take("k"))).not.toThrow();
    expect(lines.all()).toEqual([]);
  });

  test("a full disk is said as such; the line waits and goes in when there is room", async () => {
    s.store.submit("C1 esr 4.6");
    await s.refuse({ code: "diskFull" });
    expect(s.store.getJob()).toMatchObject({ down: true, full: true, pending: [{ line: "C1 esr 4.6" }] });
    s.timers.pop()!();
    await s.keep();
    expect(s.store.getJob()).toMatchObject({ down: false, pending: [] });
  });

  test("what is not understood is not sent", () => {
    expect(s.store.submit("C9 esr 1")).toMatchObject({ ok: false, issue: { code: "unknownDesignator" } });
    expect(s.sent).toEqual([]);
    expect(s.store.getJob().pending).toEqual([]);
  });
});

describe("pictures are ordered by their revision", () => {
  const other = (revision: number, title: string): JobData => {
    const d = data();
    return { ...d, records: { ...d.records, revision, job: { ...d.records.job, title } } };
  };
  test("an older one never replaces a newer one", () => {
    s.store.take(other(9, "newer"));
    s.store.take(other(8, "older"));
    expect(s.store.getJob().view.job.title).toBe("newer");
  });
  test("an answer that skips a revision means that somebody else wrote: the job is looked at anew", async () => {
    s.store.submit("C1 esr 4.6");
    s.setServer(other(12, "as others left it"));
    await s.keep({ revision: 12 });
    s.timers.splice(0).forEach((work) => work());
    await s.settled();
    expect(s.store.getJob().view.job.title).toBe("as others left it");
  });
  test("rows that did not change keep their objects", () => {
    const before = at(s.store, "C3");
    s.store.take(other(9, "same parts"));
    expect(at(s.store, "C3")).toBe(before);
  });
});

describe("what a circuit says of a ripple", () => {
  const supplied = (): JobData => {
    const d = data();
    const positions = [positionRecord(1, "C1", part(4700, 50, { role: "reservoir" }))];
    const job = {
      ...d.records.job,
      scopeApproach: "provenBad",
      unitKind: "receiver",
      supplyKind: "linear",
      mainsHz: 50,
      findings: ["hum"],
    } as JobData["records"]["job"];
    return { ...d, records: { ...d.records, job, positions } };
  };
  const ripple = (store: JobStore) =>
    store
      .getJob()
      .view.diagnosis.suspects.flatMap((x) => [...x.for, ...x.against])
      .find((r) => r.source.kind === "ripple" && r.source.designator === "C1");

  test("is asked for once, and comes into the suspects when it is there", async () => {
    const t = stage(new Map(), "key", supplied);
    t.store.submit("C1 1.7vac");
    expect(t.asked).toHaveLength(1);
    expect(ripple(t.store), "nothing waits for it").toBeUndefined();
    await t.settled();
    expect(ripple(t.store)!.ripple).toEqual({ volts: 1.7, foretold: FORETOLD });
    t.store.submit("C1 1.8vac");
    await t.settled();
    expect(t.asked).toHaveLength(1);
  });
  test("where the server has said it, nobody is asked", () => {
    const t = stage(new Map(), "key", supplied);
    t.store.submit("C1 1.7vac");
    const question = JSON.stringify(t.asked[0]);
    const known = stage(new Map(), "other", () => ({ ...supplied(), predicted: [{ question, predicted: FORETOLD }] }));
    known.store.submit("C1 1.7vac");
    expect(known.asked).toEqual([]);
    expect(ripple(known.store)).toBeDefined();
  });
});
