import type { Curve } from "@mirvek/core/scenarios";

/** The part of the plane a chart shows, and where its plot lies in the picture (pixels from the edges). */
export interface ChartFrame {
  x: readonly [number, number];
  y: readonly [number, number];
  logX: boolean;
  logY: boolean;
}
export const PLOT = { left: 66, right: 14, top: 6, bottom: 48, height: 238 } as const;

/** The frame that holds all curves: levels down to 60 dB under the highest, volts with a little air, ohms by decades. */
export function frameOf(curves: readonly Curve[]): ChartFrame {
  const first = curves[0]!;
  let [low, high] = [Infinity, -Infinity];
  for (const c of curves)
    for (let i = 0; i < c.y.length; i++) {
      low = Math.min(low, c.y[i]!);
      high = Math.max(high, c.y[i]!);
    }
  const logX = first.axis === "frequency";
  const x = [logX ? first.x[0]! : 0, first.x.at(-1)!] as const;
  if (first.unit === "Ω") return { x, y: [10 ** Math.floor(Math.log10(low)), 10 ** Math.ceil(Math.log10(high))], logX, logY: true };
  if (first.unit === "dB") {
    const top = Math.ceil((high + 0.5) / 10) * 10; // a flat 0 dB does not run along the edge
    return { x, y: [Math.min(top - 10, Math.max(Math.floor(low / 10) * 10, top - 60)), top], logX, logY: false };
  }
  const air = (high - low) * 0.06 || 1;
  return { x, y: [low - air, high + air], logX, logY: false };
}

/** Whether a curve leaves the frame at the top, or at the bottom where that is not cut on purpose. */
export function leavesFrame(curve: Curve, { y }: ChartFrame): boolean {
  for (let i = 0; i < curve.y.length; i++) if (curve.y[i]! > y[1] || (curve.unit === "V" && curve.y[i]! < y[0])) return true;
  return false;
}

/** A curve as an SVG path in a picture `width` pixels wide. */
export function pathOf(curve: Curve, frame: ChartFrame, width: number): string {
  const scale = (log: boolean, [from, to]: readonly [number, number]) => {
    const at = log ? Math.log : (v: number) => v;
    const start = at(from);
    const span = at(to) - start || 1;
    return (v: number) => (at(v) - start) / span;
  };
  const x = scale(frame.logX, frame.x);
  const y = scale(frame.logY, frame.y);
  const wide = width - PLOT.left - PLOT.right;
  const high = PLOT.height - PLOT.top - PLOT.bottom;
  let path = "";
  for (let i = 0; i < curve.x.length; i++) {
    const px = PLOT.left + x(curve.x[i]!) * wide;
    const py = PLOT.top + (1 - Math.min(1.2, Math.max(-0.2, y(curve.y[i]!)))) * high;
    path += `${i === 0 ? "M" : "L"}${px.toFixed(1)} ${py.toFixed(1)}`;
  }
  return path;
}
