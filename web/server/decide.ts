import "server-only";
import {
  assessPart,
  neededVolts,
  quotes,
  rankParts,
  searchBounds,
  type PositionNeeds,
  type QuotePosition,
  type Ranking,
  type Refusal,
  type Schools,
  type SearchBounds,
} from "@mirvek/core/choose";
import { settingsOf, stressAt, type ComputedStress } from "@mirvek/core/trace";
import type { Stress } from "@mirvek/core/scenarios";
import { isBad } from "@mirvek/core/verdict";
import { farads, volts, type Farads, type Volts } from "@mirvek/core/units";
import { LRUCache } from "lru-cache";
import type { CandidatesView, JobRecord, JobView, OfferView, PositionView } from "../schemas/jobView";
import type { ChoicePost } from "../schemas/records";
import { benchName } from "./bench";
import { pool, transaction, type Db } from "./db";
import { requireOpen } from "./guard";
import { loadJobView } from "./loadJob";
import { refuseMissing, Refused } from "./refusal";
import { insertChoice } from "./repositories/choices";
import { findJob, lockJob } from "./repositories/jobs";
import { listCandidates, listParts } from "./repositories/parts";
import { getShop } from "./repositories/shop";

/** parts of each list on the screen */
const SHOWN = 8;

const schoolsOf = (job: JobRecord): Schools => ({ value: job.valuePolicy, tantalum: job.tantalumSchool });

/** One circuit bears on many parts, and a list of parts is gone through one after the other. */
const solved = new LRUCache<string, Readonly<Record<string, Stress>>>({ max: 500 });

/** The position with what its circuit makes it bear. */
function needsOf(view: JobView, p: PositionView): PositionNeeds & { computed: ComputedStress | null } {
  const positions = view.positions.map((p2) => ({ part: p2, folded: p2.folded, verdict: p2.verdict.state }));
  const unit = { ...view.job, roles: view.positions.map((x) => x.role) };
  const belongs = wantedAt(view, p.designator);
  return {
    ...p,
    ...belongs,
    computed: stressAt(p.designator, unit, positions, view.circuits, settingsOf(view.job), solved),
  };
}

/** Value and volts that the bench says belong at a position, where another part is fitted there. */
function wantedAt(view: JobView, designator: string): { nominal?: Farads; rated?: Volts } {
  const marked = view.unit.notes.wanted.find((w) => w.name === designator && w.by === "bench")?.marked ?? [];
  const of = (unit: "F" | "V") => marked.find((m) => m.unit === unit)?.value;
  const [nominal, rated] = [of("F"), of("V")];
  return { ...(nominal === undefined ? {} : { nominal: farads(nominal) }), ...(rated === undefined ? {} : { rated: volts(rated) }) };
}

/** What the catalogue holds near a value, until the catalogue changes: twins and neighbours ask for the same. */
const found = new LRUCache<string, Awaited<ReturnType<typeof listCandidates>>>({ max: 100 });

async function search(db: Db, shopRevision: number, nominal: Farads, bounds: SearchBounds) {
  const key = JSON.stringify([shopRevision, nominal, bounds]);
  const known = found.get(key);
  if (known) return known;
  const candidates = await listCandidates(db, nominal, bounds);
  found.set(key, candidates);
  return candidates;
}

/** The ranked short list for one position. @throws Refused when job or position do not exist */
export async function loadCandidates(db: Db, jobNumber: number, designator: string): Promise<CandidatesView> {
  const job = await findJob(db, jobNumber);
  const view = job && (await loadJobView(db, job));
  const position = view?.positions.find((p) => p.designator === designator);
  if (!job || !view || !position) throw refuseMissing();
  return candidatesFor(db, job, view, await getShop(db), position);
}

type Shop = Awaited<ReturnType<typeof getShop>>;

async function candidatesFor(db: Db, job: JobRecord, view: JobView, shop: Shop, position: PositionView): Promise<CandidatesView> {
  const needs = needsOf(view, position);
  const needed = neededVolts(needs, position.technology, shop.rules);
  const { parts, others } = await search(db, shop.revision, needs.nominal, searchBounds(needs, schoolsOf(job), shop.rules));
  const ranking: Ranking = rankParts(parts, needs, schoolsOf(job), shop.rules, twinSeries(view, position), SHOWN, others);
  const { nominal, computed } = needs;
  return { designator: position.designator, ranking, nominal, neededVolts: needed.volts, neededFrom: needed.from, computed };
}

