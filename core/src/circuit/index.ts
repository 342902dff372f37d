export {
  GROUND,
  type Amplifier,
  type Capacitor,
  type CircuitElement,
  type CurrentSource,
  type Diode,
  type ElementId,
  type Inductor,
  type Netlist,
  type NodeName,
  type Resistor,
  type Switch,
  type Transconductance,
  type VoltageSource,
  type Wave,
} from "./netlist";
export type { CircuitIssue } from "./issue";
export { MAX_ELEMENTS, MAX_NODES, checkNetlist, nodesOf as nodesOfNetlist, type CheckedNetlist } from "./checkNetlist";
export { operatingPoint, type OperatingPoint } from "./operatingPoint";
export { MAX_STEPS, transient, type TransientOptions } from "./transient";
export { steadyState, type SteadyState, type SteadyStateOptions } from "./steadyState";
export type { Waveforms } from "./waveforms";
export {
  acResponse,
  decibels,
  impedance,
  logFrequencies,
  makeAcSweep,
  nearIndex,
  phaseDegrees,
  type Drive,
  type Response,
  type Sense,
} from "./ac";
export { loopGain, margins, type Margins } from "./loop";
export { naturalModes, type Mode } from "./modes";
export { drawInto, monteCarlo, spreadOf, worstCase, type Spread, type Unknown } from "./tolerance";
export { highest, lowest, mean, peakToPeak, rippleRms, rms } from "./measures";
export { exportNetlist, type SpiceRun } from "./spice/exportNetlist";
export { importNetlist, type NetlistTextIssue } from "./spice/importNetlist";
export { curvesCsv, type NamedCurve } from "./spice/curvesCsv";
export { inCircuitReading, type InCircuitReading } from "./inCircuit";
