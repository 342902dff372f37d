import type { Act, ChangedFigure, Circumstances, Marked, Observation, Outcome, Subject, Tried } from "../evidence";
import { LENGTHS, LIMITS } from "../knowledge";
import { classOf, type PartClass } from "../part";
import { clausesOf, type Clause, type Figure, type Thing } from "./clauses";
import type { Effect, Entry, ReadoutContext } from "./entry";
import { withChangedParts } from "./changedParts";
import type { Parsed } from "./parsed";

// A line as it is said at a bench, turned into what it tells: tried, seen, read. Several facts in one line stay several.

type Said = Extract<Effect, { about: "observed" }>;
/** What the heads of the line make of one statement by itself. */
type ReadAlone = (text: string) => Parsed<Entry> | null;

const UNIT: Subject = { kind: "unit" };
/** Touches that make a fault answer: a symptom that is named after one came with it. */
const PROVOKES: ReadonlySet<Act> = new Set<Act>(["knocked", "pressed", "warmed", "cooled", "turnedDown"]);

/** What is carried from one statement of a line to the next. */
interface Telling {
  effects: Effect[];
  /** the thing named last: what "it" is */
  last: Thing | null;
  /** what was tried and has no outcome yet, by its place in `effects` */
  open: number | null;
  toGround: boolean;
  /** statements that a head took whole */
  whole: Set<Clause>;
}

/**
 * What a line tells, statement by statement; null where no statement of it is about something seen, read or tried beside
 * capacitors. A statement that fits nothing is kept as a remark about the thing named last.
 */
export function parseSentence(typed: string, context: ReadoutContext, readAlone: ReadAlone): Parsed<Entry> | null {
  const telling: Telling = { effects: [], last: null, open: null, toGround: false, whole: new Set() };
  const clauses = clausesOf(withChangedParts(typed, [...context.known.keys()]));
  for (const clause of clauses) tellOne(clause, telling, context, readAlone);
  const [only, second] = clauses;
  // volts alone are the heads' to read: what they ask back is not settled by dropping a word
  const volts = telling.effects.every((c) => c.about === "point");
  // what a capacitor was fitted with is asked back by its head, where it stands alone
  const concluded = only && (only.outcome !== null || only.symptom !== null);
  const named = only?.things ?? [];
  if (!second && only && !concluded && FITTED.test(only.text) && named.length > 0 && named.every((t) => isCapacitor(t, context)))
    return null;
  if (!second && only && volts && (only.unread.length > 0 || Object.keys(only.under).length === 0)) return null;
  const structured = telling.effects.some((c) => c.about !== "observed" || c.observation.kind !== "remark");
  if (!structured) return null;
  const unread = clauses.filter((c) => !telling.whole.has(c)).flatMap((c) => c.unread);
  return { ok: true, value: { kind: "keeps", effects: withParts(telling.effects, context), ...(unread.length > 0 ? { unread } : {}) } };
}

/** The line as a remark, about the first thing it names. */
export function remarkOf(typed: string, context: ReadoutContext): Effect {
  const thing = clausesOf(typed).flatMap((c) => c.things)[0];
  const subject = thing ? subjectOf(thing) : context.current === null ? UNIT : ({ kind: "part", name: context.current } as const);
  return { about: "observed", subject, observation: { kind: "remark", text: typed.slice(0, LENGTHS.line) } };
}

const FITTED = /\b(fitted|replaced|renewed|changed|recapped)\b/i;
const observed = (subject: Subject, observation: Observation): Said => ({ about: "observed", subject, observation });
const subjectOf = (thing: Thing): Subject => ({ ...thing.subject, name: thing.subject.name.slice(0, LENGTHS.point) });

