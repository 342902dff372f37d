"use client";

import type { Figure } from "@mirvek/core/scenarios";
import { memo } from "react";
import { figureName, figureText } from "../../wording/circuit";
import { CASE_TEXT, type CaseName } from "./cases";
import type { Outcomes } from "./useCircuit";
import styles from "./Simulate.module.css";

const ORDER: readonly CaseName[] = ["healthy", "measured", "counterpart", "replacement", "tried"];
/** Figures a technician asks for seldom; they fold away. */
const SELDOM = new Set(["harmonic", "rippleRms", "trough", "discharge", "q", "nearest", "railImpedancePeak", "balanceWatts"]);
const same = (a: Figure, b: Figure) => a.key === b.key && a.at === b.at;

/** Every figure of the circuit, its states side by side; what has moved by more than a tenth stands in bold. */
export const FigureTable = memo(function FigureTable({ outcomes }: { outcomes: Outcomes }) {
  const names = ORDER.filter((n) => outcomes[n]);
  const rows: Figure[] = [];
  for (const n of names) for (const f of outcomes[n]!.figures) if (!rows.some((r) => same(r, f))) rows.push(f);
  const often = rows.filter((r) => !SELDOM.has(r.key));
  const seldom = rows.filter((r) => SELDOM.has(r.key));
  const table = (list: readonly Figure[], label: string) => (
    <table className={`sheet ${styles.figures}`} aria-label={label}>
      <thead>
        <tr>
          <th>Figure</th>
          {names.map((n) => (
            <th key={n} className="n">
              {CASE_TEXT[n]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {list.map((row) => (
          <tr key={`${row.key} ${row.at ?? ""}`}>
            <td>{figureName(row)}</td>
            {names.map((n) => (
              <Cell
                key={n}
                figure={outcomes[n]!.figures.find((f) => same(f, row))}
                healthy={outcomes.healthy?.figures.find((f) => same(f, row))}
              />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
  return (
    <>
      {table(often, "Figures")}
      {seldom.length > 0 && (
        <details className={styles.more}>
          <summary>{seldom.length} more figures</summary>
          {table(seldom, "More figures")}
        </details>
      )}
    </>
  );
});

function Cell({ figure, healthy }: { figure: Figure | undefined; healthy: Figure | undefined }) {
  if (!figure) return <td className="n muted">–</td>;
  const moved =
    healthy !== undefined &&
    (figure.unit === "dB"
      ? Math.abs(figure.value - healthy.value) > 1
      : Math.abs(figure.value - healthy.value) > 0.1 * Math.abs(healthy.value));
  return <td className={`n ${moved ? styles.moved : ""}`}>{figureText(figure.value, figure.unit)}</td>;
}
