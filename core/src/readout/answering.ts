import { parseValue, type UnitSymbol } from "../units";
import { fail, type Parsed } from "./parsed";

/** A figure that a screen asks for: what is said before and behind it to make a line of it, and the unit a bare one is in. */
export interface Question {
  before: string;
  after: string;
  unit: Extract<UnitSymbol, "V" | "A" | "W" | "Ω">;
  /** as the screen shows it: "mV" */
  shownIn: string;
}

const FIGURE = /^[<>~≈]?[+-]?(?:\d[\d.,]*|[.,]\d+)\s*([a-zµμΩ]*)$/i;

/**
 * A bare figure as the line it stands for: the first question its unit fits; without a unit the first of all, in the unit of that question.
 * A figure that answers none is asked back: it is never taken for a reading of something else.
 * @param questions what the screen asks for, first things first; empty where it asks for nothing now
 * @returns null for anything that is no bare figure
 */
export function answering(typed: string, questions: readonly Question[]): Parsed<string> | null {
  const text = typed.trim();
  const match = FIGURE.exec(text);
  if (!match) return null;
  const figure = text.replace(/\s+/g, "");
  const value = parseValue(figure.replace(/^[<>~≈]/, ""));
  if (!value) return null;
  const fits = questions.find((q) => value.unit === null || value.unit === q.unit);
  if (!fits) return fail({ code: "answersNothing", token: text, asked: questions.map((q) => q.before) });
  const unit = value.unit !== null ? "" : value.prefixed ? fits.unit : fits.shownIn;
  return { ok: true, value: [fits.before, `${figure}${unit}`, fits.after].filter((w) => w !== "").join(" ") };
}
