import { FINDING_TOKENS, SUPPLY_KINDS, UNIT_KINDS, type FindingToken, type SupplyKind, type UnitKind } from "../../device";
import { ESR_NORMS, STANDARD_CONSTANTS, type ShopConstants } from "../../knowledge";
import { usualTolerance } from "../../part";
import { parsePositionList, type Effect, type Entry, type ReadoutMeter, readPartsLine, readPointsLine } from "../../entry";
import { hertz, volts, type Result } from "../../units";
import { applyLine, isEnergised, understand, type EnteredLine } from "../lines/apply";
import { STARTER, type Predicted, type RippleQuestion } from "../../diagnosis";
import { deriveJob } from "../model/model";
import { askedLine, saidLine, type SaidLine } from "../lines/saidFacts";
import { rippleQuestions } from "./ripple";
import type { JobRecords, PositionRecord } from "../records/records";
import type { ShopFacts } from "../records/shop";
import { diagnoseJob } from "./diagnoseJob";
import type { DiagnosisJob, Diagnosis } from "./types";

// A job as a file that can be traced without a shop: what was complained of, which parts there are, and what was said, step by step.

/** A line as it was said: by itself, or with the part under the cursor, what the meter showed, and that the part was out of circuit. */
export type CaseLine = string | { line: string; on?: string; out?: boolean; meter?: CaseMeter; powered?: boolean };
const CASE_METERS = ["esr", "bridge", "multi", "volts"] as const;
export type CaseMeter = (typeof CASE_METERS)[number];

/** Version 1. Lines are those of the readout line; times are none of its business: each line is a minute after the one before. */
export interface TraceCase {
  mirvekCase: 1;
  unit: { kind: UnitKind; supply: SupplyKind; ageYears?: number | null; channels?: number; mainsV?: number | null };
  complaint?: string;
  findings: readonly FindingToken[];
  faultyChannel?: string | null;
  /** one part a line, as a parts list is pasted */
  parts?: readonly string[];
  /** what points should read, a line of the entry line each, said before the first step */
  points?: readonly string[];
  firstPower?: "suppliesFirst" | "lookUnderLimiter";
  /** lines said one after the other; an answer is given after each step */
  steps?: readonly (CaseLine | readonly CaseLine[])[];
}

export type CaseIssue =
  | { code: "notACase" }
  | { code: "version"; found: unknown }
  | { code: "unknownToken"; at: string; token: unknown; known: readonly string[] }
  | { code: "wrongKind"; at: string; wanted: string }
  | { code: "part"; at: string; text: string; why: string }
  | { code: "line"; at: string; text: string; why: string };

interface CaseAnswer {
  mirvekAnswer: 1;
  /** what was understood of the parts list and of the points, line by line */
  parts: readonly SaidLine[];
  points: readonly SaidLine[];
  steps: readonly ({ after: number; lines: readonly SaidLine[] } & Diagnosis)[];
}

const MINUTE = 60_000;

/** What nearly every bench has (common practice). */
const METERS: readonly ReadoutMeter[] = [
  { id: "esr", word: "esrmeter", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) },
  { id: "bridge", word: "bridge", shows: "capacitance", esrAt: hertz(120), capacitanceAt: hertz(120) },
  { id: "multi", word: "multi", shows: "ohmmeter", esrAt: hertz(100_000), capacitanceAt: "dc" },
  { id: "volts", word: "voltmeter", shows: "volts", esrAt: hertz(100_000), capacitanceAt: "dc" },
];
/** The shop a case is judged in: none of its own. */
export const CASE_SHOP: ShopFacts = {
  meters: METERS,
  shelf: [],
  norms: ESR_NORMS,
  bulgeDecides: true,
  mustClimb: false,
  touchLimit: volts(5),
  drawer: [],
  diagnosis: { changes: [], learned: [] },
  constants: STANDARD_CONSTANTS,
};

