import type { Subject } from "../../../evidence";
import { within } from "../../../knowledge";
import { volts as inVolts, type ParsedValue } from "../../../units";
import type { Effect, ReadoutContext } from "../../entry";
import { EMPTY, frame, keptAsTold, more, nameOf, observed, ofSubject, type Clause, type Telling } from "../clause";
import { readingOf } from "../readings";
import { classIn, isCapacitor, type FigureSaid, type HowRead } from "../said";
import type { Token } from "../tokens";
import type { QuantityWord } from "../vocabulary";

// Figures, and what they are of: what stands before them, or, where a clause begins with a figure, what follows.

/** What a figure is of: something on record, or a channel. */
type Thing = Subject | { kind: "channel"; name: string };

interface Run {
  things: readonly Thing[];
  figures: FigureSaid[];
}

const CHANNEL_QUANTITIES: ReadonlySet<QuantityWord | null> = new Set<QuantityWord | null>(["offset", "residual", "clip"]);

/** Figures of parts, points, rails and channels. */
export const figures = frame(
  [["value", "over"]],
  [
    ...([
      "parts",
      "point",
      "side",
      "all",
      "rails",
      "quantity",
      "circuit",
      "under",
      "drained",
      "through",
      "held",
      "off",
      "each",
      "judged",
      "still",
    ] as const),
    ...(["time", "comma", "colon", "with", "across", "meter", "ends", "place", "state", "mills", "marking"] as const),
  ],
  (c, telling, context) => {
    // "220k for R905", "R905 with 220k": what goes in
    const eachOne = c.parts.length > 1 && c.parts.length === c.values.length && c.parts.every((p) => isCapacitor(p, context));
    if ((c.has("for") && !eachOne) || (c.has("with") && c.parts.some((p) => !isCapacitor(p, context)))) return null;
    if (c.has("to") && c.parts.some(isPot)) return null;
    const shortedIn = c.places.includes("inputs") && c.senses("quantity").some((q) => q.quantity === "residual");
    if (!c.places.every((p) => p === "speaker terminals" || p === "speakers" || (p === "inputs" && shortedIn))) return null;
    if (c.has("state") && !(shortedIn && c.senses("state").every((x) => x.state === "shorted"))) return null;
    if (commaBeforeFigure(c) || commaBeforeName(c) || doubtfulUnits(c, context)) return null;
    const said = itemsOf(c, telling, context);
    if (said === null) return null;
    const { how, each, charge } = said;
    const runs = runsOf(said, telling, context);
    if (runs === null) return null;
    const effects: Effect[] = [];
    let { ac, carry } = telling;
    carry = shareUnits(runs, carry, context);
    alikeInFarads(runs, telling, context);
    for (const { things, figures: list } of runs) {
      const handed = spread(things, list, each);
      if (handed === null) return null;
      for (const [thing, some] of handed) {
        // beside DC volts of a point, millivolts far below them are its ripple
        if (thing.kind === "point" && some.length === 2 && inMillivolts(some[1]!) && !isSmall(some[0]!, context.points.get(thing.name)))
          if (isSmall(some[1]!, context.points.get(thing.name))) some[1]!.quantity ??= "ac";
        if (ac && thing.kind === "point") for (const f of some) if (isSmall(f, context.points.get(thing.name))) f.quantity ??= "ac";
        const cycles = thing.kind === "point" && some.length > 0 ? some.filter((f) => f.at !== null && isAlternating(f)) : [];
        for (const f of cycles) effects.push(keptAsTold("reading", [thing as Subject], { quantity: "frequency", value: f.at, unit: "Hz" }));
        for (const f of cycles) f.at = null;
        const read =
          thing.kind === "channel"
            ? ofChannel(thing.name, some, how)
            : (readingOf(thing, some, how, context) ?? otherwise(thing, some, how, context));
        if (read === null) return null;
        ac ||= read.some((e) => e.about === "point" && e.form === "rms");
        effects.push(...read);
      }
    }
    // how long it was off says nothing that a charge left does not
    const volts = effects.every((e) => e.about === "voltsAt" && e.form === "dc");
    // "only 11u left": what is left of its value
    const worn =
      effects.every((e) => e.about === "reading") && /^left$/.test(c.text("held")) && !telling.drained && !c.has("drained", "off");
    if (((charge && !worn) || c.has("time")) && !volts) return null;
    if (telling.drained && !volts) return null;
    const last = runs.at(-1)!.things.filter((t): t is Subject => t.kind !== "channel");
    const farads = effects.some((e) => e.about === "reading" && e.measurement.kind === "capacitance");
    const left = volts && effects.length > 0;
    return more(telling, effects, { last, how, waiting: [], drained: false, ac, carry, unit: farads ? "F" : left ? "V" : telling.unit });
  },
);

/** Parts that are set (common practice of boards). */
export const isPot = (name: string): boolean => /^(?:VR|RV|VP|P|TP)\d/.test(name);

/** "F602, 37.0": a comma parts a name from a figure. */
const commaBeforeFigure = (c: Clause): boolean =>
  c.tags.some((t, i) => t === "comma" && isName(c.tags[i - 1]) && ["value", "over"].includes(c.tags[i + 1] ?? ""));
