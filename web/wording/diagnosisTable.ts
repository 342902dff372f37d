import type { Cell } from "@mirvek/core/knowledge";
import { parseValue } from "@mirvek/core/units";
import { percent } from "./quantity";
import { hypothesisName, testText } from "./diagnosis";
import { findingName } from "./vocabulary";

// The table that the diagnosis goes by, in words.

/** "a reservoir has dried out or gone open: makes hum" */
export function cellName(cell: Cell): string {
  const row = cell.of === "fault" ? hypothesisName[cell.id] : testText[cell.id].act.replace(/\.$/, "");
  return `${row}: ${fieldName(cell)}`;
}

/** "makes hum", "how often", "minutes", "answers for a joint or trace is cracked" */
export function fieldName(cell: Cell): string {
  switch (cell.field) {
    case "weight":
      return "how often, against the others";
    case "makes":
      return findingName[cell.finding];
    case "minutes":
      return "minutes";
    case "rest":
      return "any other fault";
    case "given":
      return hypothesisName[cell.fault];
  }
}

/** A figure as it is shown: chances as percent, weights and minutes as they are. */
export const figureOf = (cell: Cell, value: number): string =>
  cell.field === "weight" || cell.field === "minutes" ? String(Number(value.toPrecision(3))) : percent(value);

/** What was typed as such a figure; null where it is none: "85", "85 %" and "0.85" are one chance. */
export function readFigure(cell: Cell, typed: string): number | null {
  const text = typed.trim();
  const chance = cell.field !== "weight" && cell.field !== "minutes";
  const parsed = parseValue(text.replace(/\s*%$/, ""));
  if (!parsed || parsed.unit !== null || !Number.isFinite(parsed.value) || parsed.value < 0) return null;
  return chance && (text.endsWith("%") || parsed.value > 1) ? parsed.value / 100 : parsed.value;
}
