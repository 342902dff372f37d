import { told, type Act, type Did, type Observation, type Outcome, type Subject, type ToldFact } from "../../evidence";
import type { FindingToken } from "../../device";
import type { ParsedValue } from "../../units";
import type { Effect, ReadoutContext } from "../entry";
import type { HowRead } from "./said";
import type { Token } from "./tokens";
import type { QuantityWord, Sense, ToldAct } from "./vocabulary";

// What a frame is given and what it gives back: one clause of a line, and what the clauses before it have told.

/** What a token is, as a frame asks for it: the sense of a word, or the kind of the token. */
export type Tag = Exclude<Token["is"], "sense" | "stop"> | Sense["is"] | "comma" | "stop";

export const tagOf = (t: Token): Tag => (t.is === "sense" ? t.sense.is : t.is === "stop" ? (t.strong ? "stop" : "comma") : t.is);

/** Tokens that carry nothing by themselves. */
export const EMPTY: ReadonlySet<Tag> = new Set<Tag>(["fill", "on", "for", "to", "and", "onIt", "describes"]);

/** What a line has told so far. */
export interface Telling {
  effects: readonly Effect[];
  /** what was named last: what a figure that opens the next clause is of */
  last: readonly Subject[];
  /** everything named so far: what "both", "neither" and "each" are of */
  named: readonly Subject[];
  /** what was tried and has no outcome yet, by its place in `effects`: one after another, they share what follows */
  open: readonly number[];
  /** more was taken than the words say: it is offered, never kept unasked */
  guess: boolean;
  /** what was done last, whatever came of it */
  act: Act | null;
  /** how things were read, where a clause said no more than that */
  how: HowRead;
  /** words on how things are read that nothing has been read by yet */
  waiting: readonly string[];
  /** unit of a figure said before, for those that follow without one */
  unit: "F" | "V" | null;
  /** a figure was said to be AC: small ones of other points that follow are too */
  ac: boolean;
  /** the last figure that had a unit, and what it was of: figures like it that follow need none */
  carry: { family: string; unit: ParsedValue; text: string; quantity: QuantityWord | null } | null;
  /** charge was said to be drained, and what is left of it not yet */
  drained: boolean;
  /** the first figure or name has been said: what a clause says of how things are read no longer leads */
  begun: boolean;
}

export const NOTHING_TOLD: Telling = {
  effects: [],
  last: [],
  named: [],
  open: [],
  guess: false,
  act: null,
  how: { inCircuit: null, under: {} },
  waiting: [],
  unit: null,
  ac: false,
  carry: null,
  drained: false,
  begun: false,
};

/** A way of saying something. It reads a clause only if it accounts for every token of it. */
export interface Frame {
  /** one of each group must be there */
  needs: readonly (readonly Tag[])[];
  /** what may be there; words that carry nothing always may */
  allows: ReadonlySet<Tag>;
  /** @returns what is told with this clause; null where it says something else */
  read: (clause: Clause, telling: Telling, context: ReadoutContext) => Telling | null;
}

export const frame = (needs: readonly (readonly Tag[])[], allows: readonly Tag[], read: Frame["read"]): Frame => ({
  needs,
  allows: new Set([...needs.flat(), ...allows, ...EMPTY]),
  read,
});

