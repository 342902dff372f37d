"use client";

import { closingBlockers, isClosed, type ClosedState, type ClosingBlocker, type JobState, type Waiver } from "@mirvek/core/job";
import { Button } from "antd";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { RequestIssue } from "../../schemas/issues";
import { refitOpen } from "../../wording/powerUp";
import { issueText } from "../../wording/requestIssue";
import { holdText } from "../../wording/safety";
import { closeAct, closedText } from "../../wording/vocabulary";
import { Teardown } from "../inspect/Disassembly";
import { useJob } from "../job/JobProvider";
import { useMessage } from "../shared/Providers";
import { useKeys } from "../shared/useKeys";
import { Report } from "./Report";
import styles from "./Report.module.css";
import { reportWords } from "../../wording/screens/report";

const ReasonDialog = dynamic(() => import("../shared/ReasonDialog").then((m) => m.ReasonDialog), { ssr: false });

const ENDINGS: readonly ClosedState[] = ["closed", "clearedWithoutCause", "locatedNotRepaired"];

/** The report as it will be printed, what still holds it, and the ways a job can end. */
export function ReturnStation() {
  const { view, write, getJob, whenSent } = useJob();
  const message = useMessage();
  const [waiving, setWaiving] = useState<ClosedState | null>(null);
  // what the server holds it by, where it knew more than this window
  const [also, setAlso] = useState<readonly ClosingBlocker[]>([]);
  const { job, facts } = view;
  const closed = isClosed(job.state);
  const holds = closed ? [] : closingBlockers(facts);
  const heldBy = (state: ClosedState): ClosingBlocker[] => {
    const mine = closingBlockers(getJob().view.facts, state);
    return [...mine, ...also.filter((hold) => !mine.includes(hold))];
  };
  /** @returns true, or why it was not done; a line that still waits is kept first, so that the server judges what is seen here */
  const go = async (state: JobState, waiver: Waiver | null = null): Promise<true | string> => {
    if (!(await whenSent())) return issueText({ code: "databaseDown" });
    const ask = () => write("POST", "state", { version: getJob().view.job.version, state, waiver });
    const first = await ask();
    // somebody wrote meanwhile: what they wrote is shown now, and the holds are judged anew
    const answer = !first.ok && first.issue.code === "stale" ? await ask() : first;
    if (answer.ok) {
      setAlso([]);
      if (isClosed(state)) void message.success(closedText[state]);
      return true;
    }
    const issue = answer.issue as RequestIssue;
    if (issue.code === "closingHeld") {
      setAlso(issue.by);
      if (isClosed(state) && !issue.by.includes("energised")) setWaiving(state);
    }
    return issueText(issue);
  };
  const end = async (state: ClosedState) => {
    await whenSent();
    setAlso([]);
    const held = closingBlockers(getJob().view.facts, state);
    // a live unit cannot be waived: the server says so in words
    if (held.length === 0 || held.includes("energised")) void go(state);
    else setWaiving(state);
  };
  useKeys(closed ? {} : { c: () => void end("closed") });
  return (
    <div>
      <div className={`${styles.tools} no-print`}>
        <Button type="primary" onClick={() => window.print()}>
          Print
        </Button>
        <Button href={`/api/jobs/${job.number}/report.pdf?for=owner`} target="_blank">
          {reportWords.pdfOwner}
        </Button>
        <Button href={`/api/jobs/${job.number}/report.pdf?for=technician`} target="_blank">
          {reportWords.pdfNextTechnician}
        </Button>
        {closed ? (
          <Button onClick={() => void go("open")}>Reopen</Button>
        ) : (
          <>
            {ENDINGS.map((state) => (
              <Button key={state} onClick={() => void end(state)}>
                {closeAct[state]} {state === "closed" && <kbd>c</kbd>}
              </Button>
            ))}
            <Button onClick={() => void go(job.state === "open" ? "waitingForOwner" : "open")}>
              {job.state === "open" ? "Waiting for owner" : "Go on"}
            </Button>
          </>
        )}
      </div>
      <Holds holds={holds} />
      {!closed && (
        <div className="no-print">
          <Teardown quiet />
        </div>
      )}
      <Report />
      {waiving && (
        <ReasonDialog
          open
          title="Close anyway?"
          about={
            <>
              {reportWords.waiversPrintedReportEnd}
              <Holds holds={heldBy(waiving)} />
            </>
          }
          label="Waiver"
          act="Waive and close"
          least={8}
          onReason={(reason) => go(waiving, { reason, holds: heldBy(waiving) })}
          onClose={() => setWaiving(null)}
        />
      )}
    </div>
  );
}

function Holds({ holds }: { holds: readonly ClosingBlocker[] }) {
  const { view } = useJob();
  if (holds.length === 0) return null;
  return (
    <ul className={`${styles.holds} no-print`} aria-label="Blocks closing">
      {holds.map((hold) => (
        <li key={hold}>
          {holdText[hold]}
          {hold === "refitLeft" && ` Open: ${refitOpen(view).join(", ")}.`}
        </li>
      ))}
    </ul>
  );
}
