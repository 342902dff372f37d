import type { ShopConstants } from "../knowledge";
import { isBad, type VerdictState, measuredState, soundState, type KnownState, type MeasuredPart } from "../verdict";
import { fillSettings, type Parts, type Scenario, type ScenarioFacts, type Settings, type Slot } from "../scenarios";
import { type PartState, usualTolerance } from "../part";
import { spreadOf, type CircuitIssue, type Spread } from "../circuit";
import { normal, seededRandom } from "../numeric";
import { farads, volts, type Result } from "../units";
import type { Binding } from "./bindSlots";

export interface ExplainQuestion {
  scenario: Scenario;
  unitKind: string;
  /** what has been set by hand; the rest is usual, and unsure */
  chosen: Settings;
  binding: Binding;
  positions: readonly MeasuredPart[];
  /** how much worse than healthy it was found to be, in the symptom's unit; null where nobody measured */
  complaint: number | null;
  draws: number;
  seed: number;
  /** after each draw; true stops */
  stop?: (done: number) => boolean;
}

export interface Contribution {
  designator: string;
  slot: string;
  /** share of the excess this part makes, in the symptom's unit (Shapley value over the bad parts) */
  share: Pick<Spread, "p10" | "p50" | "p90">;
  verdict: "cause" | "contributes" | "notTheCause";
}

/** What else could make what is missing. */
export interface Candidate {
  /** a position, or null for what is no capacitor */
  designator: string | null;
  slot: string | null;
  what: "dried" | "diodeOpen";
  effect: number;
}

export interface Explanation {
  healthy: number;
  now: number;
  excess: Pick<Spread, "p10" | "p50" | "p90">;
  complaint: number | null;
  contributions: Contribution[];
  /** bad parts of the job that stand in no slot of this circuit: nothing is said of them here */
  elsewhere: string[];
  /** shorted parts that take the fuse along: the unit is dead by them, and they make no symptom of this circuit */
  fuse: string[];
  answer: "explains" | "mostly" | "partly" | "doesNot" | "noBadPart" | "inaudible";
  /** sorted by effect; only those that would make at least a third of what is missing */
  rest: Candidate[];
  draws: number;
}

const standIn = (slot: Slot): KnownState =>
  soundState(
    {
      designator: "",
      role: slot.roles[0]!,
      technology: slot.technology,
      nominal: farads(slot.farads),
      rated: volts(slot.rated),
      tolerance: usualTolerance(slot.technology),
    },
    100,
  );

/**
 * Sound and present state of every slot; a slot nothing stands in has its usual part in both. Farads and ohms at the scenario's frequency
 * in Hz.
 */
export function slotStates(
  constants: ShopConstants,
  scenario: ScenarioFacts,
  settings: Settings,
  binding: Binding,
  positions: readonly MeasuredPart[],
) {
  const at = scenario.esrAt;
  return scenario.slots(settings).map((slot) => {
    const found = positions.find((p) => p.part.designator === binding[slot.key]);
    return {
      slot,
      position: found ?? null,
      sound: found ? soundState(found.part, at) : standIn(slot),
      now: found ? measuredState(constants, found, at) : standIn(slot),
    };
  });
}
export type SlotState = ReturnType<typeof slotStates>[number];

/** Parts of a scenario from its slots, each as `pick` says. */
export const partsOf = (states: readonly SlotState[], pick: (s: SlotState) => PartState): Parts =>
  Object.fromEntries(states.map((s) => [s.slot.key, pick(s)]));

const badIn = (s: SlotState): s is SlotState & { position: MeasuredPart } => s.position !== null && isBad(s.position.verdict);
const EXACT_UP_TO = 4;
/** share of the complaint from which a part is called a cause, and below which it is not one */
const CAUSE_SHARE = 0.25;
const NOT_SHARE = 0.1;

/**
 * How much of a complaint the bad parts of a job explain, part by part. Healthy and present state are solved on seeded draws of all
 * that is not known (settings left at their usual values, readings within their meters' reach, tolerances of the rest); each
 * part's share is its Shapley value (L. Shapley, 1953): its effect averaged over the orders in which the parts could have gone bad,
 * exact up to four bad parts, over one random order and its reverse a draw beyond. Shares add up to the excess.
 */
