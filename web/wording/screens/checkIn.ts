/** Sentences of the screens in components/checkIn. */
export const checkInWords = {
  // CheckInForm
  nameUnitRehearsalReceiver: "Name the unit, as in: Rehearsal receiver",
  rehearsalReceiverTwoChannels: "Rehearsal receiver, two channels",
  complaintOwnersWords: "Complaint, in the owner's words",
  growlsUnderQuietScenes: "It growls under the quiet scenes, both sides",
  heardSeenBenchType: "Heard and seen at the bench (type to find, Enter to tick)",
  whoseHowReachThem: "whose it is, and how to reach them",
  earlierRepairsDateStamps: "Earlier repairs, date stamps, claims",
  outputPairReplacedEleven: "Output pair replaced eleven years ago",
  // Faults
  faultsJob: "Faults on this job",
  complaintNotEnteredYet: "The complaint, not entered yet",
  linkLine: ". Link a line to it:",
  otherUnitPair: "The other unit of the pair:",
  hereCompareWith: "is here to compare with.",
  notHereAskReadings: "is not here: ask for it, or for its readings. ",
  // FindingsBox
  humAllChannelsVolume: "hum, all channels, volume has no effect …",
  noFindingCalled: "No finding is called “",
  addComplaint: "Add it to the complaint",
  // NewJob
  checkUnit: "Check in a unit",
} as const;
