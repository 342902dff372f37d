import "server-only";
import { underFigures, type OwnFigures } from "@mirvek/core/knowledge";
import { railShapes, type RailShapes } from "@mirvek/core/firstPower";
import { railQuestion, rippleQuestions, type JobPicture } from "@mirvek/core/job";
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

const rails = new LRUCache<string, RailShapes>({ max: 200 });

/** What the circuit of a job's supply says of its rails over the mains, by a shop's figures. */
export function foretellRails(records: Records, picture: JobPicture<ChoiceView>, figures: OwnFigures = {}): RailShapes {
  const question = railQuestion(records, picture);
  const key = JSON.stringify([figures, question]);
  const known = rails.get(key) ?? underFigures(figures, () => railShapes(question));
  rails.set(key, known);
  return known;
}
