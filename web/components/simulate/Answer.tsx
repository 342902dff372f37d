"use client";

import type { ScenarioId } from "@mirvek/core/scenarios";
import type { Contribution, Explanation, MeasuredExcess } from "@mirvek/core/explain";
import { Button, Input } from "antd";
import type { KeptAnswer } from "../../schemas/circuit";
import { amountText, answerSentence, candidateText, contributionText, symptomName, symptomUnit, wouldText } from "../../wording/circuit";
import { list, shown } from "../../wording/quantity";
import styles from "./Simulate.module.css";
import { simulateWords } from "../../wording/screens/simulate";

const MAX_DB = 200;
/** What was typed as so many decibels; null for an empty box and for what no fault makes. */
const dbOf = (typed: string): number | null => {
  const db = typed === "" ? NaN : Number(typed);
  return db >= 0 && db <= MAX_DB ? db : null;
};

interface Props {
  id: ScenarioId;
  explanation: Explanation | null;
  progress: number | null;
  stopped: boolean;
  onStop: () => void;
  onRun: () => void;
  complaint: number | null;
  measured: MeasuredExcess | null;
  /** what a unit that does this must have lost, in dB */
  implied: number | null;
  onComplaint: (value: number | null) => void;
  kept: KeptAnswer | null;
  /** whether what the kept answer stood on is still so */
  stands: boolean;
  /** whether this circuit makes the complaint at all */
  makesIt: boolean;
  onKeep: (() => void) | null;
}

/** The question of the station and its answer: how much of the complaint the bad parts explain, part by part. */
export function Answer(props: Props) {
  const { id, explanation, progress, stopped, complaint, measured, implied } = props;
  const unit = symptomUnit(id);
  return (
    <section className={styles.answer} aria-label="Answer">
      <h2 aria-live="polite" data-testid="answer">
        {explanation
          ? answerSentence(id, explanation)
          : stopped
            ? simulateWords.stoppedBeforeWasFinished
            : simulateWords.calculatingWhatBadParts}
      </h2>
      {!explanation && progress !== null && !stopped && (
        <p className={styles.working}>
          <progress value={progress} max={1} aria-label="Samples done" />
          <Button size="small" onClick={props.onStop}>
            Stop
          </Button>
        </p>
      )}
      {stopped && (
        <Button size="small" onClick={props.onRun}>
          Calculate
        </Button>
      )}
      {explanation && explanation.contributions.length > 0 && <Shares id={id} explanation={explanation} makesIt={props.makesIt} />}
      {explanation && explanation.elsewhere.length > 0 && (
        <p className={styles.elsewhere}>
          <b>{list(explanation.elsewhere)}</b>
          {simulateWords.badNotExaminedHere}
        </p>
      )}
      {explanation && explanation.fuse.length > 0 && (
        <p className={styles.elsewhere}>
          <b>{list(explanation.fuse)}</b>
          {simulateWords.shortedBlowsFuseSuch}
        </p>
      )}
      {explanation && explanation.rest.length > 0 && (
        <p className={styles.rest}>
          {simulateWords.wouldAccountRest}{" "}
          {explanation.rest
            .slice(0, 4)
            .map((c) => `${candidateText(c)} (+${amountText(id, c.effect)})`)
            .join("; ")}
          .
        </p>
      )}
      <div className={styles.ask}>
        <label>
          {simulateWords.measuredExcessOverHealthy}{" "}
          <Input
            type="number"
            value={complaint ?? ""}
            onChange={(e) => props.onComplaint(dbOf(e.target.value))}
            min={0}
            max={MAX_DB}
            step={1}
            size="small"
            suffix={unit}
            placeholder={(measured?.decibels ?? implied)?.toFixed(1) ?? "not measured"}
            aria-label={`Measured ${symptomName[id]}`}
          />
        </label>
        {measured && complaint === null && (
          <span className="muted">
            {measured.decibels.toFixed(1)} dB by {shown(measured.volts, "V")} {measured.form === "rms" ? "~" : "p-p"}{" "}
            {simulateWords.rippleRead} {measured.designator}.
          </span>
        )}
        {!measured && implied !== null && complaint === null && <span className="muted">{simulateWords.oscillatesNoStabilityMargin}</span>}
        {explanation && props.onKeep && (
          <Button type="primary" size="small" onClick={props.onKeep}>
            {simulateWords.saveReport} <kbd>k</kbd>
          </Button>
        )}
        {props.kept &&
          (props.stands ? (
            <span className="muted">Saved: {answerSentence(id, props.kept)}</span>
          ) : (
            <span className="state-worn">{simulateWords.answerWasSavedReadings}</span>
          ))}
      </div>
    </section>
  );
}

/** The bars' scale is never shorter than this, so that a tenth of a decibel does not look like much. */
const MIN_SCALE = 3;

/** Each part's share as a bar against the whole, its spread as a line across the end. */
function Shares({ id, explanation, makesIt }: { id: ScenarioId; explanation: Explanation; makesIt: boolean }) {
  const whole = Math.max(
    explanation.complaint ?? 0,
    explanation.excess.p90,
    ...explanation.contributions.map((c) => c.share.p90),
    MIN_SCALE,
  );
  return (
    <table className={styles.shares} aria-label={simulateWords.shareEachPart}>
      <tbody>
        {explanation.contributions.map((c) => (
          <tr key={c.slot}>
            <th scope="row">{c.designator}</th>
            <td>
              <ShareBar share={c} whole={whole} />
            </td>
            <td className="n">{amountText(id, c.share.p50)}</td>
            <td className="muted n">
              {amountText(id, c.share.p10).replace(/ (dB|%)$/, "")} to {amountText(id, c.share.p90)}
            </td>
            <td>{(makesIt ? contributionText : wouldText)[c.verdict]}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const WIDTH = 210;
function ShareBar({ share, whole }: { share: Contribution; whole: number }) {
  const x = (v: number) => (Math.max(0, v) / whole) * WIDTH;
  const colour = share.verdict === "notTheCause" ? "var(--undecided)" : "var(--failed)";
  return (
    <svg width={WIDTH} height="16" aria-hidden="true">
      <rect y="5" width={WIDTH} height="6" fill="var(--track)" />
      <rect y="5" width={x(share.share.p50)} height="6" fill={colour} />
      <path
        d={`M${x(share.share.p10)} 8H${x(share.share.p90)}M${x(share.share.p10)} 3v10M${x(share.share.p90)} 3v10`}
        stroke="var(--ink)"
        strokeWidth="1.2"
      />
    </svg>
  );
}
