import { headTable, type Example, type Head } from "./head";
import { add } from "./heads/add";
import { answer } from "./heads/answer";
import { asSaid } from "./heads/asSaid";
import { blew } from "./heads/blew";
import { afterLeak, checked } from "./heads/checked";
import { coldStart } from "./heads/coldStart";
import { complaintNow } from "./heads/complaintNow";
import { note, power, undo } from "./heads/control";
import { expect } from "./heads/expect";
import { lampDid, mainsStep, means, simulated, stage, timer } from "./heads/firstPower";
import { fault } from "./heads/fault";
import { fitted } from "./heads/fitted";
import { heard } from "./heads/heard";
import { highest } from "./heads/highest";
import { laid } from "./heads/laid";
import { norm } from "./heads/norm";
import { part } from "./heads/part";
import { clipping, delayed, listened, rated, response, sine, soak, takenAt } from "./heads/proving";
import { refit } from "./heads/refit";
import { idle, valveIdle } from "./heads/idle";
import { node } from "./heads/node";
import { fuseBridged } from "./heads/fuseBridged";
import { point } from "./heads/point";
import { section } from "./heads/section";
import { setting } from "./heads/setting";
import { shelf } from "./heads/shelf";
import { spent } from "./heads/spent";
import { stamp } from "./heads/stamp";
import { texts } from "./heads/texts";
import { agreed, cost, joins, sibling, teardown, warranty } from "./heads/unit";
import { markedVolts, wanted } from "./heads/wanted";
import { working } from "./heads/working";

// In this order: a word that begins a line before what a line can be about; readings of a part last. What none of them takes is read as
// a sentence.
const HEADS: readonly Head[] = [
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
  sibling,
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

export const understandHead = headTable(HEADS);

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
