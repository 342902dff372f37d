import type { MarkingIssue } from "@mirvek/core/capacitor";
import type { PositionIssue, PositionList, Quantity, ReadoutIssue } from "@mirvek/core/readout";
import type { HandsHeld, RequestIssue } from "../schemas/issues";
import { list, shown } from "./quantity";

type Texts<T extends { code: string }> = { [C in T["code"]]: (x: Extract<T, { code: C }>) => string };
const say = <T extends { code: string }>(texts: Texts<T>, x: T): string => (texts[x.code as T["code"]] as (x: T) => string)(x);

const quantityName: Readonly<Record<Quantity, string>> = {
  esr: "ESR", capacitance: "capacitance", dissipation: "tan δ", leak: "leakage", volts: "volts", frequency: "frequency",
}; // prettier-ignore

const markingTexts: Texts<MarkingIssue> = {
  empty: () => "no value",
  ambiguousValue: (i) => `${i.token} can be ${shown(i.asMicrofarads, "F")}${i.asCode ? ` or ${shown(i.asCode, "F")}` : ""}: write the unit`,
  notUnderstood: (i) => `"${i.token}" not understood`,
  impossible: (i) => `${i.token} cannot be`,
  twice: (i) => `${i.token} says something a second time`,
};

const positionTexts: Texts<PositionIssue> = {
  designatorMissing: (i) => `"${i.text}" does not begin with a designator such as C14`,
  valueMissing: (i) => `${i.designator}: value is missing`,
  voltsMissing: (i) => `${i.designator}: rated volts are missing`,
  marking: (i) => `${i.designator}: ${say(markingTexts, i.issue)}`,
};

export const positionIssueText = (i: PositionList["issues"][number]["issue"]): string =>
  i.code === "duplicate" ? `${i.designator} is already there` : say(positionTexts, i);

const readoutTexts: Texts<ReadoutIssue> = {
  empty: () => "",
  noDesignator: () => "Which part? Begin with its designator.",
  unknownDesignator: (i) =>
    `${i.designator} is not on this job.${i.near.length > 0 ? ` Did you mean ${list(i.near)}?` : ""} Or: add ${i.designator} 47u 25v decoupler`,
  nothingSaid: (i) => `${i.designator}: say a reading, as in ${i.designator} esr 0.4`,
  notUnderstood: (i) => `"${i.token}" not understood.`,
  valueMissing: (i) => `A value must follow ${i.after}.`,
  unitMissing: (i) => `${i.token} of what? Add u, n, r, k or v, or say esr, c, leak before it.`,
  wrongUnit: (i) => `${i.token} is no ${quantityName[i.quantity]}.`,
  impossible: (i) => `${i.token} is no possible ${quantityName[i.quantity]}.`,
  farFromMarked: (i) =>
    `${shown(Number(i.token), "F")} on a ${shown(i.nominal, "F")} part? Check the unit, or end the line with ! to keep it.`,
  overOfWhat: () => "Over-range of what? Say esr ol or leak ol.",
  unknownMeter: (i) => `No meter is called ${i.token}.`,
  meterNeeded: () => "Pick the meter first: say its name.",
  shelfIncomplete: () => "A shelf reading needs value, volts and ESR: new 10u 50v esr 1.4",
  alreadyThere: (i) => `${i.designator} is already on this job.`,
  position: (i) => `${say(positionTexts, i.issue)}.`,
};
export const readoutIssueText = (i: ReadoutIssue): string => say(readoutTexts, i);

const heldText: Readonly<Record<HandsHeld, string>> = {
  energised: "The unit is live. Switch off first: power off",
  charge: "Not safe to touch yet. Measure the charge first, as in C1 1.2v, twice 60 s apart; or override with a reason.",
  nothingListed: "No part that holds charge is listed. List the reservoirs, or override with a reason.",
};

const texts: Texts<RequestIssue> = {
  readout: (i) => readoutIssueText(i.issue),
  positions: (i) => i.issues.map((p) => `Line ${p.line}: ${positionIssueText(p.issue)}.`).join(" "),
  handsHeld: (i) => heldText[i.held],
  powerNeeded: () => "Ripple is read with power on. Say power on first.",
  stale: () => "Somebody changed this meanwhile. It now shows the latest; yours was not kept, look and try again.",
  notFound: () => "That is not here (any more).",
  nothingToUndo: () => "Nothing to undo.",
  cannotUndoCharge: () => "Volts above the limit and power changes stay on record. Measure again instead.",
  designatorTaken: (i) => `${i.designator} is already on this job.`,
  noTwinNumber: (i) => `${i.designator} has no twin at that distance.`,
  jobClosed: () => "This job is closed. Reopen it under Hand back.",
  reasonNeeded: () => "This part breaks a rule. Write the reason to fit it all the same.",
  closingHeld: (i) =>
    ({
      temporary: "A temporary part is still in. Replace it, or waive in writing.",
      hazard: "Charge is not shown to be gone. Measure it, or waive in writing.",
      undecided: "A failed part has no decision. Choose a part, leave it with a reason, or waive in writing.",
      energised: "The unit is live. Switch it off first.",
    })[i.by],
  invalid: (i) => `Not accepted: ${i.fields.map((f) => [f.path, f.message].filter(Boolean).join(": ")).join("; ")}`,
  crossOrigin: () => "Refused: the request came from another site.",
  databaseDown: () => "The records cannot be reached. Your line is kept here; it goes in when the database is back.",
  unexpected: () => "Something went wrong on the server. Nothing was kept; try again.",
};
export const issueText = (i: RequestIssue): string => say(texts, i);
