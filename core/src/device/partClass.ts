/** What a part is, as far as it matters to finding a fault. */
export const PART_CLASSES = [
  "capacitor",
  "resistor",
  "fuse",
  "diode",
  "transistor",
  "valve",
  "chip",
  "coil",
  "transformer",
  "switch",
  "connector",
  "relay",
  "driver",
  "lamp",
  "battery",
  "crystal",
  "module",
] as const;
export type PartClass = (typeof PART_CLASSES)[number];
