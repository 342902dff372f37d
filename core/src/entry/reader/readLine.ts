import type { Act, Observation, Outcome, Subject } from "../../evidence";
import { within } from "../../knowledge";
import { farads, volts as inVolts, type ParsedValue } from "../../units";
import type { Effect, ReadoutContext } from "../entry";
import { readingOf, lookOf, stateOf } from "./readings";
import { isCapacitor, type FigureSaid, type HowRead } from "./said";
import { tokensOf, type Token } from "./tokens";
import type { QuantityWord, Sense } from "./vocabulary";

// A line as it is muttered, read so that every word of it is accounted for. What a word carries must end in something that is kept,
// or it is named as unread; nothing is filled in from the cursor, and no figure goes to a thing it does not stand beside.

/** What a line says, and the words that were not read. Only a line without unread words is kept as it stands. */
export interface LineRead {
  effects: readonly Effect[];
  unread: readonly string[];
}

interface Telling {
  effects: Effect[];
  unread: string[];
  /** what was named last: what a figure that opens the next statement is of */
  last: readonly Subject[];
  /** what was tried and has no outcome yet, by its place in `effects` */
  open: number | null;
  /** how things were read, where a statement said no more than that */
  how: HowRead;
  unit: "F" | null;
  /** whether charge was said to be drained and what is left of it not yet */
  drained: boolean;
}

/** Reads a line. @returns effects in the order they were said; `unread` empty where every word is accounted for */
export function readLine(line: string, context: ReadoutContext): LineRead {
  const telling: Telling = {
    effects: [],
    unread: [],
    last: [],
    open: null,
    how: { inCircuit: null, under: {} },
    unit: null,
    drained: false,
  };
  for (const statement of statementsOf(tokensOf(line, context))) {
    const read = readStatement(statement, telling, context);
    if (read === null) telling.unread.push(...statement.filter((t) => !carriesNothing(t)).map((t) => t.text));
  }
  return { effects: telling.effects, unread: telling.drained ? [...telling.unread, "drained"] : telling.unread };
}

const isFill = (s: Sense): boolean => s.is === "fill" || s.is === "on" || s.is === "with";
const carriesNothing = (t: Token): boolean =>
  t.is === "stop" || t.is === "and" || t.is === "colon" || (t.is === "sense" && isFill(t.sense));

/** Statements end at stops; a list of names ("C1, C2 and C3") is one. */
function statementsOf(tokens: readonly Token[]): Token[][] {
  const out: Token[][] = [[]];
  tokens.forEach((t, i) => {
    if (t.is !== "stop") return void out.at(-1)!.push(t);
    const [before, behind] = [tokens[i - 1], tokens[i + 1]];
    const inList = !t.strong && before?.is === "parts" && behind?.is === "parts";
    if (inList && out.at(-1)!.every((x) => x.is === "parts" || carriesNothing(x))) return;
    out.push([]);
  });
  return out.filter((s) => s.some((t) => !carriesNothing(t)));
}

/** @returns null where something in it was not understood: nothing of it is kept then */
function readStatement(tokens: readonly Token[], telling: Telling, context: ReadoutContext): true | null {
  if (tokens.some((t) => t.is === "unknown" || (t.is === "sense" && t.sense.is === "old"))) return null;
  const senses = tokens.flatMap((t) => (t.is === "sense" ? [t.sense] : []));
  const has = (is: Sense["is"]) => senses.some((s) => s.is === is);
  const frame = has("act")
    ? readAct
    : has("sign")
      ? readLooks
      : has("new") && tokens.some((t) => t.is === "parts") && tokens.some((t) => t.is === "value" || t.is === "rating")
        ? readNew
        : tokens.some((t) => t.is === "value") || has("over")
          ? readFigures
          : has("state")
            ? readStates
            : has("outcome") || has("symptom")
              ? readOutcome
              : tokens.some((t) => t.is === "time")
                ? readTime
                : has("new") || tokens.some((t) => t.is === "rating")
                  ? readNew
                  : readHow;
  const effects = frame?.(tokens, telling, context) ?? null;
  if (effects === null) return null;
  telling.effects.push(...effects);
  return true;
}

type Frame = (tokens: readonly Token[], telling: Telling, context: ReadoutContext) => readonly Effect[] | null;

