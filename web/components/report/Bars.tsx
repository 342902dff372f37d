import type { ReportBlock } from "../../wording/report";
import { BAR_AT, BAR_HIGH, drawBars } from "../../wording/report/bars";
import styles from "./Report.module.css";

/** Figures before and after of the same parts, as two bars each. */
export function Bars({ of }: { of: Extract<ReportBlock, { kind: "bars" }> }) {
  const { width, height, rows } = drawBars(of);
  return (
    <figure className={styles.bars}>
      <figcaption>
        {of.title}, {of.unit}
      </figcaption>
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={`${of.title}: ${of.rows.map((r) => r.name).join(", ")}`}>
        {rows.map(({ name, y, bars }) => (
          <g key={name}>
            <text x="0" y={y} fontSize="8">
              {name}
            </text>
            {bars.map((b) => (
              <g key={b.y}>
                <rect x={BAR_AT} y={b.y} width={b.width} height={BAR_HIGH} fillOpacity={b.filled ? 1 : 0} strokeWidth="0.6" />
                <text x={BAR_AT + 6 + b.width} y={b.y + BAR_HIGH} fontSize="6.5">
                  {b.label}
                </text>
              </g>
            ))}
          </g>
        ))}
      </svg>
    </figure>
  );
}
