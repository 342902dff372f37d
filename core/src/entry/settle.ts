import type { Measurement } from "../evidence";
import { within } from "../knowledge";
import { amperes, farads, hertz, ohms, volts, type Farads, type Hertz, type ParsedValue } from "../units";
import type { Quantity, ReadoutIssue, ReadoutMeter, SaidReading, VoltsForm } from "./entry";
import type { Item, Phrase, Taken } from "./items";

/** An item once it is known what it is. */
export type Settled =
  ({ is: "reading"; key: string } & SaidReading) | { is: "volts"; key: string; volts: number; form: VoltsForm; significant: number };

const ask = (issue: ReadoutIssue): { ok: false; issue: ReadoutIssue } => ({ ok: false, issue });
const showsEsr = (meter: ReadoutMeter) => meter.shows === "esr" || meter.shows === "capacitance";

// A meter that says nothing of its frequency is taken as the usual hand-held: ESR at 100 kHz, C at 120 Hz (common practice).
const esrFrequency = (item: Item): Hertz => (item.at === "dc" || item.at === null ? (item.meter?.esrAt ?? hertz(100_000)) : hertz(item.at));
const capacitanceFrequency = (item: Item): Hertz | "dc" =>
  item.at === null ? (item.meter?.capacitanceAt ?? hertz(120)) : item.at === "dc" ? "dc" : hertz(item.at);
/** tan d goes with the meter's capacitance: it is measured at the same frequency. */
function dissipationFrequency(item: Item): Hertz {
  if (typeof item.at === "number") return hertz(item.at);
  const c = item.meter?.capacitanceAt;
  return c === undefined || c === "dc" ? hertz(120) : c;
}

/** What an item says of a part of `nominal` farads; asked back where that cannot be told. */
export function settle(item: Item, phrase: Phrase, designator: string, nominal: Farads): Taken<Settled> {
  switch (item.said.kind) {
    case "measured":
      return reading(item, item.said.measurement, 1, item.said.measurement.kind);
    case "over":
      return overRange(item, phrase);
    case "value":
      return value(item, phrase, designator, nominal);
  }
}

function reading(item: Item, measurement: Measurement, significant: number, quantity: string): Taken<Settled> {
  const at = "at" in measurement ? measurement.at : "";
  const key = `${quantity} ${item.inCircuit} ${item.meter?.id ?? ""} ${at}${measurement.kind === "visual" ? measurement.sign : ""}`;
  return {
    ok: true,
    value: { is: "reading", key, measurement, significant, inCircuit: item.inCircuit, meter: meterFor(item, measurement) },
  };
}

/** The meter stays with a reading only where it can have shown it: an ESR meter shows no ohms that fall. */
function meterFor({ meter }: Item, measurement: Measurement): string | null {
  if (!meter) return null;
  if (measurement.kind === "ohmmeter" || measurement.kind === "leakage") return meter.shows === "esr" ? null : meter.id;
  return meter.id;
}

function overRange(item: Item, phrase: Phrase): Taken<Settled> {
  const shows = item.meter?.shows;
  const of =
    item.hint === "esr" || item.hint === "leak"
      ? item.hint
      : phrase.trend !== null
        ? "leak"
        : shows === "esr"
          ? "esr"
          : shows === "ohmmeter"
            ? "leak"
            : null;
  if (of === null) return ask({ code: "overOfWhat", token: item.token.text });
  if (of === "esr" && item.meter && !showsEsr(item.meter)) return ask({ code: "meterShowsNoEsr", meter: item.meter.id });
  return of === "esr"
    ? reading(item, { kind: "esr", ohms: "over", at: esrFrequency(item) }, 1, "esr")
    : reading(item, { kind: "ohmmeter", ohms: "over", trend: phrase.trend ?? "unsaid" }, 1, "leak");
}

function value(item: Item, phrase: Phrase, designator: string, nominal: Farads): Taken<Settled> {
  const parsed = item.token.value!;
  const { text } = item.token;
  if (/^[<>~≈]?[+-]?[1-9]\d{0,2},\d{3}(?!\d)/.test(text)) return ask({ code: "thousandsOrDecimal", token: text });
  if (item.token.percent) return inPercent(item, parsed, nominal);
  const quantity = quantityOf(item, phrase, parsed, designator, nominal);
  if (!quantity.ok) return quantity;
  return keep(item, phrase, quantity.value, parsed, nominal);
}

function inPercent(item: Item, parsed: ParsedValue, nominal: Farads): Taken<Settled> {
  const { text } = item.token;
  const share = parsed.value / 100;
  if (item.hint === "dissipation") return keptD(item, share, parsed.significant);
  const signed = /^[<>~≈]?[+-]/.test(text);
  if (!signed && item.hint !== "capacitance") return ask({ code: "unitMissing", token: text });
  const c = nominal * (signed ? 1 + share : share);
  if (!within("readFarads", c) || c <= 0) return ask({ code: "impossible", token: text, quantity: "capacitance" });
  return reading(
    item,
    { kind: "capacitance", farads: farads(c), at: capacitanceFrequency(item), ...bounded(item) },
    Math.max(2, parsed.significant),
    "capacitance",
  );
}

/** Above this no hand-held shows a bare figure of ESR: something else was meant. In ohms. */
const MAX_BARE_ESR = 100;

