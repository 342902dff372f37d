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
  NO_READING,
  RECOVERY_MS,
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
  type LockedUnit,
  type PartCharge,
  type PassedOver,
  type SafetyEvent,
  type SafetyHappening,
  type TouchSafety,
} from "./touchSafety";
