/** What is read for an idle current: volts over a resistor, amperes, or watts at the mains. */
export type IdleUnit = "V" | "A" | "W";

/** Where a reading should lie, in its unit. */
interface Window {
  low: number;
  high: number;
}

/** What to do about a reading: up to the lower edge, leave, down to the upper edge. */
type WindowAct = { act: "raise"; to: number } | { act: "leave" } | { act: "lower"; to: number };

/** The window rule of common practice: what is inside is left alone, what is outside is brought to the nearest edge. */
export const windowAct = (read: number, { low, high }: Window): WindowAct =>
  read < low ? { act: "raise", to: low } : read > high ? { act: "lower", to: high } : { act: "leave" };

/** One reading of one channel's idle current. */
export interface IdleReading {
  channel: string;
  value: number;
  /** read cold, warm, or nobody said */
  heat: "cold" | "warm" | null;
  /** the adjuster is at its end and the target not reached */
  atEnd: boolean;
  at: number;
}

export interface IdleChannel {
  channel: string;
  /** the first reading cold, where there is one */
  cold: number | null;
  /** readings warm or unsaid, oldest first */
  passes: readonly number[];
  now: number | null;
  act: WindowAct | null;
  state: "unread" | "coldOnly" | "toSet" | "set" | "unreachable";
}

/** Passes outside the window after which it counts as out of reach, the first included. */
const PASSES = 3;

/**
 * Each channel against its window. A channel that is out of it after three passes, or whose adjuster is at its end, cannot reach it: that
 * is evidence of a fault and no matter of setting.
 */
export function idleChannels(channels: readonly string[], readings: readonly IdleReading[], window: Window | null): IdleChannel[] {
  const named = [...new Set([...channels, ...readings.map((r) => r.channel)])];
  return named.map((channel) => {
    const mine = readings.filter((r) => r.channel === channel);
    const passes = mine.filter((r) => r.heat !== "cold").map((r) => r.value);
    const cold = mine.find((r) => r.heat === "cold")?.value ?? null;
    const now = mine.at(-1)?.value ?? null;
    const warm = passes.at(-1) ?? null;
    const act = window === null || now === null ? null : windowAct(now, window);
    const outside = act !== null && act.act !== "leave";
    const stuck = outside && (mine.at(-1)!.atEnd || passes.filter((v) => windowAct(v, window!).act !== "leave").length >= PASSES);
    const state =
      now === null ? "unread" : stuck ? "unreachable" : warm === null ? "coldOnly" : outside || window === null ? "toSet" : "set";
    return { channel, cold, passes, now, act, state };
  });
}

/** Mains watts to expect as channels are set one after the other, from fully down: k channels make down + k · each. */
export const wattSteps = (down: number, each: number, channels: number): number[] =>
  Array.from({ length: channels + 1 }, (_, k) => down + k * each);

/** Idle current of one channel through a resistor, amperes. @throws RangeError unless the resistor has more than 0 Ω */
export function throughResistor(read: number, ohms: number): number {
  if (!(ohms > 0)) throw new RangeError("a current is read over more than 0 Ω");
  return Math.abs(read) / ohms;
}
