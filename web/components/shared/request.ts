import type { RequestIssue } from "../../schemas/issues";

export type Answer<T> = { ok: true; value: T } | { ok: false; issue: RequestIssue };

// the server gives up a database that does not answer before these are over, and says so itself
const WRITE_MS = 20_000;
const READ_MS = 20_000;

/**
 * Sends a write as JSON. A server that cannot be reached counts as the database being down: the same advice fits. One that was
 * reached and did not answer within `timeoutMs` may have kept it.
 */
export async function send<T>(
  method: "POST" | "PATCH" | "PUT" | "DELETE",
  path: string,
  body: unknown,
  timeoutMs = WRITE_MS,
): Promise<Answer<T>> {
  return ask(path, { method, headers: { "content-type": "application/json" }, body: JSON.stringify(body) }, timeoutMs);
}

/** Reads JSON from our own server. */
export async function read<T>(path: string, timeoutMs = READ_MS): Promise<Answer<T>> {
  return ask(path, {}, timeoutMs);
}

async function ask<T>(path: string, init: RequestInit, timeoutMs: number): Promise<Answer<T>> {
  try {
    const response = await fetch(path, { ...init, cache: "no-store", signal: AbortSignal.timeout(timeoutMs) });
    return (await response.json()) as Answer<T>;
  } catch (error) {
    const slow = error instanceof DOMException && error.name === "TimeoutError";
    return { ok: false, issue: { code: slow && init.method !== undefined ? "maybeKept" : "databaseDown" } };
  }
}
