import { volts, type Volts } from "../units";

/** What can happen to charge and power. */
export type SafetyHappening =
  | { kind: "residual"; position: string; volts: Volts }
  /** `reason`: why it went straight onto the mains, where somebody had to say */
  | { kind: "powerOn"; reason?: string | null }
  /** power was asked for while an interlock held it: it counts as power until somebody says that it is off */
  | { kind: "powerAttempt" }
  | { kind: "powerOff" }
  /** the line that switched it on was struck out: off, for all anybody says; charged, for all anybody knows */
  | { kind: "powerUndone" }
  | { kind: "override"; reason: string }
  /** a part that holds charge has left the list: retired, unticked or its line undone */
  | { kind: "released"; position: string; reason: string }
  /** the highest DC volts anywhere in this unit, as entered */
  | { kind: "highest"; volts: Volts }
  /** the job was closed in between: where the unit was, and what it was connected to, nobody recorded */
  | { kind: "reopened" }
  /** a row of the record that cannot be read: it may have been power */
  | { kind: "unreadable" };
export const SAFETY_KINDS = [
  "residual",
  "powerOn",
  "powerAttempt",
  "powerOff",
  "powerUndone",
  "override",
  "released",
  "highest",
  "reopened",
  "unreadable",
] as const satisfies readonly SafetyHappening["kind"][];

/**
 * Something recorded about charge and power on a job. `at` is when it was said, `kept` when it was recorded (ms since the epoch; the same
 * where it did not wait). Lists of events are in the order of recording: no clock decides what came first. `struck`: its line was undone,
 * and it counts as a moment at which parts may have been charged, no longer as a switching off.
 */
export type SafetyEvent = { id: number; at: number; kept?: number; struck?: boolean } & SafetyHappening;

/** How one charge-holding part stands since the unit was last powered. */
export type ChargeState =
  | { kind: "unmeasured" }
  | { kind: "charged"; volts: Volts; at: number }
  /** once below the limit; the second reading counts from `secondFrom` on */
  | { kind: "once"; volts: Volts; at: number; secondFrom: number }
  /** shown empty before, but a part has left the list since: one low reading more */
  | { kind: "again"; volts: Volts; at: number }
  | { kind: "discharged"; volts: Volts; at: number };

/**
 * A low reading that showed nothing, so that whoever took it knows to take it again: `powered`, the unit counted as on; `earlier`, it was
 * entered before the last charge or power was on the record.
 */
export interface PassedOver {
  volts: Volts;
  at: number;
  why: "powered" | "earlier";
}

/** How one part stands, and what was read since that did not count. */
export interface PartCharge {
  state: ChargeState;
  passedOver: PassedOver | null;
}

export type TouchSafety =
  /** `attempt`: power was asked for against an interlock; nobody has said that the unit stayed off */
  | { kind: "energised"; since: number; attempt: boolean }
  /** nothing is listed that could hold charge, so nothing can be shown to be discharged */
  | { kind: "nothingListed" }
  /** what is listed is too little to hurt, but how high this unit goes nobody has said */
  | { kind: "voltsUnknown"; listed: readonly string[] }
  | { kind: "chargeHeld"; waiting: readonly ({ position: string } & PartCharge)[] }
  | { kind: "safe"; since: number }
  /** nothing in the unit can hurt, and no charge was ever seen */
  | { kind: "harmless"; why: Harmless }
  | { kind: "overridden"; reason: string; at: number };

/** Why a unit has nothing to discharge: it makes no volts of its own, or all it can hold lies below the thresholds. */
export type Harmless = "passive" | "belowThresholds";

/** What the lock must know of the unit. */
export interface LockedUnit {
  /** parts that must be shown empty, sections of a can one by one */
  holders: readonly string[];
  /** every part listed as holding charge, those with too little to hurt among them */
  listed: readonly string[];
  /** set where the unit has nothing that counts */
  harmless: Harmless | null;
  /** ms since the epoch: the last time something read shows that the unit was live; lows said before it show nothing. -Infinity: never */
  liveUntil: number;
}

/** The second reading must show that the charge has not crept back: it counts only this long after the first. */
export const RECOVERY_MS = 60_000;

