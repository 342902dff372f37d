import type { Result } from "../units";
import type { Consequence, Entry, ReadoutIssue } from "./entry";

export type Parsed<T> = Result<T, ReadoutIssue>;
export const fail = (issue: ReadoutIssue): { ok: false; issue: ReadoutIssue } => ({ ok: false, issue });
export const keeps = (...brings: readonly Consequence[]): Parsed<Entry> => ({ ok: true, value: { kind: "keeps", brings } });
