"use client";

import { parseValue, type UnitSymbol } from "@mirvek/core/units";
import { Button, Input, Switch } from "antd";
import { useState } from "react";
import type { NormRow, ShelfRow, ShopTables } from "../../schemas/jobView";
import type { NormPost } from "../../schemas/shop";
import { marked, shown } from "../../wording/quantity";
import { gradeName, technologyName } from "../../wording/vocabulary";
import { useKeys } from "../shared/useKeys";
import { ShopNav } from "./ShopNav";
import { useShopEdit } from "./useShopEdit";
import styles from "./ShopPage.module.css";
import { shopWords } from "../../wording/screens/shop";

/** What this shop holds readings against: ESR norms, new parts on the shelf, and two approaches. Every row can be struck, none is lost. */
export function ShopPage({ initial }: { initial: ShopTables }) {
  const [tables, edit] = useShopEdit(initial);
  const [picked, setPicked] = useState(0);
  const rows = [...tables.norms.map((norm) => ({ norm })), ...tables.shelf.map((shelf) => ({ shelf }))];
  const at = Math.min(picked, Math.max(0, rows.length - 1));
  const strike = (i: number) => {
    const row = rows[i];
    if (!row) return;
    if ("norm" in row) void edit({ kind: "markNorm", norm: row.norm.id, struck: !row.norm.struck });
    else if (!row.shelf.struck) void edit({ kind: "strikeShelf", id: row.shelf.id });
  };
  useKeys({
    ArrowDown: () => setPicked(Math.min(rows.length - 1, at + 1)),
    ArrowUp: () => setPicked(Math.max(0, at - 1)),
    x: () => strike(at),
  });
  return (
    <main className={styles.page}>
      <ShopNav here="/shop" />
      <h1>Reference values</h1>
      <p className="muted">
        <kbd>↑</kbd> <kbd>↓</kbd> pick a row, <kbd>x</kbd> {shopWords.strikesOutRestoresEvery}
      </p>
      <section aria-label="ESR norms">
        <h2>{shopWords.esrNormsHandHeld}</h2>
        <table className="sheet">
          <thead>
            <tr>
              <th>Value</th>
              <th>Volts</th>
              <th className="n">Typical</th>
              <th className="n">Degraded over</th>
              <th className="n">Failed over</th>
              <th>Source</th>
              <th>Note</th>
              <th>By</th>
              <th>
                <span className="sr-only">Strike out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {tables.norms.map((n, i) => (
              <Norm key={n.id} norm={n} picked={i === at} onStrike={() => strike(i)} />
            ))}
          </tbody>
        </table>
        <AddNorm onAdd={(norm) => edit({ kind: "addNorm", norm })} />
      </section>
      <section aria-label="Reference shelf">
        <h2>{shopWords.referenceShelfNewParts}</h2>
        {tables.shelf.length === 0 ? (
          <p className="muted">
            {shopWords.nothingYetJobsEntry} <span className="mono">new 10u 50v esr 1.4 series Nightjar</span>
          </p>
        ) : (
          <table className="sheet">
            <thead>
              <tr>
                <th>Part</th>
                <th>Type</th>
                <th>Meter</th>
                <th className="n">ESR</th>
                <th>Series</th>
                <th>Grade</th>
                <th className="n">n</th>
                <th>By</th>
                <th>
                  <span className="sr-only">Strike out</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {tables.shelf.map((s, i) => (
                <Shelf
                  key={s.id}
                  row={s}
                  samples={samplesOf(s, tables.shelf)}
                  picked={tables.norms.length + i === at}
                  onStrike={() => strike(tables.norms.length + i)}
                />
              ))}
            </tbody>
          </table>
        )}
      </section>
      <section aria-label="Verdict rules" className={styles.approaches}>
        <h2>Verdict rules</h2>
        <label>
          <Switch
            checked={tables.bulgeDecides}
            onChange={(bulgeDecides) => void edit({ kind: "approaches", bulgeDecides, mustClimb: tables.mustClimb })}
          />{" "}
          {shopWords.bulgeAloneMeansFailed}
        </label>
        <label>
          <Switch
            checked={tables.mustClimb}
            onChange={(mustClimb) => void edit({ kind: "approaches", bulgeDecides: tables.bulgeDecides, mustClimb })}
          />{" "}
          {shopWords.ohmmeterMustClimbOver}
        </label>
      </section>
    </main>
  );
}

const alike = (a: ShelfRow, b: ShelfRow) =>
  a.meter === b.meter && a.technology === b.technology && a.nominal === b.nominal && a.rated === b.rated;
const samplesOf = (row: ShelfRow, all: readonly ShelfRow[]) => all.filter((s) => !s.struck && alike(s, row)).length;

const rangeText = ({ from, to }: NormRow) => (from === to ? shown(from, "F") : `${shown(from, "F")} to ${shown(to, "F")}`);

