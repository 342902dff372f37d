/** How a file's letters are written down. */
export type Encoding = "utf-8" | "utf-16le" | "utf-16be" | "windows-1252";

/**
 * The encoding of a file by its first bytes: a mark at its beginning, zero bytes where UTF-16 puts them, UTF-8 where every byte fits, and
 * else the code page of western spreadsheets.
 * @param head the first bytes; some thousands are enough. A letter cut at their end is no fault of UTF-8.
 */
export function encodingOf(head: Uint8Array): Encoding {
  if (head[0] === 0xff && head[1] === 0xfe) return "utf-16le";
  if (head[0] === 0xfe && head[1] === 0xff) return "utf-16be";
  const some = head.subarray(0, 400);
  const zeros = (odd: 0 | 1) => some.filter((b, i) => i % 2 === odd && b === 0).length;
  if (zeros(1) > some.length / 5) return "utf-16le";
  if (zeros(0) > some.length / 5) return "utf-16be";
  for (let cut = 0; cut < 4; cut++)
    try {
      new TextDecoder("utf-8", { fatal: true }).decode(head.subarray(0, head.length - cut));
      return "utf-8";
    } catch {
      // a letter may be cut at the end
    }
  return "windows-1252";
}
