"use client";

import type { SoundEvent, SoundFinding, SoundView } from "@mirvek/core/sound";
import { memo, useMemo } from "react";
import { CartesianGrid, Line, LineChart, ReferenceArea, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { TICK_INK } from "./axes";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

const FLOOR = -100;
const HIGH = 132;
const MAX_MARKS = 80;
/** What lasts no time is drawn so wide, as a share of the recording. */
const THIN = 0.0025;

/** Level over the whole recording, with what the picked finding marks in it. */
export const LevelStrip = memo(function LevelStrip({ view, picked }: { view: SoundView; picked: SoundFinding | null }) {
  const data = useMemo(
    () =>
      Array.from(view.channels[0]?.level ?? [], (_, i) => ({
        t: i * view.step,
        ...Object.fromEntries(view.channels.map((c, n) => [`c${n}`, Math.max(FLOOR, c.level[i]!)])),
      })),
    [view],
  );
  const events: readonly SoundEvent[] = picked && "events" in picked ? picked.events.slice(0, MAX_MARKS) : [];
  return (
    <div className={styles.chart} role="img" aria-label={soundWords.levelOverPlacesMarked(view.seconds.toFixed(1), events.length)}>
      <ResponsiveContainer width="100%" height={HIGH} initialDimension={{ width: 640, height: HIGH }}>
        <LineChart data={data} margin={{ top: 8, right: 8, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          {events.map((e) => (
            <ReferenceArea
              key={`${e.start}`}
              x1={e.start}
              x2={Math.max(e.end, e.start + THIN * view.seconds)}
              fill="var(--copper)"
              fillOpacity={0.45}
              ifOverflow="hidden"
            />
          ))}
          <XAxis
            dataKey="t"
            type="number"
            domain={[0, view.seconds]}
            tick={TICK_INK}
            height={20}
            tickFormatter={(t: number) => `${Number(t.toFixed(1))} s`}
          />
          <YAxis
            type="number"
            domain={[FLOOR, 0]}
            ticks={[0, -30, -60, -90]}
            tick={TICK_INK}
            width={62}
            tickFormatter={(v: number) => `${v} dB`.replace("-", "−")}
          />
          {view.channels.map((_, n) => (
            <Line
              key={n}
              dataKey={`c${n}`}
              stroke={n === 0 ? "var(--ink)" : "var(--muted)"}
              strokeDasharray={n === 0 ? undefined : "5 3"}
              strokeWidth={1.4}
              dot={false}
              activeDot={false}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
});
