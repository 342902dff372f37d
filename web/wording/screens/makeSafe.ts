/** Sentences of the screens in components/makeSafe. */
export const makeSafeWords = {
  // Checks
  ratingSpecifiedNeverLarger: "rating as specified, never larger",
  mostHeldTogether: (figure: string) => `at most ${figure}, held together`,
  beforeTrusted: "before it is trusted",
  lampSeriesLightsShort: "lamp in series, lights on a short",
  checksMainsLeadEarth: "Checks: mains lead, earth, meter leads",
  // MakeSafeStation
  oneHandInsulatedTools: "One hand, insulated tools, eyes on the meter.",
  unplugBeforeYouOpen:
    "Unplug before you open. Measure every section and both rails; bleeders are not trusted until measured. Live " +
    "primary work only behind an isolating transformer. Mains wiring, earthing and insulation tests: licensed " +
    "practice and local code. Mirvek advises, it does not certify.",
  noCapacitorHoldsCharge:
    "No capacitor that holds charge is listed yet. Read the marking of each reservoir without touching it, and add it below.",
  tooLittleHurt: "too little to hurt",
  anotherHoldsCharge: "Another that holds charge",
  highestDcUnit: "Highest DC in this unit",
  lessAlreadyPutAcross: (by: string) => `It is at 5 V or less already. Put ${by} across it, then measure; measure again after 60 s.`,
  throughFirstAfterHold: (by: string, peakCurrent: string, peakPower: string, to5: string, Math: string) =>
    `Through ${by}: ${peakCurrent} and ${peakPower} at first, 5 V after ${to5}. Hold the resistor on for at least ` +
    `${Math}, then measure; short the part; measure again after 60 s.`,
  resistorFromDrawer: "Resistor from the drawer",
} as const;
