import type { FindingToken, SupplyKind, UnitKind } from "../device";

/** A fault that such a complaint of such a unit has often been: where to look and the test that tells it apart first (common practice). */
interface Pattern {
  id: PatternId;
  /** null: of any */
  kinds: readonly UnitKind[] | null;
  supplies: readonly SupplyKind[] | null;
  /** at least one of these */
  findings: readonly FindingToken[];
  /** and every one of these */
  with: readonly FindingToken[];
}
export const PATTERN_IDS = [
  "humAllSupply",
  "humVolumeBefore",
  "humCableLoop",
  "clicksSwitchMode",
  "lampsNoDisplay",
  "shutsDownProtect",
  "relayOffset",
  "lowSwingServo",
  "dullCrossover",
  "crackleKnock",
  "dropoutWarm",
  "onlyColdStart",
  "fuseShort",
  "standbyHigh",
  "valveUnused",
  "growlRumble",
  "oneChannelGone",
] as const;
export type PatternId = (typeof PATTERN_IDS)[number];

const pattern = (
  id: PatternId,
  findings: readonly FindingToken[],
  also: { kinds?: readonly UnitKind[]; supplies?: readonly SupplyKind[]; with?: readonly FindingToken[] } = {},
): Pattern => ({ id, findings, kinds: also.kinds ?? null, supplies: also.supplies ?? null, with: also.with ?? [] });

export const PATTERNS: readonly Pattern[] = [
  pattern("humAllSupply", ["hum", "buzz"], { supplies: ["linear", "valveRectifier"], with: ["allChannels"] }),
  pattern("humVolumeBefore", ["hum", "buzz"], { with: ["volumeChangesIt"] }),
  pattern("humCableLoop", ["hum", "buzz"], { with: ["otherCableHelps"] }),
  pattern("clicksSwitchMode", ["relayClicking", "noPower", "pulsing"], { supplies: ["switchMode"] }),
  pattern("lampsNoDisplay", ["lampsNoDisplay"]),
  pattern("shutsDownProtect", ["shutsDown"]),
  pattern("relayOffset", ["relayClicking", "noSound"], { kinds: ["stereoAmplifier", "receiver", "subwoofer"], supplies: ["linear"] }),
  pattern("lowSwingServo", ["lowSwing"], { kinds: ["subwoofer", "stereoAmplifier", "poweredSpeaker"] }),
  pattern("growlRumble", ["lowSwing", "hum"], { kinds: ["recordPlayer"] }),
  pattern("dullCrossover", ["dull"], { kinds: ["passiveLoudspeaker", "poweredSpeaker"] }),
  pattern("crackleKnock", ["crackle", "static", "comesAndGoes"], { with: ["afterKnock"] }),
  pattern("dropoutWarm", ["comesAndGoes", "shutsDown", "noSound"], { with: ["onlyWarm"] }),
  pattern("onlyColdStart", ["noPower", "relayClicking", "comesAndGoes"], { with: ["onlyCold"] }),
  pattern("fuseShort", ["fuseBlown"]),
  pattern("standbyHigh", ["highStandbyCurrent"]),
  pattern("valveUnused", ["longUnused"], { kinds: ["valveAmplifier"] }),
  pattern("oneChannelGone", ["noSound", "weakBass", "distorted"], { with: ["oneChannel"] }),
];

/** Patterns that fit a unit and what was found on it, those that ask for the most first. */
export function patternsFor(unit: { unitKind: UnitKind; supplyKind: SupplyKind; findings: readonly FindingToken[] }): readonly Pattern[] {
  const { findings, unitKind, supplyKind } = unit;
  const asks = (p: Pattern) => p.with.length + (p.kinds ? 1 : 0) + (p.supplies ? 1 : 0);
  return PATTERNS.filter(
    (p) =>
      p.findings.some((f) => findings.includes(f)) &&
      p.with.every((f) => findings.includes(f)) &&
      (p.kinds === null || p.kinds.includes(unitKind)) &&
      (p.supplies === null || p.supplies.includes(supplyKind)),
  ).toSorted((a, b) => asks(b) - asks(a));
}
