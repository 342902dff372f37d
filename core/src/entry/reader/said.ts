import type { Circumstances } from "../../evidence";
import { classOf, type PartClass } from "../../part";
import type { ParsedValue } from "../../units";
import type { ReadoutContext } from "../entry";
import type { QuantityWord } from "./vocabulary";

// What the frames of a line hand to each other.

/** A figure as it was said, and what was said of it. */
export interface FigureSaid {
  value: ParsedValue | "over";
  bound: "below" | "above" | "about" | null;
  text: string;
  quantity: QuantityWord | null;
  /** hertz it was read at */
  at: number | null;
  /** unit of a figure said before it in the line, where it has none itself */
  like: "F" | "V" | null;
  /** which junction of a transistor */
  ends: "be" | "bc" | null;
}

/** How figures of a statement were read. */
export interface HowRead {
  inCircuit: boolean | null;
  under: Circumstances;
}

export const isCapacitor = (name: string, context: ReadoutContext): boolean => context.known.has(name);
export const classIn = (name: string, context: ReadoutContext): PartClass | null =>
  context.known.has(name) ? "capacitor" : (context.parts.get(name)?.class ?? classOf(name));
