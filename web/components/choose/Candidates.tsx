"use client";

import { canOf, type Assessment, type PartSet } from "@mirvek/core/choose";
import { Alert, Button, Checkbox, Spin } from "antd";
import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import type { RequestIssue } from "../../schemas/issues";
import type { CandidatesView, PositionView } from "../../schemas/jobView";
import { scenarioName } from "../../wording/circuit";
import { arrangementName, asMadeText, neededText } from "../../wording/choose";
import { list, shown, signedPercent } from "../../wording/quantity";
import { issueText } from "../../wording/requestIssue";
import { useJob } from "../job/JobProvider";
import { useMessage } from "../shared/Providers";
import { read, send } from "../shared/request";
import { useKeys } from "../shared/useKeys";
import type { Asked } from "./DecisionDialog";
import { PartTable } from "./PartTable";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

const DecisionDialog = dynamic(() => import("./DecisionDialog").then((m) => m.DecisionDialog), { ssr: false });
const Can = dynamic(() => import("./Can").then((m) => m.Can), { ssr: false });
const Sets = dynamic(() => import("./Combinations").then((m) => m.Sets), { ssr: false });
const ByHand = dynamic(() => import("./ByHand").then((m) => m.ByHand), { ssr: false });
const HearIt = dynamic(() => import("./HearIt").then((m) => m.HearIt), { ssr: false });

/** Circuits whose work an ear can hear. */
const HEARD: ReadonlySet<string> = new Set(["coupling", "crossover", "supply"]);

type Decision = "replace" | "temporary" | "leave" | "withdrawn";

interface Props {
  position: PositionView;
  /** called with the designators decided together, so that the next one can be shown */
  onDecided: (together: readonly string[]) => void;
}

