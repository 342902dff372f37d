import { SCENARIOS, fillSettings, type Parts } from "@mirvek/core/scenarios";
import { describe, expect, test } from "vitest";
import type { CircuitReply, CircuitRequest } from "./circuit.protocol";
import { buffersOf, makeCircuitAnswerer } from "./circuitAnswer";

const settings = fillSettings(SCENARIOS.supply, "receiver", {});
const parts = (share: number): Parts =>
  Object.fromEntries(
    SCENARIOS.supply.slots(settings).map((s) => [s.key, { kind: "works", farads: s.farads * share, esr: 0.05, leak: Infinity }]),
  );
const asker = () => {
  let clock = 0;
  const told: CircuitReply[] = [];
  return { told, ask: makeCircuitAnswerer({ now: () => (clock += 5), tell: (p) => told.push(p) }) };
};
const solve = (share: number, name = "measured"): CircuitRequest => ({
  id: 7,
  type: "solve",
  scenario: "supply",
  settings,
  cases: [{ name, parts: parts(share) }],
  detail: "live",
});
const ripple = (reply: CircuitReply, name = "measured") => {
  if (reply.type !== "solved") throw new Error(JSON.stringify(reply));
  return reply.outcomes[name]!.figures.find((f) => f.key === "ripple" && f.at === "rail")!.value;
};

describe("solving", () => {
  test("answers by the name of the case, with the time it took and without what only it keeps", () => {
    const reply = asker().ask(solve(1));
    expect(reply).toMatchObject({ id: 7, type: "solved", ms: 5 });
    expect(reply.type === "solved" && "warm" in reply.outcomes["measured"]!).toBe(false);
    expect(ripple(reply)).toBeGreaterThan(0.1);
  });
  test("what it remembers of the last question does not colour the next", () => {
    const { ask } = asker();
    ask(solve(0.1));
    const [after, fresh] = [ripple(ask(solve(1))), ripple(asker().ask(solve(1)))];
    expect(after / fresh).toBeCloseTo(1, 4);
    expect(ripple(ask(solve(0.2))) / fresh).toBeGreaterThan(3);
  });
  test("a circuit that cannot be solved is refused with its issue", () => {
    const broken: CircuitRequest = {
      id: 1,
      type: "solve",
      scenario: "supply",
      settings: { ...settings, source: -1 },
      cases: [{ name: "x", parts: parts(1) }],
      detail: "live",
    };
    expect(asker().ask(broken)).toEqual({ id: 1, type: "failed", issue: { code: "bad_value", element: "T1", field: "ohms", value: -1 } });
  });
  test("buffers are handed over once each, shared axes included", () => {
    const reply = asker().ask(solve(1));
    if (reply.type !== "solved") throw new Error();
    const { curves } = reply.outcomes["measured"]!;
    expect(curves.length).toBeGreaterThan(1);
    expect(buffersOf(reply)).toHaveLength(curves.length + 1);
    expect(buffersOf({ id: 1, type: "failed", issue: { code: "cancelled" } })).toEqual([]);
  });
});

describe("netlists", () => {
  const read = (text: string) => asker().ask({ id: 2, type: "netlist", text });
  test("a divider has DC and no ripple, a rectifier both", () => {
    expect(read("divider\nV1 in 0 10\nR1 in out 1k\nR2 out 0 3k")).toEqual({
      id: 2,
      type: "netlist",
      answer: {
        title: "divider",
        nodes: [
          { node: "in", dc: expect.closeTo(10, 9), ripple: null },
          { node: "out", dc: expect.closeTo(7.5, 9), ripple: null },
        ],
      },
    });
    const rectifier = read("half wave\nV1 in 0 SIN(0 20 50)\nD1 in out dx\nC1 out 0 1000u\nR1 out 0 100\n.model dx D(IS=1n N=1.8 RS=20m)");
    if (rectifier.type !== "netlist") throw new Error(JSON.stringify(rectifier));
    const out = rectifier.answer.nodes.find((n) => n.node === "out")!;
    expect(out.dc).toBeGreaterThan(15);
    expect(out.ripple).toBeGreaterThan(1);
  });
  test("what cannot be read is named by its line, what cannot be solved by its node", () => {
    expect(read("t\nX1 a b sub")).toEqual({ id: 2, type: "unreadable", issue: { code: "unknown_part", line: 2, text: "X1" } });
    expect(read("t\nV1 a 0 1\nC1 a b 1u\nC2 b 0 1u")).toEqual({ id: 2, type: "failed", issue: { code: "no_dc_path", node: "b" } });
  });
});

describe("explaining", () => {
  const question = {
    scenario: "supply",
    unitKind: "receiver",
    chosen: {},
    binding: {},
    positions: [],
    complaint: 10,
    draws: 8,
    constants: {},
  } as const;
  test("tells how far it is, then what it found, the same each time", () => {
    const { ask, told } = asker();
    const first = ask({ id: 3, type: "explain", ...question });
    expect(told).toEqual([0, 4].map((done) => ({ id: 3, type: "progress", done, of: 8 })));
    expect(first).toMatchObject({ id: 3, type: "explained", explanation: { answer: "noBadPart", contributions: [] } });
    expect(ask({ id: 3, type: "explain", ...question })).toEqual(first);
  });
  test("a job without positions has nothing to say in sum", () => {
    const unit = { unitKind: "receiver", supplyKind: "linear", findings: ["hum"], roles: [] } as const;
    expect(asker().ask({ id: 4, type: "explainJob", unit, positions: [], setups: [], common: {}, draws: 2, constants: {} })).toEqual({
      id: 4,
      type: "jobExplained",
      parts: [],
      unsolved: [],
    });
  });
});
