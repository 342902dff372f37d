import type { Arrangement, Assessment, FitNote, Merit, OrderMind, PartSet, PlaceChanges, Refusal } from "@mirvek/core/choose";
import { CHOOSING_RULES, type ChoosingRuleId } from "@mirvek/core/knowledge";
import type { CandidatesView } from "../schemas/jobView";
import { figureName, figureText } from "./circuit";
import { list, percent, shown, signedPercent } from "./quantity";
import { say, type Texts } from "./say";
import { gradeName, technologyName } from "./vocabulary";

/** Volts that were worked out, without digits nobody can measure. */
const voltsText = (volts: number): string => shown(Number(volts.toPrecision(3)), "V");

const refusalTexts: Texts<Refusal> = {
  voltsUnknown: () => "nobody knows yet how many volts it must bear",
  voltage: (r) =>
    r.from === "working"
      ? `${r.rated} V, needs ${voltsText(r.needed)} over the working volts`
      : r.from === "computed"
        ? `${r.rated} V, the circuit works out at ${voltsText(r.needed)} at high mains`
        : `${r.rated} V, original has ${r.needed} V and working volts are not measured`,
  mainsVolts: (r) => `${r.rated} V ~, the mains reach ${voltsText(r.needed)} ~`,
  acVolts: (r) => `${r.rated} V ~, ${shown(r.needed, "V", 2)} ~ of sound stand across it`,
  temperature: (r) => `${r.rated} °C, needs ${r.needed} °C`,
  polarity: () => "polarised where both signs occur",
  safetyClass: (r) => `needs safety class ${r.needed} at the mains`,
  value: (r) => `${signedPercent(r.change)}, allowed ${signedPercent(r.low)} to ${signedPercent(r.high)}`,
  aboveLargest: () => "above the largest value allowed here",
  technology: (r) => `${technologyName[r.technology]} does not belong here`,
  dcBias: () => "X7R loses C with DC and rings with sound",
  heat: () => "the carrier would heat it",
  tooTall: (r) => `${r.height} mm tall, ${r.most} mm free`,
  tooWide: (r) => `${r.diameter} mm wide, ${r.most} mm free`,
  pitch: (r) => `pitch ${r.pitch} mm, holes ${r.needed} mm`,
  mounting: () => "other mounting",
  esr: (r) => `ESR ${shown(r.ohms, "Ω", 2)}, original ${shown(r.needed, "Ω", 2)}`,
  ripple: (r) => `rated for ${shown(r.amperes, "A", 2)} of ripple, needs ${shown(r.needed, "A", 2)}`,
  esrWindow: (r) =>
    `ESR ${r.ohms === null ? "unknown" : shown(r.ohms, "Ω", 2)}, the regulator needs ` +
    `${r.least === null ? "" : shown(r.least, "Ω", 2)} to ${r.most === null ? "" : shown(r.most, "Ω", 2)}`,
  pulse: (r) => `rated for ${r.bears} V/µs, needs ${r.needed} V/µs`,
};
/** What volts a part must be rated for, and why; what to say where nobody knows. */
export function neededText(designator: string, { neededVolts, neededFrom }: Pick<CandidatesView, "neededVolts" | "neededFrom">): string {
  if (neededVolts === null) return `Enter its voltage first: ${designator} marked 63v, or ${designator} working 35v`;
  const why =
    neededFrom === "working"
      ? "over the working volts at high mains"
      : neededFrom === "computed"
        ? "by its circuit at high mains"
        : neededFrom === "mains"
          ? "~ at high mains, by its safety class"
          : "as the original: working volts are not measured";
  return `Needs ${voltsText(neededVolts)} or more ${why}`;
}

export const refusalText = (r: Refusal): string => say(refusalTexts, r);