const CONCLUDES: readonly Tag[] = ["outcome", "symptom", "does", "went", "still"];
export const CONCLUDING: readonly Tag[] = [...CONCLUDES, "not", "judged"];
/** Some tokens of a line, by what they are. */
export class Clause {
  readonly tags: readonly Tag[];
  private readonly set: ReadonlySet<Tag>;
  constructor(readonly tokens: readonly Token[]) {
    this.tags = tokens.map(tagOf);
    this.set = new Set(this.tags);
  }
  has(...tags: readonly Tag[]): boolean {
    return tags.some((t) => this.set.has(t));
  }
  /** Whether all that a frame needs is there. */
  meets({ needs }: Frame): boolean {
    return needs.every((group) => group.some((t) => this.set.has(t)));
  }
  /** Everything that is named, in order. */
  get subjects(): Subject[] {
    return this.tokens.flatMap(subjectsOf);
  }
  get parts(): string[] {
    return this.tokens.flatMap((t) => (t.is === "parts" ? t.names : []));
  }
  get places(): string[] {
    return this.tokens.flatMap((t) => (t.is === "place" ? [t.name] : []));
  }
  get sides(): string[] {
    return this.tokens.flatMap((t) =>
      t.is === "side" ? [t.side.toUpperCase()] : t.is === "sense" && t.sense.is === "all" ? ["L", "R"] : [],
    );
  }
  get values(): ParsedValue[] {
    return this.tokens.flatMap((t) => (t.is === "value" ? [t.value] : []));
  }
  /** Values of a part that goes in: those of a rating too. */
  get marked(): ParsedValue[] {
    return this.tokens.flatMap((t) => (t.is === "value" ? [t.value] : t.is === "rating" ? [t.farads, t.volts] : []));
  }
  get times(): number[] {
    return this.tokens.flatMap((t) => (t.is === "time" ? [t.seconds] : []));
  }
  senses<K extends Sense["is"]>(is: K): Extract<Sense, { is: K }>[] {
    return this.tokens.flatMap((t) => (t.is === "sense" && t.sense.is === is ? [t.sense as Extract<Sense, { is: K }>] : []));
  }
  get toldActs(): ToldAct[] {
    return this.senses("toldAct").map((s) => s.act);
  }
  /** What stands beside a token, past words that carry nothing. */
  private beside(i: number, step: 1 | -1): Tag | null {
    for (let k = i + step; k >= 0 && k < this.tags.length; k += step) if (!EMPTY.has(this.tags[k]!)) return this.tags[k]!;
    return null;
  }
  /** Whether commas and colons stand only within a list of names, or before what is said of all of it. */
  get wellJoined(): boolean {
    return this.tags.every((t, i) => {
      if (t !== "comma" && t !== "colon") return true;
      const [left, right] = [this.beside(i, -1), this.beside(i, 1)];
      const names = (x: Tag | null) => x === "parts" || x === "place";
      return (
        (t === "comma" && names(left) && names(right)) || right === null || CONCLUDING.includes(right) || (t === "colon" && left === "act")
      );
    });
  }
  /** Whether values stand together: of two groups of them each is of something else. */
  get oneValue(): boolean {
    const at = this.tags.flatMap((t, i) => (t === "value" || t === "rating" ? [i] : []));
    return at.every((i, k) => k === 0 || this.tags.slice(at[k - 1]! + 1, i).every((t) => EMPTY.has(t) || t === "describes"));
  }
  text(...tags: readonly Tag[]): string {
    return this.tokens
      .filter((_, i) => tags.includes(this.tags[i]!))
      .map((t) => t.text)
      .join(" ");
  }
  /** Whether every token of these kinds stands before every token of those. */
  before(first: readonly Tag[], then: readonly Tag[]): boolean {
    const last = this.tags.findLastIndex((t) => first.includes(t));
    const begins = this.tags.findIndex((t) => then.includes(t));
    return begins < 0 || last < begins;
  }
  /** Whether tokens of these kinds stand on one side of those: "C1 C2 bulged", "bulge on C1 and C2". */
  apart(these: readonly Tag[], those: readonly Tag[]): boolean {
    return this.before(these, those) || this.before(those, these);
  }
}

export const subjectsOf = (t: Token): Subject[] =>
  t.is === "parts"
    ? t.names.map((name) => ({ kind: "part", name }))
    : t.is === "point"
      ? [{ kind: "point", name: t.name }]
      : t.is === "place"
        ? [{ kind: "place", name: t.name }]
        : [];

export const UNIT: Subject = { kind: "unit" };
export const nameOf = (s: Subject): string | null => (s.kind === "unit" ? null : s.name);
export const ofSubject = (s: Subject): string => (s.kind === "unit" ? "unit" : `${s.kind}:${s.name}`);

export const observed = (subject: Subject, observation: Observation): Effect => ({ about: "observed", subject, observation });

