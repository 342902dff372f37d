import type { Volts } from "../units";

/** What can happen to charge and power. */
export type SafetyHappening =
  { kind: "residual"; position: string; volts: Volts } | { kind: "powerOn" } | { kind: "powerOff" } | { kind: "override"; reason: string };

/** Something recorded about charge and power on a job. `at` in ms since the epoch; `id` grows with time. */
export type SafetyEvent = { id: number; at: number } & SafetyHappening;

/** How one charge-holding part stands since the unit was last powered. */
export type ChargeState =
  | { kind: "unmeasured" }
  | { kind: "charged"; volts: Volts; at: number }
  /** once below the limit; the second reading counts from `secondFrom` on */
  | { kind: "once"; volts: Volts; at: number; secondFrom: number }
  | { kind: "discharged"; volts: Volts; at: number };

export type TouchSafety =
  | { kind: "energised"; since: number }
  /** nothing is listed that could hold charge, so nothing can be shown to be discharged */
  | { kind: "nothingListed" }
  | { kind: "chargeHeld"; waiting: readonly { position: string; state: ChargeState }[] }
  | { kind: "safe"; since: number }
  | { kind: "overridden"; reason: string; at: number };

/** The second reading must show that the charge has not crept back: it counts only this long after the first. */
export const RECOVERY_MS = 60_000;

/**
 * State of one part from the residual readings after the last power-on (any order). Two readings below `limit` volts, the
 * second at least 60 s after the first, make it discharged; one at or above the limit starts over.
 */
export function chargeState(events: readonly SafetyEvent[], position: string, limit: Volts): ChargeState {
  let state: ChargeState = { kind: "unmeasured" };
  for (const e of sinceLastPower(events)) {
    if (e.kind !== "residual" || e.position !== position) continue;
    state = next(state, e, limit);
  }
  return state;
}

function next(state: ChargeState, e: { volts: Volts; at: number }, limit: Volts): ChargeState {
  const { volts, at } = e;
  if (Math.abs(volts) >= limit) return { kind: "charged", volts, at };
  switch (state.kind) {
    case "discharged":
      return { kind: "discharged", volts, at: state.at };
    case "once":
      // an early second look neither counts nor resets the clock
      return at >= state.secondFrom ? { kind: "discharged", volts, at } : { ...state, volts };
    case "unmeasured":
    case "charged":
      return { kind: "once", volts, at, secondFrom: at + RECOVERY_MS };
  }
}

function sinceLastPower(events: readonly SafetyEvent[]): SafetyEvent[] {
  const inOrder = [...events].sort((a, b) => a.at - b.at || a.id - b.id);
  const last = inOrder.findLastIndex((e) => e.kind === "powerOn");
  return inOrder.slice(last + 1);
}

/**
 * Whether hands may go inside: every charge-holding part discharged since the last power-on, or an override with a reason.
 * A power-on clears both. With no such part listed the answer is "nothingListed", never "safe".
 * @param positions designators of every part that can hold charge, sections of a can one by one
 * @param limit volts below which a part counts as discharged
 */
export function touchSafety(events: readonly SafetyEvent[], positions: readonly string[], limit: Volts): TouchSafety {
  const inOrder = [...events].sort((a, b) => a.at - b.at || a.id - b.id);
  const lastPower = inOrder.findLast((e) => e.kind === "powerOn" || e.kind === "powerOff");
  if (lastPower?.kind === "powerOn") return { kind: "energised", since: lastPower.at };
  const states = positions.map((position) => ({ position, state: chargeState(inOrder, position, limit) }));
  const waiting = states.filter((s) => s.state.kind !== "discharged");
  const override = sinceLastPower(inOrder).findLast((e): e is Extract<SafetyEvent, { kind: "override" }> => e.kind === "override");
  if (positions.length > 0 && waiting.length === 0) {
    const since = Math.max(...states.map((s) => (s.state.kind === "discharged" ? s.state.at : 0)));
    return { kind: "safe", since };
  }
  // a charge found after the override was given is new knowledge: the override no longer covers it
  const foundLater = waiting.some((w) => w.state.kind === "charged" && override !== undefined && w.state.at > override.at);
  if (override && !foundLater) return { kind: "overridden", reason: override.reason, at: override.at };
  return positions.length === 0 ? { kind: "nothingListed" } : { kind: "chargeHeld", waiting };
}

/** Whether work with hands inside is unlocked. */
export const handsAllowed = (safety: TouchSafety): boolean => safety.kind === "safe" || safety.kind === "overridden";
