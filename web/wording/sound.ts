import type { HumKind, SoundLabel } from "@mirvek/core/device";
import type { SickFault, SickSide } from "@mirvek/core/simulate";
import {
  lessBy,
  type Alone,
  type BeforeAfterFigures,
  type Change,
  type SoundAbsence,
  type SoundFinding,
  type SoundIssue,
  type SoundReport,
} from "@mirvek/core/sound";
import type { Played, RecordingMoment } from "../schemas/recording";
import { humKindName, soundName } from "./observation";
import { list, percent, shown } from "./quantity";
import { say, type Texts } from "./say";

// What is said of recordings.

const issueTexts: Texts<SoundIssue> = {
  empty: () => "The file is empty.",
  notWav: () => "This is no WAV file, and no other sound this browser can read.",
  badHeader: (i) => `The file's header is damaged (${i.what}).`,
  noFormat: () => "The file's header does not state how its samples are written.",
  noSamples: () => "There are no samples in the file.",
  codec: (i) => `Its samples are compressed (format ${i.tag}); plain PCM or float is wanted.`,
  channels: (i) => `It has ${i.found} channels; 1 to 8 are read.`,
  rate: (i) => `It has ${i.found} samples a second; 8,000 to 192,000 are read.`,
  bits: (i) => `Its samples have ${i.found} bits; 8 to 32, or float of 32 or 64, are read.`,
  tooShort: (i) => `It is ${i.seconds.toFixed(2)} s long; at least 0.2 s is needed.`,
  notNumbers: (i) => `${(100 * i.share).toFixed(1)} % of its samples are not numbers.`,
};
export const soundIssueText = (i: SoundIssue): string => say(issueTexts, i);

export const momentName: Readonly<Record<RecordingMoment, string>> = { before: "before", after: "after", counterpart: "counterpart" };
export const playedName: Readonly<Record<Played, string>> = {
  programme: "music or speech",
  nothing: "nothing played",
  sweep: "the sweep",
  tones: "the tones",
};

const dBText = (level: number, unit: "dB" | "dBFS" | "dBA" = "dBFS"): string => `${level.toFixed(1).replace("-", "−")} ${unit}`;
const hertz = (hz: number): string => (hz < 1000 ? `${hz.toFixed(2)} Hz` : `${(hz / 1000).toFixed(hz < 10_000 ? 2 : 1)} kHz`);
export const sidesText = (channels: readonly number[], of: number): string =>
  of < 2
    ? ""
    : channels.length === of
      ? of === 2
        ? "both sides"
        : "every channel"
      : list(channels.map((c) => (of === 2 ? (c === 1 ? "left" : "right") : `channel ${c}`)));

/** What a finding is called: a hum by its kind. */
export const findingTitle = (f: SoundFinding): string => (f.label === "hum" ? `hum, ${humKindName[f.kind]}` : soundName[f.label]);

/** Its figures, short. */
export function findingFigures(f: SoundFinding): string {
  switch (f.label) {
    case "hum":
      return `mains ${hertz(f.mainsHz)}, ${dBText(f.level)}`;
    case "motorboating":
      return `${f.rate.toFixed(2)} a second, ${dBText(f.level)}, ${growthText(f.growth)}`;
    case "higherOscillation":
      return `${hertz(f.hz)}, ${dBText(f.level)}`;
    case "hiss":
      return `${dBText(f.level)}, ${dBText(f.levelA, "dBA")}, ${slopeText(f.slope)}`;
    case "crackle":
      return `${f.count} in all, ${f.rate.toFixed(1)} a second, ${dBText(f.level)}`;
    case "periodicClicking":
      return `every ${shown(f.period, "s", 3)}, ${f.count} in all, even to ${percent(f.jitter)}`;
    case "dropouts":
      return `${f.count} in all, by ${f.depth.toFixed(0)} dB`;
    case "levelImbalance":
      return `by ${f.difference.toFixed(1)} dB`;
    case "trebleMissing":
      return `${f.difference.toFixed(0)} dB, from ${hertz(f.corner)} up`;
    case "bassMissing":
      return `${f.difference.toFixed(0)} dB, from ${hertz(f.corner)} down`;
    case "clipping":
      return `flat at ${dBText(f.threshold)}${f.side === "both" ? "" : `, ${f.side} half only`}`;
    case "dcOffset":
      return `${(100 * f.offset).toFixed(2).replace("-", "−")} % of full scale`;
  }
}
const growthText = (growth: number): string =>
  Math.abs(growth) < 0.02 ? "steady" : `${growth > 0 ? "grows" : "dies away"} by ${percent(Math.abs(growth))} a second`;
const slopeText = (slope: number): string =>
  Math.abs(slope) < 0.7 ? "even over the octaves" : `${Math.abs(slope).toFixed(0)} dB an octave ${slope < 0 ? "down" : "up"}`;

