import { LENGTHS, within } from "../../knowledge";
import { parseValue, volts } from "../../units";
import type { Effect } from "../entry";

// A line of points as it stands on a drawing or a sticker: names and the volts that belong there.

const FILL: ReadonlySet<string> = new Set(
  (
    "abt should be opamp opamps at idle on each when running wants ish about with the reg " +
    "regs outs supply rails rail sticker in lid dc main volts v after and line drawing valves"
  ).split(" "),
);
/** Shorter names of what stands on a drawing. */
const ALSO: ReadonlyMap<string, string> = new Map([
  ["en", "enable"],
  ["coll", "collector"],
]);
const SIGNED = /^([+-])(\d+(?:[.,]\d+)?)v?$/i;

/** @returns points with the volts they should have, in the order of the line; empty where none is named with volts */
export function readPointsLine(line: string): Effect[] {
  const spread = line
    .replace(/[−–—]/g, "-")
    .replace(/\+\s?\/\s?-\s?(\d[\d.,]*)/g, "+$1 -$1")
    .replace(/plus\s?\/\s?minus\s?(\d[\d.,]*)/gi, "+$1 -$1")
    .replace(/([+-]\d[\d.,]*)\s?\/\s?([+-]\d)/g, "$1 $2")
    .replace(/\([^)]*\)?/g, " ");
  // at one end of a lead: of which of several the volts are, must be said
  if (/^\s*at\b|\b(?:each|every|all)\b/i.test(line)) return [];
  const rails = /\brails?\b/i.test(spread);
  const out: Effect[] = [];
  let carried: readonly string[] = [];
  for (const part of spread.split(/[,;:]\s|\sand\s|=/)) {
    const words = part
      .replace(/\bpin\s?\d+/gi, "")
      .trim()
      .split(/\s+/)
      .filter(Boolean);
    const name = [...carried];
    const called = () => name.filter((w) => !FILL.has(w.toLowerCase()));
    const before = out.length;
    const take = (as: string, nominal: number) => {
      out.push(...expected(as, nominal));
      name.length = 0;
    };
    for (const [i, word] of words.entries()) {
      const signed = SIGNED.exec(word);
      const value = parseValue(word.replace(/^(\d+)v(\d+)$/i, "$1.$2v"));
      const isVolts = value !== null && (value.unit === "V" || (value.unit === null && !value.tiny));
      const other = signed && words.some((w, k) => k !== i && SIGNED.exec(w) && w[0] !== word[0]);
      if (signed && other && called().length > 0 && !/[+-]\d/.test(called().join(" "))) {
        const volts = `${signed[1]}${signed[2]!.replace(",", ".")}`;
        out.push(...expected(`${called().join(" ")} ${volts}`, Number(volts)));
      } else if (signed && called().length === 0)
        take(`${rails ? "rail " : ""}${signed[1]}${signed[2]!.replace(",", ".")}`, Number(`${signed[1]}${signed[2]!.replace(",", ".")}`));
      else if (isVolts && called().length > 0) take(called().join(" "), value.value);
      else if (isVolts && rails && /^\d/.test(word)) take(`rail +${word}`, value.value);
      else if (isVolts && value.unit === "V" && /^at$/i.test(words[i + 1] ?? "")) {
        take([word, ...words.slice(i + 1)].join(" "), value.value);
        break;
      } else if (isVolts && value.unit === "V") take(word, value.value);
      else name.push(ALSO.get(word.toLowerCase()) ?? word);
    }
    carried = out.length === before ? name : [];
  }
  return out;
}

/** Within a tenth, where nobody says how near (common practice). */
function expected(name: string, said: number): Effect[] {
  // "-0" is nought
  const nominal = said === 0 ? 0 : said;
  // "grids", "plates": of which of several, must be said
  if (/\b(?:grids|plates|anodes|cathodes|bases|collectors|emitters|pins|screens)\b/i.test(name)) return [];
  if (name.length > LENGTHS.point || !within("volts", nominal)) return [];
  const off = Math.abs(nominal) * 0.1;
  return [
    {
      about: "observed",
      subject: { kind: "point", name: name.toLowerCase() },
      observation: { kind: "expected", low: volts(nominal - off), high: volts(nominal + off), nominal: volts(nominal) },
    },
  ];
}
