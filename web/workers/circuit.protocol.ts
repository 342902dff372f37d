import type { CircuitIssue, NetlistTextIssue } from "@mirvek/core/circuit";
import type { ShopConstants } from "@mirvek/core/knowledge";
import type { MeasuredPart } from "@mirvek/core/verdict";
import type { Outcome, Parts, ScenarioId, Settings } from "@mirvek/core/scenarios";
import type { Predicted, RippleQuestion } from "@mirvek/core/diagnosis";
import type { Binding, Explanation, JobQuestion, PartAnswer } from "@mirvek/core/explain";

/** A solved state without what only the worker keeps. */
export type Solved = Omit<Outcome, "warm">;
export interface NetlistAnswer {
  title: string;
  nodes: { node: string; dc: number; ripple: number | null }[];
}

/** A question; what is judged of parts is judged by the figures of the shop that asks. */
export type CircuitRequest =
  | {
      id: number;
      type: "solve";
      scenario: ScenarioId;
      settings: Settings;
      cases: readonly { name: string; parts: Parts }[];
      detail: "full" | "live";
    }
  | {
      id: number;
      type: "explain";
      scenario: ScenarioId;
      unitKind: string;
      chosen: Settings;
      binding: Binding;
      positions: readonly MeasuredPart[];
      complaint: number | null;
      draws: number;
      constants: ShopConstants;
    }
  | ({ id: number; type: "explainJob"; constants: ShopConstants } & Omit<JobQuestion, "seed" | "stop">)
  | { id: number; type: "predict"; question: RippleQuestion; constants: ShopConstants }
  | { id: number; type: "netlist"; text: string };

export type CircuitReply =
  | { id: number; type: "solved"; outcomes: Record<string, Solved>; ms: number }
  | { id: number; type: "explained"; explanation: Explanation }
  | { id: number; type: "jobExplained"; parts: PartAnswer[]; unsolved: ScenarioId[] }
  | { id: number; type: "predicted"; predicted: Predicted | null }
  | { id: number; type: "netlist"; answer: NetlistAnswer }
  | { id: number; type: "progress"; done: number; of: number }
  | { id: number; type: "failed"; issue: CircuitIssue }
  | { id: number; type: "unreadable"; issue: NetlistTextIssue };
