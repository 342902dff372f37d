"use client";

import { ReasonDialog } from "../shared/ReasonDialog";
import { useJob } from "./JobProvider";

/** Unlocks the inside by hand: only with a written reason, which stays on record and ends with the next power-on. */
export function OverrideDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { write } = useJob();
  return (
    <ReasonDialog
      open={open}
      title="Override the charge lock"
      about="The charge was not shown to be gone. Your reason goes on record and into the report; the next power-on, or any voltage measured later, ends the override. It does not make the unit safe."
      label="Reason"
      act="Record and unlock"
      least={8}
      placeholder="For example: supply board is out of the unit"
      onReason={async (reason) => (await write("POST", "safety", { kind: "override", reason })).ok}
      onClose={onClose}
    />
  );
}
