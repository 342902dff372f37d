import { wordTable } from "../../units";
import { LEAK_STEPS, type Check, type LeakStep, type Subject } from "../../evidence";
import { LENGTHS, LIMITS } from "../../knowledge";
import { looksLikeDesignator, normaliseDesignator } from "../designator";
import type { Command } from "../command";
import { lex } from "../lex";
import { fail, keeps } from "../parsed";

const WHAT: readonly (readonly [RegExp, Check])[] = [
  [/^(?:earth|earth bond|earth pin to chassis|pe)\s+(.+)$/i, "earthBond"],
  [/^(?:insulation|mains insulation|insulation to chassis)\s+(.+)$/i, "insulation"],
  [/^(?:mains lead|mains cord|power cord)\s+(.+)$/i, "mainsLead"],
  [/^(?:mains plug|plug top)\s+(.+)$/i, "mainsPlug"],
  [/^(?:mains fuse|primary fuse)\s+(?:is\s+)?(?:the\s+)?(.+)$/i, "mainsFuse"],
  [/^(?:test leads|leads)\s+(.+)$/i, "testLeads"],
  [/^jig\s+(.+)$/i, "jig"],
  [/^(?:lamp limiter|limiter)\s+(.+)$/i, "limiter"],
];
const FINE = /^(?:fine|right|correct|right rating|correct rating|as marked|ok|okay|good|sound|checked|works|clean|done)$/i;
const BAD =
  /^(?:bad|wrong|wrong rating|too large|too big|oversized|bypassed|earth pin removed|earth pin cut|frayed|cut|cracked|broken|missing|no earth|burnt|loose|dirty|conducts|eaten)$/i;
const OVER = /^(?:ol|0l|over|over-range|open|infinite)$/i;

/** What was read or seen: ohms, over-range, fine or bad; null where it is none of these. */
function resultOf(text: string): { ohms: number | "over" | null; fine: boolean | null } | null {
  if (FINE.test(text)) return { ohms: null, fine: true };
  if (BAD.test(text)) return { ohms: null, fine: false };
  if (OVER.test(text)) return { ohms: "over", fine: null };
  const tokens = lex(text);
  const value = tokens.length === 1 ? tokens[0]!.value : null;
  return value && (value.unit === null || value.unit === "Ω") && value.value >= 0 && value.value <= LIMITS.insulationOhms[1]
    ? { ohms: value.value, fine: null }
    : null;
}

/** `earth 0.12`, `insulation 20M`, `mains lead frayed`, `test leads 0.08`: looked over before it is trusted. */
export const checked: Command = {
  name: "checked",
  understand(_line, _context, typed) {
    for (const [words, what] of WHAT) {
      const result = resultOf(words.exec(typed)?.[1] ?? "");
      if (result) return keeps({ about: "observed", subject: { kind: "unit" }, observation: { kind: "checked", what, ...result } });
    }
    return null;
  },
  examples: [
    { line: "earth 0.12", says: "earth pin to chassis; insulation 20M; mains lead frayed" },
    { line: "test leads 0.08", says: "leads, jig or limiter looked over before use" },
  ],
};

const STEP_WORDS: ReadonlyMap<string, LeakStep> = wordTable({
  ...Object.fromEntries(LEAK_STEPS.map((s) => [s, s])),
  vias: "traces",
  tracks: "traces",
  cleaning: "cleaned",
  strip: "insulation",
});

/** `after leak C3 traces fine`, `after leak strip insulation 40M`: what was seen to where something leaked. */
export const afterLeak: Command = {
  name: "afterLeak",
  understand(_line, _context, typed) {
    const match = /^after leak\s+(.+)$/i.exec(typed);
    if (!match) return null;
    const words = match[1]!.split(" ");
    const at = words.findIndex((w, i) => i > 0 && STEP_WORDS.get(w.toLowerCase()) !== undefined);
    if (at < 1) return fail({ code: "notUnderstood", token: match[1]! });
    const where = words.slice(0, at).join(" ");
    const step = STEP_WORDS.get(words[at]!.toLowerCase())!;
    const said = words.slice(at + 1).join(" ");
    const result = said === "" && step === "cleaned" ? { ohms: null, fine: true } : resultOf(said);
    if (!result) return fail({ code: "valueMissing", after: words[at]! });
    const subject: Subject = looksLikeDesignator(where)
      ? { kind: "part", name: normaliseDesignator(where) }
      : { kind: "place", name: where.toLowerCase().slice(0, LENGTHS.point) };
    return keeps({ about: "observed", subject, observation: { kind: "followed", step, ...result } });
  },
  examples: [
    { line: "after leak C3 insulation 40M", says: "seen to after a leak: neighbours, traces, ground, wires, cleaned, insulation" },
  ],
};
