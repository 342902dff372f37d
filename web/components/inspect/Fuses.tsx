"use client";

import { fuseText } from "../../wording/observation";
import { useJob } from "../job/JobProvider";
import styles from "./Inspect.module.css";
import { inspectWords } from "../../wording/screens/inspect";

/** Every fuse that went, how and why: a new one waits for the why. */
export function Fuses() {
  const gone = useJob().view.unit.notes.fuses.filter((f) => f.blown);
  const open = gone.find((f) => f.because === null);
  if (gone.length === 0) return null;
  return (
    <section aria-label="Blown fuses">
      <h2 className={styles.head}>Blown fuses</h2>
      <ul className={styles.places}>
        {gone.map((f) => (
          <li key={f.name} className={f.because === null ? "state-failed" : undefined}>
            {fuseText(f)}
          </li>
        ))}
      </ul>
      {open && (
        <p className="muted">
          {inspectWords.fitNewOneSpecified} <span className="mono">{open.name} blew violently because D3 shorted</span>.
        </p>
      )}
    </section>
  );
}
