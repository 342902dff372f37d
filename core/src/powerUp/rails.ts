import type { ShopConstants } from "../knowledge";
import type { SupplyKind, UnitKind } from "../device";
import { isWetAluminium, type CapacitorPart } from "../part";
import { SCENARIOS, fillSettings, railsPerMainsStep, type Parts, type Settings } from "../scenarios";
import { bindSlots, slotStates } from "../explain";
import { soundState } from "../verdict";
import { IN_PROPORTION, SHARES, type RailShapes } from "./shapes";

/** What the circuit engine must know to predict the rails of a unit as its mains come up. */
export interface RailQuestion {
  unitKind: UnitKind;
  supplyKind: SupplyKind;
  /** settings of the mains supply that somebody chose; what nobody set is usual for the kind */
  chosen: Settings;
  /** capacitors of the supply, as they are marked: what goes in is sound */
  parts: readonly CapacitorPart[];
  /** nominal volts of the rails behind regulators, without sign */
  regulated: readonly number[];
}

/** rms of the secondary that feeds a regulator: a tenth more than it gives, and 6 V for drop-out, diodes and ripple (common practice). */
const secondaryFor = (regulated: number): number => (1.1 * regulated + 6) / Math.SQRT2;

/**
 * Rails of a unit over its mains, by the circuit of its supply: loads stay the resistances they are at full mains. A rectifier valve is
 * taken as warm. Takes some tenths of a second.
 */
export function railShapes(constants: ShopConstants, { unitKind, supplyKind, chosen, parts, regulated }: RailQuestion): RailShapes {
  if (supplyKind === "battery" || supplyKind === "none" || supplyKind === "switchMode") return IN_PROPORTION;
  const settings = fillSettings(SCENARIOS.supply, unitKind, { ...chosen, mainsShare: 100, fault: "none" });
  const plugged = pluggedIn(constants, settings, parts);
  const loaded = railsPerMainsStep(settings, plugged, SHARES);
  const stages = Object.fromEntries(Object.keys(settings).flatMap((k) => (/^load\d$/.test(k) ? [[k, 0]] : [])));
  const idle = railsPerMainsStep({ ...settings, load: 0, ...stages }, plugged, SHARES);
  if (!loaded.ok || !idle.ok) return IN_PROPORTION;
  const full = loaded.value.volts[SHARES.indexOf(1)]![0]!;
  const first = (rows: readonly (readonly number[])[]) => rows.map((row) => row[0]! / full);
  return {
    raw: { loaded: first(loaded.value.volts), unloaded: first(idle.value.volts) },
    regulated: Object.fromEntries(regulated.map((v) => [v, regulatedShape(constants, v, chosen)])),
    solved: true,
  };
}

function regulatedShape(constants: ShopConstants, nominal: number, chosen: Settings): number[] {
  const { regulatedRail } = SCENARIOS;
  const { mainsHertz } = chosen;
  const set: Settings = { regulated: nominal, secondary: secondaryFor(nominal) };
  const base = fillSettings(regulatedRail, "other", mainsHertz === undefined ? set : { ...set, mainsHertz });
  const plugged = Object.fromEntries(slotStates(constants, regulatedRail, base, {}, []).map((s) => [s.slot.key, s.sound.state]));
  return SHARES.map((share) => {
    const solved = regulatedRail.solve({ ...base, mainsShare: share * 100 }, plugged, { detail: "live" });
    const rail = solved.ok ? solved.value.figures.find((f) => f.key === "dc" && f.at === "rail") : undefined;
    return rail ? rail.value / nominal : share;
  });
}

/** The unit's own capacitors where the circuit has a place for them, sound; usual ones elsewhere. */
function pluggedIn(constants: ShopConstants, settings: Settings, parts: readonly CapacitorPart[]): Parts {
  const { supply } = SCENARIOS;
  const wet = parts.filter((p) => isWetAluminium(p.technology));
  const binding = bindSlots(
    supply.slots(settings),
    wet.map((p) => ({ ...p, verdict: "unmeasured" as const })),
    {},
    null,
  );
  return Object.fromEntries(
    slotStates(constants, supply, settings, {}, []).map(({ slot, sound }) => {
      const own = wet.find((p) => p.designator === binding[slot.key]);
      return [slot.key, own ? soundState(own, supply.esrAt).state : sound.state];
    }),
  );
}
