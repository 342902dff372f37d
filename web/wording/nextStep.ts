import type { NextAct } from "@mirvek/core/job";
import { stageName } from "./powerUp";
import { proofLine, proofName } from "./finalTest";
import { list, percent } from "./quantity";
import { adviceText, hypothesisName } from "./diagnosis";
import { holdText } from "./safety";
import { settleText } from "./verdict";

type Words = { [C in NextAct["code"]]: (a: Extract<NextAct, { code: C }>) => { act: string; about: string } };

const words: Words = {
  writeComplaint: () => ({ act: "Write down the complaint in the owner's words.", about: "1 min" }),
  noteFindings: () => ({ act: "Tick what you hear and see: it decides where to look.", about: "1 min" }),
  switchOff: () => ({ act: "Switch off and unplug: the unit is live.", about: "keep hands clear" }),
  enterHighest: () => ({
    act: "Enter the highest DC voltage in this unit",
    about: "highest 35v; with it, what cannot hurt is not waited for",
  }),
  listChargeHolders: () => ({ act: "List the capacitors that hold charge, reservoirs first.", about: "look, do not touch" }),
  dischargeAndMeasure: (a) => ({ act: `Discharge ${a.position} through a resistor and measure its volts.`, about: "about 1 min" }),
  measureAgain: (a) => ({ act: `Measure ${a.position} again: charge creeps back.`, about: "60 s after the first" }),
  inspect: () => ({ act: "Inspect before you measure: bulges, leaks, burns, solder, fuses.", about: "about 3 min" }),
  measureFuse: (a) => ({ act: `Measure the ohms of ${a.part}: a fuse that looks whole can be open.`, about: "about 1 min" }),
  answer: (a) => ({
    act: "Answer what lines left open: what it changed, or what it is.",
    about: a.left === 1 ? "one answer" : `${a.left} answers`,
  }),
  mend: (a) => ({
    act:
      a.part === null
        ? `Confirmed: ${hypothesisName[a.hypothesis]}. Repair it and enter what it changed.`
        : `Repair ${a.part} and enter what it changed: replaced ${a.part}, gone.`,
    about: a.part === null ? "the cause" : hypothesisName[a.hypothesis],
  }),
  advise: (a) => ({ act: adviceText(a.advice).act, about: `about ${a.advice.minutes} min${a.advice.power ? ", switched on" : ""}` }),
  listPositions: () => ({ act: "List the capacitors of this unit.", about: "paste or type" }),
  measure: (a) => ({
    act: a.counterpartOf ? `Measure ${a.position}: it is the counterpart of ${a.counterpartOf}, which is bad.` : `Measure ${a.position}.`,
    about: a.left === 1 ? "the last one" : `${a.left} left`,
  }),
  settle: (a) => ({ act: `${a.position} is inconclusive: ${settleText[a.settle]}.`, about: "about 2 min" }),
  confirmOut: (a) => ({ act: `Take ${a.position} out and measure again before you condemn it.`, about: "about 2 min" }),
  simulate: (a) => ({
    act:
      a.positions.length === 1
        ? `See whether ${a.positions[0]} explains the complaint.`
        : "See whether the bad parts explain the complaint.",
    about: list(a.positions.slice(0, 4)) + (a.positions.length > 4 ? " …" : ""),
  }),
  decide: (a) => ({ act: `Choose what replaces ${a.position}.`, about: a.left === 1 ? "the last one" : `${a.left} to choose` }),
  replaceTemporary: (a) => ({ act: `Replace the temporary part at ${a.position}: it holds the job.`, about: "needed before return" }),
  fit: (a) => ({ act: `Fit ${a.position} and enter it: ${a.position} fitted.`, about: a.left === 1 ? "the last one" : `${a.left} to fit` }),
  powerUp: () => ({ act: "Power it up step by step, not straight into the wall: enter limiter 60w, or variac.", about: "about 10 min" }),
  step: (a) => ({
    act: `Next step: ${stageName[a.stage].toLowerCase()}, ${percent(a.share)} of the mains.`,
    about: `step ${percent(a.share).replace(" ", "")}`,
  }),
  readStep: (a) => ({
    act: `Read ${list(a.what.slice(0, 3))} at this step before you go on.`,
    about: a.what.length === 1 ? "one reading" : `${a.what.length} readings`,
  }),
  powerUpStopped: () => ({ act: "Stop: off. A reading is out of what it should be; see why before you go on.", about: "off first" }),
  setIdle: (a) => ({ act: `Read the idle current of ${a.channel} and set it by its window.`, about: "warm" }),
  idleUnreachable: (a) => ({ act: `${a.channel} cannot reach its idle current: that is a fault, not a setting.`, about: "look for it" }),
  testNext: (a) => ({
    act: a.failed ? `Failed: ${proofName[a.item].toLowerCase()} is out of its limits.` : `To test: ${proofName[a.item].toLowerCase()}.`,
    about: proofLine[a.item],
  }),
  finalTest: () => ({ act: "Try the complaint after the repair and enter what it does.", about: "hum gone, still hums" }),
  hold: (a) => ({ act: holdText[a.hold], about: "before it goes back" }),
  noCause: () => ({
    act: "No cause is confirmed. Enter how it ends: cleared without cause, or located and not repaired.",
    about: "nothing left to test",
  }),
  return: () => ({ act: "Read the report and return the unit.", about: "all decided" }),
  closed: () => ({ act: "This job is closed.", about: "" }),
};

/** The next useful act as one sentence, and how long or how much. */
export function nextActText(act: NextAct): { act: string; about: string } {
  return (words[act.code] as (a: NextAct) => { act: string; about: string })(act);
}
