import "server-only";
import { isConnectionError, pool } from "./db";
import { benchRevision, revisionsOf } from "./repositories/jobs";

// What every open window is told: how often its job, or the shop with all its jobs, was written to. One question a beat for all windows of
// this process; a beat that gets no answer is not passed on, so that a window knows since when it may be out of date.

const BEAT_MS = 700;

/** A window that follows one job; null: the bench. */
interface Follower {
  job: number | null;
  tell: (revision: number) => void;
}

declare global {
  var mirvekFollowers: { all: Set<Follower>; timer: NodeJS.Timeout | null } | undefined;
}
const followers = () => (globalThis.mirvekFollowers ??= { all: new Set(), timer: null });

async function beat(): Promise<void> {
  const { all } = followers();
  const jobs = [...new Set([...all].flatMap((f) => f.job ?? []))];
  try {
    const [bench, of] = await Promise.all([benchRevision(pool()), revisionsOf(pool(), jobs)]);
    for (const f of all) {
      const revision = f.job === null ? bench : of.get(f.job);
      if (revision !== undefined) f.tell(revision);
    }
  } catch (error) {
    if (!isConnectionError(error)) console.error(error);
  }
}

/** Tells `tell` the revision at every beat. @returns how to stop it */
export function follow(job: number | null, tell: (revision: number) => void): () => void {
  const here = followers();
  const follower: Follower = { job, tell };
  here.all.add(follower);
  const next = () => {
    here.timer = setTimeout(() => void beat().finally(() => (here.all.size > 0 ? next() : (here.timer = null))), BEAT_MS);
  };
  if (here.timer === null) next();
  void beat();
  return () => void here.all.delete(follower);
}

/** The same once, for a window whose stream is broken. */
export const revisionNow = async (job: number | null): Promise<number | null> =>
  job === null ? benchRevision(pool()) : ((await revisionsOf(pool(), [job])).get(job) ?? null);
