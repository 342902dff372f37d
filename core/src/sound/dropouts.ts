import { decibels } from "./bands";
import type { SoundEvent } from "./findings";
import { TICK, type Ticks } from "./ticks";

export interface Dropouts {
  events: SoundEvent[];
  /** dB, of the middle one */
  depth: number;
  over: number;
}

const MIN_TICKS = 4;
const MAX_SECONDS = 3;
/** dB under what is round about at which it counts as gone. */
const GONE_DB = 24;
/**
 * Right beside the edge it still sounds, or sounds again, as it does further off: nothing that is played stops within some milliseconds.
 */
const EDGE_TICKS = 2;
const STOPS_DB = 6.5;
const BEGINS_DB = 9;
/** Where it falls and rises by so much within an edge, it need not be quite as loud there: another note may begin. */
const SHEER_DB = 40;
const SHEER_MORE_DB = 4;
/** and not for a moment only, as a click does */
const NEAR_TICKS = 8;
const NEAR_DB = 12;
/** Levels some way from the edges: what comes back is what was there. */
const AWAY = { from: 40, to: 1 } as const;
const ALIKE_DB = 18;
const AROUND_TICKS = 100;
const SILENT_DB = -75;
/** What is so far under the whole is the room and no programme: that it stops is an edit of the recording. */
const PLAYED_DB = 32;

/** Places where a channel stops at once and comes back at once as it was; rests between notes are none. */
export function findDropouts({ power }: Ticks): Dropouts | null {
  const n = power.length;
  const around = levelsOf(power);
  const level = (from: number, to: number): number => {
    let [sum, count] = [0, 0];
    for (let i = Math.max(0, from); i < Math.min(n, to); i++, count++) sum += power[i]!;
    return count > 0 ? decibels(sum / count) : -200;
  };
  const most = (from: number, to: number): number => {
    let m = 0;
    for (let i = Math.max(0, from); i < Math.min(n, to); i++) m = Math.max(m, power[i]!);
    return decibels(m);
  };
  const middle = (from: number, to: number): number => {
    const part = power.slice(Math.max(0, from), Math.max(0, Math.min(n, to))).sort();
    return decibels(part[part.length >> 1] ?? 0);
  };
  const whole = level(0, n);
  const out: { start: number; end: number; depth: number }[] = [];
  for (let i = 1; i < n;) {
    const here = around[Math.floor(i / AROUND_TICKS)]!;
    const gone = here / 10 ** (GONE_DB / 10);
    if (here < 10 ** (SILENT_DB / 10) || power[i]! > gone || power[i - 1]! <= gone) {
      i++;
      continue;
    }
    let end = i;
    while (end < n && power[end]! <= gone) end++;
    const ticks = end - i;
    const [before, after] = [level(i - AWAY.from, i - AWAY.to), level(end + AWAY.to, end + AWAY.from)];
    const inside = level(i + 1, Math.max(i + 2, end - 1));
    const depth = Math.min(before, after) - inside;
    const sheer = most(i - EDGE_TICKS, i) > inside + SHEER_DB && most(end, end + EDGE_TICKS) > inside + SHEER_DB;
    const more = sheer ? SHEER_MORE_DB : 0;
    const stops = most(i - EDGE_TICKS, i) > before - STOPS_DB && middle(i - NEAR_TICKS, i) > before - NEAR_DB;
    const begins = most(end, end + EDGE_TICKS + 1) > after - BEGINS_DB - more && middle(end + 1, end + 1 + NEAR_TICKS) > after - NEAR_DB;
    const asItWas =
      Math.abs(before - after) < ALIKE_DB && Math.min(middle(i - NEAR_TICKS, i), middle(end + 1, end + 1 + NEAR_TICKS)) > whole - PLAYED_DB;
    if (end < n && ticks >= MIN_TICKS && ticks * TICK <= MAX_SECONDS && stops && begins && asItWas && depth >= GONE_DB)
      out.push({ start: i * TICK, end: end * TICK, depth });
    i = Math.max(end, i + 1);
  }
  if (out.length === 0) return null;
  const depth = out.map((d) => d.depth).sort((a, b) => a - b)[out.length >> 1]!;
  return { events: out.map(({ start, end }) => ({ start, end })), depth, over: depth - GONE_DB + 2 };
}

/** Level round about: the upper quarter of the powers in five stretches, so that a gap does not lower it. */
function levelsOf(power: Float32Array): Float64Array {
  const count = Math.ceil(power.length / AROUND_TICKS);
  const own = Float64Array.from({ length: count }, (_, i) => {
    const part = power.slice(i * AROUND_TICKS, (i + 1) * AROUND_TICKS).sort();
    return part[Math.floor(0.75 * (part.length - 1))] ?? 0;
  });
  return own.map((_, i) => {
    const near = own.slice(Math.max(0, i - 2), i + 3).sort();
    return near[near.length >> 1]!;
  });
}
