import "server-only";
import { underFigures, type OwnFigures } from "@mirvek/core/knowledge";
import { rippleQuestions, type JobPicture } from "@mirvek/core/job";
import { foretellRipple, type Foretold } from "@mirvek/core/trace";
import { LRUCache } from "lru-cache";
import type { ChoiceView, Foretelling, Records } from "../schemas/jobView";

/** Circuits solved before: any two reservoirs alike in supplies alike share an answer. */
const solved = new LRUCache<string, { foretold: Foretold | null }>({ max: 500 });

/** What the circuits of a job say of the ripples that were read in it by a shop's figures, each with the question it answers. */
export function foretell(records: Records, picture: JobPicture<ChoiceView>, figures: OwnFigures = {}): Foretelling[] {
  return rippleQuestions(records.job, picture, records.circuits).map((question) => {
    const key = JSON.stringify(question);
    const under = JSON.stringify([figures, key]);
    const known = solved.get(under) ?? { foretold: underFigures(figures, () => foretellRipple(question)) };
    solved.set(under, known);
    return { question: key, foretold: known.foretold };
  });
}
