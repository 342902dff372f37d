import type { Command } from "../command";
import { lex } from "../lex";
import { fail, keeps } from "../parsed";
import { reasonIn } from "../reason";

/** `undo`: the last line, with everything it brought about. */
export const undo: Command = {
  name: "undo",
  understand(line) {
    const [first, second] = line;
    if (first!.word !== "undo" && first!.word !== "scratch") return null;
    return second ? fail({ code: "surplus", token: second.text, after: first!.text }) : { ok: true, value: { kind: "undo" } };
  },
  examples: [{ line: "undo", says: "the last line no longer counts" }],
};

/** `power on`, `power off`. */
export const power: Command = {
  name: "power",
  understand(line, _context, typed) {
    if (line[0]!.word !== "power") return null;
    const { said, because } = reasonIn(typed);
    const [, word, surplus] = lex(said);
    if (!word) return fail({ code: "valueMissing", after: "power" });
    if (word.word !== "on" && word.word !== "off") return fail({ code: "notUnderstood", token: word.text });
    return surplus
      ? fail({ code: "surplus", token: surplus.text, after: `power ${word.word}` })
      : keeps({ about: "power", on: word.word === "on", because });
  },
  examples: [
    { line: "power on", says: "locks everything inside; power off: charge to be measured" },
    { line: "power on because it came in working", says: "straight onto the mains, out of the order of its plan" },
  ],
};

/** `note …`: anything else worth keeping. */
export const note: Command = {
  name: "note",
  understand(line, _context, typed) {
    if (line[0]!.word !== "note") return null;
    const text = typed.trim().slice("note".length).trim();
    return text === "" ? fail({ code: "valueMissing", after: "note" }) : keeps({ about: "note", designator: null, text });
  },
  examples: [{ line: "note smells of fish", says: "anything else" }],
};
