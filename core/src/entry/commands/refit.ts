import { ALL_REFIT_STEPS, type RefitStep } from "../../device";
import type { Effect } from "../entry";
import type { Command } from "../command";
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

const stepCalled = (said: string): RefitStep | null => WORDS.find(([words]) => words.test(said.trim()))?.[1] ?? null;
const ofStep = (step: RefitStep, done: boolean, note: string | null): Effect => ({
  about: "observed",
  subject: { kind: "unit" },
  observation: { kind: "refitStep", step, done, note },
});

/** `seen to paste`, `seen to sleeves, axial ones stand up`, `not seen to mica`: fit and refit lists, step by step. */
export const refit: Command = {
  name: "refit",
  understand(_line, _context, typed) {
    const list = /^(not )?(?:seen to|done:?)\s+(.+)$/i.exec(typed);
    const several = list?.[2]!.split(/\s*,\s*(?:and\s+)?|\s+and\s+/).map((piece) => stepCalled(piece.replace(/^the\s+/i, "")));
    if (several && several.length > 1 && several.every((s) => s !== null))
      return keeps(...several.map((step) => ofStep(step, list![1] === undefined, null)));
    const match = /^(not )?(?:seen to|done:?)\s+(?:the\s+)?([a-z][a-z -]*?)(?:[,:;]\s*(.+))?$/i.exec(typed);
    const step = match && stepCalled(match[2]!);
    if (!match || !step) return null;
    return keeps(ofStep(step, match[1] === undefined, match[3]?.trim().slice(0, 200) ?? null));
  },
  examples: [
    { line: "seen to paste", says: "steps of the fit and refit lists, one or several: seen to screws, earth and fuse; not seen to mica" },
  ],
};
