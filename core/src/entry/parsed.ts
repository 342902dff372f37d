import type { Result } from "../units";
import type { Effect, Entry, ReadoutIssue } from "./entry";

export type Parsed<T> = Result<T, ReadoutIssue>;
export const fail = (issue: ReadoutIssue): { ok: false; issue: ReadoutIssue } => ({ ok: false, issue });
export const keeps = (...effects: readonly Effect[]): Parsed<Entry> => ({ ok: true, value: { kind: "keeps", effects } });
