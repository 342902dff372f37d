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
];
