import type { MarkingIssue } from "@mirvek/core/part";
import type { PositionIssue, PositionList, Quantity, ReadoutIssue, ReadoutQuestion } from "@mirvek/core/entry";
import type { RequestIssue } from "../schemas/issues";
import { attemptText, interlockText } from "./powerUp";
import { list, shown } from "./quantity";
import { holdText } from "./safety";
import { say, type Texts } from "./say";
import { soundIssueText } from "./sound";

const quantityName: Readonly<Record<Quantity, string>> = {
  esr: "ESR",
  capacitance: "capacitance",
  dissipation: "tan δ",
  leak: "leakage",
  volts: "volts",
  frequency: "frequency",
};

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
  tooLong: (i) => `${i.designator}: the section's name has over ${i.most} characters`,
  sectionsOfSection: (i) => `${i.designator} is a section already: name the can without its letter`,
  impossible: (i) => `${i.designator}: that ${i.what} cannot be`,
  marking: (i) => `${i.designator}: ${say(markingTexts, i.issue)}`,
};

export const positionIssueText = (i: PositionList["issues"][number]["issue"]): string =>
  i.code === "duplicate" ? `${i.designator} is already there` : say(positionTexts, i);

const readoutTexts: Texts<ReadoutQuestion> = {
  empty: () => "",
  tooLong: (i) => `Too long: at most ${i.most} characters.`,
  badCharacter: () => "There is a character in it that cannot be saved.",
  noDesignator: () => "Which part? Name it, or move the cursor to it.",
  unknownDesignator: (i) =>
    `${i.designator} is not on this job.${i.near.length > 0 ? ` Did you mean ${list(i.near)}?` : ""} Or: add ` +
    `${i.designator} 47u 25v decoupler`,
  stampUnclear: () => "Which year and week? As in: stamp wk 14 1994 on C9",
  expectUnclear: () => "Enter the point and what it should read: rail +15 should be 15 5%",
  startsUnclear: (i) => `${i.token}: how many of how many? As in: starts 4 of 5`,
  acrossItself: (i) => `${i.designator} cannot lie across itself.`,
  nothingSaid: (i) => `${i.designator}: enter a reading, as in ${i.designator} esr 0.4`,
  notUnderstood: (i) => `"${i.token}" not understood. A quotation mark before the line saves it as typed.`,
  partlyUnderstood: (i) => (i.unread.length > 0 ? `Not understood: ${list(i.unread.slice(0, 6))}.` : "That may say more than it seems."),
  surplus: (i) => `"${i.token}" after ${i.after}: one thing a line, or note.`,
  valueMissing: (i) => `A value must follow ${i.after}.`,
  voltsOrMillivolts: (i) => `${i.token} volts or millivolts? Enter ${i.token}v or ${i.token}mv.`,
  shareOrVolts: (i) => `${i.token} of what? step ${i.token}% of its mains, or step ${i.token}v.`,
  unitMissing: (i) => `${i.token} of what? Add u, n, r, k or v, or enter esr, c, leak before it.`,
  answersNothing: (i) =>
    i.asked.length > 0
      ? `${i.token} is no answer to what is asked here: ${list(i.asked)}. Enter what it is, as in draw 0.35a.`
      : `${i.token} of what? No figure is asked for here. Enter what it is, as in rail main 34.5.`,
  wrongUnit: (i) => `${i.token} is no ${quantityName[i.quantity]}.`,
  impossible: (i) => `${i.token} is no possible ${quantityName[i.quantity]}.`,
  farFromMarked: (i) =>
    `${shown(Number(i.token), "F")} on a ${shown(i.nominal, "F")} part? Check the unit, or end the line with ! to save it.`,
  soundsLikeMarking: (i) => `C and volts together sound like the marking of ${i.designator}: one reading a line.`,
  isTheMarking: (i) => `${i.token} is what ${i.designator} is marked: esr ${i.token}, or c ${i.token}u?`,
  noBareEsr: (i) => `${i.token} is much for an ESR meter: enter esr ${i.token}, or add the unit.`,
  thousandsOrDecimal: (i) => `${i.token}: thousands or decimals? Write it without the comma, or with a point.`,
  milliOrMega: (i) => `${i.token}: milli or mega? Write milliohm, or M.`,
  milliOrMicro: (i) => `${i.token} on a ${shown(i.nominal, "F")} part: write it in u.`,
  secondValue: (i) => `${i.token} is a second ${quantityName[i.quantity]}: in, out or a meter beside each, or two lines.`,
  valuesForParts: (i) => `${i.values === 1 ? "One value" : `${i.values} values`} for ${i.parts} parts: one each, in their order.`,
  positionOrCondition: (i) => `"${i.token}": measured out of circuit, or gone? Enter out first, or leave it off.`,
  meterShowsNoEsr: () => "This meter shows no ESR. Pick the ESR meter, or enter leak.",
  ohmsOfWhat: (i) => `${i.token}: esr ${i.token} or leak ${i.token}? No meter is picked.`,
  overOfWhat: () => "Over-range of what? Enter esr ol or leak ol.",
  sameAsWhat: () => "The same as what? The line before has no reading.",
  unknownMeter: (i) => `No meter is called ${i.token}.`,
  meterNeeded: () => "Pick the meter first: enter its name.",
  shelfIncomplete: () => "A shelf reading needs value, volts and ESR: new 10u 50v esr 1.4",
  fittedMarking: (i) => `${i.designator} fitted 100u 25v: value and volts, or neither; readings in a line of their own.`,
  alreadyThere: (i) => `${i.designator} is already on this job.`,
  jobFull: (i) => `A job lists at most ${i.most} positions. Open a second job for the rest of the unit.`,
  reservedWord: (i) => `“${i.token}” is a word of the entry line: choose another name.`,
  position: (i) => `${say(positionTexts, i.issue)}.`,
};
/** What is asked of a line, and how it goes on: by one of the readings offered, or another way. */
export function readoutIssueText(i: ReadoutIssue): string {
  const next =
    (i.offers ?? []).length > 0
      ? " Which is meant?"
      : i.code === "partlyUnderstood"
        ? " Say it another way, or save it as typed with Ctrl+Enter."
        : "";
  return `${say(readoutTexts, i as ReadoutQuestion)}${next}`;
}

