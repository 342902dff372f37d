import type { LampSign, Means, Stage } from "../device";
import type { Marked } from "../evidence";
import {
  currentAt,
  expectAt,
  idleWattsOf,
  IN_PROPORTION,
  judgeAt,
  judgeLamp,
  lampDivision,
  lampFor,
  lampShould,
  meansFor,
  pointKind,
  sharesOf,
  stagesOf,
  stopFor,
  type LampVerdict,
  type PoweredUnit,
  type RailQuestion,
  type RailShapes,
  type StepExpectation,
  type Stop,
  type StopReason,
  type WatchedPoint,
} from "../firstPower";
import { usualPoints } from "../knowledge";
import { filtersSupply, type Role } from "../part";
import { settingsOf } from "../trace";
import type { PointVerdict } from "../verdict";
import type { FusePicture } from "./notes";
import { isOf } from "./observed";
import type { JobPicture } from "./picture";
import type { JobRecords } from "./records";

// How far a unit has been brought up, step by step, from what was said; what may be done next, and why not.

/** Something read at a step; the line takes it back. */
export interface StepReading {
  value: number;
  line: string | null;
  takenAt: number;
}

export interface PointAtStep {
  point: WatchedPoint;
  expected: StepExpectation;
  read: StepReading | null;
  verdict: PointVerdict | null;
}

export interface StepPicture {
  stage: Stage;
  /** of the mains, as it is set */
  share: number;
  /** volts it is set to; null where the mains are not known */
  volts: number | null;
  /** of the mains, as it reaches the unit: less behind a lamp */
  reaches: number;
  state: "ahead" | "now" | "done" | "stopped";
  points: readonly PointAtStep[];
  current: { typical: number; most: number; read: StepReading | null; over: boolean } | null;
  lamp: { should: LampSign; did: LampSign | null; verdict: LampVerdict | null } | null;
  /** why it was taken out of its order, where it was */
  because: string | null;
}

/** Why the mains may not be set, or a stage not begun. */
export type StepHold =
  | { code: "noSupply" }
  | { code: "shorted"; what: readonly string[] }
  | { code: "unsafe" }
  | { code: "fuse"; name: string; why: FuseHold }
  | { code: "noMeans" }
  | { code: "meansUnsuited"; by: Means }
  | { code: "suppliesFirst"; positions: readonly string[] }
  | { code: "stageOrder"; needs: Stage }
  | { code: "stepOrder"; share: number }
  | { code: "unread"; what: readonly string[] }
  | { code: "stopped"; stop: Stop };

/** Holds no reason overrides: a short, a lead that is not safe, a fuse nobody explained. */
const FIRM: ReadonlySet<StepHold["code"]> = new Set<StepHold["code"]>(["noSupply", "shorted", "unsafe", "fuse"]);

export interface BringUpPicture {
  /** null: not said yet */
  means: { by: Means; watts: number | null; volts: number | null; amperes: number | null } | null;
  suited: readonly Means[];
  /** a lamp for this unit, watts, and by whose word of its draw; null where nobody knows that */
  lamp: { watts: number; idle: number; said: boolean } | null;
  stages: readonly { stage: Stage; steps: readonly StepPicture[]; done: boolean }[];
  /** the step the unit is at, or was at last */
  at: { stage: Stage; share: number } | null;
  /** what is to be done next: the first step that is not done */
  next: { stage: Stage; share: number } | null;
  /** why that may not be done now */
  hold: StepHold | null;
  stop: Stop | null;
  /** whether rails are foretold by the circuit or in proportion */
  byEngine: boolean;
  begun: boolean;
  finished: boolean;
  /** what a stop has to say of the suspects is read off a stand-in */
  simulated: boolean;
}

type Picture = Pick<JobPicture, "positions" | "unit" | "facts" | "safety">;
type Records = Pick<JobRecords, "job" | "observations" | "points" | "events" | "circuits">;

const REGULATORS: ReadonlySet<Role> = new Set<Role>(["regulatorIn", "regulatorOut", "reference", "digitalRail"]);

/** The points that are watched, with what they should read at full mains: those on record, else those usual for the kind. */
export function watchedPoints(
  { job }: Pick<JobRecords, "job">,
  { positions, unit }: Pick<JobPicture, "positions" | "unit">,
): WatchedPoint[] {
  const regulators = positions.some((p) => REGULATORS.has(p.role));
  const of = (name: string, low: number, high: number, nominal: number): WatchedPoint => ({
    name,
    low,
    high,
    nominal,
    kind: pointKind(name, nominal, { supplyKind: job.supplyKind, regulators }),
  });
  const said = unit.points.flatMap(({ name, expected }) =>
    expected ? [of(name, expected.low, expected.high, expected.nominal ?? (expected.low + expected.high) / 2)] : [],
  );
  if (said.length > 0) return said;
  return usualPoints(job.unitKind).map((p) => of(p.name, p.low, p.high, p.nominal ?? (p.low + p.high) / 2));
}

