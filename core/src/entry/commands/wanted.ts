import type { Authority, Marked } from "../../evidence";
import { within } from "../../knowledge";
import { classOf } from "../../part";
import { wordTable, type UnitSymbol } from "../../units";
import { looksLikeDesignator, normaliseDesignator } from "../designator";
import type { Command } from "../command";
import { lex } from "../lex";
import { fail, keeps } from "../parsed";

const MARKED = /^(\S+)\s+(?:is\s+)?(?:marked|printed|says on it|labelled)\s+(\S+)(?:\s*(v|volts?))?$/i;

/** `C5 marked 63v`: volts that were not known when the part was listed. */
export const markedVolts: Command = {
  name: "markedVolts",
  understand(_line, context, typed) {
    const match = MARKED.exec(typed);
    const name = match && looksLikeDesignator(match[1]!) ? normaliseDesignator(match[1]!) : null;
    if (!match || name === null || !context.known.has(name)) return null;
    const value = lex(`${match[2]!}${match[3] ? "v" : ""}`)[0]?.value;
    if (value?.unit !== "V" || !within("ratedVolts", value.value)) return null;
    const marked: Marked = { value: value.value, unit: "V", significant: value.significant };
    return keeps({
      about: "observed",
      subject: { kind: "part", name },
      observation: { kind: "named", class: "capacitor", marked: [marked] },
    });
  },
  examples: [{ line: "C5 marked 63v", says: "volts that were not known when the part was listed" }],
};

const SAYS =
  /^(\S+)\s+(?:(should be|wants|ought to be)|(?:(?:on|in|per|by)\s+(?:the\s+)?)?(drawing|diagram|schematic|maker|makers|manual)(?:\s+(?:says|has|wants|gives|shows))?)\s+(.+)$/i;
const BY: ReadonlyMap<string, Authority> = wordTable({
  drawing: "drawing",
  diagram: "drawing",
  schematic: "drawing",
  maker: "maker",
  makers: "maker",
  manual: "maker",
});
/** Units a part is marked in, beside volts and watts: volts alone say what a point should read. */
const OWN: ReadonlySet<UnitSymbol> = new Set<UnitSymbol>(["F", "Ω", "A"]);

/** `C5 should be 470u 63v`, `C5 drawing says 220u`, `R12 maker says 4k7`: what belongs there, beside what is fitted. */
export const wanted: Command = {
  name: "wanted",
  understand(_line, context, typed) {
    const match = SAYS.exec(typed);
    if (!match || !looksLikeDesignator(match[1]!)) return null;
    const name = normaliseDesignator(match[1]!);
    const kind = context.parts.get(name)?.class ?? classOf(name);
    const tokens = lex(match[4]!);
    const figures = tokens.flatMap((t) => (t.value ? [{ token: t.text, value: t.value }] : []));
    const marked = figures.map(({ value }): Marked => ({
      value: value.value,
      unit: value.unit ?? (kind === "capacitor" ? "F" : "Ω"),
      significant: value.significant,
    }));
    const plain = figures.find((f) => kind === "capacitor" && f.value.unit === null && !f.value.tiny);
    if (plain) return match[2] ? null : fail({ code: "unitMissing", token: plain.token });
    if (!marked.some((m) => OWN.has(m.unit))) return match[2] ? null : fail({ code: "valueMissing", after: typed });
    const surplus = tokens.find((t) => t.value === null);
    if (surplus) return fail({ code: "surplus", token: surplus.text, after: match[1]! });
    const by = match[3] ? BY.get(match[3].toLowerCase())! : "bench";
    return keeps({ about: "observed", subject: { kind: "part", name }, observation: { kind: "wanted", by, marked } });
  },
  examples: [
    { line: "C5 should be 470u 63v", says: "what belongs there, where another value is fitted" },
    { line: "R12 drawing says 4k7", says: "what a drawing or the maker says: noted, not trusted" },
  ],
};
