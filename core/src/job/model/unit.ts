import type { FindingToken } from "../../device";
import {
  type FaultState,
  type Circumstances,
  type FigureQuantity,
  type Marked,
  type Observation,
  type RemarkMeaning,
  type Subject,
  type Outcome,
} from "../../evidence";
import { figure, usualDraw, type ShopConstants } from "../../knowledge";
import type { PartClass } from "../../part";
import { byDesignator } from "../../entry";
import { volts, type Ohms, type Volts } from "../../units";
import {
  judgeDraw,
  judgePart,
  judgePoint,
  nominalIn,
  complementaryRailOf,
  type DrawNorm,
  type DrawVerdict,
  type PartVerdict,
  type PointExpectation,
  type PointVerdict,
} from "../../verdict";
import { unitNotes, type UnitNotes } from "./notes";
import { isOf, type Of, type UnitContext } from "../records/observed";
import type { PointReading, StoredObservation } from "../records/records";
import { REPAIRS, triedModels, type TriedModel } from "./tried";

// Everything on record beside the capacitors, folded once: parts of other classes, points, loads, looks, things tried, remarks.

interface PartModel {
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
  /** what the readings of the one that was put in show; null where none was put in */
  sinceReplaced: PartVerdict | null;
}

interface PointReadingModel {
  reading: PointReading;
  /** null for alternating volts, and at reduced mains, where what it should read is no standard */
  verdict: PointVerdict | null;
  /** share of the mains it was read at, where that was less than all */
  mainsShare: number | null;
}

export interface PointModel {
  name: string;
  expected: PointExpectation | null;
  /** newest first; the first of each state and form counts */
  readings: readonly PointReadingModel[];
  /** the reading that counts now: DC, at full mains */
  now: { reading: PointReading; verdict: PointVerdict } | null;
  /** the rail of the same volts the other way round, where it was read */
  complementary: { name: string; volts: Volts } | null;
}

/** One load against ground, beside the others. */
export interface LoadModel {
  name: string;
  under: Circumstances;
  ohms: Ohms | "over";
  /** over the median of the others; null where there is nothing to hold it against */
  ratio: number | null;
  odd: boolean;
}

interface LookModel {
  seq: number;
  line: string | null;
  subject: Subject;
  look: Extract<Observation, { kind: "look" }>;
  takenAt: number;
}

export interface RemarkModel {
  seq: number;
  line: string | null;
  subject: Subject;
  text: string;
  /** what it was settled to be; null: still unread */
  as: RemarkMeaning | null;
}

/** One fault of the docket: the complaint itself first. */
interface FaultModel {
  number: number;
  /** null: the complaint of the docket */
  text: string | null;
  state: FaultState;
  /** lines said to be evidence of it */
  lines: readonly number[];
}

/** What the whole unit drew, held against what it should. */
export interface DrawModel {
  reading: Of<"figure">;
  verdict: DrawVerdict;
}

export interface ColdStarts {
  started: number;
  of: number;
}

/** What the complaint does, and by which line. */
interface ComplaintNow {
  seq: number;
  outcome: Exclude<Outcome, "answers">;
  symptom: FindingToken | null;
}

/** What is on record of the unit beside its capacitors. */
export interface UnitModel {
  parts: readonly PartModel[];
  points: readonly PointModel[];
  loads: readonly LoadModel[];
  looks: readonly LookModel[];
  tried: readonly TriedModel[];
  notes: UnitNotes;
  remarks: readonly RemarkModel[];
  /** current and watts of the whole unit, newest first */
  draw: readonly DrawModel[];
  coldStarts: ColdStarts | null;
  /** what recordings and ears found, in the order it was said */
  heard: readonly Of<"heard">[];
  /** the latest word on the complaint after something was done for good */
  complaint: ComplaintNow | null;
  /** every word on it, oldest first */
  complaints: readonly ComplaintNow[];
  /** the complaint is the first; alone where no other was said */
  faults: readonly FaultModel[];
  sideJobs: readonly string[];
  claims: readonly string[];
  owner: readonly string[];
}

