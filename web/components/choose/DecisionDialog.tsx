"use client";

import type { Assessment } from "@mirvek/core/choose";
import { ReasonDialog } from "../shared/ReasonDialog";
import { reasonsOf } from "./reasons";
import { chooseWords } from "../../wording/screens/choose";

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
        ? chooseWords.temporaryPart(asked.assessment!.part.code, designator)
        : chooseWords.fitAgainstRules(asked.assessment!.part.code, designator);
  return (
    <ReasonDialog
      open
      title={title}
      about={
        <>
          {asked.assessment && <p>Breaks: {reasonsOf(asked.assessment)}.</p>}
          {asked.decision === "temporary" && <p>{chooseWords.temporaryPartBlocksClosing}</p>}
        </>
      }
      label={chooseWords.reasonRecordReport}
      act="Record"
      least={1}
      onReason={onKeep}
      onClose={onCancel}
    />
  );
}