/** "overrange, C6": of figures that come first, none is of what stands behind a comma. */
const commaBeforeName = (c: Clause): boolean => {
  const first = c.tags.find((t) => !EMPTY.has(t) && t !== "quantity");
  const figure = (t: string | undefined) => t === "value" || t === "over";
  return figure(first) && c.tags.some((t, i) => t === "comma" && figure(c.tags[i - 1]) && isName(c.tags[i + 1]));
};
const isName = (t: string | undefined): boolean => t === "parts" || t === "point" || t === "circuit";

/** "8.3 over R19" is volts to some and ohms to none. */
const doubtfulUnits = (c: Clause, context: ReadoutContext): boolean =>
  c.has("across") &&
  c.tokens.some((t) => t.is === "value" && t.value.unit === null) &&
  c.parts.some((p) => !isCapacitor(p, context) || !c.tokens.some((t) => t.is === "value" && t.value.unit !== null));

const isAlternating = (f: FigureSaid): boolean =>
  f.quantity === "ac" ||
  f.quantity === "ripple" ||
  (f.value !== "over" && (f.value.alternating || f.value.unit === "V" || /\bmills?\b/.test(f.text)));

/** Between figures of like things that share one unit. */
const ALIKE = 5;
const shownBy = (text: string): number => Math.abs(Number(/[\d.,]+/.exec(text)?.[0].replace(",", ".") ?? NaN));

/** A unit said once is that of like figures of like things: "V4 78 mA V5 96". @returns what is carried on */
function shareUnits(runs: readonly Run[], before: Telling["carry"], context: ReadoutContext): Telling["carry"] {
  const familyOf = (t: Thing | undefined) =>
    t?.kind === "part"
      ? isCapacitor(t.name, context)
        ? "capacitor"
        : (classIn(t.name, context) ?? "?")
      : t?.kind === "channel"
        ? "channel"
        : "?";
  let carry = before;
  const said = runs.flatMap((r) => r.figures.map((f) => ({ f, family: familyOf(r.things[0]) })));
  const unitOf = (list: typeof said) =>
    list.findLast(({ f }) => f.value !== "over" && (f.value.unit !== null || /\bmills?\b/.test(f.text)));
  const later = said.length > 1 ? unitOf(said) : undefined;
  for (const { f, family } of said) {
    if (f.value === "over" || family === "?" || family === "capacitor") continue;
    const own = f.value.unit !== null || f.value.prefixed;
    if (own) {
      if (f.value.unit !== null || /\bmills?\b/.test(f.text)) carry = { family, unit: f.value, text: f.text, quantity: f.quantity };
      continue;
    }
    const from =
      carry ??
      (later && later.f.value !== "over"
        ? { family: later.family, unit: later.f.value, text: later.f.text, quantity: later.f.quantity }
        : null);
    if (from === null || from.family !== family || (f.quantity !== null && f.quantity !== from.quantity)) continue;
    const ratio = shownBy(f.text) / shownBy(from.text);
    if (!(ratio >= 1 / ALIKE && ratio <= ALIKE)) continue;
    const scale = Math.abs(from.unit.value) / shownBy(from.text);
    f.value = {
      ...f.value,
      value: f.value.value * scale,
      unit: from.unit.unit,
      prefixed: from.unit.prefixed,
      alternating: from.unit.alternating,
    };
    if (/\bmills?\b/.test(from.text)) f.text = `${f.text} mills`;
  }
  return carry;
}

/** "C5 .22u, C6 .77": the first bare figure of a capacitor behind one that was said in farads is in farads too. */
function alikeInFarads(runs: readonly Run[], telling: Telling, context: ReadoutContext): void {
  let farads = telling.unit === "F";
  for (const { things, figures: list } of runs) {
    const capacitors = things.every((t) => t.kind === "part" && isCapacitor(t.name, context));
    for (const [i, f] of list.entries()) f.like = farads && capacitors && i < things.length ? "F" : f.like === "F" ? null : f.like;
    farads ||= list.some((f) => f.value !== "over" && (f.value.unit === "F" || f.value.tiny));
  }
}

const inMillivolts = (f: FigureSaid): boolean => /\d\s*(?:mv|mills?)/i.test(f.text);

/** Whether a figure is far below what the point should have: said of DC it would be a dead supply. */
const isSmall = (f: FigureSaid, nominal: number | null | undefined): boolean =>
  f.value !== "over" && nominal !== null && nominal !== undefined && Math.abs(f.value.value) < 0.05 * Math.abs(nominal);

interface Items {
  items: (Thing[] | FigureSaid)[];
  how: HowRead;
  each: boolean;
  /** words say that charge was left */
  charge: boolean;
  /** words judge the figures */
  judged: boolean;
}

const isRun = (x: Thing[] | FigureSaid | undefined): x is Thing[] => Array.isArray(x);

