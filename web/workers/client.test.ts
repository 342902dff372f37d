import { expect, test } from "vitest";
import { makeWorkerClient } from "./client";

type Question = { id: number; type: "double"; n: number };
type Reply = { id: number; type: "doubled"; n: number } | { id: number; type: "progress"; done: number; of: number };

/** A worker on this thread that answers when told to. */
function stage() {
  const made: FakeWorker[] = [];
  class FakeWorker {
    onmessage: ((e: { data: Reply }) => void) | null = null;
    onerror: ((e: { message: string }) => void) | null = null;
    asked: { data: Question; transfer: unknown[] }[] = [];
    ended = false;
    constructor() {
      made.push(this);
    }
    postMessage(data: Question, transfer: unknown[]) {
      this.asked.push({ data, transfer });
    }
    terminate() {
      this.ended = true;
    }
    say(data: Reply) {
      this.onmessage?.({ data });
    }
  }
  return { made, client: makeWorkerClient<Question, Reply>(() => new FakeWorker() as unknown as Worker) };
}

test("answers reach those who asked, whatever their order; progress is told on the way", async () => {
  const { made, client } = stage();
  const steps: number[] = [];
  const [a, b] = [client.ask({ type: "double", n: 1 }, { onProgress: (done) => steps.push(done) }), client.ask({ type: "double", n: 2 })];
  const [w] = made;
  w!.say({ id: 1, type: "progress", done: 3, of: 9 });
  w!.say({ id: 2, type: "doubled", n: 4 });
  w!.say({ id: 1, type: "doubled", n: 2 });
  expect([await a, await b]).toMatchObject([
    { kind: "answered", answer: { n: 2 } },
    { kind: "answered", answer: { n: 4 } },
  ]);
  expect(steps).toEqual([3]);
});

test("cancelled is not failed, and the next question starts a new worker", async () => {
  const { made, client } = stage();
  const first = client.ask({ type: "double", n: 1 });
  client.cancel();
  expect(await first).toEqual({ kind: "cancelled" });
  expect(made[0]!.ended).toBe(true);
  const second = client.ask({ type: "double", n: 1 });
  made[1]!.onerror!({ message: "out of memory" });
  expect(await second).toEqual({ kind: "failed", message: "out of memory" });
});

test("buffers are handed over with the question", () => {
  const { made, client } = stage();
  const buffer = new ArrayBuffer(8);
  void client.ask({ type: "double", n: 1 }, { transfer: [buffer] });
  expect(made[0]!.asked[0]!.transfer).toEqual([buffer]);
});
