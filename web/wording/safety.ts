import type { DischargeRefusal, Harmless, HazardClass, PartCharge, PassedOver, TouchSafety } from "@mirvek/core/safety";
import type { ClosingBlocker } from "@mirvek/core/job";
import { ago, list, shown, signedVolts, span } from "./quantity";
import { say, type Texts } from "./say";

/** Hazard state for the bench list: a word and whether it is a danger. */
export function hazardWord(safety: TouchSafety): { word: string; tone: "danger" | "wait" | "safe" } {
  switch (safety.kind) {
    case "energised":
      return { word: "Energised", tone: "danger" };
    case "nothingListed":
    case "voltsUnknown":
      return { word: "Charge unknown", tone: "danger" };
    case "chargeHeld":
      return safety.waiting.every((w) => w.state.kind === "once")
        ? { word: "Second reading due", tone: "wait" }
        : { word: "Stored charge", tone: "danger" };
    case "overridden":
      return { word: "Overridden", tone: "wait" };
    case "harmless":
      return { word: "No stored charge", tone: "safe" };
    case "safe":
      return { word: "Safe to touch", tone: "safe" };
  }
}

/** What the rail says below the word. */
export function hazardDetail(safety: TouchSafety, now: number, limit: number): string {
  switch (safety.kind) {
    case "energised":
      return safety.attempt
        ? `Power was asked for ${ago(safety.since, now)} against an interlock: treat the unit as live. Switch it off, then enter power off.`
        : `Switched on ${ago(safety.since, now)}. Keep hands clear; work inside is locked.`;
    case "nothingListed":
      return "No capacitor is listed that could hold charge. List the reservoirs, or override with a reason.";
    case "voltsUnknown":
      return (
        `${list(safety.listed)} ${safety.listed.length > 1 ? "hold" : "holds"} too little to hurt, but the highest ` +
        `voltage in this unit is not recorded. Enter it (highest 35v), list the reservoirs, or override with a reason.`
      );
    case "chargeHeld": {
      const passed = safety.waiting.flatMap((w) => (w.passedOver ? [`${w.position}: ${passedOverText(w.passedOver)}.`] : []));
      if (passed.length > 0) return passed.join(" ");
      const unmeasured = safety.waiting.filter((w) => w.state.kind === "unmeasured").map((w) => w.position);
      const charged = safety.waiting.filter((w) => w.state.kind === "charged").map((w) => w.position);
      if (charged.length > 0) return `${list(charged)} above ${shown(limit, "V")}. Not safe to touch: discharge, measure, measure again.`;
      const again = safety.waiting.filter((w) => w.state.kind === "again").map((w) => w.position);
      if (again.length > 0) return `A part has left the list. One low reading more, of ${list(again)}, unlocks.`;
      if (unmeasured.length > 0) return `${list(unmeasured)} not measured since the last power-up: treat as charged.`;
      return `Below ${shown(limit, "V")} once. A second reading 60 s later makes it safe.`;
    }
    case "overridden":
      return `By hand, ${ago(safety.at, now)}: ${safety.reason}`;
    case "harmless":
      return `${harmlessText[safety.why]} Any voltage measured later locks again.`;
    case "safe":
      return `All charge-holding parts twice below ${shown(limit, "V")}. Power-on clears this.`;
  }
}

/** What the mark says while the server is not heard, and since which time of day. */
export const staleText = (word: string, since: string): string =>
  `${word} at ${since}. The server has not been heard since: treat the unit as live and charged.`;

/** A low reading that did not count: why, and what to do. */
function passedOverText({ volts, why }: PassedOver): string {
  const read = signedVolts(volts);
  return why === "powered"
    ? `${read} was read while the unit counts as on and does not count; switch it off and measure again`
    : `${read} was entered before the last charge or power was recorded and does not count; measure again now`;
}

/** How one part stands in the table of what holds charge. */
export function chargeText({ state, passedOver }: PartCharge, now: number): string {
  if (passedOver) return passedOverText(passedOver);
  switch (state.kind) {
    case "unmeasured":
      return "not measured: treat as charged";
    case "charged":
      return `${signedVolts(state.volts)}, ${ago(state.at, now)}`;
    case "once":
      return now < state.secondFrom
        ? `${signedVolts(state.volts)}; measure again in ${span((state.secondFrom - now) / 1000)}`
        : `${signedVolts(state.volts)}; measure again now`;
    case "again":
      return `${signedVolts(state.volts)}; measure once more`;
    case "discharged":
      return `${signedVolts(state.volts)}, discharged`;
  }
}

/** Why a unit has nothing to discharge. */
export const harmlessText: Readonly<Record<Harmless, string>> = {
  passive: "No mains supply: nothing to discharge.",
  belowThresholds: "All it can hold lies below 60 V and 1 J.",
};

