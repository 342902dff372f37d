import type { ReportBlock } from "../../wording/reportBlocks";
import styles from "./Report.module.css";

/** Blocks of a paper on a page, as the PDF has them; bars stand there only. */
export function Blocks({ blocks }: { blocks: readonly ReportBlock[] }) {
  return blocks.map((b, i) => <Block key={`${b.kind} ${i}`} block={b} />);
}

function Block({ block: b }: { block: ReportBlock }) {
  switch (b.kind) {
    case "heading":
      return <h2>{b.text}</h2>;
    case "text":
      return <p className={b.quote ? styles.quote : undefined}>{b.text}</p>;
    case "list":
      return (
        <ul>
          {b.items.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ul>
      );
    case "table":
      return (
        <table className={`sheet ${styles.readings}`}>
          <thead>
            <tr>
              {b.head.map((h) => (
                <th key={h}>{h}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {b.rows.map((row) => (
              <tr key={row.join("|")}>
                {row.map((cell, i) => (
                  <td key={b.head[i]}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      );
    case "bars":
      return null;
  }
}
