import { FINDINGS, sectionsOf, type Section, type FindingToken, type SupplyKind, type UnitKind } from "../device";
import { HYPOTHESES, type HypothesisRow } from "../knowledge";
import type { LearnedCause } from "./inputs";
import type { SourcedEvidence } from "./source";

/** What is known of a unit before anything is measured. */
export interface TracedUnit {
  unitKind: UnitKind;
  supplyKind: SupplyKind;
  ageYears: number | null;
  channels: number;
  findings: readonly FindingToken[];
  /** what is known of earlier repairs; empty or left out: nothing */
  earlierRepairs?: string;
}

/** How often a symptom is there for no reason on the list. */
const BY_ITSELF: Partial<Record<FindingToken, number>> = { longUnused: 0.1, bulgedParts: 0.06, withNoInput: 0.3, newerPartAmongOld: 0.2 };
const USUALLY_BY_ITSELF = 0.03;
/** What is on no list makes the complaint as well as most that are. */
const SOMETHING_ELSE = 0.25;
/** What was not ticked may not have been looked for. */
const UNSAID: Readonly<Record<"sound" | "power" | "temperature" | "circumstances", number>> = {
  sound: 0.35,
  power: 0.5,
  temperature: 0.25,
  circumstances: 0.25,
};
/** A dead unit makes none of these, whatever else it has. */
const SILENT: ReadonlySet<FindingToken> = new Set<FindingToken>(["noPower", "fuseBlown", "noSound", "lampsNoDisplay"]);
/** Said to place the fault, and judged by where it comes in. */
const PLACING: ReadonlySet<FindingToken> = new Set<FindingToken>(["oneChannel", "allChannels", "volumeChangesIt", "volumeNoEffect"]);

/** Hypotheses a unit can have: of sections it has. */
export function hypothesesOf(
  unit: Pick<TracedUnit, "unitKind" | "supplyKind">,
  sections: readonly Section[] = sectionsOf(unit.unitKind, unit.supplyKind),
  faults: readonly HypothesisRow[] = HYPOTHESES,
): readonly HypothesisRow[] {
  const has = new Set(sections.map((s) => s.kind));
  const anywhere = new Set(["jointCrack", "connector", "boardShort"]);
  return faults
    .filter((h) => h.kinds === null || h.kinds.includes(unit.unitKind))
    .filter((h) => has.has(h.section) || (anywhere.has(h.id) && unit.supplyKind !== "none") || h.id === "jointCrack");
}

/** How many closed jobs the table is worth: so many of a shop's own weigh as much as it does (common practice). */
export const TABLE_IS_WORTH = 30;
/** A cause shown in another kind of unit says this much of this one. */
const OTHER_KIND = 0.25;

/**
 * How often each is met in such a unit: the table's weight, for its kind and supply; wet parts dry with the years, joints and plugs
 * that somebody had in hand before are oftener at fault. A shop's own closed jobs are counted in, the table standing for
 * `TABLE_IS_WORTH` of them; without any the weights are the table's.
 */
export function weightsOf(
  unit: Pick<TracedUnit, "unitKind" | "supplyKind" | "ageYears" | "earlierRepairs">,
  rows: readonly HypothesisRow[],
  learned: readonly LearnedCause[] = [],
): number[] {
  const age = unit.ageYears ?? 20;
  const dried = Math.min(2, Math.max(0.4, age / 20));
  const repaired = (unit.earlierRepairs ?? "").trim() !== "";
  const table = rows.map(
    (h) =>
      h.weight *
      (h.favours[unit.supplyKind] ?? 1) *
      (h.favours[unit.unitKind] ?? 1) *
      (repaired ? (h.favours.earlierRepair ?? 1) : 1) *
      (h.reads === "dried" ? dried : 1),
  );
  if (learned.length === 0) return table;
  const share = TABLE_IS_WORTH / table.reduce((a, b) => a + b, 0);
  return rows.map((h, i) => {
    const own = learned.filter((l) => l.fault === h.id).reduce((n, l) => n + l.times * (l.unitKind === unit.unitKind ? 1 : OTHER_KIND), 0);
    return table[i]! * share + own;
  });
}

/** That a symptom is there, as it speaks for and against every hypothesis. */
export function symptomEvidence(token: FindingToken, rows: readonly HypothesisRow[]): SourcedEvidence {
  const base = BY_ITSELF[token] ?? USUALLY_BY_ITSELF;
  return {
    source: { kind: "finding", finding: token },
    chance: rows.map((h) => Math.max(base, h.makes[token] ?? 0)),
    base,
    elsewhere: SOMETHING_ELSE,
    happened: true,
    rule: "shows",
    weight: 1,
  };
}

/** That every channel has it, or only one. */
export const sidesEvidence = (all: boolean, rows: readonly HypothesisRow[]): SourcedEvidence => ({
  source: { kind: "finding", finding: all ? "allChannels" : "oneChannel" },
  chance: rows.map((h) => (h.scope === "one" ? 0.06 : h.scope === "either" ? 0.45 : 0.93)),
  base: 0.5,
  happened: all,
  rule: "shows",
  weight: 1,
});

/**
 * Each symptom that was ticked, and each that was looked for and not, as it speaks for and against every hypothesis.
 * @param heard symptoms a recording shows, though nobody ticked them
 */
export function complaintEvidence(
  unit: TracedUnit,
  rows: readonly HypothesisRow[],
  heard: ReadonlySet<FindingToken> = new Set(),
): SourcedEvidence[] {
  const said = new Set(unit.findings);
  const silent = unit.findings.some((f) => SILENT.has(f));
  const out: SourcedEvidence[] = [];
  const symptom = (token: FindingToken, happened: boolean, weight: number) => {
    out.push({ ...symptomEvidence(token, rows), happened, weight });
  };
  for (const token of unit.findings) if (!PLACING.has(token)) symptom(token, true, 1);
  for (const group of Object.keys(UNSAID) as (keyof typeof UNSAID)[])
    for (const token of FINDINGS[group])
      if (!said.has(token) && !heard.has(token) && !(silent && group === "sound"))
        symptom(token, false, unit.findings.length === 0 ? 0 : UNSAID[group]);
  if (unit.channels > 1 && (said.has("oneChannel") || said.has("allChannels"))) out.push(sidesEvidence(said.has("allChannels"), rows));
  if (said.has("volumeChangesIt") !== said.has("volumeNoEffect"))
    out.push({
      source: { kind: "finding", finding: said.has("volumeChangesIt") ? "volumeChangesIt" : "volumeNoEffect" },
      chance: rows.map((h) => (h.volume === "before" ? 0.9 : h.volume === "after" ? 0.08 : 0.4)),
      base: 0.4,
      happened: said.has("volumeChangesIt"),
      rule: "shows",
      weight: 0.9,
    });
  return out;
}
