import { checkNetlist, curvesCsv, exportNetlist, nodesOfNetlist, type SpiceRun } from "@mirvek/core/circuit";
import { SCENARIOS, type Curve, type Parts, type Scenario, type ScenarioFacts, type Settings } from "@mirvek/core/scenarios";
import { curveName } from "../../wording/circuit";
import { CASE_TEXT, type CaseName } from "./cases";
import type { Outcomes } from "./useCircuit";

/** Periods a general-purpose simulator is asked to settle over: it cannot jump to the settled state */
const SETTLING_PERIODS = 150;

/** The circuit as it was measured, as netlist text with the run that shows the same curve. */
export function netlistText(scenario: ScenarioFacts, settings: Settings, parts: Parts): string {
  const netlist = SCENARIOS[scenario.id].netlist(settings, parts);
  const checked = checkNetlist(netlist);
  const nodes = nodesOfNetlist(netlist.elements).slice(0, 4);
  return exportNetlist(checked.ok ? checked.value : netlist, runFor(netlist.elements, nodes));
}

function runFor(elements: ReturnType<Scenario["netlist"]>["elements"], print: readonly string[]): SpiceRun | undefined {
  const moving = elements
    .flatMap((e) => (e.kind === "voltageSource" || e.kind === "currentSource" ? [e.wave] : []))
    .find((w) => w.kind !== "dc");
  if (moving && "hertz" in moving) {
    const period = 1 / moving.hertz;
    return { kind: "transient", step: period / 400, stop: SETTLING_PERIODS * period, from: (SETTLING_PERIODS - 2) * period, print };
  }
  const drive = elements.find((e) => e.id === "V1");
  if (drive) return { kind: "ac", driven: "V1", from: 10, to: 100e3, perDecade: 20, print };
  return { kind: "operatingPoint" };
}

/** One kind of curve of every state as CSV text. */
export function curveCsv(of: Pick<Curve, "key" | "at">, outcomes: Outcomes): string {
  const lines = (Object.keys(CASE_TEXT) as CaseName[]).flatMap((name) => {
    const curve = outcomes[name]?.curves.find((c) => c.key === of.key && c.at === of.at);
    return curve ? [{ name, curve }] : [];
  });
  const first = lines[0]!.curve;
  const axis = { name: first.axis === "frequency" ? "frequency (Hz)" : "time (s)", values: first.x };
  // a tried state is solved more coarsely: it has an axis of its own and stays out
  const same = lines.filter((l) => l.curve.x.length === first.x.length);
  return curvesCsv(
    axis,
    same.map((l) => ({ name: `${curveName(of)}, ${CASE_TEXT[l.name]} (${first.unit})`, values: l.curve.y })),
  );
}
