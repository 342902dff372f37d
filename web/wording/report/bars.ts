import type { ReportBlock } from "./blocks";

type BarsBlock = Extract<ReportBlock, { kind: "bars" }>;

/** One bar as it is drawn: where it begins and how long it is, with its figure beside its end. */
interface Bar {
  y: number;
  width: number;
  label: string;
  filled: boolean;
}
interface DrawnBars {
  width: number;
  height: number;
  rows: readonly { name: string; y: number; bars: readonly Bar[] }[];
}

const ROW = 17;
const LONGEST = 260;
export const BAR_AT = 60;
export const BAR_HIGH = 5.5;

/** Two bars a part, before hollow and after filled: readable without colour. Lengths share one scale; the unit stands in the title. */
export function drawBars({ rows }: BarsBlock): DrawnBars {
  const most = Math.max(...rows.flatMap((r) => [r.before, r.after]), 1e-9);
  const bar = (value: number, y: number, filled: boolean): Bar => ({
    y,
    width: Math.max(1, (value / most) * LONGEST),
    label: value >= 1 ? value.toPrecision(3) : value.toFixed(3),
    filled,
  });
  return {
    width: 400,
    height: rows.length * ROW + 2,
    rows: rows.map(({ name, before, after }, i) => ({
      name,
      y: i * ROW + 10,
      bars: [bar(before, i * ROW + 1, false), bar(after, i * ROW + 8, true)],
    })),
  };
}
