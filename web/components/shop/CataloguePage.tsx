"use client";

import { useShopTime } from "../shared/Providers";
import {
  COLUMN_UNITS,
  COLUMNS,
  NEEDED,
  guessMapping,
  headingKey,
  missingColumns,
  readRow,
  type Column,
  type ColumnUnit,
  type Mapping,
} from "@mirvek/core/catalogue";
import { Button, Input } from "antd";
import Papa from "papaparse";
import { useEffect, useRef, useState } from "react";
import { IMPORT_MEANS, type CatalogueView, type ImportMeans, type RememberedMapping } from "../../schemas/catalogue";
import { columnName, meansName, rowIssueText } from "../../wording/catalogue";
import { list, shown } from "../../wording/quantity";
import { issueText } from "../../wording/requestIssue";
import { gradeName, mountingName, technologyName } from "../../wording/vocabulary";
import { makeCatalogueClient } from "../../workers/catalogue.client";
import type { CatalogueReply } from "../../workers/catalogue.protocol";
import { download } from "../shared/download";
import { Pick } from "../shared/Pick";
import { read, send } from "../shared/request";
import { useKeys } from "../shared/useKeys";
import { sendImport } from "./sendImport";
import { ShopNav } from "./ShopNav";
import styles from "./ShopPage.module.css";
import { shopWords } from "../../wording/screens/shop";

type Looked = Extract<CatalogueReply, { type: "looked" }>;
type Read = Extract<CatalogueReply, { type: "read" }>;

const FORMULA = /^[\s\uFEFF]*[=+\-@]/;

