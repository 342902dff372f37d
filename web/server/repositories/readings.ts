import "server-only";
import { BOUNDS, CONDITIONS, OHMMETER_TRENDS, SAID_WORDS, VISUAL_SIGNS, type Measurement } from "@mirvek/core/evidence";
import type { StoredReading } from "@mirvek/core/job";
import type { SaidReading } from "@mirvek/core/entry";
import { amperes, farads, hertz, ohms } from "@mirvek/core/units";
import { z } from "zod";
import type { Db } from "../db";
import { readRows } from "../rows";
import { COUNTS, FROM_LINE, JOIN_LINE, fromLine } from "./lines";

interface NewReading extends SaidReading {
  jobId: number;
  lineId: number;
  positionId: number;
  whileLocked: boolean;
  at: Date;
}

export async function insertReadings(db: Db, readings: readonly NewReading[]): Promise<void> {
  for (const r of readings) {
    const c = { ...NONE, ...columnsOf(r.measurement) };
    await db.query(
      `insert into reading (job_id, line_id, position_id, kind, in_circuit, meter_id, value, over_range, at_hz, trend,
        sign, condition, word, bound,
         significant, while_locked, taken_at)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17)`,
      [
        r.jobId,
        r.lineId,
        r.positionId,
        r.measurement.kind,
        r.inCircuit,
        r.meter,
        c.value,
        c.over,
        c.at,
        c.trend,
        c.sign,
        c.condition,
        c.word,
        c.bound,
        r.significant,
        r.whileLocked,
        r.at,
      ],
    );
  }
}

const NONE = {
  value: null as number | null,
  over: false,
  at: null as number | null,
  trend: null as string | null,
  sign: null as string | null,
  condition: null as string | null,
  word: null as string | null,
  bound: null as string | null,
};

const orOver = (value: number | "over") => (value === "over" ? { value: null, over: true } : { value });
const frequency = (at: number | "dc") => ({ at: at === "dc" ? null : at });

function columnsOf(m: Measurement): Partial<typeof NONE> {
  switch (m.kind) {
    case "esr":
      return { ...orOver(m.ohms), ...frequency(m.at), bound: m.bound ?? null };
    case "capacitance":
      return { value: m.farads, ...frequency(m.at), bound: m.bound ?? null };
    case "dissipation":
      return { value: m.d, at: m.at };
    case "ohmmeter":
      return { ...orOver(m.ohms), trend: m.trend, bound: m.bound ?? null };
    case "leakage":
      return { value: m.amperes };
    case "visual":
      return { sign: m.sign };
    case "condition":
      return { condition: m.condition };
    case "word":
      return { word: m.word };
  }
}

const figure = z.number().nullable();
const bound = z.enum(BOUNDS).nullable();
const base = {
  ...fromLine,
  job_id: z.number(),
  position_id: z.number(),
  in_circuit: z.boolean(),
  meter_id: z.string().nullable(),
  significant: z.number(),
  while_locked: z.boolean(),
  taken_at: z.date(),
};

const readingRow = z.discriminatedUnion("kind", [
  z.object({ ...base, kind: z.literal("esr"), value: figure, at_hz: z.number(), bound }),
  z.object({ ...base, kind: z.literal("capacitance"), value: z.number(), at_hz: figure, bound }),
  z.object({ ...base, kind: z.literal("dissipation"), value: z.number(), at_hz: z.number() }),
  z.object({ ...base, kind: z.literal("ohmmeter"), value: figure, trend: z.enum(OHMMETER_TRENDS), bound }),
  z.object({ ...base, kind: z.literal("leakage"), value: z.number() }),
  z.object({ ...base, kind: z.literal("visual"), sign: z.enum(VISUAL_SIGNS) }),
  z.object({ ...base, kind: z.literal("condition"), condition: z.enum(CONDITIONS) }),
  z.object({ ...base, kind: z.literal("word"), word: z.enum(SAID_WORDS) }),
]);
type ReadingRow = z.infer<typeof readingRow>;

const fromColumn = (value: number | null) => (value === null ? ("over" as const) : ohms(value));
const bounded = (b: z.infer<typeof bound>) => (b === null ? {} : { bound: b });

function measurementOf(r: ReadingRow): Measurement {
  switch (r.kind) {
    case "esr":
      return { kind: "esr", ohms: fromColumn(r.value), at: hertz(r.at_hz), ...bounded(r.bound) };
    case "capacitance":
      return { kind: "capacitance", farads: farads(r.value), at: r.at_hz === null ? "dc" : hertz(r.at_hz), ...bounded(r.bound) };
    case "dissipation":
      return { kind: "dissipation", d: r.value, at: hertz(r.at_hz) };
    case "ohmmeter":
      return { kind: "ohmmeter", ohms: fromColumn(r.value), trend: r.trend, ...bounded(r.bound) };
    case "leakage":
      return { kind: "leakage", amperes: amperes(r.value) };
    case "visual":
      return { kind: "visual", sign: r.sign };
    case "condition":
      return { kind: "condition", condition: r.condition };
    case "word":
      return { kind: "word", word: r.word };
  }
}

const readingOf = (row: unknown): StoredReading & { jobId: number } => {
  const r = readingRow.parse(row);
  return {
    jobId: r.job_id,
    positionId: r.position_id,
    line: r.line,
    seq: r.seq,
    inCircuit: r.in_circuit,
    meter: r.meter_id,
    significant: r.significant,
    whileLocked: r.while_locked,
    takenAt: r.taken_at.getTime(),
    measurement: measurementOf(r),
  };
};

/** Every reading of these jobs that was not undone, in the order of their lines. */
export async function listReadings(db: Db, jobIds: readonly number[]): Promise<(StoredReading & { jobId: number })[]> {
  const { rows } = await db.query(
    `select r.*, ${FROM_LINE} from reading r ${JOIN_LINE} where r.job_id = any($1) and ${COUNTS} order by r.id`,
    [jobIds],
  );
  return readRows("reading", rows, readingOf);
}