/** Folds observations and volts at points, each in the order they were kept, into what they say now. */
export function unitModel(all: readonly StoredObservation[], points: readonly PointReading[], context: UnitContext): UnitModel {
  const parts = partModels(
    context.constants,
    all.filter((o) => o.subject.kind !== "part" || !context.capacitors.has(o.subject.name)),
  );
  const notes = unitNotes(all, parts, context);
  const tried = triedModels(all, { parts, fuses: notes.fuses, points, context });
  const complaints = complaintsOf(all, tried);
  const texts = (kind: "sideJob" | "claim" | "owner") => all.filter(isOf(kind)).map((o) => o.observation.text);
  const settled = new Map(all.filter(isOf("settled")).map((o) => [o.observation.line, o.observation.as]));
  const remarks = all
    .filter(isOf("remark"))
    .map((o) => ({ seq: o.seq, line: o.line, subject: o.subject, text: o.observation.text, as: settled.get(o.seq) ?? null }));
  const of = (as: RemarkMeaning) => remarks.filter((r) => r.as === as).map((r) => r.text);
  return {
    parts,
    points: pointModels(context.constants, all, points, context),
    loads: loadModels(context.constants, all),
    looks: all.filter(isOf("look")).map((o) => ({ seq: o.seq, line: o.line, subject: o.subject, look: o.observation, takenAt: o.takenAt })),
    tried,
    notes,
    remarks,
    draw: drawModels(all, context),
    coldStarts: coldStartsOf(all),
    heard: all.filter(isOf("heard")),
    complaint: complaints.at(-1) ?? null,
    complaints,
    faults: faultsOf(all),
    sideJobs: [...texts("sideJob"), ...of("sideJob")],
    claims: [...texts("claim"), ...of("claim")],
    owner: [...texts("owner"), ...of("owner")],
  };
}

const nameOf = (s: Subject): string => (s.kind === "unit" ? "" : s.name);

