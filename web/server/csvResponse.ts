import "server-only";
import { isConnectionError } from "./db";
import { Refused } from "./refusal";

/** A CSV download, or a plain sentence with the right status where there is none. */
export async function csvResponse(fileName: string, make: () => Promise<string | null>): Promise<Response> {
  try {
    const text = await make();
    if (text === null) return new Response("No such job.\n", { status: 404 });
    return new Response(text, {
      headers: {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": `attachment; filename="${fileName}"`,
        "cache-control": "no-store",
      },
    });
  } catch (error) {
    if (error instanceof Refused) return new Response("No such job.\n", { status: 404 });
    if (isConnectionError(error)) return new Response("The database does not answer. Try again in a moment.\n", { status: 503 });
    throw error;
  }
}
