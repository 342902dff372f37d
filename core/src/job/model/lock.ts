import {
  NO_READING,
  partCharges,
  enteredHighest,
  held,
  mostResidual,
  touchSafety,
  type Harmless,
  type Held,
  type PartCharge,
  type SafetyEvent,
  type TouchSafety,
} from "../../safety";
import { figure, type ShopConstants } from "../../knowledge";
import { farads, volts, type Volts } from "../../units";
import { markedVolts } from "../records/marked";
import { isPractice, simulatedAt } from "../records/practice";
import type { JobHead, JobRecords, PositionRecord } from "../records/records";
import type { ShopFacts } from "../records/shop";

/** What the lock is judged from. */
interface LockRecords extends Pick<JobRecords, "events" | "observations"> {
  job: Pick<JobHead, "supplyKind" | "unitKind">;
  positions: readonly Pick<PositionRecord, "id" | "designator" | "nominal" | "rated" | "holdsCharge">[];
  points: readonly Pick<JobRecords["points"][number], "positionId" | "volts" | "form" | "takenAt">[];
  fittings: readonly Pick<JobRecords["fittings"][number], "positionId" | "nominal" | "rated">[];
}

/** A part that is listed as holding charge: what it can hold, and whether the lock waits for it. */
export interface HeldPosition extends Held {
  charge: PartCharge;
}

interface ChargeLock {
  safety: TouchSafety;
  /** by designator */
  holders: ReadonlyMap<string, HeldPosition>;
  /** highest DC volts of the unit: as entered, or more where more was read; null where nobody said */
  highest: Volts | null;
}

/** The lock of a job: what can hold charge, how each of it stands, and whether it is safe to work inside. */
export function lockOf(records: LockRecords, shop: Pick<ShopFacts, "touchLimit" | "constants">): ChargeLock {
  const { constants } = shop;
  const events = countingEvents(constants, records);
  const highest = highestOf(records, events);
  const liveUntil = liveUntilOf(records, shop.touchLimit);
  const charges = partCharges(events, shop.touchLimit, liveUntil);
  const left = mostResidual(events);
  const marked = markedVolts(records.observations);
  const found = foundCharged(constants, events);
  const holders = new Map(
    records.positions.flatMap((p): [string, HeldPosition][] => {
      const can = held(constants, { ...largestAt(records, p, marked), seen: seenAt(records, p, left) }, highest);
      const listed = p.holdsCharge || (can.counts && found.has(p.designator));
      return listed ? [[p.designator, { ...can, charge: charges.get(p.designator) ?? NO_READING }]] : [];
    }),
  );
  const counting = [...holders].flatMap(([designator, h]) => (h.counts ? [designator] : []));
  const harmless = counting.length > 0 ? null : harmlessOf(constants, records, highest, holders.size);
  const safety = touchSafety(events, { holders: counting, listed: [...holders.keys()], harmless, liveUntil }, shop.touchLimit);
  return { safety, holders, highest };
}

/**
 * What counts of the safety events: readings of a stand-in show nothing of a unit. Where both are on one job, a low reading taken on the
 * stand-in is left out; a charge or power seen there still counts.
 */
function countingEvents(constants: ShopConstants, { events, observations }: LockRecords): readonly SafetyEvent[] {
  if (!observations.some((o) => o.observation.kind === "simulated") || isPractice({ events, observations })) return events;
  const onStandIn = simulatedAt(observations);
  return events.filter((e) => e.kind !== "residual" || Math.abs(e.volts) >= figure(constants, "charge.touch") || !onStandIn(e.seq));
}

/**
 * Where so much was left with the power off that it shows: such a part holds charge, ticked or not, until it leaves the list with a reason.
 */
function foundCharged(constants: ShopConstants, events: readonly SafetyEvent[]): ReadonlySet<string> {
  const found = new Set<string>();
  for (const e of events)
    if (e.kind === "residual" && Math.abs(e.volts) >= figure(constants, "charge.touch")) found.add(e.position);
    else if (e.kind === "released") found.delete(e.position);
  return found;
}

function harmlessOf(constants: ShopConstants, { job, points }: LockRecords, highest: Volts | null, listed: number): Harmless | null {
  const shock = figure(constants, "charge.shock");
  if (points.some((p) => sizeOf(p) >= shock)) return null;
  if (job.supplyKind === "none" || job.supplyKind === "battery") return "passive";
  // what is listed says something of the whole unit only together with its highest volts
  return highest !== null && highest < shock && listed > 0 ? "belowThresholds" : null;
}

/** Peak volts of a reading: an rms figure is that of a sine, half of what swings peak to peak. */
const sizeOf = ({ volts: v, form }: Pick<LockRecords["points"][number], "volts" | "form">): number =>
  form === "rms" ? Math.abs(v) * Math.SQRT2 : form === "peakToPeak" ? Math.abs(v) / 2 : Math.abs(v);

/** A rail that was read higher than somebody entered counts; one that was read lower does not say that there is none higher. */
function highestOf({ points }: LockRecords, events: readonly SafetyEvent[]): Volts | null {
  const entered = enteredHighest(events);
  if (entered === null) return null;
  return volts(Math.max(Math.abs(entered), ...points.map(sizeOf), ...mostResidual(events).values()));
}

/** The last time volts were read at a point or a part of a running unit: whoever read them had it on, whatever the record says. */
function liveUntilOf({ points }: LockRecords, limit: Volts): number {
  return points.reduce((last, p) => (sizeOf(p) >= limit && Number.isFinite(p.takenAt) ? Math.max(last, p.takenAt) : last), -Infinity);
}

/** The most that stands or ever stood at a position, by value and by rating. */
function largestAt(
  { fittings }: LockRecords,
  p: LockRecords["positions"][number],
  marked: ReadonlyMap<string, Volts>,
): { designator: string; nominal: PositionRecord["nominal"]; rated: Volts | null } {
  const mine = fittings.filter((f) => f.positionId === p.id);
  const rated = p.rated ?? marked.get(p.designator) ?? null;
  return {
    designator: p.designator,
    nominal: farads(Math.max(p.nominal, ...mine.map((f) => f.nominal))),
    rated: rated === null ? null : volts(Math.max(rated, ...mine.map((f) => f.rated ?? 0))),
  };
}

function seenAt({ points }: LockRecords, p: LockRecords["positions"][number], left: ReadonlyMap<string, Volts>): Volts | null {
  const read = points.flatMap((r) => (r.positionId === p.id ? [sizeOf(r)] : []));
  const most = Math.max(left.get(p.designator) ?? 0, ...read);
  return most > 0 ? volts(most) : null;
}
