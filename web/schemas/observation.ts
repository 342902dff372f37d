import {
  ALL_REFIT_STEPS,
  FINDING_TOKENS,
  HUM_KINDS,
  LAMP_SIGNS,
  MEANS,
  SCOPES,
  SECTION_KINDS,
  SOUND_LABELS,
  STAGES,
  WORK_STEPS,
  type FindingToken,
} from "@mirvek/core/device";
import {
  ACTS,
  AUTHORITIES,
  CHECKS,
  FAULT_STATES,
  FIGURES,
  FOLLOWED,
  HEALTH_STATES,
  HEAT_STATES,
  FUSE_ENDS,
  IDLE_READ,
  LAYS,
  LEAK_STEPS,
  LOAD_STATES,
  LOAD_VOLTS,
  LOOK_SIGNS,
  OUTCOMES,
  PART_STATES,
  POWER_STATES,
  REMARK_MEANINGS,
  type Circumstances,
  type Observation,
} from "@mirvek/core/evidence";
import { PART_CLASSES } from "@mirvek/core/part";
import { seconds, volts } from "@mirvek/core/units";
import { z } from "zod";

// The shape of what is kept of an observation; the core's union and this one are held against each other by the compiler.

const inVolts = z.number().transform(volts);
const inSeconds = z.number().transform(seconds);
const unit = z.enum(["F", "Ω", "V", "A", "W", "J", "Hz", "s"]);
const marked = z.object({ value: z.number(), unit, significant: z.number().int() });
const subject = z.union([z.object({ kind: z.enum(["part", "point", "place"]), name: z.string() }), z.object({ kind: z.literal("unit") })]);
const ohmsRead = z.union([z.number(), z.literal("over")]).nullable();
const changed = z.object({ what: z.string(), value: z.number(), unit: unit.nullable() });

export const circumstances = z.object({
  power: z.enum(POWER_STATES).exactOptional(),
  load: z.enum(LOAD_STATES).exactOptional(),
  heat: z.enum(HEAT_STATES).exactOptional(),
  health: z.enum(HEALTH_STATES).exactOptional(),
  mains: inVolts.exactOptional(),
  after: inSeconds.exactOptional(),
}) satisfies z.ZodType<Circumstances>;

const proof = z.discriminatedUnion("of", [
  z.object({
    of: z.literal("power"),
    channel: z.string(),
    volts: z.number(),
    form: z.enum(LOAD_VOLTS),
    ohms: z.number(),
    hz: z.number().nullable(),
  }),
  z.object({ of: z.literal("sine"), channel: z.string(), hz: z.number().nullable(), clean: z.boolean() }),
  z.object({ of: z.literal("response"), channel: z.string(), hz: z.number(), dB: z.number() }),
  z.object({ of: z.literal("soak"), after: z.number(), celsius: z.number(), place: z.string() }),
  z.object({ of: z.literal("listened"), channel: z.string().nullable(), text: z.string() }),
  z.object({ of: z.literal("settings"), text: z.string() }),
  z.object({ of: z.literal("delay"), seconds: z.number() }),
]);

