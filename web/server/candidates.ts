import "server-only";
import {
  requirementsOf,
  canOf,
  changesAt,
  hearAt,
  rankParts,
  searchBounds,
  setsFor,
  valueSets,
  valueWindow,
  type CataloguePart,
  type Hearable,
  type PartSet,
  type PositionNeeds,
  type RankingContext,
  type Approaches,
  type SearchBounds,
} from "@mirvek/core/choose";
import type { ShopConstants } from "@mirvek/core/knowledge";
import type { Stress } from "@mirvek/core/scenarios";
import { scenariosFor, settingsOf, standsAt, stressAt, type ComputedStress, type Stand } from "@mirvek/core/explain";
import { farads, volts, type Farads, type Volts } from "@mirvek/core/units";
import { LRUCache } from "lru-cache";
import type { CandidatesView, JobRecord, JobView, PositionView } from "../schemas/jobView";
import type { Db } from "./db";
import { loadJobView } from "./loadJob";
import { refuseMissing } from "./refusal";
import { findJob } from "./repositories/jobs";
import { listCandidates, listParts, listSmaller } from "./repositories/parts";
import { getShop, type Shop } from "./repositories/shop";
import { freeInDrawer } from "./stock";

// What may go in at one place of a job: the catalogue held against all that is known of the place, and what each part changes there.

/** parts of each list on the screen */
const SHOWN = 8;

const approachesOf = (job: Pick<JobRecord, "valuePolicy" | "tantalumApproach">): Approaches => ({
  value: job.valuePolicy,
  tantalum: job.tantalumApproach,
});

type Solved = LRUCache<string, Readonly<Record<string, Stress>>>;
/** One circuit bears on many parts, and a list of parts is gone through one after the other; under other figures it is another circuit. */
const solved = new LRUCache<string, Solved>({ max: 4 });
function solvedUnder(constants: ShopConstants): Solved {
  const key = JSON.stringify(constants);
  const known: Solved = solved.get(key) ?? new LRUCache({ max: 500 });
  solved.set(key, known);
  return known;
}

const measuredOf = (view: JobView) => view.positions.map((p) => ({ part: p, folded: p.folded, verdict: p.verdict.state }));
const unitOf = (view: JobView) => ({ ...view.job, roles: view.positions.map((p) => p.role) });

/** The position with what its circuit makes it bear, and what the job knows of its surroundings. */
export function needsOf(view: JobView, p: PositionView): PositionNeeds & { computed: ComputedStress | null } {
  const constants = view.shop.constants;
  return {
    ...p,
    ...wantedAt(view, p.designator),
    counterparts: view.job.sidesApproach === "everyChannel" ? p.counterparts : [],
    can: canOf(
      p.designator,
      p.technology,
      view.positions.map((o) => o.designator),
    ),
    mains: view.job.mainsV,
    behindValve: view.job.supplyKind === "valveRectifier" && isFirstFilter(view, p),
    esrWindow: p.esrMost === null ? null : { least: p.esrLeast ?? 0, most: p.esrMost },
    plusToGround: view.unit.notes.laid.some((l) => l.name === p.designator && l.plus === "ground"),
    computed: stressAt(
      constants,
      p.designator,
      unitOf(view),
      measuredOf(view),
      view.circuits,
      settingsOf(view.job),
      solvedUnder(constants),
    ),
  };
}

/** The reservoir of a valve rectifier is the first of them in the order of the list: the rest stand behind a dropper. */
const isFirstFilter = (view: JobView, p: PositionView): boolean =>
  p.role === "reservoir" && view.positions.find((o) => o.role === "reservoir") === p;

/** Value and volts that the bench says belong at a position, where another part is fitted there. */
function wantedAt(view: JobView, designator: string): { nominal?: Farads; rated?: Volts } {
  const marked = view.unit.notes.wanted.find((w) => w.name === designator && w.by === "bench")?.marked ?? [];
  const of = (unit: "F" | "V") => marked.find((m) => m.unit === unit)?.value;
  const [nominal, rated] = [of("F"), of("V")];
  return { ...(nominal === undefined ? {} : { nominal: farads(nominal) }), ...(rated === undefined ? {} : { rated: volts(rated) }) };
}

/** What the catalogue holds near a value, until the catalogue changes: counterparts and neighbours ask for the same. */
const found = new LRUCache<string, Awaited<ReturnType<typeof listCandidates>>>({ max: 100 });

async function search(db: Db, shopRevision: number, nominal: Farads, bounds: SearchBounds) {
  const key = JSON.stringify([shopRevision, nominal, bounds]);
  const known = found.get(key);
  if (known) return known;
  const candidates = await listCandidates(db, nominal, bounds);
  found.set(key, candidates);
  return candidates;
}

