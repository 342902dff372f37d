import type { Measurement, Subject } from "../../evidence";
import { figure, type ShopConstants } from "../../knowledge";
import { filtersSupply, type PartClass, type Role } from "../../part";
import { nominalIn } from "../../verdict";
import type { JobRecords, PositionRecord, StoredObservation, StoredReading } from "../records/records";
import type { UnitModel } from "../model/unit";

// What reads short and would carry the mains into it: supply nodes, and parts across them. A short is a fact of its node: taking the part
// off the list, or putting another in, does not undo it; only the node reading clear does.

/** A node that reads short. `low`: it may be low by nature, so that a reason and a current-limited supply open it. */
interface ShortNode {
  name: string;
  low: boolean;
}

type Records = Pick<JobRecords, "positions" | "retired" | "readings" | "observations">;
type Unit = Pick<UnitModel, "parts" | "loads" | "points" | "tried">;

/** Everything that reads short now, each node once. */
export function shortsOf(constants: ShopConstants, records: Records, unit: Unit): ShortNode[] {
  const found = new Map<string, ShortNode>();
  const add = (node: ShortNode) => {
    const known = found.get(node.name);
    found.set(node.name, known ? { ...node, low: known.low && node.low } : node);
  };
  for (const p of [...records.positions, ...records.retired])
    if (capacitorShort(constants, p, records)) add({ name: p.designator, low: false });
  const capacitors = new Set([...records.positions, ...records.retired].map((p) => p.designator));
  for (const node of partsShort(records.observations, unit)) if (!capacitors.has(node.name)) add(node);
  for (const node of nodesShort(constants, records.observations, unit)) if (!capacitors.has(node.name)) add(node);
  return [...found.values()];
}

// ---------------------------------------------------------------- capacitors

/** Parts that stand across a rail or the mains: what reads short there in circuit is the rail. */
const acrossSupply = (role: Role): boolean => filtersSupply(role) || ACROSS.has(role);
const ACROSS: ReadonlySet<Role> = new Set<Role>(["mainsX", "mainsY", "smpsStart", "reference"]);

/** One piece of evidence on the node of a capacitor: whether it reads short or clear, and whether through the node or the part alone. */
interface NodeSign {
  seq: number;
  short: boolean;
  through: "node" | "part";
  /** read with the loads off: what is clear then may be short with them on */
  unloaded: boolean;
}

const isUnloaded = ({ observation: o }: StoredObservation): boolean => o.kind === "figure" && o.under.load === "unloaded";

function capacitorShort(constants: ShopConstants, p: PositionRecord, { readings, observations }: Records): boolean {
  const limit = shortLimit(constants, acrossSupply(p.role) ? p.rated : null);
  const signs = [
    ...(readings[p.id] ?? []).flatMap((r): NodeSign[] => signOf(r, limit)),
    ...observations.flatMap((o): NodeSign[] => {
      if (o.subject.kind !== "part" || o.subject.name !== p.designator) return [];
      const short = shortIn(o, limit);
      return short === null ? [] : [{ seq: o.seq, short, through: "node", unloaded: isUnloaded(o) }];
    }),
  ].sort((a, b) => a.seq - b.seq);
  const counting = acrossSupply(p.role) ? signs : signs.filter((s) => s.through === "part");
  const clears = (later: NodeSign, s: NodeSign) =>
    !later.short && (later.through === "node" || s.through === "part") && (!later.unloaded || s.unloaded);
  return counting.some((s, i) => s.short && !counting.slice(i + 1).some((later) => clears(later, s)));
}

function signOf({ measurement: m, inCircuit, seq }: StoredReading, limit: number): NodeSign[] {
  const short = shortReading(m, limit);
  return short === null ? [] : [{ seq, short, through: inCircuit ? "node" : "part", unloaded: false }];
}

/**
 * Whether a measurement reads short (true) or clear (false); null where it says nothing of it. What is said without a figure clears
 * nothing.
 */
function shortReading(m: Measurement, limit: number): boolean | null {
  if (m.kind === "condition") return m.condition === "shorted" ? true : null;
  if (m.kind !== "ohmmeter") return null;
  return m.ohms !== "over" && m.trend !== "climbing" && m.ohms < limit;
}

/** Ohms under which a node is short: hundreds of ohms are a short for a supply of a hundred volts and more. */
function shortLimit(constants: ShopConstants, across: number | null): number {
  return across !== null && Math.abs(across) >= figure(constants, "short.highVolts")
    ? figure(constants, "short.highOhms")
    : figure(constants, "short.ohms");
}

