export {
  FINDINGS,
  FINDING_GROUPS,
  FINDING_TOKENS,
  SCOPES,
  SUPPLY_KINDS,
  UNIT_KINDS,
  WORK_STEPS,
  type FindingGroup,
  type FindingToken,
  type Scope,
  type SupplyKind,
  type UnitKind,
  type WorkStep,
} from "./vocabulary";
export { HUM_KINDS, SOUND_LABELS, type HumKind, type SoundLabel } from "./sounds";
export { PART_CLASSES, type PartClass } from "./partClass";
export { ROLES, filtersSupply, holdsCharge, valueSetsSound, type Role } from "./role";
export { SECTION_KINDS, isSupply, sectionsOf, type Section, type SectionEdits, type SectionKind } from "./sections";
export {
  ALL_REFIT_STEPS,
  LAMP_SIGNS,
  MEANS,
  REFIT_STEPS,
  STAGES,
  type LampSign,
  type Means,
  type RefitList,
  type RefitStep,
  type Stage,
} from "./firstPower";
