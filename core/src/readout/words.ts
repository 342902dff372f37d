import type { Condition, OhmmeterTrend, Role, Technology, VisualSign } from "../capacitor";

// What is muttered at the bench, lower case, to what is meant. Several words may mean one thing; none means two.

export const VISUAL_WORDS: ReadonlyMap<string, VisualSign> = new Map([
  ["bulged", "bulged"], ["bulge", "bulged"], ["swollen", "bulged"], ["domed", "bulged"],
  ["leaking", "leaking"], ["leaked", "leaking"], ["wet", "leaking"], ["crust", "crust"], ["crusty", "crust"],
  ["cracked", "cracked"], ["crack", "cracked"], ["scorched", "scorched"], ["burnt", "scorched"], ["charred", "scorched"],
  ["discoloured", "discoloured"], ["discolored", "discoloured"], ["browned", "discoloured"],
  ["corroded", "corrodedLead"], ["green", "corrodedLead"], ["clean", "looksClean"],
]); // prettier-ignore

export const TREND_WORDS: ReadonlyMap<string, OhmmeterTrend> = new Map([
  ["climbing", "climbing"], ["climbs", "climbing"], ["rising", "climbing"], ["rises", "climbing"],
  ["falling", "falling"], ["falls", "falling"], ["dropping", "falling"], ["drops", "falling"],
  ["settled", "settled"], ["settles", "settled"], ["steady", "settled"], ["holds", "settled"],
]); // prettier-ignore

export const CONDITION_WORDS: ReadonlyMap<string, Condition> = new Map([
  ["open", "open"], ["short", "shorted"], ["shorted", "shorted"], ["intermittent", "intermittent"], ["comesandgoes", "intermittent"],
]); // prettier-ignore

export const OVER_WORDS: ReadonlySet<string> = new Set(["ol", "over", "overrange", "over-range", "inf", "infinite"]);

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

export const CHANNEL_WORDS: ReadonlyMap<string, string> = new Map([
  ["l", "L"], ["left", "L"], ["r", "R"], ["right", "R"], ["centre", "C"], ["ch1", "1"], ["ch2", "2"], ["ch3", "3"], ["ch4", "4"], ["ch5", "5"], ["ch6", "6"],
]); // prettier-ignore
