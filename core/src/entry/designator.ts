/** A reference as printed on boards: one to three letters, up to four digits, perhaps a section letter: C14, BC3, C101b. */
const PATTERN = /^[a-z]{1,3}\d{1,4}[a-z]?$/i;

export const looksLikeDesignator = (text: string): boolean => PATTERN.test(text);
export const normaliseDesignator = (text: string): string => text.trim().toUpperCase();

/** A range of designators longer than this is more likely a slip. */
const MAX_RANGE = 24;

/**
 * Designators written as one piece: `C14`, `c615/616`, `F601+F602`, `D701-D704`, `C3,4`; upper case, in the order they stand.
 * @param isPart whether a name by itself is one
 * @returns null where any of it is none
 */
export function designatorsIn(piece: string, isPart: (name: string) => boolean): string[] | null {
  const out: string[] = [];
  for (const one of piece.split(/[/+,]/).filter(Boolean)) {
    const range = /^([a-z]{1,3})(\d{1,4})(?:-|–|\.\.)([a-z]{1,3})?(\d{1,4})$/i.exec(one);
    const letters = /^[A-Z]+/.exec(out.at(-1) ?? "")?.[0];
    if (range && (range[3] ?? range[1])!.toUpperCase() === range[1]!.toUpperCase()) {
      const [low, high] = [Number(range[2]), Number(range[4])];
      const names = Array.from(
        { length: Math.max(0, Math.min(high - low, MAX_RANGE) + 1) },
        (_, k) => `${range[1]!.toUpperCase()}${low + k}`,
      );
      if (high <= low || high - low >= MAX_RANGE || !isPart(names[0]!)) return null;
      out.push(...names);
    } else if (looksLikeDesignator(one) && isPart(normaliseDesignator(one))) out.push(normaliseDesignator(one));
    else if (letters && /^\d{1,4}[a-z]?$/i.test(one)) out.push(letters + one.toUpperCase());
    else return null;
  }
  return out.length > 0 ? out : null;
}

/**
 * Known designators that begin with `prefix`, in natural order (C2 before C10), at most `most`.
 * An empty prefix gives none.
 */
export function completeDesignator(prefix: string, known: readonly string[], most = 6): string[] {
  const wanted = normaliseDesignator(prefix);
  if (wanted === "") return [];
  return known
    .filter((d) => d.startsWith(wanted))
    .sort(byDesignator)
    .slice(0, most);
}

/** Natural order: letters first, then the number as a number, then the section letter. */
export function byDesignator(a: string, b: string): number {
  return a.localeCompare(b, "en", { numeric: true, sensitivity: "base" });
}

/**
 * Known designators one slip of the finger away from an unknown one, nearest first, at most 3: a digit changed, dropped,
 * doubled or swapped.
 */
export function nearestDesignators(unknown: string, known: readonly string[]): string[] {
  const wanted = normaliseDesignator(unknown);
  return known
    .filter((d) => isOneSlip(wanted, d))
    .sort(byDesignator)
    .slice(0, 3);
}

/** Whether two words are one slip of the finger apart: a letter changed, dropped, doubled or swapped with the next. */
export function isOneSlip(a: string, b: string): boolean {
  if (a === b || Math.abs(a.length - b.length) > 1) return false;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  let i = 0;
  while (i < short.length && short[i] === long[i]) i++;
  if (short.length < long.length) return short.slice(i) === long.slice(i + 1);
  const swapped = short[i] === long[i + 1] && short[i + 1] === long[i] && short.slice(i + 2) === long.slice(i + 2);
  return swapped || short.slice(i + 1) === long.slice(i + 1);
}

/**
 * The designator of the counterpart `offset` numbers further: C101 with 100 is C201. Null where the number would leave 1 to 9999.
 */
export function shiftDesignator(designator: string, offset: number): string | null {
  const match = /^([A-Z]+)(\d+)([A-Z]?)$/.exec(normaliseDesignator(designator));
  if (!match) return null;
  const number = Number(match[2]) + offset;
  return number >= 1 && number <= 9999 ? `${match[1]}${number}${match[3]}` : null;
}
