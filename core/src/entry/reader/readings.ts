import type { LookSign, Measurement, Observation, SaidPartState, Subject, VisualSign } from "../../evidence";
import { within } from "../../knowledge";
import { amperes, farads, hertz, ohms, volts, type Hertz, type ParsedValue } from "../../units";
import type { Effect, ReadoutContext } from "../entry";
import { classIn, isCapacitor, type FigureSaid, type HowRead } from "./said";

// What figures, signs and states of one thing come to. Null: they do not fit it, and somebody must be asked.

const observed = (subject: Subject, observation: Observation): Effect => ({ about: "observed", subject, observation });

/** Readings of one thing, from the figures said of it. */
export function readingOf(subject: Subject, figures: readonly FigureSaid[], how: HowRead, context: ReadoutContext): Effect[] | null {
  if (subject.kind === "point") {
    const read = all(figures.map((f) => atPoint(subject.name, f, how, context)));
    const forms = read?.map((e) => (e.about === "point" ? e.form : ""));
    return forms && new Set(forms).size === forms.length ? read : null;
  }
  if (subject.kind !== "part") return null;
  const { name } = subject;
  // "D3 .52 / ol": one way and the other
  const [one, other] = figures;
  if (
    figures.length === 2 &&
    classIn(name, context) === "diode" &&
    one!.value !== "over" &&
    other!.value === "over" &&
    other!.quantity === null
  )
    other!.quantity = "reverse";
  const effects = all(
    figures.map((f) => (isCapacitor(name, context) ? ofCapacitor(name, f, how, context) : ofPart(subject, f, how, context))),
  );
  // of two figures of one quantity one is something else
  const kinds = effects?.map((e) =>
    e.about === "reading"
      ? e.measurement.kind
      : e.about === "observed" && e.observation.kind === "figure"
        ? `${e.observation.quantity} ${e.observation.label}`
        : e.about,
  );
  return kinds && new Set(kinds).size === kinds.length ? effects : null;
}

const all = (list: readonly (Effect | null)[]): Effect[] | null => (list.every((e) => e !== null) ? (list as Effect[]) : null);
const formOf = (v: ParsedValue, f: FigureSaid) =>
  v.peakToPeak ? "peakToPeak" : v.alternating || /\bac\b/.test(f.text) || f.quantity === "ac" || f.quantity === "ripple" ? "rms" : "dc";

/** Of what a point should have: between these a figure without a quantity is taken as its DC volts. */
const MIN_OF_NOMINAL = 0.05;
const MAX_OF_NOMINAL = 1.6;

function atPoint(point: string, f: FigureSaid, how: HowRead, { points }: ReadoutContext): Effect | null {
  if (f.value === "over" || f.at !== null || f.bound === "below" || f.bound === "above") return null;
  if (f.quantity !== null && !["ac", "dc", "ripple", "offset"].includes(f.quantity)) return null;
  const v = f.value;
  if (v.unit !== null && v.unit !== "V") return null;
  // an offset or a ripple is read in millivolts as often as in volts
  const mills = /\bmills?\b/.test(f.text);
  if (
    v.unit === null &&
    !mills &&
    (v.prefixed || ((f.quantity === "offset" || f.quantity === "ripple" || f.quantity === "ac") && Math.abs(v.value) >= 1))
  )
    return null;
  if (!within("volts", v.value)) return null;
  // a figure that is far from what belongs there is of something else, unless it is said to be DC
  const nominal = points.get(point) ?? null;
  const ratio = nominal === null || nominal === 0 ? 1 : Math.abs(v.value / nominal);
  if (f.quantity === null && formOf(v, f) === "dc" && v.value !== 0 && (ratio < MIN_OF_NOMINAL || ratio > MAX_OF_NOMINAL)) return null;
  // of a rail below ground the sign goes without saying
  const below = (points.get(point) ?? (/^(?:rail )?-/.test(point) ? -1 : 1)) < 0 && formOf(v, f) === "dc" && !/^[+-]/.test(f.text);
  return {
    about: "point",
    point,
    volts: volts(below ? -v.value : v.value),
    form: formOf(v, f),
    significant: v.significant,
    under: how.under,
  };
}

/** Above this no hand-held shows a bare figure of ESR. In ohms. */
const MAX_BARE_ESR = 100;

