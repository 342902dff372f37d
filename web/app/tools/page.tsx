import type { Metadata } from "next";
import { ToolsPage } from "../../components/tools/ToolsPage";
import { pool } from "../../server/db";
import { getShop, listDrawer } from "../../server/repositories/shop";

export const metadata: Metadata = { title: "Bench tools" };
export const dynamic = "force-dynamic";

export default async function Page() {
  const [drawer, { constants }] = await Promise.all([listDrawer(pool()), getShop(pool())]);
  return <ToolsPage bench={{ drawer, constants }} />;
}
