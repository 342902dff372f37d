/** Sentences of the screens in components/fit. */
export const fitWords = {
  // FitStation
  componentMapChannel: "Component map of a channel",
  nothingChosenYetParts: "Nothing is chosen yet: parts come here from Choose parts.",
  beforeCoverGoes: "Before the cover goes on",
  doesNotApplyRecord: "does not apply by the record",
} as const;
