import { ownFigure, type ShopConstants } from "./own";
import { memory, practice, type KnowledgeRow, type Source, type Stricter } from "./row";

const row = <I extends string>(id: I, value: number, unit: string, source: Source, sure: KnowledgeRow["sure"], note: string) =>
  ({ id, value, unit, source, sure, note }) satisfies KnowledgeRow;

/** A figure that somebody's skin hangs on: a shop may make it stricter, never looser. */
const guard = <I extends string>(
  stricter: Stricter,
  id: I,
  value: number,
  unit: string,
  source: Source,
  sure: KnowledgeRow["sure"],
  note: string,
) => ({ ...row(id, value, unit, source, sure, note), stricter }) satisfies KnowledgeRow;

/** Every rule that is a single figure. A new one is a row here; its id is then known to `figure`. */
export const ROWS = [
  row("esr.soundRatio", 1.25, "×", practice, "usual", "degraded begins over this many times the expectation"),
  row("esr.failedRatio", 2, "×", practice, "usual", "failed begins over this many times the expectation"),
  row("esr.floor", 0.3, "Ω", practice, "usual", "no hand-held meter resolves limits below this, for parts under 1000 µF"),
  row("esr.floorFailed", 0.5, "Ω", practice, "usual", "failed never begins under this below 1000 µF"),
  row("esr.largeFrom", 1e-3, "F", practice, "firm", "from here up a part counts as a large reservoir"),
  row("esr.largeFloor", 0.05, "Ω", practice, "usual", "no hand-held meter resolves limits below this, from 1000 µF up"),
  row("esr.allowance", 0.02, "Ω", practice, "usual", "a display step and the contact of the leads"),
  row("esr.nearZero", 0.02, "Ω", practice, "usual", "under this a small part and its leads cannot read: maybe a short"),
  row("esr.nearZeroLarge", 0.003, "Ω", practice, "rough", "the same from 1000 µF up"),
  row("esr.openRatio", 50, "×", practice, "usual", "an open part reads over this many times the expectation"),
  row("esr.openOhms", 100, "Ω", practice, "usual", "and over this"),
  row("esr.meterFrom", 0.33e-6, "F", practice, "usual", "under this an ESR meter shows over-range on a good part too"),
  row("esr.tradeFrom", 20_000, "Hz", practice, "usual", "trade norms are for meters from here up"),
  row("esr.likeFrequency", 0.2, "share", practice, "usual", "references count within this of the reading's frequency"),
  row("c.half", 0.5, "share", practice, "usual", "failed below this share of the marked value"),
  row("c.tooHigh", 0.3, "share", practice, "usual", "failed when this far over the upper tolerance: charged through a leak"),
  row("c.nearlyGone", 0.02, "share", practice, "usual", "below this share a part is open"),
  row("c.underReadsFrom", 800, "Hz", practice, "usual", "from here up a bridge under-reads wet parts of high ESR"),
  row("c.modelAgrees", 0.25, "share", practice, "rough", "a 1 kHz reading this near the series model agrees with it"),
  row("c.crossover", 0.05, "share", practice, "usual", "tolerance of crossover parts"),
  row("c.tone", 0.1, "share", practice, "usual", "tolerance of tone parts"),
  guard("higher", "short.ohms", 3, "Ω", practice, "usual", "an ohmmeter with its leads shows up to about an ohm on a short"),
  guard("lower", "short.highVolts", 100, "V", practice, "usual", "on a part rated for this and more"),
  guard("lower", "short.coreVolts", 2.5, "V", practice, "usual", "a rail of no more than this may be low to ground and right"),
  guard("higher", "short.highOhms", 1000, "Ω", practice, "usual", "hundreds of ohms are a short for its supply"),
  row("leak.share", 0.01, "1/s", memory("IEC 60384-4, form"), "usual", "leakage a wet part may have: this times C times V"),
  row("leak.least", 3e-6, "A", memory("IEC 60384-4, form"), "usual", "or this, whichever is greater"),
  row("film.insulation", 3e9, "Ω", memory("IEC 60384-2, form"), "usual", "insulation of film, paper and ceramic up to 0.33 µF"),
  row("film.smallUpTo", 0.33e-6, "F", memory("IEC 60384-2, form"), "usual", "the bound for that"),
  row("film.product", 1000, "s", memory("IEC 60384-2, form"), "usual", "R times C above it"),
  row("coupling.shift", 0.1, "V", practice, "rough", "DC a leak may put on the next stage"),
  row("contact.most", 2, "Ω", practice, "usual", "a fuse, plug or closed contact reads no more than this and its leads"),
  row("resistor.within", 0.1, "share", practice, "usual", "a resistor this near its marking is as marked"),
  row("resistor.failed", 0.2, "share", practice, "usual", "beyond this it has failed"),
  row("driver.least", 0.5, "share", practice, "usual", "DC ohms of a voice coil over its marked impedance: shorted turns below"),
  row("driver.most", 1.3, "share", practice, "usual", "and failing above"),
  row("driver.shorted", 1, "Ω", practice, "usual", "a voice coil under this is shorted"),
  row("junction.least", 0.1, "V", practice, "usual", "less on a diode test is no junction"),
  row("junction.most", 0.95, "V", practice, "usual", "a silicon junction on a diode test shows no more"),
  row(
    "halves.ratio",
    1.2,
    "×",
    practice,
    "rough",
    "halves of a winding further apart: shorted turns; the outer half is always a little more",
  ),
  guard("lower", "loads.odd", 10, "×", practice, "usual", "a load this far under the median to ground holds the short"),
  row("rail.usual", 0.05, "share", practice, "usual", "a regulated rail where nobody says"),
  row("standby.high", 3, "×", practice, "usual", "standby current over this times normal has a fault of its own"),
  guard("lower", "earth.most", 0.3, "Ω", memory("EN 50699, leads up to 5 m"), "usual", "earth pin to chassis reads no more than this"),
  guard(
    "higher",
    "insulation.least",
    1e6,
    "Ω",
    memory("EN 50699, class I; class II asks for 2 MΩ"),
    "usual",
    "mains pins to chassis read no less",
  ),
  guard("lower", "leads.most", 0.3, "Ω", practice, "usual", "test leads held together read no more than this"),
  guard("higher", "leak.insulation", 10e6, "Ω", practice, "usual", "a strip or board that was wet is dry and clean from here up"),
  row("fitted.within", 0.02, "share", practice, "firm", "a fitted value this near the wanted one is the wanted one"),
  row("fit.minutes", 8, "min", practice, "rough", "taking one part out, cleaning, and putting the new one in"),
  row("bridge.most", 2, "×", practice, "usual", "a good part put across is the same value, or up to this many times"),
  row("counterparts.ratio", 2, "×", practice, "usual", "a part this far from the median of its counterparts is suspect inside its limits"),
  row("counterparts.shown", 1.2, "×", practice, "usual", "a ratio from here up is shown"),
  row("counterparts.sides", 0.05, "share", practice, "usual", "crossover and tone: left against right"),
  row("meters.disagree", 2, "×", practice, "usual", "two meters this far apart are named"),
  row("meter.reading", 0.05, "share", practice, "usual", "how far an out-of-circuit reading may be off"),
  row("meter.inCircuit", 0.25, "share", practice, "rough", "how far an in-circuit reading may be off"),
  row("neighbour.better", 4, "×", practice, "rough", "a low-ESR neighbour reads this much under the typical figure"),
  guard("lower", "charge.shock", 60, "V", memory("IEC 62368-1, ES1"), "firm", "from here up charge counts whatever its energy"),
  guard("lower", "charge.spark", 1, "J", practice, "usual", "below that it counts from here up: sparks, welds, damaged parts"),
  guard("lower", "charge.touch", 5, "V", practice, "usual", "a part counts as discharged under this"),
  guard("higher", "charge.unknown", 400, "V", practice, "usual", "a part without marked volts counts as this: mains, rectified"),
  row("charge.patience", 120, "s", practice, "usual", "a resistor that takes longer to get below 5 V is not offered"),
  row("choose.sound", 0.1, "share", practice, "usual", "coupling, tone, timing and feedback parts: the value may be off by this"),
  row("choose.crossover", 0.05, "share", practice, "usual", "crossover parts: the value may be off by this"),
  row("choose.pair", 0.02, "share", practice, "usual", "the two sides of a crossover may differ by this"),
  row("choose.low", 0.1, "share", practice, "usual", "filters, bypasses: the value may be less by this"),
  row("choose.high", 0.25, "share", practice, "usual", "filters, bypasses: more by this"),
  row("choose.reservoirMost", 0.5, "share", practice, "usual", "a filter increased by a step: at most by this, unless inrush forbids it"),
  row(
    "choose.couplingMost",
    1.2,
    "share",
    practice,
    "usual",
    "an electrolytic in coupling or bypass may be larger by this: it only goes deeper",
  ),
  row("choose.digitalMost", 1.2, "share", practice, "usual", "a digital rail is chosen by ESR and height: more by this does no harm"),
  row("choose.classD", 0.1, "share", practice, "usual", "a switching amplifier's filter moves its resonance by half of this"),
  row("choose.snubber", 0.1, "share", practice, "usual", "a snubber's value may be off by this"),
  row(
    "choose.valveMost",
    0.25,
    "share",
    practice,
    "rough",
    "the first filter behind a rectifier valve of unknown limit: more by this at most",
  ),
  row("choose.wetTemperature", 105, "°C", practice, "usual", "wet aluminium where the original's temperature is not known"),
  row("choose.dryTemperature", 85, "°C", practice, "usual", "film and ceramic are rated lower by nature and are not dried by heat"),
  row("choose.formed", 3.1, "mm", practice, "usual", "leads can be formed this far"),
  row(
    "choose.lowRipple",
    0.5,
    "share",
    practice,
    "rough",
    "ripple allowed at 100 Hz of that stated at 100 kHz: makers' factors run from 0.4 to 0.6",
  ),
  row(
    "choose.rippleHeat",
    5,
    "K",
    memory("makers' life guides"),
    "rough",
    "a wet part at its full ripple rating is this much warmer inside",
  ),
  row("choose.mains", 230, "V", practice, "usual", "mains volts where not entered"),
  row("choose.loadShare", 2, "×", practice, "usual", "a balancing resistor is rated for this many times what it turns into heat"),
  row(
    "set.leak",
    0.0015,
    "µA/(µF·V)",
    memory("a maker's application guide"),
    "usual",
    "difference of leakage in a series pair that the balancing resistors must carry",
  ),
  row("come.badKind", 0.08, "1/year", practice, "rough", "an unmeasured part like one that failed, left in: brings the unit back"),
  row("come.section", 0.02, "1/year", practice, "rough", "another unmeasured electrolytic of a section with a bad one"),
  row("come.other", 0.008, "1/year", practice, "rough", "any other unmeasured electrolytic of that age"),
  row("come.worn", 0.1, "1/year", practice, "rough", "a part that measured degraded, left in"),
  row("come.sound", 0.003, "1/year", practice, "rough", "an old part that measured good, left in"),
  row("come.new", 0.001, "1/year", practice, "rough", "a new part that was put in"),
  row("come.slip", 0.002, "share", practice, "rough", "a part that is changed: a lifted pad, the wrong way round, a joint"),
  row("come.years", 2, "years", practice, "usual", "a unit that comes back within this counts as a comeback"),
  row("come.spread", 2, "×", practice, "rough", "the chances above may all be too high or too low by this"),
  row("come.jobs", 20, "jobs", practice, "usual", "closed jobs of a scope from which the shop's own history counts"),
  row(
    "crossover.tanD",
    0.05,
    "tan d",
    memory("data of bipolar crossover series, at 1 kHz"),
    "rough",
    "loss of a bipolar part in a crossover, where its ESR is not known",
  ),
  row("lamp.leaves", 0.75, "share", practice, "usual", "a lamp in series leaves a good unit at least this share of its mains"),
  row("lamp.dark", 0.3, "share", practice, "usual", "with less than this of the mains on it a lamp goes dim after its flash"),
  row("lamp.bright", 0.55, "share", practice, "usual", "with more than this of the mains on it a lamp stays bright"),
  row("valve.cold", 0.45, "share", practice, "rough", "under this share of its heater volts a rectifier valve passes next to nothing"),
  row("valve.warm", 0.75, "share", practice, "rough", "from this share on it conducts as it should"),
  row("step.raw", 0.2, "share", practice, "usual", "a rail behind a rectifier may be off by this while the mains come up"),
  row("step.regulated", 0.08, "share", practice, "usual", "a regulated rail, once its regulator has enough"),
  row("step.rising", 0.35, "share", practice, "rough", "a regulated rail while its regulator has too little"),
  row("step.bias", 0.2, "share", practice, "usual", "bias while the mains come up: half the mains gives about half the bias"),
  row("step.offsetFrom", 0.5, "share", practice, "usual", "from this share of the mains on an output has an offset worth reading"),
  row("step.floor", 0.3, "V", practice, "usual", "minimum tolerance of a rail"),
  guard("lower", "step.current", 1.6, "×", practice, "rough", "current above this many times what the step should draw is a stop"),
  row("step.alone", 0.3, "share", practice, "rough", "a transformer alone draws this share of the idle current"),
  row("step.unloaded", 0.6, "share", practice, "rough", "a supply without its loads draws this share of the idle current"),
  row("delay.most", 12, "s", practice, "usual", "a protection relay that has not let the loudspeakers on by then will not"),
  row("valve.cool", 0.5, "share", practice, "usual", "an output valve that idles under this share of its most dissipation runs cold"),
  row("valve.hot", 0.75, "share", practice, "usual", "one that idles over this share runs hot; two thirds are usual for fixed bias"),
  row("valve.spread", 0.1, "share", practice, "usual", "halves of a pair may differ by this"),
  row("idle.warm", 600, "s", practice, "usual", "idle current is set after so long a warm-up"),
  row("proof.offset", 0.05, "V", practice, "usual", "allowed DC offset at an output"),
  row("proof.power", 0.5, "dB", practice, "usual", "power at clipping may fall short of the rating by this"),
  row("proof.sides", 1, "dB", practice, "usual", "the channels may differ by this"),
  row("proof.response", 1.5, "dB", practice, "usual", "allowed deviation of the response"),
  row("proof.soak", 1800, "s", practice, "usual", "a soak lasts at least this long"),
  row("proof.rise", 2, "K/10 min", practice, "usual", "it has settled when it warms by less than this"),
  row("proof.hot", 80, "°C", practice, "rough", "no heat sink should get warmer than this at idle"),
  row("proof.load", 8, "Ω", practice, "usual", "a loudspeaker, where its impedance is not entered"),
  row("proof.starts", 5, "starts", practice, "usual", "cold starts without a fault before a fault that comes and goes counts as gone"),
  row("ripple.most", 0.01, "share", practice, "rough", "ripple of a regulated rail, peak to peak over its volts"),
] as const;

