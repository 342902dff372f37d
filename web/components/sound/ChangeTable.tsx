import type { BeforeAfterFigures } from "@mirvek/core/sound";
import { changeHead, changeRows } from "../../wording/sound";

/** Hum and noise with nothing played, before and after, in one table. */
export function ChangeTable({ of }: { of: NonNullable<BeforeAfterFigures["quiet"]> }) {
  return (
    <table className="sheet">
      <thead>
        <tr>
          {changeHead(of).map((h, i) => (
            <th key={h} className={i > 0 ? "n" : undefined}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {changeRows(of).map(([what, before, after, less]) => (
          <tr key={what}>
            <td>{what}</td>
            <td className="n">{before}</td>
            <td className="n">{after}</td>
            <td className="n">
              <b>{less}</b>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