function itemsOf(c: Clause, telling: Telling, context: ReadoutContext): Items | null {
  let { how } = telling;
  let each = false;
  let charge = telling.drained;
  let pending: QuantityWord | null = null;
  let lead: QuantityWord | null = null;
  let ends: "be" | "bc" | null = null;
  const items: (Thing[] | FigureSaid)[] = [];
  const name = (things: Thing[]) => {
    const last = items.at(-1);
    if (isRun(last)) last.push(...things);
    else items.push(things);
  };
  const sided = c.parts.length > 0 && !c.senses("quantity").some((q) => CHANNEL_QUANTITIES.has(q.quantity));
  for (const [i, t] of c.tokens.entries()) {
    if (isMarking(c, i, telling, context)) continue;
    if (t.is === "sense" && t.sense.is === "marking") return null;
    // "left 24 mV across R741": the side is that of the part
    if (t.is === "side" && sided) continue;
    if (t.is === "parts") name(t.names.map((n) => ({ kind: "part", name: n })));
    else if (t.is === "point") name([{ kind: "point", name: t.name }]);
    else if (t.is === "place" && t.name === "inputs") continue;
    else if (t.is === "place" && !c.has("side", "all")) name([{ kind: "point", name: "speaker terminals" }]);
    else if (t.is === "side") name([{ kind: "channel", name: t.side.toUpperCase() }]);
    else if (t.is === "ends") {
      const before = items.at(-1);
      if (before && !isRun(before)) before.ends = t.label;
      else ends = t.label;
    } else if (t.is === "value") {
      const before = items.at(-1);
      if (t.value.unit === "Hz") {
        if (!before || isRun(before) || before.at !== null || before.value === "over") return null;
        before.at = t.value.value;
        continue;
      }
      items.push({ value: t.value, bound: t.bound, text: t.text, quantity: pending ?? lead, at: null, like: telling.unit, ends });
      pending = null;
      ends = null;
    } else if (t.is === "sense") {
      const s = t.sense;
      if (s.is === "over")
        items.push({ value: "over", bound: null, text: t.text, quantity: pending ?? lead, at: null, like: telling.unit, ends: null });
      else if (s.is === "quantity") {
        const before = items.at(-1);
        const next = c.tokens[i + 1];
        const closes = before && !isRun(before) && before.quantity === null && !(next && next.is === "value");
        if (closes) before.quantity = s.quantity;
        else if (items.length === 0) lead = s.quantity;
        else pending = s.quantity;
      } else if (s.is === "circuit") how = { ...how, inCircuit: s.inCircuit };
      else if (s.is === "under") how = { ...how, under: { ...how.under, ...s.under } };
      else if (s.is === "drained" || s.is === "held" || s.is === "off") charge = true;
      else if (s.is === "each") each = true;
      else if (s.is === "all") name(["L", "R"].map((n) => ({ kind: "channel", name: n })));
      else if (s.is === "rails") name(railsOf(context));
    }
  }
  if (pending !== null || ends !== null) {
    // a quantity at the end is that of all figures before it
    const open = items.filter((x): x is FigureSaid => !isRun(x));
    if (pending === null || open.length === 0 || open.some((f) => f.quantity !== null)) return null;
    for (const f of open) f.quantity = pending;
  }
  const last = items.filter((x): x is FigureSaid => !isRun(x)).at(-1);
  // a channel has no figure of its own: what is read on it must be said, once for all
  if (items.some((x) => isRun(x) && x.some((t) => t.kind === "channel")) && last && CHANNEL_QUANTITIES.has(last.quantity))
    for (const x of items) if (!isRun(x)) x.quantity ??= last.quantity;
  // "11 L 19 R mills"
  if (c.has("mills")) {
    const bare = items.filter((x): x is FigureSaid => !isRun(x));
    if (bare.some((f) => f.value === "over" || f.value.unit !== null || f.value.prefixed || f.value.tiny)) return null;
    for (const f of bare) if (f.value !== "over") f.value = { ...f.value, unit: "V", prefixed: true, value: f.value.value / 1000 };
  }
  unitsForward(items);
  if (context.meter?.shows === "volts" && !telling.carry?.unit.prefixed) inMetersVolts(items);
  ripplesInVolts(items, context);
  if (c.senses("quantity").some((q) => q.quantity === "clip")) clipsInVolts(items);
  if (charge || telling.unit === "V")
    for (const x of items)
      if (
        !isRun(x) &&
        x.value !== "over" &&
        !items.some((o) => !isRun(o) && o.value !== "over" && o.value.unit === "F") &&
        x.value.unit === null &&
        !x.value.prefixed &&
        !x.value.tiny &&
        x.quantity === null
      )
        x.value = { ...x.value, unit: "V" };
  return { items, how, each, charge, judged: c.senses("judged").some((j) => j.as === "good") };
}

/** "41u left of 470", "says 470 on it": the value printed on the part that was named last, which is no reading of it. */
function isMarking(c: Clause, i: number, telling: Telling, context: ReadoutContext): boolean {
  const opens = c.tags[i] === "marking" ? i : c.tags[i - 1] === "marking" ? i - 1 : -1;
  const v = opens < 0 ? undefined : c.tokens[opens + 1];
  const named = c.tokens.slice(0, Math.max(opens, 0)).flatMap((t) => (t.is === "parts" ? t.names : []));
  const of = named.at(-1) ?? nameOf(telling.last.at(-1) ?? { kind: "unit" });
  const farads = of === null ? undefined : context.known.get(of);
  if (v?.is !== "value" || farads === undefined) return false;
  const said = v.value.unit === "F" || v.value.tiny ? v.value.value : v.value.value * 1e-6;
  return Math.abs(said / farads - 1) < 1e-3;
}

