import { deriveJob, type JobRecords } from "@mirvek/core/job";
import { IN_PROPORTION } from "@mirvek/core/powerUp";
import { SHOP, records, typed } from "@mirvek/core/testing/jobs";
import type { ChoiceView, JobView, Records, ShopView } from "../schemas/jobView";
import { viewOf } from "../schemas/viewOf";

/** A receiver as its screens show it after these lines, with a shop of its own. */
export function jobView(...said: string[]): JobView {
  const stored: JobRecords = typed(records(), ...said);
  const job = {
    ...stored.job,
    id: 1,
    number: 12,
    version: 1,
    revision: 1,
    title: "Rehearsal receiver",
    owner: "",
    complaint: "hums",
    earlierRepairs: "",
    openedAt: Date.UTC(2026, 10, 2),
    closedAt: null,
    findings: [...stored.job.findings],
    valuePolicy: "same",
    tantalumApproach: "sameKind",
    scopeApproach: "provenBad",
    sidesApproach: "everyChannel",
  } as unknown as Records["job"];
  const shop = { ...SHOP, name: "Bench", currency: "€", timeZone: "Europe/Vienna" } as unknown as ShopView;
  const all = { ...stored, job, choices: [], circuits: [] } as unknown as Records;
  return viewOf(all, shop, deriveJob<ChoiceView>()(all, shop), [], IN_PROPORTION);
}
