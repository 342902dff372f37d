import {
  LEAVES_CHANGED,
  type Act,
  type FaultState,
  type Circumstances,
  type FigureQuantity,
  type Marked,
  type Observation,
  type RemarkMeaning,
  type Subject,
  type Tried,
} from "../evidence";
import { figure } from "../knowledge";
import type { PartClass } from "../part";
import { byDesignator } from "../readout";
import { volts, type Ohms, type Volts } from "../units";
import { judgePart, judgePoint, nominalIn, sisterOf, type PartVerdict, type PointExpectation, type PointVerdict } from "../verdict";
import type { PointReading, StoredObservation } from "./records";

// Everything on record beside the capacitors, folded once: parts of other classes, points, loads, looks, things tried, remarks.

type Of<K extends Observation["kind"]> = StoredObservation & { observation: Extract<Observation, { kind: K }> };
const isOf =
  <K extends Observation["kind"]>(kind: K) =>
  (o: StoredObservation): o is Of<K> =>
    o.observation.kind === kind;

export interface PartPicture {
  name: string;
  class: PartClass;
  marked: readonly Marked[];
  /** what was said to be printed on it at different times, where it differs */
  conflicting: readonly (readonly Marked[])[];
  /** the figures that count */
  figures: readonly Of<"figure">[];
  looks: readonly Of<"look">[];
  stamp: Extract<Observation, { kind: "stamp" }> | null;
  verdict: PartVerdict;
}

export interface PointPicture {
  name: string;
  expected: PointExpectation | null;
  /** newest first; the first of each state and form counts */
  readings: readonly { reading: PointReading; verdict: PointVerdict | null }[];
  /** the reading that counts now, DC */
  now: { reading: PointReading; verdict: PointVerdict } | null;
  /** the rail of the same volts the other way round, where it was read */
  sister: { name: string; volts: Volts } | null;
}

/** One load against ground, beside the others. */
export interface LoadPicture {
  name: string;
  ohms: Ohms | "over";
  /** over the median of the others; null where there is nothing to hold it against */
  ratio: number | null;
  odd: boolean;
}

/** What something tried still wants to be told. */
export type TriedAsk = "outcome" | "followed" | "bridgeValue";
/** What speaks against what was put across or put in. */
export type BridgeCaution = "fuse" | "fuseLarger" | "underRated" | "supplyLive" | "mainsPart";

export interface TriedPicture {
  seq: number;
  line: string | null;
  takenAt: number;
  tried: Tried;
  asks: readonly TriedAsk[];
  cautions: readonly BridgeCaution[];
  /** several things or acts share one outcome: they are cured as a set, and no single one is shown */
  asSet: boolean;
  /** the unit is still other than it was */
  leftIn: boolean;
}

export interface LookPicture {
  seq: number;
  line: string | null;
  subject: Subject;
  look: Extract<Observation, { kind: "look" }>;
  takenAt: number;
}

export interface RemarkPicture {
  seq: number;
  line: string | null;
  subject: Subject;
  text: string;
  /** what it was settled to be; null: still unread */
  as: RemarkMeaning | null;
}

/** One fault of the docket: the complaint itself first. */
export interface FaultPicture {
  number: number;
  /** null: the complaint of the docket */
  text: string | null;
  state: FaultState;
  /** lines said to be evidence of it */
  lines: readonly number[];
}

export interface ColdStarts {
  started: number;
  of: number;
}

/** What is on record of the unit beside its capacitors. */
export interface UnitPicture {
  parts: readonly PartPicture[];
  points: readonly PointPicture[];
  loads: readonly LoadPicture[];
  looks: readonly LookPicture[];
  tried: readonly TriedPicture[];
  remarks: readonly RemarkPicture[];
  /** current and watts of the whole unit, newest first */
  draw: readonly Of<"figure">[];
  coldStarts: ColdStarts | null;
  /** the complaint is the first; alone where no other was said */
  faults: readonly FaultPicture[];
  /** where the time went, in the order it was said */
  spent: readonly { minutes: number; text: string }[];
  sideJobs: readonly string[];
  claims: readonly string[];
  owner: readonly string[];
}

