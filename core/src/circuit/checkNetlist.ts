import type { Result } from "../units";
import type { CircuitIssue } from "./issue";
import { GROUND, terminals, type CircuitElement, type Netlist, type NodeName, type Wave } from "./netlist";

declare const checked: unique symbol;
/** A netlist that `checkNetlist` has passed: values in range, one ground, nothing floating, no loop of sources. */
export type CheckedNetlist = Netlist & { readonly [checked]: true };

// Matrices are dense: 150 nodes still solve in milliseconds, and no supply or filter of a sound unit comes near.
export const MAX_NODES = 150;
export const MAX_ELEMENTS = 600;

type Range = "above zero" | "zero or more" | "any";
const inRange = (value: number, range: Range) =>
  Number.isFinite(value) && (range === "any" || (range === "above zero" ? value > 0 : value >= 0));

/**
 * Passes a netlist on for solving, or says what is wrong with it first. Checked in this order: size, ground, ids, values, nodes
 * hanging free, loops of ideal sources. `leak` may be Infinity; every other value must be finite.
 */
export function checkNetlist(netlist: Netlist): Result<CheckedNetlist, CircuitIssue> {
  const { elements } = netlist;
  const issue = sizeIssue(elements) ?? groundIssue(elements) ?? idIssue(elements) ?? valueIssue(elements) ?? topologyIssue(elements);
  return issue ? { ok: false, issue } : { ok: true, value: netlist as CheckedNetlist };
}

/** Every node named by any terminal, sensing inputs included, ground excluded, in order of appearance. */
export function nodesOf(elements: readonly CircuitElement[]): NodeName[] {
  const nodes = new Set<NodeName>();
  for (const e of elements) {
    for (const n of terminals(e)) nodes.add(n);
    if (e.kind === "amplifier" || e.kind === "transconductance") nodes.add(e.inPlus).add(e.inMinus);
  }
  nodes.delete(GROUND);
  return [...nodes];
}

function sizeIssue(elements: readonly CircuitElement[]): CircuitIssue | null {
  if (elements.length === 0) return { code: "empty" };
  if (elements.length > MAX_ELEMENTS) return { code: "too_large", what: "elements", count: elements.length, limit: MAX_ELEMENTS };
  const nodes = nodesOf(elements).length;
  return nodes > MAX_NODES ? { code: "too_large", what: "nodes", count: nodes, limit: MAX_NODES } : null;
}

function groundIssue(elements: readonly CircuitElement[]): CircuitIssue | null {
  return elements.some((e) => terminals(e).includes(GROUND)) ? null : { code: "no_ground" };
}

function idIssue(elements: readonly CircuitElement[]): CircuitIssue | null {
  const seen = new Set<string>();
  for (const { id } of elements) {
    if (seen.has(id)) return { code: "duplicate_id", element: id };
    seen.add(id);
  }
  return null;
}

function valueIssue(elements: readonly CircuitElement[]): CircuitIssue | null {
  for (const e of elements) {
    for (const [field, value, range] of valuesOf(e)) if (!inRange(value, range)) return { code: "bad_value", element: e.id, field, value };
    const [a, b] = terminals(e);
    if (a === b) return { code: "ends_joined", element: e.id, node: a };
  }
  return null;
}

function valuesOf(e: CircuitElement): [field: string, value: number, range: Range][] {
  switch (e.kind) {
    case "resistor":
      return [["ohms", e.ohms, "above zero"]];
    case "capacitor": {
      const leak: [string, number, Range][] = e.leak === undefined || e.leak === Infinity ? [] : [["leak", e.leak, "above zero"]];
      return [
        ["farads", e.farads, "above zero"],
        ["esr", e.esr ?? 0, "zero or more"],
        ["esl", e.esl ?? 0, "zero or more"],
        ["volts", e.volts ?? 0, "any"],
        ...leak,
      ];
    }
    case "inductor":
      return [
        ["henries", e.henries, "above zero"],
        ["dcr", e.dcr ?? 0, "zero or more"],
        ["amperes", e.amperes ?? 0, "any"],
      ];
    case "voltageSource":
      return [["ohms", e.ohms ?? 0, "zero or more"], ...waveValues(e.wave)];
    case "currentSource":
      return waveValues(e.wave);
    case "diode":
      return [
        ["saturation", e.saturation, "above zero"],
        ["emission", e.emission, "above zero"],
        ["ohms", e.ohms, "above zero"],
      ];
    case "switch":
      return [];
    case "amplifier":
      return [
        ["gain", e.gain, "any"],
        ["pole", e.pole ?? 1, "above zero"],
        ["ohms", e.ohms ?? 0, "zero or more"],
      ];
    case "transconductance":
      return [["siemens", e.siemens, "any"]];
  }
}

