import type { CheckIn } from "../../schemas/job";
import type { DemoRecording } from "./recordings";

/** What a part of the demo really is; parts not named here have aged a little. */
export interface DemoFault {
  share?: number;
  dryness?: number;
  open?: boolean;
}

export interface DemoJob {
  checkIn: Partial<CheckIn> & Pick<CheckIn, "title" | "unitKind" | "supplyKind" | "complaint" | "findings">;
  daysAgo: number;
  positions: string;
  counterparts: readonly { from: readonly string[]; offset: number; channel: string }[];
  faults: Readonly<Record<string, DemoFault>>;
  /** typed before anything is measured: power, residual volts, rails, notes. "wait" lets 65 s pass. */
  before: readonly string[];
  /** how much is measured: nothing, a quick look in circuit, or everything in and out of circuit */
  measure: { quick: readonly string[] | "all"; full: readonly string[] | "all" };
  after: readonly string[];
  decide: readonly string[] | "all";
  leave?: Readonly<Record<string, string>>;
  close?: boolean;
  recordings?: readonly DemoRecording[];
}

const safe = (...positions: string[]) => [...positions.map((p) => `${p} 1.4v`), "wait", ...positions.map((p) => `${p} 0.3v`)];

/** The sound store of a touring puppet theatre: every unit, name and value is made up. */
export const DEMO_JOBS: readonly DemoJob[] = [
  {
    checkIn: {
      title: "Aisle loudspeakers, a pair",
      unitKind: "passiveLoudspeaker",
      supplyKind: "none",
      channels: 2,
      ageYears: 31,
      complaint: "The one by the exit sounds as if it had a blanket over it. The other is as it always was.",
      findings: ["dull", "oneChannel"],
      earlierRepairs: "None known.",
      scopeApproach: "provenBadAndKind",
    },
    recordings: [
      { of: "sweep", moment: "before", dull: 1900 },
      { of: "sweep", moment: "after", dull: null },
    ],
    daysAgo: 26,
    positions: `#Crossover left
C1 4.7u 50v crossover bipolar L 6.3x11 p2.5
C2 10u 50v crossover bipolar L 8x11.5 p3.5
C3 2.2u 100v crossover film L p15`,
    counterparts: [{ from: ["C1", "C2", "C3"], offset: 100, channel: "R" }],
    faults: { C101: { share: 0.34, dryness: 16 }, C102: { share: 0.62, dryness: 4 }, C2: { dryness: 1.45, share: 0.9 } },
    before: ["note no supply inside, nothing holds charge", "swapped left tweeter with right, fault stayed"],
    measure: { quick: "all", full: "all" },
    after: [
      "LS1 8 ohm reads 6.1",
      "LS101 8 ohm reads 6 ohm",
      "counterpart here",
      "note left and right within 0.3 dB at 8 kHz after the change, heard with the same record",
      "dull gone",
    ],
    decide: "all",
    leave: { C3: "Film, sound on both sides.", C103: "Film, sound on both sides." },
    close: true,
  },
  {
    checkIn: {
      title: "Prompter's amplifier, valves",
      unitKind: "valveAmplifier",
      supplyKind: "valveRectifier",
      mainsHz: 50,
      mainsV: 230,
      channels: 1,
      ageYears: 62,
      complaint: "Stood under the stage for decades. We would like to hear it again, please do not just plug it in.",
      findings: ["longUnused"],
      earlierRepairs: "A note inside says: rectifier changed, no date.",
      firstPowerApproach: "suppliesFirst",
      tantalumApproach: "aluminium",
    },
    daysAgo: 12,
    positions: `#Supply
C1A 32u 450v reservoir can 35x60 screw
C1B 32u 450v decoupler can 35x60 screw
C3 16u 450v decoupler axial
C4 50u 63v bias axial
#First stage
C5 100n 400v coupling paper axial
C6 25u 25v bypass axial
#Driver and output
C7 100n 400v coupling paper axial
C8 100n 400v coupling paper axial
C9 50u 50v bypass axial
C10 470p 500v feedback c0g p5`,
    counterparts: [],
    faults: {},
    before: [
      "F1 looks whole",
      "F1 1a 0.3 ohm out of circuit",
      "stamp wk 14 1964 on C1A",
      "board discoloured by C5",
      "mains cord insulation brittle",
      "mains lead bad",
      "earth ol",
      "insulation 40M",
      "test leads 0.1",
      "teardown base plate, ten screws",
      "teardown rectifier valve, second socket from the left",
      "C5 drawing says 47n",
    ],
    measure: { quick: [], full: [] },
    after: ["claim rectifier changed", "note base screws are in the jar with the green lid"],
    decide: [],
  },
  {
    checkIn: {
      title: "Foldback mixer, eight inputs",
      unitKind: "mixer",
      supplyKind: "linear",
      mainsHz: 50,
      mainsV: 230,
      channels: 2,
      ageYears: 24,
      complaint: "The right side drops out for a while and comes back when somebody bangs the table.",
      findings: ["comesAndGoes", "oneChannel", "afterKnock", "volumeNoEffect"],
      earlierRepairs: "Right output re-soldered two years ago, the fault came back.",
      scopeApproach: "section",
    },
    recordings: [{ of: "unit", kind: "mixer", played: "programme", mainsHz: 50 }],
    daysAgo: 8,
    positions: `#Supply
C1 2200u 25v reservoir 16x25 p7.5
C2 2200u 25v reservoir 16x25 p7.5
C3 100u 25v regout 6.3x11 p2.5
C4 100u 25v regout 6.3x11 p2.5
#Mix bus left
C21 22u 25v coupling L 5x11 p2
C22 47u 16v coupling L 5x11 p2
C23 22u 25v decoupler L 5x11 p2
C24 220p 100v feedback c0g L p5
C25 47u 25v decoupler L 6.3x11 p2.5
C26 10u 50v coupling L 5x11 p2`,
    counterparts: [{ from: ["C21", "C22", "C23", "C24", "C25", "C26"], offset: 20, channel: "R" }],
    faults: {
      C42: { open: true, share: 0.02 },
      C41: { dryness: 3.4, share: 0.7 },
      C43: { dryness: 5, share: 0.55 },
      C46: { dryness: 2.2, share: 0.78 },
    },
    before: [
      "C21 plus up",
      "C22 plus up",
      "C23 plus up",
      "C25 plus down",
      "C26 plus up",
      "C41 plus up",
      "C42 plus down",
      ...safe("C1", "C2"),
      "rail +15 15.1",
      "rail -15 -15.0",
    ],
    measure: {
      quick: "all",
      full: ["C1", "C2", "C3", "C4", "C21", "C22", "C23", "C24", "C25", "C26", "C41", "C42", "C43", "C44", "C45", "C46"],
    },
    after: [
      "C42 intermittent",
      "pressed board by C42, sound drops out",
      "tap C42: drops out, tap C22: nothing",
      "resoldered joint C42, no difference",
      "side job cleaned all faders",
      "plan 30 min tracing",
      "spent 50 min tracing the right output",
      "note C42 goes open when the board is pressed beside the right output",
    ],
    decide: ["C42"],
  },
  {
    checkIn: {
      title: "Storm-machine synthesizer",
      unitKind: "synthesizer",
      supplyKind: "linear",
      mainsHz: 50,
      mainsV: 230,
      channels: 1,
      ageYears: 38,
      complaint: "Crackles on its own even with every knob down, worse after half an hour, and one voice drifts.",
      findings: ["crackle", "withNoInput", "onlyWarm", "volumeNoEffect"],
      earlierRepairs: "Rear board carries a newer regulator.",
      tantalumApproach: "sameKind",
    },
    recordings: [{ of: "unit", kind: "synthesizer", played: "nothing", mainsHz: 50 }],
    daysAgo: 5,
    positions: `#Supply
C1 4700u 35v reservoir 18x35.5 p7.5
C2 4700u 35v reservoir 18x35.5 p7.5
C3 100u 35v regout 8x11.5 p3.5
C4 100u 35v regout 8x11.5 p3.5
#Voice boards
C11 10u 25v decoupler tantalum p2.5
C12 10u 25v decoupler tantalum p2.5
C13 10u 25v decoupler tantalum p2.5
C14 10u 25v decoupler tantalum p2.5
C15 100n 63v timing film p5
C16 1u 50v coupling bipolar 5x11 p2
#Output
C21 47u 35v coupling 6.3x11 p2.5
C22 220u 35v decoupler 10x12.5 p5`,
    counterparts: [],
    faults: { C3: { dryness: 3, share: 0.72 }, C22: { dryness: 1.7, share: 0.83 } },
    before: [...safe("C1", "C2")],
    measure: { quick: ["C1", "C2", "C3", "C4", "C11", "C12", "C15", "C21", "C22"], full: ["C1", "C2", "C3", "C4", "C21", "C22"] },
    after: [
      "C13 out leak 180r falling",
      "C14 discoloured",
      "voice board one to ground 4.2k, voice board two to ground 4.4k, voice board three to ground 180 ohm",
      "rail +15 should be 15 2%",
      "power on because it came in working",
      "rail +15 14.9 cold",
      "rail -15 -15.0 cold",
      "after 30 minutes rail +15 13.9 warm",
      "cooled C13, crackle is gone",
      "ripple C1 0.42vac",
    ],
    decide: [],
  },
  {
    checkIn: {
      title: "Low-voice subwoofer",
      unitKind: "subwoofer",
      supplyKind: "linear",
      mainsHz: 50,
      mainsV: 230,
      channels: 1,
      ageYears: 19,
      complaint: "With nothing playing the woofer begins to breathe in and out, further each time, until it slaps.",
      findings: ["lowSwing", "withNoInput", "volumeNoEffect"],
      earlierRepairs: "",
    },
    recordings: [{ of: "unit", kind: "subwoofer", played: "nothing", mainsHz: 50 }],
    daysAgo: 3,
    positions: `#Supply
C1 6800u 63v reservoir 25x50 snapin p10
C2 6800u 63v reservoir 25x50 snapin p10
C3 100u 25v regout 6.3x11 p2.5
C4 100u 25v regout 6.3x11 p2.5
#Servo board
C11 2.2u 50v servo bipolar 5x11 p2
C12 10u 25v coupling 5x11 p2
C13 47u 25v decoupler 5x11 p2
C14 47u 25v decoupler 5x11 p2
C15 220n 63v servo film p5
#Amplifier
C21 100u 25v bypass 6.3x11 p2.5`,
    counterparts: [],
    faults: { C11: { share: 0.24, dryness: 14 }, C14: { dryness: 3.1, share: 0.66 } },
    before: [...safe("C1", "C2")],
    measure: { quick: "all", full: ["C1", "C2", "C3", "C4", "C11", "C12", "C15"] },
    after: [
      "inputs shorted, no difference",
      "unplugged servo plug, swing gone",
      "all back",
      "power on because it came in working",
      "power off",
      "C1 61v",
      "C1 2.1v",
      "C2 1.9v",
    ],
    decide: [],
  },
  {
    checkIn: {
      title: "Rehearsal receiver, two channels",
      unitKind: "receiver",
      supplyKind: "linear",
      mainsHz: 50,
      mainsV: 230,
      channels: 2,
      ageYears: 41,
      complaint: "Growls under the quiet scenes, both sides, volume makes no odds.",
      findings: ["hum", "buzz", "allChannels", "volumeNoEffect", "weakBass"],
      earlierRepairs: "Left output pair replaced, date stamp eleven years old.",
      scopeApproach: "provenBadAndKind",
    },
    recordings: [{ of: "unit", kind: "receiver", played: "nothing", mainsHz: 50 }],
    daysAgo: 1,
    positions: `#Main supply
C1 4700u 50v reservoir snapin 22x40 p10
C2 4700u 50v reservoir snapin 22x40 p10
C5 220u 35v regin 10x12.5 p5
C7 220u 35v regin 10x12.5 p5
C6 47u 25v regout 5x11 p2
#Pre-amplifier
C14 100u 16v decoupler L 6.3x11 p2.5
C21 4.7u 50v coupling L 5x11 p2
C23 22u 25v bypass L 5x11 p2
C25 1u 50v coupling L 5x11 p2
#Power amplifier
C31 10u 50v coupling L 5x11 p2
C33 47u 50v feedback L 6.3x11 p2.5
C35 100n 100v suppression film L p5`,
    counterparts: [{ from: ["C14", "C21", "C23", "C25", "C31", "C33", "C35"], offset: 100, channel: "R" }],
    faults: {
      C1: { share: 0.31, dryness: 7 },
      C2: { share: 0.19, dryness: 22 },
      C14: { dryness: 5.5, share: 0.5 },
      C21: { share: 0.62, dryness: 2.4 },
      C121: { open: true, share: 0 },
      C33: { dryness: 1.5, share: 0.82 },
    },
    before: [
      "power on because it came in working",
      "ripple C1 0.93vac",
      "rail + 27.1",
      "rail - -22.4",
      "power off",
      "C1 38v",
      "C2 37v",
      ...safe("C1", "C2"),
      "C5 with C7",
      "C7 with C5",
    ],
    measure: {
      quick: ["C1", "C2", "C5", "C7", "C14", "C21", "C121", "C23", "C123", "C31", "C131", "C33", "C133"],
      full: ["C1", "C2", "C21", "C121", "C31", "C131"],
    },
    after: [
      "F1 looks whole",
      "F1 2a 0.2 ohm",
      "volume down, hum still there",
      "Q11 hfe 62, Q12 hfe 71",
      "agreed provenBadAndKind up to 150",
      "should draw 30w at idle",
      "draws 34w at idle",
      "earth 0.12",
      "insulation 60M",
      "C2 bulged",
      "note hum is twice mains, saw-tooth on the rail",
    ],
    decide: ["C1", "C2"],
  },
  {
    checkIn: {
      title: "Fog-horn sampler",
      unitKind: "synthesizer",
      supplyKind: "switchMode",
      mainsHz: 50,
      mainsV: 230,
      channels: 2,
      ageYears: 26,
      complaint:
        "Ticks like a cooling kettle when it is switched on and comes to life at the fourth or fifth go. Once awake it stays awake.",
      findings: ["noPower", "relayClicking", "onlyCold"],
      earlierRepairs: "",
    },
    recordings: [{ of: "unit", kind: "poweredSpeaker", played: "nothing", mainsHz: 50 }],
    daysAgo: 0.8,
    positions: `#Primary
C1 150u 400v primary snapin 22x30 p10
C2 47u 50v start 6.3x11 p2.5
#Secondary
C11 1000u 16v output 10x20 p5
C12 470u 16v output 10x16 p5
C13 100u 25v output 6.3x11 p2.5`,
    counterparts: [],
    faults: { C2: { share: 0.28, dryness: 17 }, C12: { dryness: 1.4, share: 0.88 } },
    before: [
      ...safe("C1"),
      "F1 looks whole",
      "F1 1.6a 0.2 ohm",
      "starts 1 of 5",
      "cold start no after 20 min rest",
      "R3 150k 2w discoloured",
      "board discoloured by R3",
      "warmed C2, starts at once",
    ],
    measure: { quick: "all", full: ["C2"] },
    after: ["R3 reads 152k out of circuit", "joins C2+ U1 pin 7 R3", "note C2 stands against R3, which runs hot"],
    decide: [],
  },
  {
    checkIn: {
      title: "Aisle paging desk",
      unitKind: "mixer",
      supplyKind: "linear",
      mainsHz: 50,
      mainsV: 230,
      channels: 2,
      ageYears: 33,
      complaint:
        "Rustles and spits through every announcement, whoever speaks. We had all the round cans in it changed once, that did not help.",
      findings: ["crackle", "static", "allChannels", "volumeNoEffect"],
      earlierRepairs: "Reservoirs renewed, no date.",
    },
    recordings: [{ of: "unit", kind: "synthesizer", played: "nothing", mainsHz: 50 }],
    daysAgo: 0.4,
    positions: `#Supply
C1 2200u 35v reservoir 16x31.5 p7.5
C2 2200u 35v reservoir 16x31.5 p7.5
#Speech board
C11 10u 50v coupling L 5x11 p2
C12 47u 25v decoupler L 6.3x11 p2.5
C13 22u 25v bypass L 5x11 p2`,
    counterparts: [{ from: ["C11", "C12", "C13"], offset: 100, channel: "R" }],
    faults: {
      C1: { dryness: 1.0 },
      C12: { dryness: 3.2, share: 0.7 },
      C112: { dryness: 2.9, share: 0.72 },
      C13: { dryness: 2.3, share: 0.78 },
      C113: { dryness: 2.2, share: 0.8 },
    },
    before: [
      "claim all round cans changed once",
      "power on because it came in working",
      "rail +15 15.1 powered",
      "rail -15 -15.0 powered",
      "power off",
      ...safe("C1", "C2"),
      "F1 looks whole",
      "F1 1a 0.1 ohm",
    ],
    measure: { quick: "all", full: ["C12", "C112"] },
    after: [
      "tap C12: nothing, tap heat sink: nothing",
      "47u 35v over C12, no difference",
      "all back",
      "wiggled earth lug: crackle",
      "earth lug corroded badly",
      "cleaned earth lug, crackle gone",
    ],
    decide: [],
    leave: { C12: "Reads badly and is not the fault: bridged, no difference." },
  },
];