export const observation = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("named"), class: z.enum(PART_CLASSES), marked: z.array(marked) }),
  z.object({
    kind: z.literal("figure"),
    quantity: z.enum(FIGURES),
    label: z.string().nullable(),
    value: z.union([z.number(), z.literal("over")]),
    significant: z.number().int(),
    inCircuit: z.boolean(),
    meter: z.string().nullable(),
    under: circumstances,
  }),
  z.object({ kind: z.literal("state"), state: z.enum(PART_STATES), inCircuit: z.boolean() }),
  z.object({ kind: z.literal("look"), sign: z.enum(LOOK_SIGNS), severity: z.enum(["slight", "bad"]).nullable(), intended: z.boolean() }),
  z.object({ kind: z.literal("stamp"), year: z.number().int(), week: z.number().int().nullable() }),
  z.object({
    kind: z.literal("tried"),
    act: z.enum(ACTS),
    to: z.array(subject),
    with: z.object({ marked: z.array(marked), named: z.string().nullable() }).nullable(),
    outcome: z.enum(OUTCOMES).nullable(),
    symptom: z.enum(FINDING_TOKENS as [FindingToken, ...FindingToken[]]).nullable(),
    before: changed.nullable(),
    after: changed.nullable(),
    followed: z.enum(FOLLOWED).nullable(),
    under: circumstances,
    together: z.array(z.enum(ACTS)),
  }),
  z.object({ kind: z.literal("coldStart"), started: z.boolean(), rest: inSeconds.nullable() }),
  z.object({ kind: z.literal("coldStarts"), of: z.number().int(), started: z.number().int(), rest: inSeconds.nullable() }),
  z.object({ kind: z.literal("expected"), low: inVolts, high: inVolts, nominal: inVolts.nullable() }),
  z.object({ kind: z.literal("remark"), text: z.string() }),
  z.object({ kind: z.literal("settled"), line: z.number().int(), as: z.enum(REMARK_MEANINGS) }),
  z.object({
    kind: z.literal("outcome"),
    line: z.number().int(),
    outcome: z.enum(OUTCOMES).nullable(),
    followed: z.enum(FOLLOWED).nullable(),
    marked: z.array(marked),
  }),
  z.object({
    kind: z.literal("complaintNow"),
    outcome: z.enum(["gone", "better", "same", "worse"]),
    symptom: z.enum(FINDING_TOKENS as [FindingToken, ...FindingToken[]]).nullable(),
  }),
  z.object({
    kind: z.literal("heard"),
    label: z.enum(SOUND_LABELS),
    present: z.boolean(),
    hum: z.enum(HUM_KINDS).nullable(),
    hz: z.number().nullable(),
    level: z.number().nullable(),
    times: z.number().int().nullable(),
    channel: z.number().int().nullable(),
    recording: z.string().nullable(),
  }),
  z.object({ kind: z.literal("laid"), plus: z.enum(LAYS) }),
  z.object({
    kind: z.literal("means"),
    by: z.enum(MEANS),
    watts: z.number().nullable(),
    volts: z.number().nullable(),
    amperes: z.number().nullable(),
  }),
  z.object({ kind: z.literal("stage"), stage: z.enum(STAGES), because: z.string().nullable() }),
  z.object({ kind: z.literal("mains"), volts: z.number().nullable(), share: z.number().nullable(), because: z.string().nullable() }),
  z.object({ kind: z.literal("lamp"), did: z.enum(LAMP_SIGNS) }),
  z.object({ kind: z.literal("timer"), name: z.string(), seconds: z.number() }),
  z.object({
    kind: z.literal("idleWindow"),
    low: z.number(),
    high: z.number(),
    unit: z.enum(IDLE_READ),
    ohms: z.number().nullable(),
    channels: z.array(z.string()),
  }),
  z.object({ kind: z.literal("idleWatts"), each: z.number() }),
  z.object({
    kind: z.literal("idle"),
    channel: z.string(),
    value: z.number(),
    unit: z.enum(IDLE_READ),
    significant: z.number().int(),
    heat: z.enum(["cold", "warm"]).nullable(),
    atEnd: z.boolean(),
  }),
  z.object({
    kind: z.literal("valveIdle"),
    plate: z.number().nullable(),
    amperes: z.number().nullable(),
    drop: z.number().nullable(),
    winding: z.number().nullable(),
  }),
  z.object({ kind: z.literal("valveMost"), watts: z.number() }),
  z.object({ kind: z.literal("rated"), watts: z.number(), ohms: z.number() }),
  z.object({ kind: z.literal("proof"), proof }),
  z.object({ kind: z.literal("refitStep"), step: z.enum(ALL_REFIT_STEPS), done: z.boolean(), note: z.string().nullable() }),
  z.object({ kind: z.literal("simulated"), on: z.boolean() }),
  z.object({ kind: z.literal("putBack"), line: z.number().int().nullable() }),
  z.object({ kind: z.literal("fault"), text: z.string() }),
  z.object({ kind: z.literal("faultState"), fault: z.number().int(), state: z.enum(FAULT_STATES) }),
  z.object({ kind: z.literal("belongs"), line: z.number().int(), fault: z.number().int() }),
  z.object({
    kind: z.literal("spent"),
    minutes: z.number(),
    step: z
      .enum(WORK_STEPS)
      .nullish()
      .transform((step) => step ?? null),
    text: z.string(),
  }),
  z.object({ kind: z.literal("planned"), minutes: z.number(), step: z.enum(WORK_STEPS) }),
  z.object({ kind: z.literal("wanted"), by: z.enum(AUTHORITIES), marked: z.array(marked) }),
  z.object({
    kind: z.literal("norm"),
    quantity: z.enum(["current", "power"]),
    power: z.enum(["standby", "idle"]),
    value: z.number(),
    significant: z.number().int(),
  }),
  z.object({ kind: z.literal("sibling"), here: z.boolean() }),
  z.object({ kind: z.literal("removed"), text: z.string() }),
  z.object({ kind: z.literal("refitted"), line: z.number().int().nullable() }),
  z.object({ kind: z.literal("checked"), what: z.enum(CHECKS), ohms: ohmsRead, fine: z.boolean().nullable() }),
  z.object({ kind: z.literal("followed"), step: z.enum(LEAK_STEPS), ohms: ohmsRead, fine: z.boolean().nullable() }),
  z.object({ kind: z.literal("blew"), how: z.enum(FUSE_ENDS).nullable(), because: z.string().nullable() }),
  z.object({ kind: z.literal("section"), section: z.enum(SECTION_KINDS), here: z.boolean() }),
  z.object({ kind: z.literal("joined"), ends: z.array(z.string()) }),
  z.object({ kind: z.literal("agreed"), scope: z.enum(SCOPES).nullable(), most: z.number().nullable() }),
  z.object({ kind: z.literal("sideJob"), text: z.string() }),
  z.object({ kind: z.literal("claim"), text: z.string() }),
  z.object({ kind: z.literal("owner"), text: z.string() }),
]) satisfies z.ZodType<Observation>;
