export {
  GROUND,
  type Amplifier,
  type Capacitor,
  type CircuitElement,
  type Diode,
  type Netlist,
  type NodeName,
  type Resistor,
  type Switch,
  type Transconductance,
  type Wave,
} from "./netlist";
export type { CircuitIssue } from "./issue";
export { checkNetlist, nodesOf as nodesOfNetlist, type CheckedNetlist } from "./checkNetlist";
export { operatingPoint } from "./operatingPoint";
export { MAX_STEPS, transient } from "./transient";
export { steadyState, type SteadyState } from "./steadyState";
export { acResponse, decibels, impedance, logFrequencies, makeAcSweep, nearIndex, phaseDegrees, type Response } from "./ac";
export { loopGain, margins, type Margins } from "./loop";
export { naturalModes } from "./modes";
export { monteCarlo, spreadOf, worstCase, type Spread, type Unknown } from "./tolerance";
export { highest, lowest, mean, peakToPeak, rippleRms, rms } from "./measures";
export { exportNetlist, type SpiceRun } from "./spice/exportNetlist";
export { importNetlist, type NetlistTextIssue } from "./spice/importNetlist";
export { curvesCsv } from "./spice/curvesCsv";
