"use client";

import { useMessage } from "../shared/Providers";
import { SCENARIO_IDS, type ScenarioId } from "@mirvek/core/scenarios";
import { measuredExcess, scenariosFor } from "@mirvek/core/explain";
import { Button, Segmented } from "antd";
import dynamic from "next/dynamic";
import { useState } from "react";
import { amountText, circuitIssueText, curveName, scenarioName, symptomName } from "../../wording/circuit";
import { jobNumberText } from "../../wording/quantity";
import { useJob } from "../job/JobProvider";
import { Pick } from "../shared/Pick";
import { download } from "../shared/download";
import { useKeys } from "../shared/useKeys";
import { Answer } from "./Answer";
import { curveKinds } from "./curves";
import { Summary } from "./Summary";
import { LivePicture } from "./LivePicture";
import { useCircuit, useExplanation, useSetup, type Outcomes } from "./useCircuit";
import styles from "./Simulate.module.css";
import { simulateWords } from "../../wording/screens/simulate";

const SetupPanel = dynamic(() => import("./SetupPanel").then((m) => m.SetupPanel), { ssr: false });
const NetlistDialog = dynamic(() => import("./NetlistDialog").then((m) => m.NetlistDialog), { ssr: false });

/** Does what was measured explain the complaint? One circuit of the unit at a time, those that make such a complaint first. */
export function SimulateStation() {
  const { view } = useJob();
  const relevant = scenariosFor({ ...view.job, roles: view.positions.map((p) => p.role) });
  const offered = relevant.complaint.length > 0 ? relevant.complaint : relevant.other;
  const [picked, setPicked] = useState<ScenarioId | null>(null);
  /** the part that a circuit with a single place is looked at for */
  const [focus, setFocus] = useState<string | null>(null);
  const id = picked ?? offered[0] ?? null;
  const step = (by: number) => () => {
    if (id !== null && offered.length > 0) setPicked(offered[(Math.max(0, offered.indexOf(id)) + by + offered.length) % offered.length]!);
  };
  useKeys({ "]": step(1), "[": step(-1) });
  // what the unit has beside them first, then what it has not
  const others = [...relevant.other, ...SCENARIO_IDS.filter((s) => !relevant.other.includes(s))].filter((s) => !offered.includes(s));
  return (
    <div>
      <div className={styles.circuits}>
        {offered.length > 0 && (
          <Segmented
            size="small"
            value={id !== null && offered.includes(id) ? id : undefined}
            onChange={(v) => setPicked(v as ScenarioId)}
            options={offered.map((s) => ({
              value: s,
              label: (
                <>
                  {scenarioName[s]}
                  {relevant.complaint.includes(s) && (
                    <>
                      <span className={styles.makes} aria-hidden="true" />
                      <span className="sr-only">{simulateWords.canCauseSuchComplaint}</span>
                    </>
                  )}
                </>
              ),
            }))}
            aria-label="Circuit"
          />
        )}
        {others.length > 0 && (
          <Pick
            value={id !== null && others.includes(id) ? id : null}
            none="another circuit"
            onPick={(v) => v !== null && setPicked(v)}
            options={others.map((s) => ({ value: s, label: scenarioName[s] }))}
            aria-label="Another circuit"
          />
        )}
      </div>
      {relevant.complaint.length > 0 && (
        <Summary
          onPick={(p) => {
            setPicked(p.in);
            setFocus(p.designator);
          }}
        />
      )}
      {id === null ? (
        <p className={styles.empty}>{simulateWords.noCircuitUnitCan}</p>
      ) : (
        <CircuitSheet key={`${id} ${focus}`} id={id} focus={focus} makesIt={relevant.complaint.includes(id)} />
      )}
    </div>
  );
}