function ofCapacitor(designator: string, f: FigureSaid, how: HowRead, context: ReadoutContext): Effect | null {
  const inCircuit = how.inCircuit ?? context.inCircuit;
  const { meter } = context;
  const bound = f.bound ? { bound: f.bound } : {};
  const esrAt: Hertz = f.at !== null ? hertz(f.at) : (meter?.esrAt ?? hertz(100_000));
  const reading = (measurement: Measurement, significant: number, by: boolean): Effect => ({
    about: "reading",
    designator,
    implied: false,
    measurement,
    significant,
    inCircuit,
    meter: by ? (meter?.id ?? null) : null,
  });
  const showsEsr = meter?.shows === "esr" || meter?.shows === "capacitance";
  if (Object.keys(how.under).some((k) => k !== "power" && k !== "heat")) return null;
  // nothing but volts is read of a capacitor in a unit that is on
  if (how.under.power !== undefined && f.value !== "over" && f.value.unit !== "V") return null;
  if (f.value === "over") {
    if (f.quantity === "esr" || (f.quantity === null && meter?.shows === "esr"))
      return reading({ kind: "esr", ohms: "over", at: esrAt }, 1, showsEsr);
    if (f.quantity === "ohms" || f.quantity === "leak" || (f.quantity === null && meter?.shows === "ohmmeter"))
      return reading({ kind: "ohmmeter", ohms: "over", trend: "unsaid" }, 1, !showsEsr);
    return null;
  }
  // on an ESR meter "20 mills" are milliohms
  const milliohms =
    meter?.shows === "esr" && /\bmills?\b/.test(f.text) && f.value.unit === null && (f.quantity === null || f.quantity === "esr");
  const { value, unit, tiny, prefixed, significant } = milliohms
    ? { ...f.value, unit: "Ω" as const, prefixed: false, tiny: false }
    : f.value;
  const like = f.like === "F" && unit === null && !prefixed;
  const marked = context.known.get(designator)!;
  // what a bridge shows near the marked value is microfarads
  const micro = unit === null && !prefixed && !tiny && meter?.shows === "capacitance" && f.quantity === null && value >= 1;
  if (micro && value * 1e-6 > 0.5 * marked && value * 1e-6 < 1.5 * marked)
    return reading({ kind: "capacitance", farads: farads(value * 1e-6), at: meter?.capacitanceAt ?? hertz(120) }, significant, true);
  if (like && (f.quantity === null || f.quantity === "capacitance") && value * 1e-6 > 0.02 * marked && value * 1e-6 < 3 * marked)
    return reading({ kind: "capacitance", farads: farads(value * 1e-6), at: meter?.capacitanceAt ?? hertz(120) }, significant, true);
  if (unit === "F" || (unit === null && tiny && f.quantity !== "esr")) {
    if (f.quantity !== null && f.quantity !== "capacitance") return null;
    if (/mf$/i.test(f.text.trim())) return null;
    const nominal = marked;
    if (!within("readFarads", value) || value <= 0 || value / nominal > 50 || value / nominal < 1e-4) return null;
    const at = f.at !== null ? hertz(f.at) : (meter?.capacitanceAt ?? hertz(120));
    return reading({ kind: "capacitance", farads: farads(value), at, ...bound }, significant, true);
  }
  if (unit === "V") {
    if (f.quantity !== null && !["ac", "dc", "ripple"].includes(f.quantity)) return null;
    if (f.ends !== null) return null;
    return within("volts", value)
      ? { about: "voltsAt", designator, implied: false, volts: volts(value), form: formOf(f.value, f), significant }
      : null;
  }
  if (unit === "A")
    return f.quantity === "leak" && within("leakAmperes", value)
      ? reading({ kind: "leakage", amperes: amperes(value) }, significant, !showsEsr)
      : null;
  if (unit !== null && unit !== "Ω") return null;
  // a bridge shows ohms of a capacitor as its ESR
  const onBridge = meter?.shows === "capacitance" && !like && (unit === "Ω" || (unit === null && !prefixed && value < 1));
  if (
    f.quantity === "esr" ||
    (f.quantity === null && value <= MAX_BARE_ESR && ((meter?.shows === "esr" && (unit === "Ω" || !prefixed)) || onBridge))
  ) {
    // the marked value on the display of an ESR meter is a value said without its unit
    if (unit === null && Math.abs(value - context.known.get(designator)! * 1e6) < 1e-9 * value) return null;
    return within("esrOhms", value) ? reading({ kind: "esr", ohms: ohms(value), at: esrAt, ...bound }, significant, showsEsr) : null;
  }
  if (f.quantity === "ohms" || f.quantity === "leak" || (f.quantity === null && unit === "Ω" && meter?.shows === "ohmmeter"))
    return unit === "Ω" && within("insulationOhms", value)
      ? reading({ kind: "ohmmeter", ohms: ohms(value), trend: "unsaid", ...bound }, significant, !showsEsr)
      : null;
  return null;
}

