"use client";

import { useShopTime } from "../shared/Providers";
import { CHOOSING_RULES, ROWS, weightId, type ChoosingRule, type KnowledgeRow } from "@mirvek/core/knowledge";
import { Button, Input } from "antd";
import { useEffect, useRef, useState } from "react";
import type { ShopTables } from "../../schemas/jobView";
import { rangeOf, type ShopEdit } from "../../schemas/shop";
import { sourceText } from "../../wording/knowledge";
import { useKeys } from "../shared/useKeys";
import { ShopNav } from "./ShopNav";
import { useShopEdit } from "./useShopEdit";
import styles from "./ShopPage.module.css";
import { shopWords } from "../../wording/screens/shop";

/** One line of either table: a rule of choosing with its weight, or a figure of the trade. */
interface Line {
  /** what a change is kept under; null: nothing to change */
  figure: string | null;
  id: string;
  says: string;
  value: number | null;
  unit: string;
  source: string;
}

const KINDS: Readonly<Record<ChoosingRule["kind"], string>> = { hard: "refuses", note: "minded", merit: "praised" };
const RULES: readonly (Line & { kind: ChoosingRule["kind"] })[] = CHOOSING_RULES.map((r: ChoosingRule) => ({
  figure: r.kind === "hard" ? null : weightId(r.id as (typeof CHOOSING_RULES)[number]["id"]),
  id: r.id,
  kind: r.kind,
  says: r.says,
  value: r.kind === "hard" ? null : r.weight,
  unit: "points",
  source: sourceText(r.source),
}));
const FIGURES: readonly Line[] = ROWS.map((r: KnowledgeRow) => ({
  figure: r.id,
  id: r.id,
  says: `${r.note}${r.sure === "rough" ? " (rough)" : ""}`,
  value: r.value,
  unit: r.unit,
  source: sourceText(r.source),
}));
const LINES: readonly Line[] = [...RULES, ...FIGURES];