/** Nobody clips at millivolts. */
function clipsInVolts(items: readonly (Thing[] | FigureSaid)[]): void {
  for (const x of items)
    if (!isRun(x) && x.value !== "over" && isBare(x.value) && x.value.value >= 1 && x.quantity === "clip")
      x.value = { ...x.value, unit: "V", alternating: true };
}

/** What a voltmeter shows without a unit is volts, where no word says that it is something else. */
function inMetersVolts(items: readonly (Thing[] | FigureSaid)[]): void {
  // beside millivolts a bare figure is more often one of them: that is settled by what they are of
  if (items.some((x) => !isRun(x) && inMillivolts(x))) return;
  for (const x of items)
    if (!isRun(x) && x.value !== "over" && isBare(x.value) && (x.quantity === null || x.quantity === "dc") && x.ends === null)
      if (!items.some((o) => isRun(o) && o.some((t) => t.kind === "channel"))) x.value = { ...x.value, unit: "V" };
}

/** Of bare ripples of one clause, one under a volt tells that all are in volts: nobody reads a fifth of a millivolt on a rail. */
function ripplesInVolts(items: readonly (Thing[] | FigureSaid)[], context: ReadoutContext): void {
  const bare = items.filter(
    (x): x is FigureSaid => !isRun(x) && x.value !== "over" && isBare(x.value) && (x.quantity === "ripple" || x.quantity === "ac"),
  );
  const volts =
    bare.some((f) => f.value !== "over" && Math.abs(f.value.value) < 1) ||
    (context.meter?.shows === "volts" && bare.some((f) => /[.,]/.test(f.text)));
  if (volts) for (const f of bare) if (f.value !== "over") f.value = { ...f.value, unit: "V", alternating: true };
}

const isBare = (v: ParsedValue): boolean => v.unit === null && !v.prefixed && !v.tiny;

/** "L 38 R 4 mv": the unit said once, at the end, is that of the figures before it. */
function unitsForward(items: readonly (Thing[] | FigureSaid)[]): void {
  const list = items.filter((x): x is FigureSaid => !isRun(x));
  const last = list.at(-1);
  if (list.length < 2 || last === undefined || last.value === "over" || !["offset", "residual", "clip"].includes(last.quantity ?? ""))
    return;
  const milli = /\d\s*(?:m\s?v|mills?)/i.test(last.text);
  if (!milli && last.value.unit !== "V") return;
  const { alternating } = last.value;
  for (const f of list.slice(0, -1))
    if (f.value !== "over" && f.value.unit === null && !f.value.prefixed)
      f.value = { ...f.value, unit: "V", alternating, value: milli ? f.value.value / 1000 : f.value.value, prefixed: milli };
}

/** The two main rails on record, the positive one first; by their signs where none is. */
function railsOf({ points }: ReadoutContext): Thing[] {
  const of = (sign: string): Thing => {
    const found = [...points.keys()].filter((n) => new RegExp(`^(?:rail )?\\${sign}`).test(n));
    return { kind: "point", name: found.length === 1 ? found[0]! : `rail ${sign}` };
  };
  return [of("+"), of("-")];
}

/** Figures with what they are of. */
function runsOf(said: Items, telling: Telling, context: ReadoutContext): Run[] | null {
  const { items } = said;
  const runs: Run[] = [];
  const first = items[0];
  if (first === undefined) return null;
  const figure = (x: Thing[] | FigureSaid): x is FigureSaid => !isRun(x);
  if (!items.some(isRun)) return alone(items.filter(figure), telling, said, context);
  if (!figure(first)) {
    for (const item of items)
      if (figure(item)) runs.at(-1)!.figures.push(item);
      else runs.push({ things: item, figures: [] });
    return runs.every((r) => r.figures.length > 0) ? runs : null;
  }
  let list: FigureSaid[] = [];
  for (const item of items)
    if (figure(item)) list.push(item);
    else {
      runs.push({ things: item, figures: list });
      list = [];
    }
  return list.length === 0 && runs.every((r) => r.figures.length > 0) ? runs : null;
}

