import { LENGTHS, within } from "../../knowledge";
import { volts } from "../../units";
import type { Effect, Entry, VoltsForm } from "../entry";
import type { Command } from "../command";
import type { Token } from "../lex";
import { fail, keeps, type Parsed } from "../parsed";
import { channelOf } from "../words";

const HEADS: ReadonlySet<string> = new Set(["rail", "bias", "offset", "b+", "b-", "ht"]);
/** of these several can be said in one line, each with its name: `offset l 12mv r 15mv` */
const SEVERAL: ReadonlySet<string> = new Set(["bias", "offset"]);

type PointVolts = Extract<Effect, { about: "point" }>;

/** Volts at a named point: `rail +15 11.7`, `bias -44`, `offset l 12mv r 15mv`, `-15 rail -0.26`, `B+ 385`. */
export const point: Command = {
  name: "point",
  understand(line) {
    const [first, second] = line;
    if (HEADS.has(first!.word)) return readPoints(first!.word, line.slice(1));
    // "-15 rail" and "left offset": the name said first
    if (second && HEADS.has(second.word) && !/^[a-z]{1,3}\d/.test(first!.word)) return readPoints(second.word, [first!, ...line.slice(2)]);
    return null;
  },
  examples: [
    { line: "rail +15 11.7 80mvac", says: "volts and ripple of a rail" },
    { line: "bias -44", says: "volts at a point" },
    { line: "offset l 12mv r 15mv", says: "two points in one line" },
  ],
};

function readPoints(head: string, rest: readonly Token[]): Parsed<Entry> {
  if (rest.length === 0) return fail({ code: "valueMissing", after: head });
  const out: PointVolts[] = [];
  let at = 0;
  while (at < rest.length) {
    const group = oneGroup(head, rest, at);
    if (!group.ok) return group;
    // an offset is read in millivolts as often as in volts; a bare "12" says neither
    const bare = rest
      .slice(at, group.value.next)
      .find((t) => t.value && t.value.unit === null && !t.value.prefixed && Math.abs(t.value.value) >= 1);
    if (head === "offset" && bare) return fail({ code: "voltsOrMillivolts", token: bare.text });
    const twice = group.value.points.find((p) => out.some((o) => o.point === p.point && o.form === p.form));
    if (twice) return fail({ code: "secondValue", token: rest[group.value.next - 1]!.text, quantity: "volts" });
    out.push(...group.value.points);
    at = group.value.next;
    if (at < rest.length && !SEVERAL.has(head)) return fail({ code: "surplus", token: rest[at]!.text, after: head });
  }
  return keeps(...out);
}

const isVolts = (t: Token) => t.value !== null && !t.percent && (t.value.unit === null || t.value.unit === "V");
const formOf = (t: Token): VoltsForm => (t.value!.peakToPeak ? "peakToPeak" : t.value!.alternating ? "rms" : "dc");
/** said between a name and its volts; never part of the name */
const JOINING: ReadonlySet<string> = new Set("is are reads read reading shows measures measured at the now".split(" "));
const named = (t: Token) => (t.value === null ? (channelOf(t.word)?.toLowerCase() ?? t.word) : t.word);

/** A name and the values behind it. A rail is named by a word, by its nominal volts, or by both; "=" ends a name. */
function oneGroup(head: string, rest: readonly Token[], from: number): Parsed<{ points: PointVolts[]; next: number }> {
  const equals = rest.findIndex((t, i) => i >= from && t.text === "=");
  let name: Token[] = [];
  let at = from;
  if (equals >= 0) [name, at] = [rest.slice(from, equals), equals + 1];
  else {
    // a lone sign is a name too: "rail - -22.4"
    while (at < rest.length && !isVolts(rest[at]!)) at++;
    name = rest.slice(from, at);
    const values = rest.slice(at, endOfValues(rest, at));
    const direct = values.filter((t) => formOf(t) === "dc");
    const byVolts = head === "rail" && (name.length === 0 || direct.length > 1);
    if (byVolts && values.length > 0) name = [...name, rest[at++]!];
  }
  const end = endOfValues(rest, at);
  const values = rest.slice(at, end);
  const label = [head, ...name.filter((t) => !JOINING.has(t.word)).map(named)].join(" ");
  if (values.length === 0) {
    const odd = rest.slice(at).find((t) => t.value !== null);
    return odd
      ? fail({ code: "wrongUnit", token: odd.text, quantity: "volts", unit: odd.value!.unit ?? "prefix" })
      : fail({ code: "valueMissing", after: label });
  }
  if (label.length > LENGTHS.point) return fail({ code: "tooLong", most: LENGTHS.point });
  return collect(label, values, end);
}

function endOfValues(rest: readonly Token[], from: number): number {
  let end = from;
  while (end < rest.length && isVolts(rest[end]!)) end++;
  return end;
}

function collect(label: string, values: readonly Token[], next: number): Parsed<{ points: PointVolts[]; next: number }> {
  const points: PointVolts[] = [];
  for (const token of values) {
    const { value, significant } = token.value!;
    const form = formOf(token);
    if (!within("volts", value)) return fail({ code: "impossible", token: token.text, quantity: "volts" });
    if (points.some((p) => p.form === form)) return fail({ code: "secondValue", token: token.text, quantity: "volts" });
    points.push({ about: "point", point: label, volts: volts(value), form, significant, under: {} });
  }
  return { ok: true, value: { points, next } };
}
