import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { checkIn } from "../schemas/job";
import { addPositions, changePosition } from "./changePositions";
import { pool, transaction } from "./db";
import { loadCandidates } from "./candidates";
import { decide } from "./decide";
import { seedDemo } from "./demo/seed";
import { loadBench } from "./loadJob";
import { loadOrder } from "./orders";
import { orderCsv } from "./orderCsv";
import { findJob, insertJob, updateJob } from "./repositories/jobs";
import { freshDatabase } from "./testing/database";
import { issueOf, jobBench } from "./testing/jobBench";

const bench = jobBench();
const { intake, say, view, position, makeSafe } = bench;

beforeAll(async () => {
  await freshDatabase();
  await seedDemo(new Date());
});
afterAll(() => pool().end());
let number = 0;
beforeEach(async () => {
  number = await bench.open();
});

test("the demo has 6 jobs in different states, one closed, at least 60 positions, 200 readings and 3000 parts", async () => {
  const { rows } = await pool().query(
    `select (select count(*)::int from position p join job j on j.id = p.job_id where j.number <= 406) as positions,
            (select count(*)::int from reading r join job j on j.id = r.job_id where j.number <= 406) as readings,
              (select count(*)::int from part) as parts,
            (select count(distinct meter_id)::int from reading) as meters`,
  );
  expect(rows[0].positions).toBeGreaterThanOrEqual(60);
  expect(rows[0].readings).toBeGreaterThanOrEqual(200);
  expect(rows[0].parts).toBeGreaterThanOrEqual(3000);
  expect(rows[0].meters).toBeGreaterThanOrEqual(3);
  const bench = (await loadBench(pool(), { find: "", page: 1 })).rows.filter((r) => r.number <= 406);
  expect(bench).toHaveLength(6);
  expect(bench.filter((r) => r.state === "closed")).toHaveLength(1);
  expect(new Set(bench.map((r) => r.safety.kind)).size).toBeGreaterThanOrEqual(3);
  expect(await seedDemo(new Date()), "a second seeding leaves it alone").toBe(false);
});

test("a unit on the mains gets a frequency and volts, one on a battery has neither", async () => {
  expect(await findJob(pool(), number)).toMatchObject({ mainsHz: 50, mainsV: 230, findings: ["hum", "allChannels"] });
  expect(checkIn.parse({ ...intake, supplyKind: "battery" })).toMatchObject({ mainsHz: null, mainsV: null });
});

