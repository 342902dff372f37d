import { asOne } from "@mirvek/core/choose";
import type { SaveContext } from "@mirvek/core/job";
import type { ChoiceView } from "./jobView";

/** The choice that a fitting of a position follows; undefined where none asks for a part. */
export const choiceFitted = (choices: readonly ChoiceView[], positionId: number): ChoiceView | undefined =>
  choices.find((c) => c.positionId === positionId && (c.decision === "replace" || c.decision === "temporary"));

/** The part chosen for a position as a fitting records it; a set counts as one part. */
export function chosenPart(choices: readonly ChoiceView[], positionId: number): ReturnType<SaveContext["chosen"]> {
  const choice = choiceFitted(choices, positionId);
  return choice?.set ? asOne(choice.set.arrangement, choice.set.parts) : (choice?.part ?? null);
}
