import { isBad, type MeasuredPart } from "../verdict";
import { SCENARIOS, fillSettings, type ScenarioId, type Settings, type Unit } from "../scenarios";
import { bindSlots, type Binding } from "./bindSlots";
import { explain, type Contribution } from "./explain";
import { scenariosFor } from "./relevant";

export interface JobQuestion {
  unit: Unit;
  positions: readonly MeasuredPart[];
  /** what has been set by hand, by circuit; what the job says of its mains stands in `common` */
  setups: readonly { scenario: ScenarioId; settings: Settings; binding: Binding; complaint: number | null }[];
  common: Settings;
  draws: number;
  seed: number;
  stop?: () => boolean;
}

/** What a bad part has to do with the complaint, over all circuits that make such a complaint. */
export interface PartAnswer {
  designator: string;
  /** its largest share, and where; null where it stands in no circuit that makes the complaint */
  in: ScenarioId | null;
  share: Contribution["share"] | null;
  verdict: Contribution["verdict"];
}

/**
 * Every bad part of a job against every circuit that makes its complaint. Circuits with a single place (coupling, class-D filter,
 * delay) are worked out once for each bad part that fits it. Circuits that cannot be solved are left out and named.
 */
export function explainJob(q: JobQuestion): { parts: PartAnswer[]; unsolved: ScenarioId[] } {
  const bad = q.positions.filter((p) => isBad(p.verdict));
  const best = new Map<string, PartAnswer>(
    bad.map((p) => [p.part.designator, { designator: p.part.designator, in: null, share: null, verdict: "notTheCause" }]),
  );
  const unsolved: ScenarioId[] = [];
  for (const id of scenariosFor(q.unit).complaint) {
    const scenario = SCENARIOS[id];
    const setup = q.setups.find((s) => s.scenario === id);
    const chosen = { ...q.common, ...setup?.settings };
    const settings = fillSettings(scenario, q.unit.unitKind, chosen);
    const slots = scenario.slots(settings);
    const usual = bindSlots(
      slots,
      q.positions.map((p) => ({ ...p.part, verdict: p.verdict })),
      setup?.binding,
    );
    const only = slots.length === 1 ? slots[0]! : null;
    const bindings = only
      ? bad.filter((p) => only.roles.includes(p.part.role)).map((p): Binding => ({ [only.key]: p.part.designator }))
      : [usual];
    for (const binding of bindings) {
      if (q.stop?.()) return { parts: [...best.values()], unsolved };
      const placed = placeFor(chosen, q.positions, binding, only?.key);
      const explained = explain({
        ...q,
        scenario,
        unitKind: q.unit.unitKind,
        chosen: placed,
        binding,
        complaint: setup?.complaint ?? null,
        stop: q.stop,
      });
      if (!explained.ok) {
        if (!unsolved.includes(id)) unsolved.push(id);
        continue;
      }
      const swings = scenario.impliedLoss(explained.value.healthy);
      for (const c of explained.value.contributions) {
        const known = best.get(c.designator)!;
        // a loop that swings has lost all its margin: a part is a cause by its share of that
        const verdict =
          swings !== null && setup?.complaint == null && c.verdict !== "notTheCause"
            ? c.share.p50 >= swings / 4
              ? "cause"
              : "contributes"
            : c.verdict;
        if (known.share === null || rank(verdict) > rank(known.verdict))
          best.set(c.designator, { designator: c.designator, in: id, share: c.share, verdict });
      }
    }
  }
  return { parts: [...best.values()].sort((a, b) => rank(b.verdict) - rank(a.verdict)), unsolved };
}

const rank = (v: Contribution["verdict"]): number => (v === "cause" ? 2 : v === "contributes" ? 1 : 0);

/** A bypass part in the coupling circuit sits across a resistor, unless somebody has said where. */
function placeFor(chosen: Settings, positions: readonly MeasuredPart[], binding: Binding, slot: string | undefined): Settings {
  const found = slot === undefined ? undefined : positions.find((p) => p.part.designator === binding[slot]);
  return found?.part.role === "bypass" && !("place" in chosen) ? { ...chosen, place: "bypass" } : chosen;
}