interface Charge extends PartCharge {
  /** at or above the limit, and not shown gone since; survives power cycles and the part's leaving the list */
  seen: boolean;
  /** the later of the two times of the last charge seen on it */
  lastSeen: number;
}
/** `said`: when it was last said to be on, by the clock of whoever said it; null: off */
type On = { since: number; said: number; attempt: boolean } | null;
interface Lock {
  on: On;
  /** the last moment any part could have been charged, by the later of its two times */
  charging: number;
  override: { reason: string; at: number } | null;
  charges: Map<string, Charge>;
  lastRelease: number;
  lastLow: number;
}

const early = (e: { at: number; kept?: number }) => Math.min(e.at, e.kept ?? e.at);
const late = (e: { at: number; kept?: number }) => Math.max(e.at, e.kept ?? e.at);
/** Of a part nobody has measured. */
export const NO_READING: PartCharge = { state: { kind: "unmeasured" }, passedOver: null };
const NOTHING: Charge = { ...NO_READING, seen: false, lastSeen: -Infinity };

/**
 * Whether the unit is on after one more event. Switching off counts only where it was not said before the unit was last said to be on:
 * a line that waited must not switch off what was switched on after it was typed.
 */
function switched(on: On, e: SafetyEvent): On {
  switch (e.kind) {
    case "powerOn":
    case "powerAttempt":
      return { since: e.at, said: Math.max(e.at, on?.said ?? -Infinity), attempt: e.kind === "powerAttempt" && (on?.attempt ?? true) };
    case "powerOff":
      return on !== null && (e.struck || e.at < on.said) ? on : null;
    default:
      return on;
  }
}

/** The same for the event at `i`: undoing a power-on leaves the unit as the power-ons and power-offs that still count have it. */
function switchedAt(on: On, events: readonly SafetyEvent[], i: number): On {
  const e = events[i]!;
  if (e.kind !== "powerUndone") return switched(on, e);
  return events.slice(0, i).reduce<On>((before, b) => (b.struck ? before : switched(before, b)), null);
}

/** Whether the unit is switched on as far as the record says. @param events in the order of recording */
export const isPowered = (events: readonly SafetyEvent[]): boolean =>
  events.reduce<On>((on, _, i) => switchedAt(on, events, i), null) !== null;

/**
 * One fold over everything recorded, in the order of recording. Of the two times of a reading the one that unlocks later counts: the
 * later for the first low reading, the earlier for the second. A low reading counts for nothing where it was said before the last moment
 * the part could have been charged: by the power, by whatever the unit did away from the bench, or by a charge seen on it.
 */
function foldLock(events: readonly SafetyEvent[], limit: Volts, liveUntil = -Infinity): Lock {
  const lock: Lock = {
    on: null,
    charging: -Infinity,
    override: null,
    charges: new Map(),
    lastRelease: -1,
    lastLow: -1,
  };
  events.forEach((e, i) => {
    lock.on = switchedAt(lock.on, events, i);
    switch (e.kind) {
      case "powerOn":
      case "powerAttempt":
      case "reopened":
      case "unreadable":
        return mayCharge(lock, e);
      case "powerOff":
      case "powerUndone":
        // whoever says that it is off now says that it was on
        return mayCharge(lock, e);
      case "override":
        lock.override = { reason: e.reason, at: e.at };
        return;
      case "released":
        if (lock.charges.get(e.position)?.state.kind !== "discharged") lock.lastRelease = i;
        return;
      case "highest":
        return;
      case "residual":
        return residual(lock, e, i, limit, liveUntil);
    }
  });
  return lock;
}

/** Every part may be charged from here: what was shown before shows nothing any more, and an override has ended. */
function mayCharge(lock: Lock, e: SafetyEvent): void {
  lock.charging = Math.max(lock.charging, late(e));
  lock.override = null;
  for (const [d, c] of lock.charges) lock.charges.set(d, { ...NOTHING, seen: c.seen, lastSeen: c.lastSeen });
}

