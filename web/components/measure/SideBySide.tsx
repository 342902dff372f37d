"use client";

import { countingOf, magnitudeOf } from "@mirvek/core/evidence";
import { besideCounterparts } from "@mirvek/core/verdict";
import { useEffect } from "react";
import type { PositionView } from "../../schemas/jobView";
import { shown, times } from "../../wording/quantity";
import { useCursor, useJob } from "../job/JobProvider";
import styles from "./Measure.module.css";
import { measureWords } from "../../wording/screens/measure";

const QUANTITIES = ["esr", "capacitance"] as const;
type Shown = (typeof QUANTITIES)[number];
const NAME = { esr: "ESR", capacitance: "C" } as const;
const UNIT = { esr: "Ω", capacitance: "F" } as const;
/**
 * The same position in every channel beside each other: each reading, its ratio to the median of the row. A bare number goes to the part
 * under the cursor, and Enter moves on to its next counterpart.
 */
export function SideBySide() {
  const { view, answer, focusLine } = useJob();
  const { cursor, setCursor } = useCursor();
  const groups = groupsOf(view.positions);
  const first = groups[0]?.[0]?.designator;
  const inside = groups.some((g) => g.some((p) => p.designator === cursor));
  useEffect(() => {
    if (!inside && first !== undefined) setCursor(first);
    focusLine();
    // when it opens
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useWalk(
    answer,
    groups.flat().map((p) => p.designator),
    setCursor,
  );
  const channels = [...new Set(groups.flatMap((g) => g.map((p, i) => p.channel ?? `#${i + 1}`)))];
  if (groups.length === 0) return <p className={styles.empty}>{measureWords.noCounterpartsYetCopy}</p>;
  return (
    <>
      {QUANTITIES.map((quantity) => (
        <table key={quantity} className={`sheet ${styles.counterparts}`} aria-label={`${NAME[quantity]} side by side`}>
          <thead>
            <tr>
              <th>{NAME[quantity]}</th>
              {channels.map((c) => (
                <th key={c} className="n">
                  {c}
                </th>
              ))}
              <th className="n">median</th>
              <th className="n">along the board</th>
            </tr>
          </thead>
          <tbody>
            {groups.map((group) => {
              const values = group.map((p) => valueOf(p, quantity));
              const { median, ratios, odd, gradient } = besideCounterparts(view.shop.constants, values);
              return (
                <tr key={group[0]!.counterpartGroup}>
                  <td className="mono">{group[0]!.designator}</td>
                  {channels.map((c, column) => {
                    const i = group.findIndex((p, at) => (p.channel ?? `#${at + 1}`) === c);
                    const p = group[i];
                    const value = i < 0 ? null : values[i]!;
                    return (
                      <td
                        key={column}
                        className={`n ${p && p.designator === cursor ? styles.cell : ""}`}
                        onClick={() => {
                          if (!p) return;
                          setCursor(p.designator);
                          focusLine();
                        }}
                      >
                        {p && (
                          <>
                            <small className="muted mono">{p.designator}</small>
                            <div>{value === null ? "·" : shown(value, UNIT[quantity], 2)}</div>
                            {odd[i] ? (
                              <b className="state-failed">{times(ratios[i]!)}</b>
                            ) : (
                              ratios[i] !== null && <small className="muted">{times(ratios[i]!)}</small>
                            )}
                          </>
                        )}
                      </td>
                    );
                  })}
                  <td className="n">{median === null ? "" : shown(median, UNIT[quantity], 2)}</td>
                  <td className="n">{gradient === null ? "" : `${times(gradient)} end to end`}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      ))}
    </>
  );
}

/** After a bare number for the part under the cursor, the cursor moves on to its next counterpart. */
function useWalk(answer: ReturnType<typeof useJob>["answer"], order: readonly string[], setCursor: (designator: string) => void): void {
  const said = answer?.kind === "said" && answer.entry.kind === "keeps" ? answer : null;
  const reading = said?.entry.kind === "keeps" ? said.entry.effects.find((c) => c.about === "reading") : undefined;
  const at = reading?.implied ? order.indexOf(reading.designator) : -1;
  const next = at < 0 ? undefined : order[at + 1];
  const key = said?.key ?? null;
  useEffect(() => {
    if (key !== null && next !== undefined) setCursor(next);
    // once a line, not when the order changes
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
}

function valueOf(p: PositionView, quantity: Shown): number | null {
  const reading = countingOf(p.folded, quantity);
  return reading ? magnitudeOf(reading.measurement) : null;
}

/** Counterpart groups, each in the order of their designators. */
function groupsOf(positions: readonly PositionView[]): PositionView[][] {
  const groups = new Map<string, PositionView[]>();
  for (const p of positions)
    if (p.counterpartGroup !== null) groups.set(p.counterpartGroup, [...(groups.get(p.counterpartGroup) ?? []), p]);
  return [...groups.values()].filter((g) => g.length > 1);
}
