import "server-only";
import type { TimeZone } from "../wording/time";

/** The zone of the shop: that of the machine the records lie on; every browser is handed it. */
export const SHOP_TIME_ZONE: TimeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
