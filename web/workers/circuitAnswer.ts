import { SCENARIOS } from "@mirvek/core/scenarios";
import {
  importNetlist,
  mean,
  nodesOfNetlist,
  operatingPoint,
  peakToPeak,
  steadyState,
  type CheckedNetlist,
  type CircuitIssue,
} from "@mirvek/core/circuit";
import { predictRipple } from "@mirvek/core/diagnosis";
import { explain, explainJob } from "@mirvek/core/explain";
import type { Result } from "@mirvek/core/units";
import type { CircuitReply, CircuitRequest, NetlistAnswer, Solved } from "./circuit.protocol";

// the same seed for everyone: an answer asked for twice is the same answer
const SEED = 20;
const DRAWS_BETWEEN_PROGRESS = 4;

export interface Dependencies {
  /** milliseconds of a running clock */
  now: () => number;
  /** something to tell before the answer is there */
  tell: (progress: CircuitReply) => void;
}

/** Answers questions about circuits, keeping the states of each case's last solution: the next slider step starts from there. */
export function makeCircuitAnswerer({ now, tell }: Dependencies): (request: CircuitRequest) => CircuitReply {
  const warm = new Map<string, Float64Array>();

  const solve = (request: Extract<CircuitRequest, { type: "solve" }>): CircuitReply => {
    const started = now();
    const outcomes: Record<string, Solved> = {};
    for (const { name, parts } of request.cases) {
      const key = `${request.scenario} ${name}`;
      const solved = SCENARIOS[request.scenario].solve(request.settings, parts, { detail: request.detail, warm: warm.get(key) });
      if (!solved.ok) return { id: request.id, type: "failed", issue: solved.issue };
      const { warm: states, ...rest } = solved.value;
      if (states) warm.set(key, states);
      outcomes[name] = rest;
    }
    return { id: request.id, type: "solved", outcomes, ms: now() - started };
  };
  const explainOne = (request: Extract<CircuitRequest, { type: "explain" }>): CircuitReply => {
    const { id, draws } = request;
    const stop = (done: number) => {
      if (done % DRAWS_BETWEEN_PROGRESS === 0) tell({ id, type: "progress", done, of: draws });
      return false;
    };
    const explained = explain(request.constants, { ...request, scenario: SCENARIOS[request.scenario], seed: SEED, stop });
    return explained.ok ? { id, type: "explained", explanation: explained.value } : { id, type: "failed", issue: explained.issue };
  };
  const readNetlist = (request: Extract<CircuitRequest, { type: "netlist" }>): CircuitReply => {
    const read = importNetlist(request.text);
    if (!read.ok) return { id: request.id, type: "unreadable", issue: read.issue };
    const answer = solveNetlist(read.value);
    return answer.ok ? { id: request.id, type: "netlist", answer: answer.value } : { id: request.id, type: "failed", issue: answer.issue };
  };
  const answer = (request: CircuitRequest): CircuitReply => {
    switch (request.type) {
      case "solve":
        return solve(request);
      case "explain":
        return explainOne(request);
      case "explainJob":
        return { id: request.id, type: "jobExplained", ...explainJob(request.constants, { ...request, seed: SEED }) };
      case "predict":
        return { id: request.id, type: "predicted", predicted: predictRipple(request.constants, request.question) };
      case "netlist":
        return readNetlist(request);
    }
  };
  return answer;
}

/** DC at every node, or mean and ripple where something alternates. */
function solveNetlist(netlist: CheckedNetlist): Result<NetlistAnswer, CircuitIssue> {
  const { title, elements } = netlist;
  const nodes = nodesOfNetlist(elements);
  const alternates = elements.some((e) => (e.kind === "voltageSource" || e.kind === "currentSource") && e.wave.kind !== "dc");
  if (!alternates) {
    const point = operatingPoint(netlist);
    if (!point.ok) return point;
    return { ok: true, value: { title, nodes: nodes.map((node) => ({ node, dc: point.value.volts.get(node)!, ripple: null })) } };
  }
  const steady = steadyState(netlist);
  if (!steady.ok) return steady;
  const row = (node: string) => {
    const v = steady.value.waveforms.volts(node);
    return { node, dc: mean(v), ripple: peakToPeak(v) };
  };
  return { ok: true, value: { title, nodes: nodes.map(row) } };
}

/** The buffers of an answer, to be handed over instead of copied; each once. */
export function buffersOf(reply: CircuitReply): ArrayBuffer[] {
  if (reply.type !== "solved") return [];
  const curves = Object.values(reply.outcomes).flatMap((o) => o.curves);
  return [...new Set(curves.flatMap((c) => [c.x.buffer as ArrayBuffer, c.y.buffer as ArrayBuffer]))];
}
