import "server-only";
import type { ShopConstants } from "@mirvek/core/knowledge";
import { railShapes, type RailShapes } from "@mirvek/core/powerUp";
import { railQuestion, rippleQuestions, type JobModel } from "@mirvek/core/job";
import { predictRipple, type Predicted } from "@mirvek/core/diagnosis";
import { LRUCache } from "lru-cache";
import type { ChoiceView, Prediction, Records } from "../schemas/jobView";

/** Circuits solved before: any two reservoirs alike in supplies alike share an answer. */
const solved = new LRUCache<string, { predicted: Predicted | null }>({ max: 500 });

/** What the circuits of a job say of the ripples that were read in it by a shop's figures, each with the question it answers. */
export function predict(constants: ShopConstants, records: Records, picture: JobModel<ChoiceView>): Prediction[] {
  return rippleQuestions(records.job, picture, records.circuits).map((question) => {
    const key = JSON.stringify(question);
    const under = JSON.stringify([constants, key]);
    const known = solved.get(under) ?? { predicted: predictRipple(constants, question) };
    solved.set(under, known);
    return { question: key, predicted: known.predicted };
  });
}

const rails = new LRUCache<string, RailShapes>({ max: 200 });

/** What the circuit of a job's supply says of its rails over the mains, by a shop's figures. */
export function predictRails(constants: ShopConstants, records: Records, picture: JobModel<ChoiceView>): RailShapes {
  const question = railQuestion(records, picture);
  const key = JSON.stringify([constants, question]);
  const known = rails.get(key) ?? railShapes(constants, question);
  rails.set(key, known);
  return known;
}
