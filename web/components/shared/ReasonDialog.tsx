"use client";

import { Input, Modal, type InputRef } from "antd";
import { useRef, useState, type ReactNode } from "react";

/**
 * Asks for a reason that goes on record. The field has the focus as soon as the dialog stands; Ctrl Enter gives the answer.
 */
export function ReasonDialog({
  open,
  title,
  about,
  label,
  act,
  least,
  placeholder,
  onReason,
  onClose,
}: {
  open: boolean;
  title: string;
  about: ReactNode;
  label: string;
  /** what the button does */
  act: string;
  /** characters below which a reason is none */
  least: number;
  placeholder?: string;
  /** @returns whether it was kept, or why not */
  onReason: (reason: string) => Promise<boolean | string>;
  onClose: () => void;
}) {
  const field = useRef<InputRef>(null);
  const [reason, setReason] = useState("");
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const enough = reason.trim().length >= least;
  const give = async () => {
    if (!enough || busy) return;
    setBusy(true);
    setWrong(null);
    const kept = await onReason(reason.trim());
    setBusy(false);
    if (kept !== true) return setWrong(kept === false ? null : kept);
    setReason("");
    onClose();
  };
  return (
    <Modal
      open={open}
      title={title}
      okText={act}
      okButtonProps={{ disabled: !enough, loading: busy, danger: true }}
      onOk={give}
      onCancel={onClose}
      afterOpenChange={(stands) => stands && field.current?.focus()}
      destroyOnHidden
    >
      <div style={{ marginBottom: 10 }}>{about}</div>
      <label>
        {label}
        <Input.TextArea
          ref={field}
          value={reason}
          rows={3}
          maxLength={1000}
          onChange={(e) => setReason(e.target.value)}
          onKeyDown={(e) => e.key === "Enter" && (e.ctrlKey || e.metaKey) && void give()}
          placeholder={placeholder}
        />
      </label>
      {wrong !== null && (
        <p className="state-failed" role="alert">
          {wrong}
        </p>
      )}
    </Modal>
  );
}
