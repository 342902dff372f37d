import type { Seconds, Volts } from "../units";

/** What can happen to charge and power. */
export type SafetyHappening =
  | { kind: "residual"; position: string; volts: Volts }
  | { kind: "powerOn" }
  | { kind: "powerOff" }
  | { kind: "override"; reason: string }
  /** a part that holds charge has left the list: retired, unticked or its line undone */
  | { kind: "released"; position: string; reason: string }
  /** the highest DC volts anywhere in this unit, as entered */
  | { kind: "highest"; volts: Volts };

/**
 * Something recorded about charge and power on a job. `at` is when it was said, `kept` when it was recorded (ms since the epoch; the
 * same where it did not wait). Lists of events are in the order of recording: no clock decides what came first.
 */
export type SafetyEvent = { id: number; at: number; kept?: number } & SafetyHappening;

/** How one charge-holding part stands since the unit was last powered. */
export type ChargeState =
  | { kind: "unmeasured" }
  | { kind: "charged"; volts: Volts; at: number }
  /** once below the limit; the second reading counts from `secondFrom` on */
  | { kind: "once"; volts: Volts; at: number; secondFrom: number }
  /** shown empty before, but a part has left the list since: one low reading more */
  | { kind: "again"; volts: Volts; at: number }
  | { kind: "discharged"; volts: Volts; at: number };

export type TouchSafety =
  | { kind: "energised"; since: number }
  /** nothing is listed that could hold charge, so nothing can be shown to be discharged */
  | { kind: "nothingListed" }
  | { kind: "chargeHeld"; waiting: readonly { position: string; state: ChargeState }[] }
  | { kind: "safe"; since: number }
  /** nothing in the unit can hurt, and no charge was ever seen */
  | { kind: "harmless"; why: Harmless }
  | { kind: "overridden"; reason: string; at: number };

/** Why a unit has nothing to discharge: it makes no volts of its own, or all it can hold lies below the thresholds. */
export type Harmless = "passive" | "belowThresholds";

/** What the lock must know of the unit. */
export interface LockedUnit {
  /** parts that must be shown empty, sections of a can one by one */
  holders: readonly {
    designator: string;
    /** time its charge needs to be gone by discharging; after a short power cycle one reading counts only after it */
    settle: Seconds;
  }[];
  /** set where the unit has nothing that counts */
  harmless: Harmless | null;
}

/** The second reading must show that the charge has not crept back: it counts only this long after the first. */
export const RECOVERY_MS = 60_000;
/** A power cycle up to this long leaves what was shown before worth something (common practice). */
export const SHORT_CYCLE_MS = 10 * 60_000;

interface Charge {
  state: ChargeState;
  /** at or above the limit, and not shown gone since; survives power cycles and the part's leaving the list */
  seen: boolean;
}

interface Lock {
  energised: { since: number } | null;
  /** when power was last switched, by the later of its two times */
  switched: number;
  override: { reason: string; at: number; live: boolean } | null;
  charges: Map<string, Charge>;
  /** parts shown empty before a short power cycle that ended at `from`, and found charged nowhere since */
  before: { from: number; parts: Set<string> } | null;
  shownAtPowerOn: Set<string>;
  poweredAt: number;
  lastRelease: number;
  lastLow: number;
}

const early = (e: { at: number; kept?: number }) => Math.min(e.at, e.kept ?? e.at);
const late = (e: { at: number; kept?: number }) => Math.max(e.at, e.kept ?? e.at);
const NOTHING: Charge = { state: { kind: "unmeasured" }, seen: false };

/**
 * One fold over everything recorded, in the order of recording. Of the two times of a reading the one that unlocks later counts: the
 * later for the first low reading, the earlier for the second. A low reading said before power was last switched counts for nothing.
 */
function foldLock(events: readonly SafetyEvent[], limit: Volts): Lock {
  const lock: Lock = {
    energised: null,
    switched: -Infinity,
    override: null,
    charges: new Map(),
    before: null,
    shownAtPowerOn: new Set(),
    poweredAt: 0,
    lastRelease: -1,
    lastLow: -1,
  };
  events.forEach((e, i) => {
    switch (e.kind) {
      case "powerOn":
        return powerOn(lock, e);
      case "powerOff":
        return powerOff(lock, e);
      case "override":
        lock.override = { reason: e.reason, at: e.at, live: lock.energised !== null };
        return;
      case "released":
        if (lock.charges.get(e.position)?.state.kind !== "discharged") lock.lastRelease = i;
        return;
      case "highest":
        return;
      case "residual":
        return residual(lock, e, i, limit);
    }
  });
  return lock;
}

function powerOn(lock: Lock, e: SafetyEvent): void {
  if (lock.energised === null) {
    lock.shownAtPowerOn = new Set([...lock.charges].filter(([, c]) => c.state.kind === "discharged").map(([d]) => d));
    lock.poweredAt = early(e);
  }
  lock.energised = { since: e.at };
  lock.switched = Math.max(lock.switched, late(e));
  lock.override = null;
  lock.before = null;
  for (const [d, c] of lock.charges) lock.charges.set(d, { ...NOTHING, seen: c.seen });
}