const observed = (subject: Subject, observation: Observation): Effect => ({ about: "observed", subject, observation });
const partNamed = (name: string): Subject => ({ kind: "part", name });
const UNIT: Subject = { kind: "unit" };

/** Everything a statement names, in order. */
const namedIn = (tokens: readonly Token[]): Subject[] =>
  tokens.flatMap((t): Subject[] => (t.is === "parts" ? t.names.map(partNamed) : t.is === "point" ? [{ kind: "point", name: t.name }] : []));

// ---------------------------------------------------------------- figures

interface Run {
  subjects: readonly Subject[];
  figures: FigureSaid[];
}

const readFigures: Frame = (tokens, telling, context) => {
  let how: HowRead = telling.how;
  let each = false;
  let pending: QuantityWord | null = null;
  let lead: QuantityWord | null = null;
  const items: (Subject[] | FigureSaid)[] = [];
  const isRun = (x: Subject[] | FigureSaid | undefined): x is Subject[] => Array.isArray(x);
  // how long it was off says nothing that a charge left does not
  let timed = false;
  for (const [i, t] of tokens.entries()) {
    if (t.is === "parts" || t.is === "point") {
      const subjects = namedIn([t]);
      const last = items.at(-1);
      if (isRun(last)) last.push(...subjects);
      else items.push(subjects);
    } else if (t.is === "side") {
      if (lead !== "offset") return null;
      items.push([{ kind: "point", name: `offset ${t.side.toLowerCase()}` }]);
    } else if (t.is === "value") {
      const before = items.at(-1);
      if (t.value.unit === "Hz") {
        if (!before || isRun(before) || before.at !== null || before.value === "over") return null;
        before.at = t.value.value;
        continue;
      }
      items.push({ value: t.value, bound: t.bound, text: t.text, quantity: pending ?? lead, at: null, like: telling.unit });
      pending = null;
    } else if (t.is === "sense") {
      const s = t.sense;
      if (s.is === "over")
        items.push({ value: "over", bound: null, text: t.text, quantity: pending ?? lead, at: null, like: telling.unit });
      else if (s.is === "quantity") {
        const before = items.at(-1);
        const next = tokens[i + 1];
        const closes = before && !isRun(before) && before.quantity === null && !(next && next.is === "value");
        if (closes) before.quantity = s.quantity;
        else if (items.length === 0) lead = s.quantity;
        else pending = s.quantity;
      } else if (s.is === "circuit") how = { ...how, inCircuit: s.inCircuit };
      else if (s.is === "under") how = { ...how, under: { ...how.under, ...s.under } };
      else if (s.is === "drained") telling.drained = true;
      else if (s.is === "each") each = true;
      else if (!isFill(s) && s.is !== "judged") return null;
    } else if (t.is === "time") timed = true;
    else if (t.is === "rating" || t.is === "share" || t.is === "unknown" || t.is === "stop") return null;
  }
  if (pending !== null) return null;
  const runs = runsOf(items, telling, each, context);
  if (runs === null) return null;
  const effects: Effect[] = [];
  for (const { subjects, figures } of runs) {
    const said = spread(subjects, figures, each);
    if (said === null) return null;
    for (const [subject, list] of said) {
      const read = readingOf(subject, list, how, context);
      if (read === null) return null;
      effects.push(...read);
    }
  }
  if (timed && !effects.every((e) => e.about === "voltsAt")) return null;
  if (telling.open !== null) telling.open = null;
  if (effects.some((e) => e.about === "voltsAt")) telling.drained = false;
  else if (telling.drained) return null;
  telling.last = runs.at(-1)!.subjects;
  telling.how = how;
  if (effects.some((e) => e.about === "reading" && e.measurement.kind === "capacitance")) telling.unit = "F";
  return effects;
};

