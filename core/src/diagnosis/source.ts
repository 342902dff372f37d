import type { FindingToken, HumKind, SoundLabel } from "../device";
import type { Evidence } from "./infer";

/** What a piece of evidence stands on: one kind a way of coming by it, with the names and lines it is about. */
export type EvidenceSource =
  | { kind: "finding"; finding: FindingToken }
  /** a capacitor that reads bad; one that stands in a hot place; a bad one of the same kind elsewhere */
  | { kind: "measured" | "hot" | "kin"; designator: string }
  /** capacitors that read good; that were exchanged in vain; that were fitted and the complaint is gone since */
  | { kind: "good" | "exchanged" | "fitted"; designators: readonly string[] }
  | { kind: "tried"; seq: number; to: readonly string[] }
  | { kind: "point" | "pointRipple" | "complementaryRail"; point: string }
  /** a load read against ground */
  | { kind: "load"; name: string }
  /** the worst ripple that was read, against what the circuit predicts of that reservoir */
  | { kind: "ripple"; designator: string }
  | { kind: "look" | "part" | "fuse"; name: string }
  | { kind: "heard"; sound: HumKind | SoundLabel | "sides" }
  | { kind: "standbyDraw" }
  | { kind: "coldStarts" };

/** Evidence that says what it stands on. */
export type SourcedEvidence = Evidence & { source: EvidenceSource };
