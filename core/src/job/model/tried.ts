import { LEAVES_CHANGED, type Act, type ChangedFigure, type Marked, type Outcome, type Tried } from "../../evidence";
import { figure, type ShopConstants } from "../../knowledge";
import type { PartClass } from "../../part";
import type { UnitSymbol } from "../../units";
import { nominalIn } from "../../verdict";
import { isFuse, isLarger, type FuseModel } from "./fuses";
import { isOf, type UnitContext } from "../records/observed";
import type { PointReading, StoredObservation } from "../records/records";

/** What something tried still wants to be told. */
export type TriedAsk = "outcome" | "followed" | "bridgeValue";
/** What speaks against what was put across, put in or fed. */
export type TriedCaution = "fuse" | "fuseLarger" | "underRated" | "supplyLive" | "mainsPart" | "noLimit" | "overRail";

export interface TriedModel {
  seq: number;
  line: string | null;
  takenAt: number;
  tried: Tried;
  asks: readonly TriedAsk[];
  cautions: readonly TriedCaution[];
  /** unsafe: kept as done, not taken as a test */
  refused: boolean;
  /** several things or acts share one outcome: they are cured as a set, and no single one is shown */
  asSet: boolean;
  /** it was cured by that, and the complaint came back later */
  returned: boolean;
  /** what went in has another value than the part that was there, which is no capacitor, is marked with */
  otherValue: boolean;
  /** the unit is still other than it was */
  leftIn: boolean;
}

interface KnownPart {
  name: string;
  class: PartClass;
  marked: readonly Marked[];
}

/** What things tried are seen among. */
interface TriedAmong {
  parts: readonly KnownPart[];
  fuses: readonly Pick<FuseModel, "name" | "belongs">[];
  points: readonly PointReading[];
  context: UnitContext;
}

/** What makes a trial unsafe: it is kept as done and proves nothing. */
const REFUSED: ReadonlySet<TriedCaution> = new Set<TriedCaution>(["fuse", "fuseLarger", "mainsPart"]);

const ASKS_OUTCOME: ReadonlySet<Act> = new Set<Act>(["cleaned", "lifted"]);

/** Acts that change the unit for good: what is said of the complaint afterwards is said of them. */
export const REPAIRS: ReadonlySet<Act> = new Set<Act>(["replaced", "resoldered", "cleaned"]);

/** What is said of the complaint later answers what was open: the repairs since it was last said, else the last thing tried. */
function answeredLater(all: readonly StoredObservation[]): ReadonlyMap<number, { outcome: Outcome; many: boolean }> {
  const out = new Map<number, { outcome: Outcome; many: boolean }>();
  const answered = new Set(all.filter(isOf("outcome")).map((o) => o.observation.line));
  let open: { seq: number; act: Act }[] = [];
  for (const o of all) {
    if (o.observation.kind === "tried") {
      if (o.observation.outcome !== null || o.observation.followed !== null || answered.has(o.seq)) open = [];
      else open.push({ seq: o.seq, act: o.observation.act });
    } else if (o.observation.kind === "complaintNow") {
      const { outcome } = o.observation;
      const repairs = open.filter((t) => REPAIRS.has(t.act));
      const meant = repairs.length > 0 ? repairs : open.slice(-1);
      for (const t of meant) out.set(t.seq, { outcome, many: new Set(meant.map((m) => m.seq)).size > 1 });
      open = [];
    }
  }
  return out;
}

/** Everything tried, in order, with what was said of it later, what it still wants to be told and what speaks against it. */
export function triedModels(all: readonly StoredObservation[], { parts, fuses, points, context }: TriedAmong): TriedModel[] {
  const later = all.filter(isOf("outcome"));
  const back = all.filter(isOf("putBack"));
  const since = answeredLater(all);
  const stays = all.filter(isOf("complaintNow")).filter((o) => o.observation.outcome === "same" || o.observation.outcome === "worse");
  // repairs change the unit together: the last of them asks for what they changed, once the unit has run with them
  const lastRepair = all.filter(isOf("tried")).findLast((o) => REPAIRS.has(o.observation.act))?.seq ?? 0;
  const cannotTell = (seq: number) => seq < lastRepair || !context.ranSince(seq);
  return all.filter(isOf("tried")).map((o) => {
    const mine = later.filter((l) => l.observation.line === o.seq);
    const outcome =
      mine.findLast((l) => l.observation.outcome !== null)?.observation.outcome ??
      o.observation.outcome ??
      since.get(o.seq)?.outcome ??
      null;
    const followed = mine.findLast((l) => l.observation.followed !== null)?.observation.followed ?? o.observation.followed;
    const marked = mine.findLast((l) => l.observation.marked.length > 0)?.observation.marked;
    const put = marked ? { marked, named: o.observation.with?.named ?? null } : o.observation.with;
    const before = o.observation.before ?? readBefore(o.observation.after, o.seq, points);
    const tried: Tried = { ...o.observation, outcome, followed, before, with: put };
    const cautions = cautionsOf(tried, { parts, fuses, context }, o.seq);
    const isBack = back.some((b) => b.seq > o.seq && (b.observation.line === null || b.observation.line === o.seq));
    return {
      seq: o.seq,
      line: o.line,
      takenAt: o.takenAt,
      tried,
      asks: asksOf(tried, cautions).filter((ask) => !(ask === "outcome" && REPAIRS.has(tried.act) && cannotTell(o.seq))),
      cautions,
      refused: cautions.some((c) => REFUSED.has(c)),
      asSet:
        outcome !== null && outcome !== "same" && (tried.together.length > 0 || tried.to.length > 1 || (since.get(o.seq)?.many ?? false)),
      returned: outcome === "gone" && REPAIRS.has(tried.act) && stays.some((s) => s.seq > o.seq),
      otherValue: isOtherValue(context.constants, tried, parts),
      leftIn: LEAVES_CHANGED.has(tried.act) && !isBack,
    };
  });
}

