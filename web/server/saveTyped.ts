import "server-only";
import { STANDARD_CONSTANTS } from "@mirvek/core/knowledge";
import { switchesOn } from "@mirvek/core/job";
import { parseReadout } from "@mirvek/core/entry";
import type { SavedLine, ReadoutPost } from "../schemas/records";
import { transaction } from "./db";
import { saveLine } from "./saveLine";
import { recordAttempt } from "./recordSafety";
import { Refused } from "./refusal";

const NOTHING_KNOWN = {
  known: new Map(),
  parts: new Map(),
  points: new Map(),
  current: null,
  meters: [],
  meter: null,
  inCircuit: true,
  last: [],
  constants: STANDARD_CONSTANTS,
};

/** Whether a line says that the unit is switched on, whatever else is on record. */
function saysOn(line: string): boolean {
  const parsed = parseReadout(line, NOTHING_KNOWN);
  return parsed.ok && parsed.value.kind === "keeps" && switchesOn(parsed.value.effects);
}

/** Keeps a line that was typed. One that switches on and comes to a closed job is refused; that the unit may be on stays on record. */
export async function saveTyped(jobNumber: number, post: ReadoutPost): Promise<SavedLine> {
  try {
    return await transaction((db) => saveLine(db, jobNumber, post));
  } catch (error) {
    if (error instanceof Refused && error.issue.code === "jobClosed" && saysOn(post.line))
      await transaction((db) => recordAttempt(db, jobNumber));
    throw error;
  }
}
