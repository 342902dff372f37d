import { randomUUID } from "node:crypto";
import { applyLine, offerKey, understand, withdraw, type EnteredLine } from "@mirvek/core/job";
import fc from "fast-check";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import type { JobData, Records } from "../schemas/jobView";
import { addPositions } from "./changePositions";
import { pool, transaction } from "./db";
import { saveLine } from "./saveLine";
import { loadJobData } from "./loadJob";
import { Refused } from "./refusal";
import { findJob, insertJob } from "./repositories/jobs";
import { freshDatabase } from "./testing/database";
import { jobBench } from "./testing/jobBench";

const { intake } = jobBench();
const LIST = "#Supply\nC1 2200u 25v reservoir\n#Left\nC11 100u 16v decoupler L\nC12 10u 50v coupling L p5\nC13 100n 400v coupling film";

let number = 0;
// an hour ahead: no line is typed before its job was opened, however slow the machine
let clock = Date.now() + 3_600_000;
beforeAll(freshDatabase);
afterAll(() => pool().end());
beforeEach(async () => {
  number = (await transaction((db) => insertJob(db, intake))).number;
  await transaction((db) => addPositions(db, number, { kind: "list", text: LIST }));
});
const load = async (): Promise<JobData> => loadJobData(pool(), (await findJob(pool(), number))!);
const keep = (line: EnteredLine) => {
  const { key, line: text, current, meter, inCircuit, refersTo, chosen, at } = line;
  return transaction((db) =>
    saveLine(db, number, { line: text, clientKey: key, current, meter, inCircuit, refersTo, chosen }, new Date(at)),
  );
};
const entered = (line: string, over: Partial<EnteredLine> = {}): EnteredLine => ({
  key: randomUUID(),
  line,
  current: "C12",
  meter: "esr",
  inCircuit: true,
  refersTo: null,
  at: (clock += 1000),
  ...over,
});

/** What both sides must agree on: all but the numbers that only the database gives. */
function comparable(r: Records): unknown {
  const names = new Map(r.positions.map((p) => [p.id, p.designator]));
  const plain = (x: object): object =>
    Object.fromEntries(
      Object.entries(x)
        .filter(([k]) => !["seq", "id", "jobId", "by", "enteredBy", "version"].includes(k))
        .map(([k, v]) => [k, k === "positionId" ? (names.get(v as number) ?? null) : v]),
    );
  const list = (xs: readonly object[]) => xs.map(plain);
  return {
    positions: list(r.positions),
    retired: r.retired.map((p) => p.designator),
    readings: Object.fromEntries(Object.entries(r.readings).map(([id, xs]) => [names.get(Number(id)), list(xs)])),
    fittings: list(r.fittings),
    across: list(r.across),
    workings: list(r.workings),
    events: list(r.events),
    points: list(r.points),
    observations: list(r.observations),
    notes: list(r.notes),
    lines: list(r.lines),
  };
}

const LINES = [
  "C11 esr 4.6",
  "0.4",
  "C11 out 31u 0.9r",
  "C11 C12 esr 0.5 0.6",
  "C12 bulged",
  "C12 leaky",
  "C11 with C12",
  "C12 alone",
  "C11 note glue",
  "note warm",
  "rail +15 14.9 1.2vac",
  "-15 rail -0.26",
  "C1 38v",
  "C1 1.2v",
  "C1 ripple 80mv",
  "power on",
  "highest 42v",
  "C1 out shorted",
  "variac",
  "step 25%",
  "C11 working 12v",
  "power off",
  "add C30 47u 25v decoupler",
  "add C40 8+8u 450v can",
  "C11 fitted",
  "C12 fitted 10u 63v lot 7",
  "multi C13 out 20M settled",
  "C13 out climbing",
  "C11 <0.1",
  "C11 df 8%",
  "C11 -35%",
  "F1 looks whole, meter says open",
  "R12 4k7 reads 5k1",
  "pulled tone board plug, rail back to 15",
  "10u 50v over C11 and the bass is there again",
  "tap C11: crackle, tap heat sink: nothing",
  "rail +15 11.7 loaded, cold",
  "rail +15 should be 15 5%",
  "tone board to ground 3.2k",
  "starts 4 of 5",
  "stamp wk 14 1994 on C11",
  "all back",
  "C12 fitted, hum gone",
  "sounds like rain",
  "side job cleaned all controls",
  "left crackles, right is quiet",
  "owner put new Q7 in last year, no better",
  "vol at zero: same",
  "8 ohm loads: L 21.2 R 21.0 vrms at clip",
  "drained C1 thru 2k2 10w, 0.8 v left",
  "10 of 10 starts",
  "C12 left alone",
  "freezer on C12, it starts",
  "swapped the speaker leads, stays left",
  "K1 relay",
  "C11 esr 4.6 qwxyz",
  "hum gone, qwxyz",
];

