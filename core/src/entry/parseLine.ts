import { LENGTHS } from "../knowledge";
import { inVolts } from "./divisions";
import type { Effect, Entry, ReadoutContext, ReadoutIssue } from "./entry";
import { understandCommand } from "./commands";
import { withFuseRatings } from "./fuseRating";
import { lex, type Token } from "./lex";
import { looksLikeDesignator } from "./designator";
import { fail, keeps, type Parsed } from "./parsed";
import { COMMANDS } from "./reserved";
import { contradicts, isDoubtful, takesTooMuch } from "./doubtful";
import { remarkOf, parseSentence, withParts } from "./sentence";
import { readLine } from "./reader/readLine";

// a text the database can hold: no control characters, no half of a surrogate pair
const CONTROL = /\p{Cc}/u;
const HALF = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/**
 * Understands one line as a technician would mutter it: `C14 esr 4.6`, `C14 out 31u 0.9r`, `C12 C13 esr 0.5 0.6`, `C14 bulged`, `rail +15
 * 11.7`, `C3 leak 20k falling`, `C1 38v`, `out`, `new 10u 50v esr 1.4`, `power off`, `undo`. Words in any order; `in`, `out`, a meter's
 * word and `@f` belong to the value they stand beside; decimals with point or comma; a bare number is what the current meter shows. Never
 * guesses silently: what cannot be told apart comes back as an issue that asks. A lone `!` keeps a value far from the marked one. Divisions
 * of a screen are multiplied out. What is understood lies within `LIMITS` and `LENGTHS`, so that it can be kept.
 */
export function parseReadout(line: string, context: ReadoutContext): Parsed<Entry> {
  const typed = withFuseRatings(inVolts(line.trim().replace(/\s+/g, " ")), context);
  if (typed === "") return fail({ code: "empty" });
  if (typed.length > LENGTHS.line) return fail({ code: "tooLong", most: LENGTHS.line });
  if (CONTROL.test(typed) || HALF.test(typed)) return fail({ code: "badCharacter" });
  const tokens = lex(typed);
  if (tokens.length === 0) return fail({ code: "empty" });
  const asked = understandCommand(tokens, context, typed) ?? fail({ code: "notUnderstood", token: tokens[0]!.text });
  // a figure alone says nothing of the unit: it is a reading of the part under the cursor, or it is asked back
  if (
    (asked.ok &&
      !(asked.value.kind === "keeps" && (isLongText(typed, asked.value.effects) || takesTooMuch(typed, asked.value.effects, context)))) ||
    (tokens.length === 1 && tokens[0]!.value !== null)
  )
    return asked;
  // what a head asks back for a reason of its own is not settled by reading it another way
  const wantsMore = !asked.ok && (WANTS_MORE.has(asked.issue.code) || ofTheShelf(typed, asked.issue.code));
  const read = readLine(typed, context);
  const shelf = !asked.ok && ofTheShelf(typed, asked.issue.code) && read.effects.some(isReference);
  const open = asked.ok || UNREAD.has(asked.issue.code) || wantsMore;
  const complete = open && read.effects.length > 0 && read.unread.length === 0 && read.others.length === 0 && !shelf;
  if (asked.ok && asked.value.kind === "keeps" && isLongText(typed, asked.value.effects)) {
    if (complete) return keeps(...withParts(read.effects, context));
    // what begins with "note" is one, whatever it says
    if (asked.value.effects.every((e) => e.about === "note")) return asked;
    const more = offersOf([read.effects, ...read.others, asked.value.effects], context);
    return more.length > 1 ? fail({ code: "partlyUnderstood", unread: read.unread, offers: more }) : asked;
  }
  const sentence = parseSentence(typed, context, (text) => readAlone(text, context));
  const said = sentence?.ok && sentence.value.kind === "keeps" ? withoutDescriptions(sentence.value, typed) : null;
  // words kept as typed beside what was understood are words that were not read
  const partly = said !== null && said.effects.length > 1 && said.effects.some(isRemark);
  const understood = partly ? null : said;
  // of two readings that account for the line, the one that says more; of figures, the one that tells what each stands beside
  if (
    complete &&
    understood &&
    (read.effects.length > understood.effects.length ||
      understood.effects.some(isRemark) ||
      figuresOf(read.effects) !== figuresOf(understood.effects))
  )
    return keeps(...withParts(read.effects, context));
  const twoWays = read.unread.length === 0 && read.others.length > 0;
  if (understood && !twoWays && !understood.unread?.length && !isDoubtful(typed, understood.effects, context))
    return keeps(...understood.effects);
  if (complete) return keeps(...withParts(read.effects, context));
  if (!asked.ok && (wantsMore || !UNREAD.has(asked.issue.code))) return askedWithOffers(asked, [read.effects, ...read.others], context);
  const taken = asked.ok && asked.value.kind === "keeps" ? asked.value.effects : [];
  // what is added to the list is asked for by its own rules
  if (!asked.ok && typed.startsWith("add ")) return asked;
  const beside = partly ? said.effects.filter((e) => !isRemark(e)) : [];
  const readings = [read.effects, ...read.others, understood?.effects ?? [], beside, taken].filter((o) => o.length > 0);
  const unread = understood?.unread?.length && read.unread.length === 0 ? understood.unread : read.unread;
  if (readings.length > 0) {
    return fail({ code: "partlyUnderstood", unread, offers: offersOf(readings, context) });
  }
  return sentence ?? (!asked.ok && isWords(tokens, asked.issue) ? keeps(remarkOf(typed, context)) : asked);
}

