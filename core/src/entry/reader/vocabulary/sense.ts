import type { FindingToken } from "../../../device";
import type { Act, Circumstances, Did, FactOutcome, LookSign, Outcome, SaidPartState } from "../../../evidence";

// Words of a line by what they are, before anything is made of them. A word has one meaning here or several that the frames choose
// from by what stands beside it; a word that is not here is content that somebody must account for.

/** What a figure beside the word is. */
export type QuantityWord =
  | "esr"
  | "capacitance"
  | "ohms"
  | "leak"
  | "diode"
  | "gain"
  | "current"
  | "ac"
  | "dc"
  | "offset"
  | "ripple"
  | "reverse"
  | "residual"
  | "clip";

/** Acts for which no record of a trial exists; they are kept as told. */
export type ToldAct = "adjust" | "substitute" | "bypass";

export type Sense =
  | { is: "fill" }
  | { is: "quantity"; quantity: QuantityWord }
  | { is: "under"; under: Circumstances }
  /** how the part sits while it is read */
  | { is: "circuit"; inCircuit: boolean; lifted: boolean }
  | { is: "sign"; sign: LookSign }
  | { is: "not" }
  | { is: "state"; state: SaidPartState }
  | { is: "over" }
  | { is: "outcome"; outcome: Outcome }
  | { is: "symptom"; symptom: FindingToken }
  | { is: "act"; act: Act }
  | { is: "does"; did: Did }
  | { is: "toldAct"; act: ToldAct }
  /** after two changed places: with the part, or it stayed */
  | { is: "went"; to: "part" | "place" }
  | { is: "person" }
  | { is: "lamp" }
  | { is: "flash" }
  | { is: "dark" }
  | { is: "variac" }
  | { is: "loads" }
  /** said of others: it was worked on */
  | { is: "original" }
  | { is: "done" }
  | { is: "describes" }
  /** what a part does in its circuit: it describes the part named behind it */
  | { is: "role" }
  | { is: "noInput" }
  /** in another unit that works: figures beside it are what should be */
  | { is: "elsewhere" }
  /** a display or lamp shows something, or nothing */
  | { is: "lit"; on: boolean }
  /** newer than what is around it, or of another make */
  | { is: "newer" }
  /** a relay closes */
  | { is: "pullsIn" }
  | { is: "collectorEmitter" }
  /** not at one place */
  | { is: "allOver" }
  /** what can be plugged in to play */
  | { is: "device" }
  | { is: "sine" }
  | { is: "untouched" }
  | { is: "ordered" }
  | { is: "ought" }
  | { is: "held" }
  | { is: "wanders" }
  | { is: "glows" }
  | { is: "starts" }
  | { is: "all"; channels: boolean }
  | { is: "rails" }
  | { is: "unit" }
  | { is: "still" }
  | { is: "off" }
  | { is: "on-power" }
  | { is: "informed" }
  | { is: "meter" }
  | { is: "limit" }
  | { is: "shelf" }
  /** a judgement of the figure beside it: it says no more than the figure */
  | { is: "judged"; as?: FactOutcome }
  | { is: "each" }
  | { is: "new" }
  /** stands between a figure and what it was read on */
  | { is: "on" }
  | { is: "for" }
  | { is: "to" }
  | { is: "across" }
  | { is: "with" }
  | { is: "back" }
  /** charge was taken off through something */
  | { is: "drained" }
  | { is: "through" }
  /** what follows is printed, not read: no frame takes it, such a line asks */
  | { is: "marking" }
  /** the unit of the figures before it */
  | { is: "mills" }
  /** of time: it went into the work; of volts: where they are */
  | { is: "onIt" }
  /** time that went into the work */
  | { is: "spent" }
  | { is: "old" };

/** Words of one topic: what they mean, and how it is said, divided by commas. */
export type Topic = readonly (readonly [Sense, string])[];
