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
export {
  RECOVERY_MS,
  chargeState,
  handsAllowed,
  touchSafety,
  type ChargeState,
  type SafetyEvent,
  type SafetyHappening,
  type TouchSafety,
} from "./touchSafety";
