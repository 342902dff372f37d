import type { CataloguePart, PositionNeeds } from "../choose";
import { celsius, farads, millimetres, volts } from "../units";
import { part } from "./parts";

/** A position of `c` µF and `v` volts of which nothing else is known. */
export const needsOf = (c: number, v: number, over: Partial<PositionNeeds> = {}): PositionNeeds => ({
  ...part(c, v, over),
  temperature: null,
  diameter: null,
  height: null,
  maxHeight: null,
  maxDiameter: null,
  pitch: null,
  mounting: "radial",
  working: null,
  largest: null,
  following: null,
  originalEsr: null,
  ...over,
});

/** A part of a catalogue: general-purpose, 105 °C, in stock. */
export const candidate = (c: number, v: number, over: Partial<CataloguePart> = {}): CataloguePart => ({
  id: 1,
  code: "TST-1",
  series: "Test",
  grade: "general",
  technology: "aluminium",
  nominal: farads(c * 1e-6),
  tolerance: { minus: 0.2, plus: 0.2 },
  rated: volts(v),
  ac: null,
  pulse: null,
  safety: null,
  temperature: celsius(105),
  diameter: millimetres(10),
  height: millimetres(20),
  pitch: millimetres(5),
  mounting: "radial",
  esr: null,
  ripple: null,
  lifeHours: 2000,
  priceCents: 20,
  stock: 10,
  ...over,
});
