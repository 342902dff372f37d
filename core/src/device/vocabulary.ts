export const UNIT_KINDS = [
  "stereoAmplifier",
  "receiver",
  "valveAmplifier",
  "subwoofer",
  "mixer",
  "synthesizer",
  "passiveLoudspeaker",
  "poweredSpeaker",
  "mobileAmplifier",
  "recordPlayer",
  "intercom",
  "other",
] as const;
export type UnitKind = (typeof UNIT_KINDS)[number];

export const SUPPLY_KINDS = ["linear", "switchMode", "valveRectifier", "battery", "none"] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

/** What is heard and seen at the bench, each a plain yes; grouped as they are asked. */
export const FINDINGS = {
  sound: [
    "hum",
    "buzz",
    "pulsing",
    "lowSwing",
    "hiss",
    "crackle",
    "static",
    "rattle",
    "whistle",
    "dull",
    "weakBass",
    "distorted",
    "comesAndGoes",
    "noSound",
  ],
  power: ["noPower", "lampsNoDisplay", "relayClicking", "shutsDown", "fuseBlown", "highStandbyCurrent"],
  channels: ["oneChannel", "allChannels"],
  volume: ["volumeChangesIt", "volumeNoEffect", "withNoInput"],
  temperature: ["onlyCold", "onlyWarm"],
  circumstances: ["afterKnock", "otherCableHelps", "otherOutletHelps", "longUnused"],
  seen: ["newerPartAmongOld", "wrongFuse", "earthPinRemoved", "bulgedParts", "wetUnderParts"],
} as const;
export type FindingGroup = keyof typeof FINDINGS;
export type FindingToken = (typeof FINDINGS)[FindingGroup][number];
export const FINDING_GROUPS = Object.keys(FINDINGS) as FindingGroup[];
export const FINDING_TOKENS: readonly FindingToken[] = FINDING_GROUPS.flatMap((g) => [...FINDINGS[g]]);

/** The steps of the work, as time is spent on them. */
export const WORK_STEPS = [
  "checkIn",
  "makeSafe",
  "inspect",
  "diagnose",
  "measure",
  "choose",
  "fit",
  "powerUp",
  "adjust",
  "finalTest",
  "return",
] as const;
export type WorkStep = (typeof WORK_STEPS)[number];

/** How much is replaced: the approaches of a shop, from the least to the most. */
export const SCOPES = ["provenBad", "provenBadAndKind", "section", "everyElectrolytic"] as const;
export type Scope = (typeof SCOPES)[number];