function CircuitSheet({ id, focus, makesIt }: { id: ScenarioId; focus: string | null; makesIt: boolean }) {
  const { view } = useJob();
  const message = useMessage();
  const { setup, change, keep, kept, stands, open } = useSetup(id);
  const circuit = useCircuit(id, setup, focus);
  const outcomes: Outcomes = circuit.outcomes ?? {};
  const measured = circuit.outcomes?.healthy
    ? measuredExcess(circuit.scenario, circuit.settings, circuit.outcomes.healthy.figures, circuit.binding, view.points)
    : null;
  const implied = makesIt && circuit.outcomes?.healthy ? circuit.scenario.impliedLoss(circuit.outcomes.healthy.symptom) : null;
  const complaint = setup.complaint ?? (measured && measured.decibels > 0 ? measured.decibels : implied);
  const { explanation, ...work } = useExplanation(id, circuit, complaint);
  const kinds = curveKinds(outcomes);
  const [shownKind, setShownKind] = useState<string | null>(null);
  const kind = kinds.find((c) => curveName(c) === shownKind) ?? kinds[0];
  const [reading, setReading] = useState<string | null>(null);
  const onKeep =
    explanation && open && view.job.closedAt === null
      ? () => void keep(explanation).then((answer) => answer.ok && message.success(simulateWords.savedReport))
      : null;
  useKeys({ k: () => onKeep?.() });
  const name = `job-${jobNumberText(view.job.number)}-${id}`;
  // what is written to files comes when a file is asked for
  const netlist = async () => (await import("./exports")).netlistText(circuit.scenario, circuit.settings, circuit.cases.measured);
  const writeNetlist = async () => {
    download(`${name}.cir`, await netlist(), "text/plain");
  };
  const writeCurve = async (of: NonNullable<typeof kind>) => {
    const { curveCsv } = await import("./exports");
    download(`${name}.csv`, curveCsv(of, outcomes), "text/csv");
  };
  return (
    <>
      <Answer
        id={id}
        explanation={explanation}
        progress={work.progress}
        stopped={work.stopped}
        onStop={work.stop}
        onRun={work.run}
        complaint={setup.complaint}
        measured={measured}
        implied={implied}
        onComplaint={(v) => change({ complaint: v })}
        kept={kept}
        stands={stands}
        makesIt={makesIt}
        onKeep={onKeep}
      />
      {!makesIt && <p className="muted">{simulateWords.nothingTickedCheckPoints}</p>}
      {circuit.issue && <p className={styles.issue}>{circuitIssueText(circuit.issue)}</p>}
      <LivePicture id={id} circuit={circuit} caption={sentence(id, circuit.outcomes ?? {})} kind={shownKind} onKind={setShownKind} />
      <SetupPanel circuit={circuit} setup={setup} unitKind={view.job.unitKind} positions={view.positions} onChange={change} />
      <div className={styles.files}>
        <Button size="small" onClick={() => void writeNetlist()}>
          Netlist
        </Button>
        {kind && (
          <Button size="small" onClick={() => void writeCurve(kind)}>
            Curves as CSV
          </Button>
        )}
        <Button size="small" onClick={() => void netlist().then(setReading)}>
          Read a netlist
        </Button>
      </div>
      {reading !== null && <NetlistDialog open initial={reading} onClose={() => setReading(null)} />}
    </>
  );
}

const betterOrLeft = (id: ScenarioId, left: number) =>
  left < 0 ? simulateWords.betterThanWhenHealthy(amountText(id, -left)) : `${amountText(id, left)} is left`;

/** What the picture shows, in a sentence. */
function sentence(id: ScenarioId, { healthy, measured, replacement }: Outcomes): string {
  if (!healthy || !measured) return "Solving …";
  const worse = measured.symptom - healthy.symptom;
  const what = symptomName[id];
  const now = Math.abs(worse) < 0.05 ? simulateWords.measuredBehavesLikeHealthy : `As measured: ${amountText(id, worse)} of ${what}.`;
  if (!replacement) return now;
  const left = replacement.symptom - healthy.symptom;
  return `${now} With the parts chosen ` + `${Math.abs(left) < 0.5 ? simulateWords.whenHealthy : betterOrLeft(id, left)}.`;
}
