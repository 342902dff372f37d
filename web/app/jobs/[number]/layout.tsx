import { notFound } from "next/navigation";
import { JobFrame } from "../../../components/job/JobFrame";
import { pool } from "../../../server/db";
import { loadJobData } from "../../../server/loadJob";
import { Refused } from "../../../server/refusal";
import { findJob } from "../../../server/repositories/jobs";
import { routeNumber } from "../../../server/routeNumber";

const numberOrNotFound = (segment: string): number => {
  try {
    return routeNumber(segment);
  } catch (error) {
    if (error instanceof Refused) notFound();
    throw error;
  }
};

export default async function JobLayout({ children, params }: LayoutProps<"/jobs/[number]">) {
  const { number } = await params;
  const job = await findJob(pool(), numberOrNotFound(number));
  if (!job) notFound();
  return <JobFrame initial={await loadJobData(pool(), job)}>{children}</JobFrame>;
}