export function explain(constants: ShopConstants, q: ExplainQuestion): Result<Explanation, CircuitIssue> {
  const { scenario, positions } = q;
  const settings = fillSettings(scenario, q.unitKind, q.chosen);
  const states = slotStates(constants, scenario, settings, q.binding, positions);
  const shorted = states.filter((s) => badIn(s) && s.now.state.kind === "shorted" && scenario.shortBlowsFuse.includes(s.slot.key));
  const bad = states.filter(badIn).filter((s) => !shorted.includes(s));
  const random = seededRandom(q.seed);
  const unsureSettings = scenario.settings(q.unitKind, q.chosen).filter((s) => s.kind === "number" && s.unsure > 0 && !(s.key in q.chosen));
  const excess = new Float64Array(q.draws);
  const shares = bad.map(() => new Float64Array(q.draws));
  let warm: Float64Array | undefined;
  const symptom = (drawn: Settings, parts: Parts): Result<number, CircuitIssue> => {
    const solved = scenario.solve(drawn, parts, { detail: "draw", warm });
    if (!solved.ok) return solved;
    if (solved.value.warm) warm = solved.value.warm;
    return { ok: true, value: solved.value.symptom };
  };

  for (let d = 0; d < q.draws; d++) {
    if (q.stop?.(d)) return { ok: false, issue: { code: "cancelled" } };
    const drawn: Settings =
      d === 0
        ? settings
        : {
            ...settings,
            ...Object.fromEntries(
              unsureSettings.map((s) => [s.key, jitter(settings[s.key] as number, s.kind === "number" ? s.unsure : 0, random)]),
            ),
          };
    const sound = partsOf(states, (s) => (d === 0 ? s.sound.state : shaken(badIn(s) ? s.sound : s.now, random)));
    const now: Parts = { ...sound, ...partsOf(bad, (s) => (d === 0 ? s.now.state : shaken(s.now, random))) };
    const seen = new Map<number, number>();
    const value = (set: number): Result<number, CircuitIssue> => {
      const known = seen.get(set);
      if (known !== undefined) return { ok: true, value: known };
      const mixed = { ...sound };
      bad.forEach((s, i) => ((set >> i) & 1 ? (mixed[s.slot.key] = now[s.slot.key]!) : 0));
      const solved = symptom(drawn, mixed);
      if (solved.ok) seen.set(set, solved.value);
      return solved;
    };
    const all = (1 << bad.length) - 1;
    const [none, every] = [value(0), value(all)];
    if (!none.ok) return none;
    if (!every.ok) return every;
    excess[d] = every.value - none.value;
    const parts = shapley(bad.length, value, random);
    if (!parts.ok) return parts;
    parts.value.forEach((v, i) => (shares[i]![d] = v));
  }

  const total = spreadOf(excess);
  const size = q.complaint ?? total.p50;
  const contributions = bad.map((s, i): Contribution => {
    const { p10, p50, p90 } = spreadOf(shares[i]!);
    const verdict =
      p50 >= CAUSE_SHARE * size && p50 >= (q.complaint === null ? 1 : 0.5) * scenario.symptom.noticeable
        ? "cause"
        : p90 < scenario.symptom.noticeable && p50 < NOT_SHARE * Math.max(size, scenario.symptom.noticeable)
          ? "notTheCause"
          : "contributes";
    return { designator: s.position.part.designator, slot: s.slot.key, share: { p10, p50, p90 }, verdict };
  });
  contributions.sort((a, b) => b.share.p50 - a.share.p50);
  const soundParts = partsOf(states, (s) => (badIn(s) ? s.sound.state : s.now.state));
  const nowParts = partsOf(states, (s) => (shorted.includes(s) ? s.sound.state : s.now.state));
  const [healthy, now] = [symptom(settings, soundParts), symptom(settings, nowParts)];
  if (!healthy.ok) return healthy;
  if (!now.ok) return now;
  const missing =
    q.complaint === null ? (total.p50 < scenario.symptom.noticeable ? scenario.symptom.noticeable : 0) : q.complaint - total.p50;
  const rest = missing > scenario.symptom.noticeable / 2 ? candidates(settings, states, nowParts, now.value, missing, symptom) : [];
  const fuse = shorted.flatMap((s) => s.position?.part.designator ?? []);
  const inSlots = new Set([...bad.map((s) => s.position.part.designator), ...fuse]);
  return {
    ok: true,
    value: {
      healthy: healthy.value,
      now: now.value,
      excess: { p10: total.p10, p50: total.p50, p90: total.p90 },
      complaint: q.complaint,
      contributions,
      elsewhere: positions.filter((p) => isBad(p.verdict) && !inSlots.has(p.part.designator)).map((p) => p.part.designator),
      fuse,
      answer: answerOf(bad.length, total, q.complaint, scenario.symptom.noticeable),
      rest,
      draws: q.draws,
    },
  };
}

