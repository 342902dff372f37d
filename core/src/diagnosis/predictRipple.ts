import type { ShopConstants } from "../knowledge";
import type { CapacitorPart } from "../part";
import { SCENARIOS, fillSettings, type Parts, type Settings } from "../scenarios";
import { soundState } from "../verdict";
import { RIPPLE_AT, type Predicted, type RippleQuestion } from "./inputs";
import { slotStates } from "../explain";

/** What is left of a reservoir that is dried: from half to nearly nothing. */
const DRIED_TO = [0.5, 0.25, 0.1, 0.03] as const;
/** A dried part's ESR rises as its value falls, up to this many times. */
const MAX_ESR = 10;

/**
 * What the circuit of the supply would show at a reservoir if it were whole, if it were dried to a share of its value, and if a
 * rectifier were open, in volts as the question's meter shows them; null where the circuit cannot be solved. Settings nobody set are
 * usual ones for such a unit. Takes some tenths of a second: six periodic steady states.
 */
export function predictRipple(constants: ShopConstants, { unitKind, chosen, part, form }: RippleQuestion): Predicted | null {
  const scenario = SCENARIOS.supply;
  const solved = (share: number, fault: "none" | "diodeOpen"): number | null => {
    const settings = fillSettings(scenario, unitKind, { ...chosen, fault });
    const outcome = scenario.solve(settings, partsWith(constants, part, settings, share), { detail: "live" });
    if (!outcome.ok) return null;
    const figure = outcome.value.figures.find((f) => f.key === (form === "rms" ? "rippleRms" : "ripple") && f.at === RIPPLE_AT);
    return figure && figure.value > 0 ? figure.value : null;
  };
  const whole = solved(1, "none");
  if (whole === null) return null;
  const dried = DRIED_TO.flatMap((share) => {
    const volts = solved(share, "none");
    return volts === null ? [] : [{ share, volts }];
  });
  return dried.length === 0 ? null : { designator: part.designator, form, whole, dried, diodeOpen: solved(1, "diodeOpen") };
}

function partsWith(constants: ShopConstants, part: CapacitorPart, settings: Settings, share: number): Parts {
  const { supply } = SCENARIOS;
  const own = soundState(part, supply.esrAt).state;
  const dried = own.kind === "works" ? { ...own, farads: own.farads * share, esr: own.esr * Math.min(MAX_ESR, 1 / share) } : own;
  return Object.fromEntries(
    slotStates(constants, supply, settings, {}, []).map((s) => [s.slot.key, s.slot.key === "reservoir" ? dried : s.sound.state]),
  );
}
