import type { Observation } from "../../evidence";
import { LENGTHS } from "../../knowledge";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const HEAD_WORDS = { "side job": "sideJob", claim: "claim", owner: "owner" } as const;

/** Words by which an owner decides. */
export const DECIDES =
  /\b(?:go ahead|do (?!no)|agrees?|agreed|ok|okay|yes|wants?|declines?|declined|keeps?|leave|up to|do it|approves?|approved|pays?|asks?|asked|accepts?|accepted|decided?|refuses?|waives?)\b/i;

/** `side job cleaned all controls`, `claim recapped last year`, `owner go ahead up to 120`: kept as said, each in its own list. */
export const texts: Command = {
  name: "texts",
  understand(_line, _context, typed) {
    const match = /^(side job|claim|owner)\b[:,]?\s*(.*)$/i.exec(typed);
    if (!match) return null;
    // what an owner tells of the unit is no decision: it is asked what it is
    if (/^owner\s/i.test(typed) && !DECIDES.test(match[2]!)) return null;
    const kind: Extract<Observation, { text: string }>["kind"] = HEAD_WORDS[match[1]!.toLowerCase() as keyof typeof HEAD_WORDS];
    const text = match[2]!.slice(0, LENGTHS.line);
    return text === ""
      ? fail({ code: "valueMissing", after: match[1]! })
      : keeps({ about: "observed", subject: { kind: "unit" }, observation: { kind, text } });
  },
  examples: [
    { line: "side job cleaned all controls", says: "done beside the fault" },
    { line: "claim recapped last year", says: "said by others: kept as unproven" },
    { line: "owner go ahead up to 120", says: "what the owner decided" },
  ],
};
