"use client";

import { ReasonDialog } from "../shared/ReasonDialog";
import { useJob } from "./JobProvider";
import { jobWords } from "../../wording/screens/job";

/** Unlocks the inside by hand: only with a written reason, which stays on record and ends with the next power-on. */
export function OverrideDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { write } = useJob();
  return (
    <ReasonDialog
      open={open}
      title={jobWords.overrideChargeLock}
      about={jobWords.chargeWasNotShown}
      label="Reason"
      act="Record and unlock"
      least={8}
      placeholder={jobWords.exampleSupplyBoardOut}
      onReason={async (reason) => (await write("POST", "safety", { kind: "override", reason })).ok}
      onClose={onClose}
    />
  );
}
