"use client";

import type { Assessment } from "@mirvek/core/choose";
import { Fragment, type ReactNode } from "react";
import type { CandidatesView, PositionView } from "../../schemas/jobView";
import { changesText, meritSentence, notesText, rulesOf, rulesText, sharedMerits, sharedNotes } from "../../wording/choose";
import { ago, shown, signedPercent } from "../../wording/quantity";
import { gradeName, mountingName, technologyName } from "../../wording/vocabulary";
import { useJob, useNow } from "../job/JobProvider";
import { Price } from "./Price";
import { reasonsOf } from "./reasons";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

/** What to mind of one part, without what was said of all. */
function Notes({ assessment, saidOnce }: { assessment: Assessment; saidOnce: readonly string[] }) {
  const text = notesText(assessment, saidOnce);
  if (text === "") return null;
  return (
    <span className="state-worn" title={rulesText(assessment.notes.map((n) => n.code))}>
      {" "}
      Note: {text}.
    </span>
  );
}

const voltsText = (part: Assessment["part"], rated: number | null): string =>
  rated === null || part.rated === rated ? `${part.rated} V` : `${part.rated} V ${signedPercent(part.rated / rated - 1)}`;

interface Props {
  assessments: readonly Assessment[];
  of: PositionView;
  found: CandidatesView;
  /** whether every rule is written out */
  withRules: boolean;
  act: (a: Assessment, i: number) => ReactNode;
}

/** Parts with why they stand where they stand, and what each changes in its circuit. */
export function PartTable({ assessments, of, found, withRules, act }: Props) {
  const { view } = useJob();
  const [saidOnce, minded] = [sharedMerits(assessments), sharedNotes(assessments)];
  return (
    <table className={`sheet ${styles.parts}`}>
      {saidOnce.length + minded.length > 0 && (
        <caption className={styles.shared}>
          All of these: {saidOnce.join(", ")}
          {saidOnce.length > 0 ? ". " : ""}
          {minded.length > 0 && <span className="state-worn">Note: {minded.join("; ")}.</span>}
        </caption>
      )}
      <thead>
        <tr>
          <th>Part</th>
          <th className="n">Value</th>
          <th className="n">Volts</th>
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
          <Fragment key={a.part.id}>
            <tr className={styles.figures}>
              <td>
                <b className="mono">{a.part.code}</b>
              </td>
              <td className="n">{Math.abs(a.change) < 1e-6 ? "same" : signedPercent(a.change)}</td>
              <td className="n">{voltsText(a.part, of.rated)}</td>
              <td className="n">{a.years === null ? "–" : a.years > 50 ? "50+ y" : `${Math.round(a.years)} y`}</td>
              <td className="n" title={mountingName[a.part.mounting]}>
                {a.part.diameter}×{a.part.height}
              </td>
              <td className="n">
                <Price part={a.part} currency={view.shop.currency} />
              </td>
              <td className="n">
                <Stock of={a} drawer={found.drawer[a.part.id] ?? 0} />
              </td>
              <td className={styles.act} rowSpan={2}>
                {act(a, i)}
              </td>
            </tr>
            <tr className={styles.why}>
              <td colSpan={7}>
                <span className="muted">
                  {[
                    a.part.series,
                    gradeName[a.part.grade],
                    a.part.safety ?? "",
                    a.part.technology === of.technology ? "" : technologyName[a.part.technology],
                    mountingName[a.part.mounting],
                  ]
                    .filter(Boolean)
                    .join(", ")}
                </span>{" "}
                {a.fit === "refused" ? (
                  <span className="state-failed" title={rulesText(a.refusals.map((r) => r.code))}>
                    {reasonsOf(a)}.
                  </span>
                ) : (
                  <span title={rulesText(a.merits.slice(0, 3).map((m) => m.code))}>{meritSentence(a, saidOnce)}</span>
                )}
                {a.fit !== "refused" && <Notes assessment={a} saidOnce={minded} />}
                <Changed of={a} found={found} />
                {withRules && <Rules of={a} />}
              </td>
            </tr>
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}

/** Every rule that speaks of a part, by its name. */
function Rules({ of: a }: { of: Assessment }) {
  return (
    <ul className={styles.rules} aria-label={`Rules on ${a.part.code}`}>
      {rulesOf([...a.refusals, ...a.notes, ...a.merits].map((r) => r.code)).map(({ id, says }) => (
        <li key={id}>
          <span className="mono">{id}</span> {says}
        </li>
      ))}
    </ul>
  );
}

function Changed({ of, found }: { of: Assessment; found: CandidatesView }) {
  const changes = found.changes[of.part.id];
  if (!changes) return null;
  const told = changesText(changes);
  if (told.length === 0 && changes.restoring === null) return null;
  return (
    <span className={styles.changes}>
      {told.join(" · ")}
      {changes.restoring !== null && chooseWords.seriesRestoresOldLevel(shown(changes.restoring, "Ω", 2))}
    </span>
  );
}

function Stock({ of: { part }, drawer }: { of: Assessment; drawer: number }) {
  const now = useNow();
  return (
    <>
      {part.stock ?? "?"}
      {drawer > 0 && <small className={styles.drawer}>{drawer} here</small>}
      {part.askedAt != null && <small className={styles.drawer}>{ago(part.askedAt, now)}</small>}
    </>
  );
}
