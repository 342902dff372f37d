// Dates and times as everybody reads them, by the clock of the shop: on the server and in every browser alike.

/** A time zone by its IANA name. */
export type TimeZone = string;

const LOCALE = "en-GB";
const formats = new Map<string, Intl.DateTimeFormat>();
function format(at: number, zone: TimeZone, options: Intl.DateTimeFormatOptions): string {
  const key = `${zone} ${Object.keys(options).join(" ")}`;
  const known = formats.get(key) ?? new Intl.DateTimeFormat(LOCALE, { ...options, timeZone: zone, hourCycle: "h23" });
  formats.set(key, known);
  return known.format(at);
}

/** "2 Nov 2026" */
export const dateText = (at: number, zone: TimeZone): string => format(at, zone, { day: "numeric", month: "short", year: "numeric" });
/** "14:03" */
export const timeText = (at: number, zone: TimeZone): string => format(at, zone, { hour: "2-digit", minute: "2-digit" });
/** "2 Nov 2026, 14:03" */
export const dateTimeText = (at: number, zone: TimeZone): string => `${dateText(at, zone)}, ${timeText(at, zone)}`;
/** "14:03:27" */
const clockText = (at: number, zone: TimeZone): string => format(at, zone, { hour: "2-digit", minute: "2-digit", second: "2-digit" });

export type ShopTime = ReturnType<typeof shopTime>;
/** The same by the clock of one shop. */
export const shopTime = (zone: TimeZone) => ({
  date: (at: number) => dateText(at, zone),
  dateTime: (at: number) => dateTimeText(at, zone),
  clock: (at: number) => clockText(at, zone),
});