const texts: Texts<RequestIssue> = {
  readout: (i) => readoutIssueText(i.issue),
  positions: (i) => i.issues.map((p) => `Line ${p.line}: ${positionIssueText(p.issue)}.`).join(" "),
  stale: () => "Somebody changed this meanwhile. It now shows the latest; yours was not saved, look and try again.",
  notFound: () => "That is not here (any more).",
  nothingToUndo: () => "Nothing to undo.",
  keyReused: () => "This line was sent before with other words. Type it again.",
  noPicture: () => "That is no picture Mirvek reads: JPEG, PNG or WebP.",
  pictureTooLarge: (i) => `Too large: at most ${i.megabytes} MB and ${i.megapixels} megapixels.`,
  tooManyPictures: (i) => `${i.most} pictures are enough for one job: strike some out first.`,
  pieceDamaged: () => "The recording was damaged on the way. Nothing was saved; send it again.",
  piecesMissing: (i) => `${i.pieces.length} pieces of the recording are not here yet. Send it again.`,
  noRecording: (i) => `Not saved: ${soundIssueText(i.issue)}`,
  tooManyRecordings: (i) => `${i.most} recordings are enough for one job: strike some out first.`,
  rowsMissing: (i) => `Only ${i.here} of ${i.said} rows arrived. Nothing was imported; send the file again.`,
  supplierSilent: (i) => `${i.supplier} does not answer. Price and stock stay as they were last known.`,
  notKept: () => "The records do not take this. Nothing of it was saved; enter it another way.",
  designatorTaken: (i) => `${i.designator} is already on this job.`,
  noCounterpartNumber: (i) => `${i.designator} has no counterpart at that distance.`,
  tooManyPositions: (i) => `A job lists at most ${i.most} positions. Open a second job for the rest of the unit.`,
  pieceDiffers: (i) => `Piece ${i.place + 1} of this file was sent before with other rows. Start the import again.`,
  busy: () => "The server is busy. Try again in a few seconds.",
  stepHeld: (i) => interlockText(i.hold),
  powerHeld: (i) => attemptText(i.hold),
  practice: (i) =>
    i.issue === "unitOnRecord"
      ? "This job has readings of a real unit: a simulated unit needs a job of its own. Start one from the bench with p."
      : "This is a practice job from its first reading on: a real unit needs a job of its own.",
  jobClosed: () => "This job is closed. Reopen it under Return.",
  reasonNeeded: () => "This part breaks a rule. Write the reason to fit it all the same.",
  holderReasonNeeded: (i) => `${i.designator} holds charge: write why it leaves the list.`,
  overrideWhileLive: () => "The unit is live. Switch it off first: an override is about charge, not about mains.",
  closingHeld: (i) => i.by.map((hold) => holdText[hold]).join(" "),
  invalid: (i) => `Not accepted: ${i.fields.map((f) => [f.path, f.message].filter(Boolean).join(": ")).join("; ")}`,
  crossOrigin: () => "Refused: the request came from another site.",
  methodNotAllowed: () => "Refused: that is no way to ask.",
  databaseDown: () => "The database does not answer. Your line is held here; it goes in when the database is back.",
  maybeKept: () => "The records did not answer in time: it may have been saved all the same. Look before you enter it again.",
  diskFull: () => "The disk of the records is full: nothing can be saved until there is room.",
  unexpected: () => "Something went wrong on the server. Nothing was saved; try again.",
};
export const issueText = (i: RequestIssue): string => say(texts, i);
