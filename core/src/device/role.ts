/** What a capacitor is there for, in the trade's words. The order is the order of a signal's life: mains to loudspeaker. */
export const ROLES = [
  "mainsX",
  "mainsY",
  "suppression",
  "reservoir",
  "smpsPrimary",
  "smpsStart",
  "smpsOutput",
  "regulatorIn",
  "regulatorOut",
  "reference",
  "biasFilter",
  "decoupler",
  "digitalRail",
  "coupling",
  "bypass",
  "tone",
  "timing",
  "feedback",
  "classDFilter",
  "crossover",
] as const;
export type Role = (typeof ROLES)[number];

const SOUND_ROLES: ReadonlySet<Role> = new Set(["coupling", "tone", "timing", "feedback", "crossover", "classDFilter"]);
const SUPPLY_ROLES: ReadonlySet<Role> = new Set([
  "reservoir",
  "smpsPrimary",
  "smpsOutput",
  "regulatorIn",
  "regulatorOut",
  "biasFilter",
  "decoupler",
  "digitalRail",
]);
const CHARGE_ROLES: ReadonlySet<Role> = new Set(["reservoir", "smpsPrimary"]);

/** Whether the value itself sets the sound or a time, so that it must be kept (common practice). */
export const valueSetsSound = (role: Role): boolean => SOUND_ROLES.has(role);
/** Whether the part filters a supply rail; such parts usually have others across them. */
export const filtersSupply = (role: Role): boolean => SUPPLY_ROLES.has(role);
/** Whether the part is counted as holding charge after power off until it has been measured. */
export const holdsCharge = (role: Role): boolean => CHARGE_ROLES.has(role);
