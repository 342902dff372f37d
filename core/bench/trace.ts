import { performance } from "node:perf_hooks";
import { BENCH_TESTS, HYPOTHESES, type HypothesisRow } from "../src/knowledge";
import { FINDINGS, sectionsOf, type FindingToken, type SupplyKind, type UnitKind } from "../src/device";
import { complaintEvidence, expectedBits, hypothesesOf, infer, weightsOf, type TracedUnit, type Evidence } from "../src/diagnosis";

// Made cases for the tracing, apart from the inference: faults are drawn, their chances bent at random so that the world is not the
// table, symptoms overlooked, tests answered wrongly or not at all. What comes out is measured, not asserted.

const say = (line: string) => process.stdout.write(`${line}\n`);
const CASES = Number(process.argv[2] ?? 2000);
const BEND = 0.6; // standard deviation of the logit
const OVERLOOKED = 0.12;
const INVENTED = 0.03;
const WRONG = 0.05;
const UNANSWERED = 0.07;
const TWO = 0.12;
const BAD_ANYWAY = 0.2;
const MEASURE_MINUTES = 5;
const REPLACE_MINUTES = 8;
const CONFIRM_MINUTES = 8;
const CONFIRMS = 0.9;
const SETTING_UP = 4;

let seed = 20260417;
const random = () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
const bent = (p: number) => {
  const q = Math.min(0.985, Math.max(0.015, p));
  return 1 / (1 + Math.exp(-(Math.log(q / (1 - q)) + BEND * normal())));
};
const pick = <T>(list: readonly T[], weights: readonly number[]): T => {
  let x = random() * weights.reduce((a, b) => a + b, 0);
  for (const [i, w] of weights.entries()) if ((x -= w) <= 0) return list[i]!;
  return list.at(-1)!;
};

const UNITS: readonly (readonly [UnitKind, SupplyKind])[] = [
  ["receiver", "linear"],
  ["stereoAmplifier", "linear"],
  ["valveAmplifier", "valveRectifier"],
  ["subwoofer", "linear"],
  ["mixer", "linear"],
  ["synthesizer", "linear"],
  ["synthesizer", "switchMode"],
  ["mixer", "switchMode"],
  ["passiveLoudspeaker", "none"],
  ["poweredSpeaker", "linear"],
  ["mobileAmplifier", "battery"],
  ["recordPlayer", "linear"],
  ["intercom", "linear"],
];

interface Option {
  name: string;
  minutes: number;
  chance: number[];
  base: number;
  rule: Evidence["rule"];
  /** of the world, not of the table */
  truth: number;
}

function optionsOf(unit: TracedUnit, rows: readonly HypothesisRow[], faults: readonly HypothesisRow[]): Option[] {
  const sections = new Set(sectionsOf(unit.unitKind, unit.supplyKind).map((s) => s.kind));
  const out: Option[] = [];
  for (const t of BENCH_TESTS) {
    if (t.not.includes(unit.supplyKind) || t.not.includes(unit.unitKind)) continue;
    if (t.sections && !t.sections.some((s) => sections.has(s))) continue;
    if (t.findings && !t.findings.some((f) => unit.findings.includes(f))) continue;
    const each = faults.map((f) => bent(t.given[f.id] ?? t.rest));
    const truth = t.rule === "shows" ? 1 - each.reduce((q, p) => q * (1 - p), 1) : Math.max(...each) * (faults.length > 1 ? 0.5 : 1);
    out.push({ name: t.id, minutes: t.minutes, chance: rows.map((h) => t.given[h.id] ?? t.rest), base: t.rest, rule: t.rule, truth });
  }
  for (const h of rows.filter((r) => r.roles.length > 0)) {
    const truth = faults.some((f) => f.id === h.id) ? 0.95 : BAD_ANYWAY * (0.5 + random());
    out.push({
      name: `measure ${h.id}`,
      minutes: MEASURE_MINUTES,
      chance: rows.map((o) => (o.id === h.id ? 0.96 : 0.2)),
      base: 0.2,
      rule: "shows",
      truth,
    });
  }
  for (const h of rows)
    out.push({
      name: `confirm ${h.id}`,
      minutes: CONFIRM_MINUTES,
      chance: rows.map((o) => (o.id === h.id ? CONFIRMS : 0.03)),
      base: 0.03,
      rule: "cures",
      truth: faults.includes(h) ? (faults.length > 1 ? 0.5 : bent(CONFIRMS)) : 0.03,
    });
  return out;
}

