import type { EsrExpectation, VerdictState } from "@mirvek/core/verdict";
import { shown } from "../../wording/quantity";
import { sharedWords } from "../../wording/screens/shared";

const WIDTH = 76;
const MAX = 4;
const x = (ratio: number) => (Math.min(ratio, MAX) / MAX) * (WIDTH - 8);

interface Props {
  /** ESR over expectation */
  ratio: number;
  state: VerdictState;
  /** the limits the verdict used: their notches stand where it drew the line */
  limits: EsrExpectation | null;
}

/** ESR over expectation, 0 to 4: notches where worn and failed begin for this very reading; an arrow where it runs off the scale. */
export function RatioBar({ ratio, state, limits }: Props) {
  const colour = `var(--${state === "unmeasured" ? "undecided" : state})`;
  const notches = limits ? [limits.soundUpTo / limits.typical, limits.failedOver / limits.typical] : [];
  const said = limits ? sharedWords.goodFailedOver(shown(limits.soundUpTo, "Ω", 2), shown(limits.failedOver, "Ω", 2)) : "";
  return (
    <svg width={WIDTH} height="14" viewBox={`0 0 ${WIDTH} 14`} role="img" aria-label={`ESR ${ratio.toFixed(1)} times expected${said}`}>
      {limits && <title>{sharedWords.goodFailedOverToo(shown(limits.soundUpTo, "Ω", 2), shown(limits.failedOver, "Ω", 2))}</title>}
      <rect y="4.5" width={WIDTH - 8} height="5" fill="var(--track)" />
      <rect y="4.5" width={x(ratio)} height="5" fill={colour} />
      {ratio > MAX && <path d={`M${WIDTH - 8} 2l7 5-7 5z`} fill={colour} />}
      {notches.map((n, i) => n < MAX && <path key={i} d={`M${x(n)} 1v12`} stroke="var(--ink)" strokeWidth={i === 0 ? 1 : 1.8} />)}
    </svg>
  );
}
