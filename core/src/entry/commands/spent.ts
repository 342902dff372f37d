import type { WorkStep } from "../../device";
import { LENGTHS } from "../../knowledge";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const MAX_MINUTES = 10_000;

const STEP_WORDS: Readonly<Record<WorkStep, RegExp>> = {
  checkIn: /^(?:take in|taking in|intake|talking)\b/i,
  makeSafe: /^(?:make safe|making safe|discharging)\b/i,
  inspect: /^(?:look|looking|inspecting|opening)\b/i,
  diagnose: /^(?:trace|tracing|diagnos(?:e|ing|is)|searching|fault finding)\b/i,
  measure: /^(?:measure|measuring)\b/i,
  choose: /^(?:choose|choosing|ordering)\b/i,
  fit: /^(?:fit|fitting|soldering)\b/i,
  powerUp: /^(?:bring up|bringing up)\b/i,
  adjust: /^(?:set|setting|adjusting|bias)\b/i,
  finalTest: /^(?:prove|proving|testing|soak)\b/i,
  return: /^(?:hand back|handing back|report)\b/i,
};
const stepOf = (text: string): WorkStep | null => (Object.keys(STEP_WORDS) as WorkStep[]).find((s) => STEP_WORDS[s].test(text)) ?? null;

/** `spent 40 min measuring the tone board`, `plan 1 h tracing`: where the time went, and where it is meant to go. */
export const spent: Command = {
  name: "spent",
  understand(line, _context, typed) {
    const [first] = line;
    if (first!.word !== "spent" && first!.word !== "plan") return null;
    const match = /^(?:spent|plan)\s+(\d+(?:[.,]\d+)?)\s*(m|min|mins|minutes?|h|hours?)\b\s*(?:on|with|for)?\s*(.*)$/i.exec(typed);
    if (!match) return fail({ code: "valueMissing", after: first!.word });
    const minutes = Number(match[1]!.replace(",", ".")) * (match[2]!.toLowerCase().startsWith("h") ? 60 : 1);
    if (!(minutes > 0 && minutes <= MAX_MINUTES)) return fail({ code: "notUnderstood", token: match[1]! });
    const text = match[3]!.slice(0, LENGTHS.line);
    const step = stepOf(text);
    const subject = { kind: "unit" } as const;
    if (first!.word === "spent") return keeps({ about: "observed", subject, observation: { kind: "spent", minutes, step, text } });
    if (step === null) return fail({ code: "notUnderstood", token: text });
    return keeps({ about: "observed", subject, observation: { kind: "planned", minutes, step } });
  },
  examples: [
    { line: "spent 40 min measuring the tone board", says: "where the time went" },
    { line: "plan 1 h tracing", says: "where it is meant to go: named when it is over" },
  ],
};
