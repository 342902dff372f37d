import type { FindingToken, SupplyKind, UnitKind } from "../device";

/** A unit to practise on: what is written down when it is taken in, its parts, and what each point should read. All invented. */
export interface PracticeUnit {
  title: string;
  unitKind: UnitKind;
  supplyKind: SupplyKind;
  channels: number;
  ageYears: number;
  complaint: string;
  findings: readonly FindingToken[];
  positions: string;
  lines: readonly string[];
}

/** Units of the theatre's store as stand-ins, each with one fault in it. */
export const PRACTICE_UNITS: readonly PracticeUnit[] = [
  {
    title: "Practice: rehearsal receiver",
    unitKind: "receiver",
    supplyKind: "linear",
    channels: 2,
    ageYears: 41,
    complaint: "Blew its fuse in the second act and has been silent since.",
    findings: ["noSound", "fuseBlown"],
    positions: "#Main supply\nC1 4700u 50v reservoir\nC2 4700u 50v reservoir",
    lines: ["rail main should be 36v", "offset l should be -50mv to 50mv", "offset r should be -50mv to 50mv", "idle should be 38w"],
  },
  {
    title: "Practice: prompter's amplifier, valves",
    unitKind: "valveAmplifier",
    supplyKind: "valveRectifier",
    channels: 1,
    ageYears: 62,
    complaint: "Stood under the stage for decades; nobody knows whether it works.",
    findings: ["longUnused"],
    positions: "#Supply\nC1 32u 450v reservoir can\nC2 32u 450v decoupler can\nC4 50u 63v bias axial",
    lines: ["bias should be -42v", "ht should be 360v", "idle should be 60w"],
  },
  {
    title: "Practice: foldback mixer",
    unitKind: "mixer",
    supplyKind: "linear",
    channels: 2,
    ageYears: 24,
    complaint: "Smelt warm and went quiet.",
    findings: ["noSound"],
    positions: "#Supply\nC1 2200u 35v reservoir\nC2 2200u 35v reservoir\nC3 47u 25v regout\nC4 47u 25v regout",
    lines: ["rail +15 should be 15v", "rail -15 should be -15v", "idle should be 25w"],
  },
  {
    title: "Practice: storm-machine synthesizer",
    unitKind: "synthesizer",
    supplyKind: "linear",
    channels: 1,
    ageYears: 38,
    complaint: "Drones out of tune and hums through every voice.",
    findings: ["hum"],
    positions: "#Supply\nC1 4700u 35v reservoir\nC2 4700u 35v reservoir\nC3 47u 25v regout\nC4 47u 25v regout",
    lines: ["rail +15 should be 15v", "rail -15 should be -15v", "rail raw should be 22v", "idle should be 28w"],
  },
  {
    title: "Practice: low-voice subwoofer",
    unitKind: "subwoofer",
    supplyKind: "linear",
    channels: 1,
    ageYears: 19,
    complaint: "Hums loudly, and weakly plays along.",
    findings: ["hum", "weakBass"],
    positions: "#Supply\nC1 6800u 63v reservoir\nC2 6800u 63v reservoir",
    lines: ["rail main should be 54v", "offset should be -50mv to 50mv", "idle should be 18w"],
  },
  {
    title: "Practice: fog-horn sampler",
    unitKind: "synthesizer",
    supplyKind: "switchMode",
    channels: 2,
    ageYears: 27,
    complaint: "Ticks like a cooling kettle and does not wake.",
    findings: ["noPower"],
    positions: "#Supply\nC9 47u 50v aux\nC12 1000u 16v smps",
    lines: ["rail +5 should be 5v", "rail +12 should be 12v", "idle should be 22w"],
  },
  {
    title: "Practice: aisle paging desk",
    unitKind: "mixer",
    supplyKind: "linear",
    channels: 2,
    ageYears: 33,
    complaint: "Spits, then went silent with a warm smell.",
    findings: ["noSound", "crackle"],
    positions: "#Supply\nC1 2200u 35v reservoir\nC2 2200u 35v reservoir\nC3 47u 25v regout\nC4 47u 25v regout",
    lines: ["rail +15 should be 15v", "rail -15 should be -15v", "idle should be 20w"],
  },
];
