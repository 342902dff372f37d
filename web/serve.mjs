// The web server: Next behind a small gate that answers what Next would answer with a 500, notices a database that hangs, and keeps its
// log where a full disk cannot stop it. Started by ./mirvek and by the browser tests.
import { createServer } from "node:http";
import { fileURLToPath } from "node:url";
import next from "next";
import pg from "pg";
import { createStream } from "rotating-file-stream";
import sirv from "sirv";

const HOST = "127.0.0.1";
const PORT = Number(process.env.PORT ?? 3000);
const MAX_BYTES = 200_000;
// photographs, pieces of recordings and of suppliers' files; how large each may be is said where it is kept
const MAX_FILE_BYTES = 16_000_000;
const TAKES_FILES = /^\/api\/(sound\/[^/]+|jobs\/[^/]+\/photos|shop\/imports\/[^/]+\/[^/]+)$/;
const PAGE_METHODS = new Set(["GET", "HEAD"]);
const API_METHODS = new Set(["GET", "HEAD", "POST", "PATCH", "PUT", "DELETE", "OPTIONS"]);

// Whatever happens to the log, the server goes on.
for (const out of [process.stdout, process.stderr]) out.on("error", () => undefined);
if (process.env.MIRVEK_LOG) {
  const log = createStream("web.log", { path: process.env.MIRVEK_LOG, size: "1M", maxFiles: 3 });
  log.on("error", () => undefined);
  for (const out of [process.stdout, process.stderr]) out.write = (chunk) => log.write(chunk);
}

// One connection of its own asks, before a page is put together, whether the records answer.
const asker = new pg.Pool({
  connectionString: process.env.DATABASE_URL,
  max: 2,
  connectionTimeoutMillis: 2500,
  query_timeout: 2500,
});
asker.on("error", () => undefined);
const answers = () =>
  asker.query("select 1").then(
    () => true,
    () => false,
  );

const DOWN = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Mirvek</title>
<main style="max-width:34em;margin:18vh auto;padding:20px;font:17px/1.5 sans-serif">
<h1 style="font-size:24px">The records cannot be reached</h1>
<p>The database does not answer. Nothing that was kept is lost; lines typed meanwhile wait in this browser.</p>
<p><a href="">Try again</a></p></main></html>`;

const MAX_WAITING = 60;
const BUSY = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Mirvek</title>
<main style="max-width:34em;margin:18vh auto;padding:20px;font:17px/1.5 sans-serif">
<h1 style="font-size:24px">Too many requests at once</h1>
<p>Nothing that was saved is lost. Lines entered meanwhile wait in this browser.</p>
<p><a href="">Try again</a></p></main></html>`;

const json = (response, status, code) =>
  response
    .writeHead(status, { "content-type": "application/json", connection: "close" })
    .end(JSON.stringify({ ok: false, issue: { code, ...(code === "invalid" ? { fields: [] } : {}) } }));

/** What is refused before Next sees it: [status, code], or null. */
function refusal({ method, url, headers }) {
  const path = url.split("?")[0];
  try {
    decodeURIComponent(url);
  } catch {
    return [400, "invalid"];
  }
  if (!(path.startsWith("/api/") ? API_METHODS : PAGE_METHODS).has(method)) return [405, "methodNotAllowed"];
  const most = TAKES_FILES.test(path) ? MAX_FILE_BYTES : MAX_BYTES;
  return Number(headers["content-length"] ?? 0) > most ? [413, "invalid"] : null;
}

const isPage = (path) => !path.startsWith("/api/") && !path.startsWith("/_next/") && !/\.[a-z0-9]+$/.test(path);

const app = next({ dev: false, dir: fileURLToPath(new URL(".", import.meta.url)), hostname: HOST, port: PORT });
await app.prepare();
const handle = app.getRequestHandler();
const BUILT = "/_next/static/";
// what was built never changes under its name; it goes out as compressed once at build
const built = sirv(fileURLToPath(new URL(".next/static", import.meta.url)), { brotli: true, immutable: true, maxAge: 31_536_000 });
const server = createServer(async (request, response) => {
  const refused = refusal(request);
  if (refused) return json(response, ...refused);
  // more requests wait for a connection to the database than can be answered in time: said at once, not after they have timed out
  if ((globalThis.mirvekPool?.waitingCount ?? 0) > MAX_WAITING && !request.url.startsWith(BUILT)) {
    if (!isPage(request.url.split("?")[0])) return json(response, 503, "busy");
    return response
      .writeHead(503, { "content-type": "text/html; charset=utf-8", "retry-after": "2", "cache-control": "no-store" })
      .end(BUSY);
  }
  if (isPage(request.url.split("?")[0]) && !(await answers())) {
    return response
      .writeHead(503, { "content-type": "text/html; charset=utf-8", "retry-after": "3", "cache-control": "no-store" })
      .end(DOWN);
  }
  if (request.url.startsWith(BUILT)) {
    const asked = request.url;
    request.url = asked.slice(BUILT.length - 1);
    return built(request, response, () => {
      request.url = asked;
      void handle(request, response);
    });
  }
  await handle(request, response);
});
// a tunnel is no request of ours
server.on("connect", (_request, socket) => socket.end("HTTP/1.1 405 Method Not Allowed\r\nconnection: close\r\n\r\n"));
server.listen(PORT, HOST);
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 2000).unref();
  });
