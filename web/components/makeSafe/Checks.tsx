"use client";

import { CHECKS, type Check } from "@mirvek/core/evidence";
import { figure, type ShopConstants } from "@mirvek/core/knowledge";
import { checkName, resultText } from "../../wording/observation";
import { ago, shown } from "../../wording/quantity";
import { useJob, useNow } from "../job/JobProvider";
import styles from "./MakeSafe.module.css";
import { makeSafeWords } from "../../wording/screens/makeSafe";

const LINE: Readonly<Record<Check, string>> = {
  earthBond: "earth 0.12",
  insulation: "insulation 20M",
  mainsLead: "mains lead fine",
  mainsPlug: "mains plug fine",
  mainsFuse: "mains fuse right",
  testLeads: "test leads 0.08",
  jig: "jig fine",
  limiter: "limiter fine",
};
/** What each should be, by the shop's own figures: the same the line and the server judge by. */
const limitsUnder = (constants: ShopConstants): Readonly<Record<Check, string>> => ({
  earthBond: `at most ${shown(figure(constants, "earth.most"), "Ω")}`,
  insulation: `at least ${shown(figure(constants, "insulation.least"), "Ω")}`,
  mainsLead: "whole, clamped",
  mainsPlug: "earth pin in place",
  mainsFuse: makeSafeWords.ratingSpecifiedNeverLarger,
  testLeads: makeSafeWords.mostHeldTogether(shown(figure(constants, "leads.most"), "Ω")),
  jig: makeSafeWords.beforeTrusted,
  limiter: makeSafeWords.lampSeriesLightsShort,
});
const MAINS: ReadonlySet<Check> = new Set<Check>(["earthBond", "insulation", "mainsLead", "mainsPlug", "mainsFuse", "limiter"]);

/** Earth, insulation, lead and what the bench itself measures with: looked over, with what was read. */
export function Checks() {
  const { view } = useJob();
  const now = useNow();
  const limits = limitsUnder(view.shop.constants);
  const onMains = view.job.mainsV !== null;
  const done = new Map(view.unit.notes.checks.map((c) => [c.what, c]));
  return (
    <section aria-label="Checked">
      <h2 className={styles.over}>{makeSafeWords.checksMainsLeadEarth}</h2>
      <table className="sheet">
        <tbody>
          {CHECKS.filter((c) => onMains || !MAINS.has(c)).map((c) => {
            const check = done.get(c);
            return (
              <tr key={c}>
                <td>{checkName[c]}</td>
                <td className="muted">{limits[c]}</td>
                <td>
                  {check ? (
                    <b className={check.fine ? "state-sound" : "state-failed"}>
                      {resultText(check)}
                      {check.fine || check.ohms === null ? "" : ": not good"}
                    </b>
                  ) : (
                    <span className="mono muted">{LINE[c]}</span>
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
