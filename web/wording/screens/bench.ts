/** Sentences of the screens in components/bench. */
export const benchWords = {
  // Bench
  checkUnit: "Check in a unit",
  notUpDateSince: "Not up to date since",
  serverDoesNotAnswer: ": the server does not answer. Treat every unit as live and charged.",
  noJobsYetCheck: "No jobs yet. Check in a unit: press c.",
  // Practice
  practiceSimulatedUnit: "Practice on a simulated unit",
  simulatedUnitAnswersPower:
    "A simulated unit answers at Power up, Adjust and Final test, with noise, warm-up and one fault. It gets a job of " +
    "its own, marked as simulated.",
} as const;
