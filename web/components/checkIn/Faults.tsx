"use client";

import { FAULT_STATES } from "@mirvek/core/evidence";
import { Button } from "antd";
import { faultStateName, timeText } from "../../wording/observation";
import { list } from "../../wording/quantity";
import { useJob } from "../job/JobProvider";
import { Pick } from "../shared/Pick";
import styles from "./CheckInForm.module.css";
import { checkInWords } from "../../wording/screens/checkIn";

const SAID: Readonly<Record<(typeof FAULT_STATES)[number], string>> = {
  open: "open",
  suspected: "suspected",
  shown: "shown",
  cured: "cured",
  locatedNotRepaired: "located",
  clearedWithoutCause: "cleared",
  waiting: "waiting",
};

/** Every fault of the job with where it stands; the complaint is the first. */
export function Faults() {
  const { view, submit } = useJob();
  const { faults, sideJobs, claims, owner, notes } = view.unit;
  const asides = [
    ["Side jobs", sideJobs],
    ["Claimed, not confirmed", claims],
    ["Owner", owner],
  ] as const;
  return (
    <section className={styles.faults} aria-label={checkInWords.faultsJob}>
      <h2>{checkInWords.faultsJob}</h2>
      <table className="sheet">
        <tbody>
          {faults.map((f) => (
            <tr key={f.number}>
              <td className="n mono">{f.number}</td>
              <td>{f.text ?? (view.job.complaint || checkInWords.complaintNotEnteredYet)}</td>
              <td className="muted">{f.lines.length > 0 && `lines ${list(f.lines.map(String))}`}</td>
              <td>
                <Pick
                  aria-label={`State of fault ${f.number}`}
                  value={f.state}
                  options={FAULT_STATES.map((s) => ({ value: s, label: faultStateName[s] }))}
                  onPick={(s) => s && void submit(`fault ${f.number} ${SAID[s]}`)}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="muted">
        Another fault: <span className="mono">fault headphone socket cuts out</span>
        {checkInWords.linkLine} <span className="mono">re 214 fault 2</span>.
      </p>
      {notes.counterpart !== null && (
        <p>
          <b>{checkInWords.otherUnitPair}</b>{" "}
          {notes.counterpart === "here" ? (
            checkInWords.hereCompareWith
          ) : (
            <>
              {notes.counterpart === "absent" ? checkInWords.notHereAskReadings : "is it here? "}
              <Button size="small" onClick={() => void submit("counterpart here")}>
                here
              </Button>{" "}
              {notes.counterpart === "ask" && (
                <Button size="small" onClick={() => void submit("counterpart not here")}>
                  not here
                </Button>
              )}
            </>
          )}
        </p>
      )}
      {notes.time.length > 0 && (
        <p>
          <b>Time:</b> {notes.time.map(timeText).join("; ")}.
        </p>
      )}
      {asides.map(
        ([name, texts]) =>
          texts.length > 0 && (
            <p key={name}>
              <b>{name}:</b> {texts.join("; ")}
            </p>
          ),
      )}
    </section>
  );
}
