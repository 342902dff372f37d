export {
  COLUMNS,
  COLUMN_UNITS,
  NEEDED,
  guessMapping,
  headingKey,
  missingColumns,
  type Column,
  type ColumnUnit,
  type Mapping,
  type Source,
} from "./columns";
export { readRow, type CellIssue, type PartDraft, type RowIssue } from "./readRow";
export { plainNumber } from "./cells";
