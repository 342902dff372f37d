import type { FindingToken, UnitKind } from "@mirvek/core/device";

/** What the desk must know of the job it stands in, and where findings go. */
export interface SoundJob {
  closed: boolean;
  unitKind: UnitKind;
  mainsHz: number;
  complaint: readonly FindingToken[];
  /** beginnings of the hashes of recordings whose findings are in the job */
  heard: readonly string[];
  /** sends lines; false where one was not understood */
  send(lines: readonly string[]): boolean;
}
