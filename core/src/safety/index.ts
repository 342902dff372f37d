export { dischargeCurve, dischargePlans, storedEnergy, type DischargePlan, type DischargeRefusal, type DrawerResistor } from "./discharge";
export { type HazardClass } from "./hazard";
export { held, type Held } from "./holders";
export {
  NO_READING,
  SAFETY_KINDS,
  chargeState,
  partCharges,
  enteredHighest,
  internalAccessAllowed,
  isPowered,
  mostResidual,
  touchSafety,
  type ChargeState,
  type Harmless,
  type PartCharge,
  type PassedOver,
  type SafetyEvent,
  type SafetyHappening,
  type TouchSafety,
} from "./touchSafety";
