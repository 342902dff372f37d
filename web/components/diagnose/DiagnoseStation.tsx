"use client";

import type { Outcome, RemarkMeaning } from "@mirvek/core/evidence";
import { REPAIRS, type LoadModel, type RemarkModel, type TriedModel } from "@mirvek/core/job";
import { Button } from "antd";
import { useState } from "react";
import { askText, cautionText, remarkMeaningName, subjectText, triedOutcomeText, triedText, underText } from "../../wording/observation";
import { ago, clock, shown, times } from "../../wording/quantity";
import { useJob, useNow } from "../job/JobProvider";
import { useKeys } from "../shared/useKeys";
import { BridgeAid } from "./BridgeAid";
import { Schematic } from "./Schematic";
import { Patterns } from "./Patterns";
import { SectionPicture } from "./SectionPicture";
import { Suspects } from "./Suspects";
import styles from "./Diagnose.module.css";
import { diagnoseWords } from "../../wording/screens/diagnose";

const OUTCOME_KEYS: readonly { key: string; outcome: Outcome; name: string }[] = [
  { key: "g", outcome: "gone", name: "gone" },
  { key: "i", outcome: "better", name: "better" },
  { key: "e", outcome: "same", name: "no difference" },
  { key: "w", outcome: "worse", name: "worse" },
  { key: "a", outcome: "answers", name: "it answers" },
];
/** What can be said of a test; repairs are answered together, by what the complaint does now. */
const outcomesOf = ({ tried }: TriedModel) => OUTCOME_KEYS.filter((k) => k.outcome !== "answers" || !REPAIRS.has(tried.act));
const replyTo = ({ seq, tried }: TriedModel, { outcome, name }: (typeof OUTCOME_KEYS)[number]): string =>
  REPAIRS.has(tried.act) ? name : `re ${seq} ${outcome}`;
const REMARK_KEYS: readonly { key: string; as: RemarkMeaning }[] = [
  { key: "s", as: "look" },
  { key: "h", as: "heard" },
  { key: "m", as: "claim" },
  { key: "y", as: "owner" },
  { key: "j", as: "sideJob" },
  { key: "v", as: "note" },
];

/** What was tried and what it changed, what is still asked, loads side by side, cold starts. */
export function DiagnoseStation() {
  const { view, submit } = useJob();
  const { unit } = view;
  const tried = unit.tried.toReversed();
  const open = tried.find((t) => t.asks.length > 0) ?? null;
  const remark = unit.remarks.find((r) => r.as === null) ?? null;
  const leftIn = unit.tried.filter((t) => t.leftIn);
  const say = (line: string) => void submit(line);
  const asksOutcome = open?.asks.includes("outcome") ?? false;
  useKeys({
    ...(open && asksOutcome ? Object.fromEntries(outcomesOf(open).map((k) => [k.key, () => say(replyTo(open, k))])) : {}),
    ...(open?.asks.includes("followed") ? { p: () => say(`re ${open.seq} part`), q: () => say(`re ${open.seq} place`) } : {}),
    ...(!open && remark ? Object.fromEntries(REMARK_KEYS.map((k) => [k.key, () => say(`re ${remark.seq} ${k.as}`)])) : {}),
    c: () => leftIn.length > 0 && say("all back"),
  });
  return (
    <div>
      {open ? <Asked of={open} say={say} /> : remark && <Unread of={remark} say={say} />}
      {leftIn.length > 0 && (
        <section className={styles.left} aria-label="Not put back">
          <h2>{diagnoseWords.notPutBackYet}</h2>
          <ul>
            {leftIn.map((t) => (
              <li key={t.seq}>
                {triedText(t.tried)}{" "}
                <Button size="small" onClick={() => say(`re ${t.seq} back`)}>
                  Back
                </Button>
              </li>
            ))}
          </ul>
          <Button size="small" onClick={() => say("all back")}>
            {diagnoseWords.allBackWas} <kbd>c</kbd>
          </Button>
        </section>
      )}
      <Suspects />
      <SectionPicture />
      <h2 className={styles.head}>Tried</h2>
      {tried.length === 0 ? (
        <p className="muted">
          {diagnoseWords.nothingTriedYetEnter} <span className="mono">pulled tone board plug, rail back to 15</span>,{" "}
          <span className="mono">tap C3: crackle, tap heat sink: nothing</span>.
        </p>
      ) : (
        <table className="sheet">
          <thead>
            <tr>
              <th>What was done</th>
              <th>What it changed</th>
              <th className="n">Line</th>
            </tr>
          </thead>
          <tbody>
            {tried.map((t) => (
              <TriedRow key={`${t.seq} ${triedText(t.tried)}`} of={t} />
            ))}
          </tbody>
        </table>
      )}
      <BridgeAid />
      <Loads />
      <Schematic />
      <Patterns />
      <ColdStarts say={say} />
      <p className="muted">
        <a href={`/api/jobs/${view.job.number}/case`} download>
          {diagnoseWords.savePracticeCase}
        </a>{" "}
        {diagnoseWords.trainingRunAgainWith} <span className="mono">./mirvek trace</span>.
      </p>
    </div>
  );
}