describe("browser and server", () => {
  test("agree on what every line brings about, and on what undo takes back", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.oneof(fc.constantFrom(...LINES), fc.constant("undo")), { minLength: 1, maxLength: 7 }),
        async (lines) => {
          number = (await transaction((db) => insertJob(db, intake))).number;
          await transaction((db) => addPositions(db, number, { kind: "list", text: LIST }));
          let { records, shop } = await load();
          for (const text of lines) {
            const refersTo = text === "undo" ? (records.lines.find((l) => !l.withdrawn)?.key ?? null) : null;
            if (text === "undo" && refersTo === null) continue;
            const asked = entered(text, { refersTo });
            const first = understand(records, shop, asked);
            // a line that asks takes the first reading it offers
            const offer = first.ok ? undefined : first.issue.offers?.[0];
            const line = offer ? { ...asked, chosen: offerKey(offer) } : asked;
            const here = understand(records, shop, line);
            if (!here.ok) {
              await expect(keep(line), `${text} is refused by both`).rejects.toBeInstanceOf(Refused);
              continue;
            }
            const kept = await keep(line);
            expect(kept.entry, text).toEqual(here.value);
            const seq = kept.seq ?? 0;
            let added = 0;
            records =
              text === "undo"
                ? withdraw(records, refersTo!, shop, line.at)
                : applyLine(records, shop, line, here.value, {
                    seq,
                    by: "",
                    held: kept.held,
                    positionId: () => -(seq * 10 + added++),
                    chosen: () => null,
                  });
            const there = await load();
            expect(comparable(records), lines.join(" | ")).toEqual(comparable(there.records));
            ({ records, shop } = there);
          }
        },
      ),
      { numRuns: 25 },
    );
  }, 120_000);
});

test("whatever parses the database accepts", async () => {
  const word = fc.oneof(
    fc.constantFrom(
      "C1",
      "C11",
      "C12",
      "C13",
      "esr",
      "c",
      "d",
      "leak",
      "in",
      "out",
      "ol",
      "bulged",
      "ok",
      "hot",
      "falling",
      "climbing",
      "settled",
      "alone",
      "same",
      "F1",
      "Q7",
      "joint",
      "pulled",
      "tap",
      "crackle,",
      "gone",
      "across",
      "hfe",
      "to ground",
      "standby",
    ),
    fc.constantFrom(
      "rail",
      "bias",
      "offset",
      "ripple",
      "new",
      "add",
      "power",
      "on",
      "note",
      "fitted",
      "lot",
      "series",
      "dc",
      "!",
      "with",
      "=",
      "alone",
    ),
    fc.constantFrom(
      "C99",
      "47u",
      "25v",
      "8+8u",
      "film",
      "p0",
      "0x5",
      "250x400",
      "p99.9",
      "105c",
      "-20/+500%",
      "ch777",
      "#",
      "1e-300",
      "1e300",
      "0",
      "-0",
      "4.9e-324u",
    ),
    fc.double({ noNaN: true }).map(String),
    fc
      .tuple(
        fc.double({ min: 0, max: 1e6, noNaN: true }),
        fc.constantFrom("u", "n", "p", "r", "k", "M", "v", "vac", "vpp", "ua", "a", "%", "m", "@1k"),
      )
      .map(([v, u]) => `${Number(v.toPrecision(3))}${u}`),
    fc.string({ maxLength: 8, unit: "binary" }),
  );
  let kept = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.oneof(fc.array(word, { minLength: 1, maxLength: 2 }), fc.array(word, { minLength: 1, maxLength: 7 })),
      fc.constantFrom("esr", "bridge", "multi", null),
      async (words, meter) => {
        const line = entered(words.join(" ").slice(0, 400), { meter });
        const answer = await keep(line).catch((error: unknown) => error);
        if (answer instanceof Error) expect(answer, `${JSON.stringify(line.line)}: ${answer.message}`).toBeInstanceOf(Refused);
        else kept++;
      },
    ),
    { numRuns: 1200 },
  );
  expect(kept, "enough of them were kept to mean something").toBeGreaterThan(40);
}, 180_000);
