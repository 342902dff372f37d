"use client";

import { SCENARIO_FACTS, fillSettings, type Parts, type ScenarioId, type Settings, type Unit } from "@mirvek/core/scenarios";
import type { CircuitIssue } from "@mirvek/core/circuit";
import { evidenceNow } from "@mirvek/core/job";
import { isBad, isCondemned } from "@mirvek/core/verdict";
import { bindSlots, settingsOf, type Binding, type Explanation, type Heard, type PartAnswer } from "@mirvek/core/explain";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { toKeep } from "./toSave";
import type { JobView } from "../../schemas/jobView";
import { makeCircuitClient } from "../../workers/circuit.client";
import type { Solved } from "../../workers/circuit.protocol";
import { useJob } from "../job/JobProvider";
import { casesOf, measuredParts, type CaseName } from "./cases";

/** A worker that lives as long as the component. */
function useCircuitClient() {
  const [client] = useState(makeCircuitClient);
  useEffect(() => () => client.close(), [client]);
  return client;
}

export interface Setup {
  settings: Settings;
  binding: Binding;
  complaint: number | null;
}
const EMPTY: Setup = { settings: {}, binding: {}, complaint: null };
const SAVE_AFTER_MS = 700;

/** What has been set by hand for one circuit of the job; changes are kept on the server shortly after the last one. */
export function useSetup(id: ScenarioId) {
  const { view, write } = useJob();
  const stored = view.circuits.find((c) => c.scenario === id);
  const [edited, setEdited] = useState<Partial<Record<ScenarioId, Setup>>>({});
  const setup: Setup = edited[id] ?? stored ?? EMPTY;
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const open = view.job.closedAt === null;
  const change = (next: Partial<Setup>) => {
    const whole = { ...setup, ...next };
    setEdited((e) => ({ ...e, [id]: whole }));
    clearTimeout(timer.current);
    if (open)
      timer.current = setTimeout(() => void write("POST", "circuits", { scenario: id, ...bare(whole), answer: null }), SAVE_AFTER_MS);
  };
  const keep = (explanation: Explanation) => {
    clearTimeout(timer.current);
    return write("POST", "circuits", {
      scenario: id,
      ...bare(setup),
      answer: toKeep(explanation, evidenceNow(view.shop.constants, view.job, view.positions)),
    });
  };
  const kept = stored?.answer ?? null;
  const stands = useMemo(
    () => kept === null || kept.stoodOn === evidenceNow(view.shop.constants, view.job, view.positions),
    [kept, view.shop.constants, view.job, view.positions],
  );
  return { setup, change, keep, kept, stands, open };
}
const bare = ({ settings, binding, complaint }: Setup): Setup => ({ settings, binding, complaint });

/** What the job itself says about a circuit's settings. */
const fromJob = ({ job }: JobView): Settings => settingsOf(job);

/** The channel a circuit is looked at in: that of the part in question, else that of the fault, else that of the worst part. */
function channelOf({ job, positions }: JobView, focus: string | null): string | null {
  const focused = positions.find((p) => p.designator === focus)?.channel ?? null;
  const worst =
    positions.find((p) => p.channel !== null && isCondemned(p.verdict.state)) ??
    positions.find((p) => p.channel !== null && isBad(p.verdict.state));
  return focused ?? job.faultyChannel ?? worst?.channel ?? null;
}

/** One circuit of the job with its parts plugged in, and its healthy, measured and replaced states solved in a worker. */
export function useCircuit(id: ScenarioId, setup: Setup, focus: string | null) {
  const { view } = useJob();
  const client = useCircuitClient();
  const scenario = SCENARIO_FACTS[id];
  const chosen = useMemo(() => ({ ...fromJob(view), ...setup.settings }), [view, setup.settings]);
  const settings = useMemo(() => fillSettings(scenario, view.job.unitKind, chosen), [scenario, view.job.unitKind, chosen]);
  const binding = useMemo(() => {
    const slots = scenario.slots(settings);
    const only = slots.length === 1 && focus !== null && setup.binding[slots[0]!.key] === undefined ? { [slots[0]!.key]: focus } : {};
    return bindSlots(
      slots,
      view.positions.map((p) => ({ ...p, verdict: p.verdict.state })),
      { ...only, ...setup.binding },
      channelOf(view, focus),
    );
  }, [scenario, settings, view, setup.binding, focus]);
  const cases = useMemo(
    () => casesOf(view.shop.constants, scenario, settings, binding, view.positions),
    [scenario, settings, binding, view.positions, view.shop.constants],
  );
  const [solved, setSolved] = useState<{ id: ScenarioId; outcomes: Record<string, Solved> } | null>(null);
  const [issue, setIssue] = useState<CircuitIssue | null>(null);
  // plain data: the same circuit asked for again by a refreshed view need not be solved again
  const question = JSON.stringify([id, settings, cases.healthy, cases.measured, cases.counterpart, cases.replacement], withInfinity);
  useEffect(() => {
    let gone = false;
    const named = (["healthy", "measured", "counterpart", "replacement"] as const).flatMap((name) =>
      cases[name] ? [{ name, parts: cases[name] as Parts }] : [],
    );
    void client.ask({ type: "solve", scenario: id, settings, cases: named, detail: "full" }).then((outcome) => {
      if (gone || outcome.kind !== "answered") return;
      const reply = outcome.answer;
      if (reply.type === "solved") {
        setSolved({ id, outcomes: reply.outcomes });
        setIssue(null);
      } else if (reply.type === "failed") setIssue(reply.issue);
    });
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `question` stands for all of them
  }, [client, question]);
  const outcomes = solved?.id === id ? solved.outcomes : null;
  return { scenario, chosen, settings, binding, cases, outcomes, issue, client };
}
const withInfinity = (_: string, v: unknown) => (v === Infinity ? "Infinity" : v);
export type Circuit = ReturnType<typeof useCircuit>;