function Asked({ of, say }: { of: TriedModel; say: (line: string) => void }) {
  const [ask] = of.asks;
  return (
    <section className={styles.ask} aria-label="Asked">
      <b>
        {triedText(of.tried)}. {askText[ask!]}
      </b>
      <div>
        {of.asks.includes("outcome") &&
          outcomesOf(of).map((k) => (
            <Button key={k.key} size="small" onClick={() => say(replyTo(of, k))}>
              {k.name} <kbd>{k.key}</kbd>
            </Button>
          ))}
        {of.asks.includes("bridgeValue") && (
          <span>
            {diagnoseWords.lineBelow} <span className="mono">re {of.seq} 100u 25v</span>
          </span>
        )}
        {of.asks.includes("followed") && (
          <>
            <Button size="small" onClick={() => say(`re ${of.seq} part`)}>
              {diagnoseWords.wentWithPart} <kbd>p</kbd>
            </Button>
            <Button size="small" onClick={() => say(`re ${of.seq} place`)}>
              stayed in place <kbd>q</kbd>
            </Button>
          </>
        )}
      </div>
    </section>
  );
}

function Unread({ of, say }: { of: RemarkModel; say: (line: string) => void }) {
  return (
    <section className={styles.ask} aria-label="Asked">
      <b>
        “{of.text}” about {subjectText(of.subject)}. What is it?
      </b>
      <div>
        {REMARK_KEYS.map((k) => (
          <Button key={k.key} size="small" onClick={() => say(`re ${of.seq} ${k.as}`)}>
            {remarkMeaningName[k.as]} <kbd>{k.key}</kbd>
          </Button>
        ))}
      </div>
    </section>
  );
}

function TriedRow({ of: t }: { of: TriedModel }) {
  const now = useNow();
  const outcome = triedOutcomeText(t.tried);
  return (
    <tr title={ago(t.takenAt, now)}>
      <td>
        <b>{triedText(t.tried)}</b>
        {t.cautions.map((c) => (
          <div key={c} className="state-failed">
            {cautionText[c]}
          </div>
        ))}
      </td>
      <td>
        {outcome || <span className="muted">not entered yet</span>}
        {t.refused && <div className="state-failed">{diagnoseWords.unsafeRecordDoneNot}</div>}
        {t.asSet && <div className="state-worn">{diagnoseWords.severalChangesOneOutcome}</div>}
      </td>
      <td className="n mono">{t.seq}</td>
    </tr>
  );
}

/** Resistance of each load to ground, side by side: the odd one holds the short. */
const loadName = (l: LoadModel): string => [l.name, underText(l.under)].filter(Boolean).join(", ");

function Loads() {
  const { loads } = useJob().view.unit;
  if (loads.length === 0) return null;
  return (
    <section aria-label="Loads against ground">
      <h2 className={styles.head}>Loads against ground</h2>
      <table className="sheet">
        <thead>
          <tr>
            <th>Load</th>
            <th className="n">To ground</th>
            <th className="n">of the others</th>
            <th>
              <span className="sr-only">Odd</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {loads.map((l) => (
            <tr key={loadName(l)}>
              <td>{loadName(l)}</td>
              <td className="n">{l.ohms === "over" ? "over-range" : shown(l.ohms, "Ω", 2)}</td>
              <td className="n">{l.ratio === null ? "" : l.ratio < 0.1 ? `1/${Math.round(1 / l.ratio)}` : times(l.ratio)}</td>
              <td className="state-failed">{l.odd ? diagnoseWords.oddOneOutShort : ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Starts from cold are counted, with a clock for the rest between them. */
function ColdStarts({ say }: { say: (line: string) => void }) {
  const { coldStarts } = useJob().view.unit;
  const now = useNow();
  const [since, setSince] = useState<number | null>(null);
  const rest = since === null ? null : (now - since) / 1000;
  const counted = (ok: boolean) => {
    say(`cold start ${ok ? "ok" : "no"}${rest === null ? "" : ` after ${Math.max(1, Math.round(rest))} s rest`}`);
    setSince(null);
  };
  return (
    <section aria-label="Cold starts">
      <h2 className={styles.head}>Cold starts</h2>
      <p className={styles.cold}>
        {coldStarts ? (
          <b>
            Came up {coldStarts.started} of {coldStarts.of}.
          </b>
        ) : (
          <span className="muted">{diagnoseWords.intermittentFaultsCountThem}</span>
        )}
        <Button size="small" onClick={() => counted(true)}>
          came up
        </Button>
        <Button size="small" onClick={() => counted(false)}>
          did not
        </Button>
        <Button size="small" onClick={() => setSince(since === null ? now : null)}>
          {rest === null ? "rest begins" : `resting ${clock(rest)}`}
        </Button>
      </p>
    </section>
  );
}
