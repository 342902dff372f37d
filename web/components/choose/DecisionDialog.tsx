"use client";

import type { Assessment } from "@mirvek/core/choose";
import { ReasonDialog } from "../shared/ReasonDialog";
import { reasonsOf } from "./reasons";

/** A decision that still needs its reason in writing. */
export interface Asked {
  decision: "replace" | "temporary" | "leave";
  assessment: Assessment | null;
}

/** Why a part goes in against a rule, for a time only, or not at all. */
export function DecisionDialog({
  asked,
  designator,
  onCancel,
  onKeep,
}: {
  asked: Asked;
  designator: string;
  onCancel: () => void;
  onKeep: (reason: string) => Promise<boolean>;
}) {
  const title =
    asked.decision === "leave"
      ? `Leave ${designator} in`
      : asked.decision === "temporary"
        ? `${asked.assessment!.part.code} as a temporary part at ${designator}`
        : `Fit ${asked.assessment!.part.code} at ${designator} against the rules`;
  return (
    <ReasonDialog
      open
      title={title}
      about={
        <>
          {asked.assessment && <p>Breaks: {reasonsOf(asked.assessment)}.</p>}
          {asked.decision === "temporary" && (
            <p>
              A temporary part blocks closing: the unit cannot be returned until the right part is fitted, or this is waived in writing.
            </p>
          )}
        </>
      }
      label="Reason, for the record and the report"
      act="Record"
      least={1}
      onReason={onKeep}
      onClose={onCancel}
    />
  );
}
