"use client";

import { isFirm } from "@mirvek/core/job";
import { Button, Modal } from "antd";
import { useState } from "react";
import { holdText } from "../../wording/powerUp";
import { ReasonDialog } from "../shared/ReasonDialog";
import { useJob } from "./JobProvider";
import { jobWords } from "../../wording/screens/job";

/** Switches the unit on or off on record. What holds the power is said before anything is recorded; what a reason opens asks for it. */
export function PowerButton() {
  const { view, write } = useJob();
  const [asking, setAsking] = useState(false);
  const live = view.safety.kind === "energised";
  const hold = live ? null : view.after.interlock.mains;
  const on = async (reason: string | null) => (await write("POST", "safety", { kind: "powerOn", reason })).ok;
  const press = () => {
    if (live) void write("POST", "safety", { kind: "powerOff" });
    else if (hold) setAsking(true);
    else void on(null);
  };
  return (
    <>
      <Button size="small" danger={live} onClick={press}>
        {live ? "Power off" : "Power on"}
      </Button>
      {hold && isOpenedByReason(hold) && (
        <ReasonDialog
          open={asking}
          title={jobWords.powerOutOrder}
          about={holdText(hold)}
          label="Reason"
          act={jobWords.recordPower}
          least={3}
          placeholder={jobWords.exampleCameWorkingHear}
          onReason={on}
          onClose={() => setAsking(false)}
        />
      )}
      {hold && !isOpenedByReason(hold) && (
        <Modal
          open={asking}
          title={jobWords.doNotPowerUnit}
          onCancel={() => setAsking(false)}
          footer={<Button onClick={() => setAsking(false)}>Close</Button>}
          destroyOnHidden
        >
          {holdText(hold)}
        </Modal>
      )}
    </>
  );
}

/** A node that may be low by nature is opened on the entry line only, with a limiter. */
const isOpenedByReason = (hold: Parameters<typeof isFirm>[0]): boolean => !isFirm(hold) && hold.code !== "lowNode";
