"use client";

import { completeDesignator, parseReadout, type Entry, type ReadoutContext } from "@mirvek/core/readout";
import { Segmented, Select } from "antd";
import { useEffect, useMemo, type KeyboardEvent } from "react";
import { entryText } from "../../wording/entry";
import { shown } from "../../wording/quantity";
import { issueText, readoutIssueText } from "../../wording/requestIssue";
import { backingOf, reasonOf, settleText } from "../../wording/verdict";
import { verdictName } from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import { CapacitorMark } from "../shared/CapacitorMark";
import { markOf } from "../shared/markOf";
import { useReadout } from "./ReadoutProvider";
import styles from "./ReadoutLine.module.css";

/** The one line at hand everywhere in a job: says how it understood you, keeps it on Enter, answers with the verdict. */
export function ReadoutLine() {
  const { view, cursor, setCursor, current } = useJob();
  const r = useReadout();
  const context = useMemo(
    (): ReadoutContext => ({
      known: new Map(view.positions.map((p) => [p.designator, p.nominal])),
      current: cursor,
      meters: view.meters,
      meter: view.meters.find((m) => m.id === r.meter) ?? null,
      inCircuit: r.inCircuit,
    }),
    [view, cursor, r.meter, r.inCircuit],
  );
  const typed = r.text.trim();
  const refused = r.answer?.kind === "refused" ? r.answer : null;
  const parsed = typed === "" ? null : parseReadout(typed, context);
  const completions = /^\S+$/.test(r.text) ? completeDesignator(typed, [...context.known.keys()]) : [];

  useEffect(() => {
    r.inputRef.current?.focus();
    // only when the job opens
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const step = (by: number) => {
    const at = view.positions.findIndex((p) => p.designator === cursor);
    const next =
      view.positions[at < 0 ? (by > 0 ? 0 : view.positions.length - 1) : (at + by + view.positions.length) % view.positions.length];
    if (!next) return;
    setCursor(next.designator);
    r.clearAnswer();
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const act = {
      Enter: () => {
        // an unparsable line is not sent: it stays, with what is wrong said above it
        if (!parsed?.ok) return;
        r.submit(typed);
        r.setText("");
      },
      Tab: () => completions[0] && r.setText(`${completions[0]} `),
      ArrowDown: () => step(1),
      ArrowUp: () => step(-1),
      Escape: () => (r.text === "" ? r.inputRef.current?.blur() : (r.setText(""), r.clearAnswer())),
    }[event.key];
    const tabLeaves = event.key === "Tab" && (event.shiftKey || completions.length === 0);
    if (event.key === "z" && (event.ctrlKey || event.metaKey) && r.text === "") {
      event.preventDefault();
      r.submit("undo");
    } else if (act && !tabLeaves) {
      event.preventDefault();
      act();
    }
  };

  const names = view.meters.map((m) => ({ value: m.id, label: m.name }));
  const nameOf = (id: string) => view.meters.find((m) => m.id === id)?.name ?? id;
  return (
    <footer className={`${styles.line} no-print`} aria-label="Readout line">
      <div className={styles.above}>
        <div className={styles.said} role="status" aria-live="polite" data-testid="readout-answer">
          {refused && (typed === "" || typed === refused.line) ? (
            <span className={styles.wrong}>{issueText(refused.issue)}</span>
          ) : typed !== "" && parsed?.ok ? (
            <Understood entry={parsed.value} nameOf={nameOf} />
          ) : typed !== "" && parsed && !parsed.ok ? (
            <span className={completions.length > 0 ? "muted" : styles.wrong}>
              {completions.length > 0 ? `Tab: ${completions.join("  ")}` : readoutIssueText(parsed.issue)}
            </span>
          ) : r.down ? (
            <span className={styles.wrong}>
              The records cannot be reached. {r.waiting.length} waiting here; they go in when it is back.
            </span>
          ) : r.answer?.kind === "kept" ? (
            <Answer entry={r.answer.entry} nameOf={nameOf} />
          ) : (
            <span className="muted">
              {current ? `Cursor on ${current.designator}: a bare number is its reading.` : "Say a part and a reading: C14 esr 0.4"}
            </span>
          )}
        </div>
        <Segmented
          size="small"
          aria-label="In or out of circuit"
          value={r.inCircuit ? "in" : "out"}
          onChange={(value) => r.setInCircuit(value === "in")}
          options={[
            { value: "in", label: "in circuit" },
            { value: "out", label: "out" },
          ]}
        />
        <Select
          size="small"
          aria-label="Meter"
          value={r.meter}
          onChange={r.setMeter}
          options={names}
          placeholder="no meter"
          className={styles.meter}
          allowClear
        />
      </div>
      <div className={styles.box}>
        <span className={styles.cursor} aria-hidden="true">
          {cursor ?? "–"}
        </span>
        <input
          ref={r.inputRef}
          className="mono"
          aria-label="Readout"
          value={r.text}
          onChange={(event) => r.setText(event.target.value)}
          onKeyDown={onKey}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          maxLength={400}
          placeholder="c14 esr 0.4"
        />
        <span className={styles.hint}>{parsed?.ok ? "Enter keeps it" : typed === "" ? "r" : ""}</span>
      </div>
    </footer>
  );
}

function Understood({ entry, nameOf }: { entry: Entry; nameOf: (id: string) => string }) {
  const { view } = useJob();
  const { subject, rest } = entryText(entry, nameOf);
  const position = entry.kind === "part" ? view.positions.find((p) => p.designator === entry.designator) : undefined;
  const hasEsr = entry.kind === "part" && entry.measurements.some((m) => m.measurement.kind === "esr" && m.measurement.at >= 20_000);
  return (
    <span>
      <span className="muted">Reads as </span>
      <b>{subject}</b>: {rest}.
      {hasEsr && position?.expectation && <span className="muted"> Sound below {shown(position.expectation.soundBelow, "Ω", 2)}.</span>}
    </span>
  );
}

function Answer({ entry, nameOf }: { entry: Entry; nameOf: (id: string) => string }) {
  const { view } = useJob();
  if (entry.kind !== "part") {
    const { subject, rest } = entryText(entry, nameOf);
    return (
      <span>
        <b>{entry.kind === "undo" ? "Undone" : subject}</b>
        {entry.kind === "undo" ? ": the last line no longer counts; it stays on record." : `: ${rest}. Kept.`}
      </span>
    );
  }
  const position = view.positions.find((p) => p.designator === entry.designator);
  if (!position) return null;
  const { verdict } = position;
  return (
    <span className={styles.answer}>
      <CapacitorMark {...markOf({ ...position, choice: null })} size={22} />
      <b className="mono">{position.designator}</b>
      <b className={`state-${verdict.state}`} data-testid="verdict">
        {verdictName[verdict.state]}
      </b>
      <span>
        {reasonOf(verdict)} <span className="muted">({backingOf(verdict)})</span>
        {verdict.settle && <span className="muted"> To settle: {settleText[verdict.settle]}.</span>}
      </span>
    </span>
  );
}
