import type { Metadata } from "next";
import { CataloguePage } from "../../../components/shop/CataloguePage";
import { pool } from "../../../server/db";
import { loadCatalogue } from "../../../server/importCatalogue";

export const metadata: Metadata = { title: "Catalogue" };
export const dynamic = "force-dynamic";

export default async function Page() {
  return <CataloguePage initial={await loadCatalogue(pool())} />;
}
