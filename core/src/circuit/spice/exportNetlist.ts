import { nodesOf } from "../checkNetlist";
import { GROUND, type CircuitElement, type Diode, type Netlist, type NodeName, type Wave } from "../netlist";

/** The run a netlist is written for; frequencies in hertz, times in seconds. */
export type SpiceRun =
  | { kind: "operatingPoint" }
  | { kind: "ac"; driven: string; from: number; to: number; perDecade: number; print: readonly NodeName[] }
  | { kind: "transient"; step: number; stop: number; from: number; print: readonly NodeName[] };

/**
 * The circuit as a plain SPICE-style netlist that a general-purpose simulator runs unchanged. ESR, ESL, leakage, winding
 * resistances and poles become parts of their own, on nodes named after the part. Without a run only the elements are written.
 */
export function exportNetlist(netlist: Netlist, run?: SpiceRun): string {
  const names = makeNames(netlist.elements);
  const models = new Map<string, string>();
  const modelOf = (d: Diode): string => {
    const body = `D(IS=${number(d.saturation)} N=${number(d.emission)} RS=${number(d.ohms)})`;
    if (!models.has(body)) models.set(body, `DM${models.size + 1}`);
    return models.get(body)!;
  };
  const driven = run?.kind === "ac" ? run.driven : null;
  const lines = netlist.elements.flatMap((e) => elementLines(e, names, modelOf, e.id === driven));
  return [
    `* ${netlist.title.replaceAll(/[\r\n]+/g, " ")}`,
    ...lines,
    ...[...models].map(([body, name]) => `.model ${name} ${body}`),
    // a winding behind blocking diodes hangs free: the simulator's own default leaves it too little to find its level by
    ...(models.size > 0 ? [".options gmin=1e-10"] : []),
    ...runLines(run, usesInitial(netlist), names.node),
    ".end",
    "",
  ].join("\n");
}

const usesInitial = (netlist: Netlist) =>
  netlist.elements.some((e) => (e.kind === "capacitor" && e.volts) || (e.kind === "inductor" && e.amperes));

function runLines(run: SpiceRun | undefined, initial: boolean, node: Names["node"]): string[] {
  if (run === undefined) return [];
  switch (run.kind) {
    case "operatingPoint":
      return [".op"];
    case "ac":
      return [
        `.ac dec ${run.perDecade} ${number(run.from)} ${number(run.to)}`,
        `.print ac ${run.print.map((n) => `vdb(${node(n)})`).join(" ")}`,
      ];
    case "transient":
      return [
        `.tran ${number(run.step)} ${number(run.stop)} ${number(run.from)} ${number(run.step)}${initial ? " uic" : ""}`,
        `.print tran ${run.print.map((n) => `v(${node(n)})`).join(" ")}`,
      ];
  }
}

const LETTER: Readonly<Record<CircuitElement["kind"], string>> = {
  resistor: "R",
  capacitor: "C",
  inductor: "L",
  voltageSource: "V",
  currentSource: "I",
  diode: "D",
  switch: "V",
  amplifier: "E",
  transconductance: "G",
};

interface Names {
  /** a part's own name */
  part(e: CircuitElement): string;
  /** a part that is written for another, such as its series resistance */
  inner(name: string): string;
  node(n: NodeName): string;
  /** a node between the parts that one element is written as */
  innerNode(name: string): string;
}

/**
 * Names as a simulator keeps them apart: letters, digits and underscores, without regard to case. Whatever is different in the circuit
 * stays different, and nothing that is added meets a name of the circuit.
 */
function makeNames(elements: readonly CircuitElement[]): Names {
  const [partNames, nodeNames] = [new Set<string>(), new Set(["0", "GND"])];
  const fresh = (wanted: string, taken: Set<string>): string => {
    let name = wanted;
    for (let k = 2; taken.has(name.toUpperCase()); k++) name = `${wanted}_${k}`;
    taken.add(name.toUpperCase());
    return name;
  };
  const plain = (name: string) => name.replaceAll(/[^A-Za-z0-9]/g, "_") || "_";
  const nodes = new Map<NodeName, string>([[GROUND, GROUND]]);
  for (const n of nodesOf(elements)) nodes.set(n, fresh(plain(n), nodeNames));
  const parts = new Map<string, string>();
  for (const e of elements) {
    const letter = LETTER[e.kind];
    const name = plain(e.id);
    parts.set(e.id, fresh(name.toUpperCase().startsWith(letter) ? name : letter + name, partNames));
  }
  return {
    part: (e) => parts.get(e.id)!,
    inner: (name) => fresh(name, partNames),
    node: (n) => nodes.get(n) ?? fresh(plain(n), nodeNames),
    innerNode: (name) => fresh(name, nodeNames),
  };
}

const number = (v: number): string => Number(v.toPrecision(12)).toString();

type PartMaker = (from: string, to: string) => string[];

