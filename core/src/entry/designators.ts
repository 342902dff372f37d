import { parseValue } from "../units";
import { byDesignator, looksLikeDesignator, nearestDesignators, normaliseDesignator } from "./designator";
import type { ReadoutContext } from "./entry";
import type { Token } from "./lex";
import { fail, type Parsed } from "./parsed";
import { FILLERS, RANGE_WORDS, VISUAL_WORDS, channelOf } from "./words";

export function findDesignator(text: string, { known }: ReadoutContext): Parsed<string> {
  const designator = normaliseDesignator(text);
  if (known.has(designator)) return { ok: true, value: designator };
  return fail({ code: "unknownDesignator", designator, near: nearestDesignators(designator, [...known.keys()]) });
}

const isDesignator = (t: Token, { known }: ReadoutContext): boolean =>
  known.has(normaliseDesignator(t.text)) ||
  (looksLikeDesignator(t.text) && parseValue(t.text) === null && !VISUAL_WORDS.has(t.word) && channelOf(t.word) === null);

/** Every part on the job from one designator to another of the same letters: C12 to C14. */
function rangeOf(from: string, to: string, context: ReadoutContext): Parsed<string[]> {
  const [first, last] = [findDesignator(from, context), findDesignator(to, context)];
  if (!first.ok) return first;
  if (!last.ok) return last;
  const [letters, low] = splitName(first.value);
  const [same, high] = splitName(last.value);
  if (letters !== same || low > high) return fail({ code: "notUnderstood", token: to });
  const all = [...context.known.keys()].filter((d) => {
    const [l, n] = splitName(d);
    return l === letters && n >= low && n <= high;
  });
  return { ok: true, value: all.sort(byDesignator) };
}

function splitName(designator: string): [letters: string, number: number] {
  const match = /^([A-Z]+)(\d+)/.exec(designator);
  return match ? [match[1]!, Number(match[2])] : [designator, NaN];
}

/** Parts said together, with what is said of them. */
export interface Segment {
  designators: string[];
  rest: Token[];
}

/** What follows these is no list of the line's own parts: neighbours, or free text. */
const TAIL: ReadonlySet<string> = new Set(["with", "note"]);

/**
 * A line as parts and what is said of each: `C12 4.6 C13 3.9` are two segments, `C12 and C13 bulged` is one of two parts. What is said
 * belongs to the parts before it, or to those behind where the line ends with a part and begins without. The part under the cursor
 * where none is named.
 */
export function segmentsOf(line: readonly Token[], context: ReadoutContext): Parsed<{ segments: Segment[]; implied: boolean }> {
  const tailAt = line.findIndex((t) => TAIL.has(t.word));
  const end = tailAt < 0 ? line.length : tailAt;
  const segments: Segment[] = [];
  const leading: Token[] = [];
  for (let i = 0; i < end; i++) {
    const token = line[i]!;
    const last = segments.at(-1);
    const [before, behind] = [line[i - 1], line[i + 1]];
    const between = before && behind && i + 1 < end && isDesignator(before, context) && isDesignator(behind, context);
    if (between && RANGE_WORDS.has(token.word)) {
      const all = rangeOf(before.text, behind.text, context);
      if (!all.ok) return all;
      last!.designators.push(...all.value);
    } else if (!isDesignator(token, context)) (last?.rest ?? leading).push(token);
    else {
      const found = findDesignator(token.text, context);
      if (!found.ok) return found;
      if (last && last.rest.every((t) => FILLERS.has(t.word))) last.designators.push(found.value);
      else segments.push({ designators: [found.value], rest: [] });
    }
  }
  for (const segment of segments) segment.designators = [...new Set(segment.designators)];
  const [first, final] = [segments[0], segments.at(-1)];
  if (!first || !final) {
    if (context.current === null) return fail({ code: "noDesignator" });
    return { ok: true, value: { segments: [{ designators: [context.current], rest: [...line] }], implied: true } };
  }
  if (segments.length > 1 && says(leading) && !says(final.rest)) {
    // "4.6 C12 3.9 C13": each is said before its part
    const said = [leading, ...segments.slice(0, -1).map((s) => s.rest)];
    const tail = final.rest;
    segments.forEach((s, i) => (s.rest = said[i]!));
    final.rest = [...final.rest, ...tail];
  } else first.rest = [...leading, ...first.rest];
  final.rest.push(...line.slice(end));
  return { ok: true, value: { segments, implied: false } };
}

const says = (tokens: readonly Token[]) => tokens.some((t) => !FILLERS.has(t.word) && t.word !== "!");

/** The parts of a line that says one thing of all of them, and the rest of it. */
export function designatorsIn(
  line: readonly Token[],
  context: ReadoutContext,
): Parsed<{ designators: string[]; implied: boolean; rest: Token[] }> {
  const found = segmentsOf(line, context);
  if (!found.ok) return found;
  const { segments, implied } = found.value;
  const designators = [...new Set(segments.flatMap((s) => s.designators))];
  return { ok: true, value: { designators, implied, rest: segments.flatMap((s) => s.rest) } };
}
