import { wordTable } from "../../units";
import { LAYS, type Lay } from "../../evidence";
import { designatorsIn } from "../designators";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const PLUS: ReadonlySet<string> = new Set(["plus", "positive", "+"]);
const FILLING: ReadonlySet<string> = new Set(["to", "at", "on", "points", "faces", "lead", "side", "is", "goes", "the"]);
const ALSO: ReadonlyMap<string, Lay> = wordTable({
  gnd: "ground",
  chassis: "ground",
  earth: "ground",
  supply: "rail",
  top: "up",
  bottom: "down",
});
const layOf = (word: string): Lay | null => LAYS.find((l) => l === word) ?? ALSO.get(word) ?? null;

/** `C14 plus up`, `C14 plus to ground`: how a part lies on its board, and where its plus goes. */
export const laid: Command = {
  name: "laid",
  understand(line, context) {
    if (!line.some((t) => PLUS.has(t.word)) || !line.some((t) => layOf(t.word) !== null)) return null;
    const named = designatorsIn(line, context);
    if (!named.ok) return null;
    const words = named.value.rest.filter((t) => !PLUS.has(t.word) && !FILLING.has(t.word));
    const lays = words.map((t) => layOf(t.word));
    // anything more is a sentence about something else
    if (lays.length !== 1 || lays[0] == null) return words.length > 1 ? null : fail({ code: "valueMissing", after: "plus" });
    const plus = lays[0];
    return keeps(
      ...named.value.designators.map(
        (name) => ({ about: "observed", subject: { kind: "part", name }, observation: { kind: "laid", plus } }) as const,
      ),
    );
  },
  examples: [{ line: "C14 plus up", says: "how it lies on its board; plus to ground: where its plus goes" }],
};
