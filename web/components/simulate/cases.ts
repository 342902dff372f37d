import type { ShopConstants } from "@mirvek/core/knowledge";
import { measuredState, soundState, type MeasuredPart } from "@mirvek/core/verdict";
import type { Parts, ScenarioFacts, Settings } from "@mirvek/core/scenarios";
import type { PartState } from "@mirvek/core/part";
import { partsOf, slotStates, type Binding, type SlotState } from "@mirvek/core/explain";
import type { PositionView } from "../../schemas/jobView";

export type CaseName = "healthy" | "measured" | "counterpart" | "replacement" | "tried";
export const CASE_TEXT: Readonly<Record<CaseName, string>> = {
  healthy: "healthy",
  measured: "as measured",
  counterpart: "the other channel",
  replacement: "with the parts chosen",
  tried: "tried",
};
export const CASE_INK: Readonly<Record<CaseName, { stroke: string; dash?: string; width: number }>> = {
  healthy: { stroke: "var(--sound)", width: 2 },
  measured: { stroke: "var(--failed)", width: 2.4 },
  counterpart: { stroke: "var(--open)", dash: "1 4", width: 2.4 },
  replacement: { stroke: "var(--ink)", dash: "7 4", width: 2 },
  tried: { stroke: "var(--copper)", dash: "2 3", width: 2.4 },
};

export interface Cases {
  slots: readonly SlotState[];
  healthy: Parts;
  measured: Parts;
  /** the same circuit of another channel, where its parts are on the job */
  counterpart: Parts | null;
  /** null while nothing has been chosen for any part in this circuit */
  replacement: Parts | null;
}

/** The part that is in now, as circuits see it. */
const asPart = (p: PositionView): MeasuredPart => ({
  part: p.fittings.at(-1)!.part,
  folded: p.folded,
  verdict: p.verdict.state,
  channel: p.channel,
});
export const measuredParts = (positions: readonly PositionView[]) => positions.map(asPart);

/** The states of a circuit's parts that its pictures compare. */
export function casesOf(
  constants: ShopConstants,
  scenario: ScenarioFacts,
  settings: Settings,
  binding: Binding,
  positions: readonly PositionView[],
): Cases {
  const slots = slotStates(constants, scenario, settings, binding, measuredParts(positions));
  const chosen = (s: SlotState): PartState | null =>
    replacementState(
      scenario,
      positions.find((p) => p.designator === s.position?.part.designator),
    );
  const any = slots.some((s) => chosen(s) !== null);
  return {
    slots,
    healthy: partsOf(slots, (s) => s.sound.state),
    measured: partsOf(slots, (s) => s.now.state),
    counterpart: counterpartParts(constants, scenario, slots, positions),
    replacement: any ? partsOf(slots, (s) => chosen(s) ?? s.now.state) : null,
  };
}

function counterpartParts(
  constants: ShopConstants,
  scenario: ScenarioFacts,
  slots: readonly SlotState[],
  positions: readonly PositionView[],
): Parts | null {
  const at = scenario.esrAt;
  const stateOf = (s: SlotState): PartState | null => {
    const name = positions.find((p) => p.designator === s.position?.part.designator)?.counterparts[0];
    const counterpart = positions.find((p) => p.designator === name);
    return counterpart && counterpart.verdict.state !== "unmeasured" ? measuredState(constants, asPart(counterpart), at).state : null;
  };
  return slots.some((s) => stateOf(s) !== null) ? partsOf(slots, (s) => stateOf(s) ?? s.now.state) : null;
}

function replacementState(scenario: ScenarioFacts, position: PositionView | undefined): PartState | null {
  const choice = position?.choice;
  if (!position || !choice?.part || choice.decision === "leave" || choice.decision === "withdrawn") return null;
  const { nominal, rated, technology, tolerance, esr } = choice.part;
  const at = scenario.esrAt;
  const sound = soundState({ ...position, nominal, rated, technology, tolerance }, at).state;
  // the series' own figure counts where it is given near the frequency that matters here
  const stated = esr && Math.abs(Math.log(esr.at / at)) < Math.log(2) ? esr.ohms : null;
  return stated === null || sound.kind !== "works" ? sound : { ...sound, esr: stated };
}
