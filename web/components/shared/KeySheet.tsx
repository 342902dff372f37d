"use client";

import { Modal, Switch } from "antd";
import { useEffect, useState } from "react";
import { keysOff, setKeysOff } from "./useKeys";
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
      ["c", "take in a unit"],
      ["↑ ↓ Enter", "pick and open a job"],
      ["/", "find"],
    ],
  },
  {
    name: "In a job",
    keys: [
      ["r", "readout line"],
      ["n", "do what is next"],
      ["1 – 5", "stations"],
      ["u", "undo the last line"],
      ["o", "override, with a reason"],
    ],
  },
  {
    name: "Readout line",
    keys: [
      ["Enter", "keep it"],
      ["Tab", "complete the designator"],
      ["↑ ↓", "move the cursor to another part"],
      ["Esc", "clear, then leave"],
    ],
  },
];

const LINES: readonly (readonly [string, string])[] = [
  ["C14 esr 4.6", "a reading"],
  ["4.6", "the same for the part under the cursor"],
  ["C14 out 31u 0.9r", "C and ESR, out of circuit"],
  ["C14 ol", "over-range on an ESR meter"],
  ["C3 leak 20k falling", "ohmmeter"],
  ["C14 bulged", "what you see"],
  ["C5 with C7 · C21 alone", "what lies across it"],
  ["C1 38v", "charge left; live volts when on"],
  ["ripple C1 1.2vac", "ripple, power on"],
  ["rail +15 11.7 · bias -44", "volts at a point"],
  ["in · out · blue", "from now on: circuit, meter"],
  ["power on · power off", "locks and unlocks"],
  ["new 10u 50v esr 1.4", "a new part, for the shelf"],
  ["add C30 47u 25v decoupler", "one more position"],
  ["note smells of fish", "anything else"],
];

export function KeySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [on, setOn] = useState(true);
  useEffect(() => setOn(!keysOff()), [open]);
  return (
    <Modal open={open} onCancel={onClose} footer={null} title="Keys, and what the readout line understands" width={860} destroyOnHidden>
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
          <h3>The readout line</h3>
          <dl className={styles.lines}>
            {LINES.map(([line, what]) => (
              <div key={line}>
                <dt className="mono">{line}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </section>
      </div>
    </Modal>
  );
}
