import { Bench } from "../components/bench/Bench";
import { pool } from "../server/db";
import { loadBench } from "../server/loadJob";
import { getShop } from "../server/repositories/shop";

export default async function BenchPage() {
  const shop = await getShop(pool());
  return <Bench rows={await loadBench(pool())} shopName={shop.name} />;
}
