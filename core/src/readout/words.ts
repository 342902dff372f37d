import type { Condition, OhmmeterTrend, SaidWord, VisualSign } from "../evidence";
import type { Role, Technology } from "../part";

// What is muttered at the bench, lower case, to what is meant. Several words may mean one thing; none means two.

export const VISUAL_WORDS: ReadonlyMap<string, VisualSign> = new Map([
  ["bulged", "bulged"], ["bulge", "bulged"], ["bulging", "bulged"], ["bulges", "bulged"], ["swollen", "bulged"], ["domed", "bulged"], ["vented", "bulged"],
  ["leaking", "leaking"], ["leaked", "leaking"], ["wet", "leaking"], ["crust", "crust"], ["crusty", "crust"],
  ["cracked", "cracked"], ["crack", "cracked"], ["scorched", "scorched"], ["burnt", "scorched"], ["burned", "scorched"], ["charred", "scorched"],
  ["discoloured", "discoloured"], ["discolored", "discoloured"], ["browned", "discoloured"],
  ["corroded", "corrodedLead"], ["green", "corrodedLead"], ["clean", "looksClean"],
]); // prettier-ignore

export const TREND_WORDS: ReadonlyMap<string, OhmmeterTrend> = new Map([
  ["climbing", "climbing"], ["climbs", "climbing"], ["rising", "climbing"], ["rises", "climbing"],
  ["falling", "falling"], ["falls", "falling"], ["dropping", "falling"], ["drops", "falling"],
  ["settled", "settled"], ["settles", "settled"], ["settling", "settled"], ["steady", "settled"], ["holds", "settled"],
]); // prettier-ignore

export const CONDITION_WORDS: ReadonlyMap<string, Condition> = new Map([
  ["open", "open"], ["short", "shorted"], ["shorted", "shorted"], ["shorts", "shorted"], ["intermittent", "intermittent"], ["comesandgoes", "intermittent"],
]); // prettier-ignore

export const SAID: ReadonlyMap<string, SaidWord> = new Map([
  ["ok", "fine"], ["okay", "fine"], ["fine", "fine"], ["good", "fine"], ["inspec", "fine"], ["bad", "bad"], ["dead", "bad"], ["toohigh", "bad"], ["outofspec", "bad"],
  ["leaky", "leaky"], ["noleak", "noLeak"], ["notshorted", "notShorted"], ["nocontinuity", "noContinuity"], ["driedout", "driedOut"], ["dry", "driedOut"],
  ["hot", "hot"], ["warm", "hot"], ["dryjoint", "dryJoint"],
]); // prettier-ignore

export const OVER_WORDS: ReadonlySet<string> = new Set([
  "ol",
  "0l",
  "o.l",
  "over",
  "overrange",
  "over-range",
  "inf",
  "infinite",
  "noreading",
]);

/** Words said for the flow of a sentence; they carry nothing. */
export const FILLERS: ReadonlySet<string> = new Set([
  "reads",
  "read",
  "reading",
  "is",
  "shows",
  "measures",
  "measured",
  "to",
  "at",
  "the",
  "a",
  "and",
  "&",
  "+",
  "=",
]);

/** Said in several words, meant as one. Longest first. */
export const PHRASES: readonly (readonly [readonly string[], string])[] = [
  [["one", "leg", "lifted"], "lifted"],
  [["leg", "lifted"], "lifted"],
  [["comes", "and", "goes"], "comesandgoes"],
  [["far", "too", "high"], "toohigh"],
  [["too", "high"], "toohigh"],
  [["out", "of", "spec"], "outofspec"],
  [["in", "spec"], "inspec"],
  [["out", "of", "circuit"], "out"],
  [["in", "circuit"], "in"],
  [["no", "continuity"], "nocontinuity"],
  [["no", "leakage"], "noleak"],
  [["no", "leak"], "noleak"],
  [["not", "leaking"], "noleak"],
  [["not", "leaky"], "noleak"],
  [["no", "short"], "notshorted"],
  [["not", "short"], "notshorted"],
  [["not", "shorted"], "notshorted"],
  [["no", "reading"], "noreading"],
  [["dead", "short"], "shorted"],
  [["short", "circuit"], "shorted"],
  [["open", "circuit"], "open"],
  [["dried", "out"], "driedout"],
  [["dry", "joint"], "dryjoint"],
  [["cold", "joint"], "dryjoint"],
  [["shorted", "out"], "shortedout"],
  [["burnt", "out"], "burntout"],
  [["burned", "out"], "burntout"],
  [["over", "range"], "over"],
  [["looks", "clean"], "clean"],
  [["looks", "fine"], "clean"],
  [["looks", "ok"], "clean"],
];