function tellOne(clause: Clause, telling: Telling, context: ReadoutContext, readAlone: ReadAlone): void {
  const act = actOf(clause, telling);
  const things = clause.things.length > 0 || !clause.it || !telling.last ? clause.things : [telling.last];
  if (clause.toGround) telling.toGround = true;
  if (act === "replaced" && tellFitted(clause, telling, context, readAlone)) return;
  if (act !== null) tryIt(act, clause, things, telling, readAlone);
  else if (
    telling.open !== null &&
    (outcomeOf(clause, triedAt(telling, telling.open).act) !== null || clause.point !== null || clause.followed)
  )
    concludeIt(clause, telling, readAlone);
  else if (!parseSeen(clause, things, telling, context)) tellRest(clause, things, telling, readAlone);
  telling.last = things.at(-1) ?? telling.last;
}

/** The act of a statement: said as one, or told by how things are put together. */
function actOf(clause: Clause, telling: Telling): Act | null {
  const [first] = clause.acts;
  const farads = clause.figures.some((f) => f.marked !== "over" && f.marked.unit === "F");
  const onto = clause.across !== null && (clause.things.some((t) => t.at > clause.across!) || (clause.it && telling.last !== null));
  if (first?.act === "bridged" || (onto && (farads || clause.put))) return "bridged";
  if (first) return clause.put && clause.into !== null && first.act === "replaced" ? "swapped" : first.act;
  return clause.put && clause.into !== null && clause.things.length > 0 ? "swapped" : null;
}

const triedAt = (telling: Telling, at: number): Tried => (telling.effects[at] as Said).observation as Tried;

function tryIt(act: Act, clause: Clause, things: readonly Thing[], telling: Telling, readAlone: ReadAlone): void {
  const beyond = act === "bridged" ? clause.across : act === "swapped" ? clause.into : null;
  const [near, far] = beyond === null ? [things, []] : [things.filter((t) => t.at < beyond), things.filter((t) => t.at >= beyond)];
  // "10u over C9" is done to C9, "C9 bridged with 10u" too; "left driver in the right" is done to the driver
  const to = act === "bridged" && far.length > 0 ? far : near.length > 0 ? near : far;
  const other = to === far ? near : far;
  // a bare number is no value of what is put across or feeds
  const bare = act === "bridged" || act === "fed";
  const marked = clause.figures.flatMap((f) => (f.marked === "over" || (bare && f.unitless) ? [] : [f.marked]));
  const named = other.map((t) => t.subject.name).join(", ");
  const before = telling.open === null ? [] : [triedAt(telling, telling.open).act];
  const tried: Tried = {
    kind: "tried",
    act,
    to: to.map(subjectOf),
    with: marked.length > 0 || named !== "" ? { marked, named: named === "" ? null : named.slice(0, LENGTHS.point) } : null,
    outcome: outcomeOf(clause, act),
    symptom: clause.symptom,
    before: null,
    after: null,
    followed: clause.followed,
    under: clause.under,
    together: [...before, ...clause.acts.map((a) => a.act).filter((a) => a !== act)],
  };
  const fed = act === "fed" ? pointsIn(clause, readAlone)[0] : undefined;
  const done = fed ? feeding(tried, fed, things) : tried;
  telling.effects.push(observed(done.to[0] ?? UNIT, done));
  telling.open = telling.effects.length - 1;
  if (clause.point !== null && !fed) concludeIt(clause, telling, readAlone);
  if (tried.outcome !== null) telling.open = null;
}

/** A rail that was fed: the volts named with it are those of the supply that feeds it, not a reading. */
function feeding(tried: Tried, fed: PointSaid, things: readonly Thing[]): Tried {
  const volts: Marked = { value: fed.volts, unit: "V", significant: fed.significant };
  const named = things.map((t) => t.subject.name).join(", ");
  return {
    ...tried,
    to: [{ kind: "point", name: fed.point }],
    with: { marked: [volts, ...(tried.with?.marked ?? [])], named: named === "" ? null : named.slice(0, LENGTHS.point) },
  };
}

