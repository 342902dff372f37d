import type { Station } from "./station";

export const checkIn: Station<"checkIn"> = {
  id: "checkIn",
  path: "check-in",
  state: (job) =>
    job.complaint !== "" && job.findings > 0 ? { kind: "done" } : { kind: "underWay", done: job.complaint !== "" ? 1 : 0, of: 2 },
  act: (job) => (job.complaint === "" ? { code: "writeComplaint" } : job.findings === 0 ? { code: "noteFindings" } : null),
};
