/** Sentences of the screens in components/measure. */
export const measureWords = {
  // AddPositions
  oneLineDesignatorValue: "One a line: designator, value, volts, role. A line",
  // CopyToChannels
  copyOtherChannels: "Copy to the other channels",
  numbersGoUpEach: "Numbers go up by, each channel",
  channelsCopiesTheirOrder: "Channels of the copies, in their order: R, or R C SL SR SBL SBR",
  pickWhatCopy: "Pick what to copy.",
  // MeasureStation
  copyOtherChannelsToo: "Copy to other channels",
  noPositionsYetPaste: "No positions yet. Paste the parts list, or enter",
  lineBelow: "on the line below.",
  // OtherParts
  noneYetNamingOne: "None yet. Naming one puts it here:",
  twoMarkingsWereEntered: " Two markings were entered: read it again.",
  // Points
  noRailPointRead: "No rail or point read yet:",
  whatUnitDraws: "What the unit draws",
  usualKind: "Usual for this kind:",
  compareReadingsWithThem: "Compare readings with them",
  // PositionDrawer
  removedReadingsStayRecord: "removed; its readings stay on record.",
  removeFromJob: (designator: string) => `Remove ${designator} from the job`,
  listedHoldingChargeReason: "It is listed as holding charge. The reason goes on record; a charge once measured on it keeps the lock.",
  exampleEnteredTwice: "For example: entered twice",
  wholeLineEverythingRecorded: "The whole line and everything it recorded no longer count",
  // PositionFields
  inputResistanceNextStage: "Input resistance of the next stage",
  esrWhenNewKhz: "ESR when new, 100 kHz",
  minimumEsrRegulator: "Minimum ESR of the regulator",
  maximumEsrRegulator: "Maximum ESR of the regulator",
  signalVoltsAcrossRms: "Signal volts across it (rms)",
  oneNameAllThem: "one name for all of them",
  whyHoldsNone: "Why it holds none",
  enterWhyGoesRecord: "Enter why: it goes on record",
  notKnownYetNeeded: "Not known yet, and needed for a decision",
  // PositionRow
  newPartFittedNot: "new part fitted, not measured yet",
  // SideBySide
  noCounterpartsYetCopy: "No counterparts yet: copy positions to the other channels, or give parts the same counterpart group.",
} as const;
