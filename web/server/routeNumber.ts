import "server-only";
import { zIdText } from "../schemas/quantities";
import { refuseMissing } from "./refusal";

/** The job number, or another id, from a path segment such as "0412". @throws Refused (not found) on anything else */
export function routeNumber(segment: string): number {
  const parsed = zIdText.safeParse(segment);
  if (!parsed.success) throw refuseMissing();
  return parsed.data;
}
