import { byDesignator, normaliseDesignator } from "./designator";

const NAME = "[a-z]{1,3}\\d{1,4}[a-z]?";
const BETWEEN = "(?:\\s*,\\s*(?:and\\s+)?|\\s+and\\s+|\\s*&\\s*|\\s*\\+\\s*|\\s+to\\s+|\\s*[-\u2013]\\s*|\\s+)";
const CHANGED = "(?:replaced|fitted|changed|renewed|recapped)";
const LIST = `${NAME}(?:${BETWEEN}${NAME})+`;
const SAID_FIRST = new RegExp(`\\b(${CHANGED}\\s+)(?:(?:all|the|both|caps?|capacitors?)\\s+)*(${LIST})\\b`, "gi");
const SAID_LAST = new RegExp(`\\b(${LIST})(\\s+(?:(?:are|were|all|both)\\s+)*${CHANGED}\\b)`, "gi");
const RANGE = new RegExp(`^(${NAME})(?:\\s+to\\s+|\\s*[-\u2013]\\s*)(${NAME})$`, "i");

/**
 * A line in which the parts that were changed stand side by side: "replaced C1, C4 and C7 to C9, no difference" is one statement about five
 * parts. A range stands for the parts of the list it goes over, or for its ends where there are none.
 * @param known designators on the list
 */
export const withChangedParts = (line: string, known: readonly string[]): string =>
  line
    .replace(SAID_FIRST, (_, said: string, list: string) => said + sideBySide(list, known))
    .replace(SAID_LAST, (_, list: string, said: string) => sideBySide(list, known) + said);

const sideBySide = (list: string, known: readonly string[]): string =>
  list
    .split(/\s*,\s*(?:and\s+)?|\s+and\s+|\s*[&+]\s*|(?<!\bto|[-\u2013])\s+(?!to\b|[-\u2013])/i)
    .filter((piece) => piece !== "")
    .flatMap((piece) => rangeIn(piece, known) ?? [piece])
    .join(" ");

function rangeIn(piece: string, known: readonly string[]): string[] | null {
  const match = RANGE.exec(piece);
  if (!match) return null;
  const [from, to] = [normaliseDesignator(match[1]!), normaliseDesignator(match[2]!)];
  const letters = (d: string) => d.replace(/\d.*$/, "");
  const all = known.filter((d) => letters(d) === letters(from) && byDesignator(from, d) <= 0 && byDesignator(d, to) <= 0);
  return letters(from) === letters(to) && all.length > 0 ? all.toSorted(byDesignator) : [from, to];
}
