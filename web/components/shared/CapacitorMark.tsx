import type { VerdictState } from "@mirvek/core/verdict";
import { percent } from "../../wording/quantity";
import { verdictName } from "../../wording/vocabulary";

export type MarkKind = VerdictState | "replaced" | "temporary";

interface MarkProps {
  kind: MarkKind;
  /** measured C over marked C; null where not measured */
  share?: number | null;
  /** ESR over expectation; null where not measured */
  esrRatio?: number | null;
  size?: number;
  label?: string;
}

const RADIUS = 7.5;
const TURN = 2 * Math.PI * RADIUS;
/** The ESR bar ends here: from four times on it does not matter how many. */
const MAX_RATIO = 4;

const hue: Readonly<Record<MarkKind, string>> = {
  sound: "var(--sound)",
  worn: "var(--worn)",
  failed: "var(--failed)",
  open: "var(--open)",
  shorted: "var(--shorted)",
  undecided: "var(--undecided)",
  unmeasured: "var(--rule-strong)",
  replaced: "var(--copper)",
  temporary: "var(--copper)",
};

// The verdict by shape alone: it must read in grey. Centre at 12, 10.5; the foot belongs to the ESR bar.
function Shape({ kind, colour }: { kind: MarkKind; colour: string }) {
  switch (kind) {
    case "sound":
      return <circle cx="12" cy="10.5" r="3.4" fill={colour} />;
    case "worn":
      return <path d="M8.6 10.5a3.4 3.4 0 0 0 6.8 0z" fill={colour} stroke={colour} strokeWidth="1" />;
    case "failed":
      return <path d="M9 7.5l6 6M15 7.5l-6 6" stroke={colour} strokeWidth="2.6" />;
    case "open":
      return <path d="M12 1.5v5.5M12 14v5.5M9 7h6M9 14h6" stroke={colour} strokeWidth="2.2" />;
    case "shorted":
      return <path d="M12 1v19" stroke={colour} strokeWidth="4" />;
    case "undecided":
      return <path d="M8.8 10.5h1.2M11.4 10.5h1.2M14 10.5h1.2" stroke={colour} strokeWidth="2.6" />;
    case "replaced":
      return <path d="M8.6 10.6l2.4 2.6 4.6-5.4" stroke={colour} strokeWidth="2.4" fill="none" />;
    case "temporary":
      return <path d="M9 7h6l-6 7h6z" stroke={colour} strokeWidth="1.8" fill="none" />;
    case "unmeasured":
      return null;
  }
}

/**
 * One part at a glance: how much of the ring is drawn is the capacitance left, the bar at the foot is ESR against expectation
 * (its notch is "as expected"), the shape in the middle the verdict.
 */
export function CapacitorMark({ kind, share = null, esrRatio = null, size = 24, label }: MarkProps) {
  const colour = hue[kind];
  const drawn = kind === "unmeasured" ? 0 : Math.min(1, Math.max(0, share ?? 1));
  const bar = esrRatio === null ? null : (Math.min(MAX_RATIO, esrRatio) / MAX_RATIO) * 20;
  const name = kind === "replaced" || kind === "temporary" ? kind : verdictName[kind];
  const said = label ?? [name, share === null ? "" : `${percent(share)} of C`].filter(Boolean).join(", ");
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      role={said === "" ? undefined : "img"}
      aria-label={said === "" ? undefined : said}
      aria-hidden={said === ""}
      style={{ display: "block", flex: "none" }}
    >
      <circle
        cx="12"
        cy="10.5"
        r={RADIUS}
        fill="none"
        stroke={kind === "unmeasured" ? hue.unmeasured : "var(--track)"}
        strokeWidth={kind === "unmeasured" ? 1.6 : 3.2}
        strokeDasharray={kind === "unmeasured" ? "2.2 2.5" : undefined}
      />
      {kind !== "unmeasured" && kind !== "open" && (
        <circle
          cx="12"
          cy="10.5"
          r={RADIUS}
          fill="none"
          stroke={colour}
          strokeWidth="3.2"
          strokeDasharray={`${drawn * TURN} ${TURN}`}
          transform="rotate(-90 12 10.5)"
        />
      )}
      <Shape kind={kind} colour={colour} />
      {bar !== null && (
        <>
          <path d="M2 22.4h20" stroke="var(--track)" strokeWidth="2.4" />
          <path d={`M2 22.4h${bar}`} stroke={colour} strokeWidth="2.4" />
          <path d="M7 20.6v3.4" stroke="var(--ink)" strokeWidth="1.2" />
        </>
      )}
    </svg>
  );
}