function residual(lock: Lock, e: Extract<SafetyEvent, { kind: "residual" }>, index: number, limit: Volts, liveUntil: number): void {
  const { position, at } = e;
  const before = lock.charges.get(position) ?? NOTHING;
  // what is no number is no low reading
  if (!(Math.abs(e.volts) < limit)) {
    lock.charges.set(position, {
      state: { kind: "charged", volts: e.volts, at },
      passedOver: null,
      seen: true,
      lastSeen: Math.max(before.lastSeen, late(e)),
    });
    lock.override = null;
    return;
  }
  const why = lock.on !== null ? "powered" : early(e) < Math.max(lock.charging, before.lastSeen, liveUntil) ? "earlier" : null;
  if (why !== null) {
    const waits = before.state.kind === "unmeasured" || before.state.kind === "charged";
    if (waits) lock.charges.set(position, { ...before, passedOver: { volts: e.volts, at, why } });
    return;
  }
  lock.lastLow = index;
  const state = afterLow(before.state, e);
  lock.charges.set(position, { ...before, state, passedOver: null, seen: before.seen && state.kind !== "discharged" });
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
 * State of one part from the residual readings after the last moment it could have been charged. Two readings below `limit` volts, the
 * second at least 60 s after the first, make it discharged; one at or above the limit starts over.
 * @param events in the order of recording
 */
export const chargeState = (events: readonly SafetyEvent[], position: string, limit: Volts): ChargeState =>
  foldLock(events, limit).charges.get(position)?.state ?? NOTHING.state;

/** The same for every part that has a reading. @param events in the order of recording @param liveUntil as in `LockedUnit` */
export const partCharges = (events: readonly SafetyEvent[], limit: Volts, liveUntil = -Infinity): ReadonlyMap<string, PartCharge> =>
  foldLock(events, limit, liveUntil).charges;

/**
 * Whether it is safe to work inside: only where every part that must be shown empty, and every charge once seen whether or not its part is
 * still listed, was read below the limit twice, 60 s apart, after the last moment it could have been charged; or by a written override. A
 * part that leaves the list never unlocks by itself: one low reading more is asked for. An override ends with the next switching on or off
 * and with a charge found after it.
 * @param events in the order of recording
 * @param limit volts below which a part counts as discharged
 */
export function touchSafety(events: readonly SafetyEvent[], unit: LockedUnit, limit: Volts): TouchSafety {
  const lock = foldLock(events, limit, unit.liveUntil);
  if (lock.on) return { kind: "energised", since: lock.on.since, attempt: lock.on.attempt };
  const seen = [...lock.charges].filter(([, c]) => c.seen).map(([d]) => d);
  const required = [...new Set([...unit.holders, ...seen])].map((position) => {
    const { state, passedOver } = lock.charges.get(position) ?? NO_READING;
    return { position, state, passedOver };
  });
  const waiting = required.filter((r) => r.state.kind !== "discharged");
  if (waiting.length === 0 && required.length > 0 && lock.lastLow > lock.lastRelease)
    return { kind: "safe", since: Math.max(...required.map((r) => ("at" in r.state ? r.state.at : 0))) };
  if (lock.override) return { kind: "overridden", reason: lock.override.reason, at: lock.override.at };
  if (waiting.length > 0) return { kind: "chargeHeld", waiting };
  const [first] = required;
  if (first && "volts" in first.state)
    return {
      kind: "chargeHeld",
      waiting: [{ ...first, state: { kind: "again", volts: first.state.volts, at: first.state.at } }],
    };
  if (unit.harmless && lock.lastRelease < 0) return { kind: "harmless", why: unit.harmless };
  return unit.listed.length > 0 ? { kind: "voltsUnknown", listed: unit.listed } : { kind: "nothingListed" };
}

/** Highest DC volts in the unit as last entered; null where nobody said. @param events in the order of recording */
export const enteredHighest = (events: readonly SafetyEvent[]): Volts | null =>
  events.findLast((e): e is Extract<SafetyEvent, { kind: "highest" }> => e.kind === "highest")?.volts ?? null;

/** The most that was ever read across a part with the power off, by part; of either sign, as a size. */
export function mostResidual(events: readonly SafetyEvent[]): ReadonlyMap<string, Volts> {
  const most = new Map<string, Volts>();
  for (const e of events)
    if (e.kind === "residual") most.set(e.position, volts(Math.max(most.get(e.position) ?? 0, Math.abs(e.volts) || 0)));
  return most;
}

/** Whether work inside is unlocked. */
export const internalAccessAllowed = (safety: TouchSafety): boolean =>
  safety.kind === "safe" || safety.kind === "overridden" || safety.kind === "harmless";
