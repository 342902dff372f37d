"use client";

import { useMessage } from "../shared/Providers";
import { Button, Drawer } from "antd";
import { useState } from "react";
import type { PositionView } from "../../schemas/jobView";
import { frequencyText, measurementText } from "../../wording/entry";
import { ago, marked } from "../../wording/quantity";
import { backingOf, notesOf, reasonOf, settleText } from "../../wording/verdict";
import { verdictName } from "../../wording/vocabulary";
import { useJob, useNow } from "../job/JobProvider";
import { CapacitorMark } from "../shared/CapacitorMark";
import { markOf } from "../shared/markOf";
import { ReasonDialog } from "../shared/ReasonDialog";
import { PositionFields } from "./PositionFields";
import styles from "./Measure.module.css";
import { measureWords } from "../../wording/screens/measure";

/** Everything about one position: the verdict in full, every reading, and the fields that readings do not fill. */
export function PositionDrawer({ position, onClose }: { position: PositionView | null; onClose: () => void }) {
  const { write } = useJob();
  const message = useMessage();
  const [leaving, setLeaving] = useState(false);
  const retire = async (p: PositionView, reason: string | null) => {
    const answer = await write("PATCH", `positions/${p.designator}`, { kind: "retire", version: p.version, reason });
    if (!answer.ok) return false;
    onClose();
    const key = `retired-${p.designator}`;
    void message.open({
      key,
      type: "info",
      duration: 12,
      content: (
        <>
          {p.designator} {measureWords.removedReadingsStayRecord}{" "}
          <Button
            size="small"
            onClick={() => (
              message.destroy(key),
              void write("PATCH", `positions/${p.designator}`, { kind: "restore", version: p.version + 1 })
            )}
          >
            Restore it
          </Button>
        </>
      ),
    });
    return true;
  };
  return (
    <Drawer
      open={position !== null}
      onClose={onClose}
      size={620}
      title={position ? `${position.designator}, ${marked(position.nominal, position.rated)}` : ""}
      destroyOnHidden
    >
      {position && (
        <>
          <div className={styles.drawerHead}>
            <CapacitorMark {...markOf({ ...position, choice: null })} size={40} />
            <p>
              <b className={`state-${position.verdict.state}`}>{verdictName[position.verdict.state]}</b>
              {position.verdict.state === "unmeasured" ? "" : `: ${reasonOf(position.verdict)}`}{" "}
              {backingOf(position.verdict) && <span className="muted">({backingOf(position.verdict)})</span>}.
              {position.verdict.settle && <span className="muted"> To settle: {settleText[position.verdict.settle]}.</span>}
              {notesOf(position.verdict).map((n) => (
                <span key={n}> {n}.</span>
              ))}
            </p>
          </div>
          <History position={position} />
          <PositionFields key={position.id} position={position} />
          <Button danger onClick={() => (position.holdsCharge ? setLeaving(true) : void retire(position, null))}>
            Remove this position
          </Button>
          <ReasonDialog
            open={leaving}
            title={measureWords.removeFromJob(position.designator)}
            about={measureWords.listedHoldingChargeReason}
            label="Reason"
            act="Remove"
            least={3}
            placeholder={measureWords.exampleEnteredTwice}
            onReason={(reason) => retire(position, reason)}
            onClose={() => setLeaving(false)}
          />
        </>
      )}
    </Drawer>
  );
}

/** Every reading of every part that stood here, each with the stroke that takes its line back. */
function History({ position }: { position: PositionView }) {
  const { view, strike } = useJob();
  const now = useNow();
  if (position.fittings.every((f) => f.readings.length === 0)) return <p className="muted">No readings yet.</p>;
  const meterName = (id: string | null) => view.shop.meters.find((m) => m.id === id)?.name ?? "";
  return (
    <table className={`sheet ${styles.history}`}>
      <thead>
        <tr>
          <th>Reading</th>
          <th>At</th>
          <th>Circuit</th>
          <th>Meter</th>
          <th>When</th>
          <th>
            <span className="sr-only">Strike out</span>
          </th>
        </tr>
      </thead>
      {[...position.fittings].reverse().map((f, i) => (
        <tbody key={f.fitting?.line ?? "found"}>
          {position.fittings.length > 1 && (
            <tr>
              <th colSpan={6} scope="rowgroup">
                {f.fitting ? `Fitted ${marked(f.part.nominal, f.part.rated)}` : "As found"}
                {f.fitting?.lot ? `, lot ${f.fitting.lot}` : ""}:{" "}
                <span className={`state-${f.verdict.state}`}>{verdictName[f.verdict.state]}</span>
              </th>
            </tr>
          )}
          {[...f.readings].reverse().map((r, k) => (
            <tr key={`${r.line} ${k}`}>
              <td className="mono">{measurementText(r.measurement, r.significant)}</td>
              <td>{frequencyText(r.measurement)}</td>
              <td>
                {r.inCircuit ? "in" : "out"}
                {r.whileLocked && <span className="state-failed"> charge not gone</span>}
              </td>
              <td>{meterName(r.meter)}</td>
              <td>{ago(r.takenAt, now)}</td>
              <td>
                {r.line && view.job.closedAt === null && (
                  <Button
                    size="small"
                    type="text"
                    onClick={() => strike(r.line!)}
                    aria-label={`Strike out ${measurementText(r.measurement, r.significant)}`}
                    title={measureWords.wholeLineEverythingRecorded}
                    autoFocus={i === 0 && k === 0}
                  >
                    Strike
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}