/** Reads what a file holds; what is wrong is named with its place. */
export function readCase(x: unknown): Result<TraceCase, CaseIssue> {
  const fail = (issue: CaseIssue) => ({ ok: false as const, issue });
  if (typeof x !== "object" || x === null || Array.isArray(x)) return fail({ code: "notACase" });
  const c = x as Record<string, unknown>;
  if (c["mirvekCase"] !== 1) return fail({ code: "version", found: c["mirvekCase"] ?? null });
  const unit = c["unit"];
  if (typeof unit !== "object" || unit === null) return fail({ code: "wrongKind", at: "unit", wanted: "an object" });
  const { kind, supply, ageYears = null, channels = 1, mainsV = null } = unit as Record<string, unknown>;
  if (!UNIT_KINDS.includes(kind as UnitKind)) return fail({ code: "unknownToken", at: "unit.kind", token: kind, known: UNIT_KINDS });
  if (!SUPPLY_KINDS.includes(supply as SupplyKind))
    return fail({ code: "unknownToken", at: "unit.supply", token: supply, known: SUPPLY_KINDS });
  for (const [at, value] of [
    ["unit.ageYears", ageYears],
    ["unit.mainsV", mainsV],
  ] as const)
    if (value !== null && !(typeof value === "number" && value >= 0 && value <= 500))
      return fail({ code: "wrongKind", at, wanted: "a number or null" });
  if (!(typeof channels === "number" && Number.isInteger(channels) && channels >= 1 && channels <= 64))
    return fail({ code: "wrongKind", at: "unit.channels", wanted: "a whole number from 1 to 64" });
  const findings = c["findings"];
  if (!Array.isArray(findings)) return fail({ code: "wrongKind", at: "findings", wanted: "a list" });
  const odd = findings.findIndex((f) => !FINDING_TOKENS.includes(f as FindingToken));
  if (odd >= 0) return fail({ code: "unknownToken", at: `findings[${odd}]`, token: findings[odd], known: FINDING_TOKENS });
  const lists = { parts: c["parts"] ?? [], points: c["points"] ?? [], steps: c["steps"] ?? [] };
  for (const [at, list] of Object.entries(lists)) if (!Array.isArray(list)) return fail({ code: "wrongKind", at, wanted: "a list" });
  const isText = (t: unknown) => typeof t === "string";
  const parts = lists.parts as unknown[];
  const steps = lists.steps as unknown[];
  const oddPart = parts.findIndex((t) => !isText(t));
  if (oddPart >= 0) return fail({ code: "wrongKind", at: `parts[${oddPart}]`, wanted: "text" });
  const points = lists.points as unknown[];
  const oddPoint = points.findIndex((t) => !isText(t));
  if (oddPoint >= 0) return fail({ code: "wrongKind", at: `points[${oddPoint}]`, wanted: "text" });
  const oddStep = steps.findIndex((s) => !isLine(s) && !(Array.isArray(s) && s.every(isLine)));
  if (oddStep >= 0) return fail({ code: "wrongKind", at: `steps[${oddStep}]`, wanted: "a line or a list of lines" });
  const faulty = c["faultyChannel"] ?? null;
  if (faulty !== null && !isText(faulty)) return fail({ code: "wrongKind", at: "faultyChannel", wanted: "text or null" });
  const first = c["firstPower"] ?? "lookUnderLimiter";
  if (first !== "suppliesFirst" && first !== "lookUnderLimiter")
    return fail({ code: "unknownToken", at: "firstPower", token: first, known: ["suppliesFirst", "lookUnderLimiter"] });
  return {
    ok: true,
    value: {
      mirvekCase: 1,
      unit: {
        kind: kind as UnitKind,
        supply: supply as SupplyKind,
        ageYears: ageYears as number | null,
        channels,
        mainsV: mainsV as number | null,
      },
      complaint: isText(c["complaint"]) ? (c["complaint"] as string) : "",
      findings: findings as FindingToken[],
      faultyChannel: faulty as string | null,
      parts: parts as string[],
      points: points as string[],
      firstPower: first,
      steps: steps as (CaseLine | CaseLine[])[],
    },
  };
}

