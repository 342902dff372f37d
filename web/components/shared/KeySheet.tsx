"use client";

import { EXAMPLES } from "@mirvek/core/entry";
import { Modal, Switch } from "antd";
import { useState } from "react";
import { keysOff, setKeysOff } from "./useKeys";
import { CapacitorMark, type MarkKind } from "./CapacitorMark";
import { KEY_GROUPS } from "../../wording/keys";
import { sharedWords } from "../../wording/screens/shared";
import styles from "./KeySheet.module.css";

const MARKS: readonly { kind: MarkKind; share: number | null; esrRatio: number | null; name: string }[] = [
  { kind: "sound", share: 0.95, esrRatio: 0.9, name: "good" },
  { kind: "worn", share: 0.66, esrRatio: 1.6, name: "degraded" },
  { kind: "failed", share: 0.3, esrRatio: 4, name: "failed" },
  { kind: "open", share: 0, esrRatio: null, name: "open" },
  { kind: "shorted", share: null, esrRatio: null, name: "shorted" },
  { kind: "undecided", share: null, esrRatio: 0.6, name: "inconclusive" },
  { kind: "unmeasured", share: null, esrRatio: null, name: "not measured" },
  { kind: "replaced", share: null, esrRatio: null, name: "replaced" },
  { kind: "temporary", share: null, esrRatio: null, name: "temporary" },
];

/** What the shapes mean: ring, foot and middle of the mark. */
function MarkLegend() {
  return (
    <div className={styles.marks} data-testid="marks">
      {MARKS.map((m) => (
        <span key={m.kind}>
          <CapacitorMark kind={m.kind} share={m.share} esrRatio={m.esrRatio} size={28} label="" />
          {m.name}
        </span>
      ))}
    </div>
  );
}

export function KeySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [on, setOn] = useState(() => !keysOff());
  return (
    <Modal open={open} onCancel={onClose} footer={null} title={sharedWords.keySheet} width={1060} style={{ top: 20 }} destroyOnHidden>
      <div className={styles.columns}>
        <div>
          {KEY_GROUPS.map((group) => (
            <section key={group.name}>
              <h3>{group.name}</h3>
              <dl>
                {group.keys.map(([key, what]) => (
                  <div key={key}>
                    <dt>
                      <kbd>{key}</kbd>
                    </dt>
                    <dd>{what}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
          <label className={styles.toggle}>
            <Switch
              checked={on}
              onChange={(value) => {
                setOn(value);
                setKeysOff(!value);
              }}
            />
            single keys on
          </label>
        </div>
        <section>
          <h3>The entry line</h3>
          <dl className={styles.lines}>
            {EXAMPLES.map(({ line, says }) => (
              <div key={line}>
                <dt className="mono">{line}</dt>
                <dd>{says}</dd>
              </div>
            ))}
          </dl>
          <h3>{sharedWords.markLegend}</h3>
          <MarkLegend />
        </section>
      </div>
    </Modal>
  );
}
