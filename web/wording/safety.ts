import type { ChargeState, DischargeRefusal, HazardClass, TouchSafety } from "@mirvek/core/bringUp";
import { ago, list, shown, signedVolts, span } from "./quantity";
import { say, type Texts } from "./say";

/** Hazard state for the bench list: a word and whether it is a danger. */
export function hazardWord(safety: TouchSafety): { word: string; tone: "danger" | "wait" | "safe" } {
  switch (safety.kind) {
    case "energised":
      return { word: "Energised", tone: "danger" };
    case "nothingListed":
      return { word: "Charge unknown", tone: "danger" };
    case "chargeHeld":
      return safety.waiting.every((w) => w.state.kind === "once")
        ? { word: "Second reading due", tone: "wait" }
        : { word: "Charge held", tone: "danger" };
    case "overridden":
      return { word: "Overridden", tone: "wait" };
    case "safe":
      return { word: "Safe to touch", tone: "safe" };
  }
}

/** What the rail says below the word. */
export function hazardDetail(safety: TouchSafety, now: number, limit: number): string {
  switch (safety.kind) {
    case "energised":
      return `Switched on ${ago(safety.since, now)}. Hands out. Readings inside are locked.`;
    case "nothingListed":
      return "No capacitor is listed that could hold charge. List the reservoirs, or override with a reason.";
    case "chargeHeld": {
      const unmeasured = safety.waiting.filter((w) => w.state.kind === "unmeasured").map((w) => w.position);
      const charged = safety.waiting.filter((w) => w.state.kind === "charged").map((w) => w.position);
      if (charged.length > 0) return `${list(charged)} above ${shown(limit, "V")}. Not safe to touch: discharge, measure, measure again.`;
      if (unmeasured.length > 0) return `${list(unmeasured)} not measured since power. Count as charged.`;
      return `Below ${shown(limit, "V")} once. A second reading 60 s later makes it safe.`;
    }
    case "overridden":
      return `By hand, ${ago(safety.at, now)}: ${safety.reason}`;
    case "safe":
      return `All charge-holding parts twice below ${shown(limit, "V")}. Power-on clears this.`;
  }
}

export function chargeText(state: ChargeState, now: number): string {
  switch (state.kind) {
    case "unmeasured":
      return "not measured: counts as charged";
    case "charged":
      return `${signedVolts(state.volts)}, ${ago(state.at, now)}`;
    case "once":
      return now < state.secondFrom
        ? `${signedVolts(state.volts)}; measure again in ${span((state.secondFrom - now) / 1000)}`
        : `${signedVolts(state.volts)}; measure again now`;
    case "discharged":
      return `${signedVolts(state.volts)}, discharged`;
  }
}

export const hazardClassText: Readonly<Record<HazardClass, string>> = {
  touchable: "under 60 V, little energy",
  burns: "under 100 V, but burns and welds",
  shock: "shock",
  severeShock: "shock that injures",
};

const refusalText: Texts<DischargeRefusal> = {
  arc: (r) => `${shown(r.amperes, "A", 2)} at first: arcs and welds`,
  peakPower: (r) => `${shown(r.peak, "W", 3)} at first, bears ${shown(r.limit, "W", 3)}`,
  energy: (r) => `${shown(r.energy, "J", 3)}, bears ${shown(r.limit, "J", 3)}`,
  elementVoltage: (r) => `element bears ${shown(r.limit, "V")}`,
  tooSlow: (r) => `${span(r.seconds)} to 5 V`,
};
export const dischargeRefusalText = (r: DischargeRefusal): string => say(refusalText, r);
