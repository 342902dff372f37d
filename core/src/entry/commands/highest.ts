import { volts } from "../../units";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";
import { plainVolts } from "../plainVolts";

const FLOW: ReadonlySet<string> = new Set("dc is volts in this unit".split(" "));

/** `highest 42v`: no DC volts anywhere in this unit lie above this; what is listed as holding charge is judged by it. */
export const highest: Command = {
  name: "highest",
  understand(line) {
    if (line[0]!.word !== "highest") return null;
    const [said, surplus] = line.slice(1).filter((t) => !FLOW.has(t.word));
    if (said && surplus) return fail({ code: "surplus", token: surplus.text, after: said.text });
    const value = plainVolts(said, "highest");
    return value.ok ? keeps({ about: "highest", volts: volts(Math.abs(value.value)) }) : value;
  },
  examples: [{ line: "highest 42v", says: "no DC volts in this unit lie above it" }],
};