/** What else the unit is judged by. */
export interface UnitContext {
  /** rated volts of the capacitors, and whether each lies on the mains, by designator */
  capacitors: ReadonlyMap<string, { rated: Volts; onMains: boolean }>;
  /** whether the unit is switched on as far as the record says, at the place of a line */
  energisedAt: (seq: number) => boolean;
}

/** Folds observations and volts at points, each in the order they were kept, into what they say now. */
export function unitPicture(all: readonly StoredObservation[], points: readonly PointReading[], context: UnitContext): UnitPicture {
  const parts = partPictures(all);
  const texts = (kind: "sideJob" | "claim" | "owner") => all.filter(isOf(kind)).map((o) => o.observation.text);
  const settled = new Map(all.filter(isOf("settled")).map((o) => [o.observation.line, o.observation.as]));
  const remarks = all
    .filter(isOf("remark"))
    .map((o) => ({ seq: o.seq, line: o.line, subject: o.subject, text: o.observation.text, as: settled.get(o.seq) ?? null }));
  const of = (as: RemarkMeaning) => remarks.filter((r) => r.as === as).map((r) => r.text);
  return {
    parts,
    points: pointPictures(all, points),
    loads: loadPictures(all),
    looks: all.filter(isOf("look")).map((o) => ({ seq: o.seq, line: o.line, subject: o.subject, look: o.observation, takenAt: o.takenAt })),
    tried: triedPictures(all, parts, context),
    remarks,
    draw: all
      .filter(isOf("figure"))
      .filter((o) => o.subject.kind === "unit")
      .reverse(),
    coldStarts: coldStartsOf(all),
    faults: faultsOf(all),
    spent: all.filter(isOf("spent")).map(({ observation: { minutes, text } }) => ({ minutes, text })),
    sideJobs: [...texts("sideJob"), ...of("sideJob")],
    claims: [...texts("claim"), ...of("claim")],
    owner: [...texts("owner"), ...of("owner")],
  };
}

const nameOf = (s: Subject): string => (s.kind === "unit" ? "" : s.name);

function partPictures(all: readonly StoredObservation[]): PartPicture[] {
  const about = new Map<string, StoredObservation[]>();
  for (const o of all) if (o.subject.kind === "part") about.set(o.subject.name, [...(about.get(o.subject.name) ?? []), o]);
  const named = [...about].flatMap(([name, mine]) => {
    const names = mine.filter(isOf("named"));
    return names.length === 0 ? [] : [{ name, mine, class: names.at(-1)!.observation.class, names }];
  });
  const figures = new Map(named.map((p) => [p.name, countingFigures(p.mine)]));
  return named
    .map(({ name, mine, class: kind, names }): PartPicture => {
      const markings = distinct(names.map((n) => n.observation.marked).filter((m) => m.length > 0));
      const mineFigures = figures.get(name)!;
      const siblings = (quantity: FigureQuantity, label: string | null) =>
        named
          .filter((p) => p.class === kind && p.name !== name)
          .flatMap((p) => figures.get(p.name)!.filter((f) => f.observation.quantity === quantity && f.observation.label === label))
          .flatMap((f) => (f.observation.value === "over" ? [] : [f.observation.value]));
      const looks = mine.filter(isOf("look"));
      const verdict = judgePart({
        class: kind,
        marked: markings[0] ?? [],
        figures: mineFigures.map((f) => f.observation),
        state: mine.filter(isOf("state")).at(-1)?.observation ?? null,
        looks: looks.map((l) => l.observation),
        siblings,
      });
      return {
        name,
        class: kind,
        marked: markings[0] ?? [],
        conflicting: markings.length > 1 ? markings : [],
        figures: mineFigures,
        looks,
        stamp: mine.filter(isOf("stamp")).at(-1)?.observation ?? null,
        verdict,
      };
    })
    .sort((a, b) => byDesignator(a.name, b.name));
}

