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
  const names = new Map<string, string>();
  const models = new Map<string, string>();
  const modelOf = (d: Diode): string => {
    const body = `D(IS=${number(d.saturation)} N=${number(d.emission)} RS=${number(d.ohms)})`;
    if (!models.has(body)) models.set(body, `DM${models.size + 1}`);
    return models.get(body)!;
  };
  const driven = run?.kind === "ac" ? run.driven : null;
  const lines = netlist.elements.flatMap((e) => elementLines(e, uniqueName(e, names), modelOf, e.id === driven));
  return [
    `* ${netlist.title.replaceAll(/[\r\n]+/g, " ")}`,
    ...lines,
    ...[...models].map(([body, name]) => `.model ${name} ${body}`),
    // a winding behind blocking diodes hangs free: the simulator's own default leaves it too little to find its level by
    ...(models.size > 0 ? [".options gmin=1e-10"] : []),
    ...runLines(run, usesInitial(netlist)),
    ".end",
    "",
  ].join("\n");
}

const usesInitial = (netlist: Netlist) =>
  netlist.elements.some((e) => (e.kind === "capacitor" && e.volts) || (e.kind === "inductor" && e.amperes));

function runLines(run: SpiceRun | undefined, initial: boolean): string[] {
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

function uniqueName(e: CircuitElement, names: Map<string, string>): string {
  const plain = e.id.replaceAll(/[^A-Za-z0-9]/g, "_");
  const letter = LETTER[e.kind];
  let name = plain.toUpperCase().startsWith(letter) ? plain : letter + plain;
  while (names.has(name.toUpperCase())) name += "_";
  names.set(name.toUpperCase(), e.id);
  return name;
}

const number = (v: number): string => Number(v.toPrecision(12)).toString();
const node = (n: NodeName): string => (n === GROUND ? GROUND : n.replaceAll(/[^A-Za-z0-9]/g, "_"));

/** Parts in a row from `a` to `b`, each given as a line maker of its two nodes; inner nodes are named after the part. */
function chain(name: string, a: string, b: string, parts: readonly ((from: string, to: string) => string[])[]): string[] {
  return parts.flatMap((part, i) => part(i === 0 ? a : `${name}_${i}`, i === parts.length - 1 ? b : `${name}_${i + 1}`));
}

function elementLines(e: CircuitElement, name: string, modelOf: (d: Diode) => string, driven: boolean): string[] {
  const resistor = (prefix: string, ohms: number | undefined) =>
    ohms ? [(f: string, t: string) => [`${prefix}${name} ${f} ${t} ${number(ohms)}`]] : [];
  switch (e.kind) {
    case "resistor":
      return [`${name} ${node(e.a)} ${node(e.b)} ${number(e.ohms)}`];
    case "capacitor": {
      const start = e.volts ? ` IC=${number(e.volts)}` : "";
      const plate = (f: string, t: string) => [
        `${name} ${f} ${t} ${number(e.farads)}${start}`,
        ...(e.leak !== undefined && Number.isFinite(e.leak) ? [`RL${name} ${f} ${t} ${number(e.leak)}`] : []),
      ];
      const coil = e.esl ? [(f: string, t: string) => [`LS${name} ${f} ${t} ${number(e.esl!)}`]] : [];
      return chain(name, node(e.a), node(e.b), [plate, ...resistor("RS", e.esr), ...coil]);
    }
    case "inductor": {
      const start = e.amperes ? ` IC=${number(e.amperes)}` : "";
      const coil = (f: string, t: string) => [`${name} ${f} ${t} ${number(e.henries)}${start}`];
      return chain(name, node(e.a), node(e.b), [coil, ...resistor("RW", e.dcr)]);
    }
    case "voltageSource": {
      const ac = driven ? " AC 1" : "";
      const source = (f: string, t: string) => sourceLine(name, "V", f, t, e.wave, ac);
      return chain(name, node(e.plus), node(e.minus), [...resistor("RI", e.ohms), source]);
    }
    case "currentSource":
      return sourceLine(name, "I", node(e.from), node(e.to), e.wave, driven ? " AC 1" : "");
    case "diode":
      return [`${name} ${node(e.anode)} ${node(e.cathode)} ${modelOf(e)}`];
    case "switch":
      return e.closed ? [`${name} ${node(e.a)} ${node(e.b)} DC 0`] : [`* ${name} is open`];
    case "transconductance":
      return [`${name} ${node(e.from)} ${node(e.to)} ${node(e.inPlus)} ${node(e.inMinus)} ${number(e.siemens)}`];
    case "amplifier": {
      const input = `${node(e.inPlus)} ${node(e.inMinus)} ${number(e.gain)}`;
      if (e.pole === undefined)
        return chain(name, node(e.plus), node(e.minus), [...resistor("RO", e.ohms), (f, t) => [`${name} ${f} ${t} ${input}`]]);
      return [
        `${name}_a ${name}_in 0 ${input}`,
        `RP${name} ${name}_in ${name}_lag 1000`,
        `CP${name} ${name}_lag 0 ${number(1 / (2 * Math.PI * e.pole * 1000))}`,
        ...chain(name, node(e.plus), node(e.minus), [...resistor("RO", e.ohms), (f, t) => [`${name} ${f} ${t} ${name}_lag 0 1`]]),
      ];
    }
  }
}

function sourceLine(name: string, letter: "V" | "I", from: string, to: string, wave: Wave, ac: string): string[] {
  switch (wave.kind) {
    case "dc":
      return [`${name} ${from} ${to} DC ${number(wave.value)}${ac}`];
    case "sine":
      return [
        `${name} ${from} ${to} DC ${number(wave.offset ?? 0)}${ac} SIN(${number(wave.offset ?? 0)} ${number(wave.amplitude)} ${number(wave.hertz)} 0 0 ${number(wave.phase ?? 0)})`,
      ];
    case "halfSine": {
      const angle = `${number(2 * Math.PI * wave.hertz)}*time+${number(((wave.phase ?? 0) * Math.PI) / 180)}`;
      return [`B${name} ${from} ${to} ${letter}=max(0,${number(wave.amplitude)}*sin(${angle}))`];
    }
    case "samples": {
      const n = wave.values.length;
      const points = [...wave.values, wave.values[0]!].map((v, i) => `${number(i / n / wave.hertz)} ${number(v)}`);
      return [`${name} ${from} ${to} DC ${number(wave.values[0]!)}${ac} PWL(${points.join(" ")})${letter === "V" ? " r=0" : ""}`];
    }
  }
}
