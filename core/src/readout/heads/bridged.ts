import { designatorsIn } from "../designators";
import type { Head } from "../head";
import { keeps } from "../parsed";

const WORDS: ReadonlySet<string> = new Set(["bridged", "bridging", "paralleled"]);
const ACROSS: ReadonlySet<string> = new Set(["across", "with", "over"]);

/** A part put across another to try it: `C14 bridged 100u, hum gone`, `bridge C5 with 47u`. Kept as said, on the part; never a meter. */
export const bridged: Head = {
  name: "bridged",
  understand(line, context, typed) {
    const put = line.some((t) => WORDS.has(t.word)) || (line.some((t) => t.word === "bridge") && line.some((t) => ACROSS.has(t.word)));
    if (!put) return null;
    const before = line.findIndex((t) => ACROSS.has(t.word));
    const named = designatorsIn(before < 0 ? line : [...line.slice(0, before), ...line.slice(before + 1)], context);
    if (!named.ok) return named;
    return keeps(...named.value.designators.slice(0, 1).map((designator) => ({ about: "note", designator, text: typed.trim() }) as const));
  },
  examples: [{ line: "C14 bridged 100u, hum gone", says: "tried across it; kept as said" }],
};
