import { headTable, type Example, type Head } from "./head";
import { add } from "./heads/add";
import { bridged } from "./heads/bridged";
import { highest } from "./heads/highest";
import { note, power, undo } from "./heads/control";
import { fitted } from "./heads/fitted";
import { part } from "./heads/part";
import { point } from "./heads/point";
import { setting } from "./heads/setting";
import { shelf } from "./heads/shelf";
import { working } from "./heads/working";

// In this order: a word that begins a line before what a line can be about; readings of a part last.
const HEADS: readonly Head[] = [undo, note, power, highest, add, shelf, point, setting, bridged, fitted, working, part];

export const understandHead = headTable(HEADS);
/** Every example of every head, for the key sheet and the help. */
export const EXAMPLES: readonly Example[] = [part, point, setting, ...HEADS.filter((h) => ![part, point, setting].includes(h))].flatMap(
  (h) => h.examples,
);
