import type { ReferenceSource } from "./expectation";
import type { Certainty, Finding, Settle, VerdictReason } from "./verdict";

/** One finding from its parts. */
export const finding = (
  state: Finding["state"],
  certainty: Certainty,
  reason: VerdictReason,
  settle: Settle | null,
  reference: ReferenceSource | null = null,
): Finding => ({ state, certainty, reason, reference, settle });
