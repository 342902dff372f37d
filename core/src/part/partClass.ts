import { wordTable } from "../units";
import type { PartClass } from "../device";

// Letters before the number as boards print them (common practice; IEC 81346 and its forerunners differ by country). A letter that
// stands for two things is not here: what it is must be said.
const LETTERS: ReadonlyMap<string, PartClass> = wordTable({
  C: "capacitor",
  BC: "capacitor",
  EC: "capacitor",
  R: "resistor",
  VR: "resistor",
  RV: "resistor",
  NTC: "resistor",
  F: "fuse",
  FU: "fuse",
  FS: "fuse",
  FH: "fuse",
  SI: "fuse",
  D: "diode",
  ZD: "diode",
  BD: "diode",
  DB: "diode",
  BR: "diode",
  LED: "diode",
  Q: "transistor",
  TR: "transistor",
  VT: "transistor",
  V: "valve",
  IC: "chip",
  U: "chip",
  REG: "chip",
  OP: "chip",
  L: "coil",
  FB: "coil",
  T: "transformer",
  PT: "transformer",
  S: "switch",
  SW: "switch",
  J: "connector",
  CN: "connector",
  CON: "connector",
  PL: "connector",
  K: "relay",
  RL: "relay",
  RY: "relay",
  LS: "driver",
  SP: "driver",
  SPK: "driver",
  DRV: "driver",
  LP: "lamp",
  LA: "lamp",
  BT: "battery",
  BAT: "battery",
  X: "crystal",
  XT: "crystal",
  XTAL: "crystal",
  MD: "module",
  JP: "connector",
  TH: "resistor",
  TX: "transformer",
});

/**
 * What a part is by the letters of its designator; null where they stand for nothing usual.
 * @example classOf("R12") // "resistor"
 */
export function classOf(designator: string): PartClass | null {
  const letters = /^[A-Z]+(?=\d)/.exec(designator.toUpperCase())?.[0];
  return letters === undefined ? null : (LETTERS.get(letters) ?? null);
}
