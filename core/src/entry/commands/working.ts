import { designatorsIn } from "../designators";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";
import { plainVolts } from "../plainVolts";
import { FILLERS } from "../words";

/** `C14 working 12v`: the DC volts that stand across it in use. */
export const working: Command = {
  name: "working",
  understand(line, context) {
    const at = line.findIndex((t) => t.word === "working");
    if (at < 0) return null;
    const said = line[at + 1];
    const value = plainVolts(said, "working");
    if (!value.ok) return value;
    const named = designatorsIn([...line.slice(0, at), ...line.slice(at + 2)], context);
    if (!named.ok) return named;
    const surplus = named.value.rest.find((t) => !FILLERS.has(t.word));
    if (surplus) return fail({ code: "surplus", token: surplus.text, after: said!.text });
    return keeps(...named.value.designators.map((designator) => ({ about: "working", designator, volts: value.value }) as const));
  },
  examples: [{ line: "C14 working 12v", says: "the volts that stand across it in use" }],
};
