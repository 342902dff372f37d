import { ALL_REFIT_STEPS, type RefitStep } from "../../device";
import type { Head } from "../head";
import { keeps } from "../parsed";

const WORDS: readonly (readonly [RegExp, RefitStep])[] = [
  [/^(?:old parts out|parts out|removed)$/i, "removed"],
  [/^(?:pads clean|holes clean|cleaned)$/i, "cleaned"],
  [/^(?:orientation|polarity)$/i, "orientation"],
  [/^(?:glue|glued)$/i, "glued"],
  [/^(?:sleeves?|insulation)$/i, "insulation"],
  [/^(?:clearance|room)$/i, "clearance"],
  [/^(?:double[- ]sided|top joints|both sides)$/i, "doubleSided"],
  [/^(?:bypasses|bypasses out|bridges out)$/i, "bypassesOut"],
  [/^(?:screws)$/i, "screws"],
  [/^(?:thermistor|sensor)$/i, "thermistor"],
  [/^(?:paste)$/i, "paste"],
  [/^(?:mica|insulators?)$/i, "mica"],
  [/^(?:boards?|plugs|seated)$/i, "seated"],
  [/^(?:earth)$/i, "earth"],
  [/^(?:fuse|right fuse)$/i, "fuse"],
  ...ALL_REFIT_STEPS.map((s) => [new RegExp(`^${s}$`, "i"), s] as const),
];

/** `seen to paste`, `seen to sleeves, axial ones stand up`, `not seen to mica`: fit and refit lists, step by step. */
export const refit: Head = {
  name: "refit",
  understand(_line, _context, typed) {
    const match = /^(not )?seen to\s+(?:the\s+)?([a-z][a-z -]*?)(?:[,:;]\s*(.+))?$/i.exec(typed);
    const found = match && WORDS.find(([words]) => words.test(match[2]!.trim()));
    if (!match || !found) return null;
    const note = match[3]?.trim().slice(0, 200) ?? null;
    return keeps({
      about: "observed",
      subject: { kind: "unit" },
      observation: { kind: "refitStep", step: found[1], done: match[1] === undefined, note },
    });
  },
  examples: [{ line: "seen to paste", says: "a step of the fit and refit lists; not seen to mica" }],
};
