/** Sentences of the pages around the screens. */
export const appWords = {
  // error
  databaseDoesNotAnswer: "The database does not answer",
  pageCouldNotBe: "The page could not be loaded. Nothing that was saved is lost; lines typed meanwhile wait in this browser.",
  // not-found
  shopHasNoJob: "This shop has no job with that number.",
  backBench: "Back to the bench",
  whatItIs: "Fault finding and capacitor replacement for audio service",
} as const;
