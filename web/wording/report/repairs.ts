import { cureOf, type Cure } from "@mirvek/core/job";
import { isBad, type PartVerdict } from "@mirvek/core/verdict";
import type { JobView, PositionView } from "../../schemas/jobView";
import { markedText, partReason, subjectText } from "../observation";
import { list, marked } from "../quantity";
import { reasonOf, settleText } from "../verdict";
import { roleName, verdictName } from "../vocabulary";

// What a report says was repaired, left in and not measured. Page, print and PDF read it here, and it says no more than the record does.

/** The verdict on what was found in place; a new part has its own. */
export const found = (p: PositionView) => p.fittings[0]!.verdict;
/** Whether the complaint went with the repair this part was renewed in. */
export const inCure = (p: PositionView, view: Pick<JobView, "unit" | "positions">): boolean =>
  cureOf(view)?.names.includes(p.designator) ?? false;

export const repairedWord = ({ act }: Cure): string => act ?? "repaired";

/** Parts of other classes that were exchanged, each once, as it was marked and as it went in. */
export function otherPartsReplaced({
  unit,
  positions,
}: Pick<JobView, "unit" | "positions">): { name: string; was: string; now: string; what: string }[] {
  const capacitors = new Set(positions.map((p) => p.designator));
  const rows = new Map<string, { name: string; was: string; now: string; what: string }>();
  for (const t of unit.tried) {
    if (t.tried.act !== "replaced" || t.refused) continue;
    for (const s of t.tried.to) {
      if (s.kind === "unit" || capacitors.has(s.name)) continue;
      const part = unit.parts.find((p) => p.name === s.name);
      const now = t.tried.with ? [t.tried.with.named, markedText(t.tried.with.marked)].filter(Boolean).join(" ") : "";
      const what = part && part.verdict.state !== "unmeasured" ? partVerdictText(part.verdict) : "not measured before";
      rows.set(s.name, { name: subjectText(s), was: part ? markedText(part.marked) : "", now, what });
    }
  }
  return [...rows.values()];
}

/** What stays in the unit: what is bad or inconclusive, what nobody measured, and whether all the rest was measured good. */
interface LeftIn {
  parts: readonly { name: string; text: string }[];
  notMeasured: readonly string[];
  /** every other part on record was measured and is good; false also where there is no other */
  othersGood: boolean;
}

/** Whether the reason of a verdict says more than the verdict's own name. */
export const saysMore = (verdict: PartVerdict): boolean => partReason(verdict).toLowerCase() !== verdictName[verdict.state].toLowerCase();

const partVerdictText = (verdict: PartVerdict): string =>
  saysMore(verdict) ? `${verdictName[verdict.state]}: ${partReason(verdict)}` : verdictName[verdict.state];

const isIn = (p: PositionView) => p.renewed;
export const isChosen = (p: PositionView) => p.choice?.decision === "replace" || p.choice?.decision === "temporary";

/** Names of everything that was exchanged for another, whatever its class. */
export const exchangedIn = ({ tried }: Pick<JobView["unit"], "tried">): ReadonlySet<string> =>
  new Set(tried.flatMap((t) => (t.tried.act === "replaced" && !t.refused ? t.tried.to.flatMap((s) => ("name" in s ? [s.name] : [])) : [])));

function leftIn({ positions, unit }: Pick<JobView, "positions" | "unit">): LeftIn {
  const exchanged = exchangedIn(unit);
  const capacitors = positions.filter((p) => !isIn(p));
  const others = unit.parts.filter((p) => !exchanged.has(p.name));
  const kept = capacitors.filter(
    (p) => isBad(p.verdict.state) || p.verdict.state === "undecided" || p.choice?.decision === "leave" || isChosen(p),
  );
  const odd = others.filter((p) => isBad(p.verdict.state) || p.verdict.state === "undecided");
  const notMeasured = [
    ...capacitors.filter((p) => p.verdict.state === "unmeasured").map((p) => p.designator),
    ...others.filter((p) => p.verdict.state === "unmeasured").map((p) => p.name),
  ];
  const good = capacitors.filter((p) => !kept.includes(p)).length + others.length - odd.length - notMeasured.length;
  return {
    parts: [
      ...kept.map((p) => ({ name: p.designator, text: `${roleName[p.role]}, ${verdictName[p.verdict.state]}: ${keptText(p)}` })),
      ...odd.map((p) => ({ name: p.name, text: partVerdictText(p.verdict) })),
    ],
    notMeasured,
    othersGood: good > 0 && notMeasured.length === 0,
  };
}

function keptText(p: PositionView): string {
  if (p.choice?.decision === "leave" && p.choice.reason) return p.choice.reason;
  if (isChosen(p) && p.choice?.part)
    return `${reasonOf(p.verdict)}; ${marked(p.choice.part.nominal, p.choice.part.rated)} ${p.choice.part.code} chosen and not fitted`;
  return `${reasonOf(p.verdict)}${p.verdict.settle ? `; to settle: ${settleText[p.verdict.settle]}` : ""}`;
}

/** The same as sentences of a report. */
export function leftInSentences(view: Pick<JobView, "positions" | "unit">): string[] {
  const { parts, notMeasured, othersGood } = leftIn(view);
  return [
    ...parts.map((p) => `${p.name}, ${p.text}.`),
    ...(notMeasured.length > 0 ? [`Not measured: ${list([...notMeasured])}.`] : []),
    ...(othersGood
      ? [
          parts.length > 0
            ? "All others on the list were measured and are good."
            : "All parts on the list that stay in were measured and are good.",
        ]
      : []),
  ];
}
