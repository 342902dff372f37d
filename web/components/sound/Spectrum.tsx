"use client";

import type { SoundView } from "@mirvek/core/sound";
import { memo, useMemo, useState } from "react";
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { sidesText } from "../../wording/sound";
import { Pick } from "../shared/Pick";
import { DECADES, TICK_INK, dBTick, hertzTick } from "./axes";
import { Legend } from "./Legend";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

const HIGH = 236;
const DEEP = 90;
/** Rungs that are lettered; the rest would run into each other. */
const LETTERED: ReadonlySet<number> = new Set([1, 2, 4, 6, 10]);

/** Level by frequency: the whole recording, its quiet moments, and the ladder of the mains frequency that was measured. */
export const Spectrum = memo(function Spectrum({ view, mainsHz }: { view: SoundView; mainsHz: number | null }) {
  const [channel, setChannel] = useState(0);
  const of = view.channels[Math.min(channel, view.channels.length - 1)]!.spectrum;
  const data = useMemo(() => of.hz.map((hz, i) => ({ hz, whole: of.whole[i], quiet: of.quiet[i] })), [of]);
  const top = 10 * Math.ceil(Math.max(-60, ...of.whole.map((v) => v ?? -200)) / 10);
  const end = of.hz.at(-1)!;
  return (
    <section aria-label="Spectrum">
      <h2 className={styles.head}>
        By frequency{" "}
        {view.channels.length > 1 && (
          <Pick
            aria-label="Channel"
            value={channel}
            options={view.channels.map((_, n) => ({ value: n, label: sidesText([n + 1], view.channels.length) }))}
            onPick={(n) => setChannel(n ?? 0)}
          />
        )}
        <span className="muted" style={{ fontWeight: 400, fontSize: 13.5 }}>
          {mainsHz === null ? soundWords.noMainsFrequency : soundWords.harmonicsMultiplesMeasuredHz(mainsHz.toFixed(2))}
        </span>
      </h2>
      <div className={styles.chart}>
        <ResponsiveContainer width="100%" height={HIGH} initialDimension={{ width: 640, height: HIGH }}>
          <LineChart data={data} margin={{ top: 16, right: 10, bottom: 0, left: 0 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            {view.ladder.map(({ times, hz }) => (
              <ReferenceLine
                key={times}
                x={hz}
                stroke="var(--copper)"
                strokeOpacity={LETTERED.has(times) ? 0.9 : 0.35}
                strokeDasharray="1 3"
                label={LETTERED.has(times) ? { value: `${times}×`, position: "top", fill: "var(--copper)", fontSize: 11.5 } : undefined}
              />
            ))}
            <XAxis
              dataKey="hz"
              type="number"
              scale="log"
              domain={[of.hz[0]!, end]}
              ticks={DECADES.filter((d) => d <= end)}
              tick={TICK_INK}
              height={20}
              tickFormatter={hertzTick}
            />
            <YAxis
              type="number"
              domain={[top - DEEP, top]}
              ticks={[0, 30, 60, 90].map((d) => top - d)}
              allowDataOverflow
              tick={TICK_INK}
              width={62}
              tickFormatter={dBTick}
            />
            <Line
              dataKey="quiet"
              stroke="var(--copper)"
              strokeDasharray="5 3"
              strokeWidth={1.4}
              dot={false}
              activeDot={false}
              connectNulls
              isAnimationActive={false}
            />
            <Line
              dataKey="whole"
              stroke="var(--ink)"
              strokeWidth={1.5}
              dot={false}
              activeDot={false}
              connectNulls
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <Legend
        lines={[
          { name: soundWords.wholeRecordingHz, ink: "var(--ink)" },
          { name: "its quiet parts", ink: "var(--copper)", dash: "5 3" },
        ]}
      />
    </section>
  );
});
