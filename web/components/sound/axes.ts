/** How the axes of these charts are lettered. */
export const TICK_INK = { fill: "var(--muted)", fontSize: 12 };

export const hertzTick = (hz: number): string => (hz >= 1000 ? `${Number((hz / 1000).toPrecision(3))} k` : String(Math.round(hz)));
export const dBTick = (v: number): string => `${v} dB`.replace("-", "−");
export const DECADES: readonly number[] = [10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000];
