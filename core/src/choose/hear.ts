import type { ShopConstants } from "../knowledge";
import { meanOf } from "../numeric";
import type { Curve, Outcome } from "../scenarios";
import type { Stand } from "../explain";
import type { MeasuredPart } from "../verdict";
import { asMade, newPartState, type Original, type StandIn } from "./changes";

/**
 * What can be listened to of an exchange: a response through which sound goes, or hum that is added to it. Levels in dB, frequencies in Hz.
 */
export type Hearable =
  | { kind: "response"; hz: number[]; was: number[]; becomes: number[] }
  /** one period of what a rail carries beside its DC, and how loud it is at the output, in dBV */
  | { kind: "hum"; hertz: number; was: { wave: number[]; level: number }; becomes: { wave: number[]; level: number } };

/** So many points of a period are enough for its harmonics. */
const PERIOD_POINTS = 256;

/**
 * What an exchange sounds like by its circuit, with the original as good as new and with the new part; null where no ear hears what the
 * circuit does, or it cannot be solved. Levels in dB, frequencies in Hz.
 */
export function hearAt(
  constants: ShopConstants,
  stand: Stand,
  positions: readonly MeasuredPart[],
  part: StandIn,
  original: Original,
): Hearable | null {
  const { scenario, settings, slot } = stand;
  if (scenario.id !== "coupling" && scenario.id !== "crossover" && scenario.id !== "supply") return null;
  const sound = asMade(constants, stand, positions, original);
  const before = scenario.solve(settings, sound, { detail: "full" });
  const after = scenario.solve(settings, { ...sound, [slot]: newPartState(constants, part, scenario.esrAt, original) }, { detail: "full" });
  if (!before.ok || !after.ok) return null;
  return scenario.id === "supply"
    ? humOf(before.value, after.value, scenario.measuredAt(settings)[slot])
    : responseOf(before.value, after.value);
}

const curve = (o: Outcome, key: string, at?: string): Curve | null => o.curves.find((c) => c.key === key && c.at === at) ?? null;

function responseOf(before: Outcome, after: Outcome): Hearable | null {
  const [was, becomes] = [curve(before, "response"), curve(after, "response")];
  return was && becomes ? { kind: "response", hz: [...was.x], was: [...was.y], becomes: [...becomes.y] } : null;
}

function humOf(before: Outcome, after: Outcome, node: string | undefined): Hearable | null {
  const of = (o: Outcome) => {
    const c = node === undefined ? null : curve(o, "volts", node);
    const level = o.figures.find((f) => f.key === "hum")?.value;
    return c && level !== undefined ? { wave: withoutDc(c), level, period: c.x.at(-1)! } : null;
  };
  const [was, becomes] = [of(before), of(after)];
  if (!was || !becomes) return null;
  return {
    kind: "hum",
    hertz: 1 / was.period,
    was: { wave: was.wave, level: was.level },
    becomes: { wave: becomes.wave, level: becomes.level },
  };
}

/** One period without its mean, at even steps. */
function withoutDc({ x, y }: Curve): number[] {
  const period = x.at(-1)!;
  const even = Array.from({ length: PERIOD_POINTS }, (_, i) => {
    const t = (i / PERIOD_POINTS) * period;
    let k = 0;
    while (k < x.length - 2 && x[k + 1]! <= t) k++;
    const share = (t - x[k]!) / Math.max(1e-12, x[k + 1]! - x[k]!);
    return y[k]! + (y[k + 1]! - y[k]!) * share;
  });
  const middle = meanOf(even);
  return even.map((v) => v - middle);
}
