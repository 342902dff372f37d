import type { JobView, OfferView } from "../../schemas/jobView";
import { jobNumberText } from "../quantity";
import { dateText } from "../time";
import { jobStateName, supplyKindName, unitKindName } from "../vocabulary";
import type { ReportPaper } from "./blocks";
import { NOTHING_ENCLOSED, type Enclosed } from "./enclosed";
import { offerBlocks, ownerBlocks } from "./owner";
import { technicianBlocks } from "./technician";

export type { ReportBlock, ReportMark, ReportPaper, ReportPicture, ReportTable } from "./blocks";
export { NOTHING_ENCLOSED, enclosedOf, type Enclosed } from "./enclosed";

export type ReportFor = "owner" | "technician";

const FOOT = "Mirvek advises, it does not certify: mains wiring, earthing and insulation tests belong to licensed practice and local code.";

/**
 * The whole report of a job. Every sentence in it is made from a record.
 * @param who the owner gets one plain letter, the next technician everything
 * @param enclosed what stands beside the record of the job: recordings, pictures; for the technician
 * @param offer what each scope would cost, for an owner who has not decided yet
 */
export function reportPaper(
  view: JobView,
  who: ReportFor,
  { enclosed = NOTHING_ENCLOSED, offer = null }: { enclosed?: Enclosed; offer?: OfferView | null } = {},
): ReportPaper {
  const { job, shop } = view;
  const day = (at: number) => dateText(at, shop.timeZone);
  return {
    title: job.title,
    job: `Job ${jobNumberText(job.number)}`,
    under: [
      unitKindName[job.unitKind],
      job.supplyKind === "none" ? "" : supplyKindName[job.supplyKind],
      job.mainsV ? `${job.mainsV} V ~ ${job.mainsHz} Hz` : "",
      job.ageYears === null ? "" : `${job.ageYears} years old`,
      job.owner && `of ${job.owner}`,
      `checked in ${day(job.openedAt)}`,
      job.closedAt === null ? jobStateName[job.state] : `${jobStateName[job.state]} ${day(job.closedAt)}`,
    ]
      .filter(Boolean)
      .join(" · "),
    blocks: who === "owner" ? [...ownerBlocks(view), ...offerBlocks(view, offer)] : technicianBlocks(view, enclosed),
    foot: FOOT,
  };
}