/** Figures without a name: of what was named just before, or, signed, of the one rail on record that has such volts. */
function alone(
  list: readonly FigureSaid[],
  telling: Telling,
  { each, judged }: Pick<Items, "each" | "judged">,
  { points }: ReadoutContext,
): Run[] | null {
  // "fine for 47u" says what it is marked
  if (judged && list.some((f) => f.value !== "over" && (f.value.unit === "F" || f.value.tiny))) return null;
  if (list.some((f) => f.quantity === "offset" || f.quantity === "residual" || f.quantity === "clip")) return null;
  const isVolts = (f: FigureSaid) => f.value !== "over" && (f.value.unit === null || f.value.unit === "V") && !f.value.tiny;
  // "41.8 / -39.9": the sign of the positive one goes without saying
  if (list.every(isVolts) && list.some((f) => /^[+-]/.test(f.text))) {
    const runs = list.map((f): Run | null => {
      const v = (f.value as ParsedValue).value;
      const near = [...points].filter(([, nominal]) => nominal !== null && nominal * v > 0 && Math.abs(v / nominal - 1) <= 0.35);
      return near.length === 1 ? { things: [{ kind: "point", name: near[0]![0] }], figures: [f] } : null;
    });
    const names = new Set(runs.map((r) => r && nameOf(r.things[0] as Subject)));
    return runs.every((r) => r !== null) && names.size === runs.length ? (runs as Run[]) : null;
  }
  const { last, named } = telling;
  // "and 45 mVac on each": of all that was named so far, where they are of one kind
  const kinds = new Set(named.map((s) => s.kind));
  if (each && last.length === 1) return named.length > 1 && kinds.size === 1 ? [{ things: named, figures: [...list] }] : null;
  const one = last.length === 1 || (each && last.length > 1) || last.length === list.length;
  return one && last.length > 0 && telling.open.length === 0 ? [{ things: last, figures: [...list] }] : null;
}

/** Figures handed out to several things: one each, in order, or one of all that was said of each. */
function spread(things: readonly Thing[], list: readonly FigureSaid[], each: boolean): (readonly [Thing, FigureSaid[]])[] | null {
  if (things.length === 1) return each ? null : [[things[0]!, [...list]]];
  if (list.length === things.length) return things.map((s, i) => [s, [list[i]!]] as const);
  const all = each || things.every((t) => t.kind === "channel");
  return list.length === 1 && all ? things.map((s) => [s, [list[0]!]] as const) : null;
}

const STATES = { idle: "idle", standby: "standby", on: "on", off: "off" } as const;
const stateOf = ({ under }: HowRead) => [
  ...(under.power ? [STATES[under.power]] : []),
  ...(under.load ? [under.load] : []),
  ...(under.heat ? [under.heat] : []),
  ...(under.health === "failing" ? (["failing"] as const) : []),
];

/** "11 mills" on what is read in volts are millivolts. */
const asMillivolts = (v: ParsedValue, text: string): ParsedValue => (v.unit === null && /\bmills?\b/.test(text) ? { ...v, unit: "V" } : v);

function ofChannel(side: string, list: readonly FigureSaid[], how: HowRead): Effect[] | null {
  const [f] = list;
  if (f === undefined || list.length > 1 || f.value === "over" || f.at !== null || f.bound !== null) return null;
  const value = asMillivolts(f.value, f.text);
  // millivolts or volts must be said
  if (value.unit !== "V" || !within("volts", value.value)) return null;
  switch (f.quantity) {
    case "offset":
      return value.alternating
        ? null
        : [
            {
              about: "point",
              point: `offset ${side.toLowerCase()}`,
              volts: inVolts(value.value),
              form: "dc",
              significant: value.significant,
              under: how.under,
            },
          ];
    case "residual":
      return [keptAsTold("reading", `channel:${side}`, { quantity: "residualVolts", value: value.value, unit: "V", state: stateOf(how) })];
    case "clip":
      return [keptAsTold("reading", `channel:${side}`, { quantity: "acVolts", value: value.value, unit: "V", state: ["loaded"] })];
    default:
      return null;
  }
}

/** Figures of parts for which no record of their own exists: volts across a resistor, a hertz of a rail, a junction by its ends. */
function otherwise(thing: Subject, list: readonly FigureSaid[], how: HowRead, context: ReadoutContext): Effect[] | null {
  if (thing.kind !== "part" || isCapacitor(thing.name, context)) return null;
  const out = list.map((f): Effect | null => {
    if (f.value === "over" || f.at !== null || f.bound !== null) return null;
    const { value, unit, alternating, peakToPeak } = asMillivolts(f.value, f.text);
    const kind = classIn(thing.name, context);
    if (kind === "resistor" && unit === "V" && !peakToPeak && (f.quantity === null || f.quantity === "dc" || f.quantity === "ac"))
      return keptAsTold("reading", [thing], {
        quantity: alternating || f.quantity === "ac" ? "acVolts" : "dcVolts",
        value,
        unit: "V",
        state: stateOf(how),
      });
    return null;
  });
  return out.every((e) => e !== null) ? out : null;
}

