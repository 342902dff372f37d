import { readCaseOf } from "../../../../../server/jobAccess";
import { respondRead } from "../../../../../server/respond";

export async function GET(_request: Request, { params }: RouteContext<"/api/jobs/[number]/case">) {
  const { number } = await params;
  const answer = await respondRead(() => readCaseOf(number));
  if (!answer.ok) return answer;
  const { value } = (await answer.json()) as { value: unknown };
  return new Response(`${JSON.stringify(value, null, 2)}\n`, {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="case-${number}.json"`,
      "cache-control": "no-store",
    },
  });
}
