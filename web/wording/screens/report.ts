/** Sentences of the screens in components/report. */
export const reportWords = {
  // Report
  nextTechnician: "for the next technician",
  // ReturnStation
  pdfOwner: "PDF for the owner",
  pdfNextTechnician: "PDF for the next technician",
  waiversPrintedReportEnd: "Waivers are printed in the report and end when the job is reopened:",
} as const;
