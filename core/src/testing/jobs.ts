import {
  applyLine,
  lastLine,
  deriveJob,
  understand,
  type EnteredLine,
  type JobFacts,
  type JobRecords,
  type SaveContext,
  type PositionRecord,
  type ShopFacts,
} from "../job";
import { ESR_NORMS, STANDARD_CONSTANTS } from "../knowledge";
import type { CapacitorPart } from "../part";
import { hertz, ohms, volts, watts } from "../units";
import { part } from "./parts";

export const SHOP: ShopFacts = {
  meters: [
    { id: "blue", word: "blue", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) },
    { id: "pocket", word: "pocket", shows: "ohmmeter", esrAt: hertz(100_000), capacitanceAt: "dc" },
  ],
  shelf: [],
  norms: ESR_NORMS,
  bulgeDecides: true,
  mustClimb: false,
  touchLimit: volts(5),
  drawer: [{ value: ohms(150), rated: watts(5), limit: volts(500) }],
  diagnosis: { changes: [], learned: [] },
  constants: STANDARD_CONSTANTS,
};

export const positionRecord = (id: number, designator: string, of: CapacitorPart, over: Partial<PositionRecord> = {}): PositionRecord => ({
  ...of,
  designator,
  id,
  jobId: 1,
  version: 1,
  line: null,
  section: "Supply",
  channel: null,
  counterpartGroup: null,
  temperature: null,
  diameter: null,
  height: null,
  maxDiameter: null,
  maxHeight: null,
  pitch: null,
  mounting: "radial",
  working: null,
  largest: null,
  following: null,
  originalEsr: null,
  esrLeast: null,
  esrMost: null,
  pulse: null,
  audio: null,
  holdsCharge: false,
  ...over,
});

/** Facts of a job that is safe to touch, with nothing on it yet. */
export const jobFacts = (over: Partial<JobFacts> = {}): JobFacts => ({
  state: "open",
  complaint: "hums",
  findings: 1,
  safety: { kind: "safe", since: 0 },
  positions: [],
  proven: null,
  notRun: false,
  contaminated: false,
  explained: null,
  looked: true,
  heard: 0,
  tried: 0,
  asked: 0,
  leftIn: 0,
  openFaults: 0,
  notRefitted: 0,
  unsafe: false,
  stillThere: false,
  unexplainedFuses: 0,
  unmeasuredFuse: null,
  after: null,
  diagnosis: null,
  alsoChange: [],
  ...over,
});

/** A job of a charged reservoir, two counterparts and a plain part. */
export const records = (over: Partial<JobRecords> = {}): JobRecords => ({
  revision: 1,
  job: {
    state: "open",
    complaint: "hums",
    findings: ["hum"],
    faultyChannel: null,
    unitKind: "receiver",
    supplyKind: "linear",
    mainsHz: 50,
    mainsV: 230,
    ageYears: null,
    channels: 2,
    firstPowerApproach: "lookUnderLimiter",
    waiver: null,
  },
  positions: [
    positionRecord(1, "C1", part(4700, 50, { role: "reservoir" }), { holdsCharge: true }),
    positionRecord(2, "C14", part(100, 16), { counterpartGroup: "C14" }),
    positionRecord(4, "C21", part(4.7, 50, { role: "coupling" })),
    positionRecord(3, "C114", part(100, 16), { counterpartGroup: "C14" }),
  ],
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
  ...over,
});

export const keeping = (seq: number, over: Partial<SaveContext> = {}): SaveContext => ({
  seq,
  by: "bench",
  positionId: (d) => 1000 + seq + d.length,
  chosen: () => null,
  ...over,
});

/** A job that is typed at: every line understood and applied as server and browser do. */
export function bench(from: JobRecords = records(), shop: ShopFacts = SHOP) {
  let now = from;
  let seq = from.lines.length;
  const model = deriveJob();
  const type = (line: string, over: Partial<EnteredLine> = {}) => {
    seq++;
    const refersTo = line === "undo" || / same$/.test(line) ? lastLine(now) : null;
    const entered: EnteredLine = { key: `k${seq}`, line, current: null, meter: "blue", inCircuit: true, refersTo, at: seq * 1000, ...over };
    const entry = understand(now, shop, entered);
    if (!entry.ok) return entry.issue;
    now = applyLine(now, shop, entered, entry.value, keeping(seq));
    return entry.value;
  };
  return {
    type,
    get records() {
      return now;
    },
    model: () => model(now, shop),
    at: (d: string) => model(now, shop).positions.find((p) => p.designator === d)!,
  };
}

let lines = 0;
/** Types lines onto a job, one after the other; the seq of each line is its number. */
export function typed(start: JobRecords, ...said: string[]): JobRecords {
  return said.reduce((r, line) => {
    const seq = r.lines.length + 1;
    const entered = { key: `k${++lines}`, line, current: null, meter: "blue", inCircuit: true, refersTo: null, at: 1000 * seq };
    const entry = understand(r, SHOP, entered);
    if (!entry.ok) throw new Error(`${line}: ${JSON.stringify(entry.issue)}`);
    return applyLine(r, SHOP, entered, entry.value, { seq, by: "bench", positionId: () => -seq, chosen: () => null });
  }, start);
}
/** What is seen of a job. */
export const modelOf = (r: JobRecords) => deriveJob()(r, SHOP);
/** What is on record beside the capacitors after these lines. */
export const unitOf = (...said: string[]) => modelOf(typed(records(), ...said)).unit;
