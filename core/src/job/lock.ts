import {
  chargeStates,
  enteredHighest,
  held,
  settleTime,
  stoodFor,
  touchSafety,
  type ChargeState,
  type Held,
  type TouchSafety,
} from "../bringUp";
import { figure } from "../knowledge";
import { SCENARIO_FACTS, fillSettings } from "../scenarios";
import { volts, type Volts } from "../units";
import type { CircuitFacts, JobHead, JobRecords, PositionRecord } from "./records";
import type { ShopFacts } from "./shop";

/** What the lock is judged from. */
export interface LockRecords {
  job: Pick<JobHead, "supplyKind" | "unitKind">;
  positions: readonly Pick<PositionRecord, "id" | "designator" | "nominal" | "rated" | "holdsCharge">[];
  events: JobRecords["events"];
  points: readonly Pick<JobRecords["points"][number], "positionId" | "volts" | "form">[];
  circuits: readonly Pick<CircuitFacts, "scenario" | "settings" | "binding">[];
}

/** A part that is listed as holding charge: what it can hold, and whether the lock waits for it. */
export interface HeldPosition extends Held {
  charge: ChargeState;
  /** neighbours of its chain are measured in its place */
  stoodFor: boolean;
}

export interface ChargeLock {
  safety: TouchSafety;
  /** by designator */
  holders: ReadonlyMap<string, HeldPosition>;
  /** highest DC volts of the unit: as entered, or more where more was read; null where nobody said */
  highest: Volts | null;
}

/** The lock of a job: what can hold charge, how each of it stands, and whether hands may go inside. */
export function lockOf(records: LockRecords, shop: Pick<ShopFacts, "touchLimit" | "drawer">): ChargeLock {
  const { events } = records;
  const highest = highestOf(records);
  const states = chargeStates(events, shop.touchLimit);
  const between = new Set(chainOf(records));
  const holders = new Map(
    records.positions
      .filter((p) => p.holdsCharge)
      .map((p): [string, HeldPosition] => [
        p.designator,
        {
          ...held({ ...p, live: liveAt(records, p.id) }, highest),
          charge: states.get(p.designator) ?? { kind: "unmeasured" },
          stoodFor: between.has(p.designator),
        },
      ]),
  );
  const counting = records.positions.filter((p) => {
    const h = holders.get(p.designator);
    return h !== undefined && h.counts && !h.stoodFor;
  });
  const safety = touchSafety(
    events,
    {
      holders: counting.map((p) => ({
        designator: p.designator,
        settle: settleTime(p, holders.get(p.designator)!.most, shop.drawer),
      })),
      harmless: counting.length > 0 ? null : harmlessOf(records, highest, holders.size),
    },
    shop.touchLimit,
  );
  return { safety, holders, highest };
}

function harmlessOf({ job }: LockRecords, highest: Volts | null, listed: number) {
  if (job.supplyKind === "none" || job.supplyKind === "battery") return "passive";
  // what is listed says something of the whole unit only together with its highest volts
  return highest !== null && highest < figure("charge.shock") && listed > 0 ? "belowThresholds" : null;
}

/** A rail that was read higher than somebody entered counts; one that was read lower does not say that there is none higher. */
function highestOf({ events, points }: LockRecords): Volts | null {
  const entered = enteredHighest(events);
  if (entered === null) return null;
  const read = points.flatMap((p) => (p.form === "dc" ? [Math.abs(p.volts)] : []));
  const left = events.flatMap((e) => (e.kind === "residual" ? [Math.abs(e.volts)] : []));
  return volts(Math.max(Math.abs(entered), ...read, ...left));
}

function liveAt({ points }: LockRecords, positionId: number): Volts | null {
  const read = points.flatMap((p) => (p.form === "dc" && p.positionId === positionId ? [Math.abs(p.volts)] : []));
  return read.length === 0 ? null : volts(Math.max(...read));
}

/** Parts between the reservoir and the end of the supply's chain, where places and droppers were all set by hand. */
function chainOf({ circuits, job }: LockRecords): string[] {
  const setup = circuits.findLast((c) => c.scenario === "supply");
  if (!setup) return [];
  const slots = SCENARIO_FACTS.supply.slots(fillSettings(SCENARIO_FACTS.supply, job.unitKind, setup.settings)).map((s) => s.key);
  const chain = slots.filter((key) => key !== "reservoir2");
  return stoodFor(
    chain.map((key) => setup.binding[key] ?? null),
    chain.slice(1).map((_, i) => typeof setup.settings[`dropper${i + 1}`] === "number"),
  );
}
