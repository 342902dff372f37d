import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { takeIn } from "../schemas/job";
import { addPositions, changePosition } from "./changePositions";
import { closeJob } from "./closeJob";
import { pool, transaction } from "./db";
import { decide, loadCandidates } from "./decide";
import { seedDemo } from "./demo/seed";
import { loadBench, loadJobView } from "./jobView";
import { keepReadout } from "./keepReadout";
import { loadOrder } from "./orders";
import { orderCsv } from "./orderCsv";
import { Refused } from "./refusal";
import { findJob, insertJob, updateJob } from "./repositories/jobs";
import { freshDatabase } from "./testing/database";

const intake = takeIn.parse({
  title: "Test unit", unitKind: "mixer", supplyKind: "linear", mainsHz: null, mainsV: null, ageYears: 3, channels: 2, complaint: "hums",
  earlierRepairs: "", findings: ["hum", "allChannels"], valuePolicy: "same", tantalumSchool: "sameKind", scopeSchool: "provenBad",
  sidesSchool: "everyChannel", firstPowerSchool: "suppliesFirst",
}); // prettier-ignore
const LIST = "#Supply\nC1 2200u 25v reservoir\n#Left\nC11 100u 16v decoupler L\nC12 10u 50v coupling L p5";

let number = 0;
let clock = Date.now();
const say = (line: string, over: object = {}) =>
  transaction((db) =>
    keepReadout(
      db,
      number,
      { line, clientKey: randomUUID(), current: null, meter: "blue", inCircuit: true, ...over },
      new Date((clock += 61_000)),
    ),
  );
const view = async () => loadJobView(pool(), (await findJob(pool(), number))!);
const position = async (designator: string) => (await view()).positions.find((p) => p.designator === designator)!;
const issueOf = (work: Promise<unknown>) =>
  work.then(
    () => "kept",
    (e: unknown) => (e instanceof Refused ? (e.issue.code === "readout" ? e.issue.issue.code : e.issue.code) : String(e)),
  );
const makeSafe = async () => {
  await say("C1 1.2v");
  await say("C1 0.4v");
};

beforeAll(async () => {
  await freshDatabase();
  await seedDemo(new Date());
});
afterAll(() => pool().end());
beforeEach(async () => {
  number = (await transaction((db) => insertJob(db, intake))).number;
  await transaction((db) => addPositions(db, number, { kind: "list", text: LIST }));
});

test("the demo has 6 jobs in different states, one closed, at least 60 positions, 200 readings and 3000 parts", async () => {
  const { rows } = await pool().query(
    `select (select count(*)::int from position p join job j on j.id = p.job_id where j.number <= 406) as positions,
            (select count(*)::int from reading r join job j on j.id = r.job_id where j.number <= 406) as readings, (select count(*)::int from part) as parts,
            (select count(distinct meter_id)::int from reading) as meters`,
  );
  expect(rows[0].positions).toBeGreaterThanOrEqual(60);
  expect(rows[0].readings).toBeGreaterThanOrEqual(200);
  expect(rows[0].parts).toBeGreaterThanOrEqual(3000);
  expect(rows[0].meters).toBeGreaterThanOrEqual(3);
  const bench = (await loadBench(pool())).filter((r) => r.number <= 406);
  expect(bench).toHaveLength(6);
  expect(bench.filter((r) => r.state === "closed")).toHaveLength(1);
  expect(new Set(bench.map((r) => r.safety.kind)).size).toBeGreaterThanOrEqual(3);
  expect(await seedDemo(new Date()), "a second seeding leaves it alone").toBe(false);
});

