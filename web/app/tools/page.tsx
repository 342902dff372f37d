import type { Metadata } from "next";
import { ToolsPage } from "../../components/tools/ToolsPage";
import { pool } from "../../server/db";
import { listDrawer } from "../../server/repositories/shop";

export const metadata: Metadata = { title: "Bench tools" };
export const dynamic = "force-dynamic";

export default async function Page() {
  return <ToolsPage drawer={await listDrawer(pool())} />;
}
