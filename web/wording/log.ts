import type { LogEntry } from "../schemas/jobView";

export const logWhat: Readonly<Record<LogEntry["what"], string>> = {
  line: "Line",
  event: "Job",
  choice: "Decided",
  safety: "Safety",
};

const EVENT: Readonly<Record<Extract<LogEntry, { what: "event" }>["kind"], string>> = {
  opened: "job opened",
  edited: "job changed",
  positionsAdded: "positions added",
  positionEdited: "position changed",
  positionRetired: "position removed",
  note: "note",
  waived: "waived in writing",
  closed: "closed",
  reopened: "reopened",
  parked: "waiting for owner",
  resumed: "work resumed",
};
const DECISION: Readonly<Record<Extract<LogEntry, { what: "choice" }>["decision"], string>> = {
  replace: "replace",
  temporary: "temporary part",
  leave: "leave it in",
  withdrawn: "decision withdrawn",
};
const SAFETY: Readonly<Record<Extract<LogEntry, { what: "safety" }>["kind"], string>> = {
  residual: "residual voltage measured",
  highest: "highest voltage entered",
  powerOn: "switched on",
  powerAttempt: "power asked for against an interlock",
  powerOff: "switched off",
  powerUndone: "power-on struck out: treat as charged until measured",
  reopened: "reopened: treat as charged until measured",
  unreadable: "a safety entry cannot be read: treat as charged until measured",
  override: "lock overridden",
  released: "taken off the charge list",
};

/** What of a job's records cannot be shown. */
export const unreadableText = (rows: readonly { table: string; id: number }[]): string =>
  `${rows.length} ${rows.length === 1 ? "entry" : "entries"} of this job cannot be read and ` +
  `${rows.length === 1 ? "is" : "are"} left out of everything: ${rows
    .slice(0, 5)
    .map((r) => `${r.table.replaceAll("_", " ")} ${r.id}`)
    .join(", ")}${rows.length > 5 ? " …" : ""}.`;

/** What happened, in a few words. */
export function logText(e: LogEntry): string {
  switch (e.what) {
    case "line":
      return e.typed;
    case "event": {
      const designators = Array.isArray(e.detail.designators)
        ? e.detail.designators.join(", ")
        : typeof e.detail.designator === "string"
          ? e.detail.designator
          : "";
      const text = typeof e.detail.text === "string" ? e.detail.text : typeof e.detail.reason === "string" ? e.detail.reason : "";
      return [EVENT[e.kind], designators, text].filter(Boolean).join(" ");
    }
    case "choice":
      return [`${e.designator} ${DECISION[e.decision]}`, e.code ?? "", e.reason ?? ""].filter(Boolean).join(", ");
    case "safety":
      return [SAFETY[e.kind], e.reason ?? ""].filter(Boolean).join(": ");
  }
}
