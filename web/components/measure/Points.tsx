"use client";

import { stateKey, type PointPicture } from "@mirvek/core/job";
import { voltsText } from "../../wording/entry";
import { expectationText, figureText, pointVerdictText, underText } from "../../wording/observation";
import { shown, signedVolts } from "../../wording/quantity";
import { useJob } from "../job/JobProvider";
import styles from "./Measure.module.css";

const LOAD_OHMS = 8;
const TONE = { within: "state-sound", low: "state-failed", high: "state-failed", gone: "state-failed", unknown: "muted" } as const;

/** Named points, what each should read, and what it read in which state; below, what the whole unit draws. */
export function Points() {
  const { unit } = useJob().view;
  const { points, draw } = unit;
  if (points.length === 0 && draw.length === 0)
    return (
      <p className={styles.empty}>
        No rail or point read yet: <span className="mono">rail +15 11.7 80mvac loaded</span>,{" "}
        <span className="mono">bias should be -46 to -40</span>, <span className="mono">draws 180ma in standby</span>.
      </p>
    );
  return (
    <>
      {points.length > 0 && (
        <table className={`sheet ${styles.others}`}>
          <thead>
            <tr>
              <th>Point</th>
              <th>Should read</th>
              <th>Reads now</th>
              <th>In each state</th>
            </tr>
          </thead>
          <tbody>
            {points.map((p) => (
              <PointRow key={p.name} of={p} />
            ))}
          </tbody>
        </table>
      )}
      {draw.length > 0 && (
        <section aria-label="What the unit draws">
          <h2 className={styles.draw}>What the unit draws</h2>
          <p>{draw.map((d) => figureText(d.observation)).join(" · ")}</p>
        </section>
      )}
    </>
  );
}

function PointRow({ of: p }: { of: PointPicture }) {
  const now = p.now;
  return (
    <tr>
      <td>
        <b>{p.name}</b>
      </td>
      <td>{p.expected ? expectationText(p.expected) : <span className="muted">not said</span>}</td>
      <td>
        {now && (
          <>
            <b className="mono">{signedVolts(now.reading.volts, now.reading.significant)}</b>{" "}
            <span className={TONE[now.verdict.state]}>{pointVerdictText(now.verdict)}</span>
            {p.sister && (
              <div className="muted">
                its sister {p.sister.name} is at {signedVolts(p.sister.volts)}
              </div>
            )}
            {p.name.startsWith("offset") && (
              <div className="muted">
                {shown(now.reading.volts ** 2 / LOAD_OHMS, "W", 2)} in {LOAD_OHMS} Ω
              </div>
            )}
          </>
        )}
      </td>
      <td className={styles.why}>{statesOf(p).join(" · ")}</td>
    </tr>
  );
}

/** The latest reading of each state and form, each with its state. */
function statesOf(p: PointPicture): string[] {
  const seen = new Set<string>();
  return p.readings.flatMap(({ reading }) => {
    const key = `${stateKey(reading.under)} ${reading.form}`;
    if (seen.has(key)) return [];
    seen.add(key);
    const under = underText(reading.under);
    return [`${voltsText(reading)}${under ? ` ${under}` : ""}`];
  });
}
