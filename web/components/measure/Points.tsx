"use client";

import { usualPoints, type UsualPoint } from "@mirvek/core/knowledge";
import { stateKey, type PointModel } from "@mirvek/core/job";
import { Button } from "antd";
import { voltsText } from "../../wording/entry";
import { drawVerdictText, expectationText, figureText, pointVerdictText, reducedMainsText, underText } from "../../wording/observation";
import { shown, signedVolts } from "../../wording/quantity";
import { useJob } from "../job/JobProvider";
import styles from "./Measure.module.css";
import { measureWords } from "../../wording/screens/measure";

const LOAD_OHMS = 8;
const DRAW_TONE = { within: "state-sound", high: "state-worn", muchTooHigh: "state-failed", unknown: "muted" } as const;
const TONE = { within: "state-sound", low: "state-failed", high: "state-failed", gone: "state-failed", unknown: "muted" } as const;

/** Named points, what each should read, and what it read in which state; below, what the whole unit draws. */
export function Points() {
  const { unit } = useJob().view;
  const { points, draw } = unit;
  if (points.length === 0 && draw.length === 0)
    return (
      <>
        <UsualPoints />
        <p className={styles.empty}>
          {measureWords.noRailPointRead} <span className="mono">rail +15 11.7 80mvac loaded</span>,{" "}
          <span className="mono">bias should be -46 to -40</span>, <span className="mono">draws 180ma in standby</span>.
        </p>
      </>
    );
  return (
    <>
      <UsualPoints />
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
        <section aria-label={measureWords.whatUnitDraws}>
          <h2 className={styles.draw}>{measureWords.whatUnitDraws}</h2>
          <ul className={styles.drawn}>
            {draw.map(({ reading, verdict }) => (
              <li key={`${reading.seq} ${reading.observation.quantity}`}>
                <b>{figureText(reading.observation)}</b> <span className={DRAW_TONE[verdict.state]}>{drawVerdictText(verdict)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** Points a unit of this kind usually has, taken on with one press: what nobody said is not held against anything. */
function UsualPoints() {
  const { view, submit } = useJob();
  const known = new Set(view.unit.points.filter((p) => p.expected?.from === "said").map((p) => p.name));
  const missing = usualPoints(view.job.unitKind).filter((p) => !known.has(p.name));
  if (missing.length === 0) return null;
  const take = () => {
    for (const p of missing) submit(`${p.name} should be ${limitsSaid(p)}`);
  };
  return (
    <p className={styles.usual}>
      <span className="muted">
        {measureWords.usualKind} {missing.map((p) => `${p.name} ${limitsSaid(p)}`).join(", ")}.
      </span>{" "}
      <Button size="small" onClick={take}>
        {measureWords.compareReadingsWithThem}
      </Button>
    </p>
  );
}

const limitsSaid = ({ low, high, nominal }: UsualPoint): string =>
  nominal ? `${nominal} ${Math.round((high / nominal - 1) * 100 * Math.sign(nominal))}%` : `${low} to ${high}`;

function PointRow({ of: p }: { of: PointModel }) {
  const now = p.now;
  return (
    <tr>
      <td>
        <b>{p.name}</b>
      </td>
      <td>{p.expected ? expectationText(p.expected) : <span className="muted">not entered</span>}</td>
      <td>
        {now && (
          <>
            <b className="mono">{signedVolts(now.reading.volts, now.reading.significant)}</b>{" "}
            <span className={TONE[now.verdict.state]}>{pointVerdictText(now.verdict)}</span>
            {p.complementary && (
              <div className="muted">
                its complementary rail {p.complementary.name} is at {signedVolts(p.complementary.volts)}
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
function statesOf(p: PointModel): string[] {
  const seen = new Set<string>();
  return p.readings.flatMap(({ reading, mainsShare }) => {
    const key = `${stateKey(reading.under)} ${reading.form} ${mainsShare ?? ""}`;
    if (seen.has(key)) return [];
    seen.add(key);
    const under = [underText(reading.under), reducedMainsText(mainsShare)].filter(Boolean).join(" ");
    return [`${voltsText(reading)}${under ? ` ${under}` : ""}`];
  });
}
