"use client";

import { Button, Input, Modal } from "antd";
import { useState } from "react";
import { closingHolds, type JobState } from "@mirvek/core/job";
import { useJob } from "../job/JobProvider";
import { Report } from "./Report";
import styles from "./Report.module.css";

/** The report as it will be printed, and closing the job. */
export function HandBackStation() {
  const { view, write } = useJob();
  const [waiving, setWaiving] = useState(false);
  const { job } = view;
  const closed = job.closedAt !== null;
  const held = closingHolds(view.facts).length > 0;
  const close = async (state: JobState, waiver: string | null) => {
    const answer = await write("POST", "state", { version: job.version, state, waiver });
    if (!answer.ok && answer.issue.code === "closingHeld" && answer.issue.by !== "energised") setWaiving(true);
    return answer.ok;
  };
  return (
    <div>
      <div className={`${styles.tools} no-print`}>
        <Button type="primary" onClick={() => window.print()}>
          Print, or save as PDF
        </Button>
        {closed ? (
          <Button onClick={() => void close("open", null)}>Reopen</Button>
        ) : (
          <>
            <Button onClick={() => void close("closed", null)}>Close the job</Button>
            <Button onClick={() => void close("clearedWithoutCause", null)}>Cleared without cause</Button>
            {job.state === "open" ? (
              <Button onClick={() => void close("waitingForOwner", null)}>Waiting for owner</Button>
            ) : (
              <Button onClick={() => void close("open", null)}>Go on</Button>
            )}
          </>
        )}
        {!closed && held && <span className="state-failed">Something still holds it: see below.</span>}
      </div>
      <Report />
      {waiving && <WaiverDialog onCancel={() => setWaiving(false)} onWaive={(waiver) => close("closed", waiver)} />}
    </div>
  );
}

function WaiverDialog({ onCancel, onWaive }: { onCancel: () => void; onWaive: (waiver: string) => Promise<boolean> }) {
  const [text, setText] = useState("");
  return (
    <Modal
      open
      title="Close all the same?"
      okText="Waive and close"
      okButtonProps={{ disabled: text.trim().length < 8, danger: true }}
      onCancel={onCancel}
      onOk={() => void onWaive(text.trim()).then((kept) => kept && onCancel())}
    >
      <p style={{ marginBottom: 8 }}>
        A temporary part, charge not shown to be gone, or a failed part without a decision stops this job. What is waived goes into the
        report.
      </p>
      <label htmlFor="waiver">Waiver</label>
      <Input.TextArea id="waiver" autoFocus rows={3} maxLength={1000} value={text} onChange={(e) => setText(e.target.value)} />
    </Modal>
  );
}
