"use client";

import type { RefitStepModel } from "@mirvek/core/job";
import { isClosed } from "@mirvek/core/job";
import { farads, volts } from "@mirvek/core/units";
import { Button } from "antd";
import Link from "next/link";
import { refitName, refitWord } from "../../wording/powerUp";
import { layName } from "../../wording/observation";
import { list, marked } from "../../wording/quantity";
import { useJob } from "../job/JobProvider";
import styles from "../shared/Station.module.css";
import { fitWords } from "../../wording/screens/fit";

/** What goes in, and what is seen to on the way in and before the lid goes on: enough for somebody else to go on with. */
export function FitStation() {
  const { view, submit } = useJob();
  const { fits, fit, refit, left } = view.after.refit;
  const closed = isClosed(view.job.state);
  return (
    <section className={styles.station} aria-label="Fit">
      <h2>Fit</h2>
      <p className="muted">
        {fits.filter((f) => !f.fitted).length} to fit, {left} steps open.
      </p>
      <p>
        <Link prefetch={false} href={`/jobs/${view.job.number}/component-map`}>
          {fitWords.componentMapChannel}
        </Link>
      </p>
      {fits.length === 0 ? (
        <p>{fitWords.nothingChosenYetParts}</p>
      ) : (
        <table className="sheet" aria-label="Parts to fit">
          <thead>
            <tr>
              <th>Place</th>
              <th>Removed</th>
              <th>Replacement</th>
              <th>Polarity</th>
              <th>
                <span className="sr-only">Act</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {fits.map((f) => (
              <tr key={f.designator}>
                <th scope="row">
                  <span className="mono">{f.designator}</span> <small className="muted">{f.section}</small>
                </th>
                <td>{marked(farads(f.old.nominal), f.old.rated === null ? null : volts(f.old.rated))}</td>
                <td>
                  {f.part ?? "as entered"} {f.temporary && <small className="state-worn">temporary</small>}
                </td>
                <td>
                  {f.plus === null ? (
                    <small className="muted">not entered: {f.designator} plus up</small>
                  ) : (
                    layName[f.plus as keyof typeof layName]
                  )}
                </td>
                <td>
                  {f.fitted ? (
                    <small className="state-sound">in</small>
                  ) : (
                    <Button size="small" disabled={closed} onClick={() => submit(`${f.designator} fitted`)}>
                      {f.designator} is in
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className={styles.split}>
        <Steps title="Fitting" steps={fit} closed={closed} />
        <Steps title={fitWords.beforeCoverGoes} steps={refit} closed={closed} />
      </div>
    </section>
  );
}

function Steps({ title, steps, closed }: { title: string; steps: readonly RefitStepModel[]; closed: boolean }) {
  const { submit } = useJob();
  return (
    <section aria-label={title}>
      <h3>{title}</h3>
      <ul className={`${styles.list} ${styles.oneARow}`}>
        {steps.map((s) => (
          <li key={s.step} data-applies={s.applies}>
            <span>
              {refitName[s.step]}
              {s.about.length > 0 && <small className="muted"> {list(s.about.slice(0, 6))}</small>}
              {s.note && <small> {s.note}</small>}
              {!s.applies && <small> {fitWords.doesNotApplyRecord}</small>}
              {s.done === false && <small className="state-worn"> open</small>}
            </span>
            {s.done ? (
              <small className="state-sound">done{s.by ? `, ${s.by}` : ""}</small>
            ) : (
              <Button
                size="small"
                disabled={closed}
                onClick={() => submit(`seen to ${refitWord[s.step]}`)}
                aria-label={`Done: ${refitName[s.step]}`}
              >
                done
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
