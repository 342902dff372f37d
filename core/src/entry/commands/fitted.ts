import { LENGTHS, within } from "../../knowledge";
import { parseMarking, type Technology } from "../../part";
import { farads, volts } from "../../units";
import { designatorsIn } from "../designators";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";
import { isReserved } from "../reserved";
import { TECHNOLOGY_WORDS } from "../words";

const WORDS: ReadonlySet<string> = new Set(["fitted", "replaced", "renewed", "changed", "recapped"]);
const JOINING: ReadonlySet<string> = new Set(["with", "by", "is", "for", "were", "are", "all", "the", "both"]);

/**
 * `C14 fitted`: the part chosen is in, and from here on readings are the new part's. `C14 fitted 100u 25v lot 2431` names another one
 * and its lot.
 */
export const fitted: Command = {
  name: "fitted",
  understand(line, context) {
    if (!line.some((t) => WORDS.has(t.word))) return null;
    const named = designatorsIn(line, context);
    if (!named.ok) return named;
    const { designators, rest } = named.value;
    const words = rest.filter((t) => !WORDS.has(t.word) && !JOINING.has(t.word));
    const lotAt = words.findIndex((t) => t.word === "lot");
    const lot = lotAt < 0 ? null : (words[lotAt + 1]?.text ?? null);
    if (lotAt >= 0 && lot === null) return fail({ code: "valueMissing", after: "lot" });
    if (lot !== null && isReserved(lot)) return fail({ code: "reservedWord", token: lot });
    if (lot !== null && lot.length > LENGTHS.lot) return fail({ code: "tooLong", most: LENGTHS.lot });
    const said = lotAt < 0 ? words : words.filter((_, i) => i !== lotAt && i !== lotAt + 1);
    const technology =
      said.flatMap((t): Technology[] => [...(TECHNOLOGY_WORDS.has(t.word) ? [TECHNOLOGY_WORDS.get(t.word)!] : [])])[0] ?? null;
    const text = said
      .filter((t) => !TECHNOLOGY_WORDS.has(t.word))
      .map((t) => t.text)
      .join(" ");
    const marking = text === "" ? null : parseMarking(text, technology ?? "aluminium");
    const designator = designators[0]!;
    if (marking && (!marking.ok || marking.value.nominal === null || marking.value.rated === null))
      return fail({ code: "fittedMarking", designator });
    const value = marking?.ok ? { nominal: farads(marking.value.nominal!), rated: volts(marking.value.rated!), technology } : null;
    if (value && !(within("nominalFarads", value.nominal) && within("ratedVolts", value.rated)))
      return fail({ code: "fittedMarking", designator });
    return keeps(...designators.map((d) => ({ about: "fitted", designator: d, marking: value, lot }) as const));
  },
  examples: [{ line: "C14 fitted", says: "the new part is in: readings are its own from here on" }],
};