function isLine(x: unknown): boolean {
  if (typeof x === "string") return true;
  if (typeof x !== "object" || x === null || Array.isArray(x)) return false;
  const { line, on = "", out = false, meter = "esr", powered = false, ...rest } = x as Record<string, unknown>;
  const known = (CASE_METERS as readonly unknown[]).includes(meter);
  return (
    typeof line === "string" &&
    typeof on === "string" &&
    typeof out === "boolean" &&
    typeof powered === "boolean" &&
    known &&
    Object.keys(rest).length === 0
  );
}

/** A line as it is understood in a case, `seq` being its place. */
export const enteredOf = (said: CaseLine, seq: number): EnteredLine => {
  const { line, on = null, out = false, meter = "esr" } = typeof said === "string" ? { line: said } : said;
  return { key: `line-${seq}`, line, current: on, meter, inCircuit: !out, refersTo: null, at: seq * MINUTE };
};

/** The job of a case with its parts, before anything is said. */
export function beginCase(constants: ShopConstants, c: TraceCase): Result<{ job: DiagnosisJob; records: JobRecords }, CaseIssue> {
  const listed = parsePositionList(constants, (c.parts ?? []).join("\n"));
  const wrong = listed.issues[0];
  if (wrong) return { ok: false, issue: { code: "part", at: `parts[${wrong.line - 1}]`, text: wrong.text, why: wrong.issue.code } };
  const job: DiagnosisJob = {
    state: "open",
    complaint: c.complaint ?? "",
    findings: c.findings,
    faultyChannel: c.faultyChannel ?? null,
    unitKind: c.unit.kind,
    supplyKind: c.unit.supply,
    mainsHz: null,
    mainsV: c.unit.mainsV ?? null,
    ageYears: c.unit.ageYears ?? null,
    channels: c.unit.channels ?? 1,
    firstPowerApproach: c.firstPower ?? "lookUnderLimiter",
    waiver: null,
  };
  return { ok: true, value: { job, records: { ...NOTHING, job, positions: listed.drafts.map((d, i) => positionOf(d, i + 1)) } } };
}

/** Whether an entry says nothing but what points should read. */
const expectsOnly = (entry: Entry): boolean =>
  entry.kind === "keeps" && entry.effects.every((e) => e.about === "observed" && e.observation.kind === "expected");

/** Says what a ripple should have been; null where no circuit can. */
export type RippleSolver = (question: RippleQuestion) => Predicted | null;

/**
 * Diagnoses a case step by step: first from the complaint alone, then after each step, with what was understood of every line.
 * @param solve asked once for every ripple and step; one that takes its time remembers
 * @param refused whether a line that is not understood ends the case, or is answered as asked back and left out
 */
