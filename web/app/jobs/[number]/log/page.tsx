import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { Ledger } from "../../../../components/log/Ledger";
import { pool } from "../../../../server/db";
import { findJob } from "../../../../server/repositories/jobs";
import { listLedger } from "../../../../server/repositories/ledger";
import { routeNumber } from "../../../../server/routeNumber";

export const metadata: Metadata = { title: "Log" };

export default async function LedgerPage({ params }: PageProps<"/jobs/[number]/log">) {
  const job = await findJob(pool(), routeNumber((await params).number));
  if (!job) notFound();
  return <Ledger entries={await listLedger(pool(), job.id)} />;
}
