import type { PartDraft } from "@mirvek/core/catalogue";
import { ROWS_A_PIECE, type ImportBegin, type ImportOutcome } from "../../schemas/catalogue";
import { issueText } from "../../wording/requestIssue";
import { send, type Answer } from "../shared/request";

const TAKE_MS = 120_000;
/** A piece that got lost is sent again so often. */
const TRIES = 3;

type ImportEnd = { kind: "taken"; outcome: ImportOutcome } | { kind: "cancelled" } | { kind: "failed"; why: string };

/** Sends a file that was read, piece by piece, and has it taken at once; cancelled or failed, nothing of it is. */
export async function sendImport(
  begin: Omit<ImportBegin, "rows">,
  rows: { parts: readonly PartDraft[] } | { codes: readonly string[] },
  onProgress: (share: number) => void,
  cancelled: () => boolean,
  post: typeof send = send,
): Promise<ImportEnd> {
  const all: readonly unknown[] = "parts" in rows ? rows.parts : rows.codes;
  const begun = await post<{ id: number }>("POST", "/api/shop/imports", { ...begin, rows: all.length });
  if (!begun.ok) return { kind: "failed", why: issueText(begun.issue) };
  const path = `/api/shop/imports/${begun.value.id}`;
  const giveUp = async (end: ImportEnd): Promise<ImportEnd> => {
    await post("DELETE", path, {});
    return end;
  };
  const pieces = Math.ceil(all.length / ROWS_A_PIECE);
  for (let place = 0; place < pieces; place++) {
    if (cancelled()) return giveUp({ kind: "cancelled" });
    const some = all.slice(place * ROWS_A_PIECE, (place + 1) * ROWS_A_PIECE);
    const answer = await again(() => post("PUT", `${path}/${place}`, "parts" in rows ? { rows: some } : { codes: some }));
    if (!answer.ok) return giveUp({ kind: "failed", why: issueText(answer.issue) });
    onProgress((place + 1) / (pieces + 1));
  }
  if (cancelled()) return giveUp({ kind: "cancelled" });
  const taken = await post<ImportOutcome>("POST", path, {}, TAKE_MS);
  return taken.ok ? { kind: "taken", outcome: taken.value } : { kind: "failed", why: issueText(taken.issue) };
}

async function again(ask: () => Promise<Answer<unknown>>): Promise<Answer<unknown>> {
  let answer = await ask();
  for (let tried = 1; tried < TRIES && !answer.ok && (answer.issue.code === "databaseDown" || answer.issue.code === "maybeKept"); tried++)
    answer = await ask();
  return answer;
}
