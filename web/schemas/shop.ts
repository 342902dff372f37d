import { SIDES, TANTALUM_APPROACHES, VALUE_POLICIES } from "@mirvek/core/choose";
import { SCOPES } from "@mirvek/core/device";
import { CHOOSING_RULES, LENGTHS, LIMITS, ROWS, cellRange, figureRange, readCell, weightId } from "@mirvek/core/knowledge";
import { isReserved } from "@mirvek/core/entry";
import { z } from "zod";
import { FIRST_POWER } from "./job";
import { zId } from "./quantities";

const farads = z.number().min(LIMITS.nominalFarads[0]).max(LIMITS.nominalFarads[1]);
const limit = z.number().gt(0).max(LIMITS.esrOhms[1]);

/** A norm of the shop's own: what parts of these values are held against at 100 kHz, ohms. */
const normPost = z
  .object({
    from: farads,
    to: farads,
    rated: z.number().min(LIMITS.ratedVolts[0]).max(LIMITS.ratedVolts[1]).nullable(),
    typical: limit,
    wornOver: limit,
    failedOver: limit,
    note: z.string().trim().max(200),
  })
  .refine((n) => n.to >= n.from, { message: "the values run upwards", path: ["to"] })
  .refine((n) => n.wornOver >= n.typical, { message: "worn begins above what is typical", path: ["wornOver"] })
  .refine((n) => n.failedOver > n.wornOver, { message: "failed begins above worn", path: ["failedOver"] });
export type NormPost = z.infer<typeof normPost>;

const zCell = z.string().refine((text) => readCell(text) !== null, { message: "no such figure in the table" });
function inItsRange({ cell, value }: { cell: string; value: number | null }): boolean {
  const known = readCell(cell);
  if (known === null || value === null) return true;
  const [least, most] = cellRange(known);
  return value >= least && value <= most;
}

/** A row of knowledge, or the weight of a rule of choosing, within what it may be set to. */
function figureInRange({ figure, value }: { figure: string; value: number | null }): boolean {
  const range = rangeOf(figure);
  return range !== null && (value === null || (value >= range[0] && value <= range[1]));
}
/**
 * Least and most a figure may be; null where there is no such figure. Weights go from nothing to a hundred points, either way as theirs
 * goes.
 */
export function rangeOf(figure: string): readonly [number, number] | null {
  const row = ROWS.find((r) => r.id === figure);
  if (row) return figureRange(row.id);
  const rule = CHOOSING_RULES.find((r) => weightId(r.id) === figure);
  return rule === undefined || rule.kind === "hard" ? null : rule.kind === "merit" ? [0, 100] : [-100, 0];
}

export const shopSettings = z.object({
  name: z.string().trim().min(1).max(60),
  currency: z.string().trim().min(1).max(4),
  /** may be stricter than what default, never looser */
  touchLimit: z.number().gt(0).max(figureRange("charge.touch")[1]),
  marginWet: z.number().min(1).max(4),
  marginTantalum: z.number().min(1).max(4),
  marginFilm: z.number().min(1).max(4),
  highMains: z.number().min(0).max(0.5),
  targetYears: z.number().min(1).max(50),
  hoursPerYear: z.number().min(1).max(8784),
  ambient: z.number().min(0).max(100),
  valuePolicy: z.enum(VALUE_POLICIES),
  tantalumApproach: z.enum(TANTALUM_APPROACHES),
  scopeApproach: z.enum(SCOPES),
  sidesApproach: z.enum(SIDES),
  firstPowerApproach: z.enum(FIRST_POWER),
});
export type ShopSettings = z.infer<typeof shopSettings>;

const meterId = z.string().regex(/^[a-z][a-z0-9-]{0,30}$/);
const hz = z.number().min(10).max(1e7);
export const meterPost = z.object({
  id: meterId,
  name: z.string().trim().min(1).max(40),
  /** the word said on the readout line */
  word: z
    .string()
    .regex(/^[a-z]{2,16}$/)
    .refine((word) => !isReserved(word), { message: "it already means something on the entry line" }),
  shows: z.enum(["esr", "capacitance", "ohmmeter", "volts"]),
  esrAt: hz,
  /** null: it charges with DC */
  capacitanceAt: hz.nullable(),
  endOhms: z.number().gt(0).max(1e9).nullable(),
  leadOhms: z.number().min(0).max(10).nullable(),
  checkedOn: z.iso.date().nullable(),
});
export type MeterPost = z.infer<typeof meterPost>;

export const shopEdit = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("strikeShelf"), id: zId }),
  z.object({ kind: z.literal("markNorm"), norm: z.string().regex(/^[a-zA-Z0-9.]{1,40}$/), struck: z.boolean() }),
  z.object({ kind: z.literal("addNorm"), norm: normPost }),
  z
    .object({ kind: z.literal("table"), cell: zCell, value: z.number().nullable(), note: z.string().trim().max(200) })
    .refine(inItsRange, { message: "out of the range of that figure", path: ["value"] }),
  z.object({ kind: z.literal("learnAnew") }),
  z
    .object({ kind: z.literal("figure"), figure: z.string().max(80), value: z.number().nullable(), note: z.string().trim().max(200) })
    .refine(figureInRange, { message: "out of the range of that figure", path: ["value"] }),
  z.object({ kind: z.literal("settings"), settings: shopSettings }),
  z.object({ kind: z.literal("meter"), meter: meterPost }),
  z.object({ kind: z.literal("retireMeter"), id: meterId }),
  z.object({
    kind: z.literal("resistor"),
    ohms: z.number().gt(0).max(1e8),
    rated: z.number().gt(0).max(1000),
    limit: z.number().gt(0).max(10_000),
  }),
  z.object({ kind: z.literal("retireResistor"), id: zId }),
  z.object({ kind: z.literal("approaches"), bulgeDecides: z.boolean(), mustClimb: z.boolean() }),
]);
export type ShopEdit = z.infer<typeof shopEdit>;

/** A move in the shop's own books: ordered, delivered with lot and, of one, what it read; counted anew; used elsewhere. */
export const stockPost = z.object({
  partId: zId,
  kind: z.enum(["ordered", "delivered", "counted", "taken"]),
  count: z.number().int().min(0).max(100_000),
  lot: z
    .string()
    .trim()
    .min(1)
    .max(LENGTHS.lot)
    .refine((lot) => !isReserved(lot), { message: "it already means something on the entry line" })
    .nullable(),
  note: z.string().trim().max(200),
  /** one of the delivery, measured: goes onto the shelf */
  sample: z.object({ meter: meterId, esr: z.number().gt(0).max(1e6) }).nullable(),
});
export type StockPost = z.infer<typeof stockPost>;

export const offersAsked = z.object({ partIds: z.array(zId).min(1).max(200) });