/** Charge drained through something: what it was drained through, and what is left. */
export const drainedThrough = frame(
  [["drained", "through"], ["value"], ["parts", "value"]],
  ["parts", "through", "drained", "with", "held", "off", "time", "comma", "colon", "judged", "still", "across", "each", "all"],
  (c, telling, context) => {
    const ohms = c.values.filter((v) => v.unit === "Ω" || (v.unit === null && v.prefixed && !v.tiny && v.value >= 1));
    const watts = c.values.filter((v) => v.unit === "W");
    const volts = c.values.filter((v) => v.unit === "V" || (v.unit === null && !v.prefixed && !v.tiny && Math.abs(v.value) < 100));
    const named = c.subjects.filter((s) => s.kind === "part");
    const of = named.length > 0 ? named : telling.last;
    if (ohms.length !== 1 || watts.length > 1 || volts.length + ohms.length + watts.length < c.values.length) return null;
    if (of.length === 0 || !of.every((s) => isCapacitor(nameOf(s) ?? "", context))) return null;
    if (volts.length > 1 && volts.length !== of.length) return null;
    if (volts.length === 1 && of.length > 1 && !c.has("each")) return null;
    const tool = "tool:discharge resistor";
    const effects: Effect[] = [
      keptAsTold("safety", tool, { quantity: "resistance", value: ohms[0]!.value, unit: "ohm" }),
      ...watts.map((w) => keptAsTold("safety", tool, { quantity: "dissipation", value: w.value, unit: "W" })),
      ...(volts.length === 0 ? [] : of).map((s, i): Effect => {
        const v = volts[volts.length > 1 ? i : 0]!;
        return {
          about: "voltsAt",
          designator: nameOf(s)!,
          implied: false,
          volts: inVolts(v.value),
          form: "dc",
          significant: v.significant,
        };
      }),
    ];
    return more(telling, effects, { last: of, drained: volts.length === 0 });
  },
);

/** Frequencies of a supply and of its ripple. */
const isMains = (t: Token) => t.is === "value" && t.value.unit === null && [50, 60, 100, 120].includes(t.value.value);
const isFrequency = (e: Effect): boolean =>
  e.about === "observed" && e.observation.kind === "told" && e.observation.told.quantity === "frequency";

const isHertz = (t: Token) => t.is === "value" && t.value.unit === "Hz";

/** "-18 to gnd 0.8 ohm", "B+ to earth 40k": a supply node against ground, power off. */
export const toGround = frame(
  [["point"], ["place"], ["value", "over"], ["to"]],
  ["colon", "comma", "judged", "still", "under", "circuit"],
  (c, telling, context) => {
    if (
      !c.places.every((p) => p === "earth" || p === "chassis") ||
      c.places.length !== 1 ||
      c.senses("judged").some((j) => j.as === "good")
    )
      return null;
    const shown = c.tokens.filter((t) => t.is === "value" || (t.is === "sense" && t.sense.is === "over"));
    const points = c.subjects.filter((s) => s.kind === "point");
    const [f] = shown;
    if (points.length !== 1 || shown.length !== 1 || f === undefined) return null;
    const v = f.is === "value" ? f.value : null;
    const ohms =
      v === null || v.unit === "Ω" || (v.unit === null && !v.tiny && (v.prefixed ? v.value >= 1000 : context.meter?.shows === "ohmmeter"));
    if (!ohms || (v !== null && !within("insulationOhms", v.value))) return null;
    const under = c.senses("under").reduce((all, u) => ({ ...all, ...u.under }), telling.how.under);
    const read = points.map((s) =>
      observed(s, {
        kind: "figure",
        quantity: "toGround",
        label: null,
        value: v === null ? "over" : v.value,
        significant: v === null ? 1 : v.significant,
        inCircuit: true,
        meter: context.meter && context.meter.shows !== "esr" && context.meter.shows !== "capacitance" ? context.meter.id : null,
        under,
      }),
    );
    return more(telling, read, { last: points });
  },
);

/** "hum is 100 hz", "ripple on the minus rail is 60 hz". */
export const frequency = frame([["value"], ["symptom", "quantity", "point", "parts"]], ["judged", "each", "side", "all"], (c, telling) => {
  const values = c.tokens.filter((t) => t.is === "value");
  // "minus 60 cycles, plus 120": the unit said before
  const carried = telling.effects.at(-1);
  const before = carried !== undefined && isFrequency(carried) && c.has("point") && values.every((t) => isMains(t));
  if (values.length === 0 || !(values.every(isHertz) || before)) return null;
  if (c.senses("quantity").some((q) => q.quantity !== "ripple" && q.quantity !== "ac")) return null;
  const hertz = values.map((t) => (t.is === "value" ? t.value.value : NaN));
  if (hertz.some((h) => h <= 0 || h > 1e6)) return null;
  const reading = (of: string, value: number) => keptAsTold("reading", of, { quantity: "frequency", value, unit: "Hz" });
  const heard = c.senses("symptom");
  if (heard.length === 1 && c.subjects.length === 0 && hertz.length === 1) {
    const channels = c.sides.map((s) => keptAsTold("listen", `channel:${s}`, { outcome: heard[0]!.symptom === "buzz" ? "buzz" : "hum" }));
    if (heard[0]!.symptom !== "hum" && heard[0]!.symptom !== "buzz") return null;
    return more(telling, [reading("complaint", hertz[0]!), ...channels]);
  }
  const of = c.subjects.length > 0 ? c.subjects : telling.last;
  if (heard.length > 0 || c.sides.length > 0 || of.length !== hertz.length || !c.apart(["parts", "point"], ["value"])) return null;
  return more(
    telling,
    of.map((s, i) => reading(ofSubject(s), hertz[i]!)),
    { last: of },
  );
});

