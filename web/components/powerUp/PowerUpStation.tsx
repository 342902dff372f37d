"use client";

import type { StepModel } from "@mirvek/core/job";
import { isClosed, unreadOf } from "@mirvek/core/job";
import { Button } from "antd";
import {
  lampName,
  meansName,
  overRatedText,
  rangeText,
  roundVolts,
  expectedBy,
  stageDo,
  stageName,
  interlockText,
  stopText,
} from "../../wording/powerUp";
import { list, percent, shown } from "../../wording/quantity";
import { hypothesisName } from "../../wording/diagnosis";
import { useJob } from "../job/JobProvider";
import { useKeys } from "../shared/useKeys";
import { Reading } from "../shared/Reading";
import { SimulatedUnit } from "../shared/SimulatedUnit";
import styles from "../shared/Station.module.css";
import { powerUpWords } from "../../wording/screens/powerUp";

/** First power, step by step: what to read, what it should be, when to stop. */
export function PowerUpStation() {
  const { view, submit } = useJob();
  const { powerUp } = view.after;
  const { means, lamp, next, stop, stages } = powerUp;
  const hold = view.after.interlock.next;
  const closed = isClosed(view.job.state);
  const full = stages.at(-1)?.steps.at(-1)?.current ?? null;
  const energised = view.safety.kind === "energised";
  const reading = energised ? stages.flatMap((s) => s.steps).find((s) => s.state === "now") : undefined;
  // a stop is off first; then the same step is taken again
  const live = stop !== null && energised;
  const off = () => void submit("power off");
  const goOn = () => {
    if (!next || closed || live || reading) return;
    if (next.stage !== (powerUp.at?.stage ?? stages[0]?.stage)) submit(`stage ${next.stage}`);
    submit(`step ${Number((next.share * 100).toFixed(1))}%`);
  };
  useKeys({ a: goOn, f: () => energised && off() });
  if (stages.length === 0)
    return (
      <section className={styles.station}>
        <h2>Power up</h2>
        <p>{powerUpWords.unitTakesNoPower}</p>
      </section>
    );
  const points = [
    ...new Map(stages.flatMap((s) => s.steps.flatMap((x) => x.points.map((p) => [p.point.name, p.point] as const)))).values(),
  ];
  return (
    <section className={styles.station} aria-label="Power up">
      <h2>Power up</h2>
      <p className="muted">{powerUpWords.oneHandInsulatedTools}</p>
      <SimulatedUnit where="powerUp" />
      {stop && (
        <div className={styles.stop} role="alert">
          <h3>Stop, off</h3>
          <p>{stopText(stop)}</p>
          <p>It points to: {list(stop.suspects.map((s) => hypothesisName[s]))}.</p>
          {energised && (
            <Button danger type="primary" onClick={off}>
              Power off <kbd>f</kbd>
            </Button>
          )}
        </div>
      )}
      <div className={styles.plan}>
        <p>
          <b>Powered via: </b>
          {means
            ? `${meansName[means.by]}${means.watts === null ? "" : `, ${shown(means.watts, "W")}`}` +
              `${means.amperes === null ? "" : `, at most ${shown(means.amperes, "A")}`}`
            : "not entered yet"}
          . {lamp && powerUpWords.lampFor(shown(lamp.idle, "W"), lamp.said ? "as entered" : powerUpWords.usualKind, lamp.watts)}
          {!lamp && powerUpWords.enterWhatDrawsIdle}
        </p>
        <div className={styles.acts}>
          {powerUp.suited.map((by) => {
            const first = means === null && by === powerUp.suited[0] ? "primary" : "default";
            if (by === "variac")
              return (
                <Button key={by} size="small" type={first} onClick={() => submit("variac")}>
                  {meansName[by]}
                </Button>
              );
            if (by === "lamp" && lamp)
              return (
                <Button key={by} size="small" type={first} onClick={() => submit(`limiter ${lamp.watts}w`)}>
                  {meansName[by]}, {lamp.watts} W
                </Button>
              );
            // what it is set to nobody knows but who set it
            return (
              <label key={by}>
                {by === "lamp" ? `${meansName[by]} of` : `${meansName[by]}, set to`}{" "}
                <Reading
                  label={by === "lamp" ? powerUpWords.wattsLamp : powerUpWords.limitSupply}
                  unit={by === "lamp" ? "W" : "A"}
                  line={(said) => (by === "lamp" ? `limiter ${said}` : `limited ${said}`)}
                />
              </label>
            );
          })}
        </div>
        {means?.by === "limited" && means.amperes !== null && full && means.amperes > full.most && (
          <p className="state-worn">
            {powerUpWords.limitAbove} {shown(Number(full.most.toPrecision(2)), "A")} {powerUpWords.unitStoppedSetLower}
          </p>
        )}
        {reading && (
          <p className={styles.nextStep}>
            On: read <b>{list(unreadOf(reading))}</b> at {percent(reading.share)}.
          </p>
        )}
        {means && next && !live && !reading && (
          <p className={styles.nextStep}>
            {hold ? (
              <span className="state-worn">{interlockText(hold)}</span>
            ) : (
              <>
                {stop ? powerUpWords.onceFoundRepeatSame : "Next:"} <b>{stageName[next.stage]}</b>, {percent(next.share)} of the mains
                {view.job.mainsV ? ` (${Math.round(next.share * view.job.mainsV)} V)` : ""}.{" "}
              </>
            )}{" "}
            <Button size="small" type="primary" disabled={hold !== null || closed} onClick={goOn}>
              {powerUpWords.setSwitch} <kbd>a</kbd>
            </Button>
          </p>
        )}
        {powerUp.finished && <p>{powerUpWords.poweredUpEveryStep}</p>}
      </div>
      {stages.map(({ stage, steps, done }) => (
        <section key={stage} aria-label={stageName[stage]}>
          <h3>
            {stageName[stage]} {done && <small className="state-sound">done</small>}
          </h3>
          <p className="muted">{stageDo[stage]}</p>
          <table className={`sheet ${styles.steps}`}>
            <thead>
              <tr>
                <th>Mains</th>
                {points
                  .filter((p) => steps.some((s) => s.points.some((x) => x.point.name === p.name)))
                  .map((p) => (
                    <th key={p.name} className="n">
                      {p.name}
                    </th>
                  ))}
                {steps.some((s) => s.lamp) && <th>Lamp</th>}
                <th className="n">Draws</th>
              </tr>
            </thead>
            <tbody>
              {steps.map((s) => (
                <Step key={s.share} step={s} here={isHere(s, powerUp.at)} />
              ))}
            </tbody>
          </table>
          <OverRatings steps={steps} />
        </section>
      ))}
      <p className="muted">
        {powerUp.byEngine ? powerUpWords.expectedVoltsCircuitSupply : powerUpWords.expectedVoltsProportionMains}{" "}
        {powerUpWords.railsBehindRegulatorUsual}
      </p>
    </section>
  );
}