function powerOff(lock: Lock, e: SafetyEvent): void {
  if (lock.energised !== null && late(e) - lock.poweredAt <= SHORT_CYCLE_MS) lock.before = { from: late(e), parts: lock.shownAtPowerOn };
  lock.energised = null;
  lock.switched = Math.max(lock.switched, late(e));
  if (lock.override?.live) lock.override = null;
}

function residual(lock: Lock, e: Extract<SafetyEvent, { kind: "residual" }>, index: number, limit: Volts): void {
  const { position, volts, at } = e;
  const before = lock.charges.get(position) ?? NOTHING;
  // what is no number is no low reading
  if (!(Math.abs(volts) < limit)) {
    lock.charges.set(position, { state: { kind: "charged", volts, at }, seen: true });
    lock.override = null;
    // found while it was on counts as well: what was shown empty before is not so any more
    lock.before?.parts.delete(position);
    lock.shownAtPowerOn.delete(position);
    return;
  }
  if (lock.energised !== null || early(e) < lock.switched) return;
  lock.lastLow = index;
  const state = afterLow(before.state, e);
  lock.charges.set(position, { state, seen: before.seen && state.kind !== "discharged" });
}

function afterLow(state: ChargeState, e: { volts: Volts; at: number; kept?: number }): ChargeState {
  const { volts, at } = e;
  switch (state.kind) {
    case "discharged":
    case "again":
      return { kind: "discharged", volts, at: state.at };
    case "once":
      // an early second look neither counts nor resets the clock
      return early(e) >= state.secondFrom ? { kind: "discharged", volts, at } : { ...state, volts };
    case "unmeasured":
    case "charged":
      return { kind: "once", volts, at, secondFrom: late(e) + RECOVERY_MS };
  }
}

/**
 * State of one part from the residual readings after the last power-on. Two readings below `limit` volts, the second at least 60 s
 * after the first, make it discharged; one at or above the limit starts over.
 * @param events in the order of recording
 */
export const chargeState = (events: readonly SafetyEvent[], position: string, limit: Volts): ChargeState =>
  foldLock(events, limit).charges.get(position)?.state ?? NOTHING.state;

/** The same for every part that has a reading. @param events in the order of recording */
export const chargeStates = (events: readonly SafetyEvent[], limit: Volts): ReadonlyMap<string, ChargeState> =>
  new Map([...foldLock(events, limit).charges].map(([d, c]) => [d, c.state]));

/**
 * Whether hands may go inside. Every part that must be shown empty, and every charge once seen whether or not its part is still
 * listed, needs two low readings since the last power-on; after a short power cycle of a unit made safe before, one does, once the
 * computed time has passed. A part that leaves the list never unlocks by itself: one low reading more is asked for. An override ends
 * with the next power-on and with a charge found after it; one given while energised does not outlive the power-off.
 * @param events in the order of recording
 * @param limit volts below which a part counts as discharged
 */
export function touchSafety(events: readonly SafetyEvent[], unit: LockedUnit, limit: Volts): TouchSafety {
  const lock = foldLock(events, limit);
  if (lock.energised) return { kind: "energised", since: lock.energised.since };
  const settle = new Map(unit.holders.map((h) => [h.designator, h.settle]));
  const seen = [...lock.charges].filter(([, c]) => c.seen).map(([d]) => d);
  const required = [...new Set([...settle.keys(), ...seen])].map((position) => ({
    position,
    state: lock.charges.get(position)?.state ?? NOTHING.state,
  }));
  const waiting = required.filter((r) => !shownEmpty(lock, r, settle.get(r.position)));
  if (waiting.length === 0 && required.length > 0 && lock.lastLow > lock.lastRelease)
    return { kind: "safe", since: Math.max(...required.map((r) => ("at" in r.state ? r.state.at : 0))) };
  if (lock.override) return { kind: "overridden", reason: lock.override.reason, at: lock.override.at };
  if (waiting.length > 0) return { kind: "chargeHeld", waiting };
  const [first] = required;
  if (first && "volts" in first.state)
    return {
      kind: "chargeHeld",
      waiting: [{ position: first.position, state: { kind: "again", volts: first.state.volts, at: first.state.at } }],
    };
  return unit.harmless && lock.lastRelease < 0 ? { kind: "harmless", why: unit.harmless } : { kind: "nothingListed" };
}

function shownEmpty(lock: Lock, r: { position: string; state: ChargeState }, settle: Seconds | undefined): boolean {
  if (r.state.kind === "discharged") return true;
  const { before } = lock;
  return (
    r.state.kind === "once" &&
    settle !== undefined &&
    before !== null &&
    before.parts.has(r.position) &&
    r.state.secondFrom - RECOVERY_MS >= before.from &&
    Math.min(r.state.at, r.state.secondFrom - RECOVERY_MS) >= before.from + settle * 1000
  );
}

/** Highest DC volts in the unit as last entered; null where nobody said. @param events in the order of recording */
export const enteredHighest = (events: readonly SafetyEvent[]): Volts | null =>
  events.findLast((e): e is Extract<SafetyEvent, { kind: "highest" }> => e.kind === "highest")?.volts ?? null;

/** Whether work with hands inside is unlocked. */
export const handsAllowed = (safety: TouchSafety): boolean =>
  safety.kind === "safe" || safety.kind === "overridden" || safety.kind === "harmless";