/** What is said after an act: what it changed, and the volts it changed to. */
function concludeIt(clause: Clause, telling: Telling, readAlone: ReadAlone): void {
  const at = telling.open!;
  const tried = triedAt(telling, at);
  const points = pointsIn(clause, readAlone);
  const after = changedTo(points[0]);
  const before = changedTo(pointsIn(clause, readAlone, "before")[0]);
  const outcome = outcomeOf(clause, tried.act) ?? (after && clause.back ? "gone" : null);
  const subject = (telling.effects[at] as Said).subject;
  const concluded = {
    ...tried,
    outcome,
    before,
    after,
    symptom: tried.symptom ?? clause.symptom,
    followed: tried.followed ?? clause.followed,
  };
  telling.effects[at] = observed(subject, concluded);
  telling.effects.push(...points);
  // two acts before one outcome share it
  telling.effects = telling.effects.map((c) =>
    c.about === "observed" && c.observation.kind === "tried" && c.observation.outcome === null && tried.together.includes(c.observation.act)
      ? observed(c.subject, { ...c.observation, outcome, together: [...c.observation.together, tried.act] })
      : c,
  );
  telling.open = null;
}

function outcomeOf(clause: Clause, act: Act): Outcome | null {
  if (clause.still) return "same";
  if (clause.outcome !== null) return clause.outcome;
  if (clause.symptom !== null) return PROVOKES.has(act) ? (clause.no ? "same" : "answers") : clause.no ? "gone" : null;
  return null;
}

const changedTo = (p: PointSaid | undefined): ChangedFigure | null => (p ? { what: p.point, value: p.volts, unit: "V" } : null);

/** In a sentence the one figure behind a rail is what it reads, not its name: "rail back to 15". */
function readingIn(point: string): string {
  const words = point.split(" ");
  const figures = words.filter((w) => /\d/.test(w));
  return figures.length === 1 && /\d/.test(words.at(-1)!) ? [...words.slice(0, -1), "=", words.at(-1)!].join(" ") : point;
}

type PointSaid = Extract<Effect, { about: "point" }>;
/** Volts a clause names: those it ends with, or those it says stood there before: "rail 11.7 back to 15". */
function pointsIn(clause: Clause, readAlone: ReadAlone, which: "before" | "after" = "after"): PointSaid[] {
  const point = which === "after" ? clause.point : clause.pointBefore;
  const entry = point === null ? null : readAlone(readingIn(point));
  if (!entry?.ok || entry.value.kind !== "keeps") return [];
  return entry.value.effects.flatMap((c) => (c.about === "point" ? [{ ...c, under: { ...c.under, ...clause.under } }] : []));
}

const isCapacitor = (thing: Thing, context: ReadoutContext): boolean =>
  thing.subject.kind === "part" &&
  (context.known.has(thing.subject.name) || (classOf(thing.subject.name) === "capacitor" && !context.parts.has(thing.subject.name)));

/** Signs, states and figures of parts that are no capacitors and of places. @returns whether there were any */
function parseSeen(clause: Clause, things: readonly Thing[], telling: Telling, context: ReadoutContext): boolean {
  const about = things.length > 0 ? things : telling.last && (clause.states.length > 0 || clause.signs.length > 0) ? [telling.last] : [];
  const before = telling.effects.length;
  const inCircuit = placeOf(clause.text, context);
  for (const thing of about) {
    const subject = subjectOf(thing);
    // what the readings of capacitors know how to say is theirs
    if (isCapacitor(thing, context) && !clause.intended && !clause.toGround && clause.signs.every((s) => CAPACITOR_SIGNS.has(s))) continue;
    for (const sign of clause.signs)
      telling.effects.push(observed(subject, { kind: "look", sign, severity: clause.severity, intended: clause.intended }));
    for (const state of clause.states)
      if ((thing.subject.kind === "part" && !isCapacitor(thing, context)) || (state === "shorted" && clause.toGround))
        telling.effects.push(observed(subject, { kind: "state", state, inCircuit }));
    telling.effects.push(...figuresOf(clause, thing, subject, telling, context, inCircuit));
  }
  if (about.length === 0) telling.effects.push(...figuresOfUnit(clause, context));
  return telling.effects.length > before;
}

const CAPACITOR_SIGNS: ReadonlySet<string> = new Set([
  "bulged",
  "leaking",
  "crust",
  "cracked",
  "scorched",
  "charred",
  "discoloured",
  "corroded",
  "wet",
]);

