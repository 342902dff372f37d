import type { CircuitReply, CircuitRequest } from "./circuit.protocol";
import { makeWorkerClient } from "./client";

/** A worker for circuits. */
export const makeCircuitClient = () =>
  makeWorkerClient<CircuitRequest, CircuitReply>(() => new Worker(new URL("./circuit.worker.ts", import.meta.url), { type: "module" }));
