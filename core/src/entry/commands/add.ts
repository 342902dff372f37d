import { MAX_POSITIONS } from "../../knowledge";
import { classOf } from "../../part";
import { clausesOf } from "../clauses";
import { looksLikeDesignator, normaliseDesignator } from "../designator";
import type { Entry, ReadoutContext } from "../entry";
import type { Command } from "../command";
import { fail, keeps, type Parsed } from "../parsed";
import { parsePosition } from "../parsePosition";

/** A part of another class: `add R12 4k7`, `add T1 transformer`. Null where it is a capacitor, or has no class by its letters or words. */
function otherPart(text: string, context: ReadoutContext): Parsed<Entry> | null {
  const name = normaliseDesignator(text.trim().split(/\s+/)[0] ?? "");
  const clause = clausesOf(text)[0];
  const said = clause?.things.find((t) => t.subject.kind === "place" && t.class !== null)?.class ?? null;
  const kind = said ?? classOf(name);
  if (!looksLikeDesignator(name) || kind === null || kind === "capacitor" || classOf(name) === "capacitor") return null;
  if (context.parts.has(name) || context.known.has(name)) return fail({ code: "alreadyThere", designator: name });
  const marked = (clause?.figures ?? []).flatMap((f) => (f.marked === "over" ? [] : [f.marked]));
  return keeps({ about: "observed", subject: { kind: "part", name }, observation: { kind: "named", class: kind, marked } });
}

/** `add C30 47u 25v decoupler`: one more position, or the sections of one ("8+8u"). What begins with C is a capacitor whatever follows. */
export const add: Command = {
  name: "add",
  understand(line, context, typed) {
    if (line[0]!.word !== "add") return null;
    const other = otherPart(typed.trim().slice("add".length), context);
    if (other) return other;
    const parsed = parsePosition(context.constants, typed.trim().slice("add".length));
    if (!parsed.ok) return fail({ code: "position", issue: parsed.issue });
    const taken = parsed.value.find((p) => context.known.has(p.designator));
    if (taken) return fail({ code: "alreadyThere", designator: taken.designator });
    if (context.known.size + parsed.value.length > MAX_POSITIONS) return fail({ code: "jobFull", most: MAX_POSITIONS });
    return keeps(...parsed.value.map((position) => ({ about: "position", position }) as const));
  },
  examples: [
    { line: "add C30 47u 25v decoupler", says: "one more position" },
    { line: "add T1 transformer", says: "a part of another class" },
  ],
};
