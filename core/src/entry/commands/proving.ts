import type { Proof } from "../../evidence";
import { LENGTHS } from "../../knowledge";
import { amount, plainNumber, spanOf } from "../amount";
import type { Entry } from "../entry";
import type { Command } from "../command";
import { fail, keeps, type Parsed } from "../parsed";
import { channelOf } from "../words";

const shows = (proof: Proof): Parsed<Entry> =>
  keeps({ about: "observed", subject: { kind: "unit" }, observation: { kind: "proof", proof } });
const side = (word: string): string => channelOf(word) ?? word.toUpperCase();
const hertz = (text: string | undefined): number | null => {
  if (text === undefined) return null;
  const bare = /^([\d.,]+)\s*(k?)(?:hz)?$/i.exec(text.trim());
  const value = bare ? plainNumber(bare[1]!) * (bare[2] ? 1000 : 1) : NaN;
  return value >= 1 && value <= 200_000 ? value : null;
};
const ohmsOf = (text: string): number | null => amount(/[a-zΩ]$/i.test(text) ? text : `${text}ohm`, "Ω")?.value ?? null;

/** `rated 50w into 8`: what the unit is made for, a channel. */
export const rated: Command = {
  name: "rated",
  understand(_line, _context, typed) {
    const match = /^rated\s+([\d.,]+\s*k?w)(?:atts?)?(?:\s+(?:into|in|at|over)\s+([\d.,]+\s*(?:ohms?|r|Ω)?))?$/i.exec(typed);
    if (!match) return null;
    const watts = amount(match[1]!, "W")?.value ?? 0;
    const ohms = match[2] === undefined ? 8 : (ohmsOf(match[2]) ?? 0);
    if (!(watts > 0 && watts <= 1e5 && ohms > 0 && ohms <= 1e4)) return fail({ code: "notUnderstood", token: match[0] });
    return keeps({ about: "observed", subject: { kind: "unit" }, observation: { kind: "rated", watts, ohms } });
  },
  examples: [{ line: "rated 50w into 8", says: "what the unit is made for, a channel" }],
};

/** `clip l 19.8v into 8`, `clip r 56vpp into 8 at 1k`: volts over a load where a sine begins to clip. */
export const clipping: Command = {
  name: "clipping",
  understand(_line, _context, typed) {
    const match =
      /^(?:clip|clips|clipping|power)\s+([a-z]{1,6}\d{0,3}|\d{1,2})\s+(?:at\s+)?([\d.,]+\s*m?v(?:rms|pp|ac)?)\s+(?:into|in|over)\s+([\d.,]+\s*(?:ohms?|r|Ω)?)(?:\s+(?:at|@)\s+([\d.,]+\s*k?(?:hz)?))?$/i.exec(
        typed,
      );
    if (!match) return /^clip\b/i.test(typed) ? fail({ code: "valueMissing", after: "clip" }) : null;
    const [, who, said, load, at] = match;
    const form = /pp$/i.test(said!) ? "peakToPeak" : "rms";
    const volts = amount(said!.replace(/(rms|pp|ac)$/i, ""), "V")?.value ?? 0;
    const ohms = ohmsOf(load!) ?? 0;
    const hz = hertz(at);
    if (!(volts > 0 && volts <= 1000)) return fail({ code: "notUnderstood", token: said! });
    if (!(ohms > 0 && ohms <= 1e4)) return fail({ code: "notUnderstood", token: load! });
    if (at !== undefined && hz === null) return fail({ code: "notUnderstood", token: at });
    return shows({ of: "power", channel: side(who!), volts, form, ohms, hz });
  },
  examples: [{ line: "clip l 19.8v into 8", says: "volts over a load where a sine begins to clip; 56vpp off a screen" }],
};

/** `sine l clean`, `sine r notched at 1k`. */
export const sine: Command = {
  name: "sine",
  understand(_line, _context, typed) {
    const match =
      /^sine\s+([a-z]{1,6}\d{0,3}|\d{1,2})\s+(clean|fine|good|ok|bad|notched|crossover|bent|asymmetric|oscillates|fuzzy)(?:\s+(?:at|@)\s+([\d.,]+\s*k?(?:hz)?))?$/i.exec(
        typed,
      );
    if (!match) return null;
    const hz = hertz(match[3]);
    if (match[3] !== undefined && hz === null) return fail({ code: "notUnderstood", token: match[3] });
    return shows({ of: "sine", channel: side(match[1]!), hz, clean: /^(clean|fine|good|ok)$/i.test(match[2]!) });
  },
  examples: [{ line: "sine l clean", says: "a sine on the screen: clean, notched, bent, oscillates" }],
};

