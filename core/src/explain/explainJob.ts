import type { ShopConstants } from "../knowledge";
import { isBad, type MeasuredPart } from "../verdict";
import { SCENARIOS, fillSettings, type ScenarioId, type Settings, type Unit } from "../scenarios";
import type { Role } from "../part";
import { bindSlots, type Binding } from "./bindSlots";
import { cannotMake, type Cannot, type Heard } from "./cannot";
import { explain, type Contribution } from "./explain";
import { scenariosFor } from "./relevant";

export interface JobQuestion {
  unit: Unit & Heard;
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
  /** its largest share, and where; null where no circuit that makes the complaint was worked out with it */
  in: ScenarioId | null;
  share: Contribution["share"] | null;
  /** `notExamined`: no model speaks of it, which is no acquittal; `cannot`: something speaks against it, see `why` */
  verdict: Contribution["verdict"] | "notExamined" | "cannot";
  why: Cannot | "blowsFuse" | null;
}

/**
 * Every bad part of a job against every circuit that makes its complaint. Circuits with a single place (coupling, class-D filter,
 * delay) are worked out once for each bad part that fits it. Circuits that cannot be solved are left out and named.
 */
export function explainJob(constants: ShopConstants, q: JobQuestion): { parts: PartAnswer[]; unsolved: ScenarioId[] } {
  const bad = q.positions.filter((p) => isBad(p.verdict));
  const best = new Map<string, PartAnswer>(bad.map((p) => [p.part.designator, beforehand(p, q)]));
  const mayMake = bad.filter((p) => best.get(p.part.designator)!.verdict === "notExamined");
  const unsolved: ScenarioId[] = [];
  for (const id of scenariosFor(q.unit).complaint) {
    const scenario = SCENARIOS[id];
    const setup = q.setups.find((s) => s.scenario === id);
    const chosen = { ...q.common, ...setup?.settings };
    const settings = fillSettings(scenario, q.unit.unitKind, chosen);
    const slots = scenario.slots(settings);
    const only = slots.length === 1 ? slots[0]! : null;
    const bindings = only
      ? mayMake.filter((p) => only.roles.includes(p.part.role)).map((p): Binding => ({ [only.key]: p.part.designator }))
      : channelsOf(mayMake).map((channel) =>
          bindSlots(
            slots,
            q.positions.map((p) => ({ ...p.part, verdict: p.verdict, channel: p.channel ?? null })),
            setup?.binding,
            channel,
          ),
        );
    for (const binding of bindings) {
      if (q.stop?.()) return { parts: [...best.values()], unsolved };
      const placed = placeFor(chosen, q.positions, binding, only?.key);
      const explained = explain(constants, {
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
      for (const designator of explained.value.fuse) {
        const known = best.get(designator)!;
        // the fuse is a complaint of its own, made by another circuit's rules
        if (known.share === null && known.verdict === "notExamined")
          best.set(designator, { designator, in: id, share: null, verdict: "cannot", why: "blowsFuse" });
      }
      for (const c of explained.value.contributions) {
        const known = best.get(c.designator)!;
        if (known.verdict === "cannot") continue;
        // a loop that swings has lost all its margin: a part is a cause by its share of that
        const verdict =
          swings !== null && setup?.complaint == null && c.verdict !== "notTheCause"
            ? c.share.p50 >= swings / 4
              ? "cause"
              : "contributes"
            : c.verdict;
        if (known.share === null || rank(verdict) > rank(known.verdict))
          best.set(c.designator, { designator: c.designator, in: id, share: c.share, verdict, why: null });
      }
    }
  }
  return { parts: [...best.values()].sort((a, b) => rank(b.verdict) - rank(a.verdict)), unsolved };
}

/** What can be said of a part before any circuit is worked out. */
function beforehand(p: MeasuredPart, { unit, positions }: JobQuestion): PartAnswer {
  const { designator, role } = p.part;
  const why = cannotMake(p, unit);
  // a fault in all channels may well be the same part in each
  const elsewhereToo = why === "oneChannelOnly" && positions.some((o) => isBad(o.verdict) && sameElsewhere(p, o));
  if (why !== null && !elsewhereToo) return { designator, in: null, share: null, verdict: "cannot", why };
  // a short behind the rectifier takes the fuse: of a dead unit that is a cause, and no circuit need be asked
  const dead = unit.findings.includes("fuseBlown") || unit.findings.includes("noPower");
  if (dead && p.verdict === "shorted" && BEHIND_THE_FUSE.has(role))
    return { designator, in: null, share: null, verdict: "cause", why: "blowsFuse" };
  return { designator, in: null, share: null, verdict: "notExamined", why: null };
}
const BEHIND_THE_FUSE: ReadonlySet<Role> = new Set<Role>(["reservoir", "smpsPrimary", "mainsX", "mainsY"]);

/** Whether these two are the same part of two channels. */
const sameElsewhere = (p: MeasuredPart, other: MeasuredPart): boolean =>
  other.channel != null &&
  other.channel !== p.channel &&
  other.part.role === p.part.role &&
  Math.abs(other.part.nominal / p.part.nominal - 1) < 0.05;

/** The channels that parts stand in, one circuit for each; one for all where nobody named any. */
function channelsOf(parts: readonly MeasuredPart[]): (string | null)[] {
  const named = [...new Set(parts.flatMap((p) => p.channel ?? []))];
  return named.length === 0 ? [null] : named;
}

const RANK: Readonly<Record<PartAnswer["verdict"], number>> = { cause: 4, contributes: 3, notTheCause: 2, notExamined: 1, cannot: 0 };
const rank = (v: PartAnswer["verdict"]): number => RANK[v];

/** A bypass part in the coupling circuit sits across a resistor, unless somebody has said where. */
function placeFor(chosen: Settings, positions: readonly MeasuredPart[], binding: Binding, slot: string | undefined): Settings {
  const found = slot === undefined ? undefined : positions.find((p) => p.part.designator === binding[slot]);
  return found?.part.role === "bypass" && !("place" in chosen) ? { ...chosen, place: "bypass" } : chosen;
}
