import { PAIRED_KINDS, figure, type ShopConstants } from "../../knowledge";
import { WORK_STEPS, type Scope, type SectionEdits, type WorkStep } from "../../device";
import type { Authority, Check, Lay, LeakStep, Marked } from "../../evidence";
import type { PartClass } from "../../part";
import type { PartVerdict } from "../../verdict";
import { fusesOf, type FuseModel } from "./fuses";
import { isOf, type Of, type UnitContext } from "../records/observed";
import type { StoredObservation } from "../records/records";

// What is written down beside evidence: what came off and must go back, what was looked over, where the time went, what was agreed.

/** What belongs at a place by somebody's word, beside what is fitted there. */
export interface WantedModel {
  name: string;
  by: Authority;
  marked: readonly Marked[];
  /** what is fitted, as it is marked; empty where nobody said */
  fitted: readonly Marked[];
  /** whether the two differ in a value both name; null where they name none in common */
  differs: boolean | null;
}

interface TeardownModel {
  seq: number;
  text: string;
  back: boolean;
}

/** One thing looked over, the last time it was. */
interface CheckModel {
  what: Check;
  ohms: number | "over" | null;
  fine: boolean;
  takenAt: number;
}

/** What was seen to where something leaked. */
interface LeakFollowed {
  name: string;
  step: LeakStep;
  ohms: number | "over" | null;
  fine: boolean;
}

export interface StepTime {
  /** null: no step was named */
  step: WorkStep | null;
  planned: number | null;
  spent: number;
}

/** How a part lies: which way its plus points on the board, and where it goes; null where nobody said. */
export interface LaidModel {
  name: string;
  points: Exclude<Lay, "ground" | "rail"> | null;
  plus: "ground" | "rail" | null;
}

export interface UnitNotes {
  wanted: readonly WantedModel[];
  /** whether the other one of a pair is at hand; "ask" where nobody said and the kind comes in pairs */
  counterpart: "here" | "absent" | "ask" | null;
  teardown: readonly TeardownModel[];
  checks: readonly CheckModel[];
  leaks: readonly LeakFollowed[];
  fuses: readonly FuseModel[];
  /** sections the unit was said to have or not to have */
  sections: SectionEdits;
  /** electrical points found by probe or eye, each by its ends */
  nets: readonly (readonly string[])[];
  /** how parts lie, the last word on each */
  laid: readonly LaidModel[];
  /** minutes by step, in the order of the work */
  time: readonly StepTime[];
  /** where the time went, in the order it was said */
  spent: readonly { minutes: number; text: string }[];
  agreed: { scope: Scope | null; most: number | null; takenAt: number } | null;
  /** what the repair costs, in the shop's currency; null: not entered */
  cost: number | null;
  /** months of warranty on it, 0: none; null: not entered */
  warranty: number | null;
}

interface NotedPart {
  name: string;
  class: PartClass;
  marked: readonly Marked[];
  verdict: PartVerdict;
}

/** Everything that was written down, as it stands now. */
export function unitNotes(all: readonly StoredObservation[], parts: readonly NotedPart[], context: UnitContext): UnitNotes {
  const counterpart = all.filter(isOf("counterpart")).at(-1)?.observation.here;
  const agreed = all.filter(isOf("agreed")).at(-1);
  return {
    wanted: wantedOf(all, parts, context),
    counterpart: counterpart === undefined ? (PAIRED_KINDS.includes(context.unitKind) ? "ask" : null) : counterpart ? "here" : "absent",
    teardown: teardownOf(all),
    checks: checksOf(context.constants, all),
    leaks: leaksOf(context.constants, all),
    fuses: fusesOf(all, parts),
    sections: Object.fromEntries(all.filter(isOf("section")).map(({ observation: o }) => [o.section, o.here])),
    nets: netsOf(all.filter(isOf("joined")).map((o) => o.observation.ends)),
    laid: laidOf(all),
    time: timeOf(all),
    spent: all.filter(isOf("spent")).map(({ observation: { minutes, text } }) => ({ minutes, text })),
    agreed: agreed ? { scope: agreed.observation.scope, most: agreed.observation.most, takenAt: agreed.takenAt } : null,
    cost: all.filter(isOf("cost")).at(-1)?.observation.amount ?? null,
    warranty: all.filter(isOf("warranty")).at(-1)?.observation.months ?? null,
  };
}

function laidOf(all: readonly StoredObservation[]): LaidModel[] {
  const pictures = new Map<string, LaidModel>();
  for (const { subject, observation } of all.filter(isOf("laid"))) {
    if (subject.kind !== "part") continue;
    const known = pictures.get(subject.name) ?? { name: subject.name, points: null, plus: null };
    const { plus } = observation;
    pictures.set(subject.name, plus === "ground" || plus === "rail" ? { ...known, plus } : { ...known, points: plus });
  }
  return [...pictures.values()];
}

