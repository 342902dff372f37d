"use client";

import { countingOf, type Bound } from "@mirvek/core/evidence";
import { memo, useEffect, useRef } from "react";
import type { PositionView, ReadingView } from "../../schemas/jobView";
import { marked, shown } from "../../wording/quantity";
import { notesOf, reasonOf } from "../../wording/verdict";
import { roleName, verdictName } from "../../wording/vocabulary";
import { CapacitorMark } from "../shared/CapacitorMark";
import { markOf } from "../shared/markOf";
import { RatioBar } from "../shared/RatioBar";
import styles from "./Measure.module.css";
import { measureWords } from "../../wording/screens/measure";

interface Props {
  position: PositionView;
  here: boolean;
  onCursor: () => void;
  onOpen: () => void;
}

/** One position in a line: mark, marking, latest figures, verdict and why. */
export const PositionRow = memo(PlainPositionRow, (a, b) => a.position === b.position && a.here === b.here);

function PlainPositionRow({ position: p, here, onCursor, onOpen }: Props) {
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (here) row.current?.scrollIntoView({ block: "nearest" });
  }, [here]);
  const { verdict } = p;
  const now = p.fittings.at(-1)!.part;
  const c = countingOf(p.folded, "capacitance") ?? countingOf(p.folded, "capacitanceHigh");
  const esr = countingOf(p.folded, "esr") ?? countingOf(p.folded, "esrLow");
  return (
    <tr ref={row} className={here ? styles.here : undefined} onClick={onCursor} aria-selected={here} data-position={p.designator}>
      <td>
        <CapacitorMark {...markOf(p)} size={22} />
      </td>
      <td>
        <button
          type="button"
          className={`${styles.name} mono`}
          title="Details and readings"
          onClick={(e) => {
            e.stopPropagation();
            onOpen();
          }}
        >
          {p.designator}
        </button>
      </td>
      <td className={styles.marked}>
        {roleName[p.role]}
        {p.channel ? ` ${p.channel}` : ""}
      </td>
      <td className={styles.marked}>{marked(now.nominal, now.rated)}</td>
      <td className="n">{c ? figure(c) : ""}</td>
      <td className="n">{esr ? figure(esr) : ""}</td>
      <td>{verdict.esrRatio !== null && <RatioBar ratio={verdict.esrRatio} state={verdict.state} limits={verdict.esrLimits} />}</td>
      <td className={styles.verdict}>
        <b className={`state-${verdict.state}`}>{verdictName[verdict.state]}</b>
        {verdict.certainty === "likely" && <small className={styles.sure}>likely</small>}
      </td>
      <td className={styles.why}>
        {[reasonOf(verdict), ...notesOf(verdict)].filter(Boolean).join("; ")}
        {verdict.state === "unmeasured" && p.renewed && measureWords.newPartFittedNot}
        {verdict.state === "unmeasured" && !p.renewed && p.counterparts.length > 0 && `counterpart of ${p.counterparts.join(", ")}`}
      </td>
    </tr>
  );
}

function figure({ measurement: m, significant }: ReadingView): string {
  if (m.kind === "esr") return m.ohms === "over" ? "over" : `${boundSign(m.bound)}${shown(m.ohms, "Ω", significant)}`;
  return m.kind === "capacitance" ? `${boundSign(m.bound)}${shown(m.farads, "F", significant)}` : "";
}

const boundSign = (bound: Bound | undefined) => (bound === undefined ? "" : { below: "<", above: ">", about: "~" }[bound]);
