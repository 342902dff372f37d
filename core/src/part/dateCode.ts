/**
 * Year and week of a four-digit date code. Both orders are in use ("8734" year-week, "3487" week-year), so a code that can
 * be read both ways gives both; two-digit years from 50 on are 19xx. Anything else gives an empty list.
 * @example readDateCode("8734") // [{ year: 1987, week: 34 }]
 */
export function readDateCode(code: string): { year: number; week: number }[] {
  const match = /^(\d{2})(\d{2})$/.exec(code.trim());
  if (!match) return [];
  const pairs: [string, string][] = [
    [match[1]!, match[2]!],
    [match[2]!, match[1]!],
  ];
  return pairs
    .map(([yy, ww]) => ({ year: Number(yy) + (Number(yy) >= 50 ? 1900 : 2000), week: Number(ww) }))
    .filter(({ week }, i) => week >= 1 && week <= 53 && (i === 0 || match[1] !== match[2]));
}
