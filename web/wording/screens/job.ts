/** Sentences of the screens in components/job. */
export const jobWords = {
  // BenchRail
  notUpDate: "Not up to date",
  strikeOutEverythingLine: "Strike out: everything this line recorded no longer counts",
  // JobPath
  idleNotReadWarm: "idle not read warm",
  noComplaintEnteredYet: "No complaint entered yet.",
  // OverrideDialog
  overrideChargeLock: "Override the charge lock",
  chargeWasNotShown:
    "The charge was not shown to be gone. Your reason goes on record and into the report; the next power-on, or any " +
    "voltage measured later, ends the override. It does not make the unit safe.",
  exampleSupplyBoardOut: "For example: supply board is out of the unit",
  // PowerButton
  powerOutOrder: "Power on out of order",
  recordPower: "Record and power on",
  exampleCameWorkingHear: "For example: it came in working, to hear the complaint",
  doNotPowerUnit: "Do not power this unit",
} as const;
