import type { FigureQuantity, Marked, Observation } from "../evidence";
import { figure, type ShopConstants } from "../knowledge";
import type { PartClass } from "../part";
import type { Certainty, VerdictState } from "./verdict";

type FigureRead = Extract<Observation, { kind: "figure" }>;
type StateSaid = Extract<Observation, { kind: "state" }>;
type LookSeen = Extract<Observation, { kind: "look" }>;

/** What is on record of a part that is no capacitor, what counts of each. */
export interface PartEvidence {
  class: PartClass;
  /** what is printed on it; the first where two differ */
  marked: readonly Marked[];
  /** the figure that counts of each quantity and label: the latest out of circuit before any in circuit */
  figures: readonly FigureRead[];
  /** the state said last */
  state: StateSaid | null;
  looks: readonly LookSeen[];
  /** figures of the same quantity on its counterparts, without its own */
  counterparts: (quantity: FigureQuantity, label: string | null) => readonly number[];
}

export type PartReason =
  | { code: "overRange" }
  | { code: "through"; ohms: number; inCircuit: boolean }
  | { code: "offMarked"; ohms: number; marked: number; inCircuit: boolean }
  | { code: "asMarked"; ohms: number; marked: number }
  | { code: "lowInCircuit"; ohms: number; marked: number }
  | { code: "nearZero"; ohms: number; inCircuit: boolean }
  | { code: "junctionBothWays"; volts: number }
  | { code: "junctionNeither" }
  | { code: "junctionRight"; volts: number }
  | { code: "halvesApart"; ratio: number }
  | { code: "halvesAlike"; ratio: number }
  | { code: "contactHigh"; ohms: number }
  | { code: "counterparts"; quantity: FigureQuantity; ratio: number; of: number }
  | { code: "said"; state: StateSaid["state"] }
  | { code: "seen"; sign: LookSeen["sign"] }
  | { code: "looksWholeOnly" }
  | { code: "onlyRead" }
  | { code: "nothing" };

/** What would settle it. */
export type PartSettle = "measureOhms" | "liftOneLeg" | "otherWay" | "markedValue";

export interface PartVerdict {
  state: VerdictState;
  certainty: Certainty;
  reason: PartReason;
  settle: PartSettle | null;
}

const verdict = (state: VerdictState, certainty: Certainty, reason: PartReason, settle: PartSettle | null = null): PartVerdict => ({
  state,
  certainty,
  reason,
  settle,
});

/** Classes that carry current from end to end: over-range is an open part whatever lies across it, since parallel paths only lower. */
const CARRIES: ReadonlySet<PartClass> = new Set<PartClass>([
  "fuse",
  "resistor",
  "coil",
  "transformer",
  "driver",
  "relay",
  "lamp",
  "connector",
  "switch",
]);
const FATAL_SIGNS: ReadonlySet<LookSeen["sign"]> = new Set<LookSeen["sign"]>(["blown", "charred", "cracked", "missing"]);

/**
 * What is shown of a part that is no capacitor: judged where a rule is sure, otherwise kept and compared ("onlyRead"). Parallel paths only
 * lower a reading of ohms, so what reads high in circuit is at least that high, and what reads low there proves nothing by itself (handbook
 * chapter 2, the same rule as for ESR).
 */
export function judgePart(constants: ShopConstants, e: PartEvidence): PartVerdict {
  const of = (quantity: FigureQuantity, label?: string | null) =>
    e.figures.find((f) => f.quantity === quantity && (label === undefined || f.label === label)) ?? null;
  const ohms = of("ohms");
  const found =
    (ohms && CARRIES.has(e.class) ? carrying(constants, e, ohms) : null) ??
    (e.class === "diode" ? diode(constants, of("junction", "forward"), of("junction", "reverse"), ohms) : null) ??
    (e.class === "transistor" ? transistor(constants, e.figures, ohms) : null) ??
    halves(constants, of("half", "a"), of("half", "b")) ??
    beside(constants, e);
  if (found) return found;
  if (e.state) return bySaying(e.state);
  const fatal = e.looks.find((l) => !l.intended && FATAL_SIGNS.has(l.sign));
  if (fatal) return verdict("failed", "likely", { code: "seen", sign: fatal.sign }, "measureOhms");
  // the eye does not clear a fuse: many a whole one is open
  if (e.looks.some((l) => l.sign === "looksWhole"))
    return verdict("undecided", "guess", { code: "looksWholeOnly" }, CARRIES.has(e.class) ? "measureOhms" : null);
  return e.figures.length > 0 ? verdict("undecided", "guess", { code: "onlyRead" }) : verdict("unmeasured", "guess", { code: "nothing" });
}

