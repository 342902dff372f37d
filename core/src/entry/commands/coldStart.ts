import { seconds, wordTable, type Seconds } from "../../units";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const MAX = 1000;
const SPAN: ReadonlyMap<string, number> = wordTable({ s: 1, m: 60, h: 3600 });

/** How long it had rested, where that was said: "after 20 min rest". */
function restOf(text: string): Seconds | null {
  const match =
    /\b(\d+(?:[.,]\d+)?)\s*(s|m|h)[a-z]*\s+(?:of\s+)?(?:rest|off|cold)\b|\b(?:rest|rested|off)\s+(?:for\s+)?(\d+(?:[.,]\d+)?)\s*(s|m|h)/i.exec(
      text,
    );
  if (!match) return null;
  const value = Number((match[1] ?? match[3])!.replace(",", "."));
  return seconds(value * SPAN.get((match[2] ?? match[4])!.toLowerCase())!);
}

/** `cold start no`, `cold start ok after 20 min rest`, `starts 4 of 5`: a fault that comes and goes is counted. */
export const coldStart: Command = {
  name: "coldStart",
  understand(_line, _context, typed) {
    const rest = restOf(typed);
    const counted = /\b(?:starts?|started|comes up|came up)\b\D*?(\d+)\s*(?:of|out of|in|\/)\s*(\d+)\b/i.exec(typed);
    const unit = { kind: "unit" } as const;
    if (counted) {
      const [started, of] = [Number(counted[1]), Number(counted[2])];
      if (started > of || of < 1 || of > MAX) return fail({ code: "startsUnclear", token: counted[0] });
      return keeps({ about: "observed", subject: unit, observation: { kind: "coldStarts", of, started, rest } });
    }
    const one = /^cold start\b[:,]?\s*(ok|yes|good|started|starts|no|fails?|failed|dead|not)\b/i.exec(typed);
    if (!one) return /^cold start\b/i.test(typed) ? fail({ code: "valueMissing", after: "cold start" }) : null;
    const started = /^(ok|yes|good|started|starts)$/i.test(one[1]!);
    return keeps({ about: "observed", subject: unit, observation: { kind: "coldStart", started, rest } });
  },
  examples: [
    { line: "cold start no", says: "one start from cold; ok: it came up" },
    { line: "starts 4 of 5", says: "how often it comes up" },
  ],
};
