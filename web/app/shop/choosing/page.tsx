import type { Metadata } from "next";
import { RulesPage } from "../../../components/shop/RulesPage";
import { pool } from "../../../server/db";
import { loadShopTables } from "../../../server/editShop";

export const metadata: Metadata = { title: "Selection rules" };
export const dynamic = "force-dynamic";

export default async function Page() {
  return <RulesPage initial={await loadShopTables(pool())} />;
}