interface Made {
  unit: TracedUnit;
  rows: readonly HypothesisRow[];
  faults: readonly HypothesisRow[];
}

function made(): Made {
  for (;;) {
    const [unitKind, supplyKind] = UNITS[Math.floor(random() * UNITS.length)]!;
    const ageYears = Math.round(5 + 50 * random());
    const rows = hypothesesOf({ unitKind, supplyKind });
    const weights = weightsOf({ unitKind, supplyKind, ageYears }, rows).map((w) => w * Math.exp(0.5 * normal()));
    const first = pick(rows, weights);
    const rest = rows.filter((r) => r !== first);
    const faults =
      random() < TWO && rest.length > 0
        ? [
            first,
            pick(
              rest,
              rest.map((r) => weights[rows.indexOf(r)]!),
            ),
          ]
        : [first];
    const there = new Set<FindingToken>();
    for (const f of faults)
      for (const [token, p] of Object.entries(f.makes) as [FindingToken, number][]) if (random() < bent(p)) there.add(token);
    const dead = ["noPower", "fuseBlown", "noSound"].some((t) => there.has(t as FindingToken));
    if (dead) for (const t of FINDINGS.sound) if (t !== "noSound") there.delete(t);
    const said = new Set([...there].filter(() => random() > OVERLOOKED));
    for (const group of ["sound", "power", "temperature", "circumstances"] as const)
      if (random() < INVENTED) said.add(FINDINGS[group][Math.floor(random() * FINDINGS[group].length)]!);
    if (said.size === 0) continue;
    const one = faults.some((f) => f.scope === "one" || (f.scope === "either" && random() < 0.5));
    if (random() < 0.8) said.add(random() < 0.93 === one ? "oneChannel" : "allChannels");
    if (random() < 0.4 && first.volume !== null && !dead)
      said.add(random() < 0.9 === (first.volume === "before") ? "volumeChangesIt" : "volumeNoEffect");
    return { unit: { unitKind, supplyKind, ageYears, channels: 2, findings: [...said] }, rows, faults };
  }
}

const top = (marginal: readonly number[]): number[] => marginal.map((_, i) => i).sort((a, b) => marginal[b]! - marginal[a]!);

function judged(posterior: ReturnType<typeof infer>, order: readonly number[], isFault: (i: number) => boolean): void {
  if (isFault(order[0]!)) hit.tests1++;
  if (order.slice(0, 3).some(isFault)) hit.tests3++;
  for (const [i, m] of posterior.marginal.entries()) {
    const bin = bins[Math.min(9, Math.floor(m * 10))]!;
    bin.n++;
    bin.sum += m;
    bin.right += isFault(i) ? 1 : 0;
  }
}

const WRONG_REPAIR = 20;
const hit = { complaint3: 0, tests1: 0, tests3: 0 };
const bins = Array.from({ length: 10 }, () => ({ n: 0, sum: 0, right: 0 }));
const minutes: { traced: number[]; order: number[]; all: number[] } = { traced: [], order: [], all: [] };
const latency: number[] = [];
let found = 0;

