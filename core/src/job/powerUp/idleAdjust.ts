import { judgePoint } from "../../verdict";
import { volts } from "../../units";
import { figure, type ShopConstants } from "../../knowledge";
import { pointKind } from "../../powerUp";
import {
  amperesFor,
  idleChannels,
  spread,
  throughResistor,
  throughWinding,
  valveIdle,
  wattSteps,
  type IdleChannel,
  type IdleUnit,
  type ValveIdle,
} from "../../adjust";
import { isOf } from "../records/observed";
import type { JobModel } from "../model/jobModel";
import type { JobRecords } from "../records/records";

// What is adjusted once the unit runs: idle currents by window, by watts at the mains or valve by valve; regulators and their ripple.

/** Channels of a window, each as it stands. */
export interface IdleGroup {
  window: { low: number; high: number } | null;
  unit: IdleUnit;
  /** Ω it is read over; null where it is read directly */
  ohms: number | null;
  channels: readonly (IdleChannel & { /** A, where it is read over a known resistor */ amperes: number | null })[];
}

interface WattModel {
  down: number | null;
  each: number;
  /** mains watts to expect: fully down, then one channel after the other */
  steps: readonly number[];
  read: readonly { channel: string; watts: number; should: number | null; off: number | null }[];
}

interface SetPoint {
  name: string;
  low: number;
  high: number;
  read: number | null;
  within: boolean | null;
  /** peak to peak over its volts; null where none was read */
  ripple: { volts: number; share: number; fine: boolean } | null;
}

export interface AdjustModel {
  groups: readonly IdleGroup[];
  watts: WattModel | null;
  valves: readonly (ValveIdle & { /** A for two thirds of its most */ aim: number | null })[];
  /** of all their currents */
  spread: number | null;
  spreadFine: boolean | null;
  setPoints: readonly SetPoint[];
  /** leads and jig were looked over */
  leadsChecked: boolean;
  begun: boolean;
  done: boolean;
  /** channels whose adjuster does not reach the window: evidence */
  unreachable: readonly string[];
  /** whether the warm-up clock has been started */
  warmUp: { seconds: number };
}

/** Names of a unit's channels where nobody named any. */
export const channelNames = (channels: number): string[] =>
  channels === 1 ? ["1"] : channels === 2 ? ["L", "R"] : Array.from({ length: channels }, (_, i) => String(i + 1));

/** Two thirds of the most a plate may dissipate: fixed bias of common practice. */
const AIM = 2 / 3;

export function adjustModel(
  constants: ShopConstants,
  { job, observations, points }: Pick<JobRecords, "job" | "observations" | "points">,
  { unit, positions }: Pick<JobModel, "unit" | "positions">,
): AdjustModel {
  const windows = observations.filter(isOf("idleWindow"));
  const readings = observations.filter(isOf("idle")).map((o) => ({ ...o.observation, at: o.takenAt }));
  const each = observations.filter(isOf("idleWatts")).at(-1)?.observation.each ?? null;
  const byUnit = (u: IdleUnit) => readings.filter((r) => r.unit === u && r.channel !== "down");
  const listed = new Set(windows.flatMap((w) => w.observation.channels));
  // the last window said for the same channels counts
  const last = new Map(windows.map((w) => [`${w.observation.unit} ${w.observation.channels.join(" ")}`, w.observation]));
  const groups = [...last.values()].map((w): IdleGroup => {
    const names = w.channels.length > 0 ? w.channels : channelNames(job.channels).filter((c) => !listed.has(c));
    const mine = byUnit(w.unit).filter((r) => (w.channels.length > 0 ? w.channels.includes(r.channel) : !listed.has(r.channel)));
    return {
      window: { low: w.low, high: w.high },
      unit: w.unit,
      ohms: w.ohms,
      channels: idleChannels(names, mine, w).map((c) => ({
        ...c,
        amperes: c.now === null ? null : w.unit === "A" ? c.now : w.unit === "V" && w.ohms ? throughResistor(c.now, w.ohms) : null,
      })),
    };
  });
  for (const u of ["V", "A"] as const) {
    const loose = byUnit(u);
    if (loose.length > 0 && ![...last.values()].some((w) => w.unit === u))
      groups.push({ window: null, unit: u, ohms: null, channels: idleChannels([], loose, null).map((c) => ({ ...c, amperes: null })) });
  }
  const valves = valvesOf(constants, observations);
  const apart = spread(valves.map((v) => v.amperes));
  const unreachable = groups.flatMap((g) => g.channels.filter((c) => c.state === "unreachable").map((c) => c.channel));
  const states = groups.flatMap((g) => g.channels.map((c) => c.state));
  const begun = windows.length + readings.length + valves.length > 0 || each !== null;
  const spreadFine = apart === null ? null : apart <= figure(constants, "valve.spread");
  const watts = each === null ? null : wattsOf(job.channels, readings, each);
  return {
    groups,
    watts,
    valves,
    spread: apart,
    spreadFine,
    setPoints: setPoints(constants, job, points, unit, positions),
    leadsChecked: unit.notes.checks.some((c) => c.what === "testLeads" && c.fine),
    begun,
    done:
      begun &&
      states.every((s) => s === "set") &&
      valves.every((v) => v.state === "right") &&
      spreadFine !== false &&
      (watts === null || (watts.read.length >= job.channels && watts.read.every((r) => r.off !== null && Math.abs(r.off) <= WATTS_OFF))),
    unreachable,
    warmUp: { seconds: figure(constants, "idle.warm") },
  };
}
/** a wattmeter at the mains tells no less */
const WATTS_OFF = 2;

