import type { Metadata } from "next";
import { SettingsPage } from "../../../components/shop/SettingsPage";
import { pool } from "../../../server/db";
import { loadShopTables } from "../../../server/editShop";

export const metadata: Metadata = { title: "Meters and settings" };
export const dynamic = "force-dynamic";

export default async function Page() {
  return <SettingsPage initial={await loadShopTables(pool())} />;
}