const poweredUnit = ({ job, observations }: Pick<JobRecords, "job" | "observations">): PoweredUnit => {
  const norm = observations.filter(isOf("norm")).findLast((o) => o.observation.power === "idle")?.observation;
  return {
    unitKind: job.unitKind,
    supplyKind: job.supplyKind,
    ageYears: job.ageYears,
    mains: job.mainsV,
    idleWatts: norm ? (norm.quantity === "power" ? norm.value : job.mainsV === null ? null : norm.value * job.mainsV) : null,
  };
};

/** What the circuit is asked about the rails of this unit. */
export function railQuestion(records: Pick<JobRecords, "job" | "circuits">, picture: Pick<JobPicture, "positions" | "unit">): RailQuestion {
  const { job, circuits } = records;
  const supply = circuits.find((c) => c.scenario === "supply");
  const watched = watchedPoints(records, picture);
  return {
    unitKind: job.unitKind,
    supplyKind: job.supplyKind,
    chosen: { ...settingsOf(job), ...supply?.settings },
    parts: picture.positions.filter((p) => filtersSupply(p.role)).map((p) => p.fittings.at(-1)!.part),
    regulated: [...new Set(watched.flatMap((p) => (p.kind === "regulated" ? [Math.abs(p.nominal)] : [])))].sort((a, b) => a - b),
  };
}

/** Shares this near to a step of the plan are that step. */
const NEAR = 0.03;

interface Occurrence {
  stage: Stage;
  share: number;
  because: string | null;
  points: Map<string, StepReading>;
  current: StepReading | null;
  lamp: LampSign | null;
}

/** Everything said of the bring-up in the order of its lines: which step holds, and what was read at it. */
function occurrencesOf(
  records: Records,
  stages: readonly Stage[],
): { means: BringUpPicture["means"]; at: Stage | null; list: Occurrence[] } {
  const mains = records.job.mainsV;
  const power = records.events.filter((e) => e.kind === "powerOn" || e.kind === "powerOff");
  // what is read once it is off is charge that is left, and no reading of the step
  const on = (seq: number) => power.findLast((e) => e.seq <= seq)?.kind === "powerOn";
  const events = [
    ...records.observations.map((o) => ({ seq: o.seq, o, p: null })),
    ...records.points.map((p) => ({ seq: p.seq, o: null, p })),
  ].sort((a, b) => a.seq - b.seq);
  let means: BringUpPicture["means"] = null;
  let at: Stage | null = null;
  const list: Occurrence[] = [];
  for (const { o, p } of events) {
    const now = list.at(-1);
    if (p) {
      if (now && on(p.seq) && p.form === "dc" && p.point !== null)
        now.points.set(p.point, { value: p.volts, line: p.line, takenAt: p.takenAt });
      continue;
    }
    const said = o.observation;
    switch (said.kind) {
      case "means":
        means = { by: said.by, watts: said.watts, volts: said.volts, amperes: said.amperes };
        break;
      case "stage":
        at = said.stage;
        break;
      case "mains": {
        const share = said.share ?? (mains === null || said.volts === null ? 1 : said.volts / mains);
        const stage: Stage | undefined = at ?? stages[0];
        if (stage) list.push({ stage, share, because: said.because, points: new Map(), current: null, lamp: null });
        break;
      }
      case "lamp":
        if (now) now.lamp = said.did;
        break;
      case "figure":
        if (
          now &&
          on(o.seq) &&
          o.subject.kind === "unit" &&
          said.value !== "over" &&
          (said.quantity === "current" || (said.quantity === "power" && mains))
        )
          now.current = {
            value: said.quantity === "current" ? said.value : said.value / (mains! * now.share),
            line: o.line,
            takenAt: o.takenAt,
          };
        break;
    }
  }
  return { means, at, list };
}

/**
 * How far the unit has been brought up.
 * @param shapes what the circuit foretells of its rails; without it they are taken in proportion to the mains
 */
