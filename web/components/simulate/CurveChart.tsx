"use client";

import type { Curve, FigureUnit } from "@mirvek/core/scenarios";
import { memo, useImperativeHandle, useLayoutEffect, useMemo, useRef, type Ref } from "react";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { CASE_INK, CASE_TEXT, type CaseName } from "./cases";
import { PLOT, frameOf, leavesFrame, pathOf, type ChartFrame } from "./chartFrame";
import type { Outcomes } from "./useCircuit";
import styles from "./Simulate.module.css";

const tick = { fill: "var(--muted)", fontSize: 12 };
const ORDER: readonly CaseName[] = ["healthy", "measured", "counterpart", "replacement"];
const keyOf = (c: Pick<Curve, "key" | "at">) => `${c.key} ${c.at ?? ""}`;
const curveIn = (outcomes: Outcomes, name: CaseName, of: Pick<Curve, "key" | "at">) =>
  outcomes[name]?.curves.find((c) => keyOf(c) === keyOf(of));

export interface LiveLine {
  /** puts the tried curve into the picture at once, past React; true when it no longer fits the picture */
  draw(curve: Curve): boolean;
}

interface Props {
  of: Pick<Curve, "key" | "at">;
  /** healthy, measured, replaced, and the tried one when it rests: the picture is scaled to hold them all */
  outcomes: Outcomes;
  live: Ref<LiveLine>;
}

/**
 * One kind of curve, every state as a line of its own: named, told apart by ink and by dash. The tried line is drawn over the chart
 * as a bare path, since the chart itself takes several frames to draw anew.
 */
export const CurveChart = memo(function CurveChart({ of, outcomes, live }: Props) {
  const lines = ORDER.flatMap((name) => {
    const curve = curveIn(outcomes, name, of);
    return curve ? [{ name, curve }] : [];
  });
  const tried = curveIn(outcomes, "tried", of);
  const first = lines[0];
  if (!first) return null;
  const frame = frameOf([...lines.map((l) => l.curve), ...(tried ? [tried] : [])]);
  return (
    <>
      <div className={styles.picture}>
        <StillChart lines={lines} frame={frame} unit={first.curve.unit} />
        <LivePath frame={frame} tried={tried} live={live} />
      </div>
      <ul className={styles.legend} aria-label="Lines">
        {[...lines.map((l) => l.name), ...(tried ? (["tried"] as const) : [])].map((name) => (
          <li key={name}>
            <svg width="34" height="10" aria-hidden="true">
              <path d="M0 5h34" stroke={CASE_INK[name].stroke} strokeDasharray={CASE_INK[name].dash} strokeWidth={CASE_INK[name].width} />
            </svg>
            {CASE_TEXT[name]}
          </li>
        ))}
      </ul>
    </>
  );
});

function LivePath({ frame, tried, live }: { frame: ChartFrame; tried: Curve | undefined; live: Ref<LiveLine> }) {
  const svg = useRef<SVGSVGElement>(null);
  const path = useRef<SVGPathElement>(null);
  const draw = (curve: Curve) => path.current?.setAttribute("d", pathOf(curve, frame, svg.current?.clientWidth ?? 0));
  useImperativeHandle(live, () => ({
    draw(curve) {
      draw(curve);
      return leavesFrame(curve, frame);
    },
  }));
  useLayoutEffect(() => {
    if (tried) draw(tried);
    else path.current?.setAttribute("d", "");
  });
  return (
    <svg ref={svg} className={styles.live} height={PLOT.height} aria-hidden="true">
      <path
        ref={path}
        fill="none"
        stroke={CASE_INK.tried.stroke}
        strokeDasharray={CASE_INK.tried.dash}
        strokeWidth={CASE_INK.tried.width}
      />
    </svg>
  );
}

/** Axes and resting lines, drawn anew only when what they show has changed. */
const StillChart = memo(
  function StillChart({ lines, frame, unit }: { lines: readonly { name: CaseName; curve: Curve }[]; frame: ChartFrame; unit: FigureUnit }) {
    const data = useMemo(() => lines.map((l) => points(l.curve)), [lines]);
    const end = frame.x[1];
    const across = frame.logX ? "Hz" : secondsUnit(end);
    return (
      <ResponsiveContainer width="100%" height={PLOT.height} initialDimension={{ width: 480, height: PLOT.height }}>
        <LineChart margin={{ top: PLOT.top, right: PLOT.right, bottom: PLOT.bottom - AXIS_HEIGHT, left: PLOT.left - AXIS_WIDTH }}>
          <CartesianGrid stroke="var(--rule)" />
          <XAxis
            dataKey="x"
            type="number"
            scale={frame.logX ? "log" : "linear"}
            domain={[...frame.x]}
            ticks={frame.logX ? decades(frame.x) : quarters(end)}
            tick={tick}
            height={AXIS_HEIGHT}
            tickFormatter={frame.logX ? hertzTick : secondsTick(end)}
            label={{ value: across, position: "insideBottom", offset: -8, ...tick }}
            allowDuplicatedCategory={false}
          />
          <YAxis
            type="number"
            scale={frame.logY ? "log" : "linear"}
            domain={[...frame.y]}
            allowDataOverflow
            tick={tick}
            width={AXIS_WIDTH}
            tickFormatter={unitTick(unit)}
          />
          {lines.map(({ name }, i) => (
            <Line
              key={name}
              data={data[i]}
              dataKey="y"
              name={CASE_TEXT[name]}
              stroke={CASE_INK[name].stroke}
              strokeDasharray={CASE_INK[name].dash}
              strokeWidth={CASE_INK[name].width}
              dot={false}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    );
  },
  (a, b) =>
    a.lines.length === b.lines.length &&
    a.lines.every((l, i) => l.curve === b.lines[i]!.curve) &&
    JSON.stringify(a.frame) === JSON.stringify(b.frame),
);
const AXIS_HEIGHT = 30;
const AXIS_WIDTH = 62;

// more points than the chart is wide in pixels only cost time
const MAX_POINTS = 512;
function points(curve: Curve): { x: number; y: number }[] {
  const every = Math.max(1, Math.floor(curve.x.length / MAX_POINTS));
  const out: { x: number; y: number }[] = [];
  for (let i = 0; i < curve.x.length; i += every) out.push({ x: curve.x[i]!, y: curve.y[i]! });
  return out;
}

const quarters = (end: number): number[] => [0, 0.25, 0.5, 0.75, 1].map((share) => share * end);

function decades([from, to]: readonly [number, number]): number[] {
  const out: number[] = [];
  for (let d = Math.ceil(Math.log10(from) - 1e-9); d <= Math.floor(Math.log10(to) + 1e-9); d++) out.push(10 ** d);
  return out;
}

const hertzTick = (v: number) => (v >= 1e6 ? `${v / 1e6} M` : v >= 1000 ? `${v / 1000} k` : String(Number(v.toPrecision(2))));
const secondsUnit = (end: number) => (end < 1e-3 ? "µs" : end < 0.5 ? "ms" : "s");
const secondsTick = (end: number) => (v: number) => String(Number((v * (end < 1e-3 ? 1e6 : end < 0.5 ? 1000 : 1)).toPrecision(3)));
const unitTick = (unit: FigureUnit) => (v: number) => `${Number(v.toPrecision(3))} ${unit}`.replace("-", "−");
