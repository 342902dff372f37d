/** What is said behind "because" or "anyway": why something is done out of its order. */
export function reasonIn(text: string): { said: string; because: string | null } {
  const match = /^(.*?)[,;]?\s+(?:anyway|because|since)[,:]?\s+(?:because\s+)?(.{3,})$/i.exec(text);
  return match ? { said: match[1]!.trim(), because: match[2]!.trim() } : { said: text.trim(), because: null };
}
