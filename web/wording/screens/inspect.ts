/** Sentences of the screens in components/inspect. */
export const inspectWords = {
  // Disassembly
  screwsPlugsBoardsOrder: "Screws, plugs, boards, in order:",
  reassemblyRunsFromEnd: ". Reassembly runs from the end.",
  // Fuses
  fitNewOneSpecified: "Fit a new one of the specified rating once the cause is known:",
  // InspectStation
  nothingListedYetEnter: "Nothing is listed yet. Enter what you see:",
  jointsTracesGroundPoints: "Joints, traces, ground points, heat sinks: enter them, as in",
  // Photos
  dropThemHere: "or drop them here",
  strikeOutPicture: (about: string) => `Strike out picture of ${about}`,
} as const;
