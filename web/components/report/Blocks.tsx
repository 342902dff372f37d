import dynamic from "next/dynamic";
import type { ReportBlock } from "../../wording/report";
import { CapacitorMark } from "../shared/CapacitorMark";
import { Bars } from "./Bars";
import styles from "./Report.module.css";

const BandChart = dynamic(() => import("../sound/BandChart").then((m) => m.BandChart), { ssr: false });

/** The blocks of a report on a page. */
export function Blocks({ blocks, pictureAt }: { blocks: readonly ReportBlock[]; pictureAt: (id: number) => string }) {
  return blocks.map((b, i) => <Block key={`${b.kind} ${i}`} block={b} pictureAt={pictureAt} />);
}

function Block({ block: b, pictureAt }: { block: ReportBlock; pictureAt: (id: number) => string }) {
  switch (b.kind) {
    case "heading":
      return <h2>{b.text}</h2>;
    case "text":
      return <p className={b.quote ? styles.quote : b.quiet ? "muted" : undefined}>{b.text}</p>;
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
            {b.rows.map((row, at) => (
              <tr key={row.join("|")}>
                {row.map((cell, i) => (
                  <td key={b.head[i]}>
                    {i === 0 && b.marks?.[at] ? (
                      <span className={styles.position}>
                        <CapacitorMark {...b.marks[at]} size={20} />
                        {cell}
                      </span>
                    ) : (
                      cell
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      );
    case "bars":
      return <Bars of={b} />;
    case "response":
      return (
        <>
          <p>{b.title}:</p>
          <BandChart lines={b.lines} />
        </>
      );
    case "pictures":
      return (
        <div className={styles.pictures}>
          {b.pictures.map((p) => (
            <figure key={p.id}>
              <img src={pictureAt(p.id)} alt={`${p.about}, ${p.moment}`} width={p.width} height={p.height} />
              <figcaption>
                {p.about}, {p.moment}
              </figcaption>
            </figure>
          ))}
        </div>
      );
  }
}
