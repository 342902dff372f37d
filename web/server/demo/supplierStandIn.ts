import { inventedCatalogue } from "@mirvek/core/simulate";
import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { z } from "zod";

// A supplier that is none: answers price and stock of the invented catalogue, and behaves badly when it is told to.
//   GET /offers?code=A&code=B   { offers: [{ code, price: "0.34", stock: 12 }] }
//   POST /behave                { delay: ms, fail: null | "error" | "garbage" | "hangUp", times: how often; 0 for always }

const behaviour = z.object({
  delay: z.number().int().min(0).max(60_000).default(0),
  fail: z.enum(["error", "garbage", "hangUp"]).nullable().default(null),
  times: z.number().int().min(0).default(0),
});
type Behaviour = z.infer<typeof behaviour>;

const SEED = 8;
const MAX_CODES = 50;

/** Prices move a little from code to code, and stock is what the catalogue says. */
export function supplierStandIn(): Server {
  const parts = new Map(inventedCatalogue(SEED).map((p) => [p.code, p]));
  let now: Behaviour = { delay: 0, fail: null, times: 0 };
  let done = 0;
  const badly = (): Behaviour["fail"] => {
    if (now.fail === null || (now.times > 0 && done >= now.times)) return null;
    done++;
    return now.fail;
  };
  const offers = (codes: readonly string[]) =>
    codes.slice(0, MAX_CODES).flatMap((code) => {
      const part = parts.get(code);
      return part ? [{ code, price: ((part.priceCents! * (100 + (code.length % 7) - 3)) / 10_000).toFixed(2), stock: part.stock! }] : [];
    });
  const answer = (request: IncomingMessage, response: ServerResponse) => {
    const url = new URL(request.url ?? "/", "http://supplier");
    if (url.pathname !== "/offers") return response.writeHead(404).end();
    switch (badly()) {
      case "error":
        return response.writeHead(503).end("busy");
      case "garbage":
        return response.writeHead(200, { "content-type": "application/json" }).end('{"offers": [{"code": 1');
      case "hangUp":
        return response.destroy();
      case null:
        return response
          .writeHead(200, { "content-type": "application/json" })
          .end(JSON.stringify({ offers: offers(url.searchParams.getAll("code")) }));
    }
  };
  return createServer((request, response) => {
    if (request.method !== "POST") return void setTimeout(() => answer(request, response), now.delay);
    let text = "";
    request.on("data", (piece: Buffer) => (text += String(piece).slice(0, 1000)));
    request.on("end", () => {
      const asked = behaviour.safeParse(parsed(text));
      if (!asked.success) return response.writeHead(400).end();
      now = asked.data;
      done = 0;
      response.writeHead(204).end();
    });
  });
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

if (process.argv[1]?.endsWith("supplierStandIn.ts")) supplierStandIn().listen(Number(process.env.SUPPLIER_PORT ?? 4311), "127.0.0.1");
