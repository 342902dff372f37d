"use client";

import type { Advice, Suspect } from "@mirvek/core/job";
import { Button } from "antd";
import { adviceText, decisiveText, heldText, hypothesisName, reasonText, suspectStateName } from "../../wording/diagnosis";
import { sectionName } from "../../wording/vocabulary";
import { list, percent } from "../../wording/quantity";
import { useJob } from "../job/JobProvider";
import { useKeys } from "../shared/useKeys";
import styles from "./Diagnose.module.css";
import { diagnoseWords } from "../../wording/screens/diagnose";

const SHOWN = 5;
const WORTH_NAMING = 0.02;
/** once a cause is shown */
const BESIDE_SHOWN = 0.05;
/** no more is ever claimed */
const MAX_SURE = 0.99;
/** for the first advice: as named, and not */
const KEYS = [["k", "f"]] as const;
const TONE = { shown: "state-failed", likely: "state-worn", suspected: "", unlikely: "muted", ruledOut: "muted" } as const;

/** What to do next, and who is suspected with the reasons for and against. */
export function Suspects() {
  const { view } = useJob();
  const { diagnosis } = view;
  const { tried } = view.unit;
  const leading = diagnosis.suspects
    .filter((s) => s.state !== "ruledOut" && s.chance >= (view.facts.diagnosis?.settled ? BESIDE_SHOWN : WORTH_NAMING))
    .slice(0, SHOWN);
  const out = diagnosis.suspects.filter((s) => s.state === "ruledOut");
  if (view.job.findings.length === 0) return <p className="muted">{diagnoseWords.checkTickWhatYou}</p>;
  return (
    <>
      <NextTests />
      <section aria-label="Suspects">
        <h2 className={styles.head}>Suspects</h2>
        <table className="sheet">
          <tbody>
            {leading.map((s) => (
              <SuspectRow key={s.id} of={s} />
            ))}
            <tr>
              <td className="n muted">{percent(diagnosis.other)}</td>
              <td className="muted" colSpan={2}>
                {diagnoseWords.anotherCauseNotListed}
              </td>
            </tr>
          </tbody>
        </table>
        {out.length > 0 && (
          <p className="muted">
            Ruled out: {out.map((s) => `${hypothesisName[s.id]} (${s.decisive ? decisiveText(s.decisive, tried) : ""})`).join("; ")}.
          </p>
        )}
        {diagnosis.badButInnocent.length > 0 && (
          <p>
            <b>{diagnoseWords.badButNotCause}</b> {list([...diagnosis.badButInnocent])}.
          </p>
        )}
      </section>
    </>
  );
}

function SuspectRow({ of: s }: { of: Suspect }) {
  const { tried } = useJob().view.unit;
  const say = (reasons: Suspect["for"]) => [...new Set(reasons.map((r) => reasonText(r, tried)))].join("; ");
  return (
    <tr>
      <td className="n">
        <b>{percent(Math.min(MAX_SURE, s.chance))}</b>
      </td>
      <td>
        <b>{hypothesisName[s.id]}</b> {s.designators.length > 0 && <span className="mono">{s.designators.slice(0, 4).join(" ")}</span>}
        <div className="muted">{sectionName[s.section]}</div>
      </td>
      <td>
        <b className={TONE[s.state]}>
          {suspectStateName[s.state]}
          {s.decisive ? `: ${decisiveText(s.decisive, tried)}` : ""}
        </b>
        {s.for.length > 0 && <div>For: {say(s.for)}.</div>}
        {s.against.length > 0 && <div className="muted">Against: {say(s.against)}.</div>}
      </td>
    </tr>
  );
}

/** The tests that tell most a minute, of those that may be done now, each answered by a key or on the line. */
function NextTests() {
  const { submit, view } = useJob();
  const { advice, held } = useJob().view.diagnosis;
  const settled = view.facts.diagnosis?.settled ?? false;
  const asked = view.facts.asked > 0 || settled;
  const answers = advice.slice(0, KEYS.length).flatMap((a, i) => {
    const words = adviceText(a);
    return words.yes !== null && words.no !== null ? [{ keys: KEYS[i]!, yes: words.yes, no: words.no }] : [];
  });
  // while a line left a question open, its keys come first
  useKeys(
    asked
      ? {}
      : Object.fromEntries(
          answers.flatMap((x) => [
            [x.keys[0], () => void submit(x.yes)],
            [x.keys[1], () => void submit(x.no)],
          ]),
        ),
  );
  if (advice.length === 0 && held.length === 0) return null;
  const tests = (
    <>
      <ol className={styles.next}>
        {advice.map((a, i) => (
          <AdviceItem key={keyOf(a)} of={a} keys={KEYS[i] ?? null} say={(line) => void submit(line)} quiet={asked} />
        ))}
      </ol>
      {held.length > 0 && (
        <p className="muted">
          Not now: {held.map((h) => `${adviceText(h.advice).act.replace(/\.$/, "")} (${heldText[h.by]})`).join("; ")}.
        </p>
      )}
    </>
  );
  // once a cause is shown the rest is for who still doubts it
  return settled ? (
    <details className={styles.more}>
      <summary>{diagnoseWords.causeConfirmedOtherTests}</summary>
      {tests}
    </details>
  ) : (
    <section aria-label={diagnoseWords.whatDoNext}>
      <h2 className={styles.head}>{diagnoseWords.whatDoNext}</h2>
      {tests}
    </section>
  );
}

const keyOf = (a: Advice): string => (a.kind === "test" ? a.test : `${a.kind} ${a.hypothesis}`);

function AdviceItem({
  of: a,
  keys,
  say,
  quiet,
}: {
  of: Advice;
  keys: readonly [string, string] | null;
  say: (line: string) => void;
  quiet: boolean;
}) {
  const words = adviceText(a);
  return (
    <li>
      <b>{words.act}</b> <span className="muted">about {a.minutes} min</span>
      <div>{words.how}</div>
      <div className="muted">
        {a.ifYes === a.ifNo
          ? diagnoseWords.ifMoreIfNot(words.named, percent(a.yes), hypothesisName[a.ifYes])
          : `If ${words.named} (${percent(a.yes)}): ${hypothesisName[a.ifYes]}. If not: ${hypothesisName[a.ifNo]}.`}
      </div>
      {words.yes !== null && words.no !== null ? (
        <div className={styles.outcomes}>
          <Button size="small" onClick={() => say(words.yes!)}>
            {words.named} {keys && !quiet && <kbd>{keys[0]}</kbd>}
          </Button>
          <Button size="small" onClick={() => say(words.no!)}>
            not {keys && !quiet && <kbd>{keys[1]}</kbd>}
          </Button>
        </div>
      ) : (
        <div className="muted">
          {diagnoseWords.enterWhatReads} <span className="mono">{words.figure}</span>
        </div>
      )}
    </li>
  );
}
