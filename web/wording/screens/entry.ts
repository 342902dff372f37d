/** Sentences of the screens in components/entry. */
export const entryWords = {
  // EntryLine
  databasesDiskFull: "The database's disk is full.",
  databaseDoesNotAnswer: "The database does not answer.",
  waitingHereTheySaved: "waiting here; they are saved when",
  outCircuit: "In or out of circuit",
  askedBackCtrlEnter: "asked back · Ctrl Enter saves it as typed",
  offered: "Readings offered",
  askedOffers: "Enter, then a digit, saves a reading",
  pressDigit: "a digit saves that reading · Ctrl Enter saves it as typed",
  lastLineEverythingRecorded: ": the last line and everything it recorded no longer count; it stays on record.",
  storedChargeNotShown: "Stored charge is not shown to be gone: keep hands clear of the unit.",
} as const;
