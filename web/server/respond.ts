import "server-only";
import { Readable } from "node:stream";
import type { ReadableStream } from "node:stream/web";
import { NextResponse } from "next/server";
import { type z } from "zod";
import type { RequestIssue } from "../schemas/issues";
import { CommitUnknown, isConnectionError, sqlState } from "./db";
import { Refused } from "./refusal";

/** Every answer of a write: what was asked for, or why not. */
export type Answer<T> = { ok: true; value: T } | { ok: false; issue: RequestIssue };

// a job with hundreds of positions pastes to some 20 kB; nothing honest is larger than this
const MAX_BYTES = 100_000;

/** Parses the body by `schema` and answers with what `work` returns; every failure becomes an issue with a code, never a trace. */
export async function respond<S extends z.ZodType, T>(
  request: Request,
  schema: S,
  work: (body: z.infer<S>) => Promise<T>,
): Promise<NextResponse<Answer<T>>> {
  return respondLarge(request, MAX_BYTES, schema, work);
}

/** The same for a body that may be large: it is read piece by piece, and no further than `most` bytes. */
export async function respondLarge<S extends z.ZodType, T>(
  request: Request,
  most: number,
  schema: S,
  work: (body: z.infer<S>) => Promise<T>,
): Promise<NextResponse<Answer<T>>> {
  return respondBytes(request, most, async (bytes) => {
    const parsed = schema.safeParse(JSON.parse(bytes.toString("utf8")));
    if (!parsed.success) throw new Refused(invalid(parsed.error), 400);
    return work(parsed.data);
  });
}

/** The same for reads, which have no body. */
export async function respondRead<T>(work: () => Promise<T>): Promise<NextResponse<Answer<T>>> {
  try {
    return NextResponse.json({ ok: true, value: await work() });
  } catch (error) {
    return answerError(error);
  }
}

/** A write whose body is a file. It is read piece by piece, and no further than `most` bytes. */
export async function respondBytes<T>(
  request: Request,
  most: number,
  work: (bytes: Buffer) => Promise<T>,
): Promise<NextResponse<Answer<T>>> {
  try {
    const pieces: Uint8Array[] = [];
    let length = 0;
    for await (const piece of request.body ? Readable.fromWeb(request.body as ReadableStream<Uint8Array>) : []) {
      length += piece.length;
      if (length > most) return failed({ code: "invalid", fields: [{ path: "", message: "too long" }] }, 413);
      pieces.push(piece);
    }
    return NextResponse.json({ ok: true, value: await work(Buffer.concat(pieces)) });
  } catch (error) {
    return answerError(error);
  }
}

/** A JPEG of our own; what its address shows never changes. */
export async function respondPicture(work: () => Promise<Buffer>): Promise<NextResponse> {
  try {
    const image = await work();
    return new NextResponse(new Uint8Array(image), {
      headers: { "content-type": "image/jpeg", "cache-control": "private, max-age=31536000, immutable", "content-disposition": "inline" },
    });
  } catch (error) {
    return answerError(error);
  }
}

/** A file as it was kept, piece after piece; what its address shows never changes. */
export async function respondFile(
  work: () => Promise<{ name: string; size: number; stream: globalThis.ReadableStream<Uint8Array> }>,
): Promise<NextResponse> {
  try {
    const { name, size, stream } = await work();
    return new NextResponse(stream, {
      headers: {
        "content-type": "audio/wav",
        "content-length": String(size),
        "cache-control": "private, max-age=31536000, immutable",
        "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      },
    });
  } catch (error) {
    return answerError(error);
  }
}

function answerError(error: unknown): NextResponse<{ ok: false; issue: RequestIssue }> {
  if (error instanceof Refused) return failed(error.issue, error.status);
  if (error instanceof SyntaxError) return failed({ code: "invalid", fields: [{ path: "", message: "not JSON" }] }, 400);
  if (error instanceof CommitUnknown) return failed({ code: "maybeKept" }, 503);
  // no connection of the pool was free in time: the database is there, and busy
  if (error instanceof Error && /timeout exceeded when trying to connect/i.test(error.message)) return failed({ code: "busy" }, 503);
  if (isConnectionError(error)) return failed({ code: "databaseDown" }, 503);
  // 53100: no room on the disk of the records; what was refused may be asked for again once there is
  if (sqlState(error) === "53100") return failed({ code: "diskFull" }, 503);
  // 40001 and 40P01: two writes crossed; the later one must look again (PostgreSQL error codes, appendix A)
  if (["40001", "40P01"].includes(sqlState(error) ?? "")) return failed({ code: "stale" }, 409);
  // 22 and 23: a value the database does not take, or a constraint it breaks: the words are refused, not tried again
  if (/^2[23]/.test(sqlState(error) ?? "")) return failed({ code: "notKept" }, 422);
  console.error(error);
  return failed({ code: "unexpected" }, 500);
}

function failed(issue: RequestIssue, status: number) {
  return NextResponse.json({ ok: false as const, issue }, { status });
}

function invalid(error: z.ZodError): RequestIssue {
  return { code: "invalid", fields: error.issues.map((i) => ({ path: i.path.join("."), message: i.message })) };
}

/** A PDF made of what stands on record now: nothing of it is kept by a browser. */
export async function respondPdf(work: () => Promise<{ name: string; file: Buffer }>): Promise<NextResponse> {
  try {
    const { name, file } = await work();
    return new NextResponse(new Uint8Array(file), {
      headers: { "content-type": "application/pdf", "cache-control": "no-store", "content-disposition": `inline; filename="${name}"` },
    });
  } catch (error) {
    return answerError(error);
  }
}
