"use client";

import type { Curve, FigureUnit } from "@mirvek/core/circuit";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { CASE_INK, CASE_TEXT, type CaseName } from "./cases";
import type { Outcomes } from "./useCircuit";
import styles from "./Explain.module.css";

const tick = { fill: "var(--muted)", fontSize: 12 };
const ORDER: readonly CaseName[] = ["healthy", "measured", "replacement", "tried"];
const keyOf = (c: Pick<Curve, "key" | "at">) => `${c.key} ${c.at ?? ""}`;

/** The curves of one kind that there are, by key and place. */
export const curveKinds = (outcomes: Outcomes): Curve[] => {
  const first = outcomes.measured ?? outcomes.healthy;
  return first ? [...first.curves] : [];
};

/** One kind of curve, every state as a line of its own: named, told apart by ink and by dash. */
export function CurveChart({ of, outcomes, caption }: { of: Pick<Curve, "key" | "at">; outcomes: Outcomes; caption: string }) {
  const lines = ORDER.flatMap((name) => {
    const curve = outcomes[name]?.curves.find((c) => keyOf(c) === keyOf(of));
    return curve ? [{ name, curve, data: points(curve) }] : [];
  });
  const first = lines[0];
  if (!first) return null;
  const frequency = first.curve.axis === "frequency";
  const logY = first.curve.unit === "Ω";
  return (
    <figure className={styles.chart}>
      <figcaption>{caption}</figcaption>
      <ResponsiveContainer width="100%" height={238} initialDimension={{ width: 720, height: 238 }}>
        <LineChart margin={{ top: 6, right: 14, bottom: 18, left: 4 }}>
          <CartesianGrid stroke="var(--rule)" />
          <XAxis
            dataKey="x"
            type="number"
            scale={frequency ? "log" : "linear"}
            domain={frequency ? ["dataMin", "dataMax"] : [0, "dataMax"]}
            ticks={frequency ? decades(first.curve.x) : quarters(first.curve.x.at(-1)!)}
            tick={tick}
            tickFormatter={frequency ? hertzTick : secondsTick(first.curve.x.at(-1)!)}
            label={{ value: frequency ? "Hz" : first.curve.x.at(-1)! < 0.5 ? "ms" : "s", position: "insideBottom", offset: -8, ...tick }}
            allowDuplicatedCategory={false}
          />
          <YAxis
            type="number"
            scale={logY ? "log" : "linear"}
            domain={logY ? ["auto", "auto"] : domainOf(lines.map((l) => l.curve))}
            allowDataOverflow
            tick={tick}
            width={62}
            tickFormatter={unitTick(first.curve.unit)}
          />
          {lines.map(({ name, data }) => (
            <Line
              key={name}
              data={data}
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
      <ul className={styles.legend} aria-label="Lines">
        {lines.map(({ name }) => (
          <li key={name}>
            <svg width="34" height="10" aria-hidden="true">
              <path d="M0 5h34" stroke={CASE_INK[name].stroke} strokeDasharray={CASE_INK[name].dash} strokeWidth={CASE_INK[name].width} />
            </svg>
            {CASE_TEXT[name]}
          </li>
        ))}
      </ul>
    </figure>
  );
}

// more points than the chart is wide in pixels over six only cost time
const MOST_POINTS = 128;
function points(curve: Curve): { x: number; y: number }[] {
  const every = Math.max(1, Math.floor(curve.x.length / MOST_POINTS));
  const out: { x: number; y: number }[] = [];
  for (let i = 0; i < curve.x.length; i += every) out.push({ x: curve.x[i]!, y: curve.y[i]! });
  return out;
}

const quarters = (end: number): number[] => [0, 0.25, 0.5, 0.75, 1].map((share) => share * end);

function decades(x: Float64Array): number[] {
  const out: number[] = [];
  for (let d = Math.ceil(Math.log10(x[0]!) - 1e-9); d <= Math.floor(Math.log10(x.at(-1)!) + 1e-9); d++) out.push(10 ** d);
  return out;
}

/** Levels down to 60 dB under the highest; volts as they are, with a little air. */
function domainOf(curves: readonly Curve[]): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const c of curves) {
    for (let i = 0; i < c.y.length; i++) {
      low = Math.min(low, c.y[i]!);
      high = Math.max(high, c.y[i]!);
    }
  }
  if (curves[0]!.unit === "dB") {
    const top = Math.ceil(high / 10) * 10;
    return [Math.max(Math.floor(low / 10) * 10, top - 60), top];
  }
  const air = (high - low) * 0.06 || 1;
  return [low - air, high + air];
}

const hertzTick = (v: number) => (v >= 1e6 ? `${v / 1e6} M` : v >= 1000 ? `${v / 1000} k` : String(Number(v.toPrecision(2))));
const secondsTick = (end: number) => (v: number) => String(Number((end < 0.5 ? v * 1000 : v).toPrecision(3)));
const unitTick = (unit: FigureUnit) => (v: number) => `${Number(v.toPrecision(3))} ${unit}`.replace("-", "−");
