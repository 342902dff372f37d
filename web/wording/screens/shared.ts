/** Sentences of the screens in components/shared. */
export const sharedWords = {
  // RatioBar
  goodFailedOver: (soundUpTo: string, failedOver: string) => `, good to ${soundUpTo}, failed over ${failedOver}`,
  goodFailedOverToo: (soundUpTo: string, failedOver: string) => `Good to ${soundUpTo}, failed over ${failedOver}`,
  // SimulatedUnit
  theseReadingsComeFrom: "These readings come from a simulated unit with one fault, not from a unit on the bench.",
  // KeySheet
  keySheet: "Keys, and what the entry line understands",
  markLegend: "The mark: ring is C left, foot is ESR compared with expected",
} as const;
