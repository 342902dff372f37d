import type { Condition, OhmmeterTrend, SaidWord, VisualSign } from "../evidence";
import type { Role, Technology } from "../part";

/** Words by what they mean, turned round. @throws RangeError when one word would mean two things */
function meant<M extends string>(table: Partial<Record<M, string>>): ReadonlyMap<string, M> {
  const words = (Object.entries(table) as [M, string][]).flatMap(([meaning, said]) =>
    said.split(" ").map((word) => [word, meaning] as const),
  );
  const map = new Map(words);
  if (map.size !== words.length) throw new RangeError("a word with two meanings");
  return map;
}

// What is muttered at the bench, lower case, to what is meant. Several words may mean one thing; none means two.

export const VISUAL_WORDS: ReadonlyMap<string, VisualSign> = meant<VisualSign>({
  bulged: "bulged bulge bulging bulges swollen domed vented",
  leaking: "leaking leaked wet",
  crust: "crust crusty",
  cracked: "cracked crack",
  scorched: "scorched burnt burned charred",
  discoloured: "discoloured discolored browned",
  corrodedLead: "corroded green",
  looksClean: "clean",
});

export const TREND_WORDS: ReadonlyMap<string, OhmmeterTrend> = meant<OhmmeterTrend>({
  climbing: "climbing climbs rising rises",
  falling: "falling falls dropping drops",
  settled: "settled settles settling steady holds",
});

export const CONDITION_WORDS: ReadonlyMap<string, Condition> = meant<Condition>({
  open: "open",
  shorted: "short shorted shorts",
  intermittent: "intermittent intermittently sometimes comesandgoes",
});

export const SAID: ReadonlyMap<string, SaidWord> = meant<SaidWord>({
  fine: "ok okay fine good inspec",
  bad: "bad dead toohigh outofspec",
  leaky: "leaky",
  noLeak: "noleak",
  notShorted: "notshorted",
  noContinuity: "nocontinuity",
  driedOut: "driedout dry",
  hot: "hot warm",
  dryJoint: "dryjoint",
});

export const OVER_WORDS: ReadonlySet<string> = new Set("ol 0l o.l over overrange over-range inf infinite infinity noreading".split(" "));

/** Words said for the flow of a sentence; they carry nothing. */
export const FILLERS: ReadonlySet<string> = new Set(
  "reads read reading is shows measures measured looks tests tested to at the a and & + =".split(" "),
);

/** Words that stand before a value for the sign of a bound. */
export const BOUND_WORDS: ReadonlyMap<string, string> = meant<string>({
  "<": "under below",
  ">": "over above",
  "~": "about around roughly nearly",
});

/** Words between two designators that mean all from the one to the other. */
export const RANGE_WORDS: ReadonlySet<string> = new Set("to - – through".split(" "));

/** Said in several words, meant as one. Longest first. */
export const PHRASES: readonly (readonly [readonly string[], string])[] = (
  [
    ["in parallel with", "with"],
    ["parallel with", "with"],
    ["tan d", "tand"],
    ["one leg lifted", "lifted"],
    ["leg lifted", "lifted"],
    ["comes and goes", "comesandgoes"],
    ["far too high", "toohigh"],
    ["too high", "toohigh"],
    ["out of spec", "outofspec"],
    ["in spec", "inspec"],
    ["out of circuit", "out"],
    ["in circuit", "in"],
    ["no continuity", "nocontinuity"],
    ["no leakage", "noleak"],
    ["no leak", "noleak"],
    ["not leaking", "noleak"],
    ["not leaky", "noleak"],
    ["no short", "notshorted"],
    ["not short", "notshorted"],
    ["not shorted", "notshorted"],
    ["no reading", "noreading"],
    ["dead short", "shorted"],
    ["short circuit", "shorted"],
    ["open circuit", "open"],
    ["now and then", "intermittent"],
    ["dried out", "driedout"],
    ["dry joint", "dryjoint"],
    ["cold joint", "dryjoint"],
    ["shorted out", "shortedout"],
    ["burnt out", "burntout"],
    ["burned out", "burntout"],
    ["over range", "over"],
    ["looks clean", "clean"],
    ["looks fine", "clean"],
    ["looks ok", "clean"],
  ] as const
).map(([said, word]) => [said.split(" "), word]);