/** Suppliers' files into the catalogue: columns mapped, rows looked at, all of it taken or nothing. */
export function CataloguePage({ initial }: { initial: CatalogueView }) {
  const [catalogue, setCatalogue] = useState(initial);
  const [file, setFile] = useState<File | null>(null);
  const [looked, setLooked] = useState<Looked | null>(null);
  const [mapping, setMapping] = useState<Mapping>({});
  const [supplier, setSupplier] = useState("");
  const [means, setMeans] = useState<ImportMeans>("update");
  const [found, setFound] = useState<Read | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [said, setSaid] = useState("");
  const picker = useRef<HTMLInputElement>(null);
  const [client] = useState(makeCatalogueClient);
  const stopped = useRef(false);
  useEffect(() => () => client.close(), [client]);

  const refresh = async () => {
    const answer = await read<CatalogueView>("/api/shop/catalogue");
    if (answer.ok) setCatalogue(answer.value);
  };
  const look = async (picked: File) => {
    setFound(null);
    setLooked(null);
    setSaid("");
    setFile(picked);
    const outcome = await client.ask({ type: "look", file: picked });
    if (outcome.kind !== "answered") return setSaid(shopWords.fileCannotBeRead);
    if (outcome.answer.type === "unreadable")
      return setSaid(outcome.answer.why === "empty" ? shopWords.fileEmpty : shopWords.noTextSaveTable);
    if (outcome.answer.type !== "looked") return;
    const { headings } = outcome.answer;
    const remembered = await send<RememberedMapping | null>("POST", "/api/shop/mapping", { headings: headingKey(headings).slice(0, 4000) });
    const known = remembered.ok ? remembered.value : null;
    setMapping(known?.mapping ?? guessMapping(headings));
    setSupplier(known?.supplier ?? supplier);
    setLooked(outcome.answer);
    if (known) setSaid(shopWords.readLastFileWith(known.supplier));
  };
  const readAll = async () => {
    if (!file) return;
    stopped.current = false;
    setShare(0);
    const outcome = await client.ask(
      { type: "read", file, mapping, codesOnly: means === "withdraw" },
      { onProgress: (done) => setShare(done) },
    );
    setShare(null);
    if (outcome.kind === "cancelled") return setSaid(shopWords.stoppedNothingWasImported);
    if (outcome.kind !== "answered" || outcome.answer.type !== "read") return setSaid(shopWords.fileCannotBeRead);
    setFound(outcome.answer);
    setSaid("");
  };
  const take = async () => {
    if (!found || !file || !looked) return;
    stopped.current = false;
    setShare(0);
    const rows = means === "withdraw" ? { codes: found.codes } : { parts: found.parts };
    const begin = {
      supplier: supplier.trim(),
      fileName: file.name.slice(0, 200),
      means,
      headings: headingKey(looked.headings).slice(0, 4000),
      mapping,
    };
    const end = await sendImport(begin, rows, setShare, () => stopped.current);
    setShare(null);
    if (end.kind === "cancelled") return setSaid(shopWords.stoppedNothingWasImported);
    if (end.kind === "failed") return setSaid(`Nothing was imported. ${end.why}`);
    const { added, changed, same, withdrawn } = end.outcome;
    setSaid(shopWords.importedNewChangedSame(added, changed, same, withdrawn));
    setFound(null);
    setLooked(null);
    setFile(null);
    await refresh();
  };
  const stop = () => {
    stopped.current = true;
    client.cancel();
  };
  const missing = means === "withdraw" ? (mapping.code ? [] : ["code" as const]) : missingColumns(mapping);
  const ready = looked !== null && missing.length === 0 && supplier.trim() !== "";
  const good = found ? (means === "withdraw" ? found.codes.length : found.parts.length) : 0;
  useKeys({
    f: () => picker.current?.click(),
    Enter: () => void (found ? good > 0 && take() : ready && readAll()),
    Escape: stop,
  });
  return (
    <main className={styles.page}>
      <ShopNav here="/shop/catalogue" />
      <h1>Catalogue</h1>
      <section
        aria-label="A supplier's file"
        className={styles.drop}
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault();
          const [dropped] = e.dataTransfer.files;
          if (dropped) void look(dropped);
        }}
      >
        <input
          ref={picker}
          type="file"
          accept=".csv,.tsv,.txt,text/csv,text/tab-separated-values,text/plain"
          aria-label="Supplier's file"
          className="sr-only"
          onChange={(e) => {
            const picked = e.target.files?.[0];
            if (picked) void look(picked);
            e.target.value = "";
          }}
        />
        <Button onClick={() => picker.current?.click()}>
          Choose a file <kbd>f</kbd>
        </Button>{" "}
        {shopWords.dropOneHereCsv}
        {share !== null && (
          <p>
            <progress value={share} max={1} aria-label="Progress" /> {Math.round(share * 100)} %{" "}
            <Button size="small" onClick={stop}>
              Stop <kbd>Esc</kbd>
            </Button>
          </p>
        )}
        <p role="status" data-testid="importSaid">
          {said}
        </p>
      </section>
      {looked && file && (
        <section aria-label={shopWords.howRead}>
          <h2>
            {file.name}: {looked.headings.length} {shopWords.columnsCellsCut} {looked.delimiter === "\t" ? "tabs" : `“${looked.delimiter}”`}
            , {looked.encoding}
          </h2>
          <div className={styles.fields}>
            <label>
              <span>Supplier</span>
              <Input
                size="small"
                list="suppliers"
                value={supplier}
                maxLength={60}
                placeholder="Loom and Ladder"
                onChange={(e) => setSupplier(e.target.value)}
              />
              <datalist id="suppliers">
                {catalogue.suppliers.map((s) => (
                  <option key={s.id} value={s.name} />
                ))}
              </datalist>
            </label>
            <label style={{ width: 420 }}>
              <span>The file</span>
              <Pick
                value={means}
                options={IMPORT_MEANS.map((value) => ({ value, label: meansName[value] }))}
                onPick={(m) => {
                  if (m) setMeans(m);
                  setFound(null);
                }}
              />
            </label>
          </div>
          <ColumnPicks
            headings={looked.headings}
            mapping={mapping}
            onMap={(m) => {
              setMapping(m);
              setFound(null);
            }}
          />
          <Preview rows={looked.rows} mapping={mapping} />
          <p>
            {missing.length > 0 && (
              <span className="state-failed">
                {shopWords.chooseWhichColumn} {list(missing.map((c) => columnName[c].toLowerCase()))}.{" "}
              </span>
            )}
            {supplier.trim() === "" && <span className="state-failed">Enter the supplier. </span>}
            <Button type={found ? "default" : "primary"} disabled={!ready || share !== null} onClick={() => void readAll()}>
              Read every row
            </Button>
          </p>
        </section>
      )}
      {found && (
        <section aria-label="Contents">
          <h2>
            {good} of {found.rows} {shopWords.rowsCanBeImported}
            {found.badCount > 0 ? `, ${found.badCount} cannot` : ""}
          </h2>
          {found.tooMany && <p className="state-failed">{shopWords.fileLongerMostMillion}</p>}
          {found.bad.length > 0 && <BadRows of={found} headings={looked?.headings ?? []} />}
          <Button type="primary" disabled={good === 0 || share !== null} onClick={() => void take()}>
            Take {good} {means === "withdraw" ? "fewer codes" : "parts in"}
          </Button>
          {found.badCount > 0 && <span className="muted"> {shopWords.badRowsLeftOut}</span>}
        </section>
      )}
      <Suppliers of={catalogue} onChanged={setCatalogue} />
    </main>
  );
}