function ofPart(subject: Exclude<Subject, { kind: "unit" }>, f: FigureSaid, how: HowRead, context: ReadoutContext): Effect | null {
  const kind = classIn(subject.name, context);
  if (kind === null || kind === "capacitor" || f.bound === "below" || f.bound === "above") return null;
  const { meter } = context;
  const shown = meter && meter.shows !== "esr" && meter.shows !== "capacitance" ? meter.id : null;
  type Quantity = Extract<Observation, { kind: "figure" }>["quantity"];
  const figure = (quantity: Quantity, label: string | null): Effect => {
    const [value, significant] = f.value === "over" ? (["over", 1] as const) : [f.value.value, f.value.significant];
    return observed(subject, {
      kind: "figure",
      quantity,
      label,
      value,
      significant,
      inCircuit: how.inCircuit ?? context.inCircuit,
      meter: shown,
      under: how.under,
    });
  };
  if (f.at !== null) return null;
  const diode = kind === "diode" || kind === "transistor";
  if (f.quantity === "reverse") return kind === "diode" && f.value === "over" ? figure("junction", "reverse") : null;
  if (f.value === "over") return diode ? null : f.quantity === null || f.quantity === "ohms" ? figure("ohms", null) : null;
  const { unit, value, prefixed } = f.value;
  if (f.ends !== null) {
    const volts = unit === "V" || (unit === null && !prefixed);
    return kind === "transistor" && volts && value > 0 && value <= 4 ? figure("junction", f.ends) : null;
  }
  if (f.quantity === "gain") return kind === "transistor" && unit === null ? figure("gain", null) : null;
  if (unit === "Ω" || (unit === null && prefixed && !f.value.tiny && Math.abs(value) >= 1000)) {
    if (f.quantity !== null && f.quantity !== "ohms") return null;
    return within("insulationOhms", value) ? figure("ohms", null) : null;
  }
  if (kind === "valve" && unit === null && /\bmills?\b/.test(f.text)) return figure("current", null);
  if (unit === "A") return f.quantity === null || f.quantity === "current" ? (kind === "fuse" ? null : figure("current", null)) : null;
  if (
    kind === "diode" &&
    // nobody reads half an ohm of a diode (common practice)
    (unit === "V" || (unit === null && (f.quantity === "diode" || (!prefixed && value >= 0.15 && value <= 1.2)))) &&
    value > 0 &&
    value <= 4 &&
    (f.quantity === null || f.quantity === "diode")
  )
    return figure("junction", "forward");
  // what an ohmmeter shows of a part that is measured in ohms needs no unit
  if (
    unit === null &&
    !prefixed &&
    !diode &&
    kind !== "valve" &&
    kind !== "chip" &&
    value >= 0 &&
    (f.quantity === "ohms" || (f.quantity === null && meter?.shows === "ohmmeter"))
  )
    return figure("ohms", null);
  return null;
}

const VISUAL: Partial<Record<LookSign, VisualSign>> = {
  bulged: "bulged",
  leaking: "leaking",
  crust: "crust",
  cracked: "cracked",
  scorched: "scorched",
  charred: "scorched",
  discoloured: "discoloured",
  corroded: "corrodedLead",
  looksWhole: "looksClean",
};

/**
 * What was seen of one thing. Denied, a sign says that the thing looks right where the eye was on that; else it says nothing that is
 * kept.
 */
export function lookOf(subject: Subject, sign: LookSign, not: boolean, context: ReadoutContext): Effect | null {
  const clears = not && ["bulged", "leaking", "crust", "blown"].includes(sign);
  if (not && !clears) return null;
  if (subject.kind === "part" && isCapacitor(subject.name, context)) {
    const visual = clears ? "looksClean" : VISUAL[sign];
    return visual === undefined
      ? observed(subject, { kind: "look", sign, severity: null, intended: false })
      : {
          about: "reading",
          designator: subject.name,
          implied: false,
          measurement: { kind: "visual", sign: visual },
          significant: 1,
          inCircuit: context.inCircuit,
          meter: null,
        };
  }
  return observed(subject, { kind: "look", sign: clears ? "looksWhole" : sign, severity: null, intended: false });
}

/** What a thing was said to be, without a figure. */
export function stateOf(subject: Subject, state: SaidPartState, inCircuit: boolean, context: ReadoutContext): Effect | null {
  if (subject.kind !== "part") return null;
  if (!isCapacitor(subject.name, context))
    return classIn(subject.name, context) === "capacitor" ? null : observed(subject, { kind: "state", state, inCircuit });
  const reading = (measurement: Measurement): Effect => ({
    about: "reading",
    designator: subject.name,
    implied: false,
    measurement,
    significant: 1,
    inCircuit,
    meter: null,
  });
  switch (state) {
    case "open":
    case "shorted":
    case "intermittent":
      return reading({ kind: "condition", condition: state });
    case "bad":
      return reading({ kind: "word", word: "bad" });
    default:
      return null;
  }
}
