import { STANDARD_CONSTANTS } from "@mirvek/core/knowledge";
import { randomUUID } from "node:crypto";
import { BOUNDS, CONDITIONS, OHMMETER_TRENDS, SAID_WORDS, VISUAL_SIGNS, type Measurement } from "@mirvek/core/evidence";
import { inventedCatalogue } from "@mirvek/core/simulate";
import { dischargePlans } from "@mirvek/core/safety";
import { parsePosition } from "@mirvek/core/entry";
import { amperes, farads, hertz, ohms, volts } from "@mirvek/core/units";
import fc from "fast-check";
import { afterAll, beforeAll, expect, test } from "vitest";
import { checkIn } from "../../schemas/job";
import { pool, transaction } from "../db";
import { freshDatabase } from "../testing/database";
import { insertJob } from "./jobs";
import { insertParts, listCandidates, listParts } from "./parts";
import { insertPosition, listPositions } from "./positions";
import { findLastLine, insertLine, withdrawLine } from "./lines";
import { insertReadings, listReadings } from "./readings";
import { counted, insertShelfReading, listShelfRows, strikeShelf } from "./shelf";
import { getShop, listDrawer, listMeters } from "./shop";

let jobId = 0;
let positionId = 0;
const now = new Date("2026-03-01T10:00:00Z");

beforeAll(async () => {
  await freshDatabase();
  const job = checkIn.parse({
    title: "Round trip",
    unitKind: "other",
    supplyKind: "battery",
    mainsHz: null,
    mainsV: null,
    ageYears: null,
    channels: 1,
    owner: "",
    complaint: "",
    earlierRepairs: "",
    findings: [],
    valuePolicy: "same",
    tantalumApproach: "sameKind",
    scopeApproach: "provenBad",
    sidesApproach: "everyChannel",
    firstPowerApproach: "suppliesFirst",
  });
  jobId = (await transaction((db) => insertJob(db, job))).id;
  const draft = parsePosition(STANDARD_CONSTANTS, "C1 10u 50v coupling L 5x11 p2 105c #Front");
  if (!draft.ok) throw new Error("the example line must parse");
  positionId = await insertPosition(pool(), jobId, draft.value[0]!, null);
  await pool().query(
    `insert into meter (id, name, word, shows, esr_at_hz, capacitance_at_hz) values ('dcm', 'DC meter', 'dcm', 'capacitance', 1000, null)`,
  );
});
afterAll(() => pool().end());

const positive = fc.double({ min: 1e-12, max: 1e6, noNaN: true });
const leak = fc.double({ min: 1e-12, max: 10, noNaN: true });
const at = fc.constantFrom(100, 120, 1000, 100_000).map(hertz);
const measurement: fc.Arbitrary<Measurement> = fc.oneof(
  fc
    .tuple(fc.option(positive, { nil: "over" as const }), at)
    .map(([v, f]) => ({ kind: "esr" as const, ohms: v === "over" ? v : ohms(v), at: f })),
  fc
    .tuple(fc.double({ min: 1e-12, max: 1, noNaN: true }), fc.option(at, { nil: "dc" as const }))
    .map(([v, f]) => ({ kind: "capacitance" as const, farads: farads(v), at: f })),
  fc.tuple(fc.double({ min: 0, max: 10, noNaN: true }), at).map(([d, f]) => ({ kind: "dissipation" as const, d, at: f })),
  fc
    .tuple(fc.option(positive, { nil: "over" as const }), fc.constantFrom(...OHMMETER_TRENDS))
    .map(([v, trend]) => ({ kind: "ohmmeter" as const, ohms: v === "over" ? v : ohms(v), trend })),
  leak.map((v) => ({ kind: "leakage" as const, amperes: amperes(v) })),
  fc.constantFrom(...VISUAL_SIGNS).map((sign) => ({ kind: "visual" as const, sign })),
  fc.constantFrom(...CONDITIONS).map((condition) => ({ kind: "condition" as const, condition })),
  fc.constantFrom(...SAID_WORDS).map((word) => ({ kind: "word" as const, word })),
  fc.tuple(positive, at, fc.constantFrom(...BOUNDS)).map(([v, f, bound]) => ({ kind: "esr" as const, ohms: ohms(v), at: f, bound })),
);

