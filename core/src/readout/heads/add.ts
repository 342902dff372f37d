import type { Head } from "../head";
import { fail, keeps } from "../parsed";
import { parsePosition } from "../parsePosition";

/** `add C30 47u 25v decoupler`: one more position, or the sections of one ("8+8u"). */
export const add: Head = {
  name: "add",
  understand(line, context, typed) {
    if (line[0]!.word !== "add") return null;
    const parsed = parsePosition(typed.trim().slice("add".length));
    if (!parsed.ok) return fail({ code: "position", issue: parsed.issue });
    const taken = parsed.value.find((p) => context.known.has(p.designator));
    if (taken) return fail({ code: "alreadyThere", designator: taken.designator });
    return keeps(...parsed.value.map((position) => ({ about: "position", position }) as const));
  },
  examples: [{ line: "add C30 47u 25v decoupler", says: "one more position" }],
};
