import "server-only";
import { ownHistory, quotes, type QuotePosition } from "@mirvek/core/choose";
import { SCOPES } from "@mirvek/core/device";
import { isBad } from "@mirvek/core/verdict";
import type { OfferView } from "../schemas/jobView";
import { candidatesFor, loadChoosing } from "./candidates";
import type { Db } from "./db";
import { countClosed } from "./repositories/jobs";

/**
 * What each approach would change and cost, and how likely the unit is to come back: parts that were chosen at their price, the rest at
 * that of the best that fits; beside the model the shop's own closed jobs, where there are enough of them.
 * @throws Refused where there is no such job
 */
export async function loadOffer(db: Db, jobNumber: number): Promise<OfferView> {
  const choosing = await loadChoosing(db, jobNumber);
  const positions: QuotePosition[] = [];
  for (const p of choosing.view.positions) {
    const chosen = p.choice?.part ?? null;
    const best = chosen ?? (await candidatesFor(db, choosing, p, false)).ranking.shortList[0]?.part ?? null;
    positions.push({
      ...p,
      bad: isBad(p.fittings[0]!.verdict.state),
      measured: p.verdict.state !== "unmeasured",
      cents: p.choice?.set
        ? p.choice.set.parts.reduce<number | null>((sum, s) => (sum === null || s.priceCents === null ? null : sum + s.priceCents), 0)
        : (best?.priceCents ?? null),
    });
  }
  const closed = await countClosed(db);
  return {
    quotes: quotes(choosing.shop.constants, positions),
    history: Object.fromEntries(
      SCOPES.map((scope) => {
        const { jobs, back } = closed[scope] ?? { jobs: 0, back: 0 };
        return [scope, { jobs, own: ownHistory(choosing.shop.constants, jobs, back) }];
      }),
    ) as OfferView["history"],
  };
}