test("a unit on the mains gets a frequency and volts, one on a battery has neither", async () => {
  expect(await findJob(pool(), number)).toMatchObject({ mainsHz: 50, mainsV: 230, findings: ["hum", "allChannels"] });
  expect(takeIn.parse({ ...intake, supplyKind: "battery" })).toMatchObject({ mainsHz: null, mainsV: null });
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

  test("hands stay locked until two low readings, power-on locks again, an override is recorded", async () => {
    expect(await issueOf(say("C11 esr 4.6"))).toBe("handsHeld");
    expect((await view()).lines, "a refused line leaves no trace").toEqual([]);
    expect(await issueOf(say("C11 bulged")), "looking needs no hands").toBe("kept");
    await makeSafe();
    expect(await issueOf(say("C11 esr 4.6"))).toBe("kept");
    await say("power on");
    expect(await issueOf(say("C11 esr 4.6"))).toBe("handsHeld");
    expect(await issueOf(say("ripple C1 1.2vac"))).toBe("kept");
    await say("power off");
    expect(await issueOf(say("ripple C1 1.2vac"))).toBe("powerNeeded");
    expect(await issueOf(say("C11 esr 4.6"))).toBe("handsHeld");
  });

  test("volts are charge left when off and a live reading when on", async () => {
    await say("C1 38v");
    await say("power on");
    await say("C1 24v");
    const v = await view();
    expect(v.safetyLog.filter((e) => e.kind === "residual").map((e) => e.volts)).toEqual([38]);
    expect(v.points).toMatchObject([{ where: "C1", volts: 24 }]);
  });

  test("the same line sent twice is kept once", async () => {
    await makeSafe();
    const clientKey = randomUUID();
    await say("C11 esr 4.6", { clientKey });
    await say("C11 esr 4.6", { clientKey });
    expect((await position("C11")).readings).toHaveLength(1);
  });

  test("undo takes a line out of judgement but not off the record; charge cannot be undone", async () => {
    await makeSafe();
    await say("C11 out 31u 4.6r");
    await say("undo");
    expect((await position("C11")).verdict.state).toBe("unmeasured");
    expect((await view()).lines[0]).toMatchObject({ typed: "C11 out 31u 4.6r", withdrawn: true });
    await say("C1 38v");
    expect(await issueOf(say("undo"))).toBe("cannotUndoCharge");
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

  test("a shelf reading outranks the formula for the same meter", async () => {
    await makeSafe();
    await say("new 100u 16v esr 0.9");
    await say("C11 out esr 0.95");
    expect((await position("C11")).verdict).toMatchObject({ state: "sound", reference: "shelf" });
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

  test("copied to a twin channel they are compared", async () => {
    await transaction((db) => addPositions(db, number, { kind: "twins", from: ["C11", "C12"], offset: 100, channel: "R" }));
    expect(await position("C111")).toMatchObject({ channel: "R", twins: ["C11"], nominal: 100e-6, section: "Left" });
    expect(await issueOf(transaction((db) => addPositions(db, number, { kind: "twins", from: ["C11"], offset: 1, channel: "R" })))).toBe(
      "designatorTaken",
    );
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
    await transaction((db) => decide(db, number, post));
    expect(await issueOf(transaction((db) => decide(db, number, post)))).toBe("stale");
    const follows = (await position("C12")).choice!.id;
    await transaction((db) =>
      decide(db, number, { ...post, decision: "withdrawn", reason: null, positions: [{ designator: "C12", follows }] }),
    );
    expect((await position("C12")).choice?.decision).toBe("withdrawn");
  });

  test("docket numbers are drawn once, however many ask at the same time", async () => {
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
    expect(await issueOf(transaction((db) => decide(db, number, post(worst!.part.id, null))))).toBe("reasonNeeded");
    await transaction((db) => decide(db, number, post(best!.part.id, null)));
    const job = (await findJob(pool(), number))!;
    const order = await loadOrder(pool(), [job]);
    expect(order).toMatchObject([{ code: best!.part.code, needed: 1, spares: 1, uses: [`0${number} C11`] }]);
    expect(orderCsv(order, "€").split("\r\n")).toHaveLength(2);
  });

  test("an overridden rule goes on record with the choice", async () => {
    const { ranking } = await loadCandidates(pool(), number, "C11");
    await transaction((db) =>
      decide(db, number, {
        decision: "temporary",
        partId: ranking.refused[0]!.part.id,
        reason: "only until Friday",
        positions: [{ designator: "C11", follows: null }],
      }),
    );
    expect((await position("C11")).choice).toMatchObject({
      decision: "temporary",
      reason: "only until Friday",
      overridden: ranking.refused[0]!.refusals,
    });
  });

  test("charge, temporary parts and undecided failures hold the closing until waived in writing", async () => {
    const close = (waiver: string | null) =>
      transaction(async (db) => closeJob(db, number, { version: (await findJob(db, number))!.version, state: "closed", waiver }));
    expect(await issueOf(close(null))).toBe("closingHeld");
    await makeSafe();
    await say("C11 out esr 9");
    expect(await issueOf(close(null))).toBe("closingHeld");
    await transaction((db) =>
      decide(db, number, { decision: "leave", partId: null, reason: "owner declines", positions: [{ designator: "C11", follows: null }] }),
    );
    expect(await issueOf(close(null))).toBe("kept");
    expect(await issueOf(say("C11 esr 1"))).toBe("jobClosed");
  });
});
