import type { Observation, Subject } from "../evidence";
import { classOf, type PartClass } from "../part";
import type { Effect, ReadoutContext } from "./entry";
import { phraseAt } from "./lexicon";
import { nounAt, WHICH } from "./reader/places";
import { senseAt } from "./reader/vocabulary";

// Whether what a sentence was taken to say goes further than its words. Such a reading is offered, never kept unasked.

/** Words that no place is called by: they count, point, join or deny. */
const NEVER_IN_A_NAME: ReadonlySet<string> = new Set(
  "one two both all half how who where why so w also or not if years ago said says new same unchanged down no old more less".split(" "),
);
const DENIED = /\b(?:not|never|nobody|neither|none|without|\w+n't|dont|doesnt|didnt|isnt|wasnt|arent|wont|cant)\b/i;
const OF_THE_UNIT = /\b(?:draws?|drawing|takes|current|wall|mains|standby|idle|idles|consumption|pulls|consumes)\b/i;
const PRINTED = /\b(?:marked|printed|labelled|labeled|says|reads|rated|measures|measured|value)\b/i;
const OHMS = /\d\s*(?:ohms?|Ω|r|k)\b|\d[rk]\d/i;
/** Acts that need a thing they were done to. */
const DONE_TO_SOMETHING: ReadonlySet<string> = new Set([
  "unplugged",
  "bridged",
  "swapped",
  "lifted",
  "warmed",
  "cooled",
  "knocked",
  "pressed",
  "replaced",
  "resoldered",
]);

/** Whether a reading takes in words that were said of something else, whichever way it was come by. */
export function takesTooMuch(line: string, effects: readonly Effect[], { known, points }: ReadoutContext): boolean {
  const read = effects.flatMap((e) => (e.about === "reading" ? [e] : []));
  const figures = read.some((r) => ["esr", "capacitance", "ohmmeter"].includes(r.measurement.kind));
  return (
    // "V4 socket" is one place
    (/\b[a-z]{1,3}\d{1,4}'?s?\s+(?:socket|joint|holder)\b/i.test(line) &&
      effects.some((e) => e.about === "observed" && placesOf(e.subject, e.observation).some((p) => /^(?:socket|joint|holder)$/.test(p)))) ||
    // of several junctions, which way each was read is said as such
    (bothWays(effects) > 1 && !/\b(?:reverse|reversed|back|other|both|backwards?)\b/i.test(line)) ||
    // which of two figures of one thing is meant, must be told
    contradicts(effects) ||
    effects.some(
      (e) => e.about === "point" && (e.point.split(" ").length > 3 || /\b(?:not|no)\b|[/,]/.test(e.point) || isOddName(e.point, points)),
    ) ||
    effects.some(
      (e) => e.about === "point" && UNNAMED.test(e.point) && (e.point !== "rail" || [...points.keys()].some((p) => p.includes("rail"))),
    ) ||
    // "41u left of 470" names the marking
    (/\bleft of\s+\d|\btil+\b/i.test(line) && effects.some((e) => e.about === "voltsAt")) ||
    // what looks good was not measured
    (/\blooks?\s+(?:good|ok|fine)/i.test(line) && read.some((r) => r.measurement.kind === "word")) ||
    // "looks ok" behind a figure judges the figure
    (figures && read.some((r) => r.measurement.kind === "visual" && r.measurement.sign === "looksClean") && !/\bclean\b/i.test(line)) ||
    // "fine for 47u" names the marking
    (/\b(?:for|of|says|said)\s+(?:a\s+)?\d/i.test(line) &&
      read.some((r) => r.measurement.kind === "capacitance" && Math.abs(r.measurement.farads / known.get(r.designator)! - 1) < 1e-3)) ||
    (effects.some((e) => e.about === "across" && e.parallel.kind === "alone") && /\b(?:left|leave|leaving)\b|->|\.\s/i.test(line))
  );
}

const bothWays = (effects: readonly Effect[]): number =>
  effects.filter((e) => e.about === "observed" && e.observation.kind === "figure" && e.observation.label === "reverse").length;

const placesOf = (subject: Subject, o: Observation): string[] =>
  [subject, ...(o.kind === "tried" ? o.to : [])].flatMap((s) => (s.kind === "place" ? [s.name] : []));

/** Words that points are called by (common practice). */
const POINT_WORDS: ReadonlySet<string> = new Set(
  (
    "rail bias offset ht main heater filament screen plate anode cathode grid base collector emitter gate drain source vcc " +
    "vdd vee vss standby aux bulk reset enable phantom logic digital analog analogue servo output input driver pre preamp " +
    "power left right supply raw regulated core motor display unreg out in"
  ).split(" "),
);

/** A name that is not on record, on a job that has others like it, by a word that no point is called by. */
const isOddName = (name: string, points: ReadonlyMap<string, number | null>): boolean =>
  !points.has(name) &&
  [...points.keys()].some((p) => p.split(" ")[0] === name.split(" ")[0]) &&
  name
    .split(" ")
    .some((w) => w.length > 2 && !/\d/.test(w) && !POINT_WORDS.has(w) && ![...points.keys()].some((p) => p.split(" ").includes(w)));

/** Whether a reading of `line` must be asked about before it is kept. */
export const isDoubtful = (line: string, effects: readonly Effect[], context: ReadoutContext): boolean =>
  takesTooMuch(line, effects, context) ||
  losesFigure(line, effects) ||
  // "still quiet" is no fault that is still there
  /\bstill\s+(?:quiet|no|silent|gone|fine|ok|good)\b/i.test(line) ||
  // of a pot, what it was set to is no reading
  (/\bto\s+[\d.,]+\s*m?v\b/i.test(line) && /\b(?:vr|rv|tp)\d/i.test(line)) ||
  /\b(?:pushed|took|taken|pulled) out and\b/i.test(line) ||
  // a channel by its side: what is said of one is not said of the unit
  (SIDE.test(line) &&
    effects.some((e) => e.about === "observed" && e.observation.kind === "complaintNow" && e.observation.outcome === "gone")) ||
  effects.some(
    (e) =>
      e.about === "observed" &&
      e.observation.kind === "tried" &&
      e.observation.followed !== null &&
      e.subject.kind === "place" &&
      /^speakers?$|leads?$|volume/.test(e.subject.name),
  ) ||
  (/\bwith(?:out)?\b/i.test(line) && effects.some(isExchange) && effects.some(isOhms)) ||
  (/\bwithout\b/i.test(line) && effects.some((e) => e.about === "observed" && e.observation.kind === "complaintNow")) ||
  (/\bstill\s+[+-]?[\d.]/i.test(line) && effects.some((e) => e.about === "observed" && e.observation.kind === "tried")) ||
  (/\b(?:over|across)\s+r\d/i.test(line) &&
    effects.some((e) => e.about === "observed" && (e.observation.kind === "figure" || e.observation.kind === "named"))) ||
  (deniesWord(line) && effects.some(denies)) ||
  (DENIED.test(line.replace(/\bnot a fault\b/gi, "")) && effects.some(denies)) ||
  effects.some((e) => e.about === "observed" && goesFurther(line, e.subject, e.observation, context));

const SIDE = /\b(?:left|right|[lr])\b/i;
/** Points that are called by half a name. */
const UNNAMED = /^(?:rail|offset|dc|ac|raw|offset dc.*|left|right)$/;
const isExchange = (e: Effect): boolean =>
  e.about === "fitted" || (e.about === "observed" && e.observation.kind === "tried" && e.observation.act === "replaced");
const isOhms = (e: Effect): boolean => e.about === "observed" && e.observation.kind === "figure" && e.observation.quantity === "ohms";

/** The digits of a figure, without its scale: what is kept of it has the same. */
const digitsOf = (n: number | string): string =>
  Number(typeof n === "string" ? n.replace(",", ".") : n)
    .toPrecision(5)
    .replace(/e.*$/, "")
    .replace(/[^\d]/g, "")
    .replace(/^0+|0+$/g, "");

/** Whether a figure of the line stands in nothing that would be kept. */
function losesFigure(line: string, effects: readonly Effect[]): boolean {
  const kept = new Set((JSON.stringify(effects).match(/-?\d+(?:\.\d+)?(?:e[+-]?\d+)?/g) ?? []).map((n) => digitsOf(Number(n))));
  const text = JSON.stringify(effects);
  const said = line
    .replace(/\b[a-z]{1,3}\d{1,4}[a-z]?\b/gi, " ")
    .replace(/(\d)([rkunpvm])(\d)/gi, "$1.$3")
    .match(/(?<![\w.,])[\d]*[.,]?\d+/g);
  return (said ?? []).some((n) => !kept.has(digitsOf(n.replace(/^[.,]/, "0."))) && !text.includes(n));
}

/** Whether one thing is given two figures of one kind: one of them is of something else, or of another time. */
export function contradicts(effects: readonly Effect[]): boolean {
  const keys = effects.flatMap((e) => {
    if (e.about === "point") return [`${e.point} ${e.form} ${JSON.stringify(e.under)}`];
    if (e.about === "voltsAt") return [`${e.designator} ${e.form}`];
    if (e.about === "reading" && e.measurement.kind !== "visual" && e.measurement.kind !== "word")
      return [`${e.designator} ${e.measurement.kind} ${e.inCircuit} ${e.meter}`];
    if (e.about === "observed" && e.observation.kind === "figure" && e.subject.kind !== "unit")
      return [`${e.subject.name} ${e.observation.quantity} ${e.observation.label} ${JSON.stringify(e.observation.under)}`];
    return [];
  });
  return new Set(keys).size < keys.length;
}

/** "no bulge", "no short": a sign, a state or an act that is denied. */
function deniesWord(line: string): boolean {
  const words = line.toLowerCase().split(/[\s,;:.]+/);
  const slot = (at: number) => phraseAt(words, at)?.meaning.slot ?? "";
  // "no change" is said as one
  return words.some(
    (w, i) =>
      w === "no" &&
      (phraseAt(words, i)?.length ?? 1) === 1 &&
      (/\d/.test(words[i + 1] ?? "") || ["sign", "state", "act", "outcome"].includes(slot(i + 1))),
  );
}

/** What a word that denies may have turned round. */
const denies = (e: Effect): boolean =>
  e.about === "observed" &&
  (["look", "state", "tried", "figure"].includes(e.observation.kind) ||
    (e.observation.kind === "named" && e.observation.marked.length > 0));

function goesFurther(line: string, subject: Subject, o: Observation, context: ReadoutContext): boolean {
  if (subject.kind === "place" && !isPlace(subject.name)) return true;
  // "grompfel trace": whose word nobody knows, that may not be where it was seen
  if (subject.kind === "place" && o.kind === "look" && !subject.name.toLowerCase().split(/\s+/).every(isKnown)) return true;
  switch (o.kind) {
    case "figure":
      if (subject.kind === "unit") return !OF_THE_UNIT.test(line);
      if (subject.kind === "place") return o.quantity !== "toGround";
      // of a capacitor ohms are ESR or a leak, which must be told; where nothing is measured in ohms as a rule, ohms are said
      if (subject.kind === "part" && o.quantity === "ohms" && classIn(subject.name, context) === "capacitor") return true;
      return subject.kind === "part" && o.quantity === "ohms" && !readsInOhms(classIn(subject.name, context)) && !OHMS.test(line);
    case "named":
      // watts beside ohms are printed on it
      if (o.class === "fuse" || (o.class === "resistor" && o.marked.some((m) => m.unit === "Ω"))) return false;
      return o.marked.some((m) => m.unit !== "Ω") && !PRINTED.test(line);
    case "tried":
      return (
        (o.followed !== null && o.act !== "swapped") ||
        o.to.some((s) => s.kind === "place" && (!isPlace(s.name) || (isSide(s.name) && !changedSides(o)))) ||
        (o.to.length === 0 && DONE_TO_SOMETHING.has(o.act)) ||
        (o.with !== null && o.act !== "replaced" && o.act !== "fed" && o.with.marked.some((m) => m.unit !== "F" && m.unit !== "V")) ||
        (o.with?.named?.split(", ").some((n) => !isPlace(n) && classOf(n) === null) ?? false)
      );
    default:
      return false;
  }
}

const classIn = (name: string, { known, parts }: ReadoutContext): PartClass | null =>
  known.has(name) ? "capacitor" : (parts.get(name)?.class ?? classOf(name));
const readsInOhms = (kind: PartClass | null): boolean => kind !== "valve" && kind !== "chip" && kind !== "transistor" && kind !== "diode";

/** "swapped left channel with right": a side by itself is the other channel. */
const changedSides = ({ act, to, with: put }: Extract<Observation, { kind: "tried" }>): boolean =>
  act === "swapped" &&
  (/left|right/i.test(put?.named ?? "") || to.filter((s) => s.kind === "place" && /\b(?:left|right)\b/i.test(s.name)).length > 1);
const isSide = (name: string): boolean => /^(?:left|right)$/i.test(name);

/** A word that somebody knows: of an unknown one nobody can tell whether it names the place. */
const isKnown = (word: string): boolean =>
  phraseAt([word], 0) !== null ||
  senseAt([word], 0) !== null ||
  nounAt([word], 0) !== null ||
  WHICH.has(word) ||
  POINT_WORDS.has(word) ||
  classOf(word.toUpperCase()) !== null;

/** A place is called by words of which one is a thing: "earth lug", "tone board", "joint Q7", "all of supply". */
function isPlace(name: string): boolean {
  const words = name.toLowerCase().split(/\s+/);
  const isThing = (at: number) => phraseAt(words, at)?.meaning.slot === "noun";
  const counts = (w: string, i: number) => (/^(?:one|two)$/.test(w) && i > 0) || (w === "all" && words[i + 1] === "of");
  // "relay K1" is K1
  if (
    words.length === 2 &&
    classOf(words[1]!.toUpperCase()) !== null &&
    !/^(?:socket|joint|glue|trace|board|pin|leg|pad|end|foot|base)s?$/.test(words[0]!)
  )
    return false;
  if (words.some((w, i) => (NEVER_IN_A_NAME.has(w) && !counts(w, i)) || (/[\d/]/.test(w) && !/^[a-z]{1,3}\d{1,4}$/.test(w)))) return false;
  return words.length <= 4 && (words.length === 1 || words.some((_, i) => isThing(i)));
}