/** Whether a part was exchanged for one of another value, beyond what a tolerance explains. */
function isOtherValue(constants: ShopConstants, { act, to, with: put }: Tried, parts: readonly KnownPart[]): boolean {
  if (act !== "replaced" || !put) return false;
  const was = to.flatMap((s) => (s.kind === "part" ? (parts.find((p) => p.name === s.name && p.class !== "capacitor")?.marked ?? []) : []));
  return put.marked.some((now) =>
    was.some((w) => w.unit === now.unit && Math.abs(now.value / w.value - 1) > figure(constants, "resistor.failed")),
  );
}

function asksOf(t: Tried, cautions: readonly TriedCaution[]): TriedAsk[] {
  // what stands in for a fuse is no test: nothing is asked of it
  if (cautions.includes("fuse")) return [];
  return [
    ...(t.act === "bridged" && (t.with?.marked.length ?? 0) === 0 ? (["bridgeValue"] as const) : []),
    ...(t.outcome === null && t.followed === null && !ASKS_OUTCOME.has(t.act) ? (["outcome"] as const) : []),
    ...(t.act === "swapped" && t.followed === null ? (["followed"] as const) : []),
  ];
}

/** What the point read last before it was changed. */
function readBefore(after: ChangedFigure | null, seq: number, points: readonly PointReading[]): ChangedFigure | null {
  const last = after && points.findLast((p) => p.point === after.what && p.form === "dc" && p.seq < seq);
  return after && last ? { what: after.what, value: last.volts, unit: "V" } : null;
}

function cautionsOf(t: Tried, { parts, fuses, context }: Omit<TriedAmong, "points">, seq: number): TriedCaution[] {
  switch (t.act) {
    case "bridged":
      return bridgeCautions(t, parts, context, seq);
    case "replaced":
      return fuseCautions(t, fuses, parts);
    case "fed":
      return fedCautions(context.constants, t);
    default:
      return [];
  }
}

/** A substitute supply: with a current limit, and no more volts than the rail is called by. */
function fedCautions(constants: ShopConstants, t: Tried): TriedCaution[] {
  const of = (unit: UnitSymbol) => t.with?.marked.find((m) => m.unit === unit)?.value ?? null;
  const fed = of("V");
  const rails = t.to.flatMap((s) => (s.kind === "unit" ? [] : [nominalIn(s.name)])).filter((v) => v !== null);
  return [
    ...(fed !== null && of("A") === null ? (["noLimit"] as const) : []),
    ...(fed !== null && rails.some((v) => v !== 0 && Math.abs(fed) > Math.abs(v) * (1 + figure(constants, "rail.usual")))
      ? (["overRail"] as const)
      : []),
  ];
}

/**
 * What speaks against putting this across: a fuse is never bridged, a part on the mains only by one of its class, nothing under power, no
 * fewer volts than what stands there.
 */
function bridgeCautions(t: Tried, parts: readonly KnownPart[], { capacitors, energisedAt }: UnitContext, seq: number): TriedCaution[] {
  const rated = t.with?.marked.find((m) => m.unit === "V")?.value ?? null;
  const across = t.to.flatMap((s) => (s.kind === "part" ? [s.name] : []));
  return [
    ...(t.to.some((s) => isFuse(s, parts)) ? (["fuse"] as const) : []),
    ...(across.some((n) => capacitors.get(n)?.onMains) ? (["mainsPart"] as const) : []),
    ...(rated !== null && across.some((n) => (capacitors.get(n)?.rated ?? 0) > rated) ? (["underRated"] as const) : []),
    ...(energisedAt(seq) ? (["supplyLive"] as const) : []),
  ];
}

/** A fuse of more amperes than belongs there: by somebody's word, else than was marked on the first one. */
function fuseCautions(t: Tried, fuses: readonly Pick<FuseModel, "name" | "belongs">[], parts: readonly KnownPart[]): TriedCaution[] {
  const put = t.with?.marked.find((m) => m.unit === "A")?.value ?? null;
  const mine = t.to.filter((s) => isFuse(s, parts)).flatMap((s) => (s.kind === "unit" ? [] : [s.name]));
  const belongs = mine.flatMap(
    (name) => fuses.find((f) => f.name === name)?.belongs ?? (fuses.length === 1 ? fuses[0]!.belongs : null) ?? [],
  );
  return belongs.some((b) => isLarger(put, b)) ? ["fuseLarger"] : [];
}