type FigureId = (typeof ROWS)[number]["id"];

/** Rows by their id. @throws RangeError when two rows share one */
export function byId<R extends { id: string }>(rows: readonly R[]): ReadonlyMap<string, R> {
  const map = new Map(rows.map((row) => [row.id, row]));
  if (map.size !== rows.length) throw new RangeError(`${rows.length} rows, ${map.size} different ids`);
  return map;
}

const KNOWN = byId<KnowledgeRow>(ROWS);

/**
 * The value of a rule, in the unit of its row: the shop's own where it has set one. A figure that somebody's skin hangs on is never
 * looser than what everyone starts with, whatever a shop has on record.
 * @example figure({}, "esr.soundRatio") // 1.25
 */
export function figure(constants: ShopConstants, id: FigureId): number {
  const { value, stricter } = KNOWN.get(id)!;
  const own = ownFigure(constants, id);
  if (own === null) return value;
  return stricter === "lower" ? Math.min(own, value) : stricter === "higher" ? Math.max(own, value) : own;
}

/**
 * Least and most a figure may be set to by a shop: a tenth to ten times what everyone starts with, of a safety figure the stricter half of
 * it.
 */
export const figureRange = (id: FigureId): readonly [number, number] => {
  const { value, stricter } = KNOWN.get(id)!;
  return [stricter === "higher" ? value : value / 10, stricter === "lower" ? value : value * 10];
};
