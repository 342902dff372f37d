import { decouplingChainFacts } from "./decouplingChain.facts";
import type { CircuitElement, Netlist } from "../circuit";
import { num, part, place, type Parts, solvedBy, type Scenario, type Settings } from "./scenario";
import { solveLoop } from "./stability";

export const decouplingChain: Scenario = solvedBy(decouplingChainFacts, {
  netlist: build,
  solve(settings, parts, options) {
    const stress = Object.fromEntries(decouplingChain.slots(settings).map((s) => [s.key, { volts: s.rated / 1.3, ripple: 0, hertz: 100 }]));
    return solveLoop(
      {
        netlist: build(settings, parts),
        around: "Gout",
        from: 0.05,
        to: 20e3,
        shown: "main",
        kicked: "Ccouple1",
        kick: 1e-3,
        seconds: 4,
        stress,
      },
      options,
    );
  },
});

/** Nodes: main, rail1 … toward the first stage; out_k each stage's output, in_k its input. The DC supply is silent, so ground. */
function build(settings: Settings, parts: Parts): Netlist {
  const stages = num(settings, "stages");
  const elements: CircuitElement[] = [
    { kind: "resistor", id: "Rsource", a: "main", b: "0", ohms: num(settings, "source") },
    ...place("main", "main", "0", part(parts, "main")),
  ];
  for (let k = 1; k < stages; k++) {
    const [from, to] = [k === 1 ? "main" : `rail${k - 1}`, `rail${k}`];
    elements.push(
      { kind: "resistor", id: `R${k}`, a: from, b: to, ohms: num(settings, "dropper") },
      ...place(`decoupler${k}`, to, "0", part(parts, `decoupler${k}`)),
    );
  }
  // the first stage hangs on the last node of the chain
  for (let k = 1; k < stages; k++) {
    const rail = `rail${stages - k}`;
    elements.push(
      { kind: "resistor", id: `Rload${k}`, a: rail, b: `out${k}`, ohms: num(settings, "collector") },
      // the stage's own output resistance: what a valve or transistor shows beside its load
      { kind: "resistor", id: `Rown${k}`, a: `out${k}`, b: "0", ohms: 3 * num(settings, "collector") },
      {
        kind: "transconductance",
        id: `G${k}`,
        from: `out${k}`,
        to: "0",
        inPlus: `in${k}`,
        inMinus: "0",
        siemens: num(settings, "siemens"),
      },
      { kind: "capacitor", id: `Ccouple${k}`, a: `out${k}`, b: `in${k + 1}`, farads: num(settings, "coupling") },
      { kind: "resistor", id: `Rleak${k}`, a: `in${k + 1}`, b: "0", ohms: num(settings, "leak") },
    );
  }
  elements.push({ kind: "resistor", id: "Rin", a: "in1", b: "0", ohms: num(settings, "leak") });
  const share = num(settings, "feedThrough") / 100;
  elements.push({
    kind: "transconductance",
    id: "Gout",
    from: "main",
    to: "0",
    inPlus: `in${stages}`,
    inMinus: "0",
    siemens: num(settings, "outputSiemens") * share,
  });
  return { title: `${stages} stages on one decoupling chain`, elements };
}
