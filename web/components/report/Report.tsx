"use client";

import { evidenceNow } from "@mirvek/core/job";
import { isBad } from "@mirvek/core/verdict";
import dayjs from "dayjs";
import type { PositionView } from "../../schemas/jobView";
import { refusalText } from "../../wording/choose";
import { answerSentence, scenarioName } from "../../wording/circuit";
import { frequencyText, measurementText, voltsText } from "../../wording/entry";
import { docket, list, marked, shown, signedVolts } from "../../wording/quantity";
import { leftInSentences, otherPartsReplaced } from "../../wording/repairs";
import { bringUpBlocks, openSentences, proofBlocks, whyText } from "../../wording/reportBlocks";
import { harmlessText } from "../../wording/safety";
import { backingOf, reasonOf } from "../../wording/verdict";
import {
  findingName,
  jobStateName,
  roleName,
  schoolChoices,
  supplyKindName,
  technologyName,
  unitKindName,
  verdictName,
} from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import { Asides, HowFound, OtherFaults, OtherPartsFound, PointsRead } from "./HowFound";
import { Blocks } from "./Blocks";
import { HeardInReport } from "./HeardInReport";
import { Pictures } from "./Pictures";
import { CapacitorMark } from "../shared/CapacitorMark";
import styles from "./Report.module.css";

/** The answers kept at Explain: how the bad parts were shown to make the complaint. */
function Explained() {
  const { view } = useJob();
  const now = evidenceNow(view.job, view.positions);
  // an answer whose ground has changed is no answer any more
  const kept = view.circuits.filter((c) => c.answer !== null && c.answer.stoodOn === now);
  if (kept.length === 0) return null;
  return (
    <section>
      <h2>How it explains the complaint</h2>
      <ul>
        {kept.map(({ scenario, answer }) => {
          const idle = answer!.contributions.filter((c) => c.verdict === "notTheCause").map((c) => c.designator);
          return (
            <li key={scenario}>
              {scenarioName[scenario]}: {answerSentence(scenario, answer!)}
              {idle.length > 0 && ` ${list(idle)}: bad, but not the cause.`}
            </li>
          );
        })}
      </ul>
      <p className="muted">Worked out from the readings by a model of the circuit, with what was not measured taken as usual.</p>
    </section>
  );
}

const time = (at: number) => dayjs(at).format("D MMM YYYY, HH:mm");

