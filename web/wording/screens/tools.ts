/** Sentences of the screens in components/tools. */
export const toolsWords = {
  // Matching
  lineThereTwice: (i: number, name: string) => `line ${i}: ${name} is there twice`,
  oneLineNameGain: "One a line: name, gain, junction volts. Valves: name and current in the test jig.",
  saveJob: "Save to the job",
  // ToolsPage
  whichJobEnterNumber: "Which job? Enter its number first.",
  exampleFromFields: "Example, from the fields:",
} as const;
