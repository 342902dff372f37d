import { LIMITS, cellRange, readCell } from "@mirvek/core/knowledge";
import { z } from "zod";
import { zId } from "./quantities";

const farads = z.number().min(LIMITS.nominalFarads[0]).max(LIMITS.nominalFarads[1]);
const limit = z.number().gt(0).max(LIMITS.esrOhms[1]);

/** A norm of the shop's own: what parts of these values are held against at 100 kHz, ohms. */
export const normPost = z
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

export const shopEdit = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("strikeShelf"), id: zId }),
  z.object({ kind: z.literal("markNorm"), norm: z.string().regex(/^[a-zA-Z0-9.]{1,40}$/), struck: z.boolean() }),
  z.object({ kind: z.literal("addNorm"), norm: normPost }),
  z
    .object({ kind: z.literal("table"), cell: zCell, value: z.number().nullable(), note: z.string().trim().max(200) })
    .refine(inItsRange, { message: "out of the range of that figure", path: ["value"] }),
  z.object({ kind: z.literal("learnAnew") }),
  z.object({ kind: z.literal("schools"), bulgeDecides: z.boolean(), mustClimb: z.boolean() }),
]);
export type ShopEdit = z.infer<typeof shopEdit>;
