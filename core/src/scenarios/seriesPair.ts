import { seriesPairFacts } from "./seriesPair.facts";
import { checkNetlist, type CircuitElement, type Netlist, operatingPoint } from "../circuit";
import { num, part, type Figure, type Parts, solvedBy, type Scenario, type Settings, type Warning } from "./scenario";
import type { PartState } from "../part";

export const seriesPair: Scenario = solvedBy(seriesPairFacts, {
  netlist: build,
  solve(settings, parts) {
    const checked = checkNetlist(build(settings, parts));
    if (!checked.ok) return checked;
    const point = operatingPoint(checked.value);
    if (!point.ok) return point;
    const [supply, rated] = [num(settings, "supply"), num(settings, "rated")];
    const lower = point.value.volts.get("middle")!;
    const upper = supply - lower;
    const first = switchOnShare(part(parts, "upper"), part(parts, "lower")) * supply;
    const worst = Math.max(upper, lower, first, supply - first);
    const c = part(parts, "upper");
    const microfarads = c.kind === "works" ? c.farads * 1e6 : 0;
    const figures: Figure[] = [
      { key: "steady", at: "upper", value: upper, unit: "V" },
      { key: "steady", at: "lower", value: lower, unit: "V" },
      { key: "atSwitchOn", at: "upper", value: first, unit: "V" },
      { key: "atSwitchOn", at: "lower", value: supply - first, unit: "V" },
      // R <= (2·Vm − Vb) / (0.0015·C·Vb) MΩ, C in µF: maker's application guide, from memory
      {
        key: "balanceAtMost",
        value: microfarads > 0 ? Math.max(0, ((2 * rated - supply) / (0.0015 * microfarads * supply)) * 1e6) : NaN,
        unit: "Ω",
      },
      { key: "balanceWatts", value: num(settings, "balance") > 0 ? Math.max(upper, lower) ** 2 / num(settings, "balance") : 0, unit: "W" },
    ].filter((f) => Number.isFinite(f.value)) as Figure[];
    const warnings: Warning[] = (
      [
        ["upper", Math.max(upper, first)],
        ["lower", Math.max(lower, supply - first)],
      ] as const
    )
      .filter(([, v]) => v > rated)
      .map(([slot, v]) => ({ code: "overRated", slot, volts: v, rated }));
    const stress = {
      upper: { volts: Math.max(upper, first) * 1.1, ripple: 0, hertz: 100 },
      lower: { volts: Math.max(lower, supply - first) * 1.1, ripple: 0, hertz: 100 },
    };
    return { ok: true, value: { figures, curves: [], symptom: (worst / (supply / 2) - 1) * 100, warnings, stress } };
  },
});

/** Share of the supply that stands on the upper one just after switching on: charge is equal, so volts go inversely with C. */
function switchOnShare(upper: PartState, lower: PartState): number {
  if (upper.kind === "shorted" || lower.kind === "open") return 0;
  if (lower.kind === "shorted" || upper.kind === "open") return 1;
  return lower.farads / (upper.farads + lower.farads);
}

function build(settings: Settings, parts: Parts): Netlist {
  const hold = (id: string, a: string, b: string): CircuitElement[] => {
    const state = part(parts, id);
    const balance = num(settings, "balance");
    const ohms = state.kind === "shorted" ? 0.05 : state.kind === "works" && Number.isFinite(state.leak) ? state.leak : SOUND_LEAK;
    return [
      { kind: "resistor", id: `leak ${id}`, a, b, ohms },
      ...(balance > 0 ? ([{ kind: "resistor", id: `balance ${id}`, a, b, ohms: balance }] as const) : []),
    ];
  };
  return {
    title: "Two in series",
    elements: [
      { kind: "voltageSource", id: "V1", plus: "top", minus: "0", wave: { kind: "dc", value: num(settings, "supply") } },
      ...hold("upper", "top", "middle"),
      ...hold("lower", "middle", "0"),
    ],
  };
}

/** Leakage of a sound large electrolytic near its rated volts, as a resistance (from memory; makers' limits allow a tenth of it). */
const SOUND_LEAK = 10e6;
