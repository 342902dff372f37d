import type { VerdictState } from "@mirvek/core/capacitor";

const WIDTH = 76;
const MOST = 4;
const x = (ratio: number) => (Math.min(ratio, MOST) / MOST) * (WIDTH - 8);

/** ESR over expectation, 0 to 4: notches where worn (1.25) and failed (2) begin; an arrow where it runs off the scale. */
export function RatioBar({ ratio, state }: { ratio: number; state: VerdictState }) {
  const colour = `var(--${state === "unmeasured" ? "undecided" : state})`;
  return (
    <svg width={WIDTH} height="14" viewBox={`0 0 ${WIDTH} 14`} role="img" aria-label={`ESR ${ratio.toFixed(1)} times expected`}>
      <rect y="4.5" width={WIDTH - 8} height="5" fill="var(--track)" />
      <rect y="4.5" width={x(ratio)} height="5" fill={colour} />
      {ratio > MOST && <path d={`M${WIDTH - 8} 2l7 5-7 5z`} fill={colour} />}
      <path d={`M${x(1.25)} 1v12`} stroke="var(--ink)" strokeWidth="1" />
      <path d={`M${x(2)} 1v12`} stroke="var(--ink)" strokeWidth="1.8" />
    </svg>
  );
}
