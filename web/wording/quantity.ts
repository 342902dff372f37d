import { formatEngineering, type UnitSymbol } from "@mirvek/core/units";

/** A value in the digits it was entered with, or three. */
export const shown = (value: number, unit: UnitSymbol, significant?: number): string =>
  formatEngineering(value, unit, significant === undefined ? {} : { significant: Math.max(1, significant), keepZeros: true });

export const percent = (share: number): string => `${Math.round(share * 100)} %`;
export const signedPercent = (change: number): string =>
  `${change > 0 ? "+" : change < 0 ? "−" : "±"}${Math.abs(change * 100).toFixed(Math.abs(change) < 0.1 ? 1 : 0)} %`;
export const times = (ratio: number): string => `${ratio < 10 ? ratio.toFixed(1) : Math.round(ratio)} ×`;
export const money = (cents: number, currency: string): string => `${currency} ${(cents / 100).toFixed(2)}`;

/** "4700 µF 50 V" */
export const marked = (nominal: number, rated: number | null): string =>
  `${shown(nominal, "F")} ${rated === null ? "? V" : shown(rated, "V")}`;

/** Volts of either sign with a true minus. */
export const signedVolts = (volts: number, significant?: number): string => shown(volts, "V", significant).replace("-", "−");

/** How long ago, in words short enough for the rail. */
export function ago(at: number, now: number): string {
  const s = Math.max(0, Math.round((now - at) / 1000));
  if (s < 60) return `${s} s ago`;
  if (s < 3600) return `${Math.floor(s / 60)} min ago`;
  if (s < 86_400) return `${Math.floor(s / 3600)} h ago`;
  return `${Math.floor(s / 86_400)} d ago`;
}

/** "3:12" from seconds, never negative. */
export function clock(seconds: number): string {
  const s = Math.max(0, Math.ceil(seconds));
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, "0")}`;
}

/** A span of time for a sentence: "0.4 s", "9.6 s", "4 min". */
export const span = (seconds: number): string =>
  seconds < 10 ? `${seconds.toFixed(1)} s` : seconds < 120 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;

export const list = (items: readonly string[]): string =>
  items.length <= 1 ? (items[0] ?? "") : `${items.slice(0, -1).join(", ")} and ${items[items.length - 1]}`;

export const jobNumberText = (number: number): string => String(number).padStart(4, "0");
