import { within } from "../../knowledge";
import { volts } from "../../units";
import type { Effect, ReadoutContext } from "../entry";
import type { Command } from "../command";
import { lex, type Token } from "../lex";
import { fail, keeps, type Parsed } from "../parsed";
import { point } from "./point";

/** What a regulated rail may be off by where nobody says (common practice). */
const USUAL = 0.05;

const NUMBER = /^[+-]?[\d.,]+(v|%)?$/i;

/** A line split where it says what should be: the point, and the words behind. */
function apart(typed: string): { name: string; figures: string } | null {
  const should = /^(.*?)\s+(?:should be|should read|wants|expected|must be)\s+(.+)$/i.exec(typed);
  if (should) return { name: should[1]!, figures: should[2]! };
  const words = /^expect\s+(.+)$/i.exec(typed)?.[1]?.split(/\s+/) ?? [];
  const at = words.findIndex((w) => NUMBER.test(w));
  if (at < 1) return null;
  // "rail +15 15 5%": of two figures in a row the first is the rail's name
  const named = /^rail$/i.test(words[0]!) && NUMBER.test(words[at + 1] ?? "") && !(words[at + 1] ?? "").endsWith("%");
  const from = named ? at + 1 : at;
  return { name: words.slice(0, from).join(" "), figures: words.slice(from).join(" ") };
}

/** The point by the name its readings will have. */
function nameOf(name: string, context: ReadoutContext): string | null {
  for (const text of [`${name} = 1v`, `${name} 1v`]) {
    const line = lex(text);
    const entry = line.length === 0 ? null : point.understand(line, context, text);
    const brought: Effect | undefined = entry?.ok && entry.value.kind === "keeps" ? entry.value.effects[0] : undefined;
    if (brought?.about === "point") return brought.point;
  }
  return null;
}

/** `rail +15 should be 15 5%`, `bias should be -46 to -40`: what the readings of a point are held against. */
export const expect: Command = {
  name: "expect",
  understand(_line, context, typed) {
    if (!/^expect\b|\b(should be|should read|wants|expected|must be)\b/i.test(typed)) return null;
    const said = apart(typed);
    const name = said && nameOf(said.name, context);
    if (!said || name === null) return fail({ code: "expectUnclear", token: typed });
    const limits = limitsOf(said.figures);
    if (!limits.ok) return limits;
    return keeps({ about: "observed", subject: { kind: "point", name }, observation: { kind: "expected", ...limits.value } });
  },
  examples: [
    { line: "rail +15 should be 15 5%", says: "what a point should read" },
    { line: "expect bias -46 to -40", says: "between two limits" },
  ],
};

function limitsOf(
  text: string,
): Parsed<{ low: ReturnType<typeof volts>; high: ReturnType<typeof volts>; nominal: ReturnType<typeof volts> | null }> {
  const tokens = lex(text.replace(/(±|\+\/-|\+-)\s*/g, " ")).filter((t) => t.value !== null);
  const shares = tokens.filter((t) => t.percent);
  const values = tokens.filter((t) => !t.percent && (t.value!.unit === null || t.value!.unit === "V"));
  const [first, second] = values.map((t) => t.value!.value) as [number?, number?];
  if (first === undefined || values.length > 2 || shares.length > 1) return fail({ code: "expectUnclear", token: text });
  const odd: Token | undefined = values.find((t) => !within("volts", t.value!.value));
  if (odd) return fail({ code: "impossible", token: odd.text, quantity: "volts" });
  // "-46 to -40" are limits; "15 0.5" is a value and how far off it may be
  const between = second !== undefined && /\bto\b|–|\d\s*-\s*\d/.test(text);
  if (between) return { ok: true, value: { low: volts(Math.min(first, second)), high: volts(Math.max(first, second)), nominal: null } };
  const reach = shares[0]
    ? Math.abs(first) * (shares[0].value!.value / 100)
    : second !== undefined
      ? Math.abs(second)
      : Math.abs(first) * USUAL;
  return { ok: true, value: { low: volts(first - reach), high: volts(first + reach), nominal: volts(first) } };
}
