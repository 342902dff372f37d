"use client";

import type { PartAnswer } from "@mirvek/core/explain";
import { partAnswerText } from "../../wording/circuit";
import { useSum } from "./useCircuit";
import styles from "./Simulate.module.css";
import { simulateWords } from "../../wording/screens/simulate";

/** What is read at a glance; the rest is folded. */
const SHOWN = 3;

/** What each bad part has to do with the complaint, over all circuits that could make it: the most telling first. */
export function Summary({ onPick }: { onPick: (part: PartAnswer) => void }) {
  const parts = useSum();
  return (
    <section className={styles.sum} aria-label="Summary">
      <b>Summary</b>
      {parts === null ? (
        <span className="muted">calculating …</span>
      ) : parts.length === 0 ? (
        <span className="muted">{simulateWords.noPartHasBeen}</span>
      ) : (
        <div>
          <Lines parts={parts.slice(0, SHOWN)} onPick={onPick} />
          {parts.length > SHOWN && (
            <details>
              <summary>and {parts.length - SHOWN} more</summary>
              <Lines parts={parts.slice(SHOWN)} onPick={onPick} />
            </details>
          )}
        </div>
      )}
    </section>
  );
}

function Lines({ parts, onPick }: { parts: readonly PartAnswer[]; onPick: (part: PartAnswer) => void }) {
  return (
    <ul>
      {parts.map((p) => (
        <li key={p.designator} data-verdict={p.verdict}>
          {p.in === null ? (
            <b>{p.designator}</b>
          ) : (
            <button type="button" onClick={() => onPick(p)} aria-label={simulateWords.showCircuit(p.designator)}>
              {p.designator}
            </button>
          )}{" "}
          {partAnswerText(p)}
        </li>
      ))}
    </ul>
  );
}
