import { z } from "zod";
import { Bench } from "../components/bench/Bench";
import { pool } from "../server/db";
import { loadBench } from "../server/loadJob";

const MAX_PAGES = 100_000;
/** What the address asks for; anything odd is the first page of everything. */
const asked = z.object({
  find: z.string().max(200).catch(""),
  page: z.coerce.number().int().min(1).max(MAX_PAGES).catch(1),
});

export default async function BenchPage({ searchParams }: PageProps<"/">) {
  const { find, page } = asked.parse(await searchParams);
  // the database knows no such character
  return <Bench bench={await loadBench(pool(), { find: find.replaceAll("\0", ""), page })} />;
}
