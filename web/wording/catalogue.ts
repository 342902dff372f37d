import type { CellIssue, Column, RowIssue } from "@mirvek/core/catalogue";
import type { ImportMeans } from "../schemas/catalogue";

export const columnName: Readonly<Record<Column, string>> = {
  code: "Code",
  series: "Series",
  grade: "Grade",
  kind: "Type",
  value: "Value",
  tolerance: "Tolerance",
  volts: "Volts",
  ac: "Volts AC",
  safety: "Safety class",
  temperature: "Temperature",
  diameter: "Diameter",
  height: "Height",
  size: "Size, diameter × height",
  pitch: "Lead pitch",
  mounting: "Mounting",
  esr: "ESR",
  esrAt: "ESR at",
  ripple: "Ripple",
  rippleAt: "Ripple at",
  pulse: "Pulse, V/µs",
  life: "Life",
  price: "Price",
  stock: "Stock",
};

const cellIssueName: Readonly<Record<CellIssue, string>> = {
  missing: "is missing",
  unreadable: "cannot be read",
  unit: "has no unit",
  range: "is out of range",
  tooLong: "is too long",
  formula: "is a formula",
  duplicate: "stands twice",
};
/** What is wrong with one cell: "Value “lots” cannot be read". */
export const rowIssueText = ({ column, issue, text }: RowIssue): string =>
  `${columnName[column]}${text === "" ? "" : ` “${text}”`} ${cellIssueName[issue]}`;

export const meansName: Readonly<Record<ImportMeans, string>> = {
  update: "adds to what is there, and writes over the same codes",
  whole: "is the whole catalogue: what is not in it is withdrawn",
  withdraw: "names codes to be withdrawn",
};