/** Blocks closing, and what to do about it. */
export const holdText: Readonly<Record<ClosingBlocker, string>> = {
  energised: "The unit is live. Switch it off first.",
  temporary: "A temporary part is still in. Replace it, or waive in writing.",
  leftIn: "Something is still unplugged, lifted or put across. Enter that it is back, or waive in writing.",
  unsafe: "Earth, insulation, lead or plug was found bad. Repair it and enter what it reads now.",
  notRefitted: "Not fully reassembled: something that came off is not back on. Enter that it is, or waive in writing.",
  undecided: "A failed part has no decision. Choose a part, leave it with a reason, or waive in writing.",
  notFitted: "A part was chosen and is not fitted. Enter that it is in, or waive in writing.",
  fuseUnexplained: "Blown fuse, cause not recorded. Enter it, as in F1 blew because D3 shorted, or waive in writing.",
  stillThere: "The complaint is recorded as still there. Go on with the diagnosis, close as located or cleared, or waive in writing.",
  openFault: "Another fault of this job is still open. Enter where it stands, or waive in writing.",
  hazard: "Stored charge is not shown to be gone. Measure it, or waive in writing.",
  testFails: "An item of the final test is out of its limits. Put it right and test again, or waive in writing.",
  refitLeft: "Steps before the lid goes on are not done. See the lists under Fit, or waive in writing.",
  contaminated:
    "Something leaked and what it wetted was not measured clean. Clean it and enter its insulation, as in after leak " +
    "strip insulation 40M, or waive in writing.",
  idleNotWarm: "An idle current was adjusted and not read warm in its window. Read it warm, or waive in writing.",
  noCause: "No cause is confirmed. Go on with the diagnosis, close as located or cleared, or waive in writing.",
  unproven:
    "The complaint was not tried and found gone since the last work on the unit. Try it and enter what it does, as in " +
    "hum gone, or waive in writing.",
  notRun:
    "The unit was not run at full mains with its loads since the last work on the unit. Take a lamp or transformer away (stage " +
    "full), power it on, or waive in writing.",
};
/** The same in the words of a letter to the owner, where it went back like that. */
export const ownerHoldText: Readonly<Record<ClosingBlocker, string>> = {
  energised: "The unit was left switched on.",
  temporary: "A temporary part is still in it and is to be replaced.",
  leftIn: "Something inside is still disconnected or bridged for testing.",
  unsafe: "Its earth, insulation, mains lead or plug is not in order: do not use it before that is put right.",
  notRefitted: "It is not fully reassembled.",
  undecided: "A failed part is still in it.",
  notFitted: "A part that was chosen for it is not in yet.",
  fuseUnexplained: "A fuse had blown, and why is not known.",
  stillThere: "The complaint is still there.",
  openFault: "Another fault is not repaired.",
  hazard: "It was not measured that its capacitors are discharged: nobody should open it.",
  testFails: "One of the tests at the end did not come out as it should.",
  refitLeft: "Not every step of the reassembly was checked.",
  contaminated: "Something leaked inside, and what it touched was not measured clean.",
  idleNotWarm: "An adjustment was not checked with the unit warm.",
  noCause: "The cause of the fault was not confirmed.",
  unproven: "The complaint was not tried again since the last work on the unit.",
  notRun: "It was not run at full mains voltage since the last work on the unit.",
};
/** The same, as what was waived. */
export const waivedName: Readonly<Record<ClosingBlocker, string>> = {
  energised: "live",
  temporary: "temporary part in",
  leftIn: "something still unplugged or put across",
  unsafe: "earth, insulation, lead or plug bad",
  notRefitted: "not all put back together",
  undecided: "failed part without a decision",
  notFitted: "chosen part not fitted",
  fuseUnexplained: "fuse cause unknown is not known",
  stillThere: "complaint still there",
  openFault: "another fault still open",
  hazard: "charge not shown gone",
  testFails: "final test failed",
  refitLeft: "steps before the lid goes on not done",
  contaminated: "what leaked was not measured clean",
  idleNotWarm: "idle current not read warm",
  noCause: "no cause confirmed",
  unproven: "complaint not tried since the last work on the unit",
  notRun: "not run at full mains since the last work on the unit",
};

export const hazardClassText: Readonly<Record<HazardClass, string>> = {
  touchable: "under 60 V, little energy",
  burns: "under 100 V, but burns and welds",
  shock: "shock",
  severeShock: "severe shock",
};

const refusalText: Texts<DischargeRefusal> = {
  arc: (r) => `${shown(r.amperes, "A", 2)} at first: arcs and welds`,
  peakPower: (r) => `${shown(r.peak, "W", 3)} at first, rated for ${shown(r.limit, "W", 3)}`,
  energy: (r) => `${shown(r.energy, "J", 3)}, rated for ${shown(r.limit, "J", 3)}`,
  elementVoltage: (r) => `element rated for ${shown(r.limit, "V")}`,
  tooSlow: (r) => `${span(r.seconds)} to 5 V`,
};
export const dischargeRefusalText = (r: DischargeRefusal): string => say(refusalText, r);
