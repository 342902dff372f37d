"use client";

import { CHECKS, type Check } from "@mirvek/core/evidence";
import { figure } from "@mirvek/core/knowledge";
import { checkName, resultText } from "../../wording/observation";
import { ago, shown } from "../../wording/quantity";
import { useJob, useNow } from "../job/JobProvider";
import styles from "./MakeSafe.module.css";

const SAY: Readonly<Record<Check, { say: string; limit: string }>> = {
  earthBond: { say: "earth 0.12", limit: `at most ${shown(figure("earth.most"), "Ω")}` },
  insulation: { say: "insulation 20M", limit: `at least ${shown(figure("insulation.least"), "Ω")}` },
  mainsLead: { say: "mains lead fine", limit: "whole, clamped" },
  mainsPlug: { say: "mains plug fine", limit: "right fuse, earth pin there" },
  testLeads: { say: "test leads 0.08", limit: `at most ${shown(figure("leads.most"), "Ω")}, held together` },
  jig: { say: "jig fine", limit: "before it is trusted" },
  limiter: { say: "limiter fine", limit: "lamp in, lights on a short" },
};
const MAINS: ReadonlySet<Check> = new Set<Check>(["earthBond", "insulation", "mainsLead", "mainsPlug", "limiter"]);

/** Earth, insulation, lead and what the bench itself measures with: looked over, with what was read. */
export function LookedOver() {
  const { view } = useJob();
  const now = useNow();
  const onMains = view.job.mainsV !== null;
  const done = new Map(view.unit.notes.checks.map((c) => [c.what, c]));
  return (
    <section aria-label="Looked over">
      <h2 className={styles.over}>Looked over: lead, earth, leads of the meter</h2>
      <table className="sheet">
        <tbody>
          {CHECKS.filter((c) => onMains || !MAINS.has(c)).map((c) => {
            const check = done.get(c);
            return (
              <tr key={c}>
                <td>{checkName[c]}</td>
                <td className="muted">{SAY[c].limit}</td>
                <td>
                  {check ? (
                    <b className={check.fine ? "state-sound" : "state-failed"}>
                      {resultText(check)}
                      {check.fine || check.ohms === null ? "" : ": not good"}
                    </b>
                  ) : (
                    <span className="mono muted">{SAY[c].say}</span>
                  )}
                </td>
                <td className="muted">{check ? ago(check.takenAt, now) : "not yet"}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
