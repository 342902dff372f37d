// A fact as the trade says it: what it is of, of which kind, with which figure, state and outcome. The words of these lists are what a
// line is answered with, what scripts and exports carry, and what is kept of a line for which no richer record exists.

export const FACT_KINDS = [
  "part",
  "point",
  "reading",
  "look",
  "listen",
  "behaviour",
  "history",
  "claim",
  "safety",
  "reference",
  "instrument",
  "design",
  "trace",
  "warm",
  "cool",
  "knock",
  "press",
  "lift",
  "unplug",
  "isolate",
  "load",
  "source",
  "substitute",
  "bridge",
  "swap",
  "replace",
  "repair",
  "bypass",
  "adjust",
  "choose",
  "limiter",
  "owner",
  "time",
  "note",
] as const;
/** What a fact is: something read, seen, heard, tried, told or decided. */
export type FactKind = (typeof FACT_KINDS)[number];

export const FACT_QUANTITIES = [
  "esr",
  "capacitance",
  "resistance",
  "continuity",
  "diode",
  "junctionVolts",
  "gain",
  "leakage",
  "dcVolts",
  "acVolts",
  "dcOffset",
  "residualVolts",
  "current",
  "power",
  "dissipation",
  "emission",
  "time",
  "frequency",
  "signal",
  "response",
  "glow",
  "charge",
  "mains",
  "load",
  "temperature",
] as const;
export type FactQuantity = (typeof FACT_QUANTITIES)[number];

/** Units of a fact's figure, as they are written: SI, share and decibel. */
export const FACT_UNITS = ["ohm", "F", "V", "A", "W", "s", "Hz", "%", "degC", "dB"] as const;
export type FactUnit = (typeof FACT_UNITS)[number];

export const FACT_STATES = [
  "on",
  "off",
  "standby",
  "idle",
  "loaded",
  "unloaded",
  "in",
  "out",
  "lifted",
  "cold",
  "warm",
  "failing",
  "new",
  "old",
  "after",
  "before",
  "pressed",
  "released",
] as const;
export type FactState = (typeof FACT_STATES)[number];

export const FACT_OUTCOMES = [
  "good",
  "bad",
  "low",
  "high",
  "absent",
  "present",
  "normal",
  "open",
  "short",
  "noShort",
  "intermittent",
  "leaky",
  "overRange",
  "rising",
  "falling",
  "wanders",
  "drops",
  "recovers",
  "same",
  "better",
  "worse",
  "cured",
  "changed",
  "starts",
  "plays",
  "shutsDown",
  "clicking",
  "hum",
  "buzz",
  "crackle",
  "hiss",
  "distorted",
  "oscillates",
  "silent",
  "comesAndGoes",
  "follows",
  "staysWithPlace",
  "bulged",
  "leaking",
  "corroded",
  "scorched",
  "charred",
  "cracked",
  "discoloured",
  "looksWhole",
  "looksClean",
  "loose",
  "missing",
  "notOriginal",
  "original",
  "repairedBefore",
  "aged",
  "residue",
  "blown",
  "blownViolently",
  "notBlown",
  "discharged",
  "charged",
  "set",
  "atLimit",
  "done",
  "suspect",
  "byDesign",
  "flashThenDark",
  "staysBright",
  "removed",
  "back",
  "unequal",
] as const;
export type FactOutcome = (typeof FACT_OUTCOMES)[number];

/** One fact that is kept as it was said, in the words of these lists. */
export interface ToldFact {
  /**
   * What it is of: `part:C1`, `point:rail +15`, `place:earth lug`, `channel:L`, `section:preamp`, `tool:variac`, `new:22u 50v`, `unit`,
   * `complaint`, `bench`; several where it is of all of them. At least one.
   */
  of: readonly string[];
  fact: FactKind;
  quantity: FactQuantity | null;
  /** in SI units, or as `unit` says; two for a range */
  value: number | readonly number[] | null;
  unit: FactUnit | null;
  state: readonly FactState[];
  outcome: FactOutcome | null;
  /** what was used, put in or compared with, named as in `of`; or a few words */
  with: readonly string[];
}

/** A fact with what was not said left empty. */
export const told = (fact: FactKind, of: string | readonly string[], rest: Partial<Omit<ToldFact, "fact" | "of">> = {}): ToldFact => ({
  of: typeof of === "string" ? [of] : of,
  fact,
  quantity: null,
  value: null,
  unit: null,
  state: [],
  outcome: null,
  with: [],
  ...rest,
});

/** Kinds for which fingers or an iron are inside the unit. */
export const FACT_BY_HAND: ReadonlySet<FactKind> = new Set<FactKind>(["lift", "substitute", "bridge", "replace", "repair", "bypass"]);