describe("the readout line", () => {
  test("keeps a reading with what was typed, and answers with a verdict", async () => {
    await makeSafe();
    await say("C11 esr 4.6");
    const c11 = await position("C11");
    expect(c11.verdict.state).toBe("failed");
    expect(c11.readings).toMatchObject([{ inCircuit: true, meter: "blue", measurement: { kind: "esr", ohms: 4.6, at: 100_000 } }]);
    expect((await view()).lines[0]).toMatchObject({ typed: "C11 esr 4.6", withdrawn: false });
  });

  test("a reading is never refused for the lock: it is kept with a warning", async () => {
    await say("C11 esr 4.6");
    await say("C11 bulged");
    expect(
      (await position("C11")).readings.map((r) => r.whileLocked),
      "looking needs no hands",
    ).toEqual([true, false]);
    await makeSafe();
    await say("C11 esr 4.5");
    expect((await position("C11")).readings.at(-1)).toMatchObject({ whileLocked: false });
    await say("power on");
    await say("C11 esr 4.4");
    await say("ripple C1 1.2vac");
    await say("power off");
    await say("ripple C1 1.3vac");
    expect((await position("C11")).readings.at(-1)).toMatchObject({ whileLocked: true });
    expect((await view()).points.map((p) => [p.volts, p.form])).toEqual([
      [1.2, "rms"],
      [1.3, "rms"],
    ]);
  });

  test("volts are charge left when off and a live reading when on", async () => {
    await say("C1 38v");
    await say("power on");
    await say("C1 24v");
    const v = await view();
    expect(v.safetyLog.filter((e) => e.kind === "residual").map((e) => e.volts)).toEqual([38]);
    expect(v.points).toMatchObject([{ where: "C1", volts: 24 }]);
  });

  test("the same line sent twice is kept once, and answered with what was kept; the same key with other words is refused", async () => {
    const clientKey = randomUUID();
    const first = await say("C11 esr 4.6", { clientKey });
    const again = await say("C11 esr 4.6", { clientKey });
    expect(again).toMatchObject({ seq: first.seq, at: first.at, again: true });
    expect((await position("C11")).readings).toHaveLength(1);
    expect(await issueOf(say("C11 esr 9", { clientKey }))).toBe("keyReused");
  });

  test("undo takes back everything a line brought about, and stays on record", async () => {
    await makeSafe();
    const lines = [
      "C11 out 31u 4.6r",
      "new 100u 16v esr 0.9",
      "C11 with C1",
      "add C30 1u 50v coupling",
      "highest 42v",
      "C12 working 12v",
      "C11 note glue under it",
      "note warm",
      "rail +15 14.9 1vac",
      "C11 fitted 100u 25v",
      "C11 C12 esr 0.5 0.6",
    ];
    const bare = async () => {
      // what the lock keeps of a power-on that was undone is no matter of the view
      const { lines: _l, revision: _r, job: _j, safetyLog, ...rest } = await view();
      return JSON.stringify({ ...rest, safetyLog: safetyLog.filter((e) => e.kind !== "powerUndone") });
    };
    for (const line of lines) {
      const before = await bare();
      await say(line);
      expect((await bare()) === before, `${line} changes something`).toBe(false);
      await say("undo");
      expect((await bare()) === before, `undo of ${line} restores the view before it`).toBe(true);
    }
    expect((await view()).lines[0]).toMatchObject({ typed: lines.at(-1), withdrawn: true });
    await say("add C30A 47u 25v decoupler");
    expect(await position("C30A"), "a designator that was taken back is free again").toMatchObject({ nominal: 47e-6 });
  });

  test.each(["add C77 47u 25v decoupler", "add C78 8+8u 450v can", "C11 fitted 22u 50v", "new 10u 50v esr 1.4", "power on", "note warm"])(
    "%s asked for once more, when its answer was lost, is answered as kept and does nothing twice",
    async (line) => {
      const clientKey = randomUUID();
      const first = await say(line, { clientKey });
      const { revision: _first, ...before } = await view();
      const again = await say(line, { clientKey });
      expect(again).toMatchObject({ seq: first.seq, at: first.at, again: true, entry: first.entry });
      const { revision: _again, ...after } = await view();
      expect({ ...after, job: null }).toEqual({ ...before, job: null });
    },
  );

  test("an undo sent twice takes back one line; strike takes back the one that is meant", async () => {
    await makeSafe();
    const [first, second] = [randomUUID(), randomUUID()];
    await say("C11 out esr 4.6", { clientKey: first });
    await say("C12 out esr 9", { clientKey: second });
    const clientKey = randomUUID();
    await say("undo", { clientKey });
    expect(await say("undo", { clientKey })).toMatchObject({ again: true });
    expect((await position("C12")).readings).toEqual([]);
    expect((await position("C11")).readings).toHaveLength(1);
    await say("undo", { refersTo: first });
    expect((await position("C11")).readings).toEqual([]);
    expect(await issueOf(say("undo", { refersTo: randomUUID() }))).toBe("nothingToUndo");
  });

  test("a charge that was seen is forgotten by the record, never by the lock", async () => {
    await makeSafe();
    await say("C1 38v");
    await say("undo");
    const v = await view();
    expect(v.safetyLog.some((e) => e.volts === 38)).toBe(false);
    expect(v.safety).toMatchObject({ kind: "chargeHeld" });
  });

  test("same repeats the line it means", async () => {
    const clientKey = randomUUID();
    await say("C11 out esr 0.5", { clientKey });
    await say("C12 same", { refersTo: clientKey });
    expect((await position("C12")).readings).toMatchObject([{ inCircuit: false, measurement: { kind: "esr", ohms: 0.5 } }]);
    expect(await issueOf(say("C12 same"))).toBe("sameAsWhat");
  });

  test("every write counts the revision up", async () => {
    const before = (await view()).revision;
    const kept = await say("C11 esr 4.6");
    expect(kept.revision).toBe(before + 1);
    expect((await view()).revision).toBe(before + 1);
    expect((await say("new 100u 16v esr 0.9")).revision, "the shelf is everybody's").toBe(before + 3);
  });

  test("a part fitted has its own readings and verdict; what was found keeps its own", async () => {
    await makeSafe();
    await say("C11 out esr 4.6");
    const { ranking } = await loadCandidates(pool(), number, "C11");
    const [best] = ranking.shortList;
    await decide(number, { decision: "replace", partId: best!.part.id, reason: null, positions: [{ designator: "C11", follows: null }] });
    await say("C11 fitted lot 2431");
    expect((await view()).next, "a new part that was not measured holds nothing up").not.toMatchObject({ position: "C11" });
    await say("C11 out esr 0.4");
    const c11 = await position("C11");
    expect(c11.fittings.map((f) => [f.fitting?.code ?? "found", f.fitting?.lot ?? null, f.verdict.state])).toEqual([
      ["found", null, "failed"],
      [best!.part.code, "2431", "sound"],
    ]);
    expect(c11.verdict.state).toBe("sound");
  });

  test("nonsense is refused with its code and nothing is kept", async () => {
    await makeSafe();
    const before = (await view()).lines.length;
    for (const [line, code] of [
      ["C99 esr 1", "unknownDesignator"],
      ["C11 esr 1e30", "impossible"],
      ["C11 esr -1", "impossible"],
      ["C11 esr 3v", "wrongUnit"],
      ["gurgle", "notUnderstood"],
      ["add C11 10u 50v", "alreadyThere"],
    ] as const)
      expect(await issueOf(say(line)), line).toBe(code);
    expect((await view()).lines).toHaveLength(before);
  });

  test("a new part on the shelf outranks the formula for the same meter", async () => {
    await makeSafe();
    await say("add C13 33u 25v decoupler");
    await say("new 33u 25v esr 2.1 series Nightjar");
    await say("C13 out esr 2.2");
    expect((await position("C13")).verdict).toMatchObject({ state: "sound", reference: "shelf" });
  });

  test("what lies across a part is kept with it", async () => {
    await makeSafe();
    await say("C11 0.3");
    expect((await position("C11")).verdict.state).toBe("undecided");
    await say("C11 alone");
    expect((await position("C11")).verdict.state).toBe("sound");
  });
});

