import { expect, test } from "vitest";
import { checkNetlist, peakToPeak, steadyState, type CheckedNetlist } from "../circuit";
import { seededRandom } from "../numeric";
import type { PartState } from "../part";
import { supply } from "./supply";
import { ARRANGEMENTS } from "./supply.facts";
import type { FigureKey } from "./keys";
import { fillSettings, type Outcome, type Parts, type Settings } from "./scenario";

/** Supplies as they come over a bench: any arrangement, size and wear. */
function supplies(seed: number, fault: "none" | "diodeOpen") {
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const between = (low: number, high: number) => low * (high / low) ** random();
  return (): { settings: Settings; parts: Parts; netlist: CheckedNetlist } => {
    const settings = fillSettings(supply, pick(["receiver", "valveAmplifier", "mixer"]), {
      // a half wave without its diode is no supply
      arrangement: pick(ARRANGEMENTS.filter((a) => fault === "none" || a !== "halfWave")),
      fault,
      secondary: between(6, 400),
      source: between(0.05, 200),
      load: between(0.005, 3),
      stages: Math.floor(random() * 4),
    });
    const parts = Object.fromEntries(
      supply
        .slots(settings)
        .map((s): [string, PartState] => [
          s.key,
          { kind: "works", farads: s.farads * between(0.05, 1.5), esr: between(0.01, 20), leak: Infinity },
        ]),
    );
    const checked = checkNetlist(supply.netlist(settings, parts));
    if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
    return { settings, parts, netlist: checked.value };
  };
}

test("every supply with an open diode settles: 1200 of 1200", () => {
  const draw = supplies(5, "diodeOpen");
  const failed: string[] = [];
  for (let i = 0; i < 1200; i++) {
    const { settings, netlist } = draw();
    const steady = steadyState(netlist, { steps: 64 });
    if (!steady.ok) failed.push(`${i} ${settings["arrangement"]}: ${steady.issue.code}`);
  }
  expect(failed).toEqual([]);
}, 120_000);

test.each(["none", "diodeOpen"] as const)(
  "what moves with a slider is within one per cent of the fine solution, fault %s",
  (fault) => {
    const draw = supplies(11, fault);
    for (let i = 0; i < 60; i++) {
      const { settings, parts, netlist } = draw();
      const live = supply.solve(settings, parts, { detail: "live" });
      const fine = steadyState(netlist, { steps: 4096 });
      if (!live.ok || !fine.ok) throw new Error(`${i}: ${JSON.stringify([live, fine].map((r) => (r.ok ? "" : r.issue)))}`);
      const shown = live.value.figures.find((f) => f.key === "ripple" && f.at === "rail")!.value;
      const exact = peakToPeak(fine.value.waveforms.volts("rail"));
      // beside it what the search for the settled state itself leaves open: a millionth of the volts at hand
      const open = 1e-6 * 3 * (settings["secondary"] as number);
      expect(Math.abs(shown - exact), `${i} ${settings["arrangement"]}: ${shown} for ${exact} V`).toBeLessThan(0.01 * exact + open);
    }
  },
  120_000,
);

test("a slider that takes a part out or adds a stage begins where the circuit before it was, whatever its size", () => {
  const draw = supplies(3, "none");
  const { settings, parts } = draw();
  let warm: Float64Array | undefined;
  const bigger = fillSettings(supply, "receiver", { ...settings, stages: 3 });
  const all = Object.fromEntries(supply.slots(bigger).map((s) => [s.key, parts["reservoir"]!]));
  for (const [of, state] of [
    [settings, parts],
    [settings, { ...parts, reservoir: { kind: "open" } as PartState }],
    [bigger, all],
    [settings, parts],
  ] as const) {
    const solved = supply.solve(of, state, { detail: "live", warm });
    const cold = supply.solve(of, state, { detail: "live" });
    if (!solved.ok || !cold.ok) throw new Error(JSON.stringify([solved, cold].map((r) => (r.ok ? "" : r.issue))));
    const rail = ({ figures }: Outcome, key: FigureKey) => figures.find((f) => f.key === key && f.at === "rail")!.value;
    for (const key of ["dc", "ripple"] as const)
      expect(rail(solved.value, key) / rail(cold.value, key), `${key} from a warm start`).toBeCloseTo(1, 3);
    warm = solved.value.warm;
  }
});
