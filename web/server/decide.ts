import "server-only";
import { assessPart, neededVolts, rankParts, searchBounds, type PositionNeeds, type Ranking, type Schools } from "@mirvek/core/choose";
import { stressAt, type ComputedStress } from "@mirvek/core/trace";
import type { CandidatesView, JobRecord, JobView, PositionView } from "../schemas/jobView";
import type { ChoicePost } from "../schemas/records";
import { benchName } from "./bench";
import type { Db } from "./db";
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

/** The position with what its circuit makes it bear. */
function needsOf(view: JobView, p: PositionView): PositionNeeds & { computed: ComputedStress | null } {
  const positions = view.positions.map((p2) => ({ part: p2, folded: p2.folded, verdict: p2.verdict.state }));
  const unit = { ...view.job, roles: view.positions.map((x) => x.role) };
  return {
    ...p,
    computed: stressAt(p.designator, unit, positions, view.circuits, view.job.mainsHz ? { mainsHertz: view.job.mainsHz } : {}),
  };
}

/** The ranked short list for one position. @throws Refused when job or position do not exist */
export async function loadCandidates(db: Db, jobNumber: number, designator: string): Promise<CandidatesView> {
  const job = await findJob(db, jobNumber);
  const view = job && (await loadJobView(db, job));
  const position = view?.positions.find((p) => p.designator === designator);
  if (!job || !view || !position) throw refuseMissing();
  const shop = await getShop(db);
  const needs = needsOf(view, position);
  const needed = neededVolts(needs, position.technology, shop.rules);
  const { parts, others } = await listCandidates(db, position.nominal, searchBounds(needs, schoolsOf(job), shop.rules));
  const ranking: Ranking = rankParts(parts, needs, schoolsOf(job), shop.rules, twinSeries(view, position), SHOWN, others);
  return { designator, ranking, neededVolts: needed.volts, neededFrom: needed.from, computed: needs.computed };
}

function twinSeries(view: JobView, position: PositionView): { series: string; twin: string } | null {
  for (const twin of position.twins) {
    const part = view.positions.find((p) => p.designator === twin)?.choice?.part;
    if (part) return { series: part.series, twin };
  }
  return null;
}

/**
 * Records one decision for a position and, where asked, its twins: the rules are applied again here, so a part that breaks one is
 * kept only with a reason. Each choice names the one it follows; a tab that has not seen the latest is refused.
 */
export async function decide(db: Db, jobNumber: number, post: ChoicePost): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  const view = await loadJobView(db, job);
  const shop = await getShop(db);
  const [part] = post.partId === null ? [] : await listParts(db, [post.partId]);
  if (post.partId !== null && !part) throw refuseMissing();
  for (const { designator, follows } of post.positions) {
    const position = view.positions.find((p) => p.designator === designator);
    if (!position) throw refuseMissing();
    const broken = part ? assessPart(part, needsOf(view, position), schoolsOf(job), shop.rules, null).refusals : [];
    if (broken.length > 0 && post.reason === null) throw new Refused({ code: "reasonNeeded" });
    await insertChoice(db, {
      jobId: job.id,
      positionId: position.id,
      follows,
      decision: post.decision,
      partId: post.partId,
      reason: post.reason,
      overridden: broken,
      verdict: position.verdict.state,
      by: benchName(),
    });
  }
}
