import { LENGTHS } from "../../knowledge";
import { classOf } from "../../part";
import { looksLikeDesignator, normaliseDesignator } from "../designator";
import type { ReadoutContext } from "../entry";
import type { Command } from "../command";
import { keeps } from "../parsed";
import type { Subject } from "../../evidence";

const WITH = String.raw`(?:(?:piece|bit|strand)s?\s+of\s+)?(?:(?:bare|copper|thick|tin|silver|aluminium|aluminum|kitchen)\s+)?(?:wire|foil|link|jumper|strap|solder|nail|paper\s?clip|bolt|screw|bar|strand|tube|slug)`;
const OVER = String.raw`(?:across|over|round|around|instead\s+of|in\s+place\s+of|for|in|on)`;
const FUSE = String.raw`(?:the\s+)?((?:mains\s+|primary\s+|main\s+|ht\s+|secondary\s+)?fuse(?:\s?holder)?|[a-z]{1,3}\d{1,4}[a-z]?)`;
const SHAPES: readonly RegExp[] = [
  new RegExp(
    String.raw`^(?:(?:found|there\s+is|there's|someone\s+put|somebody\s+put|put)\s+)?(?:an?\s+)?${WITH}\s+${OVER}\s+${FUSE}$`,
    "i",
  ),
  new RegExp(
    String.raw`^${FUSE}\s+(?:is\s+|was\s+|has\s+been\s+)?(?:bridged|bypassed|wired\s+across|wired\s+over|linked\s+out|linked\s+across|jumpered|strapped|soldered\s+over|shorted\s+out)(?:\s+(?:with|by)\s+.+)?$`,
    "i",
  ),
  new RegExp(String.raw`^(?:bridged|bypassed|jumpered|linked\s+out|shorted\s+out)\s+${FUSE}(?:\s+(?:with|by)\s+.+)?$`, "i"),
  new RegExp(String.raw`^${FUSE}\s+(?:has|with)\s+(?:an?\s+)?${WITH}(?:\s+(?:across|over|round|around|on|in)(?:\s+it)?)?$`, "i"),
  new RegExp(String.raw`^${FUSE}\s+replaced\s+(?:by|with)\s+(?:an?\s+)?${WITH}$`, "i"),
];

/** A fuse by its designator or in words; null where what is named is none. */
function fuseNamed(said: string, { parts }: ReadoutContext): Subject | null {
  if (/fuse/i.test(said))
    return {
      kind: "place",
      name: said
        .toLowerCase()
        .replace(/\s?holder$/, "")
        .trim()
        .slice(0, LENGTHS.point),
    };
  if (!looksLikeDesignator(said)) return null;
  const name = normaliseDesignator(said);
  return (parts.get(name)?.class ?? classOf(name)) === "fuse" ? { kind: "part", name } : null;
}

/** `wire across F1`, `foil round the fuse`, `F1 bridged`: what stands in for a fuse holds the power until a fuse is in again. */
export const fuseBridged: Command = {
  name: "fuseBridged",
  understand(_line, context, typed) {
    for (const shape of SHAPES) {
      const subject = fuseNamed(shape.exec(typed)?.[1] ?? "", context);
      if (!subject) continue;
      return keeps({
        about: "observed",
        subject,
        observation: {
          kind: "tried",
          act: "bridged",
          to: [subject],
          with: { marked: [], named: typed.slice(0, LENGTHS.point) },
          outcome: null,
          symptom: null,
          before: null,
          after: null,
          followed: null,
          under: {},
          together: [],
        },
      });
    }
    return null;
  },
  examples: [{ line: "wire across F1", says: "something stands in for a fuse: no power until one of its own rating is in" }],
};
