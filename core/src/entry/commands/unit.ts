import { SCOPES, type Scope } from "../../device";
import { LENGTHS } from "../../knowledge";
import { looksLikeDesignator, normaliseDesignator } from "../designator";
import type { Effect } from "../entry";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const ofUnit = (observation: Extract<Effect, { about: "observed" }>["observation"]) =>
  keeps({ about: "observed", subject: { kind: "unit" }, observation });

/** `twin not here`: whether the other one of a pair is at hand to be held against. */
export const counterpart: Command = {
  name: "counterpart",
  understand(_line, _context, typed) {
    const match =
      /^(?:counterpart|twin|sibling|other one|the other one|other unit|its pair)\s+(?:is\s+)?(not here|absent|missing|not there|here|present|there|came)$/i.exec(
        typed,
      );
    return match ? ofUnit({ kind: "counterpart", here: /^(here|present|there|came)$/i.test(match[1]!) }) : null;
  },
  examples: [{ line: "counterpart not here", says: "the other one of the pair was not brought; here: it was" }],
};

/** `teardown 6 screws, bottom lid`: what came off, in order; `refit 214`, `refit all`: it is on again. */
export const teardown: Command = {
  name: "teardown",
  understand(_line, _context, typed) {
    const off = /^teardown\b[:,]?\s*(.*)$/i.exec(typed);
    if (off) {
      const text = off[1]!.slice(0, LENGTHS.line);
      return text === "" ? fail({ code: "valueMissing", after: "teardown" }) : ofUnit({ kind: "removed", text });
    }
    const on = /^refit(?:ted)?\s+(all|\d{1,9})$/i.exec(typed);
    return on ? ofUnit({ kind: "refitted", line: /^all$/i.test(on[1]!) ? null : Number(on[1]) }) : null;
  },
  examples: [
    { line: "teardown 6 screws, bottom lid", says: "what came off, in order" },
    { line: "refit 214", says: "what came off in line 214 is on again; refit all" },
  ],
};

const TERMINAL = /^(?:[+-]|[a-z]{1,2}\d?|pin ?\d{1,3}|\d{1,3})$/i;
const MAX_ENDS = 12;

/** Ends of parts as they are said: "C9+", "Q7 b", "U3 pin 4"; names without a terminal stand for themselves. */
function endsOf(text: string): string[] | null {
  const words = text
    .replace(/\bpin (\d)/gi, "pin$1")
    .split(/\s*,\s*|\s+(?:to|and|with|=|–)\s+|\s+/i)
    .filter((w) => w !== "" && !/^(to|and|with)$/i.test(w));
  const ends: string[] = [];
  for (const word of words) {
    const [, part, tail] = /^([a-z]{1,3}\d{1,4}[a-z]?)([+-]|\.\w{1,5})?$/i.exec(word) ?? [];
    if (part && looksLikeDesignator(part) && !/^pin\d/i.test(word))
      ends.push(`${normaliseDesignator(part)}${tail ? ` ${tail.replace(".", "")}` : ""}`);
    else if (TERMINAL.test(word) && ends.length > 0 && !ends.at(-1)!.includes(" ")) ends[ends.length - 1] += ` ${word.toLowerCase()}`;
    else if (/^[\w+-]{1,20}$/.test(word)) ends.push(word.toLowerCase());
    else return null;
  }
  return ends;
}

/** `joins C9+ Q7 b R12`: what a probe or the eye found to be one point, where no drawing exists. */
export const joins: Command = {
  name: "joins",
  understand(_line, _context, typed) {
    const goes = /^(\S+(?: pin)?(?: \S{1,5})?)\s+(?:goes|runs|leads) to\s+(.+)$/i.exec(typed);
    const match = goes ? null : /^(?:joins|joined|one point)\s+(.+)$/i.exec(typed);
    if (!match && !(goes && looksLikeDesignator(goes[1]!.split(" ")[0]!.replace(/[+-]$/, "")))) return null;
    const text = match ? match[1]! : `${goes![1]!} to ${goes![2]!}`;
    const ends = endsOf(text);
    if (!ends || ends.length < 2 || ends.length > MAX_ENDS) return match ? fail({ code: "notUnderstood", token: text }) : null;
    return ofUnit({ kind: "joined", ends });
  },
  examples: [{ line: "joins C9+ Q7 b R12", says: "found to be one point: a drawing grows from it" }],
};

