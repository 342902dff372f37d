/** What a worker is asked and what it answers; every message carries the id of its question. */
export interface Asked {
  id: number;
}
type Progress = { type: "progress"; done: number; of: number };
type WithoutId<R> = R extends unknown ? Omit<R, "id"> : never;

/** A worker that answers questions: what is asked, how far it is, the answer, and that it was stopped are four different things. */
export interface WorkerClient<Q extends Asked, A extends Asked & { type: string }> {
  ask(
    question: WithoutId<Q>,
    options?: { onProgress?: (done: number, of: number) => void; transfer?: Transferable[] },
  ): Promise<Outcome<A>>;
  /** stops whatever is running, at once */
  cancel(): void;
  close(): void;
}

export type Outcome<A extends { type: string }> =
  | { kind: "answered"; answer: Exclude<A, Progress> }
  | { kind: "cancelled" }
  /** the worker broke; a cancel is no failure */
  | { kind: "failed"; message: string };

/** A client of the worker that `start` makes: at the first question, and again after a cancel or a failure. */
export function makeWorkerClient<Q extends Asked, A extends Asked & { type: string }>(start: () => Worker): WorkerClient<Q, A> {
  interface Waiting {
    resolve: (outcome: Outcome<A>) => void;
    onProgress?: (done: number, of: number) => void;
  }
  let worker: Worker | null = null;
  let lastId = 0;
  const waiting = new Map<number, Waiting>();
  const end = (outcome: Outcome<A>) => {
    worker?.terminate();
    worker = null;
    const asked = [...waiting.values()];
    waiting.clear();
    for (const { resolve } of asked) resolve(outcome);
  };
  const begin = (): Worker => {
    const made = start();
    made.onmessage = ({ data }: MessageEvent<A>) => {
      const asker = waiting.get(data.id);
      if (!asker) return;
      if (data.type === "progress") {
        const { done, of } = data as unknown as Progress;
        asker.onProgress?.(done, of);
        return;
      }
      waiting.delete(data.id);
      asker.resolve({ kind: "answered", answer: data as Exclude<A, Progress> });
    };
    made.onerror = (event) => end({ kind: "failed", message: event.message });
    return made;
  };
  return {
    ask(question, { onProgress, transfer = [] } = {}) {
      worker ??= begin();
      const id = ++lastId;
      return new Promise((resolve) => {
        waiting.set(id, { resolve, onProgress });
        worker!.postMessage({ ...question, id }, transfer);
      });
    },
    cancel: () => end({ kind: "cancelled" }),
    close: () => end({ kind: "cancelled" }),
  };
}
