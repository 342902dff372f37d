import type { Subject } from "../../evidence";
import { LENGTHS } from "../../knowledge";
import { readDateCode } from "../../part";
import { looksLikeDesignator, normaliseDesignator } from "../designator";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const OLDEST = 1920;
const LATEST = 2100;
const WEEKS = 53;

/** Year and week of a stamp as it was said: "wk 14 1994", "1994 week 14", "9414", "1994". */
function dateOf(text: string): { year: number; week: number | null } | null {
  const year = /\b(19\d\d|20\d\d)\b/.exec(text);
  const week = /\bw(?:ee)?k\s*(\d{1,2})\b/i.exec(text);
  const code = /\b(\d{4})\b/.exec(text);
  const read = !year && code ? readDateCode(code[1]!) : [];
  const found = year ? { year: Number(year[1]), week: week ? Number(week[1]) : null } : read.length === 1 ? read[0]! : null;
  if (!found || found.year < OLDEST || found.year > LATEST) return null;
  return found.week !== null && (found.week < 1 || found.week > WEEKS) ? null : found;
}

/** `stamp wk 14 1994 on C9`: when something was made or put in. */
export const stamp: Command = {
  name: "stamp",
  understand(line, context, typed) {
    if (!/^(stamp|stamped|dated|date code)\b/i.test(typed) && !line.some((t) => t.word === "stamped")) return null;
    const [before, on] = typed.split(/\s+on\s+/i) as [string, string?];
    const named = typed.split(/\s+/).find((w) => looksLikeDesignator(w) && !/^wk\d/i.test(w));
    const date = dateOf(named ? typed.replace(named, " ") : before);
    if (!date) return fail({ code: "stampUnclear", token: typed });
    const subject: Subject = named
      ? { kind: "part", name: normaliseDesignator(named) }
      : on
        ? { kind: "place", name: on.slice(0, LENGTHS.point).toLowerCase() }
        : context.current === null
          ? { kind: "unit" }
          : { kind: "part", name: context.current };
    return keeps({ about: "observed", subject, observation: { kind: "stamp", ...date } });
  },
  examples: [{ line: "stamp wk 14 1994 on C9", says: "when it was made" }],
};
