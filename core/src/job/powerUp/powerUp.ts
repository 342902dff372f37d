import type { LampSign, Means, Stage } from "../../device";
import { isPowered } from "../../safety";
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
} from "../../powerUp";
import { usualPoints, type ShopConstants } from "../../knowledge";
import { filtersSupply, type Role } from "../../part";
import { settingsOf } from "../../explain";
import type { PointVerdict } from "../../verdict";
import { channelNames } from "./idleAdjust";
import { isOf } from "../records/observed";
import type { JobModel } from "../model/jobModel";
import type { JobRecords } from "../records/records";
import { NEAR } from "./stepShare";

// How far a unit has been brought up, step by step, from what was said; what may be done next, and why not.

/** Something read at a step; the line takes it back. */
interface StepReading {
  value: number;
  line: string | null;
  takenAt: number;
}

interface PointAtStep {
  point: WatchedPoint;
  expected: StepExpectation;
  read: StepReading | null;
  verdict: PointVerdict | null;
}

export interface StepModel {
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
  /** parts of a rail that it would raise over their rating */
  overRated: readonly OverRated[];
  /** why it was taken out of its order, where it was */
  because: string | null;
}

/** A part whose rail may stand higher than it is rated for: unloaded, a supply rises. */
export interface OverRated {
  designator: string;
  rated: number;
  point: string;
  volts: number;
}

export interface PowerUpModel {
  /** null: not said yet */
  means: { by: Means; watts: number | null; volts: number | null; amperes: number | null } | null;
  suited: readonly Means[];
  /** a lamp for this unit, watts, and by whose word of its draw; null where nobody knows that */
  lamp: { watts: number; idle: number; said: boolean } | null;
  stages: readonly { stage: Stage; steps: readonly StepModel[]; done: boolean }[];
  /** the step the unit is at, or was at last */
  at: { stage: Stage; share: number } | null;
  /** what is to be done next: the first step that is not done */
  next: { stage: Stage; share: number } | null;
  stop: Stop | null;
  /** whether rails are predicted by the circuit or in proportion */
  byEngine: boolean;
  begun: boolean;
  finished: boolean;
  /** what a stop has to say of the suspects is read off a stand-in */
  simulated: boolean;
}

type Picture = Pick<JobModel, "positions" | "unit">;
type Records = Pick<JobRecords, "job" | "observations" | "points" | "events" | "circuits">;

const REGULATORS: ReadonlySet<Role> = new Set<Role>(["regulatorIn", "regulatorOut", "reference", "digitalRail"]);

/** A reading of a point nobody said anything of is what it is compared with later, this far apart. */
const AS_READ = 0.15;

/**
 * The points that are watched, with what they should read at full mains: the unit's own rails and bias where any are on record, else those
 * usual for its kind; and the offset of every channel where its kind has them.
 */
function watchedPoints({ job }: Pick<JobRecords, "job">, { positions, unit }: Pick<JobModel, "positions" | "unit">): WatchedPoint[] {
  const regulators = positions.some((p) => REGULATORS.has(p.role));
  const of = (name: string, low: number, high: number, nominal: number): WatchedPoint => ({
    name,
    low,
    high,
    nominal,
    kind: pointKind(name, nominal, { supplyKind: job.supplyKind, regulators }),
  });
  const own = unit.points.flatMap(({ name, expected, now }) => {
    if (expected) return [of(name, expected.low, expected.high, expected.nominal ?? (expected.low + expected.high) / 2)];
    const read = now?.reading.volts ?? 0;
    return SUPPLY_POINT.test(name) && read !== 0 ? [of(name, read - Math.abs(read) * AS_READ, read + Math.abs(read) * AS_READ, read)] : [];
  });
  const usual = usualPoints(job.unitKind);
  const rails = own.some((p) => SUPPLY_POINT.test(p.name)) ? [] : usual.filter((p) => !OFFSET.test(p.name));
  const offset = usual.find((p) => OFFSET.test(p.name));
  const offsets = offset
    ? channelNames(job.channels).map((channel) => ({ ...offset, name: job.channels === 1 ? "offset" : `offset ${channel.toLowerCase()}` }))
    : [];
  const named = new Set(own.map((p) => p.name));
  return [
    ...own,
    ...[...rails, ...offsets].filter((p) => !named.has(p.name)).map((p) => of(p.name, p.low, p.high, p.nominal ?? (p.low + p.high) / 2)),
  ];
}
const SUPPLY_POINT = /^(?:rail|b[+-]|ht)\b|^b[+-]/;
const OFFSET = /^offset\b/;

const poweredUnit = ({ job, observations }: Pick<JobRecords, "job" | "observations">, model: Picture): PoweredUnit => {
  const norm = observations.filter(isOf("norm")).findLast((o) => o.observation.power === "idle")?.observation;
  return {
    unitKind: job.unitKind,
    supplyKind: job.supplyKind,
    outputValves: hasOutputValves(job, model),
    ageYears: job.ageYears,
    mains: job.mainsV,
    idleWatts: norm ? (norm.quantity === "power" ? norm.value : job.mainsV === null ? null : norm.value * job.mainsV) : null,
  };
};

/** Valves whose bias must stand before they go in, whatever rectifies the supply. */
const hasOutputValves = ({ unitKind }: JobRecords["job"], { positions, unit }: Picture): boolean =>
  unitKind === "valveAmplifier" ||
  (unit.parts.some((p) => p.class === "valve") &&
    (positions.some((p) => p.role === "biasFilter") || unit.points.some((p) => p.name.startsWith("bias"))));

