"use client";

import { useMessage } from "../shared/Providers";
import type { Assessment } from "@mirvek/core/choose";
import { Alert, Button, Checkbox, Spin } from "antd";
import dynamic from "next/dynamic";
import { useEffect, useState, type ReactNode } from "react";
import type { RequestIssue } from "../../schemas/issues";
import type { CandidatesView, PositionView } from "../../schemas/jobView";
import { scenarioName } from "../../wording/circuit";
import { fitNoteText, meritSentence, refusalText, sharedMerits, neededText } from "../../wording/choose";
import { list, money, shown, signedPercent } from "../../wording/quantity";
import { issueText } from "../../wording/requestIssue";
import { gradeName, mountingName, technologyName } from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import { read } from "../shared/request";
import { useKeys } from "../shared/useKeys";
import styles from "./Choose.module.css";

const ReasonDialog = dynamic(() => import("../shared/ReasonDialog").then((m) => m.ReasonDialog), { ssr: false });

type Decision = "replace" | "temporary" | "leave" | "withdrawn";
/** A decision that still needs its reason in writing. */
interface Asked {
  decision: "replace" | "temporary" | "leave";
  assessment: Assessment | null;
}

interface Props {
  position: PositionView;
  /** called with the designators decided together, so that the next one can be shown */
  onDecided: (together: readonly string[]) => void;
}

export function Candidates({ position, onDecided }: Props) {
  const { view, write } = useJob();
  const message = useMessage();
  const [found, setFound] = useState<CandidatesView | null>(null);
  const [issue, setIssue] = useState<RequestIssue | null>(null);
  const twins = position.twins.flatMap((d) => view.positions.filter((p) => p.designator === d));
  const [withTwins, setWithTwins] = useState(view.job.sidesSchool === "everyChannel");
  const [asked, setAsked] = useState<Asked | null>(null);

  useEffect(() => {
    let gone = false;
    void read<CandidatesView>(`/api/jobs/${view.job.number}/candidates?position=${position.designator}`).then((answer) => {
      if (gone) return;
      if (answer.ok) setFound(answer.value);
      else setIssue(answer.issue);
    });
    return () => {
      gone = true;
    };
    // what is kept may change what is needed
  }, [view.job.number, position.designator, view.revision]);

  const decide = async (decision: Decision, assessment: Assessment | null, reason: string | null): Promise<boolean> => {
    const together = withTwins && decision === "replace" ? [position, ...twins] : [position];
    const answer = await write("POST", "choices", {
      positions: together.map((p) => ({ designator: p.designator, follows: p.choice?.id ?? null })),
      decision,
      partId: assessment?.part.id ?? null,
      reason,
    });
    if (answer.ok && assessment) void message.success(`${assessment.part.code} for ${list(together.map((p) => p.designator))}.`);
    if (answer.ok && decision !== "withdrawn") onDecided(together.map((p) => p.designator));
    return answer.ok;
  };
  const isChosen = position.choice !== null && position.choice.decision !== "withdrawn";
  // what is chosen stays chosen: the key is for what is still open
  useKeys({ a: () => !isChosen && found?.ranking.shortList[0] && void decide("replace", found.ranking.shortList[0], null) });

  if (issue) return <Alert type="error" title={issueText(issue)} />;
  if (!found) return <Spin aria-label="Looking through the catalogue" />;
  const { ranking } = found;
  const chosen = position.choice;
  return (
    <div>
      <p className={styles.need}>
        {found.nominal !== position.nominal && `${shown(found.nominal, "F")} belongs here, ${shown(position.nominal, "F")} is fitted. `}
        {neededText(position.designator, found)}.{" "}
        {found.computed &&
          `By the ${scenarioName[found.computed.scenario].toLowerCase()} it bears ${shown(found.computed.volts, "V", 2)} at high mains${found.computed.ripple > 0.001 ? ` and ${shown(found.computed.ripple, "A", 2)} of ripple at ${shown(found.computed.hertz, "Hz", 2)}` : ""}. `}
        {!isChosen && ranking.shortList.length > 0 && (
          <>
            <kbd>a</kbd> takes the first.
          </>
        )}
      </p>
      {chosen && chosen.decision !== "withdrawn" && (
        <p className={styles.chosen}>
          {chosen.decision === "leave"
            ? "Stays"
            : `${chosen.decision === "temporary" ? "Temporary: " : ""}${chosen.part?.code ?? ""} chosen`}
          {chosen.reason ? `: ${chosen.reason}` : ""}.{" "}
          <Button size="small" onClick={() => void decide("withdrawn", null, null)}>
            Take back
          </Button>
        </p>
      )}
      {ranking.shortList.length === 0 ? (
        <p className={styles.none}>
          No part in the catalogue fits. Below are the nearest by value and volts, each with the rule it breaks.
        </p>
      ) : (
        <PartTable
          assessments={ranking.shortList}
          of={position}
          act={(a, i) => (
            <Button
              size="small"
              type={i === 0 ? "primary" : "default"}
              onClick={() => void decide("replace", a, null)}
              aria-label={`Take ${a.part.code}`}
            >
              Take
            </Button>
          )}
        />
      )}
      <div className={styles.acts}>
        {twins.length > 0 && (
          <Checkbox checked={withTwins} onChange={(e) => setWithTwins(e.target.checked)}>
            the same for {list(twins.map((t) => t.designator))}
          </Checkbox>
        )}
        <Button onClick={() => setAsked({ decision: "leave", assessment: null })}>Leave it in, with a reason</Button>
      </div>
      <details className={styles.refused} open={ranking.shortList.length === 0}>
        <summary>
          {ranking.refusedCount} refused, the nearest {ranking.refused.length} with their rules
        </summary>
        <PartTable
          assessments={ranking.refused}
          of={position}
          act={(a) => (
            <>
              <Button
                size="small"
                onClick={() => setAsked({ decision: "replace", assessment: a })}
                aria-label={`Override for ${a.part.code}`}
              >
                Override
              </Button>
              <Button
                size="small"
                type="text"
                onClick={() => setAsked({ decision: "temporary", assessment: a })}
                aria-label={`${a.part.code} as temporary part`}
              >
                Temporary
              </Button>
            </>
          )}
        />
      </details>
      {asked && (
        <DecisionDialog
          asked={asked}
          designator={position.designator}
          onCancel={() => setAsked(null)}
          onKeep={(reason) => decide(asked.decision, asked.assessment, reason)}
        />
      )}
    </div>
  );
}