function wantedOf(all: readonly StoredObservation[], parts: readonly NotedPart[], { capacitors, constants }: UnitContext): WantedModel[] {
  const last = new Map<string, Of<"wanted">>();
  for (const o of all.filter(isOf("wanted"))) if (o.subject.kind === "part") last.set(`${o.subject.name} ${o.observation.by}`, o);
  return [...last.values()].map(({ subject, observation: { by, marked } }) => {
    const name = subject.kind === "unit" ? "" : subject.name;
    const capacitor = capacitors.get(name);
    const fitted: readonly Marked[] = capacitor
      ? [
          { value: capacitor.nominal, unit: "F", significant: 3 },
          ...(capacitor.rated === null ? [] : [{ value: capacitor.rated, unit: "V", significant: 3 } as const]),
        ]
      : (parts.find((p) => p.name === name)?.marked ?? []);
    const common = marked.flatMap((m) => {
      const there = fitted.find((f) => f.unit === m.unit);
      return there ? [Math.abs(there.value / m.value - 1) > figure(constants, "fitted.within")] : [];
    });
    return { name, by, marked, fitted, differs: common.length === 0 ? null : common.includes(true) };
  });
}

function teardownOf(all: readonly StoredObservation[]): TeardownModel[] {
  const on = all.filter(isOf("refitted"));
  return all.filter(isOf("removed")).map((o) => ({
    seq: o.seq,
    text: o.observation.text,
    back: on.some((r) => r.seq > o.seq && (r.observation.line === null || r.observation.line === o.seq)),
  }));
}

/** Below or above which ohms a thing looked over is fine. */
const CHECK_LIMIT: Partial<Record<Check, (constants: ShopConstants, ohms: number) => boolean>> = {
  earthBond: (constants, r) => r <= figure(constants, "earth.most"),
  insulation: (constants, r) => r >= figure(constants, "insulation.least"),
  testLeads: (constants, r) => r <= figure(constants, "leads.most"),
};
/** Where no current passes by design: over-range is what one hopes for. */
const ISOLATES: ReadonlySet<Check | LeakStep> = new Set<Check | LeakStep>(["insulation"]);

const isFine = (what: Check | LeakStep, ohms: number | "over" | null, said: boolean | null, limit?: (r: number) => boolean): boolean =>
  said ?? (ohms === "over" ? ISOLATES.has(what) : ohms === null || (limit?.(ohms) ?? true));

function checksOf(constants: ShopConstants, all: readonly StoredObservation[]): CheckModel[] {
  const last = new Map(all.filter(isOf("checked")).map((o) => [o.observation.what, o]));
  return [...last.values()].map(({ takenAt, observation: { what, ohms, fine } }) => ({
    what,
    ohms,
    fine: isFine(what, ohms, fine, (r) => CHECK_LIMIT[what]?.(constants, r) ?? true),
    takenAt,
  }));
}

function leaksOf(constants: ShopConstants, all: readonly StoredObservation[]): LeakFollowed[] {
  const last = new Map<string, LeakFollowed>();
  for (const { subject, observation } of all.filter(isOf("followed"))) {
    const name = subject.kind === "unit" ? "" : subject.name;
    const { step, ohms, fine } = observation;
    const limit = step === "insulation" ? (r: number) => r >= figure(constants, "leak.insulation") : undefined;
    last.set(`${name} ${step}`, { name, step, ohms, fine: isFine(step, ohms, fine, limit) });
  }
  return [...last.values()];
}

/** Ends that share an end are one point. */
function netsOf(joined: readonly (readonly string[])[]): string[][] {
  const nets: Set<string>[] = [];
  for (const ends of joined) {
    const touching = nets.filter((n) => ends.some((e) => n.has(e)));
    const merged = new Set([...touching.flatMap((n) => [...n]), ...ends]);
    for (const n of touching) nets.splice(nets.indexOf(n), 1);
    nets.push(merged);
  }
  return nets.map((n) => [...n]);
}

function timeOf(all: readonly StoredObservation[]): StepTime[] {
  const planned = new Map(all.filter(isOf("planned")).map((o) => [o.observation.step, o.observation.minutes]));
  const spent = new Map<WorkStep | null, number>();
  for (const { observation: o } of all.filter(isOf("spent"))) spent.set(o.step, (spent.get(o.step) ?? 0) + o.minutes);
  return [...WORK_STEPS, null].flatMap((step) =>
    spent.has(step) || (step !== null && planned.has(step))
      ? [{ step, planned: step === null ? null : (planned.get(step) ?? null), spent: spent.get(step) ?? 0 }]
      : [],
  );
}