/** Figures with what they are of: what stands before them, or, where a statement begins with a figure, what follows. */
function runsOf(items: readonly (Subject[] | FigureSaid)[], telling: Telling, each: boolean, context: ReadoutContext): Run[] | null {
  const runs: Run[] = [];
  const first = items[0];
  if (first === undefined) return null;
  const figure = (x: Subject[] | FigureSaid): x is FigureSaid => !Array.isArray(x);
  if (!items.some(Array.isArray)) return alone(items.filter(figure), telling, each, context);
  if (!figure(first)) {
    for (const item of items)
      if (figure(item)) runs.at(-1)!.figures.push(item);
      else runs.push({ subjects: item, figures: [] });
    return runs.every((r) => r.figures.length > 0) ? runs : null;
  }
  let figures: FigureSaid[] = [];
  for (const item of items)
    if (figure(item)) figures.push(item);
    else {
      runs.push({ subjects: item, figures });
      figures = [];
    }
  return figures.length === 0 && runs.every((r) => r.figures.length > 0) ? runs : null;
}

/** Figures without a name: of what was named just before, or, signed, of the one rail on record that has such volts. */
function alone(figures: readonly FigureSaid[], telling: Telling, each: boolean, { points }: ReadoutContext): Run[] | null {
  const signed = figures.every((f) => f.value !== "over" && /^[+-]/.test(f.text) && (f.value.unit === null || f.value.unit === "V"));
  if (signed) {
    const runs = figures.map((f): Run | null => {
      const v = (f.value as ParsedValue).value;
      const near = [...points].filter(([, nominal]) => nominal !== null && nominal * v > 0 && Math.abs(v / nominal - 1) <= 0.35);
      return near.length === 1 ? { subjects: [{ kind: "point", name: near[0]![0] }], figures: [f] } : null;
    });
    return runs.every((r) => r !== null) ? (runs as Run[]) : null;
  }
  const one = telling.last.length === 1 || (each && telling.last.length > 1) || telling.last.length === figures.length;
  return one && telling.last.length > 0 && telling.open === null ? [{ subjects: telling.last, figures: [...figures] }] : null;
}

/** Figures handed out to several things: one each, in order, or one of all that was said of each. */
function spread(subjects: readonly Subject[], figures: readonly FigureSaid[], each: boolean): (readonly [Subject, FigureSaid[]])[] | null {
  if (subjects.length === 1) return each ? null : [[subjects[0]!, [...figures]]];
  if (figures.length === subjects.length && !each) return subjects.map((s, i) => [s, [figures[i]!]] as const);
  return figures.length === 1 && each ? subjects.map((s) => [s, [figures[0]!]] as const) : null;
}

// ---------------------------------------------------------------- seen, and said without a figure

const readLooks: Frame = (tokens, telling, context) => {
  const subjects = namedIn(tokens);
  const about = subjects.length > 0 ? subjects : telling.last;
  if (
    about.length === 0 ||
    tokens.some((t) => t.is === "value" || t.is === "time" || t.is === "share" || t.is === "rating" || t.is === "side")
  )
    return null;
  let not = false;
  const effects: Effect[] = [];
  for (const t of tokens) {
    if (t.is !== "sense") continue;
    const s = t.sense;
    if (s.is === "not") not = true;
    else if (s.is === "sign") {
      for (const subject of about) {
        const look = lookOf(subject, s.sign, not, context);
        if (look === null) return null;
        if (!effects.some((e) => JSON.stringify(e) === JSON.stringify(look))) effects.push(look);
      }
      not = false;
    } else if (!isFill(s) && s.is !== "each") return null;
  }
  if (not) return null;
  telling.last = about;
  return effects;
};

const readStates: Frame = (tokens, telling, context) => {
  const subjects = namedIn(tokens);
  if (subjects.length === 0 || tokens.some((t) => t.is === "time" || t.is === "share" || t.is === "rating" || t.is === "side")) return null;
  let inCircuit = context.inCircuit;
  const effects: Effect[] = [];
  for (const t of tokens) {
    if (t.is !== "sense") continue;
    const s = t.sense;
    if (s.is === "circuit") inCircuit = s.inCircuit;
    else if (s.is !== "state" && !isFill(s) && s.is !== "each") return null;
  }
  for (const t of tokens)
    if (t.is === "sense" && t.sense.is === "state")
      for (const subject of subjects) {
        const state = stateOf(subject, t.sense.state, inCircuit, context);
        if (state === null) return null;
        effects.push(state);
      }
  telling.last = subjects;
  return effects;
};

// ---------------------------------------------------------------- tried

/** What may be put in or across, where the act takes something. */
const TAKES: ReadonlySet<Act> = new Set<Act>(["bridged", "replaced"]);
const PROVOKES: ReadonlySet<Act> = new Set<Act>(["knocked", "pressed", "warmed", "cooled"]);

