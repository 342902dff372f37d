import { ownFigure, type ShopConstants } from "./own";
import { memory, practice, type Source } from "./row";

/** A rule of choosing: what breaks it is refused, what it notes is minded, what it praises comes first. */
export interface ChoosingRule {
  id: string;
  kind: "hard" | "note" | "merit";
  /** what it asks, in one sentence */
  says: string;
  /** how much it moves a part up or down the list; hard rules refuse and weigh nothing */
  weight: number;
  source: Source;
}

const published = (name: string): Source => ({ kind: "published", name });

const hard = <I extends string>(id: I, says: string, source: Source = practice) =>
  ({ id, kind: "hard", says, weight: 0, source }) satisfies ChoosingRule;
const note = <I extends string>(id: I, weight: number, says: string, source: Source = practice) =>
  ({ id, kind: "note", says, weight: -weight, source }) satisfies ChoosingRule;
const merit = <I extends string>(id: I, weight: number, says: string, source: Source = practice) =>
  ({ id, kind: "merit", says, weight, source }) satisfies ChoosingRule;

/**
 * Every rule parts are chosen by. Weights: a part from the same series as its counterpart beats any other merit; the value the circuit was
 * made for comes next, then what the role needs; a price ten times as high weighs no more than a lead to be formed.
 */