/** What the circuit is asked about the rails of this unit. */
export function railQuestion(records: Pick<JobRecords, "job" | "circuits">, model: Pick<JobModel, "positions" | "unit">): RailQuestion {
  const { job, circuits } = records;
  const supply = circuits.find((c) => c.scenario === "supply");
  const watched = watchedPoints(records, model);
  return {
    unitKind: job.unitKind,
    supplyKind: job.supplyKind,
    chosen: { ...settingsOf(job), ...supply?.settings },
    parts: model.positions.filter((p) => filtersSupply(p.role)).map((p) => p.fittings.at(-1)!.part),
    regulated: [...new Set(watched.flatMap((p) => (p.kind === "regulated" ? [Math.abs(p.nominal)] : [])))].sort((a, b) => a - b),
  };
}

interface Occurrence {
  stage: Stage;
  share: number;
  because: string | null;
  points: Map<string, StepReading>;
  current: StepReading | null;
  lamp: LampSign | null;
}

/** Everything said of the bring-up in the order of its lines: which step holds, and what was read at it. */
function occurrencesOf(records: Records, stages: readonly Stage[]): { means: PowerUpModel["means"]; at: Stage | null; list: Occurrence[] } {
  const mains = records.job.mainsV;
  // what is read once it is off is charge that is left, and no reading of the step
  const on = (seq: number) => isPowered(records.events.filter((e) => e.seq <= seq));
  const events = [
    ...records.observations.map((o) => ({ seq: o.seq, o, p: null })),
    ...records.points.map((p) => ({ seq: p.seq, o: null, p })),
  ].sort((a, b) => a.seq - b.seq);
  let means: PowerUpModel["means"] = null;
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
 * @param shapes what the circuit predicts of its rails; without it they are taken in proportion to the mains
 */
export function powerUpModel(constants: ShopConstants, records: Records, model: Picture, shapes: RailShapes = IN_PROPORTION): PowerUpModel {
  const unit = poweredUnit(records, model);
  const stages = stagesOf(unit);
  const { means, at, list } = occurrencesOf(records, stages);
  const idle = idleWattsOf(unit);
  const lamp =
    idle && unit.mains !== null ? { watts: lampFor(constants, idle.watts, unit.mains), idle: idle.watts, said: idle.said } : null;
  const watched = watchedPoints(records, model);
  const by = means?.by ?? meansFor(unit.supplyKind)[0] ?? "variac";
  const division = by === "lamp" && idle && unit.mains !== null ? lampDivision(means?.watts ?? lamp!.watts, idle.watts, unit.mains) : null;

  const stepOf = (stage: Stage, share: number): StepModel => {
    const last = list.findLast((o) => o.stage === stage && Math.abs(o.share - share) <= NEAR);
    const behindLamp = division !== null && stage !== "full";
    const reaches = behindLamp ? share * division.unit : share;
    const points = watched.flatMap((point): PointAtStep[] => {
      const expected = expectAt(constants, point, stage, reaches, shapes);
      if (!expected) return [];
      const read = last?.points.get(point.name) ?? null;
      return [{ point, expected, read, verdict: read && judgeAt(read.value, expected) }];
    });
    const limit = currentAt(constants, unit, stage, reaches);
    const current = limit && { ...limit, read: last?.current ?? null, over: last?.current ? last.current.value > limit.most : false };
    const should = behindLamp ? lampShould(constants, division) : null;
    const shows = should && { should, did: last?.lamp ?? null, verdict: last?.lamp ? judgeLamp(last.lamp, should) : null };
    const overRated = points.flatMap(({ point, expected }) => overRating(point, expected, model.positions));
    const step = { stage, share, overRated, volts: unit.mains === null ? null : share * unit.mains, reaches, points, current, lamp: shows };
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
  return {
    means,
    suited: meansFor(unit.supplyKind),
    lamp,
    stages: pictured,
    at: here ? { stage: here.stage, share: here.share } : at ? { stage: at, share: 0 } : null,
    next: ahead ? { stage: ahead.stage, share: ahead.share } : null,
    stop,
    byEngine: shapes.solved,
    begun: means !== null || list.length > 0,
    finished: all.length > 0 && ahead === null,
    simulated: records.observations.filter(isOf("simulated")).at(-1)?.observation.on ?? false,
  };
}

/** Supply parts of a rail, told by their rating lying over its volts in use, that are rated for less than it would reach now. */
function overRating(point: WatchedPoint, expected: StepExpectation, positions: Picture["positions"]): OverRated[] {
  if (point.kind !== "raw" && point.kind !== "ht") return [];
  const reaches = Math.abs(expected.typical);
  return positions.flatMap((p): OverRated[] => {
    const rated = p.fittings.at(-1)!.part.rated;
    return filtersSupply(p.role) && rated !== null && rated >= Math.abs(point.nominal) && rated < reaches
      ? [{ designator: p.designator, rated, point: point.name, volts: reaches }]
      : [];
  });
}

/** What is out of expectation at a step. */
export function reasonsOf(step: Pick<StepModel, "points" | "current" | "lamp">): StopReason[] {
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
export function unreadOf({ points, lamp, current }: Pick<StepModel, "points" | "lamp" | "current">): string[] {
  const unread = points.flatMap((p) => (p.read ? [] : [p.point.name]));
  if (lamp && lamp.did === null) unread.unshift("lamp");
  if (points.length === 0 && !lamp && current && current.read === null) unread.push("draw");
  return unread;
}