const readAct: Frame = (tokens, telling, context) => {
  const acts = tokens.flatMap((t) => (t.is === "sense" && t.sense.is === "act" ? [t.sense.act] : []));
  const [act] = acts;
  if (act === undefined || acts.length > 1) return null;
  const to = namedIn(tokens);
  const marked = tokens.flatMap((t) => (t.is === "value" ? [t.value] : t.is === "rating" ? [t.farads, t.volts] : []));
  if (to.length === 0 || (marked.length > 0 && !TAKES.has(act))) return null;
  if (tokens.some((t) => t.is === "time" || t.is === "share" || t.is === "side")) return null;
  const concluded = outcomeIn(tokens, act);
  if (concluded === null) return null;
  for (const t of tokens) {
    if (t.is !== "sense") continue;
    const s = t.sense;
    const known =
      s.is === "act" || s.is === "across" || s.is === "new" || s.is === "outcome" || s.is === "symptom" || s.is === "each" || isFill(s);
    const bearing = s.is === "not" || (s.is === "circuit" && !s.inCircuit && act === "unplugged");
    if (!known && !bearing) return null;
  }
  if (act === "swapped" && to.length !== 2) return null;
  if (act === "replaced") return readReplaced(to, marked, concluded, telling, context);
  const [first, second] = to;
  const done = act === "swapped" ? [first!] : to;
  const given = marked.flatMap((v) => (v.unit === null ? [] : [{ value: v.value, unit: v.unit, significant: v.significant }]));
  if (given.length < marked.length) return null;
  const other = act === "swapped" ? nameOf(second!) : null;
  const effect = triedEffect(act, done, given.length > 0 || other ? { marked: given, named: other } : null, concluded);
  telling.open = concluded.outcome === null ? telling.effects.length : null;
  telling.last = done;
  return [effect];
};

const nameOf = (s: Subject): string | null => (s.kind === "unit" ? null : s.name);

function triedEffect(act: Act, to: readonly Subject[], given: Extract<Observation, { kind: "tried" }>["with"], said: Concluded): Effect {
  const { outcome, symptom } = said;
  return observed(to[0] ?? UNIT, {
    kind: "tried",
    act,
    to,
    with: given,
    outcome,
    symptom,
    before: null,
    after: null,
    followed: null,
    under: {},
    together: [],
  });
}

interface Concluded {
  outcome: Outcome | null;
  symptom: Extract<Sense, { is: "symptom" }>["symptom"] | null;
}

/** What a statement says an act did. @returns null where it says two things, or denies what cannot be denied */
function outcomeIn(tokens: readonly Token[], act: Act | null): Concluded | null {
  let not = false;
  let outcome: Outcome | null = null;
  let symptom: Concluded["symptom"] = null;
  for (const t of tokens) {
    if (t.is !== "sense") continue;
    if (t.sense.is === "not") not = true;
    else if (t.sense.is === "outcome") {
      // "down a lot, not gone" is better
      if (not && t.sense.outcome === "gone" && outcome === "better") {
        not = false;
        continue;
      }
      if (not || outcome !== null) return null;
      outcome = t.sense.outcome;
    } else if (t.sense.is === "symptom") {
      if (symptom !== null) return null;
      symptom = t.sense.symptom;
      if (not) outcome = act !== null && PROVOKES.has(act) ? "same" : "gone";
      not = false;
    }
  }
  if (not) return null;
  if (symptom !== null && outcome === null && act !== null && PROVOKES.has(act)) outcome = "answers";
  return { outcome, symptom };
}