export const CHOOSING_RULES = [
  hard("voltsUnknown", "Its voltage is not known: no part is chosen before its volts are entered."),
  hard("voltage", "Rated for the working volts at high mains times the margin of its kind; unmeasured, never below the original."),
  hard(
    "mainsVolts",
    "At the mains the rated AC volts of its safety class must reach the mains + 10 %; an old DC marking says nothing.",
    published("IEC 60384-14"),
  ),
  hard(
    "safetyClass",
    "Across the mains class X, from mains to chassis class Y; no ordinary part of any rating.",
    published("IEC 60384-14"),
  ),
  hard("acVolts", "A film part with AC across it goes by its AC rating, not by its DC marking."),
  hard("temperature", "Rated at least as hot as the original; wet aluminium 105 °C where nothing is known."),
  hard("polarity", "Bipolar stays bipolar or becomes film: a polarised part takes one polarity only."),
  hard("technology", "Type as the place needs: by the repair approach of the job, by role, by what stood there."),
  hard("dcBias", "X7R loses C with DC and rings with sound: never in the signal path, in tone or timing."),
  hard("heat", "At a switching output the carrier heats a wet part: film, or what stood there."),
  hard("value", "The value stays within what the circuit of its role allows."),
  hard("aboveLargest", "Never above the largest value the rectifier valve or the maker allows."),
  hard("tooTall", "It must fit under the cover."),
  hard("tooWide", "It must fit between its neighbours."),
  hard("pitch", "Leads can be formed a little; further and the body no longer sits on the board."),
  hard("mounting", "Snap-in, screw and surface-mount parts go where such a part was."),
  hard("esr", "At a switch-mode output its ESR at 100 kHz is no worse than the original's."),
  hard("ripple", "At a switch-mode output its ripple rating covers the ripple current."),
  hard("esrWindow", "A regulator that needs ESR in a window keeps it: far less makes it oscillate as surely as far more."),
  hard("pulse", "Across a switch or a winding its dV/dt rating covers that of the original."),

  note("withoutEsr", 12, "ESR at 100 kHz is not stated: ask, or measure one on arrival."),
  note("withoutRipple", 6, "Ripple current is not stated: ask, or judge by its size and warmth."),
  note("withoutPulse", 10, "Pulse steepness (V/µs) is not stated: ask before it goes across a switch."),
  note("withoutAc", 4, "AC volts are not stated: ask, or stay far above."),
  note("formLeads", 4, "Leads are formed to the holes."),
  note("axialAsRadial", 4, "An axial part is mounted upright: sleeve the long lead, glue it."),
  note("radialAsAxial", 4, "A radial part lies in an axial place: sleeve both leads, glue it."),
  note("standsAlone", 6, "A loose part in place of a can: stand-off or strip, insulate, glue; the can stays disconnected and marked."),
  note("leadsOnPads", 8, "A wired part on pads of a surface-mount one: short leads, glue, no strain on the pads."),
  note("canSection", 0, "One section of a can with others: all of its commons go to one point."),
  note("sizeUnknown", 1, "Nobody has measured the room."),
  note("workingUnknown", 0, "Working volts are not measured: the original's rating is used."),
  note("unmarked", 2, "The original's volts come from a model of the circuit only."),
  note("shortLife", 10, "It will not last the years the shop aims at."),
  note("rippleLow", 10, "Rated for less ripple than a model of the circuit makes."),
  note("lessThanOriginalVolts", 4, "Fewer volts than the original; the measured working volts allow it."),
  note("tantalumHeadroom", 8, "A tantalum bead needs twice its working volts; these are not measured."),
  note("filmForElectrolytic", 2, "Film for an electrolytic: larger, stiffer leads."),
  note("bipolarForPolarised", 0, "A bipolar part for a polarised one: either way round."),
  note("electrolyticForTantalum", 2, "Aluminium for tantalum: larger, a higher ESR, dries in time."),
  note("lowEsrAtRegulator", 8, "Nobody knows how much ESR this regulator needs: look at its output with a scope."),
  note("seriesResistor", 3, "Less ESR than the old part lifts the treble: a resistor in series brings it back."),
  note("oldValue", 0, "A value no series carries any more: the nearest of today's."),
  note("thump", 3, "Larger than it was: mind the switch-on thump and the time it takes to settle."),
  note("inrush", 5, "Larger than the original: more inrush for rectifier, fuse and switch."),
  note("valveUnknown", 5, "The largest value for the rectifier valve is not known: look it up before it goes in."),
  note("otherLot", 3, "Both sides get the same series and lot."),
  note("matchPair", 1, "The two sides of a crossover are matched to 2 %: buy some more, measure, take the two nearest."),
  note("plusToGround", 0, "The plus goes to ground here."),
  note("notInStock", 15, "The supplier has none."),
  note("stockOfPair", 12, "Not enough of them for both sides."),
  note("priceUnknown", 2, "Its price is not known."),

  merit("sameAsCounterpart", 40, "Both channels get the same series."),
  merit("nearValue", 30, "The nearer the value, the more the circuit is as it was made."),
  merit("gradeSuits", 24, "Made for what the role needs; the second and third best kind count less."),
  merit("kindSuits", 12, "Type as the repair approach of the job prefers for this place."),
  merit("lowEsr", 8, "Less ESR where rails are switched."),
  merit("life", 10, "Years at the heat and ripple of the place."),
  merit("fitsHoles", 6, "Fits the holes as they are."),
  merit("headroom", 6, "A tantalum bead with twice the volts."),
  merit("onShelf", 8, "Lies in the shop's own drawer."),
  merit("inStock", 2, "The supplier has it."),
  merit("cheap", 3, "Taken off for every ten times the price: it breaks ties among parts that suit."),
  merit(
    "excessVolts",
    4,
    "Taken off for every doubling beyond half as many volts again as needed: larger, and slow to form.",
    memory("makers' application guides"),
  ),
] as const;

export type ChoosingRuleId = (typeof CHOOSING_RULES)[number]["id"];
export type RuleIdOf<K extends ChoosingRule["kind"]> = Extract<(typeof CHOOSING_RULES)[number], { kind: K }>["id"];

const WEIGHTS: ReadonlyMap<string, number> = new Map(CHOOSING_RULES.map((r) => [r.id, r.weight]));

/** Figure ids of weights, as a shop changes them: `weight.nearValue`. */
export const weightId = (id: ChoosingRuleId): `weight.${ChoosingRuleId}` => `weight.${id}`;

/**
 * Points a rule is worth in the order of a list: a shop's own where work is done under its figures. Notes take points off and are under 0.
 */
export const weightOf = (constants: ShopConstants, id: ChoosingRuleId): number => ownFigure(constants, weightId(id)) ?? WEIGHTS.get(id)!;
