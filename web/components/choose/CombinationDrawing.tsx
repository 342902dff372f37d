import type { PartSet } from "@mirvek/core/choose";
import { isPolarised } from "@mirvek/core/part";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

const [WIDTH, HEIGHT] = [120, 74];

/** How a set is joined: plates, wires and which way each plus goes. */
export function SetDrawing({ set }: { set: PartSet }) {
  const polar = set.parts.map((p) => isPolarised(p.technology));
  const title =
    set.arrangement === "parallel" ? "side by side" : set.arrangement === "series" ? chooseWords.oneAfterOther : "minus to minus";
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={styles.drawing} role="img" aria-label={`Drawn ${title}`}>
      {set.arrangement === "parallel" ? (
        <Parallel polar={polar} />
      ) : (
        <Chain polar={polar} facing={set.arrangement === "backToBack"} balanced={set.balance !== null} />
      )}
    </svg>
  );
}

/** Two plates across a wire that runs downwards at `x`; the plus at the upper or the lower one. */
function Plates({ x, y, plus }: { x: number; y: number; plus: "up" | "down" | null }) {
  return (
    <g>
      <path d={`M${x - 13} ${y - 3}h26`} strokeWidth={plus === "down" ? 2 : 3.2} />
      <path
        d={plus === null ? `M${x - 13} ${y + 3}h26` : plus === "up" ? `M${x - 13} ${y + 5}q13 -5 26 0` : `M${x - 13} ${y + 3}h26`}
        strokeWidth={plus === "down" ? 3.2 : 2}
      />
      {plus !== null && (
        <text x={x - 22} y={plus === "up" ? y - 3 : y + 12}>
          +
        </text>
      )}
    </g>
  );
}

function Parallel({ polar }: { polar: readonly boolean[] }) {
  const xs = polar.map((_, i) => 24 + i * 36);
  const [first, last] = [xs[0]!, xs.at(-1)!];
  return (
    <g>
      <path d={`M${first} 12H${last}M${first} 62H${last}M${(first + last) / 2} 4v8M${(first + last) / 2} 62v8`} />
      {xs.map((x, i) => (
        <g key={x}>
          <path d={`M${x} 12V34M${x} 40V62`} />
          <Plates x={x} y={37} plus={polar[i] ? "up" : null} />
        </g>
      ))}
    </g>
  );
}

function Chain({ polar, facing, balanced }: { polar: readonly boolean[]; facing: boolean; balanced: boolean }) {
  const x = 38;
  return (
    <g>
      <path d={`M${x} 2V17M${x} 23V51M${x} 57V72`} />
      <Plates x={x} y={20} plus={polar[0] ? "up" : null} />
      <Plates x={x} y={54} plus={polar[1] ? (facing ? "down" : "up") : null} />
      {balanced &&
        [20, 54].map((y) => (
          <g key={y}>
            <path d={`M${x} ${y - 14}H92V${y - 8}M${x} ${y + 14}H92V${y + 8}`} />
            <path d={`M88 ${y - 8}h8v16h-8z`} />
          </g>
        ))}
    </g>
  );
}