function elementLines(e: CircuitElement, names: Names, modelOf: (d: Diode) => string, driven: boolean): string[] {
  const name = names.part(e);
  const { node, inner, innerNode } = names;
  /** parts in a row from `a` to `b`, each given as a line maker of its two nodes; inner nodes are named after the part */
  const chain = (a: string, b: string, parts: readonly PartMaker[]): string[] => {
    let from = a;
    return parts.flatMap((part, i) => {
      const to = i === parts.length - 1 ? b : innerNode(`${name}_${i + 1}`);
      const lines = part(from, to);
      from = to;
      return lines;
    });
  };
  const resistor = (prefix: string, ohms: number | undefined): PartMaker[] =>
    ohms ? [(f, t) => [`${inner(prefix + name)} ${f} ${t} ${number(ohms)}`]] : [];
  switch (e.kind) {
    case "resistor":
      return [`${name} ${node(e.a)} ${node(e.b)} ${number(e.ohms)}`];
    case "capacitor": {
      const start = e.volts ? ` IC=${number(e.volts)}` : "";
      const plate = (f: string, t: string) => [
        `${name} ${f} ${t} ${number(e.farads)}${start}`,
        ...(e.leak !== undefined && Number.isFinite(e.leak) ? [`${inner(`RL${name}`)} ${f} ${t} ${number(e.leak)}`] : []),
      ];
      const coil = e.esl ? [(f: string, t: string) => [`${inner(`LS${name}`)} ${f} ${t} ${number(e.esl!)}`]] : [];
      return chain(node(e.a), node(e.b), [plate, ...resistor("RS", e.esr), ...coil]);
    }
    case "inductor": {
      const start = e.amperes ? ` IC=${number(e.amperes)}` : "";
      const coil = (f: string, t: string) => [`${name} ${f} ${t} ${number(e.henries)}${start}`];
      return chain(node(e.a), node(e.b), [coil, ...resistor("RW", e.dcr)]);
    }
    case "voltageSource": {
      const ac = driven ? " AC 1" : "";
      const source = (f: string, t: string) => sourceLine(name, names, "V", f, t, e.wave, ac);
      return chain(node(e.plus), node(e.minus), [...resistor("RI", e.ohms), source]);
    }
    case "currentSource":
      return sourceLine(name, names, "I", node(e.from), node(e.to), e.wave, driven ? " AC 1" : "");
    case "diode":
      return [`${name} ${node(e.anode)} ${node(e.cathode)} ${modelOf(e)}`];
    case "switch":
      return e.closed ? [`${name} ${node(e.a)} ${node(e.b)} DC 0`] : [`* ${name} is open`];
    case "transconductance":
      return [`${name} ${node(e.from)} ${node(e.to)} ${node(e.inPlus)} ${node(e.inMinus)} ${number(e.siemens)}`];
    case "amplifier": {
      const input = `${node(e.inPlus)} ${node(e.inMinus)} ${number(e.gain)}`;
      if (e.pole === undefined)
        return chain(node(e.plus), node(e.minus), [...resistor("RO", e.ohms), (f, t) => [`${name} ${f} ${t} ${input}`]]);
      const [ideal, lag] = [innerNode(`${name}_in`), innerNode(`${name}_lag`)];
      return [
        `${inner(`${name}_a`)} ${ideal} 0 ${input}`,
        `${inner(`RP${name}`)} ${ideal} ${lag} 1000`,
        `${inner(`CP${name}`)} ${lag} 0 ${number(1 / (2 * Math.PI * e.pole * 1000))}`,
        ...chain(node(e.plus), node(e.minus), [...resistor("RO", e.ohms), (f, t) => [`${name} ${f} ${t} ${lag} 0 1`]]),
      ];
    }
  }
}

function sourceLine(name: string, names: Names, letter: "V" | "I", from: string, to: string, wave: Wave, ac: string): string[] {
  switch (wave.kind) {
    case "dc":
      return [`${name} ${from} ${to} DC ${number(wave.value)}${ac}`];
    case "sine":
      return [
        `${name} ${from} ${to} DC ${number(wave.offset ?? 0)}${ac} SIN(${number(wave.offset ?? 0)} ` +
          `${number(wave.amplitude)} ${number(wave.hertz)} ${number(wave.delay ?? 0)} 0 ${number(wave.phase ?? 0)})`,
      ];
    case "pulse": {
      const { low, high, delay, rise, fall, width, period } = wave;
      const shape = [low, high, delay, rise, fall, width, period].map(number).join(" ");
      return [`${name} ${from} ${to} DC ${number(low)}${ac} PULSE(${shape})`];
    }
    case "halfSine": {
      const angle = `${number(2 * Math.PI * wave.hertz)}*time+${number(((wave.phase ?? 0) * Math.PI) / 180)}`;
      return [`${names.inner(`B${name}`)} ${from} ${to} ${letter}=max(0,${number(wave.amplitude)}*sin(${angle}))`];
    }
    case "samples": {
      const n = wave.values.length;
      const points = [...wave.values, wave.values[0]!].map((v, i) => `${number(i / n / wave.hertz)} ${number(v)}`);
      const line = (id: string, a: string, b: string) => `${id} ${a} ${b} DC ${number(wave.values[0]!)}${ac} PWL(${points.join(" ")}) r=0`;
      if (letter === "V") return [line(name, from, to)];
      // only a source of volts repeats its points: its volts are turned into amperes
      const shape = names.innerNode(`${name}_w`);
      return [line(names.inner(`V${name}`), shape, "0"), `${names.inner(`G${name}`)} ${from} ${to} ${shape} 0 1`];
    }
  }
}
