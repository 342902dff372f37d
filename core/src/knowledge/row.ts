/** Where a row comes from: a published source by name, what the trade does, or a source quoted from memory. */
export type Source = { kind: "published"; name: string } | { kind: "commonPractice" } | { kind: "memory"; name: string };

/** One trade rule as a figure that screens, reports and the API can show with its source. */
export interface KnowledgeRow {
  /** stable name by which the rule is asked for */
  id: string;
  value: number;
  /** SI unit, or "×", "share" and "s" for ratios, shares and R·C products */
  unit: string;
  source: Source;
  /** how far it may be leaned on */
  sure: "firm" | "usual" | "rough";
  note: string;
  /** set where somebody's skin hangs on it: the one way a shop may move it */
  stricter?: Stricter;
}
/** Which way a safety figure gets stricter. */
export type Stricter = "lower" | "higher";

export const practice: Source = { kind: "commonPractice" };
/** The source of a value quoted from memory of `name`: not checked against the text. */
export const memory = (name: string): Source => ({ kind: "memory", name });
