"use client";

import { figureText, markedText, observationText, partClassName, partReasonText } from "../../wording/observation";
import { verdictName } from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import styles from "./Measure.module.css";
import { measureWords } from "../../wording/screens/measure";

/** Parts that are no capacitors: what is printed on them, what was read, what that shows. */
export function OtherParts() {
  const { parts } = useJob().view.unit;
  if (parts.length === 0)
    return (
      <p className={styles.empty}>
        {measureWords.noneYetNamingOne} <span className="mono">F1 open</span>, <span className="mono">Q1 hfe 62</span>,{" "}
        <span className="mono">R12 4k7 reads 5k1</span>.
      </p>
    );
  return (
    <table className={`sheet ${styles.others}`}>
      <thead>
        <tr>
          <th>Part</th>
          <th>Kind</th>
          <th>Marked</th>
          <th>Read and seen</th>
          <th>Verdict</th>
          <th>Because</th>
        </tr>
      </thead>
      <tbody>
        {parts.map((p) => (
          <tr key={p.name}>
            <td>
              <b className="mono">{p.name}</b>
            </td>
            <td>{partClassName[p.class]}</td>
            <td>
              {p.conflicting.length > 0 ? (
                <span className="state-worn">{p.conflicting.map(markedText).join(" or ")}</span>
              ) : (
                markedText(p.marked) || <span className="muted">not entered</span>
              )}
            </td>
            <td>
              {[
                ...p.figures.map((f) => figureText(f.observation)),
                ...p.looks.map((l) => observationText(l.observation)),
                ...(p.stamp ? [observationText(p.stamp)] : []),
              ].join("; ")}
            </td>
            <td>
              <b className={`state-${p.verdict.state}`}>{verdictName[p.verdict.state]}</b>
              {p.verdict.certainty === "likely" && <small className={styles.sure}>likely</small>}
            </td>
            <td className={styles.why}>
              {partReasonText(p.verdict)}
              {p.conflicting.length > 0 && measureWords.twoMarkingsWereEntered}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
