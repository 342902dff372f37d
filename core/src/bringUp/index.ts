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
export { held, settleTime, stoodFor, type ChargeHolder, type Held } from "./holders";
export {
  RECOVERY_MS,
  SHORT_CYCLE_MS,
  chargeState,
  chargeStates,
  enteredHighest,
  handsAllowed,
  touchSafety,
  type ChargeState,
  type Harmless,
  type LockedUnit,
  type SafetyEvent,
  type SafetyHappening,
  type TouchSafety,
} from "./touchSafety";
