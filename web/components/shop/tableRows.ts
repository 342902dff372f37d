import { FINDING_TOKENS } from "@mirvek/core/device";
import { HYPOTHESIS_IDS, type BenchTest, type Cell, type HypothesisRow } from "@mirvek/core/knowledge";

/** A row of the table: a fault or a test. */
export type Row = { of: "fault"; row: HypothesisRow } | { of: "test"; row: BenchTest };

/** Every figure of a row that is written down, and where it differs from what default. */
export const cellsOf = (r: Row): Cell[] =>
  r.of === "fault"
    ? [
        { of: "fault", id: r.row.id, field: "weight" },
        ...FINDING_TOKENS.filter((f) => r.row.makes[f] !== undefined).map((finding): Cell => ({
          of: "fault",
          id: r.row.id,
          field: "makes",
          finding,
        })),
      ]
    : [
        { of: "test", id: r.row.id, field: "minutes" },
        { of: "test", id: r.row.id, field: "rest" },
        ...HYPOTHESIS_IDS.filter((h) => r.row.given[h] !== undefined).map((fault): Cell => ({
          of: "test",
          id: r.row.id,
          field: "given",
          fault,
        })),
      ];

/** Every figure a row can have, whether it is written down or not. */
export const possibleCells = (r: Row): Cell[] =>
  r.of === "fault"
    ? [
        { of: "fault", id: r.row.id, field: "weight" },
        ...FINDING_TOKENS.map((finding): Cell => ({ of: "fault", id: r.row.id, field: "makes", finding })),
      ]
    : [
        { of: "test", id: r.row.id, field: "minutes" },
        { of: "test", id: r.row.id, field: "rest" },
        ...HYPOTHESIS_IDS.map((fault): Cell => ({ of: "test", id: r.row.id, field: "given", fault })),
      ];