function waveValues(wave: Wave): [string, number, Range][] {
  switch (wave.kind) {
    case "dc":
      return [["value", wave.value, "any"]];
    case "sine":
      return [
        ["amplitude", wave.amplitude, "any"],
        ["hertz", wave.hertz, "above zero"],
        ["offset", wave.offset ?? 0, "any"],
        ["phase", wave.phase ?? 0, "any"],
        ["delay", wave.delay ?? 0, "zero or more"],
      ];
    case "pulse":
      return [
        ["low", wave.low, "any"],
        ["high", wave.high, "any"],
        ["delay", wave.delay, "zero or more"],
        ["rise", wave.rise, "zero or more"],
        ["fall", wave.fall, "zero or more"],
        ["width", wave.width, "zero or more"],
        ["period", wave.period, "above zero"],
        // what is left of a period after rise, width and fall, but for rounding
        ["rest", wave.period * (1 + 1e-9) - wave.rise - wave.width - wave.fall, "zero or more"],
      ];
    case "halfSine":
      return [
        ["amplitude", wave.amplitude, "any"],
        ["hertz", wave.hertz, "above zero"],
        ["phase", wave.phase ?? 0, "any"],
      ];
    case "samples":
      return [
        ["hertz", wave.hertz, "above zero"],
        ["samples", wave.values.length, "above zero"],
        ...wave.values.map((v): [string, number, Range] => ["samples", v, "any"]),
      ];
  }
}

/** Sets of joined names; `join` says whether the two were apart before. */
function joinedSets() {
  const parent = new Map<string, string>();
  const find = (name: string): string => {
    let root = name;
    for (let up = parent.get(root); up !== undefined; up = parent.get(root)) root = up;
    return root;
  };
  const join = (a: string, b: string): boolean => {
    const [ra, rb] = [find(a), find(b)];
    if (ra === rb) return false;
    parent.set(ra, rb);
    return true;
  };
  return { find, join };
}

function topologyIssue(elements: readonly CircuitElement[]): CircuitIssue | null {
  const { find, join } = joinedSets();
  for (const e of elements) {
    const carries = e.kind === "switch" ? e.closed : e.kind !== "currentSource" && e.kind !== "transconductance";
    if (carries) join(...terminals(e));
  }
  for (const node of nodesOf(elements)) if (find(node) !== find(GROUND)) return { code: "floating_node", node };
  const loops = joinedSets();
  for (const e of elements) {
    const ideal = (e.kind === "voltageSource" && !e.ohms) || (e.kind === "amplifier" && !e.ohms) || (e.kind === "switch" && e.closed);
    if (ideal && !loops.join(...terminals(e))) return { code: "source_loop", element: e.id };
  }
  return null;
}

/** For analyses that need a DC level everywhere: a node reached only through capacitors, or a DC loop without any resistance. */
export function dcIssue(netlist: CheckedNetlist): CircuitIssue | null {
  const { find, join } = joinedSets();
  const loops = joinedSets();
  for (const e of netlist.elements) {
    const conducts =
      e.kind === "capacitor"
        ? e.leak !== undefined && e.leak !== Infinity
        : e.kind === "switch"
          ? e.closed
          : e.kind !== "currentSource" && e.kind !== "transconductance";
    if (conducts) join(...terminals(e));
    const short =
      (e.kind === "inductor" && !e.dcr) ||
      ((e.kind === "voltageSource" || e.kind === "amplifier") && !e.ohms) ||
      (e.kind === "switch" && e.closed);
    if (short && !loops.join(...terminals(e))) return { code: "source_loop", element: e.id };
  }
  for (const node of nodesOf(netlist.elements)) if (find(node) !== find(GROUND)) return { code: "no_dc_path", node };
  return null;
}
