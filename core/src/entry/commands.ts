import { headTable, type Example, type Command } from "./command";
import { add } from "./commands/add";
import { answer } from "./commands/answer";
import { asSaid } from "./commands/asSaid";
import { blew } from "./commands/blew";
import { afterLeak, checked } from "./commands/checked";
import { coldStart } from "./commands/coldStart";
import { complaintNow } from "./commands/complaintNow";
import { note, power, undo } from "./commands/control";
import { expect } from "./commands/expect";
import { lampDid, mainsStep, means, simulated, stage, timer } from "./commands/firstPower";
import { fault } from "./commands/fault";
import { fitted } from "./commands/fitted";
import { heard } from "./commands/heard";
import { highest } from "./commands/highest";
import { laid } from "./commands/laid";
import { norm } from "./commands/norm";
import { part } from "./commands/part";
import { clipping, delayed, listened, rated, response, sine, soak, takenAt } from "./commands/proving";
import { refit } from "./commands/refit";
import { idle, valveIdle } from "./commands/idle";
import { node } from "./commands/node";
import { fuseBridged } from "./commands/fuseBridged";
import { point } from "./commands/point";
import { points } from "./commands/points";
import { section } from "./commands/section";
import { setting } from "./commands/setting";
import { shelf } from "./commands/shelf";
import { spent } from "./commands/spent";
import { stamp } from "./commands/stamp";
import { texts } from "./commands/texts";
import { agreed, cost, joins, counterpart, teardown, warranty } from "./commands/unit";
import { markedVolts, wanted } from "./commands/wanted";
import { working } from "./commands/working";

// In this order: a word that begins a line before what a line can be about; readings of a part last. What none of them takes is read as
// a sentence.
const HEADS: readonly Command[] = [
  asSaid,
  undo,
  note,
  agreed,
  cost,
  warranty,
  texts,
  fault,
  teardown,
  joins,
  counterpart,
  section,
  blew,
  fuseBridged,
  afterLeak,
  checked,
  means,
  stage,
  mainsStep,
  lampDid,
  timer,
  simulated,
  idle,
  valveIdle,
  rated,
  clipping,
  sine,
  response,
  soak,
  listened,
  takenAt,
  delayed,
  refit,
  spent,
  answer,
  power,
  highest,
  add,
  shelf,
  norm,
  markedVolts,
  wanted,
  laid,
  expect,
  points,
  coldStart,
  complaintNow,
  heard,
  stamp,
  node,
  point,
  setting,
  fitted,
  working,
  part,
];

export const understandCommand = headTable(HEADS);

/** Sentences, which begin with no word of their own. */
const SENTENCES: readonly Example[] = [
  { line: "F1 looks whole, meter says open", says: "fuses, transistors, joints …: seen and read" },
  { line: "Q1 hfe 62", says: "figures of other parts: ohms, gain, junctions, amperes" },
  { line: "pulled tone board plug, rail back to 15", says: "tried, and what it changed" },
  { line: "10u 50v over C9, bass is back", says: "bridged with a good part" },
  { line: "tap C3: crackle, tap heat sink: nothing", says: "several in one line" },
  { line: "tone board to ground 3.2k", says: "a load against ground, to hold beside the others" },
];

/** Every example of every head, for the key sheet and the help. */
export const EXAMPLES: readonly Example[] = [
  ...[part, point].flatMap((h) => h.examples),
  ...SENTENCES,
  ...[setting, ...HEADS.filter((h) => ![part, point, setting].includes(h))].flatMap((h) => h.examples),
];
