import { MAX_POSITIONS } from "../../knowledge";
import type { Entry, ReadoutContext } from "../entry";
import type { Command } from "../command";
import { fail, keeps, type Parsed } from "../parsed";
import { parsePosition } from "../parsePosition";
import { readPartsLine } from "../reader/partsLine";

/** What is wrong with a part itself is said, whatever else the line names. */
const IMPOSSIBLE: ReadonlySet<string> = new Set(["impossible", "tooLong", "sectionsOfSection"]);

/** Several parts of one line, of any class: `add R603 R604 4k7, BR601 bridge`. Null where it names none, or one that is there already. */
function severalOf(text: string, context: ReadoutContext): Parsed<Entry> | null {
  const { effects, described } = readPartsLine(context.constants, text);
  const names = effects.flatMap((e) =>
    e.about === "position" ? [e.position.designator] : e.about === "observed" && e.subject.kind === "part" ? [e.subject.name] : [],
  );
  const taken = names.find((n) => context.known.has(n) || context.parts.has(n));
  if (taken !== undefined) return fail({ code: "alreadyThere", designator: taken });
  // a capacitor by itself is asked for its value
  const only = effects.length === 1 ? effects[0] : undefined;
  const bare = only?.about === "observed" && only.observation.kind === "named" && only.observation.class === "capacitor";
  if (effects.length === 0 || bare) return null;
  return { ok: true, value: { kind: "keeps", effects, ...(described.length > 0 ? { unread: described } : {}) } };
}

/** `add C30 47u 25v decoupler`: one more position, or the sections of one ("8+8u"). What begins with C is a capacitor whatever follows. */
export const add: Command = {
  name: "add",
  understand(line, context, typed) {
    if (line[0]!.word !== "add") return null;
    const parsed = parsePosition(context.constants, typed.trim().slice("add".length));
    if (!parsed.ok) {
      const several = IMPOSSIBLE.has(parsed.issue.code) ? null : severalOf(typed.trim().slice("add".length), context);
      return several ?? fail({ code: "position", issue: parsed.issue });
    }
    const taken = parsed.value.find((p) => context.known.has(p.designator));
    if (taken) return fail({ code: "alreadyThere", designator: taken.designator });
    if (context.known.size + parsed.value.length > MAX_POSITIONS) return fail({ code: "jobFull", most: MAX_POSITIONS });
    return keeps(...parsed.value.map((position) => ({ about: "position", position }) as const));
  },
  examples: [
    { line: "add C30 47u 25v decoupler", says: "one more position" },
    { line: "add T1 transformer", says: "a part of another class" },
    { line: "add R603 R604 4k7 1w, BR601 bridge", says: "several parts, of any class" },
  ],
};