/** Readings that are offered where a line asks; more are no quicker than typing it again. */
const OFFERS = 3;
/** What is offered of some readings. The line kept in its own words is no reading of it. */
const offersOf = (readings: readonly (readonly Effect[])[], context: ReadoutContext): (readonly Effect[])[] =>
  once(
    readings
      .filter((o) => o.length > 0 && !o.some(isRemark) && !contradicts(o.filter((e) => e.about === "reading")))
      .map((o) => withParts(o, context)),
  ).slice(0, OFFERS);

/** What a head asked, with the readings there are beside it; a doubt about the figure itself stands alone. */
function askedWithOffers(
  asked: Extract<Parsed<Entry>, { ok: false }>,
  readings: readonly (readonly Effect[])[],
  context: ReadoutContext,
): Parsed<Entry> {
  const { code } = asked.issue;
  const offers = WANTS_MORE.has(code) || ONLY_OFFERED.has(code) ? offersOf(readings, context) : [];
  return offers.length > 0 ? fail({ ...asked.issue, offers }) : asked;
}

const once = (offers: readonly (readonly Effect[])[]): (readonly Effect[])[] =>
  offers.filter((o, i) => offers.findIndex((p) => JSON.stringify(p) === JSON.stringify(o)) === i);

/** Words kept as they are that go on after a full stop: what follows may be more than words. */
const isLongText = (typed: string, effects: readonly Effect[]): boolean =>
  /[.;]\s+\S/.test(typed) &&
  effects.every(
    (e) => e.about === "note" || (e.about === "observed" && (e.observation.kind === "owner" || e.observation.kind === "claim")),
  );

const figuresOf = (effects: readonly Effect[]): string =>
  JSON.stringify(effects.filter((e) => e.about === "point" || e.about === "reading" || e.about === "voltsAt"));

const DESCRIBES: ReadonlySet<string> = new Set(
  "bipolar film tantalum electrolytic polypropylene polyester ceramic axial radial non-polar nonpolar for with new".split(" "),
);

/** Words that describe what was put in, and the rest of "in circuit", are accounted for by what they stand with. */
function withoutDescriptions(entry: Extract<Entry, { kind: "keeps" }>, typed: string): Extract<Entry, { kind: "keeps" }> {
  const put = entry.effects.some(
    (e) => e.about === "fitted" || (e.about === "observed" && e.observation.kind === "tried" && e.observation.with !== null),
  );
  const circuit = /\b(?:in|out of) circuit\b/i.test(typed);
  const unread = (entry.unread ?? []).filter((w) => !(put && DESCRIBES.has(w)) && !(circuit && w === "circuit"));
  return { ...entry, unread };
}

/** One statement of a line, as the heads alone understand it. */
function readAlone(text: string, context: ReadoutContext): Parsed<Entry> | null {
  const tokens = lex(text);
  return tokens.length === 0 ? null : understandCommand(tokens, context, text);
}

/** Issues by which a head says no more than that the line is not its own. */
const UNREAD: ReadonlySet<ReadoutIssue["code"]> = new Set(["notUnderstood", "noDesignator", "unknownDesignator"]);
/** Issues by which a head asks for more of what it takes to be its own: a line that is read whole another way is not. */
const WANTS_MORE: ReadonlySet<ReadoutIssue["code"]> = new Set([
  "nothingSaid",
  "surplus",
  "unitMissing",
  "fittedMarking",
  "voltsOrMillivolts",
  "secondValue",
  "valuesForParts",
]);
/** Issues of a head that stand, whatever else the line could say: another reading is only offered. */
const ONLY_OFFERED: ReadonlySet<ReadoutIssue["code"]> = new Set([
  "valueMissing",
  "expectUnclear",
  "unknownMeter",
  "noBareEsr",
  "ohmsOfWhat",
  "overOfWhat",
  "startsUnclear",
  "positionOrCondition",
  "meterShowsNoEsr",
]);
const isRemark = (e: Effect): boolean => e.about === "observed" && e.observation.kind === "remark";
const isReference = (e: Effect): boolean =>
  e.about === "observed" && e.observation.kind === "told" && e.observation.told.fact === "reference";
/** "new 47u 50v …" may be of the shelf, or of parts that are in new. */
const ofTheShelf = (line: string, code: ReadoutIssue["code"]): boolean =>
  /^(?:a |the )?(?:new|fresh)\b/i.test(line) && (code === "meterShowsNoEsr" || code === "shelfIncomplete");

const NOT_A_FIGURE: ReadonlySet<ReadoutIssue["code"]> = new Set(["notUnderstood", "noDesignator", "nothingSaid"]);

/** Whether a line that was not understood is words only: they are kept as said. A figure is never kept unread, it is asked back. */
const isWords = (tokens: readonly Token[], issue: ReadoutIssue): boolean =>
  NOT_A_FIGURE.has(issue.code) &&
  !("token" in issue && looksLikeDesignator(issue.token)) &&
  !COMMANDS.has(tokens[0]!.word) &&
  tokens.length > 1 &&
  tokens.every((t) => t.value === null && !/^\d/.test(t.text));
