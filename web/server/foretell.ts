import "server-only";
import { rippleQuestions, type JobPicture } from "@mirvek/core/job";
import { foretellRipple, type Foretold } from "@mirvek/core/trace";
import { LRUCache } from "lru-cache";
import type { ChoiceView, Foretelling, Records } from "../schemas/jobView";

/** Circuits solved before: any two reservoirs alike in supplies alike share an answer. */
const solved = new LRUCache<string, { foretold: Foretold | null }>({ max: 500 });

/** What the circuits of a job say of the ripples that were read in it, each with the question it answers. */
export function foretell(records: Records, picture: JobPicture<ChoiceView>): Foretelling[] {
  return rippleQuestions(records.job, picture, records.circuits).map((question) => {
    const key = JSON.stringify(question);
    const known = solved.get(key) ?? { foretold: foretellRipple(question) };
    solved.set(key, known);
    return { question: key, foretold: known.foretold };
  });
}
