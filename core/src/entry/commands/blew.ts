import type { FuseEnd } from "../../evidence";
import { LENGTHS } from "../../knowledge";
import { classOf } from "../../part";
import { looksLikeDesignator, normaliseDesignator } from "../designator";
import type { Effect, ReadoutContext } from "../entry";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const HOW: readonly (readonly [RegExp, FuseEnd])[] = [
  [/^(?:violently|with a bang|black|blackened|glass black|shattered|burst|silvered)$/i, "violent"],
  [/^(?:gently|quietly|slowly|sagged|thin break|clean break)$/i, "gentle"],
];
const BLEW = /^(?:why )?(the fuse|fuse|\S+) (?:has |had )?(blew|blown)\b[\s,]*(.*)$/i;
const BECAUSE = /^(.*?)[\s,]*(?::|\bbecause(?: of)?\b|\bdue to\b|\bsince\b)\s*(.*)$/i;

/** `F1 blew violently because D3 shorted`: how a fuse went and why, before a new one goes in. */
export const blew: Command = {
  name: "blew",
  understand(_line, context, typed) {
    const match = BLEW.exec(typed);
    const name = match && fuseNamed(match[1]!, context);
    if (!match || !name) return null;
    const [, manner = match[3]!, why = null] = BECAUSE.exec(match[3]!) ?? [];
    const how = HOW.find(([words]) => words.test(manner))?.[1] ?? null;
    // "F1 blown" is what the eye sees, and so is anything else that is said of how it looks
    if ((why === null && /blown/i.test(match[2]!)) || (manner !== "" && how === null)) return null;
    if (why === "") return fail({ code: "valueMissing", after: "because" });
    const named: Effect = {
      about: "observed",
      subject: { kind: "part", name },
      observation: { kind: "named", class: "fuse", marked: [] },
    };
    const ended: Effect = {
      about: "observed",
      subject: { kind: "part", name },
      observation: { kind: "blew", how, because: why?.slice(0, LENGTHS.line) ?? null },
    };
    return context.parts.has(name) ? keeps(ended) : keeps(named, ended);
  },
  examples: [{ line: "F1 blew violently because D3 shorted", says: "how a fuse went, gently or violently, and why" }],
};

/** A fuse by its designator, or "the fuse" where only one is on record; null where it is none. */
function fuseNamed(said: string, { parts }: ReadoutContext): string | null {
  if (/fuse$/i.test(said)) {
    const fuses = [...parts].filter(([, p]) => p.class === "fuse");
    return fuses.length === 1 ? fuses[0]![0] : null;
  }
  const name = looksLikeDesignator(said) ? normaliseDesignator(said) : null;
  return name !== null && classOf(name) === "fuse" ? name : null;
}
