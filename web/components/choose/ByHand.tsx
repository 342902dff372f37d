"use client";

import { COLUMNS, readRow, type Column, type Mapping } from "@mirvek/core/catalogue";
import { Button, Input } from "antd";
import { useState } from "react";
import type { PositionView } from "../../schemas/jobView";
import { columnName, rowIssueText } from "../../wording/catalogue";
import { shown } from "../../wording/quantity";
import { issueText } from "../../wording/requestIssue";
import { technologyName } from "../../wording/vocabulary";
import { send } from "../shared/request";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

const FIELDS: readonly [Column, string][] = [
  ["code", "our-8u2"],
  ["kind", "film"],
  ["value", "8.2u"],
  ["volts", "100"],
  ["size", "18x31"],
  ["mounting", "axial"],
  ["temperature", "85"],
  ["esr", "0.1"],
  ["safety", "X2"],
  ["price", "2.40"],
  ["stock", "2"],
];
const MAPPING: Mapping = Object.fromEntries(
  COLUMNS.map((c) => [c, { from: "column", index: COLUMNS.indexOf(c), unit: c === "value" ? "µF" : null }]),
);

/** A part that no catalogue has, written down on the spot: it then stands in the list like any other. */
export function ByHand({ position, onWritten }: { position: PositionView; onWritten: () => void }) {
  const [typed, setTyped] = useState<Partial<Record<Column, string>>>({
    kind: technologyName[position.technology],
    value: shown(position.nominal, "F", 3),
    volts: position.rated === null ? "" : String(position.rated),
    mounting: position.mounting,
  });
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const keep = async () => {
    const read = readRow(
      COLUMNS.map((c) => typed[c] ?? ""),
      MAPPING,
    );
    if (!read.ok) return setWrong(read.issues.map(rowIssueText).join("; "));
    setBusy(true);
    const answer = await send("POST", "/api/shop/parts", { part: read.part });
    setBusy(false);
    setWrong(answer.ok ? "" : issueText(answer.issue));
    if (answer.ok) onWritten();
  };
  return (
    <form
      className={styles.byHand}
      aria-label={chooseWords.partOutsideCatalogue}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      {FIELDS.map(([column, example]) => (
        <label key={column}>
          <span>{columnName[column]}</span>
          <Input
            size="small"
            className="mono"
            value={typed[column] ?? ""}
            placeholder={example}
            maxLength={60}
            autoFocus={column === "code"}
            onChange={(e) => setTyped({ ...typed, [column]: e.target.value })}
          />
        </label>
      ))}
      <Button size="small" htmlType="submit" loading={busy}>
        Enter it
      </Button>
      {wrong !== "" && <span className="state-failed">{wrong}.</span>}
    </form>
  );
}
