"use client";

import { BANDS, bandMid, type BandLine } from "@mirvek/core/sound";
import { memo, useMemo } from "react";
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { DECADES, TICK_INK, dBTick, hertzTick } from "./axes";
import { Legend } from "./Legend";
import styles from "./Sound.module.css";

const HIGH = 190;
const INKS = [
  { ink: "var(--ink)" },
  { ink: "var(--copper)", dash: "6 3" },
  { ink: "var(--muted)", dash: "2 3" },
  { ink: "var(--copper)", dash: "2 3" },
] as const;

/** Third octaves as lines around zero. */
export const BandChart = memo(function BandChart({ lines }: { lines: readonly BandLine[] }) {
  const data = useMemo(
    () => BANDS.map((n, i) => ({ hz: bandMid(n), ...Object.fromEntries(lines.map((l, k) => [`l${k}`, l.bands[i] ?? null])) })),
    [lines],
  );
  const most = Math.min(40, Math.max(6, ...lines.flatMap((l) => l.bands.map((b) => Math.abs(b ?? 0)))));
  const end = 6 * Math.ceil(most / 6);
  return (
    <>
      <div className={styles.chart} role="img" aria-label={`Third octaves: ${lines.map((l) => l.name).join(", ")}`}>
        <ResponsiveContainer width="100%" height={HIGH} initialDimension={{ width: 640, height: HIGH }}>
          <LineChart data={data} margin={{ top: 8, right: 10, bottom: 0, left: 0 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            <ReferenceLine y={0} stroke="var(--rule-strong)" />
            <XAxis
              dataKey="hz"
              type="number"
              scale="log"
              domain={[18, 22_000]}
              ticks={[...DECADES.slice(1)]}
              tick={TICK_INK}
              height={20}
              tickFormatter={hertzTick}
            />
            <YAxis
              type="number"
              domain={[-end, end]}
              ticks={[-end, -end / 2, 0, end / 2, end]}
              allowDataOverflow
              tick={TICK_INK}
              width={62}
              tickFormatter={dBTick}
            />
            {lines.map((l, k) => (
              <Line
                key={l.name}
                dataKey={`l${k}`}
                stroke={INKS[k % INKS.length]!.ink}
                strokeDasharray={"dash" in INKS[k % INKS.length]! ? (INKS[k % INKS.length] as { dash: string }).dash : undefined}
                strokeWidth={1.6}
                dot={false}
                activeDot={false}
                isAnimationActive={false}
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <Legend lines={lines.map((l, k) => ({ name: l.name, ...INKS[k % INKS.length]! }))} />
    </>
  );
});
