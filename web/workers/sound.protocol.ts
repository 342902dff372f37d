import type { UnitKind } from "@mirvek/core/device";
import type { Hearable } from "@mirvek/core/choose";
import type { Hearing, SickFault } from "@mirvek/core/simulate";
import type { Alone, Comparison, SoundFinding, SoundIssue, SoundReport, SoundSummary, SoundView, Stimulus } from "@mirvek/core/sound";

/** A recording by a name of its own, so that what was heard of it once is not worked out again. */
export interface AudioFile {
  key: string;
  file: Blob;
}

export type SoundRequest =
  | { id: number; type: "analyse"; recording: AudioFile }
  /** against another recording; null: its second channel against its first */
  | { id: number; type: "compare"; recording: AudioFile; against: AudioFile | null }
  | { id: number; type: "only"; recording: AudioFile; finding: SoundFinding }
  | { id: number; type: "simulate"; unit: UnitKind; mainsHz: number; seed: number }
  | { id: number; type: "hearing"; what: Hearable; seed: number }
  | { id: number; type: "stimulus"; which: Stimulus };

export type SoundReply =
  | { id: number; type: "analysed"; report: SoundReport; view: SoundView; summary: SoundSummary }
  | { id: number; type: "compared"; channels: readonly Comparison[] }
  | { id: number; type: "only"; alone: Alone | null; rate: number }
  | { id: number; type: "simulated"; wav: Uint8Array<ArrayBuffer>; faults: readonly SickFault[] }
  | { id: number; type: "stimulus"; wav: Uint8Array<ArrayBuffer> }
  | { id: number; type: "hearing"; hearing: Hearing }
  | { id: number; type: "progress"; done: number; of: number }
  | { id: number; type: "refused"; issue: SoundIssue };
