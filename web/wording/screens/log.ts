/** Sentences of the screens in components/log. */
export const logWords = {
  // Log
  findLog: "Find in the log",
  nothingHasHappenedYet: "Nothing has happened yet.",
} as const;
