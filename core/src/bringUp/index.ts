export {
  dischargeCurve,
  dischargePlan,
  dischargePlans,
  storedEnergy,
  timeToVolts,
  type DischargePlan,
  type DischargeRefusal,
  type DrawerResistor,
} from "./discharge";
export { hazardClass, type HazardClass } from "./hazard";
export { held, type ChargeHolder, type Held } from "./holders";
export {
  RECOVERY_MS,
  SAFETY_KINDS,
  chargeState,
  chargeStates,
  enteredHighest,
  handsAllowed,
  isPowered,
  mostResidual,
  touchSafety,
  type ChargeState,
  type Harmless,
  type LockedUnit,
  type SafetyEvent,
  type SafetyHappening,
  type TouchSafety,
} from "./touchSafety";