/** What each school would change and cost: parts that were chosen at their price, the rest at that of the best that fits. */
export async function loadOffer(db: Db, jobNumber: number): Promise<OfferView> {
  const job = await findJob(db, jobNumber);
  const view = job && (await loadJobView(db, job));
  if (!job || !view) throw refuseMissing();
  const shop = await getShop(db);
  const positions: QuotePosition[] = [];
  for (const p of view.positions) {
    const chosen = p.choice?.part ?? null;
    const best = chosen ?? (await candidatesFor(db, job, view, shop, p)).ranking.shortList[0]?.part ?? null;
    positions.push({
      ...p,
      bad: isBad(p.fittings[0]!.verdict.state),
      measured: p.verdict.state !== "unmeasured",
      cents: best?.priceCents ?? null,
    });
  }
  return { quotes: quotes(positions) };
}

function twinSeries(view: JobView, position: PositionView): { series: string; twin: string } | null {
  for (const twin of position.twins) {
    const part = view.positions.find((p) => p.designator === twin)?.choice?.part;
    if (part) return { series: part.series, twin };
  }
  return null;
}

/** What the rules say of one decision, worked out before anything is locked. */
interface Assessed {
  revision: number;
  positions: readonly { id: number; follows: number | null; broken: readonly Refusal[]; verdict: string }[];
}

async function assess(db: Db, jobNumber: number, post: ChoicePost): Promise<Assessed> {
  const job = await findJob(db, jobNumber);
  if (!job) throw refuseMissing();
  const view = await loadJobView(db, job);
  const shop = await getShop(db);
  const [part] = post.partId === null ? [] : await listParts(db, [post.partId]);
  if (post.partId !== null && !part) throw refuseMissing();
  return {
    revision: job.revision,
    positions: post.positions.map(({ designator, follows }) => {
      const position = view.positions.find((p) => p.designator === designator);
      if (!position) throw refuseMissing();
      const broken = part ? assessPart(part, needsOf(view, position), schoolsOf(job), shop.rules, null).refusals : [];
      return { id: position.id, follows, broken, verdict: position.verdict.state };
    }),
  };
}

/** How often a decision is assessed anew because somebody wrote to the job meanwhile, before nobody is let in between. */
const TRIES = 5;

/**
 * Records one decision for a position and, where asked, its twins: the rules are applied again here, so a part that breaks one is
 * kept only with a reason. Circuits are solved before the job is locked; if it was written to meanwhile, they are solved anew, the last
 * time under the lock, when what they are solved for is known from the tries before. Each
 * choice names the one it follows; a tab that has not seen the latest is refused.
 */
export async function decide(jobNumber: number, post: ChoicePost): Promise<void> {
  for (let tried = 1; tried <= TRIES; tried++) {
    const assessed = await assess(pool(), jobNumber, post);
    try {
      return await transaction((db) => keepDecision(db, jobNumber, post, assessed));
    } catch (error) {
      if (!(error instanceof Moved)) throw error;
    }
  }
  await transaction(async (db) => {
    await lockJob(db, jobNumber);
    await keepDecision(db, jobNumber, post, await assess(db, jobNumber, post));
  });
}

/** The same within a transaction that is under way: where a scene is set in one go, nobody else waits. */
export const decideWithin = async (db: Db, jobNumber: number, post: ChoicePost): Promise<void> =>
  keepDecision(db, jobNumber, post, await assess(db, jobNumber, post));

/** The job has moved on since it was assessed. */
class Moved extends Error {}

async function keepDecision(db: Db, jobNumber: number, post: ChoicePost, { revision, positions }: Assessed): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  // the lock itself counts the revision up by one
  if (job.revision !== revision + 1) throw new Moved();
  for (const { id, follows, broken, verdict } of positions) {
    if (broken.length > 0 && post.reason === null) throw new Refused({ code: "reasonNeeded" });
    const { decision, partId, reason } = post;
    await insertChoice(db, {
      jobId: job.id,
      positionId: id,
      follows,
      decision,
      partId,
      reason,
      overridden: broken,
      verdict,
      by: benchName(),
    });
  }
}