const distinct = (markings: readonly (readonly Marked[])[]): (readonly Marked[])[] => {
  const seen = new Map(markings.map((m) => [JSON.stringify(m.map(({ value, unit }) => [value, unit])), m]));
  return [...seen.values()];
};

/** Of each quantity and label the latest out of circuit, else the latest. */
function countingFigures(mine: readonly StoredObservation[]): Of<"figure">[] {
  const groups = new Map<string, Of<"figure">[]>();
  for (const o of mine.filter(isOf("figure"))) {
    const key = `${o.observation.quantity} ${o.observation.label ?? ""}`;
    groups.set(key, [...(groups.get(key) ?? []), o]);
  }
  return [...groups.values()].map((list) => list.findLast((o) => !o.observation.inCircuit) ?? list.at(-1)!);
}

function pointPictures(all: readonly StoredObservation[], points: readonly PointReading[]): PointPicture[] {
  const said = new Map(all.filter(isOf("expected")).map((o) => [nameOf(o.subject), o.observation]));
  const names = [...new Set([...points.flatMap((p) => (p.point === null ? [] : [p.point])), ...said.keys()])];
  const latest = (name: string) => points.findLast((p) => p.point === name && p.form === "dc");
  return names.map((name) => {
    const expected = expectationOf(name, said.get(name) ?? null);
    const readings = points
      .filter((p) => p.point === name)
      .reverse()
      .map((reading) => ({ reading, verdict: reading.form === "dc" ? judgePoint(reading.volts, expected) : null }));
    const now = readings.find((r) => r.reading.form === "dc");
    const other = sisterOf(name);
    const sister = other === null ? undefined : latest(other);
    return {
      name,
      expected,
      readings,
      now: now ? { reading: now.reading, verdict: now.verdict! } : null,
      sister: other !== null && sister ? { name: other, volts: sister.volts } : null,
    };
  });
}

function expectationOf(name: string, said: Extract<Observation, { kind: "expected" }> | null): PointExpectation | null {
  if (said) return { low: said.low, high: said.high, nominal: said.nominal, from: "said" };
  const nominal = nominalIn(name);
  if (nominal === null || nominal === 0) return null;
  const reach = Math.abs(nominal) * figure("rail.usual");
  return { low: volts(nominal - reach), high: volts(nominal + reach), nominal: volts(nominal), from: "taken" };
}

function loadPictures(all: readonly StoredObservation[]): LoadPicture[] {
  const latest = new Map<string, number | "over">();
  for (const o of all.filter(isOf("figure"))) if (o.observation.quantity === "toGround") latest.set(nameOf(o.subject), o.observation.value);
  return [...latest].map(([name, value]) => {
    const others = [...latest].flatMap(([n, v]) => (n === name || v === "over" ? [] : [v])).sort((a, b) => a - b);
    // the upper one of two: a short among few loads must not become what the others are held against
    const median = others[Math.floor(others.length / 2)];
    const ratio = value === "over" || median === undefined || median === 0 ? null : value / median;
    return { name, ohms: value as Ohms | "over", ratio, odd: ratio !== null && ratio <= 1 / figure("loads.odd") };
  });
}

const ASKS_OUTCOME: ReadonlySet<Act> = new Set<Act>(["cleaned", "lifted"]);

