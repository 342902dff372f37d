import type { Effect } from "@mirvek/core/entry";
import { observation } from "./observation";

// What is written is checked with the shape it is read with: a value the records would take and no screen could read again is refused.

/** Whether a value survives the records as it is: text, numbers that are some, yes and no, nothing, and lists and objects of these. */
function isPlain(x: unknown): boolean {
  switch (typeof x) {
    case "string":
    case "boolean":
    case "undefined":
      return true;
    case "number":
      return Number.isFinite(x);
    case "object":
      return x === null || (Array.isArray(x) ? x.every(isPlain) : Object.values(x).every(isPlain));
    default:
      return false;
  }
}

/** Whether everything a line brings about can be read again. */
export const isStorable = (effects: readonly Effect[]): boolean =>
  effects.every((c) => isPlain(c) && (c.about !== "observed" || observation.safeParse(c.observation).success));
