import "server-only";
import { assessPart, asOne, type Refusal } from "@mirvek/core/choose";
import type { ChoicePost } from "../schemas/records";
import { benchName } from "./bench";
import { contextOf, loadChoosing, needsOf } from "./candidates";
import { pool, transaction, type Db } from "./db";
import { requireOpen } from "./guard";
import { refuseMissing, Refused } from "./refusal";
import { insertChoice } from "./repositories/choices";
import { lockJob } from "./repositories/jobs";
import { listParts } from "./repositories/parts";

/** What the rules say of one decision, worked out before anything is locked. */
interface Assessed {
  revision: number;
  positions: readonly { id: number; follows: number | null; broken: readonly Refusal[]; verdict: string }[];
}

async function assess(db: Db, jobNumber: number, post: ChoicePost): Promise<Assessed> {
  const choosing = await loadChoosing(db, jobNumber);
  const { job, view } = choosing;
  const ids = post.set?.partIds ?? (post.partId === null ? [] : [post.partId]);
  const known = await listParts(db, [...new Set(ids)]);
  const parts = ids.map((id) => known.find((p) => p.id === id) ?? missing());
  // a set is held against the place as the one part it is
  const asked = post.set && parts.length > 0 ? { ...parts[0]!, ...asOne(post.set.arrangement, parts) } : (parts[0] ?? null);
  return {
    revision: job.revision,
    positions: post.positions.map(({ designator, follows }) => {
      const position = view.positions.find((p) => p.designator === designator);
      if (!position) throw refuseMissing();
      const context = contextOf(choosing, position);
      const broken = asked === null ? [] : assessPart(asked, needsOf(view, position), context).refusals;
      return { id: position.id, follows, broken, verdict: position.verdict.state };
    }),
  };
}
const missing = (): never => {
  throw refuseMissing();
};

/** How often a decision is assessed anew because somebody wrote to the job meanwhile, before nobody is let in between. */
const TRIES = 5;

/**
 * Records one decision for a position and, where asked, its counterparts: the rules are applied again here, so a part that breaks one is
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
    const { decision, partId, reason, set = null } = post;
    await insertChoice(db, {
      jobId: job.id,
      positionId: id,
      follows,
      decision,
      partId: set?.partIds[0] ?? partId,
      set,
      reason,
      overridden: broken,
      verdict,
      by: benchName(),
    });
  }
}