test("any reading comes back from the database as it went in, to the last bit", async () => {
  await fc.assert(
    fc.asyncProperty(measurement, fc.boolean(), fc.integer({ min: 1, max: 12 }), async (m, inCircuit, significant) => {
      const key = randomUUID();
      const lineId = await insertLine(pool(), jobId, key, "typed", "test", { typed: now, kept: now });
      await insertReadings(pool(), [
        { jobId, lineId, positionId, inCircuit, meter: null, measurement: m, significant, whileLocked: false, at: now },
      ]);
      const back = (await listReadings(pool(), [jobId])).find((r) => r.line === key);
      expect(back).toMatchObject({ inCircuit, significant, takenAt: now.getTime(), positionId, seq: lineId, whileLocked: false });
      expect(back!.measurement).toEqual(m);
    }),
    { numRuns: 60 },
  );
});

test("the whole invented catalogue comes back as it went in", async () => {
  const catalogue = inventedCatalogue(8);
  await insertParts(pool(), catalogue);
  const ids = (await pool().query("select id from part order by id")).rows.map((r: { id: number }) => r.id);
  const back = (await listParts(pool(), ids)).sort((a, b) => a.id - b.id);
  expect(back.map(({ supplier: _s, askedAt: _a, withdrawn: _w, ...p }) => ({ ...p, id: 0 }))).toEqual(
    catalogue.map((p) => ({ ...p, id: 0 })),
  );
  expect(new Set(back.map((p) => [p.supplier, p.askedAt, p.withdrawn].join()))).toEqual(new Set(["1,,false"]));
});

test("a search finds all that lies within its bounds, the nearest of what does not, and counts the rest", async () => {
  const bounds = { low: 42e-6, high: 59e-6, volts: 35, technologies: ["aluminium", "can"] as const };
  const { parts, others } = await listCandidates(pool(), farads(47e-6), bounds);
  const all = inventedCatalogue(8);
  const within = (p: (typeof all)[number]) =>
    p.nominal >= bounds.low && p.nominal <= bounds.high && p.rated >= 35 && (p.technology === "aluminium" || p.technology === "can");
  const codes = new Set(parts.map((p) => p.code));
  expect(all.filter(within).every((p) => codes.has(p.code))).toBe(true);
  expect(all.filter(within).length).toBeGreaterThan(10);
  expect(
    parts.some((p) => !within(p)),
    "the nearest that do not fit, for their rules",
  ).toBe(true);
  expect(parts.length + others).toBe(all.filter((p) => p.nominal >= 23.5e-6 && p.nominal <= 84.6e-6).length);
});

test("of a series with more than is looked at, the nearest in value to either side, then in volts", async () => {
  const [one] = inventedCatalogue(8);
  const values = Array.from({ length: 60 }, (_, i) => 40e-6 * 1.02 ** i);
  const many = values.flatMap((f, i) =>
    [35, 50].map((v) => ({
      ...one!,
      code: `MANY-${i}-${v}`,
      series: "Many",
      technology: "aluminium" as const,
      nominal: farads(f),
      rated: volts(v),
    })),
  );
  await insertParts(pool(), many);
  const bounds = { low: 38e-6, high: 140e-6, volts: 35, technologies: ["aluminium"] as const };
  for (const wanted of [40e-6, 68e-6, 100e-6, 150e-6]) {
    const { parts } = await listCandidates(pool(), farads(wanted), bounds);
    const within = many.filter((p) => p.nominal <= 140e-6);
    const nearest = within.sort((a, b) => Math.abs(a.nominal - wanted) - Math.abs(b.nominal - wanted) || a.rated - b.rated).slice(0, 24);
    const found = new Set(parts.map((p) => p.code));
    expect(
      nearest.filter((p) => !found.has(p.code)).map((p) => p.code),
      `around ${wanted}`,
    ).toEqual([]);
  }
});

