import type { RequestIssue } from "../../schemas/issues";

export type Answer<T> = { ok: true; value: T } | { ok: false; issue: RequestIssue };

/**
 * Sends a write as JSON. A network that does not answer, or not within `timeoutMs`, counts as the database being down: the same
 * advice fits.
 */
export async function send<T>(method: "POST" | "PATCH", path: string, body: unknown, timeoutMs = 20_000): Promise<Answer<T>> {
  return ask(path, { method, headers: { "content-type": "application/json" }, body: JSON.stringify(body) }, timeoutMs);
}

/** Reads JSON from our own server. */
export async function read<T>(path: string, timeoutMs = 20_000): Promise<Answer<T>> {
  return ask(path, {}, timeoutMs);
}

async function ask<T>(path: string, init: RequestInit, timeoutMs: number): Promise<Answer<T>> {
  try {
    const response = await fetch(path, { ...init, cache: "no-store", signal: AbortSignal.timeout(timeoutMs) });
    return (await response.json()) as Answer<T>;
  } catch {
    return { ok: false, issue: { code: "databaseDown" } };
  }
}
