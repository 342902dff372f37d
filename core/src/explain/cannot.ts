import type { FindingToken } from "../device";
import { filtersSupply } from "../part";
import type { MeasuredPart } from "../verdict";

/** What a complaint says of sides: where it is heard, and in which channel where somebody said. */
export interface Heard {
  findings: readonly FindingToken[];
  /** the channel that has it; null where nobody said, or where it is in all of them */
  faultyChannel?: string | null;
}

/** Why a part cannot be what is complained of, however bad it is. */
export type Cannot = "otherChannel" | "shared" | "oneChannelOnly";

/**
 * The same fault in every channel is in what they share; a fault in one channel cannot be made by another channel's part (common
 * practice). Null where nothing speaks against the part.
 */
export function cannotMake(part: Pick<MeasuredPart, "part" | "channel">, { findings, faultyChannel = null }: Heard): Cannot | null {
  const [one, all] = [findings.includes("oneChannel"), findings.includes("allChannels")];
  const channel = part.channel ?? null;
  if (one === all) return null;
  if (all) return channel === null ? null : "oneChannelOnly";
  if (channel === null) return filtersSupply(part.part.role) ? "shared" : null;
  return faultyChannel !== null && channel !== faultyChannel ? "otherChannel" : null;
}