const SCOPE_WORDS: readonly (readonly [RegExp, Scope | null])[] = [
  [/^(?:proven bad|bad only|bad ones|what is bad)$/i, "provenBad"],
  [/^(?:its kind|and its kind|proven bad and its kind|bad and its kind)$/i, "provenBadAndKind"],
  [/^(?:section|the section|whole section|the whole section)$/i, "section"],
  [/^(?:all|everything|every electrolytic|all electrolytics)$/i, "everyElectrolytic"],
  [/^(?:nothing|no repair|not to repair)$/i, null],
  ...SCOPES.map((s) => [new RegExp(`^${s}$`, "i"), s] as const),
];
const MAX_MONEY = 1e6;

/** `agreed section up to 120`: what the owner agreed to, of what was offered. */
export const agreed: Command = {
  name: "agreed",
  understand(_line, _context, typed) {
    const match = /^(?:agreed|owner agreed|owner agrees)(?:\s+to)?\s+(.+?)(?:\s+(?:up to|at most|for|max)\s+(\d+(?:[.,]\d{1,2})?))?$/i.exec(
      typed,
    );
    if (!match) return null;
    const scope = SCOPE_WORDS.find(([words]) => words.test(match[1]!));
    if (!scope) return fail({ code: "notUnderstood", token: match[1]! });
    const most = match[2] === undefined ? null : Number(match[2].replace(",", "."));
    return most !== null && most > MAX_MONEY
      ? fail({ code: "notUnderstood", token: match[2]! })
      : ofUnit({ kind: "agreed", scope: scope[1], most });
  },
  examples: [{ line: "agreed section up to 120", says: "of what was offered: proven bad, its kind, section, everything, nothing" }],
};

/** `cost 85.50`: what the repair costs, for the owner's letter. */
export const cost: Command = {
  name: "cost",
  understand(_line, _context, typed) {
    const match = /^(?:cost|costs|total cost|invoice)\s+(?:[€$£]\s?)?(\d+(?:[.,]\d{1,2})?)(?:\s?(?:[€$£]|[a-z]{3}))?$/i.exec(typed);
    if (!match) return null;
    const amount = Number(match[1]!.replace(",", "."));
    return amount > MAX_MONEY ? fail({ code: "notUnderstood", token: match[1]! }) : ofUnit({ kind: "cost", amount });
  },
  examples: [{ line: "cost 85.50", says: "what the repair costs: it goes into the owner's letter" }],
};

const MAX_MONTHS = 240;

/** `warranty 6 months`, `warranty 1 year`, `no warranty`. */
export const warranty: Command = {
  name: "warranty",
  understand(_line, _context, typed) {
    if (/^(?:no warranty|warranty none|without warranty)$/i.test(typed)) return ofUnit({ kind: "warranty", months: 0 });
    const match = /^(?:warranty|guarantee)\s+(\d{1,3})\s?(months?|mo|years?|y|days?)$/i.exec(typed);
    if (!match) return /^(?:warranty|guarantee)$/i.test(typed) ? fail({ code: "valueMissing", after: typed }) : null;
    const unit = match[2]!.toLowerCase();
    const months = unit.startsWith("y")
      ? Number(match[1]) * 12
      : unit.startsWith("d")
        ? Math.round(Number(match[1]) / 30)
        : Number(match[1]);
    return months > MAX_MONTHS ? fail({ code: "notUnderstood", token: match[1]! }) : ofUnit({ kind: "warranty", months });
  },
  examples: [{ line: "warranty 6 months", says: "on this repair, or no warranty: it goes into the owner's letter" }],
};