for (let c = 0; c < CASES; c++) {
  const { unit, rows, faults } = made();
  const weights = weightsOf(unit, rows);
  const isFault = (i: number) => faults.includes(rows[i]!);
  const evidence: Evidence[] = complaintEvidence(unit, rows);
  let asked: string | null = null;
  let posterior = infer(weights, evidence);
  if (top(posterior.marginal).slice(0, 3).some(isFault)) hit.complaint3++;
  const open = optionsOf(unit, rows, faults);
  let spent = 0;
  let tests = 0;
  let shown = false;
  for (let step = 0; step < 14 && !shown; step++) {
    const began = performance.now();
    let best: Option | null = null;
    let most = 0;
    for (const o of open) {
      const { bits } = expectedBits(o.chance, o.base, posterior);
      const value = bits / (o.minutes + SETTING_UP);
      if (value > most) [best, most] = [o, value];
    }
    latency.push(performance.now() - began);
    if (!best) break;
    open.splice(open.indexOf(best), 1);
    spent += best.minutes;
    if (random() >= UNANSWERED) {
      tests++;
      const really = random() < best.truth;
      const happened = random() < WRONG ? !really : really;
      asked = best.name;
      evidence.push({ chance: best.chance, base: best.base, happened, rule: best.rule, weight: 1 });
      const before = performance.now();
      posterior = infer(weights, evidence);
      latency.push(performance.now() - before);
    }
    const order = top(posterior.marginal);
    if (tests === 3) judged(posterior, order, isFault);
    const confirmed = best.name === `confirm ${rows[order[0]!]!.id}` && asked === best.name && evidence.at(-1)!.happened;
    if (confirmed && posterior.marginal[order[0]!]! > 0.6) {
      shown = true;
      if (isFault(order[0]!)) found++;
      else spent += WRONG_REPAIR;
    }
  }
  if (tests < 3) judged(posterior, top(posterior.marginal), isFault);
  minutes.traced.push(spent);
  // a fixed order: every capacitor group measured, then every test of the table, until the fault is met
  const list = optionsOf(unit, rows, faults).filter((o) => !o.name.startsWith("confirm"));
  list.sort((a, b) => Number(b.name.startsWith("measure")) - Number(a.name.startsWith("measure")));
  let fixed = 0;
  for (const o of list) {
    fixed += o.minutes;
    if (random() >= (random() < WRONG ? 1 - o.truth : o.truth)) continue;
    // what it points to is repaired; where the fault is still there, the next
    fixed += CONFIRM_MINUTES;
    if (faults.some((f) => o.name === `measure ${f.id}` || (BENCH_TESTS.find((t) => t.id === o.name)?.given[f.id] ?? 0) > 0.8)) break;
  }
  minutes.order.push(fixed);
  const groups = rows.filter((r) => r.roles.length > 0).length;
  const cured = faults.every((f) => f.roles.length > 0);
  minutes.all.push(groups * 4 * REPLACE_MINUTES + (cured ? 0 : fixed));
}

const median = (l: number[]) => [...l].sort((a, b) => a - b)[Math.floor(l.length / 2)]!;
const share = (n: number) => `${((100 * n) / CASES).toFixed(1)} %`;
const n = bins.reduce((a, b) => a + b.n, 0);
const ece = bins.reduce((a, b) => a + (b.n === 0 ? 0 : (b.n / n) * Math.abs(b.sum / b.n - b.right / b.n)), 0);
const leading = bins.slice(1);
const m = leading.reduce((a, b) => a + b.n, 0);
const eceLeading = leading.reduce((a, b) => a + (b.n === 0 ? 0 : (b.n / m) * Math.abs(b.sum / b.n - b.right / b.n)), 0);
say(`tracing: ${CASES} made cases, ${HYPOTHESES.length} hypotheses, ${BENCH_TESTS.length} tests beside measuring each group`);
say(`tracing: a true cause in the top three after the complaint: ${share(hit.complaint3)}`);
say(`tracing: after three advised tests: first ${share(hit.tests1)}, top three ${share(hit.tests3)}`);
say(`tracing: expected calibration error ${ece.toFixed(4)}; of those given 10 % and more ${eceLeading.toFixed(4)}`);
say(`tracing: ${bins.map((b) => (b.n === 0 ? "-" : `${(b.sum / b.n).toFixed(2)}→${(b.right / b.n).toFixed(2)} (${b.n})`)).join("  ")}`);
say(
  `tracing: median minutes to a cause: traced ${median(minutes.traced)}, fixed order ${median(minutes.order)}, ` +
    `everything replaced ${median(minutes.all)}; right when it stopped ${share(found)}`,
);
say(`tracing: weighing and advice, p50 ${median(latency).toFixed(2)} ms, most ${Math.max(...latency).toFixed(1)} ms`);