function partModels(constants: ShopConstants, all: readonly StoredObservation[]): PartModel[] {
  const about = new Map<string, StoredObservation[]>();
  for (const o of all) if (o.subject.kind === "part") about.set(o.subject.name, [...(about.get(o.subject.name) ?? []), o]);
  const named = [...about].flatMap(([name, mine]) => {
    const names = mine.filter(isOf("named"));
    return names.length === 0 ? [] : [{ name, mine, class: names.at(-1)!.observation.class, names }];
  });
  const figures = new Map(named.map((p) => [p.name, countingFigures(p.mine)]));
  return named
    .map(({ name, mine, class: kind, names }): PartModel => {
      const markings = distinct(names.map((n) => n.observation.marked).filter((m) => m.length > 0));
      const mineFigures = figures.get(name)!;
      const counterparts = (quantity: FigureQuantity, label: string | null) =>
        named
          .filter((p) => p.class === kind && p.name !== name)
          .flatMap((p) => figures.get(p.name)!.filter((f) => f.observation.quantity === quantity && f.observation.label === label))
          .flatMap((f) => (f.observation.value === "over" ? [] : [f.observation.value]));
      const looks = mine.filter(isOf("look"));
      const judged = (of: readonly StoredObservation[], figures: readonly Of<"figure">[]) =>
        judgePart(constants, {
          class: kind,
          marked: markings[0] ?? [],
          figures: figures.map((f) => f.observation),
          state: of.filter(isOf("state")).at(-1)?.observation ?? null,
          looks: of.filter(isOf("look")).map((l) => l.observation),
          counterparts,
        });
      const replaced = all.findLast(
        ({ observation: o }) => o.kind === "tried" && o.act === "replaced" && o.to.some((s) => nameOf(s) === name),
      );
      const since = replaced ? mine.filter((o) => o.seq > replaced.seq) : [];
      return {
        name,
        class: kind,
        marked: markings[0] ?? [],
        conflicting: markings.length > 1 ? markings : [],
        figures: mineFigures,
        looks,
        stamp: mine.filter(isOf("stamp")).at(-1)?.observation ?? null,
        verdict: judged(mine, mineFigures),
        sinceReplaced: replaced ? judged(since, countingFigures(since)) : null,
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

function pointModels(
  constants: ShopConstants,
  all: readonly StoredObservation[],
  points: readonly PointReading[],
  { reducedMainsAt }: Pick<UnitContext, "reducedMainsAt">,
): PointModel[] {
  const said = new Map(all.filter(isOf("expected")).map((o) => [nameOf(o.subject), o.observation]));
  const names = [...new Set([...points.flatMap((p) => (p.point === null ? [] : [p.point])), ...said.keys()])];
  const latest = (name: string) => points.findLast((p) => p.point === name && p.form === "dc" && reducedMainsAt(p.seq) === null);
  return names.map((name) => {
    const expected = expectationOf(constants, name, said.get(name) ?? null);
    const readings = points
      .filter((p) => p.point === name)
      .reverse()
      .map((reading): PointReadingModel => {
        const mainsShare = reducedMainsAt(reading.seq);
        const judged = reading.form === "dc" && mainsShare === null;
        return { reading, mainsShare, verdict: judged ? judgePoint(reading.volts, expected) : null };
      });
    const now = readings.find((r) => r.verdict !== null);
    const other = complementaryRailOf(name);
    const complementary = other === null ? undefined : latest(other);
    return {
      name,
      expected,
      readings,
      now: now ? { reading: now.reading, verdict: now.verdict! } : null,
      complementary: other !== null && complementary ? { name: other, volts: complementary.volts } : null,
    };
  });
}

function expectationOf(
  constants: ShopConstants,
  name: string,
  said: Extract<Observation, { kind: "expected" }> | null,
): PointExpectation | null {
  if (said) return { low: said.low, high: said.high, nominal: said.nominal, from: "said" };
  const nominal = nominalIn(name);
  if (nominal === null || nominal === 0) return null;
  const reach = Math.abs(nominal) * figure(constants, "rail.usual");
  return { low: volts(nominal - reach), high: volts(nominal + reach), nominal: volts(nominal), from: "taken" };
}

function loadModels(constants: ShopConstants, all: readonly StoredObservation[]): LoadModel[] {
  // another state stays beside it: what a rail reads with its loads off says nothing of what it reads with them
  const latest = new Map<string, { name: string; under: Circumstances; value: number | "over" }>();
  for (const { subject, observation: o } of all.filter(isOf("figure"))) {
    const name = nameOf(subject);
    if (o.quantity !== "toGround") continue;
    // without a word on its state it is what the node reads now, whatever it read before
    if (stateKey(o.under) === stateKey({})) for (const [key, e] of latest) if (e.name === name) latest.delete(key);
    latest.set(`${name} ${stateKey(o.under)}`, { name, under: o.under, value: o.value });
  }
  const each = [...latest.values()];
  return each.map(({ name, under, value }) => {
    const others = each.flatMap((e) => (e.name === name || e.value === "over" ? [] : [e.value])).sort((a, b) => a - b);
    // the upper one of two: a short among few loads must not become what the others are held against
    const median = others[Math.floor(others.length / 2)];
    const ratio = value === "over" || median === undefined || median === 0 ? null : value / median;
    return { name, under, ohms: value as Ohms | "over", ratio, odd: ratio !== null && ratio <= 1 / figure(constants, "loads.odd") };
  });
}

function faultsOf(all: readonly StoredObservation[]): FaultModel[] {
  const texts = [null, ...all.filter(isOf("fault")).map((o) => o.observation.text)];
  return texts.map((text, i) => ({
    number: i + 1,
    text,
    state: all.filter(isOf("faultState")).findLast((o) => o.observation.fault === i + 1)?.observation.state ?? "open",
    lines: all.filter(isOf("belongs")).flatMap((o) => (o.observation.fault === i + 1 ? [o.observation.line] : [])),
  }));
}

function drawModels(all: readonly StoredObservation[], context: UnitContext): DrawModel[] {
  const said = all.filter(isOf("norm")).map((o) => o.observation);
  const normFor = ({ quantity, under }: Of<"figure">["observation"]): DrawNorm | null => {
    const power = under.power === "standby" || under.power === "idle" ? under.power : null;
    if (power === null) return null;
    const own = said.findLast((n) => n.power === power && n.quantity === quantity);
    if (own) return { value: own.value, unit: quantity === "current" ? "A" : "W", from: "said" };
    const usual = usualDraw(context.unitKind, context.ageYears, power);
    if (!usual || (quantity === "current" && context.mains === null)) return null;
    return quantity === "power"
      ? { value: usual.watts, unit: "W", from: "usual" }
      : { value: usual.watts / context.mains!, unit: "A", from: "usual" };
  };
  return all
    .filter(isOf("figure"))
    .filter((o) => o.subject.kind === "unit")
    .reverse()
    .map((reading) => ({ reading, verdict: judgeDraw(context.constants, reading.observation.value, normFor(reading.observation)) }));
}

function coldStartsOf(all: readonly StoredObservation[]): ColdStarts | null {
  let [started, of] = [0, 0];
  for (const o of all) {
    if (o.observation.kind === "coldStart") [started, of] = [started + (o.observation.started ? 1 : 0), of + 1];
    if (o.observation.kind === "coldStarts") [started, of] = [started + o.observation.started, of + o.observation.of];
  }
  return of === 0 ? null : { started, of };
}

function complaintsOf(all: readonly StoredObservation[], tried: readonly TriedModel[]): ComplaintNow[] {
  const said = all
    .filter(isOf("complaintNow"))
    .map(({ seq, observation }) => ({ seq, outcome: observation.outcome, symptom: observation.symptom }));
  const repaired = tried.flatMap(({ seq, tried: t, refused }): ComplaintNow[] =>
    refused || !REPAIRS.has(t.act) || t.outcome === null || t.outcome === "answers"
      ? []
      : [{ seq, outcome: t.outcome, symptom: t.symptom }],
  );
  // what was said later of an earlier repair stands where it was said
  return [...repaired, ...said].sort((a, b) => a.seq - b.seq);
}

/** The state a reading was taken in, as one key: readings of one state supersede each other. */
export const stateKey = ({ power, load, heat, health, mains }: Circumstances): string =>
  [power, load, heat, health, mains].filter((x) => x !== undefined).join(" ");