function carrying(constants: ShopConstants, e: PartEvidence, f: FigureRead): PartVerdict | null {
  if (f.value === "over") return verdict("open", "shown", { code: "overRange" });
  const value = f.value;
  const marked = e.marked.find((m) => m.unit === "Ω")?.value ?? null;
  switch (e.class) {
    case "fuse":
    case "connector":
    case "switch":
      if (value > figure(constants, "contact.most"))
        return verdict(e.class === "fuse" ? "failed" : "worn", "shown", { code: "contactHigh", ohms: value });
      return f.inCircuit
        ? verdict("sound", "likely", { code: "through", ohms: value, inCircuit: true }, "liftOneLeg")
        : verdict("sound", "shown", { code: "through", ohms: value, inCircuit: false });
    case "resistor":
      return marked === null
        ? null
        : againstMarked(f, value, marked, figure(constants, "resistor.within"), figure(constants, "resistor.failed"));
    case "driver":
      if (value < figure(constants, "driver.shorted"))
        return verdict("shorted", f.inCircuit ? "likely" : "shown", { code: "nearZero", ohms: value, inCircuit: f.inCircuit });
      // the DC ohms of a voice coil lie under the impedance it is marked with
      return marked === null
        ? verdict("sound", "guess", { code: "through", ohms: value, inCircuit: f.inCircuit })
        : driver(constants, f, value, marked);
    default:
      return null;
  }
}

function againstMarked(f: FigureRead, value: number, marked: number, within: number, failed: number): PartVerdict {
  const off = value / marked - 1;
  if (f.inCircuit && off < -within) return verdict("undecided", "guess", { code: "lowInCircuit", ohms: value, marked }, "liftOneLeg");
  if (Math.abs(off) <= within) return verdict("sound", f.inCircuit ? "likely" : "shown", { code: "asMarked", ohms: value, marked });
  const reason = { code: "offMarked", ohms: value, marked, inCircuit: f.inCircuit } as const;
  return verdict(Math.abs(off) > failed ? "failed" : "worn", f.inCircuit ? "likely" : "shown", reason, f.inCircuit ? "liftOneLeg" : null);
}

function driver(constants: ShopConstants, f: FigureRead, value: number, marked: number): PartVerdict {
  const share = value / marked;
  const reason = { code: "offMarked", ohms: value, marked, inCircuit: f.inCircuit } as const;
  if (share > figure(constants, "driver.most")) return verdict("failed", "likely", reason);
  if (share < figure(constants, "driver.least")) return verdict("failed", "likely", reason, f.inCircuit ? "liftOneLeg" : null);
  return verdict("sound", f.inCircuit ? "likely" : "shown", { code: "asMarked", ohms: value, marked });
}

function diode(
  constants: ShopConstants,
  forward: FigureRead | null,
  reverse: FigureRead | null,
  ohms: FigureRead | null,
): PartVerdict | null {
  if (ohms && ohms.value !== "over" && ohms.value < figure(constants, "short.ohms"))
    return verdict(
      "shorted",
      ohms.inCircuit ? "likely" : "shown",
      { code: "nearZero", ohms: ohms.value, inCircuit: ohms.inCircuit },
      ohms.inCircuit ? "liftOneLeg" : null,
    );
  if (!forward && !reverse) return null;
  if (forward?.value === "over" && reverse?.value === "over") return verdict("open", "shown", { code: "junctionNeither" });
  const volts = [forward, reverse].flatMap((f) => (f && f.value !== "over" ? [f.value] : []));
  const inCircuit = forward?.inCircuit ?? reverse?.inCircuit ?? true;
  if (volts.length > 0 && volts.every((v) => v < figure(constants, "junction.least")) && (volts.length === 2 || reverse !== null))
    return verdict(
      "shorted",
      inCircuit ? "likely" : "shown",
      { code: "junctionBothWays", volts: volts[0]! },
      inCircuit ? "liftOneLeg" : null,
    );
  if (forward && forward.value !== "over" && right(constants, forward.value)) {
    if (reverse?.value === "over") return verdict("sound", inCircuit ? "likely" : "shown", { code: "junctionRight", volts: forward.value });
    if (!reverse) return verdict("undecided", "guess", { code: "junctionRight", volts: forward.value }, "otherWay");
  }
  return verdict("undecided", "guess", { code: "onlyRead" }, inCircuit ? "liftOneLeg" : "otherWay");
}
const right = (constants: ShopConstants, v: number) => v >= figure(constants, "junction.least") && v <= figure(constants, "junction.most");

