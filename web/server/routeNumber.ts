import "server-only";
import { z } from "zod";
import { zId } from "../schemas/quantities";
import { refuseMissing } from "./refusal";

const docketNumber = z
  .string()
  .regex(/^\d{1,10}$/)
  .transform(Number)
  .pipe(zId);

/** The docket number from a path segment such as "0412". @throws Refused (not found) on anything else */
export function routeNumber(segment: string): number {
  const parsed = docketNumber.safeParse(segment);
  if (!parsed.success) throw refuseMissing();
  return parsed.data;
}