export function bringUpPicture(records: Records, picture: Picture, shapes: RailShapes = IN_PROPORTION): BringUpPicture {
  const unit = poweredUnit(records);
  const stages = stagesOf(unit.supplyKind);
  const { means, at, list } = occurrencesOf(records, stages);
  const idle = idleWattsOf(unit);
  const lamp = idle && unit.mains !== null ? { watts: lampFor(idle.watts, unit.mains), idle: idle.watts, said: idle.said } : null;
  const watched = watchedPoints(records, picture);
  const by = means?.by ?? meansFor(unit.supplyKind)[0] ?? "variac";
  const division = by === "lamp" && idle && unit.mains !== null ? lampDivision(means?.watts ?? lamp!.watts, idle.watts, unit.mains) : null;

  const stepOf = (stage: Stage, share: number): StepPicture => {
    const last = list.findLast((o) => o.stage === stage && Math.abs(o.share - share) <= NEAR);
    const behindLamp = division !== null && stage !== "full";
    const reaches = behindLamp ? share * division.unit : share;
    const points = watched.flatMap((point): PointAtStep[] => {
      const expected = expectAt(point, stage, reaches, shapes);
      if (!expected) return [];
      const read = last?.points.get(point.name) ?? null;
      return [{ point, expected, read, verdict: read && judgeAt(read.value, expected) }];
    });
    const limit = currentAt(unit, stage, reaches);
    const current = limit && { ...limit, read: last?.current ?? null, over: last?.current ? last.current.value > limit.most : false };
    const should = behindLamp ? lampShould(division) : null;
    const shows = should && { should, did: last?.lamp ?? null, verdict: last?.lamp ? judgeLamp(last.lamp, should) : null };
    const step = { stage, share, volts: unit.mains === null ? null : share * unit.mains, reaches, points, current, lamp: shows };
    const stopped = reasonsOf(step).length > 0;
    const isLast = list.at(-1) === last && last !== undefined;
    const state = last === undefined ? "ahead" : stopped ? "stopped" : unreadOf(step).length === 0 ? "done" : isLast ? "now" : "ahead";
    return { ...step, state, because: last?.because ?? null };
  };
  const pictured = stages.map((stage) => {
    const steps = sharesOf(stage, by).map((share) => stepOf(stage, share));
    return { stage, steps, done: steps.every((s) => s.state === "done") };
  });
  const all = pictured.flatMap((s) => s.steps);
  const ahead = all.find((s) => s.state !== "done") ?? null;
  const here = list.at(-1) ?? null;
  const stopped = all.find((s) => s.state === "stopped");
  const stop = stopped ? stopFor(reasonsOf(stopped)) : null;
  const partial: BringUpPicture = {
    means,
    suited: meansFor(unit.supplyKind),
    lamp,
    stages: pictured,
    at: here ? { stage: here.stage, share: here.share } : at ? { stage: at, share: 0 } : null,
    next: ahead ? { stage: ahead.stage, share: ahead.share } : null,
    hold: null,
    stop,
    byEngine: shapes.solved,
    begun: means !== null || list.length > 0,
    finished: all.length > 0 && ahead === null,
    simulated: records.observations.filter(isOf("simulated")).at(-1)?.observation.on ?? false,
  };
  return { ...partial, hold: ahead ? stepHold(partial, records, picture, { stage: ahead.stage, share: ahead.share }, null) : null };
}

/** What is out of expectation at a step. */
export function reasonsOf(step: Pick<StepPicture, "points" | "current" | "lamp">): StopReason[] {
  return [
    ...(step.lamp?.verdict === "stop" || (step.lamp?.verdict === "look" && step.lamp.did !== "dull")
      ? [{ code: "lamp", did: step.lamp.did! } as const]
      : []),
    ...step.points.flatMap(({ point, expected, read, verdict }): StopReason[] =>
      read && verdict && verdict.state !== "within" && verdict.state !== "unknown"
        ? [
            {
              code: "point",
              point: point.name,
              kind: point.kind,
              state: verdict.state,
              read: read.value,
              low: expected.low,
              high: expected.high,
            },
          ]
        : [],
    ),
    ...(step.current?.over ? [{ code: "current", amperes: step.current.read!.value, most: step.current.most } as const] : []),
  ];
}

/** What is still to be read at a step before the next: every watched point, the lamp where there is one, else the current. */
export function unreadOf({ points, lamp, current }: Pick<StepPicture, "points" | "lamp" | "current">): string[] {
  const unread = points.flatMap((p) => (p.read ? [] : [p.point.name]));
  if (lamp && lamp.did === null) unread.unshift("lamp");
  if (points.length === 0 && !lamp && current && current.read === null) unread.push("draw");
  return unread;
}

