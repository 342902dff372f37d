import type { Metadata } from "next";
import { NewJob } from "../../../components/checkIn/NewJob";
import { pool } from "../../../server/db";
import { getSettings } from "../../../server/repositories/shop";

export const metadata: Metadata = { title: "Check in a unit" };
export const dynamic = "force-dynamic";

export default async function NewJobPage() {
  const { valuePolicy, tantalumApproach, scopeApproach, sidesApproach, firstPowerApproach } = await getSettings(pool());
  return <NewJob approaches={{ valuePolicy, tantalumApproach, scopeApproach, sidesApproach, firstPowerApproach }} />;
}