/** "F701 is a 5 A, ok": what a fuse is, and that it is the right one. */
export const rightFuse = frame(
  [["value"], ["parts"], ["judged"]],
  ["each", "comma", "colon", "describes", "old"],
  (c, telling, context) => {
    const [v, second] = c.values;
    if (v === undefined || second !== undefined || v.unit !== "A" || !c.parts.every((p) => classIn(p, context) === "fuse")) return null;
    if (!c.senses("judged").every((j) => j.as === "good")) return null;
    return more(
      telling,
      c.subjects.map((s) => keptAsTold("look", [s], { quantity: "current", value: v.value, unit: "A", outcome: "good" })),
      { last: c.subjects },
    );
  },
);

/** A bare figure that can be a temperature of a part, behind one that was said to be. */
const isDegrees = (v: ParsedValue): boolean => v.unit === null && !v.prefixed && !v.tiny && v.value >= 5 && v.value <= 250;
const isTemperature = (e: Effect): boolean =>
  e.about === "observed" && e.observation.kind === "told" && e.observation.told.quantity === "temperature";

/** "R711 88 deg, R611 41 deg". */
export const temperatures = frame(
  [
    ["temperature", "value"],
    ["parts", "place"],
  ],
  ["judged", "comma", "each", "colon", "side"],
  (c, telling) => {
    const carried = telling.effects.some(isTemperature) || c.has("temperature");
    const celsius = c.tokens.flatMap((t) =>
      t.is === "temperature"
        ? [t.celsius]
        : t.is === "value" && carried && isDegrees(t.value)
          ? [t.value.value]
          : t.is === "value"
            ? [NaN]
            : [],
    );
    if (celsius.some((x) => !Number.isFinite(x))) return null;
    const of = c.subjects;
    if (c.senses("judged").some((j) => j.as !== undefined) || of.length !== celsius.length) return null;
    return more(
      telling,
      of.map((s, i) => keptAsTold("reading", [s], { quantity: "temperature", value: celsius[i]!, unit: "degC" })),
      { last: of },
    );
  },
);

/** "5v hunting", "vcc jumps up and down". */
export const wanders = frame([["wanders"], ["point"]], ["quantity", "judged", "under", "still"], (c, telling) =>
  more(
    telling,
    c.subjects.map((s) => keptAsTold("reading", [s], { quantity: "dcVolts", outcome: "wanders" })),
    { last: c.subjects },
  ),
);

/** What a new part reads, beside the one in question: "new 47/50 0.55". */
export const reference = frame(
  [
    ["new", "shelf"],
    ["rating", "value"],
  ],
  ["quantity", "shelf", "new", "comma", "colon", "judged", "meter", "on", "over"],
  (c, telling, { meter }) => {
    const list = c.tokens.flatMap((t) => (t.is === "rating" ? [t.farads, t.volts] : t.is === "value" ? [t.value] : []));
    const isFarads = (v: ParsedValue | undefined): v is ParsedValue => v !== undefined && (v.unit === "F" || (v.unit === null && v.tiny));
    const [marked] = list;
    const volts = list[1]?.unit === "V" ? list[1] : null;
    if (!isFarads(marked) || c.has("over")) return null;
    const read = list.slice(volts === null ? 1 : 2);
    const [f, second] = read;
    if (f === undefined || read.length > 2) return null;
    const of = `new:${micro(marked.value)}${volts === null ? "" : ` ${volts.value}v`}`;
    const both = [f, second].find(isFarads);
    const ohms = read.find((v) => v !== both && (v.unit === "Ω" || v.unit === null) && !v.tiny && v.value >= 0 && v.value <= 100);
    // without its volts, it is a part that was measured only where a value follows the marking
    if (volts === null && both === undefined) return null;
    if (second !== undefined) {
      if (
        both === undefined ||
        ohms === undefined ||
        c.senses("quantity").some((q) => q.quantity !== "esr" && q.quantity !== "capacitance")
      )
        return null;
      return more(telling, [
        keptAsTold("reference", of, { quantity: "capacitance", value: both.value, unit: "F" }),
        keptAsTold("reference", of, { quantity: "esr", value: ohms.value, unit: "ohm" }),
      ]);
    }
    const quantity = c.senses("quantity")[0]?.quantity ?? null;
    const esr = quantity === "esr" || (quantity === null && meter?.shows === "esr" && (f.unit === null || f.unit === "Ω") && !f.tiny);
    if (esr && within("esrOhms", f.value))
      return more(telling, [keptAsTold("reference", of, { quantity: "esr", value: f.value, unit: "ohm" })]);
    if (f.unit === "F" && (quantity === null || quantity === "capacitance"))
      return more(telling, [keptAsTold("reference", of, { quantity: "capacitance", value: f.value, unit: "F" })]);
    return null;
  },
);

/** Farads as they are marked: 470u, 680n, 22p. */
export function micro(farads: number): string {
  const [scale, unit] = farads >= 1e-6 * (1 - 1e-9) ? [1e6, "u"] : farads >= 1e-9 * (1 - 1e-9) ? [1e9, "n"] : [1e12, "p"];
  return `${Number((farads * (scale as number)).toPrecision(6))}${unit}`;
}