export function traceCase(
  c: TraceCase,
  solve: RippleSolver = () => null,
  refused: "ends" | "asked" = "ends",
): Result<CaseAnswer, CaseIssue> {
  const begun = beginCase(CASE_SHOP.constants, refused === "ends" ? c : { ...c, parts: [] });
  if (!begun.ok) return begun;
  const { job } = begun.value;
  // parts are entered line by line below, as they are said of
  let records: JobRecords = { ...begun.value.records, positions: [] };
  const model = deriveJob();
  const answers: CaseAnswer["steps"][number][] = [];
  // a file is not a unit on the bench: what may be touched is the reader's to know
  const answer = (after: number, lines: readonly SaidLine[]) => {
    const now = { ...model(records, CASE_SHOP), safety: { kind: "safe", since: 0 } as const };
    const predicted = rippleQuestions(job, now, []).flatMap((q) => solve(q) ?? []);
    answers.push({ after, lines, ...diagnoseJob(job, now, { ...STARTER, predicted }) });
  };
  let seq = 0;
  let ids = 100_000;
  const enter = (entered: EnteredLine, entry: Entry) => {
    records = applyLine(records, CASE_SHOP, entered, entry, { seq, by: "case", positionId: () => ++ids, chosen: () => null });
  };
  /** @returns why the line ends the case; null where it does not */
  const take = (said: CaseLine, at: string, into: SaidLine[]): CaseIssue | null => {
    const { powered } = typeof said === "string" ? { powered: undefined } : said;
    if (powered !== undefined && powered !== isEnergised(records)) {
      seq++;
      enter(enteredOf(powered ? "power on" : "power off", seq), {
        kind: "keeps",
        effects: [{ about: "power", on: powered, because: null }],
      });
    }
    seq++;
    const entered = enteredOf(said, seq);
    const entry = understand(records, CASE_SHOP, entered);
    if (!entry.ok && refused === "ends") return { code: "line", at, text: entered.line, why: entry.issue.code };
    if (entry.ok) enter(entered, entry.value);
    into.push(entry.ok ? saidLine(entered.line, entry.value) : askedLine(entered.line, entry.issue));
    return null;
  };
  const listed = (line: string, effects: readonly Effect[], unread: readonly string[] = []): SaidLine => {
    const entry: Entry = { kind: "keeps", effects, unread };
    enter(enteredOf(line, ++seq), entry);
    return saidLine(line, entry);
  };
  const parts = (c.parts ?? []).map((line) => {
    const there = new Set(records.positions.map((p) => p.designator));
    const { effects, described } = readPartsLine(CASE_SHOP.constants, line);
    const fresh = effects.filter((e) => !(e.about === "position" && there.has(e.position.designator)));
    return fresh.length > 0 ? listed(line, fresh, described) : askedLine(line, { code: "designatorMissing" });
  });
  const points: SaidLine[] = [];
  for (const [i, line] of (c.points ?? []).entries()) {
    const own = understand(records, CASE_SHOP, enteredOf(line, seq));
    const named = own.ok && expectsOnly(own.value) ? [] : readPointsLine(line);
    if (named.length > 0) {
      points.push(listed(line, named));
      continue;
    }
    const issue = take(line, `points[${i}]`, points);
    if (issue) return { ok: false, issue };
  }
  answer(0, []);
  for (const [i, step] of (c.steps ?? []).entries()) {
    const many = Array.isArray(step);
    const lines: SaidLine[] = [];
    for (const [k, said] of (many ? (step as readonly CaseLine[]) : [step as CaseLine]).entries()) {
      const issue = take(said, many ? `steps[${i}][${k}]` : `steps[${i}]`, lines);
      if (issue) return { ok: false, issue };
    }
    answer(i + 1, lines);
  }
  return { ok: true, value: { mirvekAnswer: 1, parts, points, steps: answers } };
}

const NOTHING: Omit<JobRecords, "job" | "positions"> = {
  revision: 1,
  retired: [],
  readings: {},
  fittings: [],
  across: [],
  workings: [],
  choices: [],
  events: [],
  points: [],
  observations: [],
  notes: [],
  circuits: [],
  lines: [],
  unreadable: [],
};

function positionOf(draft: ReturnType<typeof parsePositionList>["drafts"][number], id: number): PositionRecord {
  const { assumed: _assumed, ...rest } = draft;
  return {
    ...rest,
    tolerance: rest.tolerance ?? usualTolerance(rest.technology),
    id,
    jobId: 1,
    version: 1,
    line: null,
    counterpartGroup: null,
    maxDiameter: null,
    maxHeight: null,
    working: null,
    largest: null,
    following: null,
    originalEsr: null,
    esrLeast: null,
    esrMost: null,
    pulse: null,
    audio: null,
  } as PositionRecord;
}
