import { useShopTime } from "../shared/Providers";
import { amendTable, readCell, valueAt } from "@mirvek/core/knowledge";
import { Button } from "antd";
import type { TableEdit } from "../../schemas/jobView";
import type { ShopEdit } from "../../schemas/shop";
import { cellName, figureOf } from "../../wording/diagnosisTable";
import shop from "./ShopPage.module.css";
import styles from "./DiagnosisTable.module.css";

/** Every change of the table, the latest first: to look at what stood then, or to take one back. */
export function TableVersions({
  edits,
  now,
  onLook,
  onChange,
}: {
  edits: readonly TableEdit[];
  now: number;
  onLook: (version: number | null) => void;
  onChange: (edit: ShopEdit) => Promise<boolean>;
}) {
  if (edits.length === 0) return null;
  return (
    <section aria-label="Versions" className={styles.noPrint}>
      <h2>Versions</h2>
      <table className="sheet">
        <thead>
          <tr>
            <th className="n">Version</th>
            <th>What was changed</th>
            <th className="n">From</th>
            <th className="n">To</th>
            <th>Why</th>
            <th>By</th>
            <th>
              <span className="sr-only">Act</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {edits.toReversed().map((e) => (
            <VersionRow key={e.id} edit={e} edits={edits} shown={now === e.version} onLook={onLook} onChange={onChange} />
          ))}
        </tbody>
      </table>
      <p>
        <Button size="small" onClick={() => onLook(0)}>
          Show the default
        </Button>{" "}
        {now !== edits.length && (
          <Button size="small" onClick={() => onLook(null)}>
            Show the latest
          </Button>
        )}
      </p>
    </section>
  );
}

function VersionRow({
  edit: e,
  edits,
  shown,
  onLook,
  onChange,
}: {
  edit: TableEdit;
  edits: readonly TableEdit[];
  shown: boolean;
  onLook: (version: number | null) => void;
  onChange: (edit: ShopEdit) => Promise<boolean>;
}) {
  const time = useShopTime();
  const cell = readCell(e.cell);
  if (cell === null) return null;
  const before = valueAt(amendTable(edits.slice(0, e.version - 1)), cell);
  const after = valueAt(amendTable(edits.slice(0, e.version)), cell);
  const text = (value: number | null) => (value === null ? "none" : figureOf(cell, value));
  return (
    <tr className={shown ? shop.picked : ""}>
      <td className="n">{e.version}</td>
      <td>{cellName(cell)}</td>
      <td className="n">{text(before)}</td>
      <td className="n">{text(after)}</td>
      <td>{e.note}</td>
      <td>
        {e.by}, {time.dateTime(e.at)}
      </td>
      <td>
        <Button size="small" type="text" onClick={() => onLook(e.version)}>
          Look
        </Button>
        <Button
          size="small"
          type="text"
          onClick={() => void onChange({ kind: "table", cell: e.cell, value: before, note: `version ${e.version} taken back` })}
        >
          Take back
        </Button>
      </td>
    </tr>
  );
}
