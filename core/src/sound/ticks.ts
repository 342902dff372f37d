import { Growing } from "./growing";

/** Seconds of one tick: levels are known every so often, whatever the rate. */
export const TICK = 0.002;

/** What the samples of one side near its top are like. */
interface Top {
  /** magnitude of the highest */
  level: number;
  /** samples in the last 0.4 % under it, and in the 1.6 % under that */
  last: number;
  next: number;
  /** of the first, how many are as high as the sample before */
  flat: number;
}
const LAST = 0.996;
const NEXT = 0.98;
/** A top that rises by more than this begins to be counted anew. */
const RISES = 1.002;
const AS_HIGH = 1e-4;

/** Levels of one channel, tick by tick, and what its tops are like. */
export interface Ticks {
  /** mean square */
  power: Float32Array;
  /** largest magnitude */
  peak: Float32Array;
  /** mean square, and largest magnitude, of what cannot be told from the samples before: the second difference */
  roughPower: Float32Array;
  roughPeak: Float32Array;
  mean: number;
  positive: Top;
  negative: Top;
  samples: number;
}

const newTop = (): Top => ({ level: 0, last: 0, next: 0, flat: 0 });

function count(top: Top, size: number, still: number): void {
  if (size > top.level) {
    if (size > top.level * RISES) top.last = top.next = top.flat = 0;
    top.level = size;
  }
  if (size >= top.level * LAST) {
    top.last++;
    if (still < AS_HIGH * size && still > -AS_HIGH * size) top.flat++;
  } else if (size >= top.level * NEXT) top.next++;
}

/** Gathers ticks of one channel as its samples come. */
export function makeTicks(rate: number) {
  const power = new Growing();
  const peak = new Growing();
  const roughPower = new Growing();
  const roughPeak = new Growing();
  const per = rate * TICK;
  const [positive, negative] = [newTop(), newTop()];
  // between pushes; within one everything stands in plain locals, which is several times as fast
  const kept = { sum: 0, total: 0, most: 0, rough: 0, roughMost: 0, samples: 0, n: 0, before: 0, last: 0, due: per };
  return {
    push(x: Float32Array, many: number): void {
      let { sum, total, most, rough, roughMost, samples, n, before, last, due } = kept;
      let [above, below] = [positive.level * NEXT, -negative.level * NEXT];
      for (let i = 0; i < many;) {
        const until = Math.min(many, i + Math.max(1, Math.ceil(due - samples)));
        const from = i;
        let own = 0;
        for (; i < until; i++) {
          const now = x[i]!;
          const still = now - last;
          const second = still - (last - before);
          before = last;
          last = now;
          sum += now * now;
          own += now;
          if (now > most) most = now;
          else if (-now > most) most = -now;
          rough += second * second;
          if (second > roughMost) roughMost = second;
          else if (-second > roughMost) roughMost = -second;
          if (now > above) {
            count(positive, now, still);
            above = positive.level * NEXT;
          } else if (now < below) {
            count(negative, -now, still);
            below = -negative.level * NEXT;
          }
        }
        total += own;
        n += i - from;
        samples += i - from;
        if (samples >= due) {
          power.push(sum / n);
          peak.push(most);
          // the first samples follow on nothing
          const begins = power.length === 1;
          roughPower.push(begins ? 0 : rough / n);
          roughPeak.push(begins ? 0 : roughMost);
          sum = most = rough = roughMost = n = 0;
          due += per;
        }
      }
      Object.assign(kept, { sum, total, most, rough, roughMost, samples, n, before, last, due });
    },
    finish: (): Ticks => ({
      power: power.all,
      peak: peak.all,
      roughPower: roughPower.all,
      roughPeak: roughPeak.all,
      mean: kept.samples > 0 ? kept.total / kept.samples : 0,
      positive,
      negative,
      samples: kept.samples,
    }),
  };
}