const noteTexts: Texts<FitNote> = {
  formLeads: (n) => `form leads, ${n.pitch} to ${n.hole} mm`,
  axialAsRadial: () => "axial: stand it up, sleeve the long lead, glue",
  radialAsAxial: () => "radial in an axial place: sleeve leads, glue",
  standsAlone: () => "loose part for a can: stand-off, insulate, glue; the can stays disconnected and marked",
  leadsOnPads: () => "leads on pads: short, glued",
  canSection: (n) => `one section of a can with ${list(n.others)}: all commons to one point`,
  sizeUnknown: () => "room not measured",
  workingUnknown: () => "working volts not measured",
  unmarked: () => "volts by the circuit's model only",
  shortLife: (n) => `about ${Math.round(n.years)} years here`,
  rippleLow: (n) => `rated for ${shown(n.amperes, "A", 2)} of ripple, the circuit makes ${shown(n.needed, "A", 2)}`,
  withoutEsr: () => "ESR not stated: ask or measure one",
  withoutRipple: () => "ripple not stated: ask or measure one",
  withoutPulse: () => "V/µs not stated: ask",
  withoutAc: () => "AC volts not stated: ask",
  lessThanOriginalVolts: (n) => `original ${n.original} V; working volts allow less`,
  tantalumHeadroom: () => "a bead wants twice its working volts",
  filmForElectrolytic: () => "film for electrolytic: larger",
  bipolarForPolarised: () => "bipolar: either way round",
  electrolyticForTantalum: () => "electrolytic for a bead: larger, higher ESR",
  lowEsrAtRegulator: () => "the regulator may need ESR: look at its output",
  seriesResistor: () => "less ESR lifts the treble: see the resistor",
  oldValue: (n) => `value no longer made: nearest of today's, ${signedPercent(n.change)}`,
  thump: () => "larger: mind the switch-on thump",
  inrush: () => "larger: more inrush",
  valveUnknown: () => "look up the rectifier valve's largest value",
  otherLot: (n) => `same lot for ${list(n.counterparts)}`,
  matchPair: (n) => `buy ${n.buy}, measure them, take the two nearest: the sides are to agree to ${percent(n.within)}`,
  plusToGround: () => "plus to ground",
  notInStock: () => "not in stock",
  stockOfPair: (n) => `fewer than ${n.needed} in stock`,
  priceUnknown: () => "price not known",
};
export const fitNoteText = (n: FitNote): string => say(noteTexts, n);

const meritTexts: Texts<Merit> = {
  sameAsCounterpart: (m) => `same series as its counterpart ${m.counterpart}`,
  nearValue: (m) => (Math.abs(m.change) < 1e-6 ? "exact value" : `value ${signedPercent(m.change)}`),
  gradeSuits: (m) => `${gradeName[m.grade]} suits the place`,
  kindSuits: () => "same type as the original",
  lowEsr: (m) => `ESR ${shown(m.ohms, "Ω", 2)} at 100 kHz`,
  life: (m) => (m.years >= 20 ? "outlasts the unit" : `about ${Math.round(m.years)} years`),
  fitsHoles: () => "fits the holes",
  headroom: () => "volts to spare",
  onShelf: (m) => `${m.count} in the drawer`,
  inStock: (m) => `${m.stock} in stock`,
};

const RULES: ReadonlyMap<string, string> = new Map(CHOOSING_RULES.map((r) => [r.id, r.says]));
/** The rules behind refusals, notes and merits, each by name and in one sentence, each once. */
export const rulesOf = (ids: readonly ChoosingRuleId[]): { id: ChoosingRuleId; says: string }[] =>
  [...new Set(ids)].map((id) => ({ id, says: RULES.get(id) ?? "" }));
export const rulesText = (ids: readonly ChoosingRuleId[]): string =>
  rulesOf(ids)
    .map(({ id, says }) => `${id}: ${says}`)
    .join("\n");

