"use client";

import { STARTER_TABLE, amendTable, cellText, valueAt, type Cell, type DiagnosisTable as Table } from "@mirvek/core/knowledge";
import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import type { ShopTables } from "../../schemas/jobView";
import type { ShopEdit } from "../../schemas/shop";
import { fieldName, figureOf } from "../../wording/diagnosisTable";
import { issueText } from "../../wording/requestIssue";
import { hypothesisName, instrumentName, riskName, testText } from "../../wording/diagnosis";
import { sectionName, unitKindName } from "../../wording/vocabulary";
import { useMessage } from "../shared/Providers";
import { send } from "../shared/request";
import { useKeys } from "../shared/useKeys";
import { ShopNav } from "./ShopNav";
import { TableEditor } from "./TableEditor";
import { cellsOf, type Row } from "./tableRows";
import { TableVersions } from "./TableVersions";
import shop from "./ShopPage.module.css";
import styles from "./DiagnosisTable.module.css";
import { shopWords } from "../../wording/screens/shop";

/** The table that suspects and tests come from: every figure with what this shop has made of it, version by version. */
export function DiagnosisTablePage({ initial }: { initial: ShopTables }) {
  const message = useMessage();
  const [tables, setTables] = useState(initial);
  const [version, setVersion] = useState<number | null>(null);
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState<string | null>(null);
  const { edits } = tables;
  const now = version ?? edits.length;
  const table = amendTable(edits.slice(0, now));
  const rows: Row[] = [...table.faults.map((row): Row => ({ of: "fault", row })), ...table.tests.map((row): Row => ({ of: "test", row }))];
  const move = (by: number) => setAt(Math.min(rows.length - 1, Math.max(0, at + by)));
  const change = async (edit: ShopEdit): Promise<boolean> => {
    const answer = await send<ShopTables>("POST", "/api/shop", edit);
    if (answer.ok) {
      setTables(answer.value);
      setVersion(null);
    } else void message.error(issueText(answer.issue), 6);
    return answer.ok;
  };
  useKeys({
    p: () => window.print(),
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    PageDown: () => move(10),
    PageUp: () => move(-10),
    Enter: () => setOpen(open === rows[at]!.row.id ? null : rows[at]!.row.id),
    Escape: () => setOpen(null),
  });
  const list = (of: Row["of"]) =>
    rows.map((r, i) =>
      r.of === of ? (
        <TableRow
          key={r.row.id}
          of={r}
          table={table}
          picked={i === at}
          open={open === r.row.id}
          locked={version !== null && version !== edits.length}
          learned={tables.learned}
          onOpen={() => {
            setAt(i);
            setOpen(open === r.row.id ? null : r.row.id);
          }}
          onChange={change}
        />
      ) : null,
    );
  return (
    <main className={`${shop.page} ${styles.page}`}>
      <ShopNav here="/shop/diagnosis" />
      <h1>Diagnosis table</h1>
      <p className="muted">
        {now === 0 ? "As default." : shopWords.versionShop(now)} {shopWords.figuresCommonPracticeRough}
        <span className={styles.noPrint}>
          {" "}
          <kbd>↑</kbd> <kbd>↓</kbd> pick a row, <kbd>Enter</kbd> opens it, <kbd>p</kbd> prints.
        </span>
      </p>
      <section aria-label="Faults">
        <h2>Faults</h2>
        <table className={`sheet ${styles.table}`}>
          <thead>
            <tr>
              <th>Fault</th>
              <th className="n">How often</th>
              <th className="n">Here</th>
              <th>{shopWords.probabilityShows}</th>
            </tr>
          </thead>
          <tbody>{list("fault")}</tbody>
        </table>
        <Learned tables={tables} onChange={change} />
      </section>
      <section aria-label="Tests">
        <h2>Tests</h2>
        <table className={`sheet ${styles.table}`}>
          <thead>
            <tr>
              <th>Test</th>
              <th className="n">Minutes</th>
              <th className="n">Else</th>
              <th>{shopWords.probabilityNamedOutcomeIf}</th>
            </tr>
          </thead>
          <tbody>{list("test")}</tbody>
        </table>
      </section>
      <TableVersions edits={edits} now={now} onLook={setVersion} onChange={change} />
    </main>
  );
}

function Figure({ cell, table }: { cell: Cell; table: Table }) {
  const value = valueAt(table, cell);
  const starter = valueAt(STARTER_TABLE, cell);
  if (value === null) return null;
  return value === starter ? (
    figureOf(cell, value)
  ) : (
    <b className={styles.changed} title={starter === null ? shopWords.notDefaultTable : `default ${figureOf(cell, starter)}`}>
      {figureOf(cell, value)}
    </b>
  );
}

function TableRow({
  of: r,
  table,
  picked,
  open,
  locked,
  learned,
  onOpen,
  onChange,
}: {
  of: Row;
  table: Table;
  picked: boolean;
  open: boolean;
  locked: boolean;
  learned: ShopTables["learned"];
  onOpen: () => void;
  onChange: (edit: ShopEdit) => Promise<boolean>;
}) {
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (picked) row.current?.scrollIntoView({ block: "nearest" });
  }, [picked]);
  const cells = cellsOf(r);
  const first = cells.slice(0, r.of === "fault" ? 1 : 2);
  const here = r.of === "fault" ? learned.filter((l) => l.fault === r.row.id).reduce((n, l) => n + l.times, 0) : 0;
  return (
    <>
      <tr ref={row} className={picked ? shop.picked : ""} aria-selected={picked} onClick={onOpen}>
        <td>
          <b>{r.of === "fault" ? hypothesisName[r.row.id] : testText[r.row.id].act}</b>
          <div className="muted">
            {r.of === "fault"
              ? sectionName[r.row.section]
              : [riskName[r.row.risk], ...r.row.needs.map((n) => instrumentName[n])].join(", ")}
          </div>
        </td>
        {first.map((cell) => (
          <td key={cellText(cell)} className="n">
            <Figure cell={cell} table={table} />
          </td>
        ))}
        {r.of === "fault" && <td className="n">{here > 0 ? here : ""}</td>}
        <td>
          {cells.slice(first.length).map((cell, i) => (
            <span key={cellText(cell)}>
              {i > 0 && " · "}
              {fieldName(cell)} <Figure cell={cell} table={table} />
            </span>
          ))}
        </td>
      </tr>
      {open && (
        <tr className={styles.noPrint}>
          <td colSpan={4}>
            {locked ? (
              <p className="muted">{shopWords.earlierVersionReadOnly}</p>
            ) : (
              <TableEditor of={r} table={table} onChange={onChange} />
            )}
          </td>
        </tr>
      )}
    </>
  );
}

/** What this shop's closed jobs have shown, and how to count anew. */
function Learned({ tables, onChange }: { tables: ShopTables; onChange: (edit: ShopEdit) => Promise<boolean> }) {
  const { learned } = tables;
  const jobs = learned.reduce((n, l) => n + l.times, 0);
  if (jobs === 0) return <p className="muted">{shopWords.shopNoClosedJob}</p>;
  return (
    <p>
      Here: {jobs} {jobs === 1 ? "cause" : "causes"} {shopWords.shownClosedJobs}
      {learned.map((l) => `${hypothesisName[l.fault]}, ${unitKindName[l.unitKind]}${l.times > 1 ? ` ${l.times} times` : ""}`).join("; ")}
      {shopWords.theyCountedOtherKinds}{" "}
      <Button size="small" className={styles.noPrint} onClick={() => void onChange({ kind: "learnAnew" })}>
        Reset counts
      </Button>
    </p>
  );
}
