import type { ElementId, NodeName } from "./netlist";

/** Why a circuit could not be taken or solved, always with the part or node to look at. Times in seconds. */
export type CircuitIssue =
  | { code: "no_ground" }
  | { code: "empty" }
  | { code: "too_large"; what: "nodes" | "elements" | "states" | "steps"; count: number; limit: number }
  | { code: "duplicate_id"; element: ElementId }
  | { code: "bad_value"; element: ElementId; field: string; value: number }
  | { code: "ends_joined"; element: ElementId; node: NodeName }
  | { code: "floating_node"; node: NodeName }
  | { code: "no_dc_path"; node: NodeName }
  | { code: "source_loop"; element: ElementId }
  | { code: "singular"; node: NodeName }
  | { code: "no_common_period"; elements: readonly ElementId[] }
  /** `slowest`: seconds after which its slowest motion has fallen to a third, where the search for the settled state gave up */
  | { code: "no_convergence"; node: NodeName; time: number; iterations: number; slowest?: number }
  /** it would not stay settled: this motion grows by itself, per second, at so many hertz */
  | { code: "unstable"; growth: number; hertz: number }
  | { code: "bad_option"; option: string; value: number | string }
  | { code: "unknown_node"; node: NodeName }
  | { code: "unknown_element"; element: ElementId }
  | { code: "wrong_kind"; element: ElementId; needed: string }
  | { code: "cancelled" };