/** A fact for which no richer record exists. */
export const keptAsTold = (
  fact: ToldFact["fact"],
  of: readonly Subject[] | string | readonly string[],
  rest: Partial<ToldFact> = {},
): Effect => {
  const list = typeof of === "string" ? [of] : of;
  const names = list.map((s) => (typeof s === "string" ? s : ofSubject(s)));
  const first = list.find((s): s is Subject => typeof s !== "string");
  const part = names.find((n) => n.startsWith("part:"));
  return observed(first ?? (part ? { kind: "part", name: part.slice(5) } : UNIT), { kind: "told", told: told(fact, names, rest) });
};

/** What is told after more effects; the clause named `last`. */
export const more = (t: Telling, effects: readonly Effect[], rest: Partial<Telling> = {}): Telling => ({
  ...t,
  named: rest.last ? [...t.named, ...rest.last.filter((s) => !t.named.some((n) => ofSubject(n) === ofSubject(s)))] : t.named,
  begun: true,
  open: [],
  ...rest,
  effects: [...t.effects, ...effects],
});

/** What a clause says an act did, or what is heard now. */
export interface Concluded {
  outcome: Outcome | null;
  symptom: FindingToken | null;
  did: Did | null;
  followed: "part" | "place" | null;
}

/** What the ear hears at the touch of an act; of the others the symptom is what the outcome is about. */
const PROVOKES: ReadonlySet<Act> = new Set<Act>(["knocked", "pressed", "warmed", "cooled"]);

/**
 * What a clause concludes. `act`: what it is said of, null where it is said of the unit.
 * @returns null where it says two things at once, or denies what cannot be turned round
 */
export function concludedIn({ tokens }: Clause, act: Act | null): Concluded | null {
  let not = false;
  let denied = false;
  let still = false;
  let outcome: Outcome | null = null;
  let symptom: FindingToken | null = null;
  let did: Did | null = null;
  let followed: Concluded["followed"] = null;
  const provokes = act !== null && PROVOKES.has(act);
  for (const t of tokens) {
    if (t.is !== "sense") continue;
    const s = t.sense;
    if (s.is === "not") not = true;
    else if (s.is === "still") still = true;
    else if (s.is === "outcome") {
      // "down a lot, not gone" is better
      if (not && s.outcome === "gone" && outcome === "better") not = false;
      else if (not && s.outcome === "better" && outcome === null) [outcome, not] = ["same", false];
      else if (not || denied || did !== null || (outcome !== null && outcome !== s.outcome)) return null;
      else outcome = s.outcome;
    } else if (s.is === "symptom") {
      if (symptom !== null || did !== null) return null;
      symptom = s.symptom;
      if (not) {
        if (outcome !== null) return null;
        denied = true;
        outcome = provokes ? "same" : "gone";
      } else if (still && outcome === null) outcome = "same";
      not = false;
    } else if (s.is === "does") {
      if (did !== null || not) return null;
      if (s.did === "silent" && !provokes) {
        if (outcome !== null) return null;
        outcome = "gone";
      } else did = s.did;
    } else if (s.is === "went") {
      if (followed !== null || not) return null;
      followed = s.to;
    } else if (s.is === "judged" && s.as !== undefined) return null;
  }
  // "on X1 nothing", "V2 doesn't"
  if (not) {
    if (act === null || outcome !== null || symptom !== null || did !== null) return null;
    outcome = "same";
  }
  // at the touch, the fault or the sound may be what is gone or drops out
  if (provokes && symptom === null && outcome === "gone" && tokens.some((t) => t.text === "gone")) return null;
  if (provokes && symptom === "comesAndGoes" && tokens.some((t) => /^(?:drops?|makes it drop) outs?$/.test(t.text))) return null;
  if (outcome === null && act !== null && (did !== null || (symptom !== null && provokes))) outcome = "answers";
  return { outcome, symptom, did, followed };
}

/** Whether a clause concludes anything. */
export const concludes = (c: Clause): boolean => c.has(...CONCLUDES, "not");
