export {
  IDLE_UNITS,
  idleChannels,
  throughResistor,
  wattSteps,
  windowAct,
  type IdleChannel,
  type IdleReading,
  type IdleUnit,
  type Window,
  type WindowAct,
} from "./idle";
export { amperesFor, spread, throughWinding, valveIdle, type ValveIdle, type ValveReading } from "./valves";
export { difference, matchPairs, type Device, type Pair } from "./matching";