test("a position keeps every field it was written with", async () => {
  const [position] = await listPositions(pool(), [jobId]);
  expect(position).toMatchObject({
    designator: "C1",
    section: "Front",
    channel: "L",
    role: "coupling",
    technology: "aluminium",
    nominal: 10e-6,
    rated: 50,
    tolerance: { minus: 0.2, plus: 0.2 },
    temperature: 105,
    diameter: 5,
    height: 11,
    pitch: 2,
    mounting: "radial",
    holdsCharge: false,
    line: null,
  });
});

test("one key is kept by one line only", async () => {
  const key = randomUUID();
  await insertLine(pool(), jobId, key, "same", "test", { typed: now, kept: now });
  await expect(insertLine(pool(), jobId, key, "same", "test", { typed: now, kept: now })).rejects.toMatchObject({ code: "23505" });
});

test("undo takes lines one by one, latest first; taken back again nothing changes", async () => {
  const first = await insertLine(pool(), jobId, randomUUID(), "first", "test", { typed: now, kept: now });
  const second = await insertLine(pool(), jobId, randomUUID(), "second", "test", { typed: now, kept: now });
  expect(await findLastLine(pool(), jobId)).toBe(second);
  await withdrawLine(pool(), second, randomUUID(), "test");
  expect(await findLastLine(pool(), jobId)).toBe(first);
  await withdrawLine(pool(), second, randomUUID(), "test");
  expect((await pool().query("select 1 from line_withdrawal where line_id = $1", [second])).rowCount).toBe(1);
});

test("a transaction that fails leaves nothing behind", async () => {
  const key = randomUUID();
  const failing = transaction(async (db) => {
    await insertLine(db, jobId, key, "gone", "test", { typed: now, kept: now });
    throw new Error("after the line");
  });
  await expect(failing).rejects.toThrow("after the line");
  expect((await pool().query("select 1 from readout_line where client_key = $1", [key])).rowCount).toBe(0);
});

test("the shop has its defaults, a meter that charges with DC says so, the shelf gives the newest first", async () => {
  expect(await getShop(pool())).toMatchObject({
    touchLimit: 5,
    rules: { marginWet: 1.25, marginTantalum: 2, marginFilm: 1.5, highMains: 0.1, targetYears: 10 },
  });
  expect((await listMeters(pool())).filter((m) => m.id === "dcm")).toEqual([
    { id: "dcm", name: "DC meter", word: "dcm", shows: "capacitance", esrAt: 1000, capacitanceAt: "dc" },
  ]);
  const plans = dischargePlans(STANDARD_CONSTANTS, farads(220e-6), volts(385), await listDrawer(pool()));
  expect(plans[0]!.refusals, "a new shop can discharge 385 V").toEqual([]);
  const shelf = {
    meter: "dcm",
    technology: "aluminium",
    nominal: farads(1e-5),
    rated: volts(50),
    at: hertz(1000),
    series: "Nightjar",
    grade: null,
  } as const;
  await insertShelfReading(pool(), { ...shelf, esr: ohms(1.5) }, null, "test");
  await insertShelfReading(pool(), { ...shelf, esr: ohms(1.4) }, null, "test");
  const rows = await listShelfRows(pool());
  expect(rows.map((s) => [s.esr, s.series])).toEqual([
    [1.4, "Nightjar"],
    [1.5, "Nightjar"],
  ]);
  expect(await strikeShelf(pool(), rows[0]!.id, "test")).toBe(true);
  expect(await strikeShelf(pool(), 999_999, "test"), "no such row").toBe(false);
  expect(
    counted(await listShelfRows(pool())).map((s) => s.esr),
    "a struck row judges nothing",
  ).toEqual([1.5]);
});
