import {
  SCENARIOS,
  importNetlist,
  mean,
  operatingPoint,
  peakToPeak,
  steadyState,
  type CheckedNetlist,
  type CircuitIssue,
} from "@mirvek/core/circuit";
import { explain, explainJob } from "@mirvek/core/trace";
import type { Result } from "@mirvek/core/units";
import type { CircuitReply, CircuitRequest, NetlistAnswer, Solved } from "./circuit.protocol";

// the same seed for everyone: an answer asked for twice is the same answer
const SEED = 20;

/** states of the last solution of each case: the next slider step starts from there */
const warm = new Map<string, Float64Array>();

function solve(request: Extract<CircuitRequest, { type: "solve" }>): CircuitReply {
  const started = performance.now();
  const outcomes: Record<string, Solved> = {};
  for (const { name, parts } of request.cases) {
    const key = `${request.scenario} ${name}`;
    const solved = SCENARIOS[request.scenario].solve(request.settings, parts, { detail: request.detail, warm: warm.get(key) });
    if (!solved.ok) return { id: request.id, type: "failed", issue: solved.issue };
    const { warm: states, ...rest } = solved.value;
    if (states) warm.set(key, states);
    outcomes[name] = rest;
  }
  return { id: request.id, type: "solved", outcomes, ms: performance.now() - started };
}

function explainHere(request: Extract<CircuitRequest, { type: "explain" }>): CircuitReply {
  const { id, draws } = request;
  const explained = explain({
    ...request,
    scenario: SCENARIOS[request.scenario],
    seed: SEED,
    stop(done) {
      if (done % 4 === 0) self.postMessage({ id, type: "progress", done, of: draws } satisfies CircuitReply);
      return false;
    },
  });
  return explained.ok ? { id, type: "explained", explanation: explained.value } : { id, type: "failed", issue: explained.issue };
}

function readNetlist(request: Extract<CircuitRequest, { type: "netlist" }>): CircuitReply {
  const read = importNetlist(request.text);
  if (!read.ok) return { id: request.id, type: "unreadable", issue: read.issue };
  const answer = solveNetlist(read.value);
  return answer.ok ? { id: request.id, type: "netlist", answer: answer.value } : { id: request.id, type: "failed", issue: answer.issue };
}

/** DC at every node, or mean and ripple where something alternates. */
function solveNetlist(netlist: CheckedNetlist): Result<NetlistAnswer, CircuitIssue> {
  const alternates = netlist.elements.some((e) => (e.kind === "voltageSource" || e.kind === "currentSource") && e.wave.kind !== "dc");
  const nodes = [...new Set(netlist.elements.flatMap((e) => ("a" in e ? [e.a, e.b] : "plus" in e ? [e.plus, e.minus] : "anode" in e ? [e.anode, e.cathode] : [e.from, e.to])))].filter((n) => n !== "0"); // prettier-ignore
  if (!alternates) {
    const point = operatingPoint(netlist);
    if (!point.ok) return point;
    return {
      ok: true,
      value: { title: netlist.title, nodes: nodes.map((node) => ({ node, dc: point.value.volts.get(node)!, ripple: null })) },
    };
  }
  const steady = steadyState(netlist);
  if (!steady.ok) return steady;
  const row = (node: string) => {
    const v = steady.value.waveforms.volts(node);
    return { node, dc: mean(v), ripple: peakToPeak(v) };
  };
  return { ok: true, value: { title: netlist.title, nodes: nodes.map(row) } };
}

function buffersOf(reply: CircuitReply): Transferable[] {
  if (reply.type !== "solved") return [];
  const curves = Object.values(reply.outcomes).flatMap((o) => o.curves);
  return [...new Set(curves.flatMap((c) => [c.x.buffer as ArrayBuffer, c.y.buffer as ArrayBuffer]))];
}

function answer(request: CircuitRequest): CircuitReply {
  switch (request.type) {
    case "solve":
      return solve(request);
    case "explain":
      return explainHere(request);
    case "explainJob":
      return { id: request.id, type: "jobExplained", ...explainJob({ ...request, seed: SEED }) };
    case "netlist":
      return readNetlist(request);
  }
}

self.onmessage = ({ data }: MessageEvent<CircuitRequest>) => {
  const reply = answer(data);
  self.postMessage(reply, { transfer: buffersOf(reply) });
};
