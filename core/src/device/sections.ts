import type { SupplyKind, UnitKind } from "./vocabulary";

/** What a unit is made of, as a bench thinks of it. */
export const SECTION_KINDS = [
  "outside",
  "mains",
  "primary",
  "startUp",
  "rectifier",
  "reservoirs",
  "secondary",
  "regulators",
  "bias",
  "rails",
  "input",
  "voice",
  "preamp",
  "servo",
  "amplifier",
  "classD",
  "protection",
  "crossover",
  "driver",
  "control",
] as const;
export type SectionKind = (typeof SECTION_KINDS)[number];

/** One section: what it supplies and what it feeds. `shared`: every channel hangs on it. */
export interface Section {
  kind: SectionKind;
  shared: boolean;
  supplies: readonly SectionKind[];
  feeds: readonly SectionKind[];
}

const SUPPLY: Readonly<Record<SupplyKind, readonly SectionKind[]>> = {
  linear: ["mains", "rectifier", "reservoirs", "regulators", "rails"],
  switchMode: ["mains", "primary", "startUp", "secondary", "regulators", "rails"],
  valveRectifier: ["mains", "rectifier", "reservoirs", "rails"],
  battery: ["mains", "rails"],
  none: [],
};
const AUDIO: Readonly<Record<UnitKind, readonly SectionKind[]>> = {
  stereoAmplifier: ["input", "preamp", "amplifier", "protection", "control"],
  receiver: ["input", "preamp", "amplifier", "protection", "control"],
  valveAmplifier: ["input", "preamp", "bias", "amplifier", "driver"],
  subwoofer: ["input", "preamp", "servo", "amplifier", "protection", "driver"],
  mixer: ["input", "preamp", "control"],
  synthesizer: ["voice", "preamp", "control"],
  passiveLoudspeaker: ["crossover", "driver"],
  poweredSpeaker: ["input", "preamp", "amplifier", "crossover", "driver"],
  mobileAmplifier: ["input", "preamp", "classD", "protection"],
  recordPlayer: ["input", "preamp", "control"],
  intercom: ["input", "preamp", "amplifier", "driver", "control"],
  other: ["input", "preamp", "amplifier", "control"],
};
const OWN_TO_A_CHANNEL: ReadonlySet<SectionKind> = new Set<SectionKind>([
  "input",
  "preamp",
  "voice",
  "servo",
  "amplifier",
  "classD",
  "crossover",
  "driver",
]);

/** Sections a unit was said to have or not to have, against what its kind has as a rule. */
export type SectionEdits = Readonly<Partial<Record<SectionKind, boolean>>>;

const IN_SUPPLY: ReadonlySet<SectionKind> = new Set(Object.values(SUPPLY).flat());
/** Whether a section makes, keeps or hands on power, as against sound. */
export const isSupply = (kind: SectionKind): boolean => IN_SUPPLY.has(kind) || kind === "bias";
const edited = (kinds: readonly SectionKind[], edits: SectionEdits, supply: boolean): SectionKind[] =>
  SECTION_KINDS.filter((k) => k !== "outside" && IN_SUPPLY.has(k) === supply && (edits[k] ?? kinds.includes(k)));

/**
 * The sections of a kind of unit with its supply, in the order in which power and then sound go through it: each supplies or feeds the
 * next (common practice; a unit may differ: what was said of this one goes before the rule).
 */
export function sectionsOf(unitKind: UnitKind, supplyKind: SupplyKind, edits: SectionEdits = {}): Section[] {
  const supply = edited(SUPPLY[supplyKind], edits, true);
  const audio = edited(AUDIO[unitKind], edits, false);
  const last = supply.at(-1);
  const section = (kind: SectionKind, supplies: readonly SectionKind[], feeds: readonly SectionKind[]): Section => ({
    kind,
    shared: !OWN_TO_A_CHANNEL.has(kind),
    supplies,
    feeds,
  });
  const powered = audio.filter((k) => k !== "driver" && k !== "crossover");
  const sound: readonly SectionKind[] = audio.filter((k) => k !== "bias" && k !== "control");
  return [
    section("outside", supply.length > 0 ? supply.slice(0, 1) : [], sound.slice(0, 1)),
    ...supply.map((kind, i) => section(kind, kind === last ? powered : supply.slice(i + 1, i + 2), [])),
    ...audio.map((kind) => {
      const at = sound.indexOf(kind);
      return section(kind, kind === "bias" && audio.includes("amplifier") ? ["amplifier"] : [], at < 0 ? [] : sound.slice(at + 1, at + 2));
    }),
  ];
}