/** The same part in a unit that works: "there 1.7", "same cap in the good sub 0.4". */
export const elsewhere = frame(
  [["elsewhere"], ["value"]],
  ["parts", "quantity", "judged", "comma", "colon", "circuit", "outcome", "on"],
  (c, telling, context) => {
    const [v, second] = c.values;
    const named = c.subjects;
    const before = telling.last.filter((s) => s.kind === "part");
    const of = named.length > 0 ? named : before;
    if (v === undefined || second !== undefined || of.length !== 1 || c.senses("outcome").some((o) => o.outcome !== "same")) return null;
    const name = nameOf(of[0]!);
    if (name === null || of[0]!.kind !== "part") return null;
    const quantity = c.senses("quantity")[0]?.quantity ?? null;
    const figure: FigureSaid = { value: v, bound: null, text: c.text("value"), quantity, at: null, like: telling.unit, ends: null };
    const read = readingOf(of[0]!, [figure], telling.how, context);
    const [one] = read ?? [];
    const fact =
      one?.about === "reading" && one.measurement.kind === "esr" && one.measurement.ohms !== "over"
        ? ({ quantity: "esr", value: one.measurement.ohms, unit: "ohm" } as const)
        : one?.about === "reading" && one.measurement.kind === "capacitance" && typeof one.measurement.farads === "number"
          ? ({ quantity: "capacitance", value: one.measurement.farads, unit: "F" } as const)
          : one?.about === "observed" &&
              one.observation.kind === "figure" &&
              one.observation.quantity === "ohms" &&
              one.observation.value !== "over"
            ? ({ quantity: "resistance", value: one.observation.value, unit: "ohm" } as const)
            : null;
    return fact && more(telling, [keptAsTold("reference", of, fact)], { last: of });
  },
);

/** What is left of the noise at the output, before and now: "noise at o/p 38 mv before, 1.9 now". */
export const residual = frame(
  [["quantity", "symptom"], ["value"]],
  ["place", "old", "comma", "colon", "to", "judged", "stop"],
  (c, telling) => {
    const said = c.senses("quantity");
    const output = c.places.every((p) => p === "outputs" || p === "speakers" || p === "speaker terminals");
    const noise = c.senses("symptom").length === 1 && /noise|hiss|hum|buzz/.test(c.text("symptom")) && c.places.length === 1;
    if (!output || !((said.length === 1 && said[0]!.quantity === "residual" && !c.has("symptom")) || (said.length === 0 && noise)))
      return null;
    const values = c.tokens.flatMap((t) => (t.is === "value" ? [t] : []));
    const milli = values.some((t) => /\d\s*(?:mv|mills?)/i.test(t.text));
    if (values.length > 2 || values.some((t) => t.value.unit !== "V" && !(milli && t.value.unit === null))) return null;
    const inVolts = (t: (typeof values)[number]) => (t.value.unit === "V" || t.value.prefixed ? t.value.value : t.value.value / 1000);
    const old = c.has("old");
    if (values.length === 2 ? c.has("old") && !/^before$/.test(c.text("old")) : old) return null;
    return more(
      telling,
      values.map((t, i) =>
        keptAsTold("reading", [{ kind: "point", name: "output" }], {
          quantity: "residualVolts",
          value: inVolts(t),
          unit: "V",
          state: values.length === 2 ? [i === 0 ? "before" : "after"] : [],
        }),
      ),
    );
  },
);

/** Figures that belong somewhere: "should be 100k", "want -38". */
export const ought = frame([["ought"], ["value"]], ["parts", "point", "each", "comma", "colon", "judged"], (c, telling) => {
  const of = c.subjects.length > 0 ? c.subjects : telling.last;
  const [v, ...rest] = c.values;
  if (v === undefined || rest.length > 0 || of.length === 0) return null;
  const unit =
    v.unit === "Ω"
      ? "ohm"
      : v.unit === "V" || (v.unit === null && of.every((s) => s.kind === "point"))
        ? "V"
        : v.unit === "A"
          ? "A"
          : v.unit === "F"
            ? "F"
            : null;
  if (unit === null) return null;
  const quantity = { ohm: "resistance", V: "dcVolts", A: "current", F: "capacitance" } as const;
  return more(telling, [keptAsTold("reference", of, { quantity: quantity[unit], value: v.value, unit })], { last: of });
});

/** "8 ohms, 1 khz" behind what was read at the output: what it was loaded with and fed. */
export const conditions = frame([["value"]], [], (c, telling) => {
  const [v, second] = c.values;
  if (v === undefined || second !== undefined || !telling.effects.some(isOutput)) return null;
  if (v.unit === "Ω" && v.value >= 2 && v.value <= 32)
    return more(telling, [keptAsTold("load", "bench", { quantity: "resistance", value: v.value, unit: "ohm", state: ["loaded"] })]);
  if (v.unit === "Hz") return more(telling, [keptAsTold("source", "bench", { quantity: "frequency", value: v.value, unit: "Hz" })]);
  return null;
});

const isOutput = (e: Effect): boolean =>
  e.about === "observed" &&
  e.observation.kind === "told" &&
  (e.observation.told.fact === "load" || e.observation.told.state.includes("loaded"));