/** The circuit that tells best what a part changes: one it stands in by its role, the complaint's first. */
function standOf(view: JobView, p: PositionView): Stand | null {
  const { complaint, other } = scenariosFor(unitOf(view));
  const following = p.following === null ? {} : { load: p.following };
  const ids = [...complaint, ...other];
  for (const alone of [false, true])
    for (const id of ids) {
      const common = {
        ...settingsOf(view.job),
        ...(id === "coupling" ? { ...following, place: p.role === "bypass" ? "bypass" : "coupling" } : {}),
      };
      const stand = standsAt(p.designator, id, unitOf(view), measuredOf(view), view.circuits, common, alone);
      if (stand) return stand;
    }
  return null;
}

interface Choosing {
  job: JobRecord;
  view: JobView;
  shop: Shop;
  drawer: ReadonlyMap<number, number>;
}

/** All that choosing needs to know of a job. @throws Refused where there is none */
export async function loadChoosing(db: Db, jobNumber: number): Promise<Choosing> {
  const job = await findJob(db, jobNumber);
  if (!job) throw refuseMissing();
  return { job, view: await loadJobView(db, job), shop: await getShop(db), drawer: await freeInDrawer(db) };
}

export const contextOf = ({ job, shop, drawer, view }: Choosing, position: PositionView): RankingContext => ({
  approaches: approachesOf(job),
  shop: shop.rules,
  drawer,
  counterpartSeries: counterpartSeries(view, position),
});

function counterpartSeries(view: JobView, position: PositionView): { series: string; counterpart: string } | null {
  for (const counterpart of position.counterparts) {
    const part = view.positions.find((p) => p.designator === counterpart)?.choice?.part;
    if (part) return { series: part.series, counterpart };
  }
  return null;
}

/** The ranked short list for one position. @throws Refused when job or position do not exist */
export async function loadCandidates(db: Db, jobNumber: number, designator: string): Promise<CandidatesView> {
  const choosing = await loadChoosing(db, jobNumber);
  const position = choosing.view.positions.find((p) => p.designator === designator);
  if (!position) throw refuseMissing();
  return candidatesFor(db, choosing, position);
}

export async function candidatesFor(db: Db, choosing: Choosing, position: PositionView, withChanges = true): Promise<CandidatesView> {
  const { view, shop } = choosing;
  const context = contextOf(choosing, position);
  const needs = needsOf(view, position);
  const { bounds, place } = {
    bounds: searchBounds(needs, context.approaches, context.shop),
    place: requirementsOf(needs, context.approaches, context.shop),
  };
  const { parts, others } = await search(db, shop.revision, needs.nominal, bounds);

  const ranking = rankParts(parts, needs, context, SHOWN, others);
  const stand = withChanges ? standOf(view, position) : null;
  const listed = [...ranking.shortList, ...ranking.refused].map((a) => a.part);
  const changes = stand === null ? [] : changesAt(shop.constants, stand, measuredOf(view), listed, position);
  const needed = place.volts[needs.technology === "bipolar" ? "bipolar" : position.technology];
  return {
    designator: position.designator,
    ranking,
    nominal: needs.nominal,
    neededVolts: needed.volts,
    neededFrom: needed.from,
    window: place.window,
    old: place.old,
    plusToGround: needs.plusToGround === true || (needs.working ?? 0) < 0,
    computed: needs.computed,
    changes: Object.fromEntries(listed.flatMap((p, i) => (changes[i] ? [[p.id, changes[i]]] : []))),
    drawer: Object.fromEntries(listed.flatMap((p) => (choosing.drawer.has(p.id) ? [[p.id, choosing.drawer.get(p.id)!]] : []))),
  };
}

/**
 * Sets of several parts for one position, and the preferred values that would make it up.
 * @throws Refused when job or position do not exist
 */
export async function loadSets(
  db: Db,
  jobNumber: number,
  designator: string,
): Promise<{ sets: PartSet[]; values: { values: number[]; change: number }[] }> {
  const choosing = await loadChoosing(db, jobNumber);
  const position = choosing.view.positions.find((p) => p.designator === designator);
  if (!position) throw refuseMissing();
  const { view, shop } = choosing;
  const context = contextOf(choosing, position);
  const needs = needsOf(view, position);
  const bounds = searchBounds(needs, context.approaches, context.shop);
  const parts: CataloguePart[] = await listSmaller(db, needs.nominal, bounds);
  return {
    sets: setsFor(parts, needs, context),
    values: valueSets(
      needs.nominal,
      valueWindow(shop.constants, needs, context.approaches),
      needs.technology === "film" || needs.technology === "bipolar" ? 12 : 6,
    ),
  };
}

/**
 * What an exchange at one position sounds like; null where no circuit of the unit tells.
 * @throws Refused when job, position or part do not exist
 */
export async function loadHearable(db: Db, jobNumber: number, designator: string, partId: number): Promise<Hearable | null> {
  const { view, shop } = await loadChoosing(db, jobNumber);
  const position = view.positions.find((p) => p.designator === designator);
  const [part] = await listParts(db, [partId]);
  if (!position || !part) throw refuseMissing();

  const stand = standOf(view, position);
  return stand && hearAt(shop.constants, stand, measuredOf(view), part, position);
}