/** Each position once, at the highest volts the stage takes it to. */
function OverRatings({ steps }: { steps: readonly StepModel[] }) {
  const worst = new Map(
    steps
      .flatMap((s) => s.overRated)
      .sort((a, b) => a.volts - b.volts)
      .map((o) => [o.designator, o] as const),
  );
  if (worst.size === 0) return null;
  return (
    <ul className="state-worn" aria-label={powerUpWords.overRatedVolts}>
      {[...worst.values()].map((o) => (
        <li key={o.designator}>{overRatedText(o)}</li>
      ))}
    </ul>
  );
}

const isHere = (s: StepModel, at: { stage: string; share: number } | null) =>
  at !== null && at.stage === s.stage && Math.abs(at.share - s.share) < 0.03;

function Step({ step, here }: { step: StepModel; here: boolean }) {
  const { submit } = useJob();
  return (
    <tr className={here ? styles.here : undefined} data-step={`${step.stage} ${Math.round(step.share * 100)}`} data-state={step.state}>
      <th scope="row">
        {percent(step.share)} {step.volts !== null && <small className="muted">{Math.round(step.volts)} V</small>}
        {step.state === "stopped" && <b className="state-failed"> stop</b>}
        {step.state === "done" && <small className="state-sound"> read</small>}
        {step.because && <small className="state-worn"> out of order: {step.because}</small>}
      </th>
      {step.points.map(({ point, expected, read, verdict }) => (
        <td key={point.name} className="n">
          <span className={styles.expected} title={expectedBy[expected.by]}>
            {rangeText(expected)}
          </span>
          {read && (
            <b className={verdict?.state === "within" ? "state-sound" : "state-failed"}>
              {roundVolts(read.value)}
              {verdict && verdict.state !== "within" ? ` ${verdict.state}` : ""}
            </b>
          )}
          {here && !read && (
            <Reading
              label={`${point.name} at ${percent(step.share)}`}
              unit={point.kind === "offset" ? "mV" : "V"}
              line={(said) => `${point.name} ${said}`}
            />
          )}
        </td>
      ))}
      {step.lamp && (
        <td>
          <span className={styles.expected}>{lampName[step.lamp.should]}</span>
          {step.lamp.did && (
            <b className={step.lamp.verdict === "asItShould" ? "state-sound" : "state-failed"}>{lampName[step.lamp.did]}</b>
          )}
          {here && !step.lamp.did && (
            <span className={styles.acts}>
              {(["flashDim", "dull", "bright", "dark", "pulses"] as const).map((did) => (
                <Button key={did} size="small" onClick={() => submit(`lamp ${did}`)}>
                  {lampName[did]}
                </Button>
              ))}
            </span>
          )}
        </td>
      )}
      <td className="n">
        {step.current ? (
          <>
            <span className={styles.expected}>
              about {shown(Number(step.current.typical.toPrecision(2)), "A")}, stop at{" "}
              {shown(Number(step.current.most.toPrecision(2)), "A")}
            </span>
            {step.current.read && (
              <b className={step.current.over ? "state-failed" : "state-sound"}>
                {shown(Number(step.current.read.value.toPrecision(3)), "A")}
              </b>
            )}
            {here && !step.current.read && <Reading label={`Draws at ${percent(step.share)}`} unit="A" line={(said) => `draw ${said}`} />}
          </>
        ) : (
          <small className="muted">not known</small>
        )}
      </td>
    </tr>
  );
}