/** Which column of the file is what, in which unit, or one value for all rows. */
function ColumnPicks({ headings, mapping, onMap }: { headings: readonly string[]; mapping: Mapping; onMap: (m: Mapping) => void }) {
  const CONSTANT = -1;
  const options = [
    { value: CONSTANT, label: shopWords.oneValueAll },
    ...headings.map((h, value) => ({ value, label: h || `column ${value + 1}` })),
  ];
  const set = (column: Column, source: Mapping[Column]) => onMap({ ...mapping, [column]: source });
  return (
    <div className={styles.mapping}>
      {COLUMNS.map((column) => {
        const source = mapping[column];
        const units: readonly ColumnUnit[] = COLUMN_UNITS[column as keyof typeof COLUMN_UNITS] ?? [];
        return (
          <label key={column}>
            <span>
              {columnName[column]}
              {NEEDED.includes(column) ? " (needed)" : ""}
            </span>
            <div>
              <Pick
                aria-label={`Column for ${columnName[column]}`}
                none={shopWords.notFile}
                value={source === undefined ? null : source.from === "constant" ? CONSTANT : source.index}
                options={options}
                onPick={(index) =>
                  set(
                    column,
                    index === null
                      ? undefined
                      : index === CONSTANT
                        ? { from: "constant", text: "" }
                        : { from: "column", index, unit: units[0] ?? null },
                  )
                }
              />
              {source?.from === "constant" && (
                <Input
                  size="small"
                  aria-label={`${columnName[column]} of every row`}
                  value={source.text}
                  maxLength={60}
                  onChange={(e) => set(column, { from: "constant", text: e.target.value })}
                />
              )}
              {source?.from === "column" && units.length > 0 && (
                <Pick
                  aria-label={`Unit of ${columnName[column]}`}
                  none="in the cell"
                  value={source.unit}
                  options={units.map((value) => ({ value, label: value }))}
                  onPick={(unit) => set(column, { ...source, unit })}
                />
              )}
            </div>
          </label>
        );
      })}
    </div>
  );
}

