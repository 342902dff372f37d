import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { JobLog } from "../../../../components/log/Log";
import { pool } from "../../../../server/db";
import { findJob } from "../../../../server/repositories/jobs";
import { listLog } from "../../../../server/repositories/log";
import { routeNumber } from "../../../../server/routeNumber";

export const metadata: Metadata = { title: "Log" };

export default async function LogPage({ params }: PageProps<"/jobs/[number]/log">) {
  const job = await findJob(pool(), routeNumber((await params).number));
  if (!job) notFound();
  return <JobLog entries={await listLog(pool(), job.id)} />;
}
