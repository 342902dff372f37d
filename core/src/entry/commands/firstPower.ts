import { LAMP_SIGNS, MEANS, STAGES, type LampSign, type Means, type Stage } from "../../device";
import type { Observation } from "../../evidence";
import { LIMITS } from "../../knowledge";
import { amount, plainNumber, spanOf } from "../amount";
import type { Effect } from "../entry";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";
import { reasonIn } from "../reason";

const ofUnit = (observation: Observation): Effect => ({ about: "observed", subject: { kind: "unit" }, observation });

const MEANS_WORDS: readonly (readonly [RegExp, Means])[] = [
  [/^(?:lamp limiter|limiter|series lamp|lamp in series|first power lamp|lamp(?= \d))\b/i, "lamp"],
  [/^(?:variac|variable transformer|on the variable transformer)\b/i, "variac"],
  [/^(?:limited|limited supply|current limit|isolated supply)\b/i, "limited"],
  ...MEANS.map((m) => [new RegExp(`^means ${m}\\b`, "i"), m] as const),
];

/** `limiter 60w`, `variac`, `limited 24v 0.5a`: what stands between the mains and the unit. */
export const means: Command = {
  name: "means",
  understand(_line, _context, typed) {
    const said = typed.replace(/^(?:(?:powered|power) )?(?:via|through) (?:the |a )?/i, "");
    const found = MEANS_WORDS.find(([words]) => words.test(said));
    if (!found) return null;
    const [words, by] = found;
    const rest = said
      .replace(words, "")
      .trim()
      .replace(/(\d)\s+([a-z]+)\b/gi, "$1$2");
    const figures = rest === "" ? [] : rest.split(/\s+/);
    const of = (unit: "W" | "V" | "A") => figures.flatMap((t) => amount(t, unit)?.value ?? [])[0] ?? null;
    const [watts, volts, amperes] = [of("W"), of("V"), of("A")];
    if ([watts, volts, amperes].filter((v) => v !== null).length < figures.length) return null;
    if ([watts, volts, amperes].some((v) => v !== null && !(v > 0 && v <= MAX))) return fail({ code: "notUnderstood", token: rest });
    if (by === "limited" && amperes === null) return fail({ code: "valueMissing", after: "limited" });
    return keeps(ofUnit({ kind: "means", by, watts, volts, amperes }));
  },
  examples: [{ line: "limiter 60w", says: "first power through a lamp; variac; limited 24v 0.5a" }],
};
const MAX = 5000;

const STAGE_WORDS: readonly (readonly [RegExp, Stage])[] = [
  [/^(?:transformer|transformer alone)$/i, "transformer"],
  [/^(?:bias|bias alone|without output valves)$/i, "bias"],
  [/^(?:unloaded|without loads|supply alone)$/i, "unloaded"],
  [/^(?:loaded|with loads|all in)$/i, "loaded"],
  [/^(?:full|full mains|own fuse)$/i, "full"],
  ...STAGES.map((s) => [new RegExp(`^${s}$`, "i"), s] as const),
];

/** `stage unloaded`: the next stage of bringing it up; `stage loaded anyway because …` out of its order. */
export const stage: Command = {
  name: "stage",
  understand(_line, _context, typed) {
    const match = /^stage\s+(.+)$/i.exec(typed);
    if (!match) return null;
    const { said, because } = reasonIn(match[1]!);
    const found = STAGE_WORDS.find(([words]) => words.test(said));
    return found ? keeps(ofUnit({ kind: "stage", stage: found[1], because })) : fail({ code: "notUnderstood", token: said });
  },
  examples: [{ line: "stage unloaded", says: "transformer, bias, unloaded, loaded, full: in this order" }],
};

/** `step 25%`, `step 58v`: mains, or what feeds it, are set to this; the unit is on from here. */
export const mainsStep: Command = {
  name: "mainsStep",
  understand(_line, _context, typed) {
    const match = /^step\s+(.+)$/i.exec(typed);
    if (!match) return null;
    const { said, because } = reasonIn(match[1]!);
    const percent = /^(\d+(?:[.,]\d+)?)\s*%$/.exec(said);
    const share = percent ? Number(percent[1]!.replace(",", ".")) / 100 : null;
    const volts = percent ? null : (amount(said, "V")?.value ?? null);
    if (share === null && volts === null)
      return Number.isNaN(plainNumber(said)) ? fail({ code: "notUnderstood", token: said }) : fail({ code: "shareOrVolts", token: said });
    if (share !== null ? !(share > 0 && share <= 1.2) : !(volts! > 0 && volts! <= LIMITS.volts[1]))
      return fail({ code: "impossible", token: said, quantity: "volts" });
    return keeps({ about: "power", on: true, because }, ofUnit({ kind: "mains", volts, share, because }));
  },
  examples: [{ line: "step 25%", says: "the mains are set to a quarter and the unit is on; step 58v" }],
};

const LAMP_WORDS: readonly (readonly [RegExp, LampSign])[] = [
  [/^(?:flash(?:ed|es)?(?:,| then| and)? (?:dim|out|dark|off)|flash dim|dim|went dim|goes dim|out after the flash)$/i, "flashDim"],
  [/^(?:dull|glows|glows dull|half bright|orange|stays dull)$/i, "dull"],
  [/^(?:bright|stays bright|full|full on|stays on)$/i, "bright"],
  [/^(?:dark|off|nothing|stays dark|no flash)$/i, "dark"],
  [/^(?:pulses|pulsing|blinks|flashes again and again|flickers)$/i, "pulses"],
  ...LAMP_SIGNS.map((s) => [new RegExp(`^${s}$`, "i"), s] as const),
];

/** `lamp flash dim`, `lamp bright`: what the lamp in series did. */
export const lampDid: Command = {
  name: "lampDid",
  understand(_line, _context, typed) {
    const match = /^lamp\s+(.+)$/i.exec(typed);
    const found = match && LAMP_WORDS.find(([words]) => words.test(match[1]!.trim()));
    return found ? keeps(ofUnit({ kind: "lamp", did: found[1] })) : null;
  },
  examples: [{ line: "lamp flash dim", says: "the lamp in series: dull, bright, dark, pulses" }],
};

const DAY = 86_400;

/** `timer 10 min warm-up`: a clock that runs on every station. */
export const timer: Command = {
  name: "timer",
  understand(_line, _context, typed) {
    const match = /^timer\s+(\d+(?:[.,]\d+)?\s*[a-z]+)\b\s*(.*)$/i.exec(typed);
    if (!match) return /^timer\b/i.test(typed) ? fail({ code: "valueMissing", after: "timer" }) : null;
    const seconds = spanOf(match[1]!);
    if (seconds === null) return fail({ code: "unitMissing", token: match[1]! });
    if (!(seconds > 0 && seconds <= DAY)) return fail({ code: "notUnderstood", token: match[1]! });
    return keeps(ofUnit({ kind: "timer", name: match[2]!.trim().slice(0, 40) || "timer", seconds }));
  },
  examples: [{ line: "timer 10 min warm-up", says: "a clock that runs down on every station" }],
};

/** `simulated`, `simulated off`: what follows is read on a stand-in. */
export const simulated: Command = {
  name: "simulated",
  understand(_line, _context, typed) {
    const match = /^simulated(?:\s+(on|off))?$/i.exec(typed);
    return match ? keeps(ofUnit({ kind: "simulated", on: match[1]?.toLowerCase() !== "off" })) : null;
  },
  examples: [{ line: "simulated", says: "what follows is read on a stand-in and marked so; simulated off" }],
};
