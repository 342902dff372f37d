import { COLUMNS, COLUMN_UNITS, type ColumnUnit, type Mapping, type PartDraft } from "@mirvek/core/catalogue";
import { GRADES, SAFETY_CLASSES } from "@mirvek/core/choose";
import { LENGTHS } from "@mirvek/core/knowledge";
import { TECHNOLOGIES } from "@mirvek/core/part";
import { MOUNTINGS } from "@mirvek/core/entry";
import { amperes, hertz, ohms } from "@mirvek/core/units";
import { z } from "zod";
import { hasCredentials, isLinkLocal, isShown } from "./supplierAddress";
import { zDiameter, zFarads, zHeight, zId, zPitch, zRatedVolts, zTemperature } from "./quantities";

export const IMPORT_MEANS = ["update", "whole", "withdraw"] as const;
export type ImportMeans = (typeof IMPORT_MEANS)[number];

/** Rows that travel together, and how many a file may have. */
export const ROWS_A_PIECE = 2000;
export const MAX_ROWS = 1_000_000;
export const MAX_PIECE_BYTES = 4_000_000;

const positive = z.number().gt(0);
const cents = z.number().int().min(1).max(100_000_000).nullable();
const stock = z.number().int().min(0).max(1_000_000_000).nullable();
const share = z.number().min(0).max(2);

const zPartDraft: z.ZodType<PartDraft> = z.object({
  code: z.string().min(1).max(LENGTHS.series),
  series: z.string().min(1).max(LENGTHS.series),
  grade: z.enum(GRADES),
  technology: z.enum(TECHNOLOGIES),
  nominal: zFarads,
  tolerance: z.object({ minus: share.max(1), plus: share }),
  rated: zRatedVolts,
  ac: zRatedVolts.nullable(),
  safety: z.enum(SAFETY_CLASSES).nullable(),
  temperature: zTemperature,
  diameter: zDiameter,
  height: zHeight,
  pitch: zPitch.nullable(),
  mounting: z.enum(MOUNTINGS),
  esr: z.object({ ohms: positive.max(1e6).transform(ohms), at: positive.max(1e7).transform(hertz) }).nullable(),
  ripple: z.object({ amperes: positive.max(1000).transform(amperes), at: positive.max(1e7).transform(hertz) }).nullable(),
  pulse: positive.max(1e6).nullable(),
  lifeHours: positive.max(1e6).nullable(),
  priceCents: cents,
  stock,
});

const importPiece = z.object({ rows: z.array(zPartDraft).min(1).max(ROWS_A_PIECE) });
/** of a file that only names what is withdrawn */
const withdrawPiece = z.object({ codes: z.array(z.string().min(1).max(LENGTHS.series)).min(1).max(ROWS_A_PIECE) });
export const pieceAsked = z.union([importPiece, withdrawPiece]);
export type PieceAsked = z.infer<typeof pieceAsked>;

const units = Object.values(COLUMN_UNITS).flat() as ColumnUnit[];
const source = z.discriminatedUnion("from", [
  z.object({
    from: z.literal("column"),
    index: z.number().int().min(0).max(400),
    unit: z.enum(units as [ColumnUnit, ...ColumnUnit[]]).nullable(),
  }),
  z.object({ from: z.literal("constant"), text: z.string().max(60) }),
]);
export const zMapping: z.ZodType<Mapping> = z.partialRecord(z.enum(COLUMNS), source);

export const importBegin = z.object({
  supplier: z.string().trim().min(1).max(60),
  fileName: z.string().trim().min(1).max(200),
  means: z.enum(IMPORT_MEANS),
  rows: z.number().int().min(1).max(MAX_ROWS),
  headings: z.string().max(4000),
  mapping: zMapping,
});
export type ImportBegin = z.infer<typeof importBegin>;

export const mappingAsked = z.object({ headings: z.string().max(4000) });

/** A part that no catalogue has, as it is written down on the spot. */
export const handPart = z.object({ part: zPartDraft });

/** What an import did to the catalogue. */
export interface ImportOutcome {
  added: number;
  changed: number;
  same: number;
  withdrawn: number;
}

export interface SupplierView {
  id: number;
  name: string;
  address: string | null;
  byHand: boolean;
  parts: number;
  withdrawn: number;
}

export interface ImportView {
  id: number;
  supplier: string;
  fileName: string;
  means: ImportMeans;
  rows: number;
  at: number;
  outcome: ImportOutcome | null;
  by: string;
}

export interface CatalogueView {
  suppliers: SupplierView[];
  imports: ImportView[];
}

/** How a file with the same headings was read last. */
export interface RememberedMapping {
  supplier: string;
  mapping: Mapping;
}

export const supplierAddress = z.object({
  id: zId,
  address: z
    .url({ protocol: /^https?$/ })
    .max(200)
    .refine((address) => !hasCredentials(new URL(address)), { message: "an address carries no password" })
    .refine((address) => !isLinkLocal(new URL(address).hostname), { message: "a link-local host is not asked" })
    .refine((address) => !isShown(decodeURIComponent(address)), { message: "write the whole address anew" })
    .nullable(),
});
