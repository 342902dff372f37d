import { makeWorkerClient } from "./client";
import type { SoundReply, SoundRequest } from "./sound.protocol";

/** A worker for recordings. */
export const makeSoundClient = () =>
  makeWorkerClient<SoundRequest, SoundReply>(() => new Worker(new URL("./sound.worker.ts", import.meta.url), { type: "module" }));
