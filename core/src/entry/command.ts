import type { Entry, ReadoutContext } from "./entry";
import type { Token } from "./lex";
import type { Parsed } from "./parsed";

/** An example for the key sheet and the help. */
export interface Example {
  line: string;
  /** what it is, in a few words */
  says: string;
}

/** What a line can begin with, or be about. Adding one is a file of its own and its place in the table. */
export interface Command {
  /** what it is called in tests and help */
  name: string;
  /** the line as it was understood; null where it is not about this */
  understand(line: readonly Token[], context: ReadoutContext, typed: string): Parsed<Entry> | null;
  examples: readonly Example[];
}

/**
 * Asks one head after the other; the first that takes the line answers. Null where none takes it.
 * @throws RangeError when two share a name
 */
export function headTable(
  heads: readonly Command[],
): (line: readonly Token[], context: ReadoutContext, typed: string) => Parsed<Entry> | null {
  if (new Set(heads.map((h) => h.name)).size !== heads.length)
    throw new RangeError(`${heads.length} heads do not all have names of their own`);
  return (line, context, typed) => {
    for (const head of heads) {
      const understood = head.understand(line, context, typed);
      if (understood) return understood;
    }
    return null;
  };
}
