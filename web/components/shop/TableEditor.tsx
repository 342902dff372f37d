import { STARTER_TABLE, cellText, readCell, valueAt, type DiagnosisTable as Table } from "@mirvek/core/knowledge";
import { Button, Input } from "antd";
import { useState } from "react";
import type { ShopEdit } from "../../schemas/shop";
import { fieldName, figureOf, readFigure } from "../../wording/diagnosisTable";
import { Pick } from "../shared/Pick";
import { possibleCells, type Row } from "./tableRows";
import styles from "./DiagnosisTable.module.css";
import { shopWords } from "../../wording/screens/shop";

/** One figure of a row is picked, typed anew, and kept with a note; Enter keeps it. */
export function TableEditor({ of: r, table, onChange }: { of: Row; table: Table; onChange: (edit: ShopEdit) => Promise<boolean> }) {
  const possible = possibleCells(r);
  const [at, setAt] = useState(cellText(possible[0]!));
  const [typed, setTyped] = useState("");
  const [note, setNote] = useState("");
  const [wrong, setWrong] = useState("");
  const cell = readCell(at)!;
  const value = valueAt(table, cell);
  const starter = valueAt(STARTER_TABLE, cell);
  const keep = async () => {
    const figure = readFigure(cell, typed);
    setWrong(figure === null ? shopWords.notValidFigureProbability : "");
    if (figure !== null && (await onChange({ kind: "table", cell: at, value: figure, note: note.trim() }))) setTyped("");
  };
  return (
    <form
      className={styles.editor}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <label>
        <span>Figure</span>
        <Pick
          value={at}
          options={possible.map((c) => ({ value: cellText(c), label: fieldName(c) }))}
          onPick={(picked) => picked && setAt(picked)}
        />
      </label>
      <label>
        <span>
          Now {value === null ? "no reason given" : figureOf(cell, value)}
          {starter !== value && `, default ${starter === null ? "none" : figureOf(cell, starter)}`}
        </span>
        <Input
          autoFocus
          size="small"
          className="mono"
          value={typed}
          maxLength={12}
          aria-label="New figure"
          placeholder={value === null ? "30" : figureOf(cell, value)}
          onChange={(e) => setTyped(e.target.value)}
        />
      </label>
      <label className={styles.note}>
        <span>Why</span>
        <Input size="small" value={note} maxLength={200} aria-label="Why" onChange={(e) => setNote(e.target.value)} />
      </label>
      <Button size="small" htmlType="submit">
        Save
      </Button>
      {value !== starter && (
        <Button size="small" type="text" onClick={() => void onChange({ kind: "table", cell: at, value: null, note: note.trim() })}>
          Restore default
        </Button>
      )}
      {wrong !== "" && <span className="state-failed">{wrong}</span>}
    </form>
  );
}