/** What to mind; that working volts are not measured is said once, above the list. */
function Notes({ assessment }: { assessment: Assessment }) {
  const text = assessment.notes
    .filter((n) => n.code !== "workingUnknown")
    .map(fitNoteText)
    .join("; ");
  return text === "" ? null : <span className="state-worn"> Mind: {text}.</span>;
}

function PartTable({
  assessments,
  of,
  act,
}: {
  assessments: readonly Assessment[];
  of: PositionView;
  act: (a: Assessment, i: number) => ReactNode;
}) {
  const { view } = useJob();
  const saidOnce = sharedMerits(assessments);
  return (
    <table className={`sheet ${styles.parts}`}>
      {saidOnce.length > 0 && <caption className={styles.shared}>All of these: {saidOnce.join(", ")}.</caption>}
      <thead>
        <tr>
          <th>Part</th>
          <th className="n">Value</th>
          <th className="n">Life</th>
          <th className="n">Size</th>
          <th className="n">Each</th>
          <th className="n">Stock</th>
          <th>
            <span className="sr-only">Act</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {assessments.map((a, i) => (
          <tr key={a.part.id}>
            <td>
              <b className="mono">{a.part.code}</b>{" "}
              <span className="muted">
                {[
                  a.part.series,
                  gradeName[a.part.grade],
                  a.part.technology === of.technology ? "" : technologyName[a.part.technology],
                  mountingName[a.part.mounting],
                ]
                  .filter(Boolean)
                  .join(", ")}
              </span>
              <br />
              {a.fit === "refused" ? (
                <span className="state-failed">{reasonsOf(a)}</span>
              ) : (
                <>
                  {meritSentence(a, saidOnce)}
                  {a.corner && ` Corner ${shown(a.corner.was, "Hz")} to ${shown(a.corner.becomes, "Hz")}.`}
                  <Notes assessment={a} />
                </>
              )}
            </td>
            <td className="n">{Math.abs(a.change) < 1e-6 ? "same" : signedPercent(a.change)}</td>
            <td className="n">{a.years === null ? "–" : a.years > 50 ? "50+ y" : `${Math.round(a.years)} y`}</td>
            <td className="n" title={mountingName[a.part.mounting]}>
              {a.part.diameter}×{a.part.height}
            </td>
            <td className="n">{money(a.part.priceCents, view.shop.currency)}</td>
            <td className="n">{a.part.stock}</td>
            <td className={styles.act}>{act(a, i)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function DecisionDialog({
  asked,
  designator,
  onCancel,
  onKeep,
}: {
  asked: Asked;
  designator: string;
  onCancel: () => void;
  onKeep: (reason: string) => Promise<boolean>;
}) {
  const title =
    asked.decision === "leave"
      ? `Leave ${designator} in`
      : asked.decision === "temporary"
        ? `${asked.assessment!.part.code} as a temporary part at ${designator}`
        : `Fit ${asked.assessment!.part.code} at ${designator} against the rules`;
  return (
    <ReasonDialog
      open
      title={title}
      about={
        <>
          {asked.assessment && <p>Breaks: {reasonsOf(asked.assessment)}.</p>}
          {asked.decision === "temporary" && (
            <p>A temporary part holds the job: it cannot be handed back until the right one is in, or waived in writing.</p>
          )}
        </>
      }
      label="Reason, for the record and the report"
      act="Record"
      least={1}
      onReason={onKeep}
      onClose={onCancel}
    />
  );
}

/** Why a part is refused, each reason once. */
const reasonsOf = (a: Assessment): string => [...new Set(a.refusals.map(refusalText))].join("; ");
