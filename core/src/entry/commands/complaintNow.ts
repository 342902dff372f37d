import type { FindingToken } from "../../device";
import type { Outcome } from "../../evidence";
import type { Command } from "../command";
import { phraseAt, type Meaning } from "../lexicon";
import { keeps } from "../parsed";

/** Words that carry nothing in such a sentence. */
const BETWEEN = /^(the|a|it|is|its|was|now|all|any|more|again|just|and|only|completely|quite|much|bit|there|fault|complaint|problem)$/;
/** How long it took is no part of what it does. */
const WHEN = /[\s,]*\b(?:after|since|for|within)\s+(?:a|an|one|two|\d+)\b.*$/;
const RETURNED = /\b(back|came back|comes back|returned|again)\b/i;

/** `still hums`, `hum gone`, `no difference`: what the complaint does now, after whatever was tried or fitted last. */
export const complaintNow: Command = {
  name: "complaintNow",
  understand(_line, _context, typed) {
    const words = typed
      .toLowerCase()
      .replace(WHEN, "")
      .replace(/[,.;:]/g, " ")
      .split(/\s+/)
      .filter(Boolean);
    const said: Meaning[] = [];
    let symptom: FindingToken | null = null;
    for (let at = 0; at < words.length;) {
      const phrase = phraseAt(words, at);
      const { meaning, length } = phrase ?? { meaning: null, length: 1 };
      if (meaning && SAYS.has(meaning.slot)) {
        said.push(meaning);
        if (meaning.slot === "symptom") symptom ??= meaning.symptom;
      } else if (!BETWEEN.test(words[at]!)) return null;
      at += length;
    }
    const outcome = outcomeOf(said, symptom !== null, typed);
    // "same" by itself repeats a reading, and a touch that answers is said with the touch
    if (outcome === null || outcome === "answers" || typed.trim().toLowerCase() === "same") return null;
    return keeps({ about: "observed", subject: { kind: "unit" }, observation: { kind: "complaintNow", outcome, symptom } });
  },
  examples: [{ line: "still hums", says: "what the complaint does after the last change: hum gone, no difference, better" }],
};

const SAYS: ReadonlySet<Meaning["slot"]> = new Set<Meaning["slot"]>(["outcome", "symptom", "still", "no", "back"]);

function outcomeOf(said: readonly Meaning[], named: boolean, typed: string): Outcome | null {
  const has = (slot: Meaning["slot"]) => said.some((m) => m.slot === slot);
  if (has("still")) return named || said.some((m) => m.slot === "outcome") ? "same" : null;
  const outcome = said.find((m) => m.slot === "outcome");
  // a symptom that is back has returned; a sound or a rail that is back is cured, and that is said of a thing
  if (named && RETURNED.test(typed)) return "same";
  if (outcome?.slot === "outcome")
    return outcome.outcome === "gone" && /\bback\b/i.test(typed) ? null : has("no") ? "same" : outcome.outcome;
  return named && has("no") ? "gone" : null;
}