/** Capacitors on record that were changed, and for what: a value and its volts, or neither. */
function readReplaced(
  to: readonly Subject[],
  marked: readonly ParsedValue[],
  said: Concluded,
  telling: Telling,
  context: ReadoutContext,
): Effect[] | null {
  if (!to.every((s) => s.kind === "part")) return null;
  const c = marked.find((v) => v.unit === "F" || (v.unit === null && v.tiny));
  const v = marked.find((m) => m.unit === "V");
  const capacitors = to.filter((s) => s.kind === "part" && isCapacitor(s.name, context));
  if (capacitors.length > 0) {
    if (capacitors.length < to.length || marked.length !== (c ? 1 : 0) + (v ? 1 : 0)) return null;
    if (marked.length > 0 && (!c || !v || !within("nominalFarads", c.value) || !within("ratedVolts", v.value))) return null;
    const marking = c && v ? { nominal: farads(c.value), rated: inVolts(v.value), technology: null } : null;
    telling.open = said.outcome === null ? telling.effects.length + to.length : null;
    telling.last = to;
    return [
      ...to.map((s): Effect => ({ about: "fitted", designator: nameOf(s)!, marking, lot: null })),
      triedEffect("replaced", to, null, said),
    ];
  }
  const given = marked.flatMap((m) => (m.unit === null ? [] : [{ value: m.value, unit: m.unit, significant: m.significant }]));
  if (given.length < marked.length) return null;
  telling.open = said.outcome === null ? telling.effects.length : null;
  telling.last = to;
  return [triedEffect("replaced", to, given.length > 0 ? { marked: given, named: null } : null, said)];
}

/** What is said after an act, or of the complaint where it is named. */
const readOutcome: Frame = (tokens, telling) => {
  const only = tokens.every((t) => carriesNothing(t) || (t.is === "sense" && ["outcome", "symptom", "not"].includes(t.sense.is)));
  if (!only) return null;
  const open = telling.open === null ? null : telling.effects[telling.open];
  const tried = open?.about === "observed" && open.observation.kind === "tried" ? open.observation : null;
  const said = outcomeIn(tokens, tried?.act ?? null);
  if (said === null || (said.outcome === null && tried === null)) return null;
  if (tried !== null) {
    if (said.outcome === null) return null;
    telling.effects[telling.open!] = {
      ...(open as Extract<Effect, { about: "observed" }>),
      observation: { ...tried, outcome: said.outcome, symptom: tried.symptom ?? said.symptom },
    };
    telling.open = null;
    return [];
  }
  if (said.symptom === null || said.outcome === null || said.outcome === "answers") return null;
  return [observed(UNIT, { kind: "complaintNow", outcome: said.outcome, symptom: said.symptom })];
};

/** A statement that says no more than how things are read: it holds for what follows. */
const readHow: Frame = (tokens, telling) => {
  const subjects = namedIn(tokens);
  let how = telling.how;
  let said = false;
  for (const t of tokens) {
    if (t.is === "value" || t.is === "rating" || t.is === "time" || t.is === "share" || t.is === "side") return null;
    if (t.is !== "sense") continue;
    if (t.sense.is === "circuit") how = { ...how, inCircuit: t.sense.inCircuit };
    else if (t.sense.is === "under") how = { ...how, under: { ...how.under, ...t.sense.under } };
    else if (t.sense.is === "drained") telling.drained = true;
    else if (!isFill(t.sense) && t.sense.is !== "each") return null;
    said ||= !isFill(t.sense);
  }
  if (!said) return null;
  telling.how = how;
  if (subjects.length > 0) telling.last = subjects;
  return [];
};

/** What is in new: parts, and what was fitted. */
const readNew: Frame = (tokens, telling, context) => {
  const to = namedIn(tokens);
  const marked = tokens.flatMap((t) => (t.is === "value" ? [t.value] : t.is === "rating" ? [t.farads, t.volts] : []));
  if (to.length === 0 || marked.length === 0) return null;
  const odd = tokens.some(
    (t) =>
      t.is === "time" ||
      t.is === "share" ||
      t.is === "side" ||
      (t.is === "sense" && t.sense.is !== "new" && t.sense.is !== "each" && !isFill(t.sense)),
  );
  return odd ? null : readReplaced(to, marked, { outcome: null, symptom: null }, telling, context);
};

/** Time that went into the work. */
const readTime: Frame = (tokens) => {
  const [time, more] = tokens.flatMap((t) => (t.is === "time" ? [t.seconds] : []));
  const only = tokens.every((t) => t.is === "time" || carriesNothing(t) || (t.is === "sense" && t.sense.is === "spent"));
  const spent = tokens.some((t) => t.is === "sense" && t.sense.is === "spent");
  if (!only || !spent || time === undefined || more !== undefined || time < 60) return null;
  return [observed(UNIT, { kind: "spent", minutes: Math.round(time / 60), step: null, text: tokens.map((t) => t.text).join(" ") })];
};
