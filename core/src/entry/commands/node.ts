import type { Circumstances, Observation } from "../../evidence";
import { LENGTHS, LIMITS } from "../../knowledge";
import { volts } from "../../units";
import type { ReadoutContext } from "../entry";
import type { Command } from "../command";
import { lex } from "../lex";
import { phraseAt } from "../lexicon";
import { fail, keeps } from "../parsed";
import { OVER_WORDS } from "../words";

const GROUND = String.raw`(?:to|against)\s+(?:the\s+)?(?:ground|gnd|chassis|earth|0\s?v)`;
const VERB = String.raw`(?:is|reads|reading|measures|measured|shows|=|:)`;
const OHMS = new RegExp(String.raw`^(.+?)\s+(?:${VERB}\s+)?${GROUND}\s*(?:${VERB}\s+)?(.+)$`, "i");
const SHORT = new RegExp(
  String.raw`^(.+?)\s+(?:(?:is|reads|measures)\s+)?(?:a\s+|dead\s+)*short(?:ed|s)?(?:\s+circuit)?(?:\s+${GROUND})?$`,
  "i",
);
const RAIL = /^(?:rail|b[+-]|ht|bias)$/i;

/** "main rail", "rail main" and "the +15 rail" are one name each: the word that says what it is, then which; null where it is no rail. */
function railNamed(said: string): string | null {
  const words = said
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== "the" && w !== "" && w !== "dead" && w !== "a");
  const at = words.findIndex((w) => RAIL.test(w));
  if (at < 0 || words.length > 4 || words.includes("not") || words.includes("no")) return null;
  const name = [words[at]!, ...words.filter((_, i) => i !== at)].join(" ");
  return name.length > LENGTHS.point ? null : name;
}

const ofPoint = (name: string, observation: Observation) => keeps({ about: "observed", subject: { kind: "point", name }, observation });

/** In what state it was read: "loaded", "cold"; null where a word says something else. */
function underOf(words: readonly string[]): Circumstances | null {
  const under: Circumstances = {};
  for (let at = 0; at < words.length;) {
    const phrase = phraseAt(words, at);
    if (phrase?.meaning.slot !== "under") return null;
    Object.assign(under, phrase.meaning.under);
    at += phrase.length;
  }
  return under;
}

/**
 * `rail main to ground 0.5`, `B+ to ground 40k`, `rail +15 shorted`: a supply node against ground, with the power off. A bare figure is
 * ohms: volts are said with their unit, and are then the reading of the point.
 */
export const node: Command = {
  name: "node",
  understand(_line, context: ReadoutContext, typed) {
    const short = SHORT.exec(typed);
    const shorted = short && railNamed(short[1]!);
    if (shorted) return ofPoint(shorted, { kind: "state", state: "shorted", inCircuit: true });
    const match = OHMS.exec(typed);
    const name = match && railNamed(match[1]!);
    if (!match || !name) return null;
    const [token, ...rest] = lex(match[2]!);
    if (!token) return fail({ code: "valueMissing", after: "to ground" });
    const under = underOf(rest.map((t) => t.word));
    if (!under) return fail({ code: "surplus", token: rest[0]!.text, after: token.text });
    const figure = (value: number | "over", significant: number) =>
      ofPoint(name, {
        kind: "figure",
        quantity: "toGround",
        label: null,
        value,
        significant,
        inCircuit: true,
        meter: context.meter && context.meter.shows !== "esr" ? context.meter.id : null,
        under,
      });
    if (OVER_WORDS.has(token.word)) return figure("over", 1);
    if (!token.value) return fail({ code: "notUnderstood", token: token.text });
    const { unit, value, significant, alternating } = token.value;
    if (unit === "V" && !alternating) return keeps({ about: "point", point: name, volts: volts(value), form: "dc", significant, under });
    if (unit !== null && unit !== "Ω") return fail({ code: "wrongUnit", token: token.text, quantity: "leak", unit });
    if (!(value >= 0 && value <= LIMITS.insulationOhms[1])) return fail({ code: "impossible", token: token.text, quantity: "leak" });
    return figure(value, significant);
  },
  examples: [{ line: "rail main to ground 40k", says: "a supply node against ground, power off; rail +15 shorted" }],
};
