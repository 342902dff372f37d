import { diodeLaw, type DiodeLaw } from "./diodeLaw";
import { nodesOf, type CheckedNetlist } from "./checkNetlist";
import { GROUND, type CircuitElement, type ElementId, type NodeName, type Wave } from "./netlist";

/**
 * A two-terminal branch of R, L and leaky C in series, the element between `a` and `b` (−1 is ground). Its inner nodes never reach
 * the matrix: ESR, ESL, leakage and winding resistance are folded into one companion conductance.
 */
export interface SeriesBranch {
  element: ElementId;
  a: number;
  b: number;
  ohms: number;
  henries: number;
  /** null where there is no capacitor in the branch */
  farads: number | null;
  /** siemens across the dielectric */
  leak: number;
  /** index of its state in the state vector, −1 for none */
  chargeState: number;
  currentState: number;
  startVolts: number;
  startAmperes: number;
}

/** A row of its own in the matrix: an element whose current is an unknown. */
interface SourceRow {
  element: ElementId;
  row: number;
  plus: number;
  minus: number;
  ohms: number;
  /** index into the inputs, −1 for none */
  input: number;
}

interface AmplifierRow extends SourceRow {
  inPlus: number;
  inMinus: number;
  gain: number;
  /** seconds: 1 / (2π · pole); 0 without a pole */
  lag: number;
  state: number;
}

interface DiodePort {
  element: ElementId;
  a: number;
  b: number;
  law: DiodeLaw;
}

/** A checked netlist in numbers: what every analysis starts from. Node i of the matrix is `nodes[i]`. */
export interface Layout {
  nodes: readonly NodeName[];
  /** unknowns: node potentials, then currents of sources, closed switches and amplifiers */
  size: number;
  states: number;
  branches: readonly SeriesBranch[];
  sources: readonly SourceRow[];
  amplifiers: readonly AmplifierRow[];
  transconductances: readonly {
    element: ElementId;
    from: number;
    to: number;
    inPlus: number;
    inMinus: number;
    siemens: number;
  }[];
  currentSources: readonly { element: ElementId; from: number; to: number; input: number }[];
  diodes: readonly DiodePort[];
  inputs: readonly { element: ElementId; wave: Wave }[];
  nodeIndex: ReadonlyMap<NodeName, number>;
  elements: ReadonlyMap<ElementId, CircuitElement>;
}

/** Numbers nodes, unknowns, states and inputs of a netlist. */
export function layOut(netlist: CheckedNetlist): Layout {
  const nodes = nodesOf(netlist.elements);
  const nodeIndex = new Map<NodeName, number>(nodes.map((n, i) => [n, i]));
  nodeIndex.set(GROUND, -1);
  const at = (name: NodeName) => nodeIndex.get(name)!;
  const out = {
    branches: [] as SeriesBranch[],
    sources: [] as SourceRow[],
    amplifiers: [] as AmplifierRow[],
    transconductances: [] as Layout["transconductances"][number][],
    currentSources: [] as Layout["currentSources"][number][],
    diodes: [] as DiodePort[],
    inputs: [] as Layout["inputs"][number][],
  };
  let size = nodes.length;
  let states = 0;
  const addBranch = (e: { id: ElementId; a: NodeName; b: NodeName }, part: Partial<SeriesBranch>) => {
    const branch: SeriesBranch = {
      element: e.id,
      a: at(e.a),
      b: at(e.b),
      ohms: 0,
      henries: 0,
      farads: null,
      leak: 0,
      chargeState: -1,
      currentState: -1,
      startVolts: 0,
      startAmperes: 0,
      ...part,
    };
    if (branch.farads !== null) branch.chargeState = states++;
    if (branch.henries > 0) branch.currentState = states++;
    out.branches.push(branch);
  };
  const addInput = (element: ElementId, wave: Wave) => out.inputs.push({ element, wave }) - 1;
  for (const e of netlist.elements) {
    switch (e.kind) {
      case "resistor":
        addBranch(e, { ohms: e.ohms });
        break;
      case "capacitor":
        addBranch(e, {
          ohms: e.esr ?? 0,
          henries: e.esl ?? 0,
          farads: e.farads,
          leak: e.leak === undefined ? 0 : 1 / e.leak,
          startVolts: e.volts ?? 0,
        });
        break;
      case "inductor":
        addBranch(e, { ohms: e.dcr ?? 0, henries: e.henries, startAmperes: e.amperes ?? 0 });
        break;
      case "voltageSource":
        out.sources.push({
          element: e.id,
          row: size++,
          plus: at(e.plus),
          minus: at(e.minus),
          ohms: e.ohms ?? 0,
          input: addInput(e.id, e.wave),
        });
        break;
      case "currentSource":
        out.currentSources.push({ element: e.id, from: at(e.from), to: at(e.to), input: addInput(e.id, e.wave) });
        break;
      case "diode":
        out.diodes.push({ element: e.id, a: at(e.anode), b: at(e.cathode), law: diodeLaw(e.saturation, e.emission, e.ohms) });
        break;
      case "switch":
        if (e.closed) out.sources.push({ element: e.id, row: size++, plus: at(e.a), minus: at(e.b), ohms: 0, input: -1 });
        break;
      case "amplifier":
        out.amplifiers.push({
          element: e.id,
          row: size++,
          plus: at(e.plus),
          minus: at(e.minus),
          ohms: e.ohms ?? 0,
          input: -1,
          inPlus: at(e.inPlus),
          inMinus: at(e.inMinus),
          gain: e.gain,
          lag: e.pole === undefined ? 0 : 1 / (2 * Math.PI * e.pole),
          state: e.pole === undefined ? -1 : states++,
        });
        break;
      case "transconductance":
        out.transconductances.push({
          element: e.id,
          from: at(e.from),
          to: at(e.to),
          inPlus: at(e.inPlus),
          inMinus: at(e.inMinus),
          siemens: e.siemens,
        });
        break;
    }
  }
  return { ...out, nodes, size, states, nodeIndex, elements: new Map(netlist.elements.map((e) => [e.id, e])) };
}

/** The node an unknown belongs to, for error messages: its own, or the first terminal of the element whose current it is. */
export function nodeOfUnknown(layout: Layout, unknown: number): NodeName {
  if (unknown < layout.nodes.length) return layout.nodes[unknown]!;
  const row = [...layout.sources, ...layout.amplifiers].find((s) => s.row === unknown);
  return row === undefined || row.plus < 0 ? GROUND : layout.nodes[row.plus]!;
}
