/** Sentences of the screens in components/sound. */
export const soundWords = {
  // BeforeAfter
  markOneBeforeOne: "Mark one before and one after as recorded with nothing played: hum and noise are then compared.",
  saveJob: "Save to the job:",
  savedJob: "Saved to the job.",
  responseThirdOctavesDb: "Response by third octaves, 0 dB at 1 kHz:",
  // Compared
  twoShareTooFew: "The two share too few third octaves.",
  rightRelativeLeftLevel: "right relative to left, level removed",
  relativeOtherLevelRemoved: (sidesText: string) => `${sidesText} relative to the other, level removed`,
  neitherTrebleNorBass: "; neither treble nor bass is missing",
  // Findings
  savedJobDiagnoseCounts: (count: number, note: string) => `${count} ${note} saved to the job: Diagnose counts them.`,
  notAllWasUnderstood: "Not all of it was understood: see the log.",
  saveJobToo: "Save to the job",
  findingsSavedJob: "Its findings are saved to the job.",
  nothingStandsOut: "Nothing stands out in it.",
  // LevelStrip
  levelOverPlacesMarked: (seconds: string, count: number) => `Level over ${seconds} s, ${count} places marked`,
  // Recordings
  whatWasPlayed: (name: string) => `What was played in ${name}`,
  firstDigitsHash: "first digits of its hash",
  // SoundDesk
  recordFewSecondsFault:
    "Record a few seconds of the fault, once with nothing played, once with music. A line output or a clip lead shows " +
    "more than a microphone in front of the loudspeaker.",
  // SoundPage
  analysedBrowserOnlyNothing: "Analysed in this browser only; nothing is saved. In a job, recordings and findings are saved with it.",
  // Sources
  dropRecordingHere: "Drop a recording here, or",
  inputGaveNoSignal: "The input gave no signal.",
  noInputBrowserWas: "No input, or the browser was not allowed to use it.",
  levelInput: "Level of the input",
  dbfsVolumeDownFirst: (level: number) => `${level} dBFS: volume down first`,
  // Spectrum
  noMainsFrequency: "no mains frequency in it",
  harmonicsMultiplesMeasuredHz: (mainsHz: string) => `harmonics: multiples of the measured ${mainsHz} Hz`,
  wholeRecordingHz: "the whole recording, Hz",
} as const;