function placeOf(text: string, context: ReadoutContext): boolean {
  if (/\b(out of circuit|out|lifted)\b/i.test(text)) return false;
  return /\bin circuit\b/i.test(text) ? true : context.inCircuit;
}

/** Within what the database keeps, else nothing: the figure then stays in the remark. */
const fits = (f: Figure): boolean => f.marked === "over" || Math.abs(f.marked.value) <= LIMITS.insulationOhms[1];

function figuresOf(clause: Clause, thing: Thing, subject: Subject, telling: Telling, context: ReadoutContext, inCircuit: boolean): Said[] {
  const figures = clause.figures.filter(fits);
  if (isCapacitor(thing, context) && !telling.toGround) return [];
  if (telling.toGround) return figures.slice(0, 1).map((f) => figureOf(f, subject, "toGround", null, inCircuit, context, clause.under));
  if (subject.kind !== "part") return [];
  const known = context.parts.get(subject.name);
  const kind = known?.class ?? thing.class;
  const marks: Figure[] = [];
  const out: Said[] = [];
  let junctions = 0;
  let halves = 0;
  for (const f of figures) {
    const q = quantityOf(f, kind);
    // "8 ohm reads 6.1": what is said before the reading is printed on it
    const before = f.quantity === null && f.marked !== "over" && figures.some((g) => g.at > f.at && g.quantity?.quantity === "ohms");
    if (q === "marking" || before || (clause.marking && f.quantity === null)) marks.push(f);
    else if (q === null) continue;
    else if (
      q.quantity === "ohms" &&
      f.quantity === null &&
      f.marked !== "over" &&
      !known?.marked &&
      kind === "resistor" &&
      marks.length === 0
    )
      marks.push(f);
    else {
      const label =
        q.label ??
        (q.quantity === "junction" && kind === "diode"
          ? ["forward", "reverse"][junctions++]!
          : q.quantity === "half"
            ? ["a", "b"][halves++]!
            : null);
      out.push(figureOf(f, subject, q.quantity, label ?? null, inCircuit, context, clause.under));
    }
  }
  const marked = marks.flatMap((f) => (f.marked === "over" ? [] : [f.marked]));
  return marked.length > 0 && kind ? [observed(subject, { kind: "named", class: kind, marked }), ...out] : out;
}

/** What a figure of a part is: by the word before it, else by its unit and the class of the part. */
function quantityOf(f: Figure, kind: PartClass | null): Figure["quantity"] | "marking" {
  const ohms = f.marked !== "over" && f.marked.unit === "Ω" && !f.unitless;
  if (f.quantity?.quantity === "junction" && ohms) return { quantity: "ohms", label: f.quantity.label };
  if (f.quantity !== null && f.quantity.quantity !== "ohms") return f.quantity;
  if (f.marked === "over") return kind === "diode" ? { quantity: "junction", label: null } : { quantity: "ohms", label: null };
  switch (f.marked.unit) {
    case "A":
      return kind === "fuse" && f.quantity === null ? "marking" : { quantity: "current", label: null };
    case "W":
      return f.quantity === null ? "marking" : { quantity: "power", label: null };
    case "V":
      return kind === "diode" || kind === "transistor" ? { quantity: "junction", label: null } : "marking";
    case "Ω":
      if (!f.unitless) return { quantity: "ohms", label: null };
      if (kind === "diode" || kind === "transistor") return { quantity: "junction", label: null };
      return { quantity: "ohms", label: null };
    default:
      return null;
  }
}

function figureOf(
  f: Figure,
  subject: Subject,
  quantity: Extract<Observation, { kind: "figure" }>["quantity"],
  label: string | null,
  inCircuit: boolean,
  context: ReadoutContext,
  under: Circumstances,
): Said {
  const [value, significant] = f.marked === "over" ? (["over", 1] as const) : [f.marked.value, f.marked.significant];
  // an ESR meter shows none of these
  const { meter } = context;
  const shown = meter && meter.shows !== "esr" && meter.shows !== "capacitance" ? meter.id : null;
  return observed(subject, { kind: "figure", quantity, label, value, significant, inCircuit, meter: shown, under });
}