const ONE_LEVEL = /([\d.,]+\s*k?(?:hz)?)\s+([+\-−]?[\d.,]+)\s*db/gi;

/** `response l 20 -1.2db 1k 0db 20k -0.6db`: levels at frequencies. */
export const response: Command = {
  name: "response",
  understand(_line, _context, typed) {
    const match = /^response\s+([a-z]{1,6}\d{0,3}|\d{1,2})\s+(.+)$/i.exec(typed);
    if (!match) return null;
    const levels = [...match[2]!.matchAll(ONE_LEVEL)].map((m) => ({ hz: hertz(m[1]), dB: plainNumber(m[2]!.replace("−", "-")) }));
    const rest = match[2]!.replace(ONE_LEVEL, "").replace(/[\s,]/g, "");
    if (levels.length === 0 || rest !== "" || levels.some((l) => l.hz === null || !(Math.abs(l.dB) <= 120)))
      return fail({ code: "notUnderstood", token: rest || match[2]! });
    const channel = side(match[1]!);
    return keeps(
      ...levels.map(
        ({ hz, dB }) =>
          ({
            about: "observed",
            subject: { kind: "unit" },
            observation: { kind: "proof", proof: { of: "response", channel, hz: hz!, dB } },
          }) as const,
      ),
    );
  },
  examples: [{ line: "response l 20 -1.2db 1k 0db 20k -0.6db", says: "levels at frequencies, against whatever is nought" }],
};

/** `soak 30 min 48c heat sink`. */
export const soak: Command = {
  name: "soak",
  understand(_line, _context, typed) {
    const match = /^soak\s+(\d+(?:[.,]\d+)?\s*[a-z]+)\s+(\d+(?:[.,]\d+)?)\s*°?c\b\s*(.*)$/i.exec(typed);
    if (!match) return /^soak\b/i.test(typed) ? fail({ code: "valueMissing", after: "soak" }) : null;
    const after = spanOf(match[1]!);
    const celsius = plainNumber(match[2]!);
    if (after === null || after > 7 * 86_400) return fail({ code: "unitMissing", token: match[1]! });
    if (!(celsius >= 0 && celsius <= 300)) return fail({ code: "notUnderstood", token: match[2]! });
    return shows({ of: "soak", after, celsius, place: match[3]!.trim().toLowerCase().slice(0, LENGTHS.point) || "heat sink" });
  },
  examples: [{ line: "soak 30 min 48c heat sink", says: "how warm, how long after switching on" }],
};

/** `listened l piano, nothing amiss`. */
export const listened: Command = {
  name: "listened",
  understand(_line, _context, typed) {
    const match = /^listened\b[:,]?\s*(.*)$/i.exec(typed);
    if (!match) return null;
    const text = match[1]!.trim();
    if (text === "") return fail({ code: "valueMissing", after: "listened" });
    const [first = "", ...rest] = text.split(" ");
    const channel = channelOf(first.replace(/[,:]$/, ""));
    return shows({ of: "listened", channel, text: (channel !== null && rest.length > 0 ? rest.join(" ") : text).slice(0, 300) });
  },
  examples: [{ line: "listened l piano, nothing amiss", says: "what was played and what was heard" }],
};

/** `taken at tone flat, 200 mv in, 8 ohm`: what the figures after it were taken at. */
export const takenAt: Command = {
  name: "takenAt",
  understand(_line, _context, typed) {
    const match = /^(?:taken at|test settings|settings)\b[:,]?\s+(.+)$/i.exec(typed);
    return match ? shows({ of: "settings", text: match[1]!.slice(0, 300) }) : null;
  },
  examples: [{ line: "taken at tone flat, 200 mv in, 8 ohm", says: "what the figures after it were taken at" }],
};

/** `speakers on after 4 s`: the protection delay. */
export const delayed: Command = {
  name: "delayed",
  understand(_line, _context, typed) {
    const match = /^(?:speakers|speaker relay|relay|protection)\s+(?:on|clicks?|lets go|in)\s+after\s+(.+)$/i.exec(typed);
    if (!match) return null;
    const seconds = spanOf(match[1]!);
    return seconds === null ? fail({ code: "unitMissing", token: match[1]! }) : shows({ of: "delay", seconds });
  },
  examples: [{ line: "speakers on after 4 s", says: "how long the protection waits" }],
};
