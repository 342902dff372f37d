/** Sentences of the screens in components/finalTest. */
export const finalTestWords = {
  // FinalTestStation
  ratedIntoChannel: (watts: string, ohms: string) => `Rated ${watts} into ${ohms} a channel.`,
  ratedPowerNotEntered: "Its rated power is not entered: rated 50w into 8.",
  noDcOffsetRead: "No DC offset read on",
  dcOutput: "DC at the output",
  sidesDiffer: "The sides differ by",
  withConfidenceFaultShows: (exact: string, rule: string) =>
    `With 95 % confidence the fault shows at most ${exact} of the time (rule of three: ${rule}).`,
  noLongerGettingWarmer: "No longer getting warmer.",
  startSoakClock: "Start the soak clock",
  lastComplaintItself: "Last: the complaint itself",
  tryWasDescribedSame: "Try it as it was described: same controls, same source, as long as it took.",
} as const;