/** Current and watts of the whole unit: "draws 180ma in standby". */
function figuresOfUnit(clause: Clause, context: ReadoutContext): Said[] {
  return clause.figures.filter(fits).flatMap((f) => {
    const unit = f.marked === "over" ? null : f.marked.unit;
    if (unit !== "A" && unit !== "W") return [];
    return [figureOf(f, UNIT, unit === "A" ? "current" : "power", null, false, context, clause.under)];
  });
}

/** A capacitor that was fitted: the new part is in, and what comes of it is told by what is said next. @returns whether it was that */
function tellFitted(clause: Clause, telling: Telling, context: ReadoutContext, readAlone: ReadAlone): boolean {
  const alone = readAlone(clause.text);
  const said = alone?.ok && alone.value.kind === "keeps" ? alone.value.effects : [];
  const effects = said.some((c) => c.about === "fitted") ? said : fittedIn(clause, context);
  const fitted = effects.flatMap((c) => (c.about === "fitted" ? [{ kind: "part", name: c.designator } as const] : []));
  if (fitted.length === 0) return false;
  const named: readonly Thing["subject"][] = clause.things.map((t) => t.subject);
  const to = fitted.every((f) => named.some((s) => s.name === f.name)) ? named : fitted;
  const outcome = outcomeOf(clause, "replaced");
  const { symptom, followed, under } = clause;
  const tried = { with: null, outcome, symptom, before: null, after: null, followed, under, together: [] };
  telling.effects.push(...effects, observed(to[0]!, { kind: "tried", act: "replaced", to, ...tried }));
  telling.open = outcome === null ? telling.effects.length - 1 : null;
  telling.last = clause.things.at(-1) ?? telling.last;
  return true;
}

/** Capacitors of the list that a statement says were changed, without saying for what. */
const fittedIn = (clause: Clause, { known }: ReadoutContext): Effect[] =>
  clause.figures.length > 0
    ? []
    : clause.things.flatMap((t) =>
        t.subject.kind === "part" && known.has(t.subject.name)
          ? [{ about: "fitted", designator: t.subject.name, marking: null, lot: null } as const]
          : [],
      );

/** A statement that tells nothing of its own: readings as the heads know them, else a remark. */
function tellRest(clause: Clause, things: readonly Thing[], telling: Telling, readAlone: ReadAlone): void {
  const points = pointsIn(clause, readAlone);
  if (points.length > 0) {
    telling.effects.push(...points);
    telling.last = { subject: { kind: "point", name: points[0]!.point }, class: null, at: 0 };
    return;
  }
  const alone = readAlone(clause.text);
  if (alone?.ok && alone.value.kind === "keeps") {
    telling.effects.push(...alone.value.effects);
    telling.whole.add(clause);
    return;
  }
  if (clause.toGround && clause.figures.length === 0) return;
  const thing = things[0] ?? telling.last;
  telling.effects.push(observed(thing ? subjectOf(thing) : UNIT, { kind: "remark", text: clause.text.slice(0, LENGTHS.line) }));
}

/** Puts parts on record that are named for the first time. */
export function withParts(effects: readonly Effect[], context: ReadoutContext): Effect[] {
  const out: Effect[] = [];
  const named = new Set(context.parts.keys());
  for (const c of effects) {
    if (c.about === "observed" && c.observation.kind === "named" && c.subject.kind === "part") named.add(c.subject.name);
    else if (c.about === "observed")
      for (const s of [c.subject, ...(c.observation.kind === "tried" ? c.observation.to : [])]) {
        if (s.kind !== "part" || named.has(s.name) || context.known.has(s.name)) continue;
        const kind = classOf(s.name);
        if (kind === null || kind === "capacitor") continue;
        named.add(s.name);
        out.push(observed(s, { kind: "named", class: kind, marked: [] }));
      }
    out.push(c);
  }
  return out;
}
