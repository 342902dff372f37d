"use client";

import { dischargeCurve, type DischargePlan } from "@mirvek/core/safety";
import type { Volts } from "@mirvek/core/units";
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import styles from "./MakeSafe.module.css";

const LIMITS = [60, 30, 5];
const tick = { fill: "var(--muted)", fontSize: 12 };

/** Volts over seconds for one resistor, on a log axis so that the last volts can be read, with the limits marked. */
export function DischargeChart({ plan, across, points, caption }: { plan: DischargePlan; across: Volts; points: number; caption: string }) {
  const floor = 1;
  const data = dischargeCurve(plan, across, points).filter((p) => p.volts >= floor * 0.9);
  return (
    <figure className={styles.chart}>
      <figcaption>{caption}.</figcaption>
      <ResponsiveContainer width="100%" height={230}>
        <LineChart data={data} margin={{ top: 6, right: 46, bottom: 18, left: 4 }}>
          <CartesianGrid stroke="var(--rule)" />
          <XAxis
            dataKey="seconds"
            type="number"
            domain={[0, "dataMax"]}
            tick={tick}
            tickFormatter={(v: number) => String(Number(v.toPrecision(2)))}
            label={{ value: "seconds", position: "insideBottom", offset: -8, fill: "var(--muted)", fontSize: 12 }}
          />
          <YAxis
            scale="log"
            domain={[floor, Math.max(across, 10)]}
            allowDataOverflow
            tick={tick}
            width={44}
            unit=" V"
            tickFormatter={(v: number) => String(Math.round(v))}
          />
          {LIMITS.filter((l) => l < across).map((limit) => (
            <ReferenceLine
              key={limit}
              y={limit}
              stroke="var(--failed)"
              strokeDasharray={limit === 5 ? undefined : "4 4"}
              label={{ value: `${limit} V`, position: "right", fill: "var(--failed)", fontSize: 12 }}
            />
          ))}
          <Line dataKey="volts" stroke="var(--copper)" strokeWidth={2.4} dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