/** What a number is: the word said for it, else its unit, else what the meter shows. Ohms on a meter that shows no ESR are ohms. */
function quantityOf(item: Item, phrase: Phrase, parsed: ParsedValue, designator: string, nominal: Farads): Taken<Quantity | "ripple"> {
  const { unit, prefixed, value: size } = parsed;
  const { meter, hint } = item;
  const { text } = item.token;
  const is = (quantity: Quantity | "ripple") => ({ ok: true, value: quantity }) as const;
  if (hint === "esr" && (item.fresh || unit === "Ω" || (unit === null && !parsed.tiny))) {
    if (meter && !showsEsr(meter)) return ask({ code: "meterShowsNoEsr", meter: meter.id });
    return is("esr");
  }
  if (hint !== null && (item.fresh || (unit === null && !parsed.tiny))) return is(hint);
  if (unit === "F") return is("capacitance");
  // an ESR meter shows no amperes: what leaks is said so
  if (unit === "A")
    return meter && showsEsr(meter) && phrase.trend === null ? ask({ code: "wrongUnit", token: text, quantity: "esr", unit }) : is("leak");
  if (unit === "V") return is("volts");
  if (unit === "Ω") {
    if (phrase.trend !== null || (meter && !showsEsr(meter)) || size >= 1000) return is("leak");
    return meter ? is("esr") : ask({ code: "ohmsOfWhat", token: text });
  }
  if (unit !== null) return ask({ code: "unitMissing", token: text });
  if (parsed.tiny) return is("capacitance");
  const shows = meter?.shows;
  const milli = /^[<>~≈]?[\d.,]+m$/.test(text);
  if (milli && (shows === "ohmmeter" || phrase.trend !== null)) return ask({ code: "milliOrMega", token: text });
  if (shows === "ohmmeter" || phrase.trend !== null) return is("leak");
  if (prefixed && Math.abs(size) >= 1000) return ask({ code: "unitMissing", token: text }); // 20k of what? an ESR meter does not go there
  if (!shows) return ask({ code: "unitMissing", token: text });
  if (shows !== "esr") return is(shows);
  if (!prefixed && sameFigure(size, nominal * 1e6)) return ask({ code: "isTheMarking", token: text, designator });
  return !prefixed && size > MAX_BARE_ESR ? ask({ code: "noBareEsr", token: text }) : is("esr");
}

const sameFigure = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * Math.abs(b);
const bounded = (item: Item) => (item.token.bound ? { bound: item.token.bound } : {});

function keptD(item: Item, d: number, significant: number): Taken<Settled> {
  if (!within("dissipation", d)) return ask({ code: "impossible", token: item.token.text, quantity: "dissipation" });
  return reading(item, { kind: "dissipation", d, at: dissipationFrequency(item) }, significant, "dissipation");
}

function keep(item: Item, phrase: Phrase, quantity: Quantity | "ripple", parsed: ParsedValue, nominal: Farads): Taken<Settled> {
  const { value: size, unit, significant } = parsed;
  const { text } = item.token;
  const named: Quantity = quantity === "ripple" ? "volts" : quantity;
  const wrongUnit = () => ask({ code: "wrongUnit", token: text, quantity: named, unit: unit ?? "prefix" });
  const impossible = () => ask({ code: "impossible", token: text, quantity: named });
  switch (quantity) {
    case "esr":
      if (unit !== null && unit !== "Ω") return wrongUnit();
      if (!within("esrOhms", size)) return impossible();
      return reading(item, { kind: "esr", ohms: ohms(size), at: esrFrequency(item), ...bounded(item) }, significant, "esr");
    case "capacitance": {
      if (unit !== null && unit !== "F") return wrongUnit();
      if (unit === null && !parsed.prefixed) return ask({ code: "unitMissing", token: text });
      const settled = milliFarads(text, size, nominal);
      if (!settled.ok) return settled;
      if (!within("readFarads", settled.value) || settled.value <= 0) return impossible();
      const far = phrase.forced ? null : farFromMarked(settled.value, nominal);
      if (far !== null) return ask({ code: "farFromMarked", token: String(settled.value), nominal, ratio: far });
      return reading(
        item,
        { kind: "capacitance", farads: farads(settled.value), at: capacitanceFrequency(item), ...bounded(item) },
        significant,
        "capacitance",
      );
    }
    case "dissipation":
      return unit !== null ? wrongUnit() : keptD(item, size, significant);
    case "leak":
      if (unit === "A")
        return within("leakAmperes", size) ? reading(item, { kind: "leakage", amperes: amperes(size) }, significant, "leak") : impossible();
      if (unit !== null && unit !== "Ω") return wrongUnit();
      if (!within("insulationOhms", size)) return impossible();
      return reading(item, { kind: "ohmmeter", ohms: ohms(size), trend: phrase.trend ?? "unsaid", ...bounded(item) }, significant, "leak");
    case "volts":
    case "ripple": {
      if (unit !== null && unit !== "V") return wrongUnit();
      if (quantity === "ripple" && unit === null && !parsed.prefixed && Math.abs(size) >= 1)
        return ask({ code: "voltsOrMillivolts", token: text });
      if (!within("volts", size)) return impossible();
      const form = parsed.peakToPeak ? "peakToPeak" : parsed.alternating || quantity === "ripple" ? "rms" : "dc";
      return { ok: true, value: { is: "volts", key: `volts ${form}`, volts: volts(size), form, significant } };
    }
    case "frequency":
      return wrongUnit();
  }
}

/** "mF" is millifarads to some and microfarads on old parts: it is asked back. */
function milliFarads(text: string, micro: number, nominal: Farads): Taken<number> {
  return /^[<>~≈]?[\d.,]+mf$/i.test(text) ? ask({ code: "milliOrMicro", token: text, nominal }) : { ok: true, value: micro };
}

// A leaky part can read several times its value; fifty times is a wrong prefix.
const FAR = 50;
/** Below a ten-thousandth of the marked value even an open part shows more than its leads do. */
const NEAR_NOTHING = 1e-4;

function farFromMarked(c: number, nominal: Farads): number | null {
  const ratio = c / nominal;
  return ratio > FAR || ratio < NEAR_NOTHING ? ratio : null;
}
