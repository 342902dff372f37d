"use client";

import { isBad } from "@mirvek/core/capacitor";
import { Button } from "antd";
import { measurementText } from "../../wording/entry";
import { ago, clock, signedVolts } from "../../wording/quantity";
import { hazardDetail, hazardWord } from "../../wording/safety";
import { verdictName } from "../../wording/vocabulary";
import { useReadout } from "../readout/ReadoutProvider";
import { CapacitorMark } from "../shared/CapacitorMark";
import { markOf } from "../shared/markOf";
import { useTheme } from "../shared/Providers";
import { useJob } from "./JobProvider";
import styles from "./BenchRail.module.css";

const MOST_BAD = 6;
const MOST_LATEST = 7;

/** Always in view in a job: hazard, running clocks, what is bad, what was read last. */
export function BenchRail({ onOverride, onKeys }: { onOverride: () => void; onKeys: () => void }) {
  const { view } = useJob();
  const { toggle, name } = useTheme();
  const bad = view.positions.filter((p) => isBad(p.verdict.state));
  return (
    <aside className={`${styles.rail} no-print`} aria-label="Bench rail">
      <Hazard onOverride={onOverride} />
      <Running />
      <section>
        <h2>Bad so far</h2>
        {bad.length === 0 && <p className="muted">Nothing yet.</p>}
        <ul>
          {bad.slice(0, MOST_BAD).map((p) => (
            <li key={p.id}>
              <CapacitorMark {...markOf(p)} size={20} />
              <b className="mono">{p.designator}</b>
              <span className={`state-${p.verdict.state}`}>{verdictName[p.verdict.state]}</span>
              <small>{p.choice?.part ? "replaced" : p.choice?.decision === "leave" ? "stays" : ""}</small>
            </li>
          ))}
        </ul>
        {bad.length > MOST_BAD && <p className="muted">and {bad.length - MOST_BAD} more</p>}
      </section>
      <Latest />
      <p className={styles.foot}>
        <Button size="small" type="text" onClick={onKeys}>
          Keys <kbd>?</kbd>
        </Button>
        <Button size="small" type="text" onClick={toggle}>
          {name === "day" ? "Night" : "Day"} <kbd>d</kbd>
        </Button>
      </p>
    </aside>
  );
}

function Hazard({ onOverride }: { onOverride: () => void }) {
  const { view, now, write } = useJob();
  const { safety, touchLimit } = view;
  const { word, tone } = hazardWord(safety);
  const volts =
    safety.kind === "chargeHeld"
      ? safety.waiting.reduce<number | null>(
          (most, w) => ("volts" in w.state && Math.abs(w.state.volts) > Math.abs(most ?? 0) ? w.state.volts : most),
          null,
        )
      : null;
  const live = safety.kind === "energised";
  return (
    <section className={`${styles.hazard} ${styles[tone]}`} aria-label="Hazard" role="status">
      <h2>
        <HazardShape tone={tone} /> {word}
      </h2>
      {volts !== null && <div className={`${styles.big} mono`}>{signedVolts(volts)}</div>}
      <p>{hazardDetail(safety, now, touchLimit)}</p>
      <div className={styles.acts}>
        <Button size="small" danger={live} onClick={() => void write("POST", "safety", { kind: live ? "powerOff" : "powerOn" })}>
          {live ? "Power off" : "Power on"}
        </Button>
        {(safety.kind === "chargeHeld" || safety.kind === "nothingListed") && (
          <Button size="small" onClick={onOverride}>
            Override <kbd>o</kbd>
          </Button>
        )}
      </div>
    </section>
  );
}

/** Danger, wait and safe differ in shape, not only in hue. */
function HazardShape({ tone }: { tone: "danger" | "wait" | "safe" }) {
  return (
    <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      {tone === "danger" && <path d="M9 1v9M9 13v4" stroke="currentColor" strokeWidth="4" />}
      {tone === "wait" && <path d="M4 2h10L4 16h10z" fill="none" stroke="currentColor" strokeWidth="2" />}
      {tone === "safe" && <path d="M2 9h5M11 9h5M7 4v10M11 4v10" stroke="currentColor" strokeWidth="2.4" />}
    </svg>
  );
}

function Running() {
  const { view, now } = useJob();
  const { safety } = view;
  if (safety.kind !== "chargeHeld") return null;
  const clocks = safety.waiting.flatMap((w) =>
    w.state.kind === "once" ? [{ position: w.position, left: (w.state.secondFrom - now) / 1000 }] : [],
  );
  if (clocks.length === 0) return null;
  return (
    <section>
      <h2>Running</h2>
      <ul className={styles.lines}>
        {clocks.map((c) => (
          <li key={c.position} className="mono">
            <span>{c.position} second reading</span>
            <span>{c.left > 0 ? clock(c.left) : "now"}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Latest() {
  const { view, now } = useJob();
  const { waiting } = useReadout();
  const readings = view.positions
    .flatMap((p) =>
      p.readings.map((r) => ({
        key: `r${r.id}`,
        at: r.takenAt,
        what: p.designator,
        said: `${measurementText(r.measurement, r.significant)} ${r.inCircuit ? "in" : "out"}`,
      })),
    )
    .concat(
      view.points.map((p) => ({
        key: `p${p.id}`,
        at: p.takenAt,
        what: p.where,
        said: `${signedVolts(p.volts, p.significant)}${p.alternating ? " AC" : ""}`,
      })),
      view.safetyLog.flatMap((e, i) =>
        e.kind === "residual" ? [{ key: `s${i}`, at: e.at, what: e.position ?? "", said: `${signedVolts(e.volts ?? 0)} left` }] : [],
      ),
      view.notes.map((n, i) => ({ key: `n${i}`, at: n.at, what: "note", said: n.text })),
    )
    .sort((a, b) => b.at - a.at)
    .slice(0, MOST_LATEST);
  return (
    <section>
      <h2>Latest</h2>
      <ul className={styles.lines}>
        {waiting.map((w) => (
          <li key={w.clientKey} className={`mono ${styles.waiting}`}>
            <span>{w.line}</span>
            <span>waiting</span>
          </li>
        ))}
        {readings.map((r) => (
          <li key={r.key} title={ago(r.at, now)}>
            <b className="mono">{r.what}</b>
            <span>{r.said}</span>
          </li>
        ))}
      </ul>
      {readings.length === 0 && <p className="muted">No readings yet.</p>}
    </section>
  );
}
