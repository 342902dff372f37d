import { performance } from "node:perf_hooks";
import { USUAL_SHOP_RULES, rankParts, setsFor, type PositionNeeds } from "../src/choose";
import { inventedCatalogue } from "../src/simulate";
import { needsOf } from "../src/testing/choosing";

// What choosing costs at the core: a list of three thousand parts ranked, and sets made up from all of them.

const PARTS = inventedCatalogue(8).slice(0, 3000);
const CONTEXT = { approaches: { value: "same", tantalum: "sameKind" }, shop: USUAL_SHOP_RULES } as const;
const PLACES: readonly PositionNeeds[] = [
  needsOf(50, 50, { role: "crossover", technology: "bipolar" }),
  needsOf(2500, 35, { role: "reservoir" }),
  needsOf(16, 525, { role: "decoupler", technology: "can" }),
  needsOf(0.03, 400, { role: "coupling", technology: "paper" }),
  needsOf(24, 50, { role: "coupling", technology: "bipolar" }),
];
const ROUNDS = 20;

function timed(work: () => void): string {
  const times: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const began = performance.now();
    work();
    times.push(performance.now() - began);
  }
  times.sort((a, b) => a - b);
  return `p50 ${times[ROUNDS / 2]!.toFixed(1)}, most ${times.at(-1)!.toFixed(1)} ms`;
}

for (const place of PLACES) {
  const name = `${(place.nominal * 1e6).toPrecision(3)} µF ${place.rated} V ${place.role}`;
  process.stdout.write(`${name}: ranked from ${PARTS.length}: ${timed(() => rankParts(PARTS, place, CONTEXT))}\n`);
  process.stdout.write(
    `${name}: sets from ${PARTS.length}: ${timed(() => setsFor(PARTS, place, CONTEXT))}, ${setsFor(PARTS, place, CONTEXT).length} found\n`,
  );
}
