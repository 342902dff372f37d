import { FILLERS, CONDITION_WORDS, OVER_WORDS, RANGE_WORDS, SAID, TECHNOLOGY_WORDS, TREND_WORDS, VISUAL_WORDS } from "./words";
import { HINT_WORDS } from "./items";

/** Words that begin a line that does something: a slip behind them is asked back, never kept as words. */
export const COMMANDS: ReadonlySet<string> = new Set(
  (
    "power undo points scratch meter add new highest re spent section stage step timer note same refit teardown simulated " +
    "limiter variac limited"
  ).split(" "),
);

const TABLES: readonly { has(word: string): boolean }[] = [
  COMMANDS,
  FILLERS,
  CONDITION_WORDS,
  OVER_WORDS,
  RANGE_WORDS,
  SAID,
  TECHNOLOGY_WORDS,
  TREND_WORDS,
  VISUAL_WORDS,
  HINT_WORDS,
  new Set("in out lifted with alone rail bias offset ht lot series fitted replaced renewed on off".split(" ")),
];

/**
 * Whether a word means something on the entry line by itself: no meter, series or lot may be called so.
 * @example isReserved("undo") // true
 */
export const isReserved = (word: string): boolean => TABLES.some((t) => t.has(word.toLowerCase()));
