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
const NAMED = /^(\S*[a-z]\S*)\s+(.+)$/i;

/**
 * A bare figure as the line it stands for: the first question its unit fits; without a unit the first of all, in the unit of that question.
 * A name before it that a question asks for (`C1 0.9` where volts across C1 are asked) picks that question.
 * A figure that answers none is asked back: it is never taken for a reading of something else.
 * @param questions what the screen asks for, first things first; empty where it asks for nothing now
 * @returns null for anything else
 */
export function answering(typed: string, questions: readonly Question[]): Parsed<string> | null {
  const text = typed.trim();
  if (!FIGURE.test(text)) return answeringByName(text, questions);
  const figure = text.replace(/\s+/g, "");
  const value = parseValue(figure.replace(/^[<>~≈]/, ""));
  if (!value) return null;
  const fits = questions.find((q) => value.unit === null || value.unit === q.unit);
  if (!fits) return fail({ code: "answersNothing", token: text, asked: questions.map((q) => q.before) });
  return { ok: true, value: answerTo(fits, figure, value) };
}

/** A name and a figure without a unit, where the screen asks for a figure of that name; everything else is read as it was typed. */
function answeringByName(text: string, questions: readonly Question[]): Parsed<string> | null {
  const [, name, figure] = NAMED.exec(text) ?? [];
  if (name === undefined || figure === undefined || !FIGURE.test(figure)) return null;
  const asked = questions.find((q) => q.before.toLowerCase() === name.toLowerCase());
  const value = asked && parseValue(figure.replace(/^[<>~≈]/, ""));
  return asked && value && value.unit === null ? { ok: true, value: answerTo(asked, figure, value) } : null;
}

function answerTo(
  { before, after, unit, shownIn }: Question,
  figure: string,
  value: { unit: UnitSymbol | null; prefixed: boolean },
): string {
  const typedIn = value.unit !== null ? "" : value.prefixed ? unit : shownIn;
  return [before, `${figure}${typedIn}`, after].filter((w) => w !== "").join(" ");
}
