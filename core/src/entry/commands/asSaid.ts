import { LENGTHS } from "../../knowledge";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";
import { remarkOf } from "../sentence";

/** `"hums like a fridge`: kept word for word, unread, about what it names; what it is can be said later. */
export const asSaid: Command = {
  name: "asSaid",
  understand(_line, context, typed) {
    if (!typed.startsWith('"')) return null;
    const text = typed.replace(/^"|"$/g, "").trim();
    return text === "" ? fail({ code: "valueMissing", after: '"' }) : keeps(remarkOf(text.slice(0, LENGTHS.line), context));
  },
  examples: [{ line: '"sounds like rain on a tin roof', says: "kept word for word; what it is can be said later" }],
};
