import { LENGTHS } from "../../knowledge";
import type { Head } from "../head";
import { fail, keeps } from "../parsed";

const MOST_MINUTES = 10_000;

/** `spent 40 min on the tone board`: where the time went. */
export const spent: Head = {
  name: "spent",
  understand(line, _context, typed) {
    if (line[0]!.word !== "spent") return null;
    const match = /^spent\s+(\d+(?:[.,]\d+)?)\s*(m|min|mins|minutes?|h|hours?)\b\s*(?:on|with|for)?\s*(.*)$/i.exec(typed);
    if (!match) return fail({ code: "valueMissing", after: "spent" });
    const minutes = Number(match[1]!.replace(",", ".")) * (match[2]!.toLowerCase().startsWith("h") ? 60 : 1);
    if (!(minutes > 0 && minutes <= MOST_MINUTES)) return fail({ code: "notUnderstood", token: match[1]! });
    return keeps({
      about: "observed",
      subject: { kind: "unit" },
      observation: { kind: "spent", minutes, text: match[3]!.slice(0, LENGTHS.line) },
    });
  },
  examples: [{ line: "spent 40 min on the tone board", says: "where the time went" }],
};