export const ROLE_WORDS: ReadonlyMap<string, Role> = meant<Role>({
  reservoir: "reservoir res main",
  decoupler: "decoupler filter node dec",
  smpsOutput: "output smps",
  smpsStart: "start aux",
  smpsPrimary: "primary",
  regulatorIn: "regin",
  regulatorOut: "regout",
  reference: "ref reference",
  biasFilter: "bias",
  coupling: "coupling coup",
  bypass: "bypass byp cathode emitter",
  feedback: "feedback servo",
  crossover: "crossover xover",
  classDFilter: "classd class-d",
  suppression: "snubber suppression",
  mainsX: "acrossmains x-cap",
  mainsY: "mainstochassis y-cap",
  timing: "reset timing delay",
  digitalRail: "digital",
  tone: "tone",
});

/** Roles that are called by several words, as the one word the list knows. */
const ROLE_PHRASES: readonly (readonly [RegExp, string])[] = [
  [/\bacross the mains\b/i, "acrossmains"],
  [/\bmains to (?:chassis|earth|ground)\b/i, "mainstochassis"],
  [/\bx[ -](?:cap|capacitor)\b/i, "x-cap"],
  [/\by[ -](?:cap|capacitor)\b/i, "y-cap"],
  [/\bprimary reservoir\b/i, "primary"],
  [/\b(?:main|supply) reservoir\b/i, "reservoir"],
  [/\b(?:start-?up|auxiliary) supply\b/i, "start"],
  [/\b(?:switch-?mode|smps) output\b/i, "smps"],
  [/\b(?:switch-?mode|smps) primary\b/i, "primary"],
  [/\breg(?:ulator)? in(?:put)?\b/i, "regin"],
  [/\breg(?:ulator)? out(?:put)?\b/i, "regout"],
  [/\bbias (?:supply )?filter\b/i, "bias"],
  [/\b(?:supply|node|rail) (?:filter|decoupl(?:er|ing))\b/i, "decoupler"],
  [/\bdigital rail\b/i, "digital"],
  [/\b(?:cathode|emitter) bypass\b/i, "bypass"],
  [/\bclass[ -]?d (?:output )?filter\b/i, "classd"],
  [/\bfeedback,? servo\b/i, "feedback"],
  [/\b(?:relay|reset|protection|power-on) (?:timing|delay)\b/i, "timing"],
  [/\btone control\b/i, "tone"],
];

/** A parts line with every role in one word. */
export const withRoleWords = (line: string): string => ROLE_PHRASES.reduce((text, [phrase, word]) => text.replace(phrase, word), line);

export const TECHNOLOGY_WORDS: ReadonlyMap<string, Technology> = meant<Technology>({
  aluminium: "electrolytic lytic elec aluminium",
  can: "can",
  bipolar: "bipolar bp np non-polar",
  tantalum: "tantalum tant bead",
  film: "film foil",
  paper: "paper wax",
  x7r: "ceramic x7r disc",
  c0g: "c0g np0",
});

export const GRADE_WORDS: ReadonlyMap<string, string> = meant<string>({
  general: "general",
  lowEsr: "low-esr lowesr",
  longLife: "long-life longlife",
  lowLeakage: "low-leakage",
  audio: "audio",
});

const SIDES: ReadonlyMap<string, string> = meant<string>({
  L: "l left",
  R: "r right",
  C: "centre center",
});
const SURROUND = /^(f|s|sb|b|t|h|w|lf)(l|r|c|e)$|^(sub|sl|sr|sbl|sbr|fl|fr|lfe)$/;

/**
 * A channel's name as it is said: left and right, "ch7" (a plain number, "7"), surround names such as SR or SBL. Null for other words.
 */
export function channelOf(word: string): string | null {
  const lower = word.toLowerCase();
  const numbered = /^ch(\d{1,3})$/.exec(lower);
  return SIDES.get(lower) ?? numbered?.[1] ?? (SURROUND.test(lower) ? lower.toUpperCase() : null);
}
