"use client";

import { Input, Modal } from "antd";
import { useState } from "react";
import { useJob } from "./JobProvider";

/** Unlocks the inside by hand: only with a written reason, which stays on record and ends with the next power-on. */
export function OverrideDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { write } = useJob();
  const [reason, setReason] = useState("");
  const [busy, setBusy] = useState(false);
  const keep = async () => {
    setBusy(true);
    const answer = await write("POST", "safety", { kind: "override", reason });
    setBusy(false);
    if (!answer.ok) return;
    setReason("");
    onClose();
  };
  return (
    <Modal
      open={open}
      title="Override the charge lock"
      okText="Record and unlock"
      okButtonProps={{ disabled: reason.trim().length < 8, loading: busy, danger: true }}
      onOk={keep}
      onCancel={onClose}
      destroyOnHidden
    >
      <p style={{ marginBottom: 10 }}>
        The charge was not shown to be gone. Your reason goes on record and into the report; the next power-on ends the override. It does
        not make the unit safe.
      </p>
      <label htmlFor="override-reason">Reason</label>
      <Input.TextArea
        id="override-reason"
        value={reason}
        autoFocus
        rows={3}
        maxLength={1000}
        onChange={(e) => setReason(e.target.value)}
        onKeyDown={(e) => e.key === "Enter" && (e.ctrlKey || e.metaKey) && reason.trim().length >= 8 && void keep()}
        placeholder="For example: passive unit, no supply inside"
      />
    </Modal>
  );
}