function answerOf(bad: number, total: Spread, complaint: number | null, noticeable: number): Explanation["answer"] {
  if (bad === 0) return "noBadPart";
  if (complaint === null) return total.p50 >= noticeable ? "explains" : "inaudible";
  const share = total.p50 / complaint;
  // within what its own uncertainty leaves open it counts as explained
  if (share >= 0.85 || total.p90 >= complaint) return share >= 0.5 ? "explains" : "partly";
  return share >= 0.6 ? "mostly" : share >= 0.2 ? "partly" : "doesNot";
}

// `share` is where 80 % of draws lie
const jitter = (value: number, share: number, random: () => number) => value * Math.exp(normal(random, 0, share / 1.28));

function shaken(known: KnownState, random: () => number): PartState {
  if (known.state.kind !== "works") return known.state;
  const { farads: c, esr, leak } = known.state;
  return { kind: "works", farads: jitter(c, known.unsure.farads, random), esr: jitter(esr, known.unsure.esr, random), leak };
}

/** Shapley values of `n` players for the game `value`, given by bit set. */
export function shapley<I>(n: number, value: (set: number) => Result<number, I>, random: () => number): Result<number[], I> {
  const out = new Array<number>(n).fill(0);
  const orders = n <= EXACT_UP_TO ? permutations(n) : oneAndReverse(n, random);
  for (const order of orders) {
    let set = 0;
    let before = value(0);
    if (!before.ok) return before;
    for (const i of order) {
      set |= 1 << i;
      const after = value(set);
      if (!after.ok) return after;
      out[i] = out[i]! + (after.value - before.value) / orders.length;
      before = after;
    }
  }
  return { ok: true, value: out };
}

function permutations(n: number): number[][] {
  if (n === 0) return [[]];
  return permutations(n - 1).flatMap((p) => Array.from({ length: n }, (_, at) => [...p.slice(0, at), n - 1, ...p.slice(at)]));
}

function oneAndReverse(n: number, random: () => number): number[][] {
  const order = Array.from({ length: n }, (_, i) => i);
  for (let i = n - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    const t = order[i]!;
    order[i] = order[j]!;
    order[j] = t;
  }
  return [order, [...order].reverse()];
}

/** Tries what has not been measured yet, dried to a tenth, and an open diode, for what would make up for the missing rest. */
function candidates(
  settings: Settings,
  states: readonly SlotState[],
  now: Parts,
  level: number,
  missing: number,
  symptom: (settings: Settings, parts: Parts) => Result<number, CircuitIssue>,
): Candidate[] {
  const out: Candidate[] = [];
  const unproven: readonly VerdictState[] = ["unmeasured", "undecided"];
  for (const s of states) {
    if (s.position !== null && !unproven.includes(s.position.verdict)) continue;
    const state = s.sound.state;
    if (state.kind !== "works") continue;
    const dried: PartState = { ...state, farads: state.farads / 10, esr: state.esr * 20 };
    const solved = symptom(settings, { ...now, [s.slot.key]: dried });
    if (solved.ok)
      out.push({ designator: s.position?.part.designator ?? null, slot: s.slot.key, what: "dried", effect: solved.value - level });
  }
  if (settings["fault"] === "none") {
    const solved = symptom({ ...settings, fault: "diodeOpen" }, now);
    if (solved.ok) out.push({ designator: null, slot: null, what: "diodeOpen", effect: solved.value - level });
  }
  return out.filter((c) => c.effect >= missing / 3).sort((a, b) => b.effect - a.effect);
}
