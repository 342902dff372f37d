import type { Metadata } from "next";
import { OrderPage } from "../../../components/shop/OrderPage";
import { pool } from "../../../server/db";
import { loadOrderView } from "../../../server/orders";
import { getShop, listMeters } from "../../../server/repositories/shop";

export const metadata: Metadata = { title: "Order and stock" };
export const dynamic = "force-dynamic";

export default async function Page() {
  return <OrderPage initial={await loadOrderView(pool())} currency={(await getShop(pool())).currency} meters={await listMeters(pool())} />;
}
