"use client";

import { cureOf, type DrawPicture, type PointPicture, type UnitNotes, type WantedPicture } from "@mirvek/core/job";
import { voltsText } from "../../wording/entry";
import {
  authorityName,
  checkName,
  drawVerdictText,
  expectationText,
  faultStateName,
  figureText,
  fuseText,
  leakStepName,
  markedText,
  observationText,
  partClassName,
  partReasonText,
  pointVerdictText,
  resultText,
  scopeName,
  subjectText,
  timeText,
  triedOutcomeText,
  triedText,
  underText,
} from "../../wording/observation";
import { list, money, shown } from "../../wording/quantity";
import { verdictName } from "../../wording/vocabulary";
import { storyOf } from "../../wording/story";
import { useJob } from "../job/JobProvider";
import styles from "./Report.module.css";

/** The suspects' story: what was shown and by what, what was ruled out; then what was seen and tried, in the order it happened. */
export function HowFound() {
  const { view } = useJob();
  const { unit, tracing, job } = view;
  const story = job.findings.length > 0 ? storyOf(tracing, unit, job.state, cureOf(view)) : null;
  const looks = unit.looks.filter((l) => !l.look.intended && l.look.sign !== "looksWhole");
  const odd = unit.looks.filter((l) => l.look.intended);
  const loads = unit.loads.filter((l) => l.odd);
  if (story === null && looks.length + unit.tried.length + loads.length + odd.length === 0 && !unit.coldStarts) return null;
  return (
    <section>
      <h2>How it was found</h2>
      {story && (
        <>
          <p>
            <b>{story.cause[0]}</b> {story.cause.slice(1).join(" ")}
          </p>
          {story.because.length > 0 && <p>For it: {story.because.join("; ")}.</p>}
          {story.innocent && <p>{story.innocent}</p>}
          {story.ruledOut.length > 0 && <p>Ruled out: {story.ruledOut.join("; ")}.</p>}
        </>
      )}
      {looks.length > 0 && <p>Seen: {looks.map((l) => `${subjectText(l.subject)} ${observationText(l.look)}`).join("; ")}.</p>}
      {unit.tried.length > 0 && (
        <ol>
          {unit.tried.map((t) => (
            <li key={`${t.seq} ${triedText(t.tried)}`}>
              {triedText(t.tried)}: {triedOutcomeText(t.tried) || "what it changed was not said"}
              {t.refused && " (unsafe: not taken as a test)"}
              {t.asSet && " (several changes, one outcome: as a set)"}.
            </li>
          ))}
        </ol>
      )}
      {loads.length > 0 && (
        <p>
          Against ground {list(loads.map((l) => `${l.name} ${l.ohms === "over" ? "over-range" : shown(l.ohms, "Ω", 2)}`))}: the odd one
          among {unit.loads.length}.
        </p>
      )}
      {unit.coldStarts && (
        <p>
          From cold it came up {unit.coldStarts.started} of {unit.coldStarts.of} times.
        </p>
      )}
      {odd.length > 0 && (
        <p>Not a fault: {odd.map((l) => `${subjectText(l.subject)} ${observationText({ ...l.look, intended: false })}`).join("; ")}.</p>
      )}
    </section>
  );
}

/** Parts that are no capacitors, with what was read and what it shows. */
export function OtherPartsFound() {
  const { parts } = useJob().view.unit;
  if (parts.length === 0) return null;
  return (
    <section>
      <h2>Other parts</h2>
      <ul>
        {parts.map((p) => (
          <li key={p.name}>
            <b className="mono">{p.name}</b> {partClassName[p.class]}
            {p.marked.length > 0 ? `, ${markedText(p.marked)}` : ""}: {verdictName[p.verdict.state]}.{" "}
            {p.figures.length > 0 ? `Read: ${p.figures.map((f) => figureText(f.observation)).join(", ")}. ` : ""}
            {partReasonText(p.verdict)}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Named points with what each should read, and the readings of each, oldest first: before and after stand in one row. */
export function PointsRead() {
  const { unit } = useJob().view;
  const points = unit.points.filter((p) => p.readings.length > 0);
  if (points.length === 0 && unit.draw.length === 0) return null;
  return (
    <section>
      <h2>Points</h2>
      {points.length > 0 && (
        <table className={`sheet ${styles.readings}`}>
          <thead>
            <tr>
              <th>Point</th>
              <th>Should read</th>
              <th>Read, oldest first</th>
            </tr>
          </thead>
          <tbody>
            {points.map((p) => (
              <tr key={p.name}>
                <td>{p.name}</td>
                <td>{p.expected ? expectationText(p.expected) : ""}</td>
                <td>{readingsOf(p)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {unit.draw.length > 0 && <p>Drawn: {unit.draw.map(drawText).join(" · ")}.</p>}
    </section>
  );
}

const drawText = ({ reading, verdict }: DrawPicture): string => {
  const word = drawVerdictText(verdict);
  return `${figureText(reading.observation)}${word ? ` (${word})` : ""}`;
};

const readingsOf = (p: PointPicture): string =>
  p.readings
    .toReversed()
    .map(({ reading, verdict }) => {
      const word = verdict && verdict.state !== "unknown" ? pointVerdictText(verdict) : "";
      const how = [underText(reading.under), word].filter(Boolean).join(", ");
      return `${voltsText(reading)}${how ? ` (${how})` : ""}`;
    })
    .join(" · ");

const wantedText = (w: WantedPicture): string =>
  `${w.name}: ${authorityName[w.by]} ${markedText(w.marked)}, fitted was ${markedText(w.fitted)}`;
const agreedText = ({ scope, most }: NonNullable<UnitNotes["agreed"]>, currency: string): string =>
  `${scope === null ? "No repair" : scopeName[scope]}${most === null ? "" : `, up to ${money(most * 100, currency)}`}`;

/** Side jobs, what others claimed, what the owner decided. */
export function Asides() {
  const { unit, shop } = useJob().view;
  const rows = [
    ["Beside the fault", unit.sideJobs],
    ["Claimed by others, not proven", unit.claims],
    ["The owner", [...unit.owner, ...(unit.notes.agreed ? [agreedText(unit.notes.agreed, shop.currency)] : [])]],
    ["Drawing against board", unit.notes.wanted.filter((w) => w.differs).map(wantedText)],
    ["Looked over", unit.notes.checks.map((c) => `${checkName[c.what]} ${resultText(c)}${c.fine || c.ohms === null ? "" : ": not good"}`)],
    ["After a leak", unit.notes.leaks.map((l) => `${l.name}, ${leakStepName[l.step]}: ${resultText(l)}${l.fine ? "" : ", not good"}`)],
    ["Fuses", unit.notes.fuses.filter((f) => f.blown).map(fuseText)],
    ["The other one of the pair", unit.notes.sibling === "absent" ? ["Not brought: nothing could be held against it."] : []],
    ["Time", unit.notes.time.map(timeText)],
  ] as const;
  return rows.map(([name, texts]) =>
    texts.length === 0 ? null : (
      <section key={name}>
        <h2>{name}</h2>
        <ul>
          {texts.map((t) => (
            <li key={t}>{t}</li>
          ))}
        </ul>
      </section>
    ),
  );
}

/** Faults beside the complaint, each with where it stands. */
export function OtherFaults() {
  const others = useJob().view.unit.faults.filter((f) => f.text !== null);
  if (others.length === 0) return null;
  return (
    <ul>
      {others.map((f) => (
        <li key={f.number}>
          Fault {f.number}, {f.text}: {faultStateName[f.state]}.
        </li>
      ))}
    </ul>
  );
}
