import type { Metadata } from "next";
import { ShopPage } from "../../components/shop/ShopPage";
import { pool } from "../../server/db";
import { loadShopTables } from "../../server/editShop";

export const metadata: Metadata = { title: "Shop" };
export const dynamic = "force-dynamic";

export default async function Shop() {
  return <ShopPage initial={await loadShopTables(pool())} />;
}
