import { parseValue } from "../units";
import { looksLikeDesignator, nearestDesignators, normaliseDesignator } from "./designator";
import type { ReadoutContext } from "./entry";
import type { Token } from "./lex";
import { fail, type Parsed } from "./parsed";
import { VISUAL_WORDS, channelOf } from "./words";

export function findDesignator(text: string, { known }: ReadoutContext): Parsed<string> {
  const designator = normaliseDesignator(text);
  if (known.has(designator)) return { ok: true, value: designator };
  return fail({ code: "unknownDesignator", designator, near: nearestDesignators(designator, [...known.keys()]) });
}

const isDesignator = (t: Token, { known }: ReadoutContext): boolean =>
  known.has(normaliseDesignator(t.text)) ||
  (looksLikeDesignator(t.text) && parseValue(t.text) === null && !VISUAL_WORDS.has(t.word) && channelOf(t.word) === null);

/**
 * The parts a line is about, wherever they are named; the part under the cursor where none is. What follows `with` names neighbours
 * and is left in the rest.
 */
export function designatorsIn(
  line: readonly Token[],
  context: ReadoutContext,
): Parsed<{ designators: string[]; implied: boolean; rest: Token[] }> {
  const withAt = line.findIndex((t) => t.word === "with");
  const end = withAt < 0 ? line.length : withAt;
  const designators: string[] = [];
  const rest: Token[] = [];
  for (const token of line.slice(0, end)) {
    if (!isDesignator(token, context)) {
      rest.push(token);
      continue;
    }
    const found = findDesignator(token.text, context);
    if (!found.ok) return found;
    if (!designators.includes(found.value)) designators.push(found.value);
  }
  rest.push(...line.slice(end));
  if (designators.length > 0) return { ok: true, value: { designators, implied: false, rest } };
  return context.current ? { ok: true, value: { designators: [context.current], implied: true, rest } } : fail({ code: "noDesignator" });
}
