import { SCENARIO_IDS, type ScenarioId, type Settings } from "@mirvek/core/scenarios";
import type { Binding } from "@mirvek/core/explain";
import { z } from "zod";
import { designator } from "./records";

const key = z.string().regex(/^[A-Za-z0-9]{1,40}$/);
const amount = z.number().min(-200).max(2000);

/** What is kept of an explanation: the answer, part by part, for the report. */
export const keptAnswer = z.object({
  answer: z.enum(["explains", "mostly", "partly", "doesNot", "noBadPart", "inaudible"]),
  excess: z.object({ p10: amount, p50: amount, p90: amount }),
  complaint: amount.nullable(),
  contributions: z
    .array(
      z.object({
        designator,
        share: z.object({ p10: amount, p50: amount, p90: amount }),
        verdict: z.enum(["cause", "contributes", "notTheCause"]),
      }),
    )
    .max(40),
  elsewhere: z.array(designator).max(300),
  /** the complaint and the readings it stands on; an answer of an earlier release stands on nothing that is known */
  stoodOn: z.string().max(40_000).default(""),
});
export type KeptAnswer = z.infer<typeof keptAnswer>;

/** A circuit's set-up as changed at the bench, with the answer to keep or null. */
export const circuitPost = z.object({
  scenario: z.enum(SCENARIO_IDS),
  settings: z.record(key, z.union([z.number(), z.string().max(40)])),
  binding: z.record(key, designator.nullable()),
  complaint: amount.nullable(),
  answer: keptAnswer.nullable(),
});
export type CircuitPost = z.infer<typeof circuitPost>;

export interface CircuitView {
  scenario: ScenarioId;
  settings: Settings;
  binding: Binding;
  complaint: number | null;
  /** the latest answer kept, which an unsaved change of the set-up does not take away */
  answer: KeptAnswer | null;
  at: number;
}
