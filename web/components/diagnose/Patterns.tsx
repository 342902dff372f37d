"use client";

import { patternsFor } from "@mirvek/core/knowledge";
import { patternText } from "../../wording/patterns";
import { useJob } from "../job/JobProvider";
import styles from "./Diagnose.module.css";
import { diagnoseWords } from "../../wording/screens/diagnose";

const MAX = 4;

/** What such a complaint of such a unit has often been, with the test that tells it apart first. */
export function Patterns() {
  const { job } = useJob().view;
  const found = patternsFor(job).slice(0, MAX);
  if (found.length === 0) return null;
  return (
    <section aria-label={diagnoseWords.commonCausesComplaint}>
      <h2 className={styles.head}>{diagnoseWords.commonCausesComplaint}</h2>
      <ul className={styles.often}>
        {found.map((p) => (
          <li key={p.id}>
            {patternText[p.id].often} <b>First: {patternText[p.id].test}</b>
          </li>
        ))}
      </ul>
      <p className="muted">{diagnoseWords.commonPracticeFromComplaint}</p>
    </section>
  );
}
