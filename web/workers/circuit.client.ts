import type { CircuitReply, CircuitRequest } from "./circuit.protocol";

type Body = CircuitRequest extends infer R ? (R extends { id: number } ? Omit<R, "id"> : never) : never;
type Answer = Exclude<CircuitReply, { type: "progress" }>;

export interface CircuitClient {
  ask(body: Body, onProgress?: (done: number, of: number) => void): Promise<Answer>;
  /** stops whatever is running, at once; its promise answers "cancelled" */
  cancel(): void;
  close(): void;
}

/** A worker for circuits, started at the first question and again after a cancel. */
export function makeCircuitClient(): CircuitClient {
  let worker: Worker | null = null;
  let lastId = 0;
  const waiting = new Map<number, { resolve: (a: Answer) => void; onProgress?: (done: number, of: number) => void }>();
  const start = (): Worker => {
    const made = new Worker(new URL("./circuit.worker.ts", import.meta.url), { type: "module" });
    made.onmessage = ({ data }: MessageEvent<CircuitReply>) => {
      const asker = waiting.get(data.id);
      if (!asker) return;
      if (data.type === "progress") return asker.onProgress?.(data.done, data.of);
      waiting.delete(data.id);
      asker.resolve(data);
    };
    made.onerror = () => cancel();
    return made;
  };
  const cancel = () => {
    worker?.terminate();
    worker = null;
    for (const [id, { resolve }] of waiting) resolve({ id, type: "failed", issue: { code: "cancelled" } });
    waiting.clear();
  };
  return {
    ask(body, onProgress) {
      worker ??= start();
      const id = ++lastId;
      return new Promise((resolve) => {
        waiting.set(id, { resolve, onProgress });
        worker!.postMessage({ ...body, id } as CircuitRequest);
      });
    },
    cancel,
    close: cancel,
  };
}
