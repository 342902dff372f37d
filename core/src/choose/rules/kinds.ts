import { TECHNOLOGIES, filtersSupply, isPolarised, isWetAluminium, valueSetsSound, type Technology } from "../../part";
import type { CataloguePart } from "../catalogue";
import type { PositionNeeds, Approaches } from "../needs";
import type { Requirements } from "./requirements";
import type { Refusal } from "./rule";

/** Which class a place at the mains needs; null elsewhere. */
export const mainsClass = (needs: Pick<PositionNeeds, "role">): "X" | "Y" | null =>
  needs.role === "mainsX" ? "X" : needs.role === "mainsY" ? "Y" : null;

/** Roles where nobody needs an electrolytic's ESR: film or bipolar in its place is fine wherever it fits. */
const NEEDS_NO_ESR: ReadonlySet<PositionNeeds["role"]> = new Set(["coupling", "feedback", "tone", "bypass", "crossover", "timing"]);

const WET: readonly Technology[] = ["aluminium", "can"];

/** Kinds a place may have that are not refused, by what stood there, its role and the approaches (common practice). */
export function kindsFor(needs: PositionNeeds, approaches: Approaches): ReadonlySet<Technology> {
  if (mainsClass(needs) !== null) return new Set(["film", "c0g", "x7r", "paper"]);
  const kinds = standsIn(needs, approaches);
  return new Set(TECHNOLOGIES.filter((t) => kinds.has(t) && !biased(t, needs) && !heated(t, needs)));
}

function standsIn(needs: PositionNeeds, approaches: Approaches): ReadonlySet<Technology> {
  switch (needs.technology) {
    case "aluminium":
    case "can":
      return new Set(NEEDS_NO_ESR.has(needs.role) ? [...WET, "bipolar", "film"] : filmFor(needs) ? [...WET, "film"] : WET);
    case "bipolar":
      return new Set(["bipolar", "film"]);
    case "tantalum":
      return new Set(byTantalumApproach(needs, approaches));
    case "film":
    case "paper":
      return new Set(["film"]);
    case "c0g":
      return new Set(["c0g", "film"]);
    case "x7r":
      return new Set(["x7r", "film", "c0g"]);
  }
}

/** A small filter capacitor of a valve unit may become a film part: it needs no ESR there (common practice). */
const filmFor = (needs: PositionNeeds): boolean => filtersSupply(needs.role) && (needs.rated ?? 0) >= 160 && !noFilmAt(needs);
const noFilmAt = (needs: PositionNeeds): boolean =>
  needs.role === "regulatorOut" || needs.role === "smpsOutput" || needs.role === "smpsPrimary";

function byTantalumApproach(needs: PositionNeeds, { tantalum }: Approaches): readonly Technology[] {
  if (tantalum === "sameKind") return ["tantalum"];
  // film where it fits; a value no film part reaches still has to be filled
  return tantalum === "film" ? ["film", "aluminium"] : NEEDS_NO_ESR.has(needs.role) ? ["aluminium", "bipolar", "film"] : ["aluminium"];
}

/** X7R loses C with DC volts and rings with sound. */
const biased = (t: Technology, needs: PositionNeeds): boolean =>
  t === "x7r" && (valueSetsSound(needs.role) || needs.role === "bypass" || needs.role === "reference");
/** The carrier of a switching amplifier heats whatever has losses. */
const heated = (t: Technology, needs: PositionNeeds): boolean =>
  needs.role === "classDFilter" && (isWetAluminium(t) || t === "tantalum") && t !== needs.technology;

/** Rules about how the part is made. */
export function kindRules(part: CataloguePart, { needs, kinds }: Pick<Requirements, "needs" | "kinds">): Refusal[] {
  const safety = mainsClass(needs);
  const broken: Refusal[] = [];
  if (safety !== null) {
    if (part.safety === null || (safety === "Y" && !part.safety.startsWith("Y"))) broken.push({ code: "safetyClass", needed: safety });
    else if (!kinds.has(part.technology)) broken.push({ code: "technology", technology: part.technology });
    return broken;
  }
  if (part.safety !== null) broken.push({ code: "technology", technology: part.technology });
  else if (needs.technology === "bipolar" && isPolarised(part.technology)) broken.push({ code: "polarity" });
  else if (biased(part.technology, needs)) broken.push({ code: "dcBias" });
  else if (heated(part.technology, needs)) broken.push({ code: "heat" });
  else if (!kinds.has(part.technology)) broken.push({ code: "technology", technology: part.technology });
  return broken;
}

/** How well a kind suits beside those that may stand in: 1 best, 0 no better than another. */
export function kindSuits(technology: Technology, { needs, approaches }: Pick<Requirements, "needs" | "approaches">): number {
  if (needs.technology === "tantalum")
    return technology === approaches.tantalum || (approaches.tantalum === "sameKind" && technology === "tantalum") ? 1 : 0;
  if (mainsClass(needs) !== null) return technology === needs.technology ? 0.5 : 0;
  const same = technology === needs.technology || (WET.includes(technology) && WET.includes(needs.technology));
  // a bipolar place keeps its losses with a bipolar part; film lifts the treble
  if (NEEDS_NO_ESR.has(needs.role)) return same ? 1 : 0;
  return same ? 0.5 : 0;
}
