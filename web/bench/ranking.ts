import { USUAL_SHOP_RULES, rankParts, searchBounds } from "@mirvek/core/choose";
import { needsOf } from "@mirvek/core/testing/choosing";
import { pool } from "../server/db";
import { listCandidates } from "../server/repositories/parts";

// One position ranked from everything the records hold: the search and the rules, each by itself. Run after the shop has grown.

const APPROACHES = { value: "same", tantalum: "sameKind" } as const;
const PLACES = {
  decoupler: needsOf(100, 25, { role: "decoupler" }),
  coupling: needsOf(10, 25, { role: "coupling" }),
  smpsOutput: needsOf(1000, 16, { role: "smpsOutput" }),
  crossover: needsOf(4.7, 50, { role: "crossover", technology: "bipolar" }),
  tone: needsOf(0.022, 63, { role: "tone", technology: "film" }),
  reservoir: needsOf(4700, 50, { role: "reservoir" }),
};
const ROUNDS = 21;

const middle = (times: readonly number[]): string => [...times].sort((a, b) => a - b)[(ROUNDS - 1) / 2]!.toFixed(1);

async function main(): Promise<void> {
  const { rows } = await pool().query("select count(*)::int as n from part");
  for (const [name, place] of Object.entries(PLACES)) {
    const bounds = searchBounds(place, APPROACHES, USUAL_SHOP_RULES);
    const [searched, ranked]: [number[], number[]] = [[], []];
    for (let i = 0; i < ROUNDS; i++) {
      const began = performance.now();
      const { parts, others } = await listCandidates(pool(), place.nominal, bounds);
      const found = performance.now();
      rankParts(parts, place, { approaches: APPROACHES, shop: USUAL_SHOP_RULES }, 8, others);
      searched.push(found - began);
      ranked.push(performance.now() - found);
    }
    console.log(`${name} from ${rows[0].n} parts: database p50 ${middle(searched)}, core p50 ${middle(ranked)} ms`);
  }
  await pool().end();
}
void main();
