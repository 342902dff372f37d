export type FieldGroup = "marking" | "place" | "circuit" | "fit";

/** The groups in which the fields of a part are asked. */
export const fieldGroupName: Readonly<Record<FieldGroup, string>> = {
  marking: "What is printed on it",
  place: "Where it stands",
  circuit: "What the circuit asks of it",
  fit: "What fits its place",
};
