import "server-only";
import { hostname } from "node:os";

/** The name under which this bench writes: MIRVEK_BENCH, else the machine's name. Several benches may share one shop. */
export const benchName = (): string => (process.env.MIRVEK_BENCH ?? hostname()).slice(0, 60) || "bench";
