"use client";

import { isClosed, sideSaid } from "@mirvek/core/job";
import type { Passes } from "@mirvek/core/finalTest";
import { ownValue } from "@mirvek/core/units";
import { Button } from "antd";
import { signedDb } from "../../wording/observation";
import { passesName, proofLine, proofName } from "../../wording/finalTest";
import { list, percent, shown, signedVolts, span } from "../../wording/quantity";
import { findingName } from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import { Reading } from "../shared/Reading";
import { SimulatedUnit } from "../shared/SimulatedUnit";
import styles from "../shared/Station.module.css";
import { finalTestWords } from "../../wording/screens/finalTest";

const TONE: Readonly<Record<Passes, string>> = { passes: "state-sound", fails: "state-failed", open: "muted" };

/** Proof that it is mended: figures by channel against rating and limits, and the complaint itself last. */
export function FinalTestStation() {
  const { view, submit } = useJob();
  const { finalTest } = view.after;
  const closed = isClosed(view.job.state);
  const sides = [...new Set(finalTest.response.flatMap((r) => [...Object.keys(r.after), ...Object.keys(r.before)]))];
  return (
    <section className={styles.station} aria-label="Final test">
      <h2>Final test</h2>
      <SimulatedUnit where="prove" />
      <ul className={styles.list} aria-label="View">
        {finalTest.items.map((i) => (
          <li key={i.id} data-item={i.id} data-applies={i.asked || i.passes !== "open"}>
            <b>{proofName[i.id]}</b>
            <span className={TONE[i.passes]}>{i.passes === "open" && !i.asked ? "where it matters" : passesName[i.passes]}</span>
            {i.passes === "open" && <small className="mono muted">{proofLine[i.id]}</small>}
          </li>
        ))}
      </ul>
      <table className="sheet" aria-label="By channel">
        <caption>
          {finalTest.rated
            ? finalTestWords.ratedIntoChannel(shown(finalTest.rated.watts, "W"), shown(finalTest.rated.ohms, "Ω"))
            : finalTestWords.ratedPowerNotEntered}
          {finalTest.missing.length > 0 && (
            <span className="state-worn">
              {" "}
              {finalTestWords.noDcOffsetRead} {list(finalTest.missing)}.
            </span>
          )}
        </caption>
        <thead>
          <tr>
            <th>Channel</th>
            <th className="n">{finalTestWords.dcOutput}</th>
            <th className="n">Clips at</th>
            <th>Sine</th>
            <th>Listening</th>
          </tr>
        </thead>
        <tbody>
          {finalTest.channels.map((c) => (
            <tr key={c.channel} data-channel={c.channel}>
              <th scope="row">{c.channel}</th>
              <td className="n">
                {c.offset ? (
                  <>
                    <b className={TONE[c.offset.passes]}>{signedVolts(c.offset.volts)}</b>
                    <small className="muted"> {shown(Number(c.offset.watts.toPrecision(2)), "W")} in the load</small>
                  </>
                ) : (
                  <Reading
                    label={`Offset of ${c.channel}`}
                    unit="mV"
                    line={(said) => `offset ${view.job.channels === 1 ? "" : `${sideSaid(c.channel)} `}${said}`}
                  />
                )}
              </td>
              <td className="n">
                {c.power ? (
                  <>
                    <b className={TONE[c.power.passes]}>{shown(Number(c.power.watts.toPrecision(3)), "W")}</b>
                    {c.power.dB !== null && <small className="muted"> {signedDb(c.power.dB)}</small>}
                    {c.power.settings && <small className="muted"> at {c.power.settings}</small>}
                  </>
                ) : (
                  <Reading
                    label={`Volts where ${c.channel} clips`}
                    unit="V"
                    line={(said) => `clip ${c.channel} ${said} into ${finalTest.rated?.ohms ?? 8}`}
                  />
                )}
              </td>
              <td>
                {c.sine ? (
                  <span className={c.sine.clean ? "state-sound" : "state-failed"}>{c.sine.clean ? "clean" : "not clean"}</span>
                ) : (
                  <Button
                    size="small"
                    disabled={closed}
                    onClick={() => submit(`sine ${c.channel} clean`)}
                    aria-label={`Sine clean on ${c.channel}`}
                  >
                    clean
                  </Button>
                )}
              </td>
              <td>{c.listened.map((l) => l.text).join("; ")}</td>
            </tr>
          ))}
        </tbody>
        {finalTest.sides && (
          <tfoot>
            <tr>
              <td colSpan={5} className={TONE[finalTest.sides.passes]}>
                {finalTestWords.sidesDiffer} {finalTest.sides.dB.toFixed(1)} dB.
              </td>
            </tr>
          </tfoot>
        )}
      </table>
      <div className={styles.split}>
        {finalTest.response.length > 0 && (
          <table className="sheet" aria-label="Response">
            <thead>
              <tr>
                <th className="n">Frequency</th>
                {sides.map((s) => (
                  <th key={s} className="n">
                    {s}
                  </th>
                ))}
                <th className="n">Off</th>
              </tr>
            </thead>
            <tbody>
              {finalTest.response.map((r) => (
                <tr key={r.hz}>
                  <th scope="row" className="n">
                    {shown(r.hz, "Hz")}
                  </th>
                  {sides.map((s) => (
                    <td key={s} className="n">
                      {ownValue(r.after, s) === undefined ? "" : signedDb(ownValue(r.after, s)!)}
                      {ownValue(r.before, s) !== undefined && <small className="muted"> was {signedDb(ownValue(r.before, s)!)}</small>}
                    </td>
                  ))}
                  <td className={`n ${TONE[r.passes]}`}>{r.off === null ? "" : signedDb(r.off)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <section aria-label="Starts and soak">
          {finalTest.starts && (
            <p className={TONE[finalTest.starts.passes]}>
              Came up {finalTest.starts.started} of {finalTest.starts.of} times from cold.{" "}
              {finalTest.starts.worth &&
                finalTestWords.withConfidenceFaultShows(percent(finalTest.starts.worth.exact), percent(finalTest.starts.worth.rule))}
            </p>
          )}
          {finalTest.soak.map((s) => (
            <p key={s.place} className={TONE[s.passes]}>
              {s.place}: {s.readings.map((r) => `${r.celsius} °C after ${span(r.after)}`).join(", ")}.{" "}
              {s.settled ? finalTestWords.noLongerGettingWarmer : "Still getting warmer."}
            </p>
          ))}
          {finalTest.delay && <p className={TONE[finalTest.delay.passes]}>Loudspeakers on after {span(finalTest.delay.seconds)}.</p>}
          <div className={styles.acts}>
            <Button size="small" onClick={() => submit("timer 30 min soak")}>
              {finalTestWords.startSoakClock}
            </Button>
            <Button size="small" onClick={() => submit("timer 5 s protection")}>
              Protection delay
            </Button>
          </div>
        </section>
      </div>
      <section aria-label="The complaint itself" className={styles.plan}>
        <h3>{finalTestWords.lastComplaintItself}</h3>
        <p>“{view.job.complaint}”</p>
        <p>{finalTestWords.tryWasDescribedSame}</p>
        <div className={styles.acts}>
          {(["gone", "a bit better", "still there"] as const).map((said) => (
            <Button
              key={said}
              size="small"
              disabled={closed || view.job.findings.length === 0}
              type={said === "gone" ? "primary" : "default"}
              onClick={() => submit(`complaint ${said}`)}
            >
              {said}
            </Button>
          ))}
          {view.job.findings.length > 0 && (
            <small className="muted">{list(view.job.findings.slice(0, 4).map((f) => findingName[f]))}</small>
          )}
        </div>
      </section>
    </section>
  );
}
