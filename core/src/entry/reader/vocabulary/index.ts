import { isOneSlip } from "../../designator";
import type { Sense } from "./sense";
import { DESCRIBES } from "./describes";
import { FIGURES } from "./figures";
import { LOOKS } from "./looks";
import { PEOPLE } from "./people";
import { PLAIN } from "./plain";
import { SOUNDS } from "./sounds";
import { SUPPLY } from "./supply";
import { TRIALS } from "./trials";

export type { QuantityWord, Sense, ToldAct } from "./sense";

const TOPICS = [DESCRIBES, FIGURES, LOOKS, PEOPLE, PLAIN, SOUNDS, SUPPLY, TRIALS];
const PHRASES: ReadonlyMap<string, readonly { words: readonly string[]; sense: Sense }[]> = (() => {
  const byFirst = new Map<string, { words: readonly string[]; sense: Sense }[]>();
  const seen = new Set<string>();
  for (const [sense, said] of TOPICS.flat())
    for (const phrase of said.split(",").map((p) => p.trim())) {
      if (seen.has(phrase)) throw new RangeError(`"${phrase}" stands twice`);
      seen.add(phrase);
      const words = phrase.split(" ");
      byFirst.set(words[0]!, [...(byFirst.get(words[0]!) ?? []), { words, sense }]);
    }
  for (const list of byFirst.values()) list.sort((a, b) => b.words.length - a.words.length);
  return byFirst;
})();

/** Words of one piece, long enough that a slip of the finger leaves them alone of their kind. */
const LONG_WORDS: readonly string[] = [...PHRASES.values()]
  .flat()
  .flatMap((p) => (p.words.length === 1 && p.words[0]!.length >= 5 ? p.words : []));

/** The one word that is a slip of the finger away from an unknown one; null where none is, or several. */
export function slipOf(word: string): string | null {
  if (word.length < 5) return null;
  const near = LONG_WORDS.filter((w) => w[0] === word[0] && isOneSlip(word, w));
  return near.length === 1 ? near[0]! : null;
}

/** The longest phrase that begins at a word, and how many words it takes; null for a word that is not here. */
export function senseAt(words: readonly string[], at: number): { sense: Sense; length: number } | null {
  const found = PHRASES.get(words[at]!)?.find((p) => p.words.every((w, k) => words[at + k] === w));
  return found ? { sense: found.sense, length: found.words.length } : null;
}
