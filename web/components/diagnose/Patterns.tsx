"use client";

import { patternsFor } from "@mirvek/core/knowledge";
import { patternText } from "../../wording/patterns";
import { useJob } from "../job/JobProvider";
import styles from "./Diagnose.module.css";

const MAX = 4;

/** What such a complaint of such a unit has often been, with the test that tells it apart first. */
export function Patterns() {
  const { job } = useJob().view;
  const found = patternsFor(job).slice(0, MAX);
  if (found.length === 0) return null;
  return (
    <section aria-label="Common causes of this complaint">
      <h2 className={styles.head}>Common causes of this complaint</h2>
      <ul className={styles.often}>
        {found.map((p) => (
          <li key={p.id}>
            {patternText[p.id].often} <b>First: {patternText[p.id].test}</b>
          </li>
        ))}
      </ul>
      <p className="muted">Common practice, from the complaint alone: nothing of it is confirmed.</p>
    </section>
  );
}