const HUM_POINTS: Readonly<Record<HumKind, string>> = {
  induced: "a lead or loop outside, heater, bias supply, what the transformer induces",
  ripple: "main reservoirs and the filters of their nodes",
  halfWave: "a rectifier diode open, a bias or half-wave supply",
  rectifierBuzz: "the way of the charging current: ground points, snubbers, a dimmer on the mains",
  mixed: "an unbalanced rectifier, or several faults",
};
const POINTS: Readonly<Record<Exclude<SoundLabel, "hum">, string>> = {
  motorboating: "decouplers, a servo loop",
  higherOscillation: "decoupling, feedback, layout",
  hiss: "a noisy device, a leaky part",
  crackle: "leakage, joints, controls",
  periodicClicking: "protection or start-up that tries again",
  dropouts: "joints, switches, coupling, a relay",
  levelImbalance: "coupling, a control, one stage",
  trebleMissing: "the crossover, coupling",
  bassMissing: "coupling, the crossover",
  clipping: "bias, rails, or the recording itself",
  dcOffset: "leakage, or the recorder itself",
};
/** What it points to (common practice). */
export const pointsTo = (f: SoundFinding): string => (f.label === "hum" ? HUM_POINTS[f.kind] : POINTS[f.label]);

/** Labels whose limit is a difference of decibels. */
const DIFFERENCE: ReadonlySet<SoundLabel> = new Set<SoundLabel>(["levelImbalance", "trebleMissing", "bassMissing"]);
/** "hum above −78.0 dBFS"; where one channel has it, "dropouts (left)" for the other */
export function absenceText(a: SoundAbsence, { findings, channels }: Pick<SoundReport, "findings" | "channels">): string {
  const limit = a.limit === null ? "" : ` above ${dBText(a.limit, DIFFERENCE.has(a.label) ? "dB" : "dBFS")}`;
  const elsewhere = findings.some((f) => f.label === a.label);
  return `${soundName[a.label]}${elsewhere ? ` (${sidesText(a.channels, channels)})` : ""}${limit}`;
}

/** How what is played alone came about. */
export function aloneText({ how, lowered }: Pick<Alone, "how" | "lowered">): string {
  const way = { made: "made anew from its figures", cut: "cut out of the recording", filtered: "filtered out of the recording" }[how];
  return `${way}, level evened${lowered > 0 ? `, ${lowered} octave${lowered > 1 ? "s" : ""} down` : ""}`;
}

const sideText = (side: SickSide): string => (side === "both" ? "both sides" : side);
const circuitText = { decouplingChain: "decoupling chain", servoLoop: "servo loop" } as const;
const faultTexts: Texts<SickFault> = {
  hum: (f) =>
    `${f.cause === "dried" ? `reservoirs at ${percent(f.share)}` : "one rectifier diode open"}: ripple ` +
    `${shown(f.ripple, "V", 2)} by the supply's circuit, ${f.mainsHz} Hz mains, ${dBText(f.level)}`,
  swing: (f) =>
    `${circuitText[f.circuit]} at ${percent(f.share)}: ${f.hz.toFixed(2)} Hz by its model, growing ${f.growth.toFixed(2)} a second`,
  crackle: (f) => `${f.count} sparks, ${sideText(f.side)}`,
  clicks: (f) => `${f.count} clicks, one every ${f.period} s`,
  dropouts: (f) => `${f.count} gaps, ${sideText(f.side)}`,
  dull: (f) => `treble gone above ${f.corner} Hz, ${sideText(f.side)}`,
  hiss: (f) => `hiss at ${dBText(f.level)}, ${sideText(f.side)}`,
};
/** What was put into a simulated unit. */
export const sickFaultText = (f: SickFault): string => say(faultTexts, f);

const changeName: Readonly<Record<Change["what"], string>> = {
  hum: "Hum, all harmonics",
  noise: "Everything, 20 Hz to 20 kHz",
  noiseA: "Everything, A-weighted",
};
const levelText = ({ level, there }: Change["before"], what: Change["what"]): string =>
  `${there ? "" : "none above "}${dBText(level, what === "noiseA" ? "dBA" : "dBFS")}`;

/** Head of the table of hum and noise before and after. */
export const changeHead = ({ before, after }: NonNullable<BeforeAfterFigures["quiet"]>): string[] => [
  "With nothing played",
  `Before (${before})`,
  `After (${after})`,
  "Less by",
];
/** Its rows. */
export const changeRows = ({ changes }: NonNullable<BeforeAfterFigures["quiet"]>): string[][] =>
  changes.map((c) => [
    changeName[c.what],
    levelText(c.before, c.what),
    levelText(c.after, c.what),
    `${c.before.there && !c.after.there ? "at least " : ""}${dBText(lessBy(c), "dB")}`,
  ]);
