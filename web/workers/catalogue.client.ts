import type { CatalogueReply, CatalogueRequest } from "./catalogue.protocol";
import { makeWorkerClient } from "./client";

/** A worker for suppliers' files. */
export const makeCatalogueClient = () =>
  makeWorkerClient<CatalogueRequest, CatalogueReply>(
    () => new Worker(new URL("./catalogue.worker.ts", import.meta.url), { type: "module" }),
  );
