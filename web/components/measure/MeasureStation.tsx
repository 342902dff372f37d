"use client";

import { Button, Segmented } from "antd";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { PositionView } from "../../schemas/jobView";
import { useCursor, useJob } from "../job/JobProvider";
import { useKeys } from "../shared/useKeys";
import { PositionRow } from "./PositionRow";
import styles from "./Measure.module.css";
import { measureWords } from "../../wording/screens/measure";

const AddPositions = dynamic(() => import("./AddPositions").then((m) => m.AddPositions), { ssr: false });
const CopyToChannels = dynamic(() => import("./CopyToChannels").then((m) => m.CopyToChannels), { ssr: false });
const OtherParts = dynamic(() => import("./OtherParts").then((m) => m.OtherParts));
const Points = dynamic(() => import("./Points").then((m) => m.Points));
const SideBySide = dynamic(() => import("./SideBySide").then((m) => m.SideBySide));
const PositionDrawer = dynamic(() => import("./PositionDrawer").then((m) => m.PositionDrawer), { ssr: false });

const PARTS: readonly Part[] = ["capacitors", "others", "points", "counterparts"];
type Part = "capacitors" | "others" | "points" | "counterparts";

/** Every position by section, with what was read and what it means. The entry line below fills it. */
export function MeasureStation() {
  const { view, focusLine } = useJob();
  const { cursor, setCursor } = useCursor();
  const [adding, setAdding] = useState(false);
  const [copying, setCopying] = useState(false);
  const [shown, setShown] = useState<Part>("capacitors");
  const [opened, setOpened] = useState<string | null>(null);
  const turn = (by: number) => {
    const at = PARTS.indexOf(shown);
    setShown(PARTS[(at + by + PARTS.length) % PARTS.length]!);
  };
  useKeys({
    "]": () => turn(1),
    "[": () => turn(-1),
    a: () => setAdding(true),
    y: () => view.positions.length > 0 && setCopying(true),
  });
  const sections = bySection(view.positions);
  const position = view.positions.find((p) => p.designator === opened) ?? null;
  return (
    <div>
      <Segmented
        className={styles.kinds}
        aria-label="View"
        value={shown}
        onChange={setShown}
        options={[
          { value: "capacitors", label: `Capacitors ${view.positions.length}` },
          { value: "others", label: `Other parts ${view.unit.parts.length}` },
          { value: "points", label: `Points ${view.unit.points.length}` },
          { value: "counterparts", label: "Side by side" },
        ]}
      />
      {shown === "others" && <OtherParts />}
      {shown === "points" && <Points />}
      {shown === "counterparts" && <SideBySide />}
      {shown === "capacitors" && (
        <>
          <div className={styles.tools}>
            <Button onClick={() => setAdding(true)}>
              Add positions <kbd>a</kbd>
            </Button>
            <Button onClick={() => setCopying(true)} disabled={view.positions.length === 0}>
              {measureWords.copyOtherChannelsToo} <kbd>y</kbd>
            </Button>
            <span className="muted">
              {view.positions.filter((p) => p.verdict.state !== "unmeasured").length} of {view.positions.length} measured
            </span>
          </div>
          {sections.length === 0 && (
            <p className={styles.empty}>
              {measureWords.noPositionsYetPaste} <span className="mono">add C1 4700u 50v reservoir</span> {measureWords.lineBelow}
            </p>
          )}
          {sections.map(([section, positions]) => (
            <section key={section} className={styles.section} aria-label={section}>
              <h2>
                {section} <small>{summary(positions)}</small>
              </h2>
              <table className={`sheet ${styles.table}`}>
                <thead>
                  <tr>
                    <th>
                      <span className="sr-only">Mark</span>
                    </th>
                    <th>Position</th>
                    <th>Role</th>
                    <th>Marked</th>
                    <th className="n">C</th>
                    <th className="n">ESR</th>
                    <th>of expected</th>
                    <th>Verdict</th>
                    <th>Because</th>
                  </tr>
                </thead>
                <tbody>
                  {positions.map((p) => (
                    <PositionRow
                      key={p.id}
                      position={p}
                      here={p.designator === cursor}
                      onCursor={() => {
                        setCursor(p.designator);
                        focusLine();
                      }}
                      onOpen={() => setOpened(p.designator)}
                    />
                  ))}
                </tbody>
              </table>
            </section>
          ))}
        </>
      )}
      {adding && <AddPositions open onClose={() => setAdding(false)} />}
      {copying && <CopyToChannels open onClose={() => setCopying(false)} />}
      {position && <PositionDrawer position={position} onClose={() => setOpened(null)} />}
    </div>
  );
}

function bySection(positions: readonly PositionView[]): [string, PositionView[]][] {
  const sections = new Map<string, PositionView[]>();
  for (const p of positions) sections.set(p.section, [...(sections.get(p.section) ?? []), p]);
  return [...sections];
}

function summary(positions: readonly PositionView[]): string {
  const measured = positions.filter((p) => p.verdict.state !== "unmeasured").length;
  const counterparts = positions.some((p) => p.counterparts.length > 0) ? ", counterparts compared" : "";
  return `${measured} of ${positions.length} measured${counterparts}`;
}
