export {
  FINDINGS,
  FINDING_GROUPS,
  FINDING_TOKENS,
  SUPPLY_KINDS,
  UNIT_KINDS,
  type FindingGroup,
  type FindingToken,
  type SupplyKind,
  type UnitKind,
} from "./vocabulary";
