import "server-only";
import { lookup } from "node:dns/promises";
import { Readable } from "node:stream";
import type { ReadableStream as WebStream } from "node:stream/web";
import pRetry, { AbortError } from "p-retry";
import { z } from "zod";
import type { CataloguePart } from "@mirvek/core/choose";
import { hasCredentials, isLinkLocal } from "../schemas/supplierAddress";
import type { Db } from "./db";
import { Refused } from "./refusal";
import { listSuppliers } from "./repositories/imports";
import { listParts, setOffer } from "./repositories/parts";

/** Milliseconds a supplier has for one answer, how often it is asked again, and how many codes go into one question. */
const PATIENCE = 2500;
const AGAIN = 2;
const AT_ONCE = 50;

/** An answer of fifty offers is some kilobytes; nothing honest is larger than this. */
const MAX_ANSWER_BYTES = 200_000;

const answer = z.object({
  offers: z
    .array(
      z.object({
        code: z.string().max(60),
        /** in whole currency, as text with a point */
        price: z.string().regex(/^\d{1,7}(\.\d{1,4})?$/),
        stock: z.number().int().min(0).max(1_000_000_000),
      }),
    )
    .max(AT_ONCE),
});

/** The text of an answer, read piece by piece and no further than it may be long. */
async function textOf(response: Response): Promise<string> {
  const pieces: Uint8Array[] = [];
  let length = 0;
  for await (const piece of response.body ? Readable.fromWeb(response.body as WebStream<Uint8Array>) : []) {
    length += (piece as Uint8Array).length;
    if (length > MAX_ANSWER_BYTES) throw new AbortError("answered too much");
    pieces.push(piece as Uint8Array);
  }
  return Buffer.concat(pieces).toString("utf8");
}

/** @throws AbortError where an address carries a password or leads to a link-local host, as written or by its name */
async function requireReachable(url: URL): Promise<void> {
  const found = await lookup(url.hostname.replace(/^\[|\]$/g, ""), { all: true });
  if (hasCredentials(url) || found.some((f) => isLinkLocal(f.address))) throw new AbortError("an address that is not asked");
}

/** Asks one supplier; an answer that is none, or comes too late, is asked for again. */
async function ask(address: string, codes: readonly string[]): Promise<z.infer<typeof answer>["offers"]> {
  const url = new URL("offers", address.endsWith("/") ? address : `${address}/`);
  for (const code of codes) url.searchParams.append("code", code);
  return pRetry(
    async () => {
      await requireReachable(url);
      const response = await fetch(url, { signal: AbortSignal.timeout(PATIENCE), redirect: "error" });
      if (response.status >= 400 && response.status < 500) throw new AbortError(`answered ${response.status}`);
      if (!response.ok) throw new Error(`answered ${response.status}`);
      return answer.parse(JSON.parse(await textOf(response))).offers;
    },
    { retries: AGAIN, minTimeout: 200, factor: 2 },
  );
}

/**
 * Asks the suppliers of these parts for price and stock and keeps what they say; parts whose supplier has no address stay as they are.
 * @returns the parts as they are now @throws Refused naming a supplier that stays silent; what others said is kept
 */
export async function askOffers(db: Db, partIds: readonly number[]): Promise<CataloguePart[]> {
  const parts = await listParts(db, partIds);
  let silent: string | null = null;
  for (const supplier of await listSuppliers(db)) {
    const own = parts.filter((p) => p.supplier === supplier.id && !p.withdrawn);
    if (supplier.address === null || own.length === 0) continue;
    try {
      for (let i = 0; i < own.length; i += AT_ONCE) {
        const some = own.slice(i, i + AT_ONCE);
        const offers = await ask(
          supplier.address,
          some.map((p) => p.code),
        );
        for (const p of some) {
          const offer = offers.find((o) => o.code === p.code);
          // a code it does not know can not be had there now
          await setOffer(
            db,
            p.id,
            offer ? { priceCents: Math.max(1, Math.round(Number(offer.price) * 100)), stock: offer.stock } : { priceCents: null, stock: 0 },
          );
        }
      }
    } catch {
      silent = supplier.name;
    }
  }
  if (silent !== null) throw new Refused({ code: "supplierSilent", supplier: silent }, 504);
  return listParts(db, partIds);
}
