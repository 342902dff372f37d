import type { Assessment, FitNote, Merit, Refusal } from "@mirvek/core/choose";
import type { CandidatesView } from "../schemas/jobView";
import { shown, signedPercent } from "./quantity";
import { gradeName, technologyName } from "./vocabulary";
import { say, type Texts } from "./say";

const refusalTexts: Texts<Refusal> = {
  voltsUnknown: () => "nobody knows yet how many volts it must bear",
  voltage: (r) =>
    r.from === "working"
      ? `${r.rated} V, needs ${shown(r.needed, "V")} over the working volts`
      : r.from === "computed"
        ? `${r.rated} V, the circuit works out at ${shown(r.needed, "V")} at high mains`
        : `${r.rated} V, original has ${r.needed} V and working volts are not measured`,
  temperature: (r) => `${r.rated} °C, needs ${r.needed} °C`,
  polarity: () => "polarised where both signs occur",
  safetyClass: (r) => `needs safety class ${r.needed} at the mains`,
  value: (r) => `${signedPercent(r.change)}, allowed ${signedPercent(r.low)} to ${signedPercent(r.high)}`,
  aboveLargest: () => "above the largest value allowed here",
  technology: (r) => `${technologyName[r.technology]} does not belong here`,
  tooTall: (r) => `${r.height} mm tall, ${r.most} mm free`,
  tooWide: (r) => `${r.diameter} mm wide, ${r.most} mm free`,
  pitch: (r) => `pitch ${r.pitch} mm, holes ${r.needed} mm`,
  mounting: () => "other mounting",
  esr: (r) => `ESR ${shown(r.ohms, "Ω", 2)}, original ${shown(r.needed, "Ω", 2)}`,
  esrUnknown: () => "ESR at 100 kHz not stated",
};
/** What volts a part must be rated for, and why; what to say where nobody knows. */
export function neededText(designator: string, { neededVolts, neededFrom }: Pick<CandidatesView, "neededVolts" | "neededFrom">): string {
  if (neededVolts === null) return `Say its volts first: ${designator} marked 63v, or ${designator} working 35v`;
  const why =
    neededFrom === "working"
      ? "over the working volts at high mains"
      : neededFrom === "computed"
        ? "by its circuit at high mains"
        : "as the original: working volts are not measured";
  return `Needs ${shown(neededVolts, "V")} or more ${why}`;
}

export const refusalText = (r: Refusal): string => say(refusalTexts, r);

const noteTexts: Texts<FitNote> = {
  formLeads: (n) => `form leads, ${n.pitch} to ${n.hole} mm`,
  axialAsRadial: () => "axial: stand it up, sleeve the long lead, glue",
  radialAsAxial: () => "radial in an axial place: sleeve leads, glue",
  sizeUnknown: () => "room not measured",
  workingUnknown: () => "working volts not measured",
  shortLife: (n) => `about ${Math.round(n.years)} years here`,
  rippleLow: (n) => `rated for ${shown(n.amperes, "A", 2)} of ripple, the circuit makes ${shown(n.needed, "A", 2)}`,
  lessThanOriginalVolts: (n) => `original ${n.original} V; working volts allow less`,
  filmForElectrolytic: () => "film for electrolytic: larger",
  notInStock: () => "not in stock",
};
export const fitNoteText = (n: FitNote): string => say(noteTexts, n);

const meritTexts: Texts<Merit> = {
  sameAsTwin: (m) => `same series as its twin ${m.twin}`,
  exactValue: () => "exact value",
  nearValue: (m) => `value ${signedPercent(m.change)}`,
  gradeSuits: (m) => `${gradeName[m.grade]} suits the place`,
  lowEsr: (m) => `ESR ${shown(m.ohms, "Ω", 2)} at 100 kHz`,
  life: (m) => (m.years >= 20 ? "outlasts the unit" : `about ${Math.round(m.years)} years`),
  fitsHoles: () => "fits the holes",
  inStock: (m) => `${m.stock} in stock`,
};

const saidOf = (assessment: Assessment): string[] => assessment.merits.slice(0, 3).map((m) => say(meritTexts, m));

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