export const ROLE_WORDS: ReadonlyMap<string, Role> = new Map([
  ["reservoir", "reservoir"], ["res", "reservoir"], ["main", "reservoir"], ["decoupler", "decoupler"], ["filter", "decoupler"],
  ["node", "decoupler"], ["dec", "decoupler"], ["output", "smpsOutput"], ["smps", "smpsOutput"], ["start", "smpsStart"], ["aux", "smpsStart"],
  ["primary", "smpsPrimary"], ["regin", "regulatorIn"], ["regout", "regulatorOut"], ["ref", "reference"], ["reference", "reference"],
  ["bias", "biasFilter"], ["coupling", "coupling"], ["coup", "coupling"], ["bypass", "bypass"], ["byp", "bypass"], ["cathode", "bypass"],
  ["emitter", "bypass"], ["feedback", "feedback"], ["servo", "feedback"], ["crossover", "crossover"], ["xover", "crossover"],
  ["classd", "classDFilter"], ["class-d", "classDFilter"], ["snubber", "suppression"], ["suppression", "suppression"],
  ["acrossmains", "mainsX"], ["x-cap", "mainsX"], ["mainstochassis", "mainsY"], ["y-cap", "mainsY"],
  ["reset", "timing"], ["timing", "timing"], ["delay", "timing"], ["digital", "digitalRail"], ["tone", "tone"],
]); // prettier-ignore

export const TECHNOLOGY_WORDS: ReadonlyMap<string, Technology> = new Map([
  ["electrolytic", "aluminium"], ["lytic", "aluminium"], ["elec", "aluminium"], ["aluminium", "aluminium"], ["can", "can"],
  ["bipolar", "bipolar"], ["bp", "bipolar"], ["np", "bipolar"], ["non-polar", "bipolar"], ["tantalum", "tantalum"], ["tant", "tantalum"],
  ["bead", "tantalum"], ["film", "film"], ["foil", "film"], ["paper", "paper"], ["wax", "paper"], ["ceramic", "x7r"], ["x7r", "x7r"],
  ["disc", "x7r"], ["c0g", "c0g"], ["np0", "c0g"],
]); // prettier-ignore

export const GRADE_WORDS: ReadonlyMap<string, string> = new Map([
  ["general", "general"], ["low-esr", "lowEsr"], ["lowesr", "lowEsr"], ["long-life", "longLife"], ["longlife", "longLife"],
  ["low-leakage", "lowLeakage"], ["audio", "audio"],
]); // prettier-ignore

const SIDES: ReadonlyMap<string, string> = new Map([
  ["l", "L"], ["left", "L"], ["r", "R"], ["right", "R"], ["centre", "C"], ["center", "C"],
]); // prettier-ignore
const SURROUND = /^(f|s|sb|b|t|h|w|lf)(l|r|c|e)$|^(sub|sl|sr|sbl|sbr|fl|fr|lfe)$/;

/**
 * A channel's name as it is said: left and right, "ch7" (a plain number, "7"), surround names such as SR or SBL. Null for other words.
 */
export function channelOf(word: string): string | null {
  const lower = word.toLowerCase();
  const numbered = /^ch(\d{1,3})$/.exec(lower);
  return SIDES.get(lower) ?? numbered?.[1] ?? (SURROUND.test(lower) ? lower.toUpperCase() : null);
}
