/** A node by name. The name "0" is ground: every other potential is measured against it. */
export type NodeName = string;
export type ElementId = string;
export const GROUND: NodeName = "0";

/**
 * What a source gives over time, in volts or amperes. `samples` is one period of an arbitrary wave, evenly spaced, joined by
 * straight lines; `halfSine` keeps only the positive halves; `pulse` goes from `low` to `high` and back once a period. Phases in
 * degrees; before its `delay` (seconds) a wave stands still at what it begins with.
 */
export type Wave =
  | { kind: "dc"; value: number }
  | { kind: "sine"; amplitude: number; hertz: number; offset?: number; phase?: number; delay?: number }
  | { kind: "halfSine"; amplitude: number; hertz: number; phase?: number }
  | { kind: "pulse"; low: number; high: number; delay: number; rise: number; fall: number; width: number; period: number }
  | { kind: "samples"; values: readonly number[]; hertz: number };

export interface Resistor {
  kind: "resistor";
  id: ElementId;
  a: NodeName;
  b: NodeName;
  ohms: number;
}
/** C with what a real one brings along: ESR and ESL in series, leakage across the dielectric. `volts` is the charge at time 0. */
export interface Capacitor {
  kind: "capacitor";
  id: ElementId;
  a: NodeName;
  b: NodeName;
  farads: number;
  esr?: number;
  esl?: number;
  leak?: number;
  volts?: number;
}
/** L with its winding resistance in series. `amperes` flows from `a` to `b` at time 0. */
interface Inductor {
  kind: "inductor";
  id: ElementId;
  a: NodeName;
  b: NodeName;
  henries: number;
  dcr?: number;
  amperes?: number;
}
/** A source of volts with a series resistance: a transformer winding is one of these. */
interface VoltageSource {
  kind: "voltageSource";
  id: ElementId;
  plus: NodeName;
  minus: NodeName;
  wave: Wave;
  ohms?: number;
}
/** Drives its current out of `to`, having taken it in at `from`. */
interface CurrentSource {
  kind: "currentSource";
  id: ElementId;
  from: NodeName;
  to: NodeName;
  wave: Wave;
}
/** I = saturation · (exp(Vj / (emission · 25.85 mV)) − 1) with `ohms` in series. */
export interface Diode {
  kind: "diode";
  id: ElementId;
  anode: NodeName;
  cathode: NodeName;
  saturation: number;
  emission: number;
  ohms: number;
}
export interface Switch {
  kind: "switch";
  id: ElementId;
  a: NodeName;
  b: NodeName;
  closed: boolean;
}
/** Volts out for volts in: an op-amp or a whole stage. With `pole` the gain falls 20 dB a decade above it. */
export interface Amplifier {
  kind: "amplifier";
  id: ElementId;
  plus: NodeName;
  minus: NodeName;
  inPlus: NodeName;
  inMinus: NodeName;
  gain: number;
  pole?: number;
  ohms?: number;
}
/** Amperes out for volts in: draws siemens · Vin in at `from` and gives it at `to`. */
export interface Transconductance {
  kind: "transconductance";
  id: ElementId;
  from: NodeName;
  to: NodeName;
  inPlus: NodeName;
  inMinus: NodeName;
  siemens: number;
}

export type CircuitElement =
  Resistor | Capacitor | Inductor | VoltageSource | CurrentSource | Diode | Switch | Amplifier | Transconductance;

/** A circuit as plain data, SI units throughout. Not to be trusted before `checkNetlist` has passed it. */
export interface Netlist {
  title: string;
  elements: readonly CircuitElement[];
}

/** The two nodes an element carries current between. */
export function terminals(element: CircuitElement): readonly [NodeName, NodeName] {
  switch (element.kind) {
    case "resistor":
    case "capacitor":
    case "inductor":
    case "switch":
      return [element.a, element.b];
    case "voltageSource":
    case "amplifier":
      return [element.plus, element.minus];
    case "currentSource":
    case "transconductance":
      return [element.from, element.to];
    case "diode":
      return [element.anode, element.cathode];
  }
}
