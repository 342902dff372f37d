export { idleChannels, throughResistor, wattSteps, type IdleChannel, type IdleUnit } from "./idle";
export { amperesFor, spread, throughWinding, valveIdle, type ValveIdle } from "./valves";
export { difference, matchPairs, type Device, type Pair } from "./matching";
