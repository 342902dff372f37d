import type { HypothesisId, HypothesisRow } from "../../knowledge";
import { SCENARIO_FACTS } from "../../scenarios";
import { type Predicted, type RippleQuestion } from "../../diagnosis";
import { settingsOf } from "../../explain";
import type { JobModel } from "../model/jobModel";
import type { CircuitFacts, JobHead } from "../records/records";
import type { JobEvidence } from "./evidence";

// A ripple that was read at a reservoir against what the circuit of the supply would show there, whole, dried or with a rectifier open.

/** What the circuits are to be asked: one question for every reservoir whose ripple was read, where the unit has such a supply. */
export function rippleQuestions(
  job: Pick<JobHead, "unitKind" | "supplyKind" | "mainsHz" | "mainsV" | "findings">,
  { positions, ripples }: Pick<JobModel, "positions" | "ripples">,
  circuits: readonly Pick<CircuitFacts, "scenario" | "settings">[],
): RippleQuestion[] {
  const facts = SCENARIO_FACTS.supply;
  if (ripples.length === 0 || !facts.belongsTo({ ...job, roles: positions.map((p) => p.role) })) return [];
  const { fault: _tried, ...set } = circuits.find((c) => c.scenario === "supply")?.settings ?? {};
  const chosen = { ...settingsOf(job), ...set };
  // across one half of a doubler no node's ripple is read
  if (chosen["arrangement"] === "doubler") return [];
  return ripples.flatMap(({ designator, form }): RippleQuestion[] => {
    const found = positions.find((p) => p.designator === designator && p.role === "reservoir")?.fittings[0]!.part;
    if (!found) return [];
    const { role, technology, nominal, rated, tolerance } = found;
    return [{ unitKind: job.unitKind, chosen, part: { designator, role, technology, nominal, rated, tolerance }, form }];
  });
}

/** Loads, windings and wiring are usual ones: the circuit is right to about this many dB (common practice). */
const SPREAD_DB = 3.5;
/** Nothing is told by a ripple that the settings could not be wrong about. */
const MIN = 0.06;
const MAX = 0.94;
/** What draws too much makes more ripple than a whole supply shows, and nobody knows how much. */
const DRAWS_TOO_MUCH: ReadonlySet<HypothesisId> = new Set<HypothesisId>([
  "outputShorted",
  "boardShort",
  "loadShort",
  "tantalumShorted",
  "couplingLeaky",
]);

/** The worst of the ripples that were read, as it speaks for a dried reservoir, an open rectifier, or neither. */
export function rippleEvidence(
  { ripples }: Pick<JobModel, "ripples">,
  rows: readonly HypothesisRow[],
  predicted: readonly Predicted[],
): JobEvidence[] {
  const read = ripples.flatMap((r) => {
    const f = predicted.find((x) => x.designator === r.designator && x.form === r.form);
    return f ? [{ volts: r.volts, predicted: f, over: r.volts / f.whole }] : [];
  });
  const worst = read.reduce<(typeof read)[number] | null>((a, b) => (a && a.over >= b.over ? a : b), null);
  if (worst === null) return [];
  const { volts, predicted: f } = worst;
  const near = (expected: number) => Math.exp(-0.5 * ((20 * Math.log10(volts / expected)) / SPREAD_DB) ** 2);
  const clipped = (p: number) => Math.min(MAX, Math.max(MIN, p));
  const whole = clipped(near(f.whole));
  const dried = clipped(f.dried.reduce((sum, d) => sum + near(d.volts), 0) / Math.max(1, f.dried.length - 1));
  const open = f.diodeOpen === null ? whole : clipped(near(f.diodeOpen));
  const chanceOf = ({ id }: HypothesisRow): number =>
    id === "reservoirDried" ? dried : id === "rectifierOpen" ? open : DRAWS_TOO_MUCH.has(id) ? Math.max(whole, 0.3) : whole;
  return [
    {
      source: { kind: "ripple", designator: f.designator },
      chance: rows.map(chanceOf),
      base: whole,
      elsewhere: Math.max(whole, 0.3),
      happened: true,
      rule: "shows",
      weight: 1,
      ripple: { volts, foretold: f },
    },
  ];
}