describe("positions", () => {
  test("a list with one bad line adds nothing", async () => {
    const add = transaction((db) => addPositions(db, number, { kind: "list", text: "C20 10u 50v\nC21 purple\nC11 10u 50v" }));
    await expect(add).rejects.toMatchObject({ issue: { code: "positions", issues: [{ line: 2 }, { line: 3 }] } });
    expect((await view()).positions).toHaveLength(3);
  });

  test("copied to a counterpart channel they are compared", async () => {
    await transaction((db) => addPositions(db, number, { kind: "counterparts", from: ["C11", "C12"], offset: 100, channels: ["R"] }));
    expect(await position("C111")).toMatchObject({ channel: "R", counterparts: ["C11"], nominal: 100e-6, section: "Left" });
    expect(
      await issueOf(transaction((db) => addPositions(db, number, { kind: "counterparts", from: ["C11"], offset: 1, channels: ["R"] }))),
    ).toBe("designatorTaken");
  });

  test("taken off, its readings stay, and it can be put back", async () => {
    await makeSafe();
    await say("C11 esr 4.6");
    const { version } = await position("C11");
    await transaction((db) => changePosition(db, number, "C11", { kind: "retire", version }));
    expect(await position("C11")).toBeUndefined();
    await transaction((db) => changePosition(db, number, "C11", { kind: "restore", version: 1 }));
    expect((await position("C11")).readings).toHaveLength(1);
  });
});

describe("two tabs", () => {
  test("the second to save an edited job is refused", async () => {
    const { id, version } = (await findJob(pool(), number))!;
    await transaction((db) => updateJob(db, id, version, { ...intake, title: "First" }));
    expect(await issueOf(transaction((db) => updateJob(db, id, version, { ...intake, title: "Second" })))).toBe("stale");
    expect((await findJob(pool(), number))!.title).toBe("First");
  });

  test("the second to decide a position is refused", async () => {
    const leave = { decision: "leave", partId: null, reason: "reads well", positions: [{ designator: "C12", follows: null }] } as const;
    const post = { ...leave, positions: [...leave.positions] };
    await decide(number, post);
    expect(await issueOf(decide(number, post))).toBe("stale");
    const follows = (await position("C12")).choice!.id;
    await decide(number, { ...post, decision: "withdrawn", reason: null, positions: [{ designator: "C12", follows }] });
    expect((await position("C12")).choice?.decision).toBe("withdrawn");
  });

  test("job numbers are drawn once, however many ask at the same time", async () => {
    const made = await Promise.all(Array.from({ length: 6 }, () => transaction((db) => insertJob(db, intake))));
    expect(new Set(made.map((m) => m.number)).size).toBe(6);
  });
});

describe("choosing and handing back", () => {
  test("the best part is taken, ordered with spares, and a rule is broken only with a reason", async () => {
    const { ranking } = await loadCandidates(pool(), number, "C11");
    const [best] = ranking.shortList;
    const [worst] = ranking.refused;
    const post = (partId: number, reason: string | null) => ({
      decision: "replace" as const,
      partId,
      reason,
      positions: [{ designator: "C11", follows: null }],
    });
    expect(await issueOf(decide(number, post(worst!.part.id, null)))).toBe("reasonNeeded");
    await decide(number, post(best!.part.id, null));
    const job = (await findJob(pool(), number))!;
    const order = await loadOrder(pool(), [job]);
    expect(order).toMatchObject([{ code: best!.part.code, needed: 1, spares: 1, uses: [`0${number} C11`] }]);
    expect(orderCsv(order, "€").split("\r\n")).toHaveLength(2);
  });

  test("an overridden rule goes on record with the choice", async () => {
    const { ranking } = await loadCandidates(pool(), number, "C11");
    await decide(number, {
      decision: "temporary",
      partId: ranking.refused[0]!.part.id,
      reason: "only until Friday",
      positions: [{ designator: "C11", follows: null }],
    });
    expect((await position("C11")).choice).toMatchObject({
      decision: "temporary",
      reason: "only until Friday",
      overridden: ranking.refused[0]!.refusals,
    });
  });
});
