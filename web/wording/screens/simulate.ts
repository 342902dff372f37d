/** Sentences of the screens in components/simulate. */
export const simulateWords = {
  // Answer
  stoppedBeforeWasFinished: "Stopped before it was finished.",
  calculatingWhatBadParts: "Calculating what the bad parts explain …",
  badNotExaminedHere: ": bad, and not examined here: no part of this circuit.",
  shortedBlowsFuseSuch: ": shorted. It blows the fuse: such a unit is dead and does not hum.",
  wouldAccountRest: "Would account for the rest:",
  measuredExcessOverHealthy: "Measured excess over a healthy unit",
  rippleRead: "of ripple read at",
  oscillatesNoStabilityMargin: "It oscillates: no stability margin is left.",
  saveReport: "Save for the report",
  answerWasSavedReadings: "An answer was saved; the readings behind it have changed since. Save the new one.",
  shareEachPart: "Share of each part",
  // NetlistDialog
  netlistYourOwn: "A netlist of your own",
  withModelFirstLine: "R, C, L, V, I, D with a model, E and G; the first line is the title, node 0 is ground. Sources DC or SIN.",
  voltsNetlist: "Volts of the netlist",
  // PlayRipple
  withDifferenceLevel: "with the difference in level",
  startsQuietlyTurnUp: "Starts quietly; turn up with care.",
  // SetupPanel
  circuitMeasured: "The circuit as measured",
  allValuesTypicalSuch: "all values typical for such a unit",
  enteredRestTypical: (byHand: number) => `${byHand} entered, the rest typical`,
  resetTypicalValues: "Reset to typical values",
  // SimulateStation
  canCauseSuchComplaint: ", can cause such a complaint",
  noCircuitUnitCan:
    "No circuit of this unit can be simulated yet: list its positions with their roles at Measure, or pick a circuit above.",
  savedReport: "Saved for the report.",
  nothingTickedCheckPoints: "Nothing ticked at Check in points at this circuit.",
  measuredBehavesLikeHealthy: "As measured it behaves like a healthy one.",
  whenHealthy: "it is as when healthy",
  betterThanWhenHealthy: (id: string) => `it is ${id} better than when healthy`,
  // Summary
  noPartHasBeen: "no part has been found bad yet",
  showCircuit: (designator: string) => `Show ${designator} in its circuit`,
} as const;