function triedPictures(all: readonly StoredObservation[], parts: readonly PartPicture[], context: UnitContext): TriedPicture[] {
  const later = all.filter(isOf("outcome"));
  const back = all.filter(isOf("putBack"));
  return all.filter(isOf("tried")).map((o) => {
    const mine = later.filter((l) => l.observation.line === o.seq);
    const outcome = mine.findLast((l) => l.observation.outcome !== null)?.observation.outcome ?? o.observation.outcome;
    const followed = mine.findLast((l) => l.observation.followed !== null)?.observation.followed ?? o.observation.followed;
    const marked = mine.findLast((l) => l.observation.marked.length > 0)?.observation.marked;
    const put = marked ? { marked, named: o.observation.with?.named ?? null } : o.observation.with;
    const tried: Tried = { ...o.observation, outcome, followed, with: put };
    const cautions =
      tried.act === "bridged" ? cautionsOf(tried, context, o.seq) : tried.act === "replaced" ? fuseCautions(tried, parts) : [];
    const isBack = back.some((b) => b.seq > o.seq && (b.observation.line === null || b.observation.line === o.seq));
    return {
      seq: o.seq,
      line: o.line,
      takenAt: o.takenAt,
      tried,
      asks: asksOf(tried),
      cautions,
      asSet: outcome !== null && outcome !== "same" && (tried.together.length > 0 || tried.to.length > 1),
      leftIn: LEAVES_CHANGED.has(tried.act) && !isBack,
    };
  });
}

function asksOf(t: Tried): TriedAsk[] {
  return [
    ...(t.act === "bridged" && (t.with?.marked.length ?? 0) === 0 ? (["bridgeValue"] as const) : []),
    ...(t.outcome === null && t.followed === null && !ASKS_OUTCOME.has(t.act) ? (["outcome"] as const) : []),
    ...(t.act === "swapped" && t.followed === null ? (["followed"] as const) : []),
  ];
}

/** What speaks against putting this across: a fuse is never bridged, a part on the mains only by one of its class, nothing under power, no fewer volts than what stands there. */
function cautionsOf(t: Tried, { capacitors, energisedAt }: UnitContext, seq: number): BridgeCaution[] {
  const rated = t.with?.marked.find((m) => m.unit === "V")?.value ?? null;
  const across = t.to.flatMap((s) => (s.kind === "part" ? [s.name] : []));
  return [
    ...(across.some((n) => /^FU?\d/.test(n)) ? (["fuse"] as const) : []),
    ...(across.some((n) => capacitors.get(n)?.onMains) ? (["mainsPart"] as const) : []),
    ...(rated !== null && across.some((n) => (capacitors.get(n)?.rated ?? 0) > rated) ? (["underRated"] as const) : []),
    ...(energisedAt(seq) ? (["supplyLive"] as const) : []),
  ];
}

function faultsOf(all: readonly StoredObservation[]): FaultPicture[] {
  const texts = [null, ...all.filter(isOf("fault")).map((o) => o.observation.text)];
  return texts.map((text, i) => ({
    number: i + 1,
    text,
    state: all.filter(isOf("faultState")).findLast((o) => o.observation.fault === i + 1)?.observation.state ?? "open",
    lines: all.filter(isOf("belongs")).flatMap((o) => (o.observation.fault === i + 1 ? [o.observation.line] : [])),
  }));
}

/** A fuse of more amperes than is marked on the one that was there. */
function fuseCautions(t: Tried, parts: readonly PartPicture[]): BridgeCaution[] {
  const put = t.with?.marked.find((m) => m.unit === "A")?.value ?? null;
  const was = t.to.flatMap((s) => (s.kind === "part" ? (parts.find((p) => p.name === s.name && p.class === "fuse")?.marked ?? []) : []));
  const rated = was.find((m) => m.unit === "A")?.value ?? null;
  return put !== null && rated !== null && put > rated ? ["fuseLarger"] : [];
}

function coldStartsOf(all: readonly StoredObservation[]): ColdStarts | null {
  let [started, of] = [0, 0];
  for (const o of all) {
    if (o.observation.kind === "coldStart") [started, of] = [started + (o.observation.started ? 1 : 0), of + 1];
    if (o.observation.kind === "coldStarts") [started, of] = [started + o.observation.started, of + o.observation.of];
  }
  return of === 0 ? null : { started, of };
}

/** The state a reading was taken in, as one key: readings of one state supersede each other. */
export const stateKey = ({ power, load, heat, health, mains }: Circumstances): string =>
  [power, load, heat, health, mains].filter((x) => x !== undefined).join(" ");
