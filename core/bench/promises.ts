// The two promises a technician stakes skin on, over 100,000 random histories: ./mirvek bench runs it, or
// npx tsx core/bench/promises.ts [histories] [acts each]
import { runHistories } from "../src/testing/histories";

const histories = Number(process.argv[2] ?? 100_000);
const acts = Number(process.argv[3] ?? 24);
const began = performance.now();
const { count, broken } = runHistories(1_000_000, 1_000_000 + histories, acts);
const seconds = (performance.now() - began) / 1000;
process.stdout.write(
  `promises: ${count.histories} histories, ${count.acts} acts in ${seconds.toFixed(0)} s; safe to touch ${count.safe} times, ` +
    `overridden ${count.overridden}, mains set ${count.powered}, held ${count.held}; ${broken ? "BROKEN" : "none broken"}\n`,
);
if (broken) {
  process.stdout.write(`${JSON.stringify(broken, null, 1)}\n`);
  process.exit(1);
}
