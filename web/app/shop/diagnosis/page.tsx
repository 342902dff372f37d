import type { Metadata } from "next";
import { TracingTable } from "../../../components/shop/TracingTable";
import { pool } from "../../../server/db";
import { loadShopTables } from "../../../server/editShop";

export const metadata: Metadata = { title: "Diagnosis table" };
export const dynamic = "force-dynamic";

export default async function Tracing() {
  return <TracingTable initial={await loadShopTables(pool())} />;
}
