"use client";

import { EXAMPLES } from "@mirvek/core/entry";
import { Modal, Switch } from "antd";
import { useEffect, useState } from "react";
import { keysOff, setKeysOff } from "./useKeys";
import { CapacitorMark, type MarkKind } from "./CapacitorMark";
import styles from "./KeySheet.module.css";

const GROUPS: readonly { name: string; keys: readonly (readonly [string, string])[] }[] = [
  {
    name: "Everywhere",
    keys: [
      ["?", "this sheet"],
      ["b", "the bench"],
      ["d", "day or night"],
    ],
  },
  {
    name: "Bench",
    keys: [
      ["c", "check in a unit"],
      ["↑ ↓ Enter", "pick and open a job"],
      ["← →", "turn the page"],
      ["/", "find"],
      ["s", "the shop: reference values"],
      ["h", "analyse a recording, without a job"],
      ["e", "bench tools, without a job"],
      ["p", "practice on a simulated unit"],
    ],
  },
  {
    name: "In a job",
    keys: [
      ["r", "entry line"],
      ["n", "go to the next step"],
      ["l", "log of the job"],
      ["1 – 9 0", "stations, check in to power up"],
      ["s g h", "adjust, final test, return"],
      ["u", "undo the last line"],
      ["x ↑ ↓ Enter", "strike out any earlier line"],
      ["o", "override, with a reason"],
      ["t", "timers, bad list, latest"],
      ["Alt + key", "any of these while typing a line"],
      ["?  [ ]", "act by a single key while the line is empty"],
    ],
  },
  { name: "Return", keys: [["c", "close the job"]] },
  {
    name: "Sound",
    keys: [
      ["f", "choose a file"],
      ["m", "record, and stop"],
      ["g", "a simulated unit"],
      ["↑ ↓", "pick a finding"],
      ["p", "play only this"],
      ["e", "save the findings to the job"],
      ["v", "compare with the next recording"],
    ],
  },
  {
    name: "Simulate",
    keys: [
      ["[ ]", "another circuit"],
      ["l", "listen"],
      ["k", "save the answer"],
    ],
  },
  {
    name: "Choose parts",
    keys: [
      ["a", "take the first"],
      ["c", "combine several parts"],
      ["j", "replace the whole can by single parts"],
      ["w", "enter a part outside the catalogue"],
      ["v", "hear it"],
      ["y", "the rules"],
    ],
  },
  {
    name: "Power up and Adjust",
    keys: [
      ["a", "next step: set it and switch on"],
      ["f", "power off"],
      ["w", "start the warm-up clock"],
      ["z", "read a simulated unit"],
      ["m", "match devices"],
    ],
  },
  {
    name: "Entry line",
    keys: [
      ["Enter", "save it"],
      ["Tab", "complete the designator"],
      ["↑ ↓", "move the cursor to another part"],
      ["Esc", "clear, then leave"],
    ],
  },
];

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
  const [on, setOn] = useState(true);
  useEffect(() => setOn(!keysOff()), [open]);
  return (
    <Modal
      open={open}
      onCancel={onClose}
      footer={null}
      title="Keys, and what the entry line understands"
      width={1060}
      style={{ top: 20 }}
      destroyOnHidden
    >
      <div className={styles.columns}>
        <div>
          {GROUPS.map((group) => (
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
          <h3>The mark: ring is C left, foot is ESR compared with expected</h3>
          <MarkLegend />
        </section>
      </div>
    </Modal>
  );
}