/** What a part changes in its circuit: figures that move by as much as anyone could hear or measure; levels together, as differences. */
export function changesText({ figures }: PlaceChanges): string[] {
  const moved = figures.filter((f) => moves(f.was, f.becomes, f.unit));
  const levels = moved.filter((f) => f.key === "level");
  const others = moved
    .filter((f) => f.key !== "level")
    .map((f) => `${figureName(f)} ${figureText(f.was, f.unit)} → ${figureText(f.becomes, f.unit)}`);
  const told = [
    ...others,
    ...(levels.length > 0 ? [`Level ${levels.map((f) => `${noteText(f.at)} ${signedDb(f.becomes - f.was)}`).join(", ")} dB`] : []),
  ];
  return told;
}
/** What the circuit does with the original as good as new, by its first figure. */
export function asMadeText({ figures }: PlaceChanges): string {
  const [first] = figures;
  return first ? `${figureName(first)} ${figureText(first.was, first.unit)} as designed` : "";
}
const noteText = (at: string | undefined): string => (at === undefined ? "" : /k$/.test(at) ? `${at.slice(0, -1)} kHz` : `${at} Hz`);
const signedDb = (dB: number): string => `${dB < 0 ? "−" : "+"}${Math.abs(dB).toFixed(1)}`;
const MIN_DB = 0.05;
const MIN_SHARE = 0.01;
const moves = (was: number, becomes: number, unit: string): boolean =>
  unit === "dB" || unit === "dBV"
    ? Math.abs(becomes - was) >= MIN_DB
    : Math.abs(becomes - was) > MIN_SHARE * Math.max(Math.abs(was), 1e-12);

export const arrangementName: Readonly<Record<Arrangement, string>> = {
  parallel: "in parallel",
  series: "in series",
  backToBack: "minus to minus",
};
/** A set in one line: its parts, what they are together, what goes with them. */
export function setText(set: PartSet): string {
  const parts = set.parts.map((p) => shown(p.nominal, "F"));
  const joined = set.arrangement === "parallel" ? parts.join(" + ") : `2 × ${parts[0]}`;
  const tolerance = `−${Math.round(set.tolerance.minus * 100)}/+${Math.round(set.tolerance.plus * 100)} %`;
  return (
    `${joined} ${arrangementName[set.arrangement]}: ${shown(Number(set.nominal.toPrecision(3)), "F")} ` +
    `(${signedPercent(set.change)}, ${tolerance}), ${voltsText(set.rated)}`
  );
}

const mindTexts: Texts<OrderMind> = {
  againstRule: (m) => `${m.use} is chosen against a rule: ${m.rules.map((r) => RULES.get(r) ?? r).join(" ")}`,
  temporary: (m) => `${m.use} is temporary: the right part is still to come`,
  matchPair: (m) => `${m.use}: of ${m.buy} the two nearest go in, so that the sides agree`,
  counterpartWithout: (m) => `${m.use} only: ${list(m.counterparts)} has no such part`,
};
export const orderMindText = (m: OrderMind): string => say(mindTexts, m);

const saidOf = (assessment: Assessment): string[] => assessment.merits.slice(0, 3).map((m) => say(meritTexts, m));

/** What is to be minded of every part of a list alike: it is said once, above the list. */
export function sharedNotes(assessments: readonly Assessment[]): string[] {
  const [first, ...rest] = assessments.map((a) => notesOf(a));
  return first && rest.length > 0 ? first.filter((text) => rest.every((said) => said.includes(text))) : [];
}
/** That working volts are not measured stands above the list anyway. */
const notesOf = (a: Assessment): string[] => a.notes.filter((n) => n.code !== "workingUnknown").map(fitNoteText);
/** What is to be minded of one part, without what was said of all. */
export const notesText = (a: Assessment, saidOnce: readonly string[] = []): string =>
  notesOf(a)
    .filter((text) => !saidOnce.includes(text))
    .join("; ");

/** What speaks for every part of a list alike: it is said once, above the list. */
export function sharedMerits(assessments: readonly Assessment[]): string[] {
  const [first, ...rest] = assessments.map(saidOf);
  return first && rest.length > 0 ? first.filter((text) => rest.every((said) => said.includes(text))) : [];
}

/** One sentence why a part stands where it stands, without what was said of all. */
export function meritSentence(assessment: Assessment, saidOnce: readonly string[] = []): string {
  const [first, ...rest] = saidOf(assessment).filter((text) => !saidOnce.includes(text));
  return first ? `${first[0]!.toUpperCase()}${first.slice(1)}${rest.length > 0 ? `, ${rest.join(", ")}` : ""}.` : "";
}