/** What the customer understands and the next technician can work from. */
export function Report() {
  const { view } = useJob();
  const { job, positions } = view;
  const replaced = positions.filter((p) => p.renewed);
  const others = otherPartsReplaced(view);
  const open = openSentences(view);
  const ripple = view.points.filter((p) => positions.some((q) => q.designator === p.where));
  const supply =
    job.supplyKind === "none"
      ? ""
      : [supplyKindName[job.supplyKind], job.mainsV ? `${job.mainsV} V ~ ${job.mainsHz} Hz` : ""].filter(Boolean).join(", ");
  return (
    <article className={styles.report} aria-label="Report">
      <header>
        <p className="mono">Docket {docket(job.number)}</p>
        <h1>{job.title}</h1>
        <p className="muted">
          {[unitKindName[job.unitKind], supply, job.ageYears === null ? "" : `${job.ageYears} years old`, job.owner && `of ${job.owner}`]
            .filter(Boolean)
            .join(" · ")}
          . Taken in {time(job.openedAt)}
          {job.closedAt ? `, ${jobStateName[job.state]} ${time(job.closedAt)}` : `, ${jobStateName[job.state]}`}.
        </p>
      </header>
      <section>
        <h2>Complaint</h2>
        <p className={styles.quote}>{job.complaint ? `“${job.complaint}”` : "Not written down."}</p>
        {job.findings.length > 0 && <p>At the bench: {list(job.findings.map((f) => findingName[f]))}.</p>}
        <OtherFaults />
        {job.earlierRepairs && <p>Earlier repairs: {job.earlierRepairs}</p>}
      </section>
      <section>
        <h2>What was found</h2>
        <p>{summary(positions)}</p>
      </section>
      <HowFound />
      <HeardInReport />
      <Explained />
      <section>
        <h2>Replaced</h2>
        {replaced.length + others.length === 0 ? (
          <p>Nothing.</p>
        ) : (
          <table className="sheet">
            <thead>
              <tr>
                <th>Position</th>
                <th>Was</th>
                <th>Now</th>
                <th>Why</th>
              </tr>
            </thead>
            <tbody>
              {replaced.map((p) => (
                <tr key={p.id}>
                  <td className="mono">
                    <b>{p.designator}</b>
                    <small className={styles.sub}>
                      {roleName[p.role]} {p.channel ?? ""}
                    </small>
                  </td>
                  <td>
                    {marked(p.nominal, p.rated)} {technologyName[p.technology]}
                  </td>
                  <td>
                    {p.choice?.decision === "temporary" && <b>Temporary: </b>}
                    {newPartText(p)}
                  </td>
                  <td>
                    {capital(whyText(p, view))}.{p.choice?.reason && ` ${p.choice.reason}`}
                    {p.choice && p.choice.overridden.length > 0 && ` Against a rule (${p.choice.overridden.map(refusalText).join("; ")}).`}
                  </td>
                </tr>
              ))}
              {others.map((o) => (
                <tr key={o.name}>
                  <td className="mono">
                    <b>{o.name}</b>
                  </td>
                  <td>{o.was}</td>
                  <td>{o.now || "not recorded"}</td>
                  <td>{capital(o.what)}.</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <section>
        <h2>Left in</h2>
        <ul>
          {leftInSentences(view).map((said) => (
            <li key={said}>{said}</li>
          ))}
        </ul>
      </section>
      {open.length > 0 && (
        <section>
          <h2>Open</h2>
          <ul>
            {open.map((said) => (
              <li key={said}>{said}</li>
            ))}
          </ul>
        </section>
      )}
      <Hazards />
      <OtherPartsFound />
      <PointsRead />
      <section>
        <h2>Readings</h2>
        <table className={`sheet ${styles.readings}`}>
          <thead>
            <tr>
              <th>Position</th>
              <th>Verdict</th>
              <th>Readings, oldest first</th>
            </tr>
          </thead>
          <tbody>
            {positions
              .filter((p) => p.fittings.some((f) => f.readings.length > 0))
              .map((p) => (
                <ReadingRow key={p.id} position={p} />
              ))}
          </tbody>
        </table>
        {ripple.length > 0 && <p>Volts at parts: {ripple.map((p) => `${p.where} ${voltsText(p)}`).join(" · ")}.</p>}
      </section>
      <Blocks blocks={[...bringUpBlocks(view), ...(view.after.proof.begun ? proofBlocks(view) : [])]} />
      <Asides />
      <Pictures />
      {view.notes.length > 0 && (
        <section>
          <h2>Notes</h2>
          <ul>
            {view.notes.map((n) => (
              <li key={`${n.at} ${n.text}`}>
                {n.where && <b className="mono">{n.where} </b>}
                {n.text}
              </li>
            ))}
          </ul>
        </section>
      )}
      <footer>
        <p>
          Schools:{" "}
          {(Object.keys(schoolChoices) as (keyof typeof schoolChoices)[])
            .map((k) => schoolChoices[k].options.find((o) => o.value === job[k])?.label)
            .join(" · ")}
          . Mirvek advises, it does not certify: mains wiring, earthing and insulation tests belong to licensed practice and local code.
        </p>
      </footer>
    </article>
  );
}

/** The verdict on what was found in place; the new part has its own. */
const found = (p: PositionView) => p.fittings[0]!.verdict;

/** What stands there now: as it was said at fitting, with its lot and what was measured then. */
function newPartText(p: PositionView): string {
  const { fitting, part, verdict } = p.fittings.at(-1)!;
  const chosen = p.choice?.part;
  if (!fitting) return "";
  const series = chosen && chosen.code === fitting.code ? `, ${chosen.series} ${chosen.code}` : "";
  const lot = fitting.lot ? `, lot ${fitting.lot}` : "";
  const then = verdict.state === "unmeasured" ? "not measured since" : `measured then: ${verdictName[verdict.state]}, ${reasonOf(verdict)}`;
  return `${marked(part.nominal, part.rated)}${series}${lot}; ${then}`;
}

const capital = (text: string) => `${text[0]?.toUpperCase()}${text.slice(1)}`;

function summary(positions: readonly PositionView[]): string {
  const bad = positions.filter((p) => isBad(found(p).state));
  const measured = positions.filter((p) => found(p).state !== "unmeasured").length;
  if (measured === 0) return "Nothing was measured yet.";
  const first = `${measured} of ${positions.length} capacitors measured`;
  if (bad.length === 0) return `${first}; none is bad.`;
  const by = ["shorted", "open", "failed", "worn"] as const;
  const groups = by.flatMap((state) => {
    const names = bad.filter((p) => found(p).state === state).map((p) => p.designator);
    return names.length > 0 ? [`${verdictName[state]}: ${list(names)}`] : [];
  });
  return `${first}; ${bad.length} bad (${groups.join("; ")}). Whether they explain the whole complaint is shown by the unit running again, not by this list.`;
}

/** The readings of every part that stood at a position: what was found, and what was fitted. */
function ReadingRow({ position: p }: { position: PositionView }) {
  const { view } = useJob();
  const meterName = (id: string | null) => view.shop.meters.find((m) => m.id === id)?.name ?? "";
  const measured = p.fittings.filter((f) => f.readings.length > 0);
  return measured.map((f) => (
    <tr key={f.fitting?.line ?? "found"}>
      <td>
        <span className={styles.position}>
          <CapacitorMark kind={f.verdict.state} share={f.verdict.capacitanceShare} esrRatio={f.verdict.esrRatio} size={20} />
          <b className="mono">{p.designator}</b>
        </span>
        <small className={styles.sub}>
          {marked(f.part.nominal, f.part.rated)}
          {f.fitting ? ", new part" : ""}
        </small>
      </td>
      <td>
        {verdictName[f.verdict.state]}
        <small className={styles.sub}>{backingOf(f.verdict)}</small>
      </td>
      <td>
        {f.readings
          .map((r) =>
            [
              measurementText(r.measurement, r.significant),
              r.inCircuit ? "in circuit" : "out",
              frequencyText(r.measurement),
              meterName(r.meter),
              r.whileLocked ? "charge not shown to be gone" : "",
            ]
              .filter(Boolean)
              .join(", "),
          )
          .join(" · ")}
      </td>
    </tr>
  ));
}

function Hazards() {
  const { view } = useJob();
  const { safety, safetyLog } = view;
  const { touchLimit } = view.shop;
  const overrides = safetyLog.filter((e) => e.kind === "override");
  const released = safetyLog.filter((e) => e.kind === "released");
  const residuals = safetyLog.filter((e) => e.kind === "residual");
  return (
    <section>
      <h2>Hazards and how made safe</h2>
      <p>
        {safety.kind === "safe" && `All charge-holding parts measured below ${shown(touchLimit, "V")} twice, 60 s apart.`}
        {safety.kind === "energised" && "The unit is switched on."}
        {safety.kind === "chargeHeld" && "Charge is not shown to be gone in every part."}
        {safety.kind === "nothingListed" && "No charge-holding part is listed."}
        {safety.kind === "voltsUnknown" && `${list(safety.listed)}: too little to hurt; the highest voltage of the unit is not recorded.`}
        {safety.kind === "harmless" && harmlessText[safety.why]}
        {safety.kind === "overridden" && "The charge lock was overridden."}
      </p>
      {residuals.length > 0 && (
        <p>
          Volts left: {residuals.map((e) => `${e.position} ${signedVolts(e.volts ?? 0)} (${dayjs(e.at).format("HH:mm")})`).join(" · ")}.
        </p>
      )}
      {overrides.map((e) => (
        <p key={e.at}>
          Override {time(e.at)}: {e.reason}
        </p>
      ))}
      {released.map((e) => (
        <p key={`${e.at} ${e.position}`}>
          {e.position} left the list of parts that hold charge, {time(e.at)}: {e.reason}
        </p>
      ))}
    </section>
  );
}