const DRAWS = 60;

/** How much of the complaint the bad parts explain, worked out in a worker of its own that can be stopped. */
export function useExplanation(id: ScenarioId, circuit: Circuit, complaint: number | null) {
  const { view } = useJob();
  const client = useCircuitClient();
  const [found, setFound] = useState<{ question: string; explanation: Explanation } | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [stopped, setStopped] = useState(false);
  const positions = useMemo(() => measuredParts(view.positions), [view.positions]);
  const { constants } = view.shop;
  const states = positions.map((p) => [p.part.designator, p.verdict, p.folded.all.length]);
  const question = JSON.stringify([id, circuit.chosen, circuit.binding, complaint, states, constants]);
  const run = useCallback(() => {
    client.cancel();
    setStopped(false);
    setProgress(0);
    const { chosen, binding } = circuit;
    void client
      .ask(
        { type: "explain", scenario: id, unitKind: view.job.unitKind, chosen, binding, positions, complaint, draws: DRAWS, constants },
        { onProgress: (done, of) => setProgress(done / of) },
      )
      .then((outcome) => {
        if (outcome.kind === "failed") return setProgress(null);
        if (outcome.kind === "cancelled") return;
        const reply = outcome.answer;
        if (reply.type === "explained") setFound({ question, explanation: reply.explanation });
        if (reply.type === "explained" || reply.type === "failed") setProgress(null);
      });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `question` stands for all of them
  }, [client, question]);
  // the healthy circuit sizes some complaints: without it the answer would be worked out twice
  const ready = circuit.outcomes !== null || circuit.issue !== null;
  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the work starts once the circuit is there, and says so
    if (ready) run();
  }, [ready, run]);
  const stop = () => {
    client.cancel();
    setStopped(true);
  };
  return { explanation: found?.question === question ? found.explanation : null, progress, stopped, stop, run };
}

/**
 * Solves what the sliders say as they move, the latest position only; an older one still waiting is dropped. Called straight from
 * the slider's event, so that the worker is at it while the screen is still being drawn; null forgets what was asked.
 */
export function useLiveSolver(id: ScenarioId, onSolved: (outcome: Solved, ms: number) => void) {
  const client = useCircuitClient();
  const busy = useRef(false);
  const latest = useRef<{ settings: Settings; parts: Parts } | null>(null);
  const report = useRef(onSolved);
  useEffect(() => {
    report.current = onSolved;
  });
  return useCallback(
    (tried: { settings: Settings; parts: Parts } | null) => {
      latest.current = tried;
      const next = () => {
        const asked = latest.current;
        if (asked === null || busy.current) return;
        busy.current = true;
        const cases = [{ name: "tried", parts: asked.parts }];
        void client.ask({ type: "solve", scenario: id, settings: asked.settings, cases, detail: "live" }).then((outcome) => {
          busy.current = false;
          const reply = outcome.kind === "answered" ? outcome.answer : null;
          if (reply?.type === "solved" && latest.current) report.current(reply.outcomes.tried!, reply.ms);
          if (latest.current !== asked) next();
        });
      };
      next();
    },
    [client, id],
  );
}

const SUM_DRAWS = 16;

/** Every bad part against every circuit that makes the complaint; null until it has been worked out. */
export function useSum() {
  const { view } = useJob();
  const client = useCircuitClient();
  const [sum, setSum] = useState<{ question: string; parts: PartAnswer[] } | null>(null);
  const { job, positions, circuits, shop } = view;
  const { unitKind, supplyKind, findings, faultyChannel } = job;
  const unit: Unit & Heard = { unitKind, supplyKind, findings, faultyChannel, roles: positions.map((p) => p.role) };
  const setups = circuits.map(({ scenario, settings, binding, complaint }) => ({ scenario, settings, binding, complaint }));
  const question = JSON.stringify([unit, setups, positions.map((p) => [p.designator, p.verdict.state, p.readings.length]), shop.constants]);
  useEffect(() => {
    client.cancel();
    const parts = measuredParts(positions);
    void client
      .ask({ type: "explainJob", unit, positions: parts, setups, common: fromJob(view), draws: SUM_DRAWS, constants: shop.constants })
      .then((outcome) => {
        if (outcome.kind === "answered" && outcome.answer.type === "jobExplained") setSum({ question, parts: outcome.answer.parts });
      });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `question` stands for all of them
  }, [client, question]);
  return sum?.question === question ? sum.parts : null;
}

export type Outcomes = Partial<Record<CaseName, Solved>>;
