/** A user's mistake is a value with a code, never a thrown message. */
export type Result<T, I> = { ok: true; value: T } | { ok: false; issue: I };
