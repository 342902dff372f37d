import type { RequestIssue } from "../../schemas/issues";

export type Answer<T> = { ok: true; value: T } | { ok: false; issue: RequestIssue };

/** Sends a write as JSON. A network that does not answer counts as the database being down: the same advice fits. */
export async function send<T>(method: "POST" | "PATCH", path: string, body: unknown): Promise<Answer<T>> {
  return ask(path, { method, headers: { "content-type": "application/json" }, body: JSON.stringify(body) });
}

/** Reads JSON from our own server. */
export async function read<T>(path: string): Promise<Answer<T>> {
  return ask(path, {});
}

async function ask<T>(path: string, init: RequestInit): Promise<Answer<T>> {
  try {
    const response = await fetch(path, { ...init, cache: "no-store" });
    return (await response.json()) as Answer<T>;
  } catch {
    return { ok: false, issue: { code: "databaseDown" } };
  }
}
