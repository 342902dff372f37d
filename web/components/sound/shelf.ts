import type { SoundSummary } from "@mirvek/core/sound";
import { PIECE_BYTES, type RecordingAsked, type RecordingView } from "../../schemas/recording";
import { read, send, type Answer } from "../shared/request";
import type { RecordingShelf } from "./recordingStore";

const hex = (bytes: ArrayBuffer): string => [...new Uint8Array(bytes)].map((b) => b.toString(16).padStart(2, "0")).join("");
const PIECE_MS = 30_000;

/** A file as pieces under their hashes, read one at a time. */
async function piecesOf(file: Blob): Promise<string[]> {
  const out: string[] = [];
  for (let at = 0; at < file.size; at += PIECE_BYTES)
    out.push(hex(await crypto.subtle.digest("SHA-256", await file.slice(at, at + PIECE_BYTES).arrayBuffer())));
  return out;
}

async function putPiece(sha256: string, piece: Blob): Promise<Answer<{ kept: true }>> {
  try {
    const response = await fetch(`/api/sound/${sha256}`, { method: "PUT", body: piece, signal: AbortSignal.timeout(PIECE_MS) });
    return (await response.json()) as Answer<{ kept: true }>;
  } catch {
    return { ok: false, issue: { code: "databaseDown" } };
  }
}

/** What the API takes: not numbers of full precision, which say nothing more. */
const rounded = (s: SoundSummary): SoundSummary =>
  JSON.parse(JSON.stringify(s, (_key, v: unknown) => (typeof v === "number" ? Number(v.toFixed(3)) : v))) as SoundSummary;

/** The recordings of a job, at the server. Only pieces that are not there yet are sent: an upload that broke off goes on where it was. */
export function makeShelf(jobNumber: number): RecordingShelf {
  const path = `/api/jobs/${jobNumber}/recordings`;
  return {
    list: () => read<RecordingView[]>(path),
    async keep(file, meant, onProgress) {
      const pieces = await piecesOf(file);
      const { shows } = meant;
      const asked: RecordingAsked = {
        ...meant,
        size: file.size,
        pieces,
        shows: { ...rounded(shows), channels: rounded(shows).channels.map((c) => ({ ...c, bands: [...c.bands] })) },
      };
      const first = await send<RecordingView[]>("POST", path, asked);
      if (first.ok || first.issue.code !== "piecesMissing") return first;
      for (const [i, sha256] of first.issue.pieces.entries()) {
        const at = pieces.indexOf(sha256) * PIECE_BYTES;
        const sent = await putPiece(sha256, file.slice(at, at + PIECE_BYTES));
        if (!sent.ok) return sent;
        onProgress((i + 1) / first.issue.pieces.length);
      }
      return send<RecordingView[]>("POST", path, asked);
    },
    async fetch(id) {
      try {
        const response = await fetch(`${path}/${id}`);
        return response.ok ? await response.blob() : null;
      } catch {
        return null;
      }
    },
    mean: (id, meant) => send<RecordingView[]>("PATCH", `${path}/${id}`, meant),
    async strike(id) {
      try {
        return (await (await fetch(`${path}/${id}`, { method: "DELETE" })).json()) as Answer<RecordingView[]>;
      } catch {
        return { ok: false, issue: { code: "databaseDown" } };
      }
    },
  };
}
