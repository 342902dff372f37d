"use client";

import type { PartAnswer } from "@mirvek/core/trace";
import { amountText, contributionText, scenarioName } from "../../wording/circuit";
import { useSum } from "./useCircuit";
import styles from "./Explain.module.css";

/** Every bad part in one line: what it has to do with the complaint, over all circuits that could make it. */
export function InSum({ onPick }: { onPick: (part: PartAnswer) => void }) {
  const parts = useSum();
  return (
    <section className={styles.sum} aria-label="In sum">
      <b>In sum</b>
      {parts === null ? (
        <span className="muted">working it out …</span>
      ) : parts.length === 0 ? (
        <span className="muted">no part has been found bad yet</span>
      ) : (
        <ul>
          {parts.map((p) => (
            <li key={p.designator} data-verdict={p.verdict}>
              {p.in === null ? (
                <b>{p.designator}</b>
              ) : (
                <button type="button" onClick={() => onPick(p)} aria-label={`Show ${p.designator} in its circuit`}>
                  {p.designator}
                </button>
              )}{" "}
              {contributionText[p.verdict]} <span className="muted">{where(p)}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const where = (p: PartAnswer): string =>
  p.in === null || p.share === null ? "in no circuit of this complaint" : `${scenarioName[p.in]}, ${amountText(p.in, p.share.p50)}`;