function wattsOf(channels: number, readings: readonly { channel: string; value: number; unit: IdleUnit }[], each: number): WattModel {
  const inWatts = readings.filter((r) => r.unit === "W");
  const down = inWatts.findLast((r) => r.channel === "down")?.value ?? null;
  const steps = down === null ? [] : wattSteps(down, each, channels);
  const order = [...new Set(inWatts.filter((r) => r.channel !== "down").map((r) => r.channel))];
  return {
    down,
    each,
    steps,
    read: order.map((channel, k) => {
      const watts = inWatts.findLast((r) => r.channel === channel)!.value;
      const should = steps[k + 1] ?? null;
      return { channel, watts, should, off: should === null ? null : watts - should };
    }),
  };
}

function valvesOf(constants: ShopConstants, observations: JobRecords["observations"]): AdjustModel["valves"] {
  const most = new Map<string, number>();
  const found = new Map<string, { plate: number | null; amperes: number | null }>();
  for (const { subject, observation: o } of observations) {
    if (subject.kind !== "part") continue;
    if (o.kind === "valveMost") most.set(subject.name, o.watts);
    if (o.kind !== "valveIdle") continue;
    const before = found.get(subject.name) ?? { plate: null, amperes: null };
    const through = o.drop !== null && o.winding !== null ? throughWinding(o.drop, o.winding) : null;
    found.set(subject.name, { plate: o.plate ?? before.plate, amperes: o.amperes ?? through ?? before.amperes });
  }
  return [...found].flatMap(([name, { plate, amperes }]) =>
    plate === null || amperes === null || plate <= 0
      ? []
      : [
          {
            ...valveIdle(constants, { name, plate, amperes, most: most.get(name) ?? null }),
            aim: most.has(name) ? amperesFor(most.get(name)!, plate, AIM) : null,
          },
        ],
  );
}

function setPoints(
  constants: ShopConstants,
  job: JobRecords["job"],
  points: JobRecords["points"],
  unit: JobModel["unit"],
  positions: JobModel["positions"],
): SetPoint[] {
  const regulators = positions.some((p) => p.role === "regulatorIn" || p.role === "regulatorOut" || p.role === "reference");
  return unit.points.flatMap(({ name, expected, now }): SetPoint[] => {
    if (!expected || pointKind(name, expected.nominal ?? 0, { supplyKind: job.supplyKind, regulators }) !== "regulated") return [];
    const ripple = points.findLast((p) => p.point === name && p.form !== "dc");
    const nominal = Math.abs(expected.nominal ?? expected.high);
    const peakToPeak = ripple ? (ripple.form === "rms" ? ripple.volts * 2 * Math.SQRT2 : ripple.volts) : null;
    const read = now?.reading.volts ?? null;
    return [
      {
        name,
        low: expected.low,
        high: expected.high,
        read,
        within: read === null ? null : judgePoint(volts(read), expected).state === "within",
        ripple:
          peakToPeak === null
            ? null
            : { volts: peakToPeak, share: peakToPeak / nominal, fine: peakToPeak / nominal <= figure(constants, "ripple.most") },
      },
    ];
  });
}
