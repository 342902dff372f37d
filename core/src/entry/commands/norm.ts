import { LIMITS } from "../../knowledge";
import type { Command } from "../command";
import { lex } from "../lex";
import { fail, keeps } from "../parsed";

const SAYS =
  /^(?:(?:should draw|normally draws)\s+(.+?)\s+(?:in|at)\s+(standby|idle)|(standby|idle)\s+(?:should be|normally|norm)\s+(.+))$/i;

/** `standby should be 120ma`, `should draw 28w at idle`: what the unit draws when it is well. */
export const norm: Command = {
  name: "norm",
  understand(_line, _context, typed) {
    const match = SAYS.exec(typed);
    if (!match) return null;
    const tokens = lex(match[1] ?? match[4]!);
    const value = tokens[0]?.value ?? null;
    if (!value || tokens.length > 1) return fail({ code: "valueMissing", after: typed });
    if (value.unit !== "A" && value.unit !== "W") return fail({ code: "unitMissing", token: tokens[0]!.text });
    if (!(value.value > 0 && value.value <= LIMITS.insulationOhms[1])) return fail({ code: "notUnderstood", token: tokens[0]!.text });
    return keeps({
      about: "observed",
      subject: { kind: "unit" },
      observation: {
        kind: "norm",
        quantity: value.unit === "A" ? "current" : "power",
        power: (match[2] ?? match[3]!).toLowerCase() as "standby" | "idle",
        value: value.value,
        significant: value.significant,
      },
    });
  },
  examples: [{ line: "standby should be 120ma", says: "what the unit draws when it is well" }],
};
