import { wordTable } from "../../units";
import { SECTION_KINDS, type SectionKind } from "../../device";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const WORDS: ReadonlyMap<string, SectionKind> = wordTable({
  ...Object.fromEntries(SECTION_KINDS.map((k) => [k.toLowerCase(), k])),
  "mains entry": "mains",
  "primary side": "primary",
  "start-up": "startUp",
  "start up": "startUp",
  reservoir: "reservoirs",
  "secondary side": "secondary",
  regulator: "regulators",
  "bias supply": "bias",
  rail: "rails",
  decouplers: "rails",
  inputs: "input",
  controls: "input",
  "signal stages": "preamp",
  preamplifier: "preamp",
  "voice boards": "voice",
  voices: "voice",
  "servo loop": "servo",
  "power stage": "amplifier",
  "output stage": "amplifier",
  "class-d": "classD",
  "class d": "classD",
  relay: "protection",
  drivers: "driver",
  speakers: "driver",
  "digital control": "control",
  digital: "control",
});
const SAYS = /^section\s+(.+?)\s+(?:is\s+)?(not here|not there|absent|missing|not in it|here|there|present|in it)$/i;

/** `section servo here`, `section regulators not here`: what this unit has, against what its kind has as a rule. */
export const section: Command = {
  name: "section",
  understand(_line, _context, typed) {
    const match = SAYS.exec(typed);
    if (!match) return null;
    const kind = WORDS.get(match[1]!.toLowerCase());
    if (kind === undefined || kind === "outside") return fail({ code: "notUnderstood", token: match[1]! });
    const here = /^(here|there|present|in it)$/i.test(match[2]!);
    return keeps({ about: "observed", subject: { kind: "unit" }, observation: { kind: "section", section: kind, here } });
  },
  examples: [{ line: "section regulators not here", says: "what this unit has, beside what its kind has; section servo here" }],
};
