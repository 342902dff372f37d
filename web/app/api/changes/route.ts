import type { NextRequest } from "next/server";
import { follow, revisionNow } from "../../../server/changes";
import { refuseMissing } from "../../../server/refusal";
import { respondRead } from "../../../server/respond";
import { routeNumber } from "../../../server/routeNumber";

export const dynamic = "force-dynamic";

/**
 * `?job=406`: one message a beat with the revision of that job, of the whole bench without a number, and the server's clock; `&once`
 * answers it once.
 */
export async function GET(request: NextRequest) {
  const { searchParams } = request.nextUrl;
  const asked = searchParams.get("job");
  const first = async () => {
    const job = asked === null ? null : routeNumber(asked);
    const revision = await revisionNow(job);
    if (revision === null) throw refuseMissing();
    return { job, revision };
  };
  if (searchParams.has("once")) return respondRead(async () => ({ revision: (await first()).revision, now: Date.now() }));
  let job: number | null;
  try {
    ({ job } = await first());
  } catch (error) {
    return respondRead(() => Promise.reject(error as Error));
  }
  const text = new TextEncoder();
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(out) {
      stop = follow(job, (revision) => {
        try {
          out.enqueue(text.encode(`data: ${JSON.stringify({ revision, now: Date.now() })}\n\n`));
        } catch {
          // the window is gone
          stop();
        }
      });
      request.signal.addEventListener("abort", () => stop());
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store, no-transform", "x-accel-buffering": "no" },
  });
}
