/** Sentences of the screens in components/diagnose. */
export const diagnoseWords = {
  // BridgeAid
  liesMainsWhereOnly: "it lies on the mains, where only a part of the same safety class may be fitted",
  goodPartAcrossShort: "a good part across a short or a leak changes nothing: lift a leg instead",
  chargeNotShownBe: "charge is not shown to be gone",
  ratedVoltageNotEntered: "its rated voltage is not entered",
  bridgeWithGoodPart: "Bridge with a good part",
  sameWayRound: ", the same way round",
  // DiagnoseStation
  notPutBackYet: "Not put back yet: blocks closing",
  allBackWas: "All back as it was",
  nothingTriedYetEnter: "Nothing tried yet. Enter it as it comes:",
  savePracticeCase: "Save as a practice case",
  trainingRunAgainWith: "for training, or to run again with",
  lineBelow: "On the line below:",
  wentWithPart: "went with the part",
  unsafeRecordDoneNot: "Unsafe: on record as done, not counted as a test.",
  severalChangesOneOutcome: "Several changes, one outcome: cured as a set; no single part is confirmed.",
  oddOneOutShort: "the odd one out: the short is here",
  intermittentFaultsCountThem: "For intermittent faults: count them.",
  // Patterns
  commonCausesComplaint: "Common causes of this complaint",
  commonPracticeFromComplaint: "Common practice, from the complaint alone: nothing of it is confirmed.",
  // Schematic
  whatFittedNotEntered: "what is fitted is not entered",
  schematicBoardDisagree: "Schematic and board disagree",
  neitherTrustedItselfBoth: "Neither is trusted by itself: both have been wrong. Enter what belongs there; Choose parts searches for that.",
  connectionsTracedSoFar: "Connections traced so far",
  // SectionPicture
  whereUnit: "Where in the unit",
  sectionsUnit: "Sections of the unit",
  clickSectionSeeWhat: "Click a section to see what points to it. If this unit is built differently, enter",
  noListedFaultBelongs: "No listed fault belongs here.",
  // Suspects
  checkTickWhatYou: "At Check in, tick what you hear and see: the suspects follow from it.",
  anotherCauseNotListed: "another cause, not listed",
  badButNotCause: "Bad, but not the cause:",
  causeConfirmedOtherTests: "A cause is confirmed. Other tests",
  whatDoNext: "What to do next",
  ifMoreIfNot: (named: string, yes: string, ifYes: string) => `If ${named} (${yes}): more for it that ${ifYes}. If not: less.`,
  enterWhatReads: "Enter what it reads:",
  bridgeRange: (least: string, most: string, volts: string, polarity: string) =>
    `${least} to ${most}, ${volts} or more${polarity}; unit off and discharged, then on. Enter`,
} as const;