function transistor(constants: ShopConstants, figures: readonly FigureRead[], ohms: FigureRead | null): PartVerdict | null {
  if (ohms && ohms.value !== "over" && ohms.value < figure(constants, "short.ohms"))
    return verdict(
      "shorted",
      ohms.inCircuit ? "likely" : "shown",
      { code: "nearZero", ohms: ohms.value, inCircuit: ohms.inCircuit },
      ohms.inCircuit ? "liftOneLeg" : null,
    );
  const junctions = figures.filter((f) => f.quantity === "junction" && (f.label === "be" || f.label === "bc"));
  if (junctions.length === 0) return null;
  if (junctions.some((j) => j.value === "over"))
    return verdict("open", junctions[0]!.inCircuit ? "likely" : "shown", { code: "junctionNeither" });
  const volts = junctions.map((j) => j.value as number);
  const low = volts.find((v) => v < figure(constants, "junction.least"));
  const inCircuit = junctions.some((j) => j.inCircuit);
  if (low !== undefined)
    return verdict("shorted", inCircuit ? "likely" : "shown", { code: "junctionBothWays", volts: low }, inCircuit ? "liftOneLeg" : null);
  return junctions.length === 2 && volts.every((v) => right(constants, v))
    ? verdict("sound", "likely", { code: "junctionRight", volts: volts[0]! })
    : null;
}

function halves(constants: ShopConstants, a: FigureRead | null, b: FigureRead | null): PartVerdict | null {
  if (!a || !b) return null;
  if (a.value === "over" || b.value === "over") return verdict("open", "shown", { code: "overRange" });
  const ratio = Math.max(a.value, b.value) / Math.min(a.value, b.value);
  return ratio > figure(constants, "halves.ratio")
    ? verdict("failed", "likely", { code: "halvesApart", ratio })
    : verdict("sound", "likely", { code: "halvesAlike", ratio });
}

/** The odd one out among its counterparts by more than 2 : 1, where no rule of its own speaks. */
function beside(constants: ShopConstants, e: PartEvidence): PartVerdict | null {
  for (const f of e.figures) {
    if (f.value === "over") continue;
    const others = [...e.counterparts(f.quantity, f.label)].sort((a, b) => a - b);
    if (others.length < 2) continue;
    const median = others[Math.floor(others.length / 2)]!;
    if (!(median > 0) || !(f.value > 0)) continue;
    const ratio = f.value / median;
    if (Math.max(ratio, 1 / ratio) > figure(constants, "counterparts.ratio"))
      return verdict("undecided", "likely", { code: "counterparts", quantity: f.quantity, ratio, of: others.length }, "liftOneLeg");
  }
  return null;
}

function bySaying({ state, inCircuit }: StateSaid): PartVerdict {
  const reason = { code: "said", state } as const;
  switch (state) {
    case "open":
      return verdict("open", "shown", reason);
    case "shorted":
      return verdict("shorted", inCircuit ? "likely" : "shown", reason, inCircuit ? "liftOneLeg" : null);
    case "intermittent":
    case "bad":
    case "hot":
      return verdict("undecided", "likely", reason, "measureOhms");
    case "fine":
    case "conducts":
      return verdict("sound", inCircuit ? "guess" : "likely", reason);
  }
}
