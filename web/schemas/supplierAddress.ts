// Where a supplier is asked for price and stock. The address is shown to whoever opens the catalogue: it carries no password, and what may
// be a key in its query is never shown.

export const hasCredentials = (url: URL): boolean => url.username !== "" || url.password !== "";

/** Hosts that only exist on the wire of this machine: 169.254.0.0/16 (RFC 3927) and fe80::/10 (RFC 4291), written in whichever way. */
export function isLinkLocal(host: string): boolean {
  const plain = host.toLowerCase().replace(/^\[|\]$/g, "");
  return /^169\.254\./.test(plain) || /^fe[89ab][0-9a-f]:/.test(plain) || /^::ffff:(?:169\.254\.|a9fe:)/.test(plain);
}

const HIDDEN = "…";

/** The address as it is shown: without a password, and with what its query says hidden. */
export function shownAddress(address: string): string {
  if (!URL.canParse(address)) return address;
  const url = new URL(address);
  url.username = "";
  url.password = "";
  const names = [...url.searchParams.keys()];
  url.search = "";
  return names.length === 0 ? url.href : `${url.href}?${names.map((n) => `${encodeURIComponent(n)}=${HIDDEN}`).join("&")}`;
}

/** Whether an address is one that was shown and not written anew. */
export const isShown = (address: string): boolean => address.includes(`=${HIDDEN}`);