/** What may go in at one place: the short list, sets of several, the refused with their rules, and a part written down by hand. */
export function Candidates({ position, onDecided }: Props) {
  const { view, write } = useJob();
  const message = useMessage();
  const [found, setFound] = useState<CandidatesView | null>(null);
  const [issue, setIssue] = useState<RequestIssue | null>(null);
  const [again, setAgain] = useState(0);
  const [busy, setBusy] = useState(false);
  const counterparts = position.counterparts.flatMap((d) => view.positions.filter((p) => p.designator === d));
  const [withCounterparts, setWithCounterparts] = useState(view.job.sidesApproach === "everyChannel");
  const [withRules, setWithRules] = useState(false);
  const [asked, setAsked] = useState<Asked | null>(null);
  const [more, setMore] = useState<"sets" | "hand" | "hear" | "can" | null>(null);

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
  }, [view.job.number, position.designator, view.revision, again]);

  const decide = async (
    decision: Decision,
    assessment: Assessment | null,
    reason: string | null,
    set: PartSet | null = null,
  ): Promise<boolean> => {
    const together = withCounterparts && decision === "replace" ? [position, ...counterparts] : [position];
    const answer = await write("POST", "choices", {
      positions: together.map((p) => ({ designator: p.designator, follows: p.choice?.id ?? null })),
      decision,
      partId: assessment?.part.id ?? null,
      ...(set ? { set: { arrangement: set.arrangement, partIds: set.parts.map((p) => p.id) } } : {}),
      reason,
    });
    const what = set ? set.parts.map((p) => p.code).join(" + ") : assessment?.part.code;
    if (answer.ok && what) void message.success(`${what} for ${list(together.map((p) => p.designator))}.`);
    if (answer.ok && decision !== "withdrawn") onDecided(together.map((p) => p.designator));
    return answer.ok;
  };
  const askStock = async () => {
    if (!found) return;
    setBusy(true);
    const answer = await send("POST", "/api/shop/offers", { partIds: found.ranking.shortList.map((a) => a.part.id) });
    setBusy(false);
    if (!answer.ok) void message.error(issueText(answer.issue), 6);
    setAgain(again + 1);
  };
  const sections = canOf(
    position.designator,
    position.technology,
    view.positions.map((p) => p.designator),
  );
  const can = sections.length === 0 ? [] : view.positions.filter((p) => p === position || sections.includes(p.designator));
  const chosen = position.choice;
  const isChosen = chosen !== null && chosen.decision !== "withdrawn";
  const isIn = view.facts.positions.find((p) => p.designator === position.designator)?.decision === "none";
  const toggle = (what: NonNullable<typeof more>) => setMore(more === what ? null : what);
  useKeys({
    // what is chosen stays chosen: the key is for what is still open
    a: () => !isChosen && found?.ranking.shortList[0] && void decide("replace", found.ranking.shortList[0], null),
    c: () => toggle("sets"),
    w: () => toggle("hand"),
    v: () => toggle("hear"),
    j: () => can.length > 1 && toggle("can"),
    y: () => setWithRules(!withRules),
  });

  if (issue) return <Alert type="error" title={issueText(issue)} />;
  if (!found) return <Spin aria-label="Searching the catalogue" />;
  const { ranking } = found;
  const [best] = ranking.shortList;
  return (
    <div>
      <p className={styles.need}>
        {found.nominal !== position.nominal && chooseWords.belongsHereFitted(shown(found.nominal, "F"), shown(position.nominal, "F"))}
        {neededText(position.designator, found)}; value {signedPercent(found.window.low)} to {signedPercent(found.window.high)}
        {found.old ? chooseWords.noSeriesOffersOld : ""}. {found.plusToGround && <b>{chooseWords.plusGoesGround} </b>}
        {found.computed &&
          `${chooseWords.computedStress(
            scenarioName[found.computed.scenario].toLowerCase(),
            shown(found.computed.volts, "V", 2),
            found.computed.ripple > 0.001
              ? chooseWords.andOfRippleAt(shown(found.computed.ripple, "A", 2), shown(found.computed.hertz, "Hz", 2))
              : "",
          )} `}
        {best && found.changes[best.part.id] && `${asMadeText(found.changes[best.part.id]!)}. `}
        {!isChosen && best && (
          <>
            <kbd>a</kbd> takes the first.
          </>
        )}
      </p>
      {isChosen && (
        <p className={styles.chosen}>
          {chosen.decision === "leave"
            ? "Stays"
            : `${chosen.decision === "temporary" ? "Temporary: " : ""}${chosenText(chosen)} chosen, ${isIn ? "and in" : "not fitted yet"}`}
          {chosen.reason ? `: ${chosen.reason}` : ""}.{" "}
          <Button size="small" onClick={() => void decide("withdrawn", null, null)}>
            Take back
          </Button>
        </p>
      )}
      {ranking.shortList.length === 0 ? (
        <p className={styles.none}>{chooseWords.noPartCatalogueFits}</p>
      ) : (
        <PartTable
          assessments={ranking.shortList}
          of={position}
          found={found}
          withRules={withRules}
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
        {counterparts.length > 0 && (
          <Checkbox checked={withCounterparts} onChange={(e) => setWithCounterparts(e.target.checked)}>
            the same for {list(counterparts.map((t) => t.designator))}
          </Checkbox>
        )}
        <Button size="small" aria-expanded={more === "sets"} onClick={() => toggle("sets")}>
          Combine several parts <kbd>c</kbd>
        </Button>
        {can.length > 1 && (
          <Button size="small" aria-expanded={more === "can"} onClick={() => toggle("can")}>
            {chooseWords.replaceWholeCan} <kbd>j</kbd>
          </Button>
        )}
        <Button size="small" aria-expanded={more === "hand"} onClick={() => toggle("hand")}>
          Enter a part <kbd>w</kbd>
        </Button>
        {best && HEARD.has(found.changes[best.part.id]?.scenario ?? "") && (
          <Button size="small" aria-expanded={more === "hear"} onClick={() => toggle("hear")}>
            Hear it <kbd>v</kbd>
          </Button>
        )}
        <Button size="small" aria-pressed={withRules} onClick={() => setWithRules(!withRules)}>
          Rules <kbd>y</kbd>
        </Button>
        <Button size="small" loading={busy} disabled={!best} onClick={() => void askStock()}>
          {chooseWords.askStockPrice}
        </Button>
        <Button size="small" onClick={() => setAsked({ decision: "leave", assessment: null })}>
          {chooseWords.leaveWithReason}
        </Button>
      </div>
      {more === "sets" && <Sets position={position} onTake={(set) => void decide("replace", null, null, set)} />}
      {more === "can" && <Can positions={can} />}
      {more === "hand" && <ByHand position={position} onWritten={() => setAgain(again + 1)} />}
      {more === "hear" && best && <HearIt position={position} parts={ranking.shortList.map((a) => a.part)} />}
      <details className={styles.refused} open={ranking.shortList.length === 0}>
        <summary>
          {ranking.refusedCount} refused, the nearest {ranking.refused.length} with their rules
        </summary>
        <PartTable
          assessments={ranking.refused}
          of={position}
          found={found}
          withRules={withRules}
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

const chosenText = ({ part, set }: NonNullable<PositionView["choice"]>): string =>
  set ? `${set.parts.map((p) => p.code).join(" + ")} ${arrangementName[set.arrangement]}` : (part?.code ?? "");
