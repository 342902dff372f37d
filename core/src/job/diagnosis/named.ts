import type { PartClass } from "../../device";
import type { HypothesisId } from "../../knowledge";

/** Which faults a thing that is no capacitor stands for, by what it is called. */
const NAMED: readonly (readonly [RegExp, readonly HypothesisId[]])[] = [
  [/\b(earth|ground|gnd|lug|chassis)\b/i, ["earthPoint"]],
  [/\b(joint|joints|trace|track|via|vias|pad|pads|solder)\b/i, ["jointCrack"]],
  [/\b(fader|faders|pot|pots|control|controls|knob|selector|switch)\b/i, ["dirtyControl"]],
  [/\b(plug|socket|jack|connector|header|cable|lead|cord)\b/i, ["connector"]],
  [/\brelay\b/i, ["relayContact"]],
  [/\b(driver|speaker|tweeter|woofer|cone|voice coil)\b/i, ["driverBad"]],
  [/\b(valve|tube)\b/i, ["valveWorn"]],
  [/\btransformer\b/i, ["transformer"]],
  [/\bregulator\b/i, ["regulatorFailed"]],
  [/\b(rectifier|diode|bridge)\b/i, ["rectifierOpen", "rectifierShorted"]],
  [/\b(output stage|output transistor|output pair)\b/i, ["outputShorted"]],
  [/\b(fuse)\b/i, ["powerPathOpen"]],
  [/\bservo\b/i, ["servoLoop"]],
];

export const OF_CLASS: Partial<Record<PartClass, readonly HypothesisId[]>> = {
  resistor: ["resistorDrifted"],
  transistor: ["outputShorted", "regulatorFailed", "stageDevice", "noisyDevice"],
  chip: ["regulatorFailed", "stageDevice", "noisyDevice", "loadShort"],
  valve: ["valveWorn"],
  transformer: ["transformer"],
  coil: ["transformer"],
  switch: ["dirtyControl"],
  connector: ["connector"],
  relay: ["relayContact"],
  driver: ["driverBad"],
};

export const namedBy = (name: string): readonly HypothesisId[] => NAMED.find(([words]) => words.test(name))?.[1] ?? [];
