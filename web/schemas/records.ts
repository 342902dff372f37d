import { ARRANGEMENTS } from "@mirvek/core/choose";
import { z } from "zod";
import { LENGTHS } from "@mirvek/core/knowledge";
import type { Interlock } from "@mirvek/core/job";
import { type Entry, MOUNTINGS } from "@mirvek/core/entry";
import { zDiameter, zFarads, zHeight, zId, zPitch, zRatedVolts, zTemperature, zVersion, zVolts } from "./quantities";
import { ROLES, TECHNOLOGIES } from "@mirvek/core/part";

export const designator = z
  .string()
  .trim()
  .toUpperCase()
  .regex(/^[A-Z]{1,3}[0-9]{1,4}[A-Z]?$/);

/** the last moment a date can hold */
const LATEST_MS = 8.64e15;

/** A reading of the longest line that can be typed, written out. */
const MAX_CHOSEN = 60_000;

/** One line from the readout line, with what stood around it when Enter was pressed. */
export const readoutPost = z.object({
  line: z.string().trim().min(1).max(LENGTHS.line),
  clientKey: z.uuid(),
  current: designator.nullable(),
  meter: z.string().max(31).nullable(),
  inCircuit: z.boolean(),
  /** key of the line that `undo` takes back or `same` repeats; null: the last one */
  refersTo: z
    .uuid()
    .nullish()
    .transform((key) => key ?? null),
  /** of a line that asks: the reading that was chosen */
  chosen: z.string().max(MAX_CHOSEN).nullish(),
  /** when it was typed, ms since the epoch by the server's clock as this browser knows it */
  at: z.number().int().min(0).max(LATEST_MS).nullish(),
});
export type ReadoutPost = z.infer<typeof readoutPost>;

/** What became of a line that was kept, for the browser that has shown it already. */
export interface SavedLine {
  entry: Entry;
  /** where the line stands among those of the job; null for what keeps no line */
  seq: number | null;
  /** when it was typed, as far as the server believes it, and when it was kept */
  at: number;
  keptAt: number;
  /** who kept it */
  by: string;
  revision: number;
  /** why the power it asked for is held: it was kept as an attempt */
  held: Interlock | null;
  /** kept before: the answer had been lost */
  again: boolean;
}

export const safetyPost = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("powerOn"),
    /** why it goes straight onto the mains, out of the order of its plan */
    reason: z
      .string()
      .trim()
      .min(3)
      .max(1000)
      .nullish()
      .transform((r) => r ?? null),
  }),
  z.object({ kind: z.literal("powerOff") }),
  z.object({ kind: z.literal("override"), reason: z.string().trim().min(8).max(1000) }),
]);
export type SafetyPost = z.infer<typeof safetyPost>;

export const positionsPost = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("list"), text: z.string().min(1).max(40_000) }),
  z.object({
    kind: z.literal("counterparts"),
    from: z.array(designator).min(1).max(200),
    offset: z.number().int().min(-9998).max(9998),
    /** one copy of each for every channel, each `offset` further than the one before */
    channels: z
      .array(z.string().regex(/^[A-Za-z0-9]{1,12}$/))
      .min(1)
      .max(15),
  }),
]);
export type PositionsPost = z.infer<typeof positionsPost>;

export const positionFields = z
  .object({
    section: z.string().trim().min(1).max(60),
    channel: z
      .string()
      .trim()
      .regex(/^[A-Za-z0-9]{1,12}$/)
      .nullable(),
    role: z.enum(ROLES),
    technology: z.enum(TECHNOLOGIES),
    nominal: zFarads,
    rated: zRatedVolts.nullable(),
    toleranceMinus: z.number().min(0).max(1),
    tolerancePlus: z.number().min(0).max(2),
    temperature: zTemperature.nullable(),
    diameter: zDiameter.nullable(),
    height: zHeight.nullable(),
    maxDiameter: zDiameter.nullable(),
    maxHeight: zHeight.nullable(),
    pitch: zPitch.nullable(),
    mounting: z.enum(MOUNTINGS),
    working: zVolts.nullable(),
    largest: zFarads.nullable(),
    following: z.number().gt(0).max(1e9).nullable(),
    originalEsr: z.number().gt(0).max(1e6).nullable(),
    esrLeast: z.number().min(0).max(1e6).nullable(),
    esrMost: z.number().gt(0).max(1e6).nullable(),
    pulse: z.number().gt(0).max(1e6).nullable(),
    audio: z.number().gt(0).max(1000).nullable(),
    holdsCharge: z.boolean(),
    counterpartGroup: z.string().trim().min(1).max(40).nullable(),
    parallelWith: z.array(designator).max(40).nullable(),
  })
  .refine((p) => p.esrLeast === null || (p.esrMost !== null && p.esrLeast <= p.esrMost), {
    message: "an ESR window has a top, and its foot lies under it",
    path: ["esrMost"],
  });
export type PositionFields = z.infer<typeof positionFields>;

/** Why a part that holds charge leaves the list. */
const leaving = z.string().trim().min(3).max(1000);

export const positionEdit = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("fields"), version: zVersion, fields: positionFields, reason: leaving.nullish() }),
  z.object({ kind: z.literal("retire"), version: zVersion, reason: leaving.nullish() }),
  z.object({ kind: z.literal("restore"), version: zVersion }),
]);
export type PositionEdit = z.infer<typeof positionEdit>;

export const choicePost = z
  .object({
    /** the positions decided together: one, or one and its counterparts */
    positions: z
      .array(z.object({ designator, follows: zId.nullable() }))
      .min(1)
      .max(64),
    decision: z.enum(["replace", "temporary", "leave", "withdrawn"]),
    partId: zId.nullable(),
    /** several parts in place of one; `partId` is then null */
    set: z.object({ arrangement: z.enum(ARRANGEMENTS), partIds: z.array(zId).min(2).max(3) }).optional(),
    reason: z.string().trim().min(1).max(1000).nullable(),
  })
  .refine((c) => (c.decision === "replace" || c.decision === "temporary") === (c.partId !== null || c.set !== undefined), {
    message: "a replacement needs a part",
  })
  .refine((c) => c.partId === null || c.set === undefined, { message: "a part or a set" })
  .refine((c) => c.decision !== "leave" || c.reason !== null, { message: "say why it stays" });
export type ChoicePost = z.infer<typeof choicePost>;
