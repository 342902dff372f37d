import { wordTable } from "../../units";
import type { FaultState } from "../../evidence";
import { LENGTHS } from "../../knowledge";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

/** Said of a fault, to where it stands. */
const STATE_WORDS: ReadonlyMap<string, FaultState> = wordTable({
  open: "open",
  suspected: "suspected",
  shown: "shown",
  found: "shown",
  cured: "cured",
  fixed: "cured",
  gone: "cured",
  located: "locatedNotRepaired",
  "located not repaired": "locatedNotRepaired",
  cleared: "clearedWithoutCause",
  "cleared without cause": "clearedWithoutCause",
  waiting: "waiting",
  "waiting for owner": "waiting",
});
const UNIT = { kind: "unit" } as const;

/** `fault headphone socket cuts out`: one more on the docket. `fault 2 cured`: where it stands; 1 is the complaint itself. */
export const fault: Command = {
  name: "fault",
  understand(line, _context, typed) {
    if (line[0]!.word !== "fault") return null;
    const text = typed.slice("fault".length).trim();
    const numbered = /^(\d{1,2})\s+(.+)$/.exec(text);
    const state = numbered && STATE_WORDS.get(numbered[2]!.toLowerCase().replace(",", ""));
    if (numbered && Number(numbered[1]) >= 1 && state)
      return keeps({ about: "observed", subject: UNIT, observation: { kind: "faultState", fault: Number(numbered[1]), state } });
    if (text === "") return fail({ code: "valueMissing", after: "fault" });
    if (/^\d+$/.test(text) || numbered) return fail({ code: "notUnderstood", token: text });
    return keeps({ about: "observed", subject: UNIT, observation: { kind: "fault", text: text.slice(0, LENGTHS.line) } });
  },
  examples: [
    { line: "fault headphone socket cuts out", says: "one more fault on this docket" },
    { line: "fault 2 cured", says: "where it stands: suspected, shown, cured, located, cleared, waiting" },
  ],
};
