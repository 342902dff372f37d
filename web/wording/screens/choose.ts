/** Sentences of the screens in components/choose. */
export const chooseWords = {
  // ByHand
  partOutsideCatalogue: "A part outside the catalogue",
  // Can
  allMinusLeadsGo:
    "All minus leads go to one point: where the can's common lug went, and on from there as before. If the can was " +
    "insulated from the chassis by a wafer, so is this point. Leave the lugs empty; mark the can as disconnected.",
  workingVoltsAllDischarge: "at working volts in all: discharge and measure each part by itself.",
  nothingChosenYet: (undecided: string) => `Nothing chosen yet for ${undecided}.`,
  notEveryPriceKnown: "Not every price is known",
  theyGoIntoEmptied: "They go into the emptied can.",
  theyDoNotGo: " They do not go into the emptied can: strip or stand-offs under the chassis.",
  withTheirMinusLeads: (sections: string) => `${sections} with their minus leads joined`,
  seenFromAboveMm: (around: string) => `Seen from above: ${around} mm across`,
  // Candidates
  belongsHereFitted: (nominal: string, nominal2: string) => `${nominal} belongs here, ${nominal2} is fitted. `,
  noSeriesOffersOld: ", as no series offers the old value any more",
  plusGoesGround: "The plus goes to ground.",
  andOfRippleAt: (ripple: string, hertz: string) => ` and ${ripple} of ripple at ${hertz}`,
  noPartCatalogueFits:
    "No part in the catalogue fits. Below are the nearest by value and volts, each with the rule it breaks. Or " +
    "combine several parts, or enter a part outside the catalogue.",
  replaceWholeCan: "Replace the whole can",
  askStockPrice: "Ask stock and price",
  leaveWithReason: "Leave it in, with a reason",
  // ChooseStation
  nothingBadNothingChoose: "Nothing is bad. Nothing to choose.",
  showOnlyBadPositions: "Show only bad positions",
  componentMapChannel: "Component map of a channel",
  placeOne: (count: number) => `${count} in place of one`,
  // CombinationDrawing
  oneAfterOther: "one after the other",
  // Combinations
  severalPartsPlaceOne: "Several parts in place of one",
  noCombinationTwoThree: "No combination of two or three catalogue parts meets the rules of this position.",
  balance: (each: string, rated: number, most: string, heat: string) =>
    `Across each ${each}, ${rated} W or more (at most ${most}; ${heat} of heat): they divide the voltage.`,
  minusMinusEachSees: "Minus to minus; each sees the full voltage in one direction.",
  noteRippleRatingBelow: "Note: its ripple rating is below the ripple current.",
  preferredValuesIec: "By preferred values (IEC 60063):",
  // ComponentMapSheet
  whatAllChannelsShare: "what all channels share",
  enterHowPartMounted: "Enter how a part is mounted:",
  samePositionOthersListed: ": the same position of the others is listed beside it.",
  mountedAgainstTheirNeighbours: "Mounted against their neighbours or their counterparts:",
  checkTwiceBeforeSoldering: ". Check twice before soldering.",
  // DecisionDialog
  temporaryPart: (code: string, designator: string) => `${code} as a temporary part at ${designator}`,
  fitAgainstRules: (code: string, designator: string) => `Fit ${code} at ${designator} against the rules`,
  temporaryPartBlocksClosing:
    "A temporary part blocks closing: the unit cannot be returned until the right part is fitted, or this is waived in writing.",
  reasonRecordReport: "Reason, for the record and the report",
  // HearIt
  noCircuitModelUnit: "No circuit model of this unit predicts how this part sounds.",
  musicWithHumSupply: (level: string, level2: string) =>
    `Music with the hum the supply leaves: ${level} dBV as designed, ${level2} dBV with this part.`,
  musicThroughCircuitEqual: (note: string, matched: string) =>
    `Music through the circuit, at equal loudness (${note}${matched} dB compensated).`,
  // Offer
  howMuchReplace: "How much to replace",
  ownerAgreed: "The owner agreed to",
  notMeasuredStaying: "Not measured, staying in",
  partsCataloguePricesMinutes:
    "Parts at catalogue prices; minutes by common practice for removing, cleaning and fitting. The return rate is a " +
    "rough model: every part that stays and every new one fails at a constant rate, and every replacement carries a " +
    "risk of its own (see Selection rules); the bounds are all rates halved and doubled.",
  ownClosedTooFew: (jobs: number) => `own: ${jobs} closed, too few to tell`,
  // PartTable
  seriesRestoresOldLevel: (restoring: string) => ` · ${restoring} in series restores the old level`,
  // Price
  earlierPricesMissing: "No earlier prices on record.",
  priceStock: (code: string) => `Price and stock of ${code}`,
  priceOverTime: (code: string) => `Price of ${code} over time`,
  // figures of a replacement
  costAndSpace: (cost: string, circle: string, height: number) =>
    `${cost}; side by side they need a circle of ${circle} mm and ${height} mm of height.`,
  computedStress: (circuit: string, volts: string, ripple: string) =>
    `By the simulation (${circuit}) it sees ${volts} at high mains${ripple}.`,
} as const;
