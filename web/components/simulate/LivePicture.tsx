"use client";

import { restoringOhms, sideMismatch, type Curve, type ScenarioId } from "@mirvek/core/scenarios";
import { Segmented } from "antd";
import dynamic from "next/dynamic";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { curveLabel, curveName, mismatchText, restoringText, warningText } from "../../wording/circuit";
import type { Solved } from "../../workers/circuit.protocol";
import type { LiveLine } from "./CurveChart";
import { curveKinds } from "./curves";
import { FigureTable } from "./FigureTable";
import { Listen } from "./PlayRipple";
import type { Tried } from "./TryOut";
import { useLiveSolver, type Circuit, type Outcomes } from "./useCircuit";
import styles from "./Simulate.module.css";

// the chart library comes once the page is there
const TryOut = dynamic(() => import("./TryOut").then((m) => m.TryOut), { ssr: false });
const CurveChart = dynamic(() => import("./CurveChart").then((m) => m.CurveChart), {
  ssr: false,
  loading: () => <div className={styles.coming} />,
});

/** The table and the scale of the picture follow when the slider has rested this long; the line itself follows every move. */
const REST_MS = 120;

interface Props {
  id: ScenarioId;
  circuit: Circuit;
  caption: string;
  kind: string | null;
  onKind: (name: string) => void;
}

/** Where a chosen part has less ESR than the original had when new: the resistor that keeps the level as it was. */
function restoringNotes({ cases }: Circuit): string[] {
  return cases.slots.flatMap(({ slot, sound, position }) => {
    const chosen = cases.replacement?.[slot.key];
    if (!position || chosen?.kind !== "works" || sound.state.kind !== "works" || chosen === cases.measured[slot.key]) return [];
    const ohms = restoringOhms(sound.state.esr, chosen.esr);
    return ohms < MIN_RESTORED ? [] : [restoringText(position.part.designator, ohms)];
  });
}
/** How far the two sides are apart where the ear places sounds, and whether the parts chosen bring them together. */
function matchNotes(outcomes: Outcomes | null): string[] {
  const level = (o: Solved | undefined) => o?.curves.find((c) => c.key === "response");
  const [here, there] = [level(outcomes?.measured), level(outcomes?.counterpart)];
  if (!here || !there) return [];
  return [mismatchText(sideMismatch(here.x, here.y, there.y, ...EAR_BAND))];
}
const EAR_BAND = [500, 10_000] as const;

/** Under this nobody hears the difference into any driver, in ohms. */
const MIN_RESTORED = 0.1;

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

  const notes = [
    ...(circuit.outcomes?.measured?.warnings ?? []).map(warningText),
    ...(id === "crossover" ? [...matchNotes(circuit.outcomes), ...restoringNotes(circuit)] : []),
  ];
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
          {notes.length > 0 && (
            <ul className={styles.warnings} aria-label="Mind">
              {notes.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          )}
        </div>
      </div>
      {circuit.outcomes && <FigureTable outcomes={outcomes} />}
    </>
  );
}