function shortIn({ observation: o }: StoredObservation, limit: number): boolean | null {
  if (o.kind === "figure" && (o.quantity === "toGround" || o.quantity === "ohms")) return o.value !== "over" && o.value < limit;
  return o.kind === "state" && o.state === "shorted" ? true : null;
}

// ---------------------------------------------------------------- parts of other classes

/** Classes whose way through is meant to be low: said to be shorted, they hold softly. */
const LOW_CLASSES: ReadonlySet<PartClass> = new Set<PartClass>(["driver", "lamp", "switch", "connector", "fuse", "coil", "relay"]);

function partsShort(observations: readonly StoredObservation[], unit: Unit): ShortNode[] {
  return unit.parts.flatMap(({ name, class: kind, verdict, sinceReplaced }): ShortNode[] => {
    const mine = observations.filter((o) => o.subject.kind === "part" && o.subject.name === name);
    const said = mine.findLast((o) => o.observation.kind === "state" || o.observation.kind === "figure")?.observation;
    const short = verdict.state === "shorted" || (said?.kind === "state" && said.state === "shorted");
    // the part that was put in has readings of its own: they are what its node reads now
    const clear = sinceReplaced !== null && sinceReplaced.state !== "shorted" && sinceReplaced.state !== "unmeasured";
    return short && !clear ? [{ name, low: LOW_CLASSES.has(kind) }] : [];
  });
}

// ---------------------------------------------------------------- rails, boards and other nodes

const nameOf = (s: Subject): string | null => (s.kind === "unit" ? null : s.name);

function nodesShort(constants: ShopConstants, observations: readonly StoredObservation[], unit: Unit): ShortNode[] {
  // a node that is clear with its loads off may still be short with them on
  const latest = new Map<string, { unloaded: boolean; loaded: boolean }>();
  for (const o of observations) {
    const name = nameOf(o.subject);
    if (name === null || (o.observation.kind === "figure" && o.observation.quantity !== "toGround")) continue;
    if (o.observation.kind === "state" && o.subject.kind === "part") continue;
    const short = shortIn(o, shortLimit(constants, nominalOf(constants, name, unit)));
    if (short === null) continue;
    const before = latest.get(name) ?? { unloaded: false, loaded: false };
    latest.set(name, isUnloaded(o) ? { ...before, unloaded: short } : { loaded: short, unloaded: short && before.unloaded });
  }
  for (const load of unit.loads) if (load.odd) latest.set(load.name, { unloaded: false, loaded: true });
  return [...latest].flatMap(([name, { unloaded, loaded }]): ShortNode[] => {
    const short = unloaded || loaded;
    const nature = natureOf(constants, name, nominalOf(constants, name, unit));
    return short && nature !== "low" ? [{ name, low: nature === "perhaps" }] : [];
  });
}

/** High tension is called so because it is: hundreds of volts where nobody says how many. */
const HIGH = /^(?:ht|b\+)(?:\s|$)/i;
const nominalOf = (constants: ShopConstants, name: string, { points }: Unit): number | null =>
  points.find((p) => p.name === name)?.expected?.nominal ??
  nominalIn(name) ??
  (HIGH.test(name) ? figure(constants, "short.highVolts") : null);

const GROUND = /\b(?:ground|earth|chassis|gnd|0 ?v)\b/i;
const LOW_BY_KIND =
  /\b(?:heaters?|filaments?|winding|primary|secondary|outputs?|speakers?|loudspeakers?|headphones?|motors?|solenoids?|lamps?|bulbs?|coils?|chokes?|transformers?|relays?|voice coils?)\b/i;
const SUPPLY =
  /\b(?:rails?|supply|supplies|psu|bridge|rectifier|reservoir|regulator|ht|vcc|vdd|vee|vss|mains|boards?|modules?|cards?|plugs?|connectors?|loads?|node|plus|minus)\b|^(?:j|cn|con|p|pl)\d|^b[+-]|[+-]\d/i;
const HEATER = /\b(?:heaters?|filaments?)\b/i;
/** Rails of a volt or two feed cores that draw amperes: what is low to ground there may be right. */
const CORE = /\bcore\b/i;

/** Whether a node is low to ground by nature: by its kind or by the volts of its rail. */
function natureOf(constants: ShopConstants, name: string, nominal: number | null): "low" | "perhaps" | "short" {
  const supply = SUPPLY.test(name);
  if (HEATER.test(name) || (GROUND.test(name) && !supply)) return "low";
  if (CORE.test(name) || (nominal !== null && Math.abs(nominal) <= figure(constants, "short.coreVolts"))) return "perhaps";
  if (LOW_BY_KIND.test(name) && !supply) return "low";
  return supply ? "short" : "perhaps";
}
