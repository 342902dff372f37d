import { NextResponse, type NextRequest } from "next/server";

const WRITES = new Set(["POST", "PUT", "PATCH", "DELETE"]);

/**
 * Stands before every request: refuses writes that come from another site and answers only to the names this server is started
 * under (a page elsewhere could point its own name at this machine), and sets the content security policy with a fresh nonce.
 */
export function proxy(request: NextRequest): NextResponse {
  const host = request.headers.get("host") ?? "";
  if (!allowedHosts().has(host.toLowerCase())) return new NextResponse("Unknown host name.\n", { status: 421 });
  if (WRITES.has(request.method) && !sameOrigin(request, host))
    return NextResponse.json({ ok: false, issue: { code: "crossOrigin" } }, { status: 403 });

  const nonce = btoa(crypto.randomUUID());
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    // the component library writes its theme into style elements and attributes at run time
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  response.headers.set("x-content-type-options", "nosniff");
  response.headers.set("referrer-policy", "same-origin");
  response.headers.set("x-frame-options", "DENY");
  response.headers.set("cross-origin-opener-policy", "same-origin");
  response.headers.set("cross-origin-resource-policy", "same-origin");
  response.headers.set("permissions-policy", "camera=(), geolocation=(), microphone=(self), payment=()");
  return response;
}

function allowedHosts(): Set<string> {
  const port = process.env.PORT ?? "3000";
  const extra = (process.env.MIRVEK_HOSTS ?? "").split(",").map((h) => h.trim().toLowerCase());
  return new Set([`127.0.0.1:${port}`, `localhost:${port}`, `[::1]:${port}`, ...extra.filter(Boolean)]);
}

/** A browser always says where a write comes from; one that says nothing is not a browser page of ours. */
function sameOrigin(request: NextRequest, host: string): boolean {
  const origin = request.headers.get("origin");
  if (origin === null) return request.headers.get("sec-fetch-site") === "same-origin";
  return URL.canParse(origin) && new URL(origin).host === host;
}

export const config = { matcher: ["/((?!_next/static|_next/image).*)"] };
