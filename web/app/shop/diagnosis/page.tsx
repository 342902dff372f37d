import type { Metadata } from "next";
import { DiagnosisTablePage } from "../../../components/shop/DiagnosisTablePage";
import { pool } from "../../../server/db";
import { loadShopTables } from "../../../server/editShop";

export const metadata: Metadata = { title: "Diagnosis table" };
export const dynamic = "force-dynamic";

export default async function Diagnosis() {
  return <DiagnosisTablePage initial={await loadShopTables(pool())} />;
}
