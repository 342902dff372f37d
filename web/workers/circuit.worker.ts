import type { CircuitRequest } from "./circuit.protocol";
import { buffersOf, makeCircuitAnswerer } from "./circuitAnswer";

const answer = makeCircuitAnswerer({ now: () => performance.now(), tell: (progress) => self.postMessage(progress) });

self.onmessage = ({ data }: MessageEvent<CircuitRequest>) => {
  const reply = answer(data);
  self.postMessage(reply, { transfer: buffersOf(reply) });
};
