"use client";

import type { Curve, ScenarioId } from "@mirvek/core/circuit";
import { Segmented } from "antd";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { curveLabel, curveName, warningText } from "../../wording/circuit";
import type { Solved } from "../../workers/circuit.protocol";
import { CurveChart, curveKinds, type LiveLine } from "./CurveChart";
import { FigureTable } from "./FigureTable";
import { Listen } from "./Listen";
import { TryOut, type Tried } from "./TryOut";
import { useLiveSolver, type Circuit, type Outcomes } from "./useCircuit";
import styles from "./Explain.module.css";

/** The table and the scale of the picture follow when the slider has rested this long; the line itself follows every move. */
const REST_MS = 120;

interface Props {
  id: ScenarioId;
  circuit: Circuit;
  caption: string;
  kind: string | null;
  onKind: (name: string) => void;
}

/** The picture of a circuit, its sliders and its figures. What moves while a slider moves is kept to one path and one text. */
export function LivePicture({ id, circuit, caption, kind, onKind }: Props) {
  const [rested, setRested] = useState<Solved | null>(null);
  const line = useRef<LiveLine>(null);
  const solveTime = useRef<HTMLElement>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const outcomes: Outcomes = useMemo(() => ({ ...circuit.outcomes, ...(rested ? { tried: rested } : {}) }), [circuit.outcomes, rested]);
  const kinds = useMemo(() => curveKinds(circuit.outcomes ?? {}), [circuit.outcomes]);
  const shown: Curve | undefined = kinds.find((c) => curveName(c) === kind) ?? kinds[0];

  const onSolved = useCallback(
    (outcome: Solved, ms: number) => {
      const curve = outcome.curves.find((c) => c.key === shown?.key && c.at === shown?.at);
      const outgrown = curve ? (line.current?.draw(curve) ?? false) : false;
      if (solveTime.current) solveTime.current.textContent = `solved in ${ms.toFixed(1)} ms`;
      clearTimeout(timer.current);
      timer.current = setTimeout(() => setRested(outcome), outgrown ? 0 : REST_MS);
    },
    [shown?.key, shown?.at],
  );
  const solveLive = useLiveSolver(id, onSolved);
  useEffect(() => () => clearTimeout(timer.current), []);
  const change = useCallback(
    (next: Tried | null) => {
      solveLive(next);
      if (next !== null) return;
      clearTimeout(timer.current);
      setRested(null);
    },
    [solveLive],
  );

  const warnings = circuit.outcomes?.measured?.warnings ?? [];
  return (
    <>
      <div className={styles.split}>
        <div>
          {kinds.length > 1 && (
            <Segmented
              size="small"
              value={shown ? curveName(shown) : undefined}
              onChange={onKind}
              options={kinds.map((c) => ({ value: curveName(c), label: curveLabel(c, kinds) }))}
              aria-label="Curve"
              className={styles.kinds}
            />
          )}
          {shown && (
            <figure className={styles.chart}>
              <figcaption>{caption}</figcaption>
              <CurveChart of={shown} outcomes={outcomes} live={line} />
            </figure>
          )}
          {id === "supply" && shown && <Listen outcomes={outcomes} node={shown.at ?? "rail"} />}
        </div>
        <div>
          <TryOut circuit={circuit} onTry={change} solveTime={solveTime} />
          {warnings.length > 0 && (
            <ul className={styles.warnings} aria-label="Mind">
              {warnings.map((w) => (
                <li key={w.code}>{warningText(w)}</li>
              ))}
            </ul>
          )}
        </div>
      </div>
      {circuit.outcomes && <FigureTable outcomes={outcomes} />}
    </>
  );
}
