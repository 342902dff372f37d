"use client";

import { LEAK_STEPS, type LeakStep } from "@mirvek/core/evidence";
import { leakStepText } from "../../wording/inspect";
import { leakStepName, resultText } from "../../wording/observation";
import { useJob } from "../job/JobProvider";
import styles from "./Inspect.module.css";

/** What each leak asks for, and what of it was seen to. */
export function AfterLeak({ from }: { from: readonly string[] }) {
  const { leaks } = useJob().view.unit.notes;
  const done = (name: string, step: LeakStep) => leaks.find((l) => l.name === name && l.step === step);
  if (from.length === 0) return null;
  return (
    <section className={styles.follow} aria-label="After a leak">
      <h2>After a leak</h2>
      <table className="sheet">
        <thead>
          <tr>
            <th>
              <span className="sr-only">What to do</span>
            </th>
            {from.map((name) => (
              <th key={name}>{name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {LEAK_STEPS.map((step) => (
            <tr key={step}>
              <td>
                <b>{leakStepName[step]}</b> <span className="muted">{leakStepText[step]}</span>
              </td>
              {from.map((name) => {
                const seen = done(name, step);
                return (
                  <td key={name} className={seen ? (seen.fine ? "state-sound" : "state-failed") : "muted"}>
                    {seen ? resultText(seen) : "not yet"}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="muted">
        Say <span className="mono">after leak {from[0]} traces fine</span>,{" "}
        <span className="mono">after leak {from[0]} insulation 40M</span>.
      </p>
    </section>
  );
}