/** Selection rules and figures everything goes by, each with its source; a shop sets its own over them. */
export function RulesPage({ initial }: { initial: ShopTables }) {
  const time = useShopTime();
  const [tables, edit] = useShopEdit(initial);
  const [find, setFind] = useState("");
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState<string | null>(null);
  const own = Object.fromEntries(tables.figures.map((c) => [c.figure, c.value]));
  const matches = (l: Line) => `${l.id} ${l.says} ${l.source}`.toLowerCase().includes(find.trim().toLowerCase());
  const shown = LINES.filter(matches);
  const here = shown[Math.min(at, shown.length - 1)] ?? null;
  const move = (by: number) => setAt(Math.max(0, Math.min(shown.length - 1, at + by)));
  useKeys({
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    PageDown: () => move(10),
    PageUp: () => move(-10),
    Enter: () => here?.figure != null && setOpen(open === here.id ? null : here.id),
    Escape: () => setOpen(null),
  });
  const rows = (of: readonly Line[]) =>
    of.filter(matches).map((l) => (
      <RuleRow
        key={l.id}
        line={l}
        own={l.figure === null ? null : (own[l.figure] ?? null)}
        picked={l === here}
        open={open === l.id}
        onPick={() => {
          setAt(shown.indexOf(l));
          if (l.figure !== null) setOpen(open === l.id ? null : l.id);
        }}
        onEdit={edit}
      />
    ));
  const kindOf = (l: Line) => RULES.find((r) => r.id === l.id)!.kind;
  return (
    <main className={styles.page}>
      <ShopNav here="/shop/choosing" />
      <h1>Selection rules</h1>
      <p className="muted">
        {shopWords.everyRefusalNoteMerit} <kbd>↑</kbd> <kbd>↓</kbd> pick a row, <kbd>Enter</kbd> {shopWords.setsShopsOwnValue}
      </p>
      <Input
        size="small"
        aria-label={shopWords.findRuleFigure}
        placeholder={shopWords.findRippleCouplingIec}
        value={find}
        onChange={(e) => setFind(e.target.value)}
        style={{ maxWidth: 320 }}
      />
      <section aria-label="Rules of choosing">
        <h2>Selection rules</h2>
        <table className="sheet">
          <thead>
            <tr>
              <th>Rule</th>
              <th>Requirement</th>
              <th className="n">Weight</th>
              <th>Source</th>
            </tr>
          </thead>
          {(["hard", "note", "merit"] as const).map((kind) => (
            <tbody key={kind} aria-label={KINDS[kind]}>
              {rows(RULES.filter((r) => kindOf(r) === kind))}
            </tbody>
          ))}
        </table>
      </section>
      <section aria-label={shopWords.figuresTrade}>
        <h2>{shopWords.figuresTrade}</h2>
        <table className="sheet">
          <thead>
            <tr>
              <th>Figure</th>
              <th>Description</th>
              <th className="n">Value</th>
              <th>Source</th>
            </tr>
          </thead>
          <tbody>{rows(FIGURES)}</tbody>
        </table>
      </section>
      {tables.figures.length > 0 && (
        <section aria-label={shopWords.whatShopChanged}>
          <h2>{shopWords.whatShopChanged}</h2>
          <ul>
            {[...tables.figures].reverse().map((c) => (
              <li key={c.id}>
                <span className="mono">{c.figure}</span> {c.value === null ? shopWords.backDefault : `to ${c.value}`}
                {c.note && `: ${c.note}`}{" "}
                <small className="muted">
                  {time.dateTime(c.at)}, {c.by}
                </small>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}

const asText = (value: number): string => String(Number(value.toPrecision(6)));

function RuleRow({
  line: l,
  own,
  picked,
  open,
  onPick,
  onEdit,
}: {
  line: Line;
  own: number | null;
  picked: boolean;
  open: boolean;
  onPick: () => void;
  onEdit: (edit: ShopEdit) => Promise<boolean>;
}) {
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (picked) row.current?.scrollIntoView({ block: "nearest" });
  }, [picked]);
  const rule = RULES.find((r) => r.id === l.id && r.says === l.says);
  return (
    <>
      <tr ref={row} className={picked ? styles.picked : ""} aria-selected={picked} onClick={onPick}>
        <td>
          <span className="mono">{l.id}</span>
          {rule && <small className="muted"> {KINDS[rule.kind]}</small>}
        </td>
        <td>{l.says}</td>
        <td className="n">
          {own !== null ? (
            <b className={styles.changed} title={`default ${l.value}`}>
              {asText(own)}
            </b>
          ) : l.value === null ? (
            "–"
          ) : (
            asText(l.value)
          )}{" "}
          {l.value !== null && l.unit !== "points" && <small>{l.unit}</small>}
        </td>
        <td>{l.source}</td>
      </tr>
      {open && l.figure !== null && (
        <tr>
          <td colSpan={4}>
            <OwnFigure line={l} own={own} figure={l.figure} onEdit={onEdit} />
          </td>
        </tr>
      )}
    </>
  );
}

function OwnFigure({
  line,
  own,
  figure,
  onEdit,
}: {
  line: Line;
  own: number | null;
  figure: string;
  onEdit: (edit: ShopEdit) => Promise<boolean>;
}) {
  const [typed, setTyped] = useState("");
  const [note, setNote] = useState("");
  const [wrong, setWrong] = useState("");
  const [least, most] = rangeOf(figure)!;
  const keep = async () => {
    const value = Number(typed.trim().replace(",", "."));
    const fits = typed.trim() !== "" && value >= least && value <= most;
    setWrong(fits ? "" : `From ${asText(least)} to ${asText(most)}.`);
    if (fits && (await onEdit({ kind: "figure", figure, value, note: note.trim() }))) setTyped("");
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
        <span>
          {shopWords.shopsOwnDefault} {asText(line.value!)} {line.unit}
        </span>
        <Input
          autoFocus
          size="small"
          className="mono"
          aria-label="This shop's own"
          value={typed}
          placeholder={asText(own ?? line.value!)}
          maxLength={20}
          onChange={(e) => setTyped(e.target.value)}
        />
      </label>
      <label>
        <span>Why</span>
        <Input size="small" aria-label="Why" value={note} maxLength={200} onChange={(e) => setNote(e.target.value)} />
      </label>
      <Button size="small" htmlType="submit">
        Save
      </Button>
      {own !== null && (
        <Button size="small" type="text" onClick={() => void onEdit({ kind: "figure", figure, value: null, note: note.trim() })}>
          Restore default
        </Button>
      )}
      {wrong !== "" && <span className="state-failed">{wrong}</span>}
    </form>
  );
}
