import { sectionsOf, type Role, type Section, type SectionKind } from "../../device";
import { HYPOTHESES, type HypothesisId } from "../../knowledge";
import type { PartClass } from "../../part";
import { isBad, type PointVerdict, type VerdictState } from "../../verdict";
import type { JobModel } from "../model/jobModel";
import type { JobHead } from "../records/records";
import type { Suspect } from "./types";

/** One section of one unit, as it is drawn. */
export interface SectionBox {
  /** section and channel, unique in a model */
  id: string;
  kind: SectionKind;
  /** null: every channel hangs on it, or nobody named channels */
  channel: string | null;
  /** that a fault is in it; null in a channel that does not have the complaint */
  chance: number | null;
  parts: readonly { name: string; state: VerdictState }[];
  points: readonly { name: string; volts: number; state: PointVerdict["state"] }[];
  /** faults it can have, the most suspected first */
  suspects: readonly HypothesisId[];
}

export interface SectionLink {
  from: string;
  to: string;
  carries: "power" | "sound";
}

/** What a part of a class belongs to, where its class says so. */
const OF_CLASS: Partial<Record<PartClass, SectionKind>> = {
  fuse: "mains",
  transformer: "mains",
  diode: "rectifier",
  valve: "amplifier",
  relay: "protection",
  driver: "driver",
};
const OF_POINT: readonly (readonly [RegExp, readonly SectionKind[]])[] = [
  [/^rail/, ["rails", "secondary"]],
  [/^bias/, ["bias", "amplifier"]],
  [/^(offset|out|plate)/, ["amplifier", "classD"]],
];
const ODD: ReadonlySet<PointVerdict["state"]> = new Set<PointVerdict["state"]>(["low", "high", "gone"]);
/** Drawn apart up to so many; more are one box. */
const MAX_CHANNELS = 3;
const MAX_SURE = 0.99;

/** Where a part stands that no fault of the list is about, or whose section this unit has not. */
const BESIDE: Readonly<Partial<Record<Role, SectionKind>>> = {
  mainsX: "mains",
  mainsY: "mains",
  suppression: "mains",
  feedback: "amplifier",
};

const sectionsOfRole = (role: Role): SectionKind[] => [
  ...new Set(HYPOTHESES.filter((h) => h.roles.includes(role)).map((h) => h.section)),
  ...(BESIDE[role] ? [BESIDE[role]] : []),
];

/**
 * The sections of a unit: what its kind and supply have as a rule, what was said of this one, and of a kind
 * nobody knows also what its parts show: it grows from its supply as they are named.
 */
export function sectionsIn(
  { unitKind, supplyKind }: Pick<JobHead, "unitKind" | "supplyKind">,
  { positions, unit }: Pick<JobModel, "positions" | "unit">,
): Section[] {
  const usual = new Set(sectionsOf(unitKind, supplyKind).map((s) => s.kind));
  const named = [
    ...positions.map((p) => sectionsOfRole(p.role)),
    ...unit.parts.map((p) => (OF_CLASS[p.class] ? [OF_CLASS[p.class]!] : [])),
  ];
  const grown =
    unitKind !== "other"
      ? []
      : named.filter((kinds) => kinds.length > 0 && !kinds.some((k) => usual.has(k))).map((kinds) => [kinds[0]!, true] as const);
  return sectionsOf(unitKind, supplyKind, { ...Object.fromEntries(grown), ...unit.notes.sections });
}

/**
 * The sections with what stands in them and how much points there, each of a channel's own once a channel, and what goes from one to the
 * next.
 */
export function sectionPicture(
  job: Pick<JobHead, "unitKind" | "supplyKind" | "findings" | "faultyChannel">,
  model: Pick<JobModel, "positions" | "unit">,
  suspects: readonly Suspect[],
): { boxes: SectionBox[]; links: SectionLink[] } {
  const sections = sectionsIn(job, model);
  const named = [...new Set(model.positions.flatMap((p) => p.channel ?? []))].sort();
  const channels = named.length > 1 && named.length <= MAX_CHANNELS ? named : [null];
  const copies = (s: Section): (string | null)[] => (s.shared ? [null] : channels);
  const boxes = sections.flatMap((s) => copies(s).map((channel) => boxOf(s, channel, job, model, suspects, sections)));
  const links = sections.flatMap((s) =>
    (["supplies", "feeds"] as const).flatMap((how) =>
      s[how].flatMap((kind) => {
        const to = sections.find((t) => t.kind === kind);
        return to ? linksOf(s, to, copies, how === "supplies" ? "power" : "sound") : [];
      }),
    ),
  );
  return { boxes, links };
}

const idOf = (kind: SectionKind, channel: string | null): string => (channel === null ? kind : `${kind} ${channel}`);

function linksOf(from: Section, to: Section, copies: (s: Section) => (string | null)[], carries: SectionLink["carries"]): SectionLink[] {
  return copies(from).flatMap((a) =>
    copies(to)
      .filter((b) => a === null || b === null || a === b)
      .map((b) => ({ from: idOf(from.kind, a), to: idOf(to.kind, b), carries })),
  );
}

function boxOf(
  { kind, shared }: Section,
  channel: string | null,
  { findings, faultyChannel }: Pick<JobHead, "findings" | "faultyChannel">,
  { positions, unit }: Pick<JobModel, "positions" | "unit">,
  suspects: readonly Suspect[],
  sections: readonly Section[],
): SectionBox {
  const has = new Set(sections.map((s) => s.kind));
  const here = (p: { channel: string | null }) => shared || channel === null || p.channel === channel;
  const own = suspects.filter((s) => s.section === kind);
  const elsewhere =
    channel !== null && findings.includes("oneChannel") && faultyChannel !== null && faultyChannel.toUpperCase() !== channel.toUpperCase();
  const parts = [
    ...positions
      .filter((p) => sectionsOfRole(p.role).find((k) => has.has(k)) === kind && here(p))
      .map((p) => ({ name: p.designator, state: p.verdict.state })),
    ...unit.parts
      .filter((p) => OF_CLASS[p.class] === kind && (shared || channel === null))
      .map((p) => ({ name: p.name, state: p.verdict.state })),
  ];
  const worst = (s: VerdictState) => (isBad(s) ? 0 : s === "undecided" ? 1 : s === "unmeasured" ? 2 : 3);
  const points = unit.points
    .filter(
      (p) => p.now && OF_POINT.find(([name]) => name.test(p.name))?.[1].find((k) => has.has(k)) === kind && (shared || channel === null),
    )
    .map((p) => ({ name: p.name, volts: p.now!.reading.volts, state: p.now!.verdict?.state ?? ("unknown" as const) }))
    .sort((a, b) => Number(ODD.has(b.state)) - Number(ODD.has(a.state)));
  return {
    id: idOf(kind, channel),
    kind,
    channel: shared ? null : channel,
    chance: elsewhere
      ? null
      : Math.min(
          MAX_SURE,
          own.reduce((sum, s) => sum + s.chance, 0),
        ),
    parts: parts.sort((a, b) => worst(a.state) - worst(b.state)),
    points,
    suspects: own.map((s) => s.id),
  };
}
