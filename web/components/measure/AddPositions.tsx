"use client";

import { parsePositionList } from "@mirvek/core/entry";
import { Input, Modal, type InputRef } from "antd";
import { useMemo, useRef, useState } from "react";
import { marked } from "../../wording/quantity";
import { positionIssueText } from "../../wording/requestIssue";
import { roleName, technologyName } from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import styles from "./Measure.module.css";
import { measureWords } from "../../wording/screens/measure";

const EXAMPLE = `#Main supply
C1 4700u 50v reservoir 22x40 p10 snapin
C2 4700u 50v reservoir
#Pre-amplifier
C14 100/16 decoupler L
C15 4u7 50v coupling L`;

/** A parts list, typed or pasted, shown as it is understood before it goes in; all of it or nothing. */
export function AddPositions({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { view, write } = useJob();
  const [text, setText] = useState("");
  const field = useRef<InputRef>(null);
  const [busy, setBusy] = useState(false);
  const parsed = useMemo(
    () => parsePositionList(view.shop.constants, text, new Set(view.positions.map((p) => p.designator))),
    [text, view.positions, view.shop.constants],
  );
  const ready = parsed.drafts.length > 0 && parsed.issues.length === 0;
  const add = async () => {
    if (!ready) return;
    setBusy(true);
    const answer = await write("POST", "positions", { kind: "list", text });
    setBusy(false);
    if (!answer.ok) return;
    setText("");
    onClose();
  };
  return (
    <Modal
      open={open}
      onCancel={onClose}
      onOk={() => void add()}
      okText={`Add ${parsed.drafts.length || ""}`}
      okButtonProps={{ disabled: !ready, loading: busy }}
      title="Add positions"
      afterOpenChange={(stands) => stands && field.current?.focus()}
      width={820}
      destroyOnHidden
    >
      <label htmlFor="position-list">
        {measureWords.oneLineDesignatorValue} <span className="mono">#Name</span> opens a section.
      </label>
      <Input.TextArea
        id="position-list"
        className="mono"
        rows={8}
        value={text}
        ref={field}
        placeholder={EXAMPLE}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => e.key === "Enter" && (e.ctrlKey || e.metaKey) && void add()}
      />
      <div className={styles.preview} aria-live="polite">
        {parsed.issues.map((i) => (
          <p key={i.line} className={styles.wrong}>
            Line {i.line}: {positionIssueText(i.issue)}.
          </p>
        ))}
        {parsed.drafts.length > 0 && (
          <table className="sheet">
            <tbody>
              {parsed.drafts.map((d) => (
                <tr key={d.designator}>
                  <td className="mono">
                    <b>{d.designator}</b>
                  </td>
                  <td className="mono">{marked(d.nominal, d.rated)}</td>
                  <td>
                    {roleName[d.role]} {d.channel ?? ""}
                  </td>
                  <td>{technologyName[d.technology]}</td>
                  <td>{d.section}</td>
                  <td className="muted">
                    {d.assumed.filter((a) => a !== "tolerance").length > 0 &&
                      `${d.assumed.filter((a) => a !== "tolerance").join(", ")} taken as usual`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </Modal>
  );
}