/** The first rows as they would be taken, or why not. */
function Preview({ rows, mapping }: { rows: readonly (readonly string[])[]; mapping: Mapping }) {
  return (
    <div className={styles.scroll}>
      <table className="sheet" aria-label={shopWords.firstRowsTheyRead}>
        <thead>
          <tr>
            <th>Code</th>
            <th>Series</th>
            <th>Type</th>
            <th className="n">Value</th>
            <th className="n">Volts</th>
            <th className="n">Size</th>
            <th>Mounting</th>
            <th className="n">ESR</th>
            <th className="n">Price</th>
            <th className="n">Stock</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((cells, i) => {
            const row = readRow(cells, mapping);
            if (!row.ok)
              return (
                <tr key={i}>
                  <td className="mono">{cells[0]}</td>
                  <td colSpan={9} className="state-failed">
                    {row.issues.map(rowIssueText).join("; ")}
                  </td>
                </tr>
              );
            const p = row.part;
            return (
              <tr key={i}>
                <td className="mono">{p.code}</td>
                <td>
                  {p.series} <small className="muted">{gradeName[p.grade]}</small>
                </td>
                <td>
                  {technologyName[p.technology]} {p.safety ?? ""}
                </td>
                <td className="n">{shown(p.nominal, "F")}</td>
                <td className="n">{p.rated} V</td>
                <td className="n">
                  {p.diameter}×{p.height}
                </td>
                <td>{mountingName[p.mounting]}</td>
                <td className="n">{p.esr ? shown(p.esr.ohms, "Ω", 2) : "–"}</td>
                <td className="n">{p.priceCents === null ? "–" : (p.priceCents / 100).toFixed(2)}</td>
                <td className="n">{p.stock ?? "–"}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function BadRows({ of, headings }: { of: Read; headings: readonly string[] }) {
  const save = () =>
    download(
      "bad-rows.csv",
      Papa.unparse(
        [["line", "what is wrong", ...headings], ...of.bad.map((b) => [String(b.line), b.issues.map(rowIssueText).join("; "), ...b.cells])],
        {
          escapeFormulae: FORMULA,
          newline: "\r\n",
        },
      ),
      "text/csv",
    );
  return (
    <>
      <ul className={styles.bad} aria-label="Bad rows">
        {of.bad.slice(0, 200).map((b) => (
          <li key={b.line}>
            <span className="mono">line {b.line}</span> {b.issues.map(rowIssueText).join("; ")}
          </li>
        ))}
      </ul>
      <p>
        <Button size="small" onClick={save}>
          Bad rows, CSV
        </Button>
      </p>
    </>
  );
}

function Suppliers({ of, onChanged }: { of: CatalogueView; onChanged: (c: CatalogueView) => void }) {
  const time = useShopTime();
  const [wrong, setWrong] = useState("");
  const setAddress = async (id: number, text: string) => {
    const answer = await send<CatalogueView>("POST", "/api/shop/suppliers", { id, address: text.trim() === "" ? null : text.trim() });
    if (answer.ok) onChanged(answer.value);
    setWrong(answer.ok ? "" : issueText(answer.issue));
  };
  const kept = of.suppliers.filter((s) => s.parts + s.withdrawn > 0 || s.address !== null);
  return (
    <section aria-label="Suppliers">
      <h2>Suppliers</h2>
      {kept.length === 0 ? (
        <p className="muted">{shopWords.nothingYetImportFile}</p>
      ) : (
        <table className="sheet">
          <thead>
            <tr>
              <th>Supplier</th>
              <th className="n">Parts</th>
              <th className="n">Withdrawn</th>
              <th>{shopWords.stockPriceAddress}</th>
            </tr>
          </thead>
          <tbody>
            {kept.map((s) => (
              <tr key={s.id}>
                <td>{s.name}</td>
                <td className="n">{s.parts}</td>
                <td className="n">{s.withdrawn}</td>
                <td>
                  {s.byHand ? (
                    <span className="muted">nowhere</span>
                  ) : (
                    <Input
                      key={s.address}
                      size="small"
                      className="mono"
                      aria-label={`Address of ${s.name}`}
                      defaultValue={s.address ?? ""}
                      placeholder="http://…"
                      maxLength={200}
                      onBlur={(e) => e.target.value.trim() !== (s.address ?? "") && void setAddress(s.id, e.target.value)}
                      onPressEnter={(e) => void setAddress(s.id, e.currentTarget.value)}
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {wrong !== "" && <p className="state-failed">{wrong}</p>}
      {of.imports.length > 0 && (
        <ul>
          {of.imports.map((i) => (
            <li key={i.id}>
              {time.dateTime(i.at)} {i.supplier}, {i.fileName}, {i.rows} rows:{" "}
              {i.outcome
                ? shopWords.newChangedSameWithdrawn(i.outcome.added, i.outcome.changed, i.outcome.same, i.outcome.withdrawn)
                : "cancelled, nothing imported"}{" "}
              <small className="muted">{i.by}</small>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
