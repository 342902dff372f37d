// Which faults a unit may have, given what was seen and tried: exact over every single fault, every pair, and "something else".

/** One thing observed that faults make more or less likely. */
export interface Evidence {
  /** chance that it turns out as named, under each hypothesis by itself; 0 to 1 */
  chance: readonly number[];
  /** chance under none of them */
  base: number;
  /** chance under something that is on no list, where it is not as good as none: it makes the complaint too */
  elsewhere?: number;
  /** whether it did */
  happened: boolean;
  /** `shows`: either of two faults shows it; `cures`: curing one of two leaves the other */
  rule: "shows" | "cures";
  /** how far it may be leaned on, 0 to 1 */
  weight: number;
}

export interface Posterior {
  /** chance that a hypothesis is among the faults, in their order */
  marginal: number[];
  /** chance that it is something nobody thought of */
  other: number;
}

/** No answer is certain: meters err, and so do those who read them. */
const DOUBT = 0.02;
const doubted = (p: number): number => DOUBT + (1 - 2 * DOUBT) * Math.min(1, Math.max(0, p));

/** Share of units with two faults, and of those with one that is on no list (common practice). */
const TWO_FAULTS = 0.12;
const ELSE = 0.05;

const likelihood = ({ happened, weight }: Evidence, chance: number): number =>
  Math.pow(happened ? doubted(chance) : 1 - doubted(chance), weight);

function chanceOfTwo({ rule, base }: Evidence, a: number, b: number): number {
  // what neither makes happens by itself now and then; both make it more often than one
  if (rule === "shows") return base < 1 ? 1 - ((1 - a) * (1 - b)) / (1 - base) : 1;
  return Math.max(base, 0.5 * Math.max(a, b));
}

/** @param weights how often each fault occurs, in any unit above 0; at least one */
export function infer(weights: readonly number[], evidence: readonly Evidence[]): Posterior {
  const n = weights.length;
  const total = weights.reduce((a, b) => a + b, 0);
  const prior = weights.map((w) => w / total);
  const alone = prior.map((p, i) => p * evidence.reduce((l, w) => l * likelihood(w, w.chance[i]!), 1 - TWO_FAULTS - ELSE));
  const elsewhere = evidence.reduce((l, w) => l * likelihood(w, w.elsewhere ?? w.base), ELSE);
  const pairMass = prior.reduce((sum, p, i) => sum + p * (1 - p - prior.slice(0, i).reduce((a, b) => a + b, 0)), 0);
  const marginal = [...alone];
  let sum = alone.reduce((a, b) => a + b, elsewhere);
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      let l = pairMass > 0 ? (TWO_FAULTS * prior[i]! * prior[j]!) / pairMass : 0;
      for (const w of evidence) {
        if (l === 0) break;
        l *= likelihood(w, chanceOfTwo(w, w.chance[i]!, w.chance[j]!));
      }
      marginal[i]! += l;
      marginal[j]! += l;
      sum += l;
    }
  return sum > 0 ? { marginal: marginal.map((m) => m / sum), other: elsewhere / sum } : { marginal: prior.map(() => 1 / n), other: 0 };
}

/** How much a piece of evidence supports a hypothesis against what else may be, in bits; negative: against it. */
export function weightOfEvidence(w: Evidence, i: number, posterior: Posterior): number {
  const others = posterior.marginal.map((m, k) => (k === i ? 0 : m));
  const sum = others.reduce((a, b) => a + b, posterior.other);
  if (!(sum > 0)) return 0;
  const beside =
    others.reduce((acc, m, k) => acc + m * likelihood(w, w.chance[k]!), posterior.other * likelihood(w, w.elsewhere ?? w.base)) / sum;
  return Math.log2(likelihood(w, w.chance[i]!) / beside);
}

const entropy = (p: readonly number[]): number => p.reduce((h, x) => (x > 0 ? h - x * Math.log2(x) : h), 0);

/**
 * Bits a test is expected to tell, over the faults as they stand. `chance` and `base` from 0 to 1; 0 bits where the outcome is certain.
 */
export function expectedBits(chance: readonly number[], base: number, posterior: Posterior): { bits: number; yes: number } {
  const total = posterior.marginal.reduce((a, b) => a + b, posterior.other);
  const p = [...posterior.marginal, posterior.other].map((m) => m / total);
  const c = [...chance, base].map(doubted);
  const yes = p.reduce((sum, x, i) => sum + x * c[i]!, 0);
  const given = (happened: boolean) => {
    const joint = p.map((x, i) => x * (happened ? c[i]! : 1 - c[i]!));
    const sum = joint.reduce((a, b) => a + b, 0);
    return sum > 0 ? entropy(joint.map((x) => x / sum)) : 0;
  };
  return { bits: entropy(p) - yes * given(true) - (1 - yes) * given(false), yes };
}
