import type { ReadoutContext } from "../entry";
import type { Command } from "../command";
import type { Token } from "../lex";
import { fail } from "../parsed";

/** `out`, `blue`, `meter pocket`: what holds from now on. */
export const setting: Command = {
  name: "setting",
  understand(line, context) {
    const asked = line[0]!.word === "meter";
    const words = asked ? line.slice(1) : line;
    if (asked && words.length === 0) return fail({ code: "valueMissing", after: "meter" });
    let inCircuit: boolean | null = null;
    let meter: string | null = null;
    for (const token of words) {
      const named = meterNamed(token, context);
      const place = token.word === "in" || token.word === "out" || token.word === "lifted";
      if ((place && inCircuit !== null) || (named && meter !== null))
        return fail({ code: "surplus", token: token.text, after: line[0]!.text });
      if (place) inCircuit = token.word === "in";
      else if (named) meter = named.id;
      else return asked ? fail({ code: "unknownMeter", token: token.text }) : null;
    }
    return { ok: true, value: { kind: "setting", inCircuit, meter, cursor: null } };
  },
  examples: [
    { line: "out", says: "from now on out of circuit; in: in circuit" },
    { line: "meter blue", says: "from now on this meter" },
  ],
};

export const meterNamed = (token: Token, { meters }: ReadoutContext) => meters.find((m) => m.word === token.word);
