import { SIDES, TANTALUM_APPROACHES, VALUE_POLICIES } from "@mirvek/core/choose";
import { FINDING_TOKENS, SCOPES, SUPPLY_KINDS, UNIT_KINDS } from "@mirvek/core/device";
import { CLOSING_HOLDS, JOB_STATES } from "@mirvek/core/job";
import { z } from "zod";
import { zVersion } from "./quantities";

export const FIRST_POWER = ["suppliesFirst", "lookUnderLimiter"] as const;

/** What is written down when a unit is taken in; the same shape makes and edits a job. */
const fields = z.object({
  title: z.string().trim().min(1, "Name the unit").max(120),
  unitKind: z.enum(UNIT_KINDS),
  supplyKind: z.enum(SUPPLY_KINDS),
  mainsHz: z.union([z.literal(50), z.literal(60)]).nullable(),
  mainsV: z.number().min(1).max(500).nullable(),
  ageYears: z.number().int().min(0).max(150).nullable(),
  channels: z.number().int().min(1).max(64),
  /** whose it is: a name, a telephone number */
  owner: z
    .string()
    .trim()
    .max(120)
    .optional()
    .transform((owner) => owner ?? ""),
  complaint: z.string().trim().max(4000),
  earlierRepairs: z.string().trim().max(4000),
  findings: z.array(z.enum(FINDING_TOKENS as unknown as [string, ...string[]])).max(FINDING_TOKENS.length),
  valuePolicy: z.enum(VALUE_POLICIES),
  tantalumApproach: z.enum(TANTALUM_APPROACHES),
  scopeApproach: z.enum(SCOPES),
  sidesApproach: z.enum(SIDES),
  firstPowerApproach: z.enum(FIRST_POWER),
  /** the channel that has the fault, where one has it */
  faultyChannel: z
    .string()
    .trim()
    .regex(/^[A-Za-z0-9]{1,12}$/)
    .nullish()
    .transform((channel) => channel ?? null),
});
export type CheckIn = z.infer<typeof fields>;

/** A unit on the mains has a mains frequency and voltage, any other has neither. */
export const checkIn = fields.transform((job): CheckIn => {
  const onMains = job.supplyKind === "linear" || job.supplyKind === "switchMode" || job.supplyKind === "valveRectifier";
  return onMains ? { ...job, mainsHz: job.mainsHz ?? 50, mainsV: job.mainsV ?? 230 } : { ...job, mainsHz: null, mainsV: null };
});

export const jobEdit = z.object({ version: zVersion, job: checkIn });

export const closing = z.object({
  version: zVersion,
  state: z.enum(JOB_STATES),
  /** what is closed over in writing; names what it waives */
  waiver: z
    .object({ reason: z.string().trim().min(8).max(1000), holds: z.array(z.enum(CLOSING_HOLDS)).min(1).max(CLOSING_HOLDS.length) })
    .nullable(),
});
export type Closing = z.infer<typeof closing>;
