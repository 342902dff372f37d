"use client";

import { useJob } from "../job/JobProvider";
import styles from "./After.module.css";

/** Says, wherever readings are taken, that they come from a stand-in and not from the unit. */
export function SimulatedUnit() {
  const { view } = useJob();
  if (!view.after.bringUp.simulated) return null;
  return (
    <p className={styles.simulated} role="note">
      <b>Simulated unit.</b> What is read from here on comes from a stand-in with one fault in it, not from the unit on the bench.
    </p>
  );
}
