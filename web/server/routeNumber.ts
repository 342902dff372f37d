import "server-only";
import { z } from "zod";
import { refuseMissing } from "./refusal";

const docketNumber = z.coerce.number().int().positive().max(2_147_483_647);

/** The docket number from a path segment such as "0412". @throws Refused (not found) on anything else */
export function routeNumber(segment: string): number {
  const parsed = docketNumber.safeParse(segment);
  if (!parsed.success) throw refuseMissing();
  return parsed.data;
}