function Norm({ norm: n, picked, onStrike }: { norm: NormRow; picked: boolean; onStrike: () => void }) {
  return (
    <tr className={[picked ? styles.picked : "", n.struck ? styles.struck : ""].join(" ")} aria-selected={picked}>
      <td className="mono">{rangeText(n)}</td>
      <td>{n.rated === null ? "any" : shown(n.rated, "V")}</td>
      <td className="n">{shown(n.typical, "Ω", 2)}</td>
      <td className="n">{shown(n.wornOver, "Ω", 2)}</td>
      <td className="n">{shown(n.failedOver, "Ω", 2)}</td>
      <td>{n.source}</td>
      <td>{n.note}</td>
      <td>{n.by ?? "starter row"}</td>
      <td>
        <Button size="small" type="text" onClick={onStrike} aria-label={`${n.struck ? "Restore" : "Strike out"} ${rangeText(n)}`}>
          {n.struck ? "Restore" : "Strike out"}
        </Button>
      </td>
    </tr>
  );
}

function Shelf({ row: s, samples, picked, onStrike }: { row: ShelfRow; samples: number; picked: boolean; onStrike: () => void }) {
  return (
    <tr className={[picked ? styles.picked : "", s.struck ? styles.struck : ""].join(" ")} aria-selected={picked}>
      <td className="mono">{marked(s.nominal, s.rated)}</td>
      <td>{technologyName[s.technology]}</td>
      <td>{s.meterName}</td>
      <td className="n">{shown(s.esr, "Ω", 2)}</td>
      <td>{s.series ?? <span className="muted">not entered</span>}</td>
      <td>{s.grade ? (gradeName[s.grade as keyof typeof gradeName] ?? s.grade) : <span className="muted">not entered</span>}</td>
      <td className="n">{samples}</td>
      <td>{s.by}</td>
      <td>
        {s.struck ? (
          <small className="muted">struck</small>
        ) : (
          <Button size="small" type="text" onClick={onStrike} aria-label={`Strike out ${marked(s.nominal, s.rated)} on ${s.meterName}`}>
            Strike out
          </Button>
        )}
      </td>
    </tr>
  );
}

const FIELDS = [
  ["value", shopWords.valueFrom, "47u"],
  ["rated", "Volts, empty: any", "50v"],
  ["typical", "Typical", "0.7"],
  ["wornOver", "Degraded over", "1"],
  ["failedOver", "Failed over", "2"],
  ["note", "Note", shopWords.measuredOurBench],
] as const;
type Field = (typeof FIELDS)[number][0];
const EMPTY: Record<Field, string> = { value: "", rated: "", typical: "", wornOver: "", failedOver: "", note: "" };

function numberIn(text: string, unit: UnitSymbol): number | null {
  const parsed = parseValue(text);
  return parsed && (parsed.unit === null || parsed.unit === unit) ? parsed.value : null;
}

/** What was typed as a norm, or what is wrong with it. */
export function readNorm(typed: Record<Field, string>): { norm: NormPost } | { wrong: string } {
  const [first, second] = typed.value.split(/\s*(?:–|-|to)\s*/).filter(Boolean);
  const from = numberIn(first ?? "", "F");
  const to = second === undefined ? from : numberIn(second, "F");
  const rated = typed.rated.trim() === "" ? null : numberIn(typed.rated, "V");
  const [typical, wornOver, failedOver] = (["typical", "wornOver", "failedOver"] as const).map((f) => numberIn(typed[f], "Ω"));
  if (from === null || to === null || from >= 1) return { wrong: shopWords.enterValueWithUnit };
  if (typed.rated.trim() !== "" && rated === null) return { wrong: shopWords.enterVoltsLeaveThem };
  if (typical == null || wornOver == null || failedOver == null) return { wrong: shopWords.typicalDegradedOverFailed };
  if (!(wornOver >= typical && failedOver > wornOver)) return { wrong: shopWords.typicalDegradedFailedMust };
  return { norm: { from, to, rated, typical, wornOver, failedOver, note: typed.note.trim() } };
}

/** One line to add a norm of the shop's own. */
function AddNorm({ onAdd }: { onAdd: (norm: NormPost) => Promise<boolean> }) {
  const [typed, setTyped] = useState(EMPTY);
  const [wrong, setWrong] = useState("");
  const add = async () => {
    const read = readNorm(typed);
    setWrong("wrong" in read ? read.wrong : "");
    if ("norm" in read && (await onAdd(read.norm))) setTyped(EMPTY);
  };
  return (
    <form
      className={styles.add}
      onSubmit={(e) => {
        e.preventDefault();
        void add();
      }}
    >
      {FIELDS.map(([name, label, example]) => (
        <label key={name}>
          <span>{label}</span>
          <Input
            size="small"
            className="mono"
            value={typed[name]}
            placeholder={example}
            maxLength={name === "note" ? 200 : 30}
            onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
          />
        </label>
      ))}
      <Button size="small" htmlType="submit">
        Add norm
      </Button>
      {wrong !== "" && <span className="state-failed">{wrong}.</span>}
    </form>
  );
}
