import type { Observation } from "../../evidence";
import { amount } from "../amount";
import { looksLikeDesignator, normaliseDesignator } from "../designator";
import type { Entry } from "../entry";
import type { Command } from "../command";
import { fail, keeps, type Parsed } from "../parsed";
import { channelOf } from "../words";

const ofUnit = (observation: Observation): Parsed<Entry> => keeps({ about: "observed", subject: { kind: "unit" }, observation });

const WINDOW =
  /^idle (?:window|target)\s+(?:([a-z0-9 ]+?)\s+)?([\d.,]+)\s*([a-zµμ]*)\s*(?:to|\.\.|-|–)\s*([\d.,]+\s*[a-zµμ]+)(?:\s+(?:over|across)\s+(\d\S*(?:\s*(?:ohms?|r|Ω))?))?$/i;

function windowOf(typed: string): Parsed<Entry> | null {
  const match = WINDOW.exec(typed);
  if (!match) return null;
  const [, who = "", from, fromUnit, to, over] = match;
  const high = amount(to!, "V", "A", "W");
  const unit = /[a-zµμ]+$/i.exec(to!.trim())![0];
  const low = amount(`${from}${fromUnit || unit}`, "V", "A", "W");
  if (!high || !low || low.unit !== high.unit || !(low.value >= 0 && low.value < high.value))
    return fail({ code: "notUnderstood", token: `${from} to ${to}` });
  const ohms = over === undefined ? null : (amount(/[a-zΩ]/i.test(over) ? over : `${over}ohm`, "Ω")?.value ?? null);
  if (over !== undefined && !(ohms !== null && ohms > 0)) return fail({ code: "notUnderstood", token: over });
  const channels = who
    .split(" ")
    .filter(Boolean)
    .map((w) => channelOf(w) ?? w.toUpperCase());
  return ofUnit({ kind: "idleWindow", low: low.value, high: high.value, unit: high.unit as "V" | "A" | "W", ohms, channels });
}

/** `idle window 10 to 15mv over 0.22`, `idle l 12.5mv`, `idle r 9mv cold`, `idle down 38w`, `idle each 12w`. */
export const idle: Command = {
  name: "idle",
  understand(_line, _context, typed) {
    if (!/^idle\b/i.test(typed) || /^idle (?:should|normally|norm)\b/i.test(typed)) return null;
    if (/^idle (?:window|target)\b/i.test(typed)) return windowOf(typed) ?? fail({ code: "valueMissing", after: "idle window" });
    const each = /^idle each\s+(.+)$/i.exec(typed);
    if (each) {
      const watts = amount(each[1]!, "W");
      return watts && watts.value > 0 ? ofUnit({ kind: "idleWatts", each: watts.value }) : fail({ code: "unitMissing", token: each[1]! });
    }
    const match =
      /^idle\s+([a-z]{1,6}\d{0,3}|\d{1,2})\s+([+-]?[\d.,]+\s*[a-zµμ]*)(?:\s+(cold|warm))?(?:\s+(at end|at the end|end|stuck|no further))?$/i.exec(
        typed,
      );
    if (!match) return null;
    const [, who, said, heat, end] = match;
    const read = amount(said!, "V", "A", "W");
    if (!read) return fail({ code: "unitMissing", token: said!.trim() });
    const channel = /^(?:down|off|none)$/i.test(who!) ? "down" : (channelOf(who!) ?? who!.toUpperCase());
    return ofUnit({
      kind: "idle",
      channel,
      value: read.value,
      unit: read.unit as "V" | "A" | "W",
      significant: read.significant,
      heat: heat ? (heat.toLowerCase() as "cold" | "warm") : null,
      atEnd: end !== undefined,
    });
  },
  examples: [
    { line: "idle window 10 to 15mv over 0.22", says: "where an idle current should lie, over which resistor" },
    { line: "idle l 12.5mv warm", says: "idle current of one side; at end: the adjuster goes no further" },
    { line: "idle down 38w", says: "mains watts fully down; idle each 12w, idle l 50w" },
  ],
};

/** `V5 plate 410v 38ma`, `V5 plate 410v drop 4.1v over 108`, `V5 max 12w`: an output valve as it idles. */
export const valveIdle: Command = {
  name: "valveIdle",
  understand(_line, _context, typed) {
    const most = /^(\S+)\s+(?:max|maximum|most|max dissipation)\s+(.+)$/i.exec(typed);
    const idles = /^(\S+)\s+plate\s+(.+)$/i.exec(typed);
    const name = (most ?? idles)?.[1];
    if (name === undefined || !looksLikeDesignator(name)) return null;
    const keep = (observation: Observation) =>
      keeps({ about: "observed", subject: { kind: "part", name: normaliseDesignator(name) }, observation });
    if (most) {
      const watts = amount(most[2]!, "W");
      return watts && watts.value > 0 && watts.value <= MAX_WATTS ? keep({ kind: "valveMost", watts: watts.value }) : null;
    }
    const drop = /\bdrop\s+([\d.,]+\s*m?v)\s+(?:over|across)\s+([\d.,]+\s*(?:k|ohms?|r|Ω)?)/i.exec(idles![2]!);
    const rest = idles![2]!.replace(drop?.[0] ?? "", "").trim();
    const said = rest === "" ? [] : rest.split(/\s+/);
    const of = (unit: "V" | "A") => said.flatMap((t) => amount(t, unit)?.value ?? [])[0] ?? null;
    const [plate, amperes] = [of("V"), of("A")];
    if ([plate, amperes].filter((v) => v !== null).length < said.length) return fail({ code: "notUnderstood", token: idles![2]! });
    const winding = drop ? (amount(/[a-zΩ]$/i.test(drop[2]!) ? drop[2]! : `${drop[2]!}ohm`, "Ω")?.value ?? null) : null;
    const dropped = drop ? (amount(drop[1]!, "V")?.value ?? null) : null;
    if (plate === null && amperes === null && dropped === null) return fail({ code: "valueMissing", after: "plate" });
    if (drop && !(winding !== null && winding > 0)) return fail({ code: "notUnderstood", token: drop[0] });
    return keep({ kind: "valveIdle", plate, amperes, drop: dropped, winding });
  },
  examples: [
    { line: "V5 plate 410v 38ma", says: "an output valve as it idles; drop 4.1v over 108: by its half of the winding" },
    { line: "V5 max 12w", says: "the most its plate may dissipate" },
  ],
};
const MAX_WATTS = 5000;
