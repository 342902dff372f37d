"use client";

import type { WantedModel } from "@mirvek/core/job";
import { authorityName, markedText } from "../../wording/observation";
import { useJob } from "../job/JobProvider";
import styles from "./Diagnose.module.css";
import { diagnoseWords } from "../../wording/screens/diagnose";

const stand = ({ differs }: WantedModel): { word: string; tone: string } =>
  differs === null
    ? { word: diagnoseWords.whatFittedNotEntered, tone: "muted" }
    : differs
      ? { word: "differs", tone: "state-worn" }
      : { word: "as fitted", tone: "state-sound" };

/** What drawing, maker or bench say belongs at a place beside what is fitted, and what was found to be one point. */
export function Schematic() {
  const { wanted, nets } = useJob().view.unit.notes;
  return (
    <>
      {wanted.length > 0 && (
        <section aria-label={diagnoseWords.schematicBoardDisagree}>
          <h2 className={styles.head}>{diagnoseWords.schematicBoardDisagree}</h2>
          <table className="sheet">
            <tbody>
              {wanted.map((w) => (
                <tr key={`${w.name} ${w.by}`}>
                  <td className="mono">
                    <b>{w.name}</b>
                  </td>
                  <td>
                    {authorityName[w.by]} {markedText(w.marked)}
                  </td>
                  <td>{w.fitted.length > 0 ? `fitted ${markedText(w.fitted)}` : ""}</td>
                  <td className={stand(w).tone}>{stand(w).word}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="muted">{diagnoseWords.neitherTrustedItselfBoth}</p>
        </section>
      )}
      {nets.length > 0 && (
        <section aria-label={diagnoseWords.connectionsTracedSoFar}>
          <h2 className={styles.head}>{diagnoseWords.connectionsTracedSoFar}</h2>
          <ul className={styles.often}>
            {nets.map((ends) => (
              <li key={ends.join(" ")} className="mono">
                {ends.join(" — ")}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