/** Supply electrolytics that a careful school wants new or measured sound before any power. */
const waiting = (picture: Picture): string[] =>
  picture.positions
    .filter((p) => filtersSupply(p.role) && !p.renewed && p.verdict.state !== "sound" && p.verdict.state !== "worn")
    .map((p) => p.designator);

/**
 * Why a step may not be taken now; null where it may. What is out of its order may be taken with a reason; never on a measured short, a
 * lead or earth that is not safe, or past a fuse that went for no known reason.
 */
export function stepHold(
  bringUp: BringUpPicture,
  { job }: Pick<JobRecords, "job">,
  picture: Picture,
  wanted: { stage: Stage; share: number | null },
  because: string | null,
): StepHold | null {
  const holds = holdsFor(bringUp, job, picture, wanted);
  return holds.find((h) => because === null || FIRM.has(h.code)) ?? null;
}

/** Why a fuse holds the power: one larger than it should be, at any stage; gone and nobody said why; gone and not renewed, at the last. */
type FuseHold = "larger" | "unexplained" | "blown";
function fuseHold({ name, marked, blown, because }: FusePicture, unit: Picture["unit"], isLast: boolean): FuseHold | null {
  const put = unit.tried.findLast((t) => t.tried.act === "replaced" && t.tried.to.some((s) => s.kind !== "unit" && s.name === name));
  const amperes = (list: readonly Marked[]) => list.find((m) => m.unit === "A")?.value ?? null;
  const [fitted, belongs] = [amperes(marked), amperes(unit.notes.wanted.find((w) => w.name === name)?.marked ?? [])];
  const renewed = put !== undefined && !put.refused;
  if (put?.cautions.includes("fuseLarger") || (!renewed && fitted !== null && belongs !== null && fitted > belongs)) return "larger";
  if (!blown) return null;
  if (because === null) return "unexplained";
  return isLast && !renewed ? "blown" : null;
}

function holdsFor(
  bringUp: BringUpPicture,
  job: JobRecords["job"],
  picture: Picture,
  wanted: { stage: Stage; share: number | null },
): StepHold[] {
  const { unit, facts } = picture;
  const holds: StepHold[] = [];
  if (bringUp.stages.length === 0) return [{ code: "noSupply" }];
  const shorted = [
    ...picture.positions.filter((p) => p.verdict.state === "shorted").map((p) => p.designator),
    ...unit.parts.filter((p) => p.verdict.state === "shorted").map((p) => p.name),
    ...unit.loads.filter((l) => l.odd).map((l) => l.name),
  ];
  if (shorted.length > 0) holds.push({ code: "shorted", what: shorted });
  if (facts.unsafe) holds.push({ code: "unsafe" });
  const isLast = wanted.stage === "full";
  for (const fuse of unit.notes.fuses) {
    const why = fuseHold(fuse, unit, isLast);
    if (why !== null) holds.push({ code: "fuse", name: fuse.name, why });
  }
  const { means } = bringUp;
  if (!isLast) {
    if (means === null) holds.push({ code: "noMeans" });
    else if (!bringUp.suited.includes(means.by)) holds.push({ code: "meansUnsuited", by: means.by });
  }
  const old = job.firstPowerSchool === "suppliesFirst" && wanted.stage !== "transformer" ? waiting(picture) : [];
  if (old.length > 0) holds.push({ code: "suppliesFirst", positions: old });
  const order = bringUp.stages.map((s) => s.stage);
  const earlier = bringUp.stages.slice(0, order.indexOf(wanted.stage)).find((s) => !s.done);
  const stopped = bringUp.stages.flatMap((s) => s.steps).find((s) => s.state === "stopped");
  const beyond = (s: StepPicture) =>
    order.indexOf(wanted.stage) > order.indexOf(s.stage) || (wanted.stage === s.stage && (wanted.share ?? 0) > s.share + NEAR);
  if (stopped && bringUp.stop && beyond(stopped)) holds.push({ code: "stopped", stop: bringUp.stop });
  else if (earlier) holds.push({ code: "stageOrder", needs: earlier.stage });
  else if (wanted.share !== null) {
    const steps = bringUp.stages.find((s) => s.stage === wanted.stage)?.steps ?? [];
    const below = steps.find((s) => s.share < wanted.share! - NEAR && s.state !== "done");
    if (below) holds.push(below.state === "now" ? { code: "unread", what: unreadOf(below) } : { code: "stepOrder", share: below.share });
  }
  return holds;
}
