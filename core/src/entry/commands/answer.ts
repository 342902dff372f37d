import { wordTable } from "../../units";
import { OUTCOMES, REMARK_MEANINGS, type Followed, type Outcome, type RemarkMeaning } from "../../evidence";
import type { Command } from "../command";
import { phraseAt } from "../lexicon";
import { fail, keeps } from "../parsed";

const MEANINGS: ReadonlyMap<string, RemarkMeaning> = wordTable({
  ...Object.fromEntries(REMARK_MEANINGS.map((m) => [m.toLowerCase(), m])),
  side: "sideJob",
});
const FOLLOWED_WORDS: ReadonlyMap<string, Followed> = wordTable({ part: "part", place: "place" });
const OUTCOME_WORDS: ReadonlyMap<string, Outcome> = wordTable(Object.fromEntries(OUTCOMES.map((o) => [o, o])));

/** `re 214 same`: the question a line left open, answered: an outcome, whether the fault followed, or what a remark is. */
export const answer: Command = {
  name: "answer",
  understand(line, _context, typed) {
    if (/^all (put )?back( as it was)?$/i.test(typed))
      return keeps({ about: "observed", subject: { kind: "unit" }, observation: { kind: "putBack", line: null } });
    const [first, number, ...rest] = line;
    if (first!.word !== "re" || !number || !/^\d{1,9}$/.test(number.text)) return null;
    const said = rest.map((t) => t.word).join(" ");
    if (said === "") return fail({ code: "valueMissing", after: `re ${number.text}` });
    const to = Number(number.text);
    const unit = { kind: "unit" } as const;
    if (said === "back" || said === "put back")
      return keeps({ about: "observed", subject: unit, observation: { kind: "putBack", line: to } });
    const belongs = /^fault (\d{1,2})$/.exec(said);
    if (belongs) return keeps({ about: "observed", subject: unit, observation: { kind: "belongs", line: to, fault: Number(belongs[1]) } });
    const followed = FOLLOWED_WORDS.get(said) ?? null;
    const meaning = MEANINGS.get(said.replace(/ job$/, "").replace(" ", ""));
    if (meaning) return keeps({ about: "observed", subject: unit, observation: { kind: "settled", line: to, as: meaning } });
    const marked = rest.flatMap((t) =>
      t.value && (t.value.unit !== null || t.value.tiny)
        ? [{ value: t.value.value, unit: t.value.unit ?? ("F" as const), significant: t.value.significant }]
        : [],
    );
    if (marked.length > 0 && marked.length === rest.length)
      return keeps({ about: "observed", subject: unit, observation: { kind: "outcome", line: to, outcome: null, followed: null, marked } });
    const words = said.split(" ");
    const phrase = phraseAt(words, 0);
    const outcome =
      OUTCOME_WORDS.get(said) ?? (phrase?.meaning.slot === "outcome" && phrase.length === words.length ? phrase.meaning.outcome : null);
    if (outcome === null && followed === null) return fail({ code: "notUnderstood", token: said });
    return keeps({ about: "observed", subject: unit, observation: { kind: "outcome", line: to, outcome, followed, marked: [] } });
  },
  examples: [
    { line: "re 214 same", says: "answers what line 214 left open: gone, better, part, place, look …" },
    { line: "re 214 100u 25v", says: "what was put across in line 214" },
    { line: "re 214 fault 2", says: "what line 214 said is evidence of fault 2" },
    { line: "re 214 back", says: "what was put across or unplugged is as it was; all back: everything" },
  ],
};
