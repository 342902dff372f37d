import {
  filtersSupply,
  holdsCharge,
  isPolarised,
  parseMarking,
  usualTolerance,
  type MarkingIssue,
  type Role,
  type Technology,
  type Tolerance,
} from "../part";
import { farads, parseValue, volts, type Farads, type Result, type Volts } from "../units";
import { looksLikeDesignator, normaliseDesignator } from "./designator";
import { LENGTHS, LIMITS, figure, within, type ShopConstants } from "../knowledge";
import { ROLE_WORDS, TECHNOLOGY_WORDS, channelOf, withRoleWords } from "./words";

export const MOUNTINGS = ["radial", "axial", "snapIn", "screw", "smd"] as const;
export type Mounting = (typeof MOUNTINGS)[number];

/** A position as typed or pasted, before it is on a job. Sizes in mm, temperature in °C. */
export interface PositionDraft {
  designator: string;
  section: string;
  channel: string | null;
  role: Role;
  technology: Technology;
  nominal: Farads;
  /** null: not marked, or not said */
  rated: Volts | null;
  tolerance: Tolerance;
  temperature: number | null;
  diameter: number | null;
  height: number | null;
  pitch: number | null;
  mounting: Mounting;
  holdsCharge: boolean;
  /** what was not said and therefore taken as usual */
  assumed: readonly ("role" | "technology" | "tolerance" | "rated")[];
}

export type PositionIssue =
  | { code: "designatorMissing"; text: string }
  | { code: "valueMissing"; designator: string }
  | { code: "tooLong"; designator: string; most: number }
  | { code: "sectionsOfSection"; designator: string }
  | { code: "impossible"; designator: string; what: "diameter" | "height" | "pitch" | "tolerance" }
  | { code: "marking"; designator: string; issue: MarkingIssue };

/** Volts across a polarised part from which it counts as holding charge even outside the supply (touch limit ES1, from memory). */
/** A part smaller than this holds too little for anybody to wait for it, whatever its volts (common practice). */
const CHARGE_FARADS = 1e-6;
/** Whether a charged part could hurt or damage, by its marking; one without volts could hold anything. */
const canHurt = (constants: ShopConstants, nominal: number, rated: number | null): boolean =>
  rated === null || rated >= figure(constants, "charge.shock") || (nominal * rated ** 2) / 2 >= figure(constants, "charge.spark");

/**
 * Reads one line of a parts list: `C1 2200u 50v reservoir L #main supply 16x31 p7.5 snapin 105c`. Order after the designator
 * is free; tab, comma-space and semicolon separate as spaces do, and value and volts may stand together ("47u50v"). What is not said
 * is taken as usual and listed in `assumed`. Several values in one can ("8+8u", "2x1000u") give a position each, C40A and C40B.
 */
export function parsePosition(constants: ShopConstants, line: string): Result<readonly PositionDraft[], PositionIssue> {
  const [body, section = ""] = splitSection(line);
  const tokens = withRoleWords(body)
    .replace(/;|,\s|\t/g, " ")
    .split(/\s+/)
    .filter(Boolean)
    .flatMap(glued);
  const first = tokens.shift() ?? "";
  if (!looksLikeDesignator(first)) return { ok: false, issue: { code: "designatorMissing", text: line.trim() } };
  const designator = normaliseDesignator(first);
  if (section.trim().length > LENGTHS.section) return { ok: false, issue: { code: "tooLong", designator, most: LENGTHS.section } };
  const sections = tokens.flatMap((t, i) => (sectionValues(t) ? [{ at: i, values: sectionValues(t)! }] : []))[0];
  if (!sections) {
    const draft = onePosition(constants, designator, tokens, section);
    return draft.ok ? { ok: true, value: [draft.value] } : draft;
  }
  if (/[A-Z]$/.test(designator)) return { ok: false, issue: { code: "sectionsOfSection", designator } };
  const drafts: PositionDraft[] = [];
  for (const [i, value] of sections.values.entries()) {
    const draft = onePosition(
      constants,
      `${designator}${"ABCDEF"[i]!}`,
      [...tokens.slice(0, sections.at), value, ...tokens.slice(sections.at + 1)],
      section,
    );
    if (!draft.ok) return draft;
    drafts.push(draft.value);
  }
  return { ok: true, value: drafts };
}

/** "47u50v" is value and volts in one word. */
function glued(token: string): string[] {
  const match = /^(\d[\d.,]*(?:[pnuµμ]f?|mfd?))(\d[\d.,]*v)$/i.exec(token);
  return match ? [match[1]!, match[2]!] : [token];
}

/** "8+8u" and "2x1000u": the values of the sections of one can; null for anything else. */
function sectionValues(token: string): string[] | null {
  const sum = /^(\d[\d.,]*(?:\+\d[\d.,]*)+)([pnuµμ]f?|mfd?)$/i.exec(token);
  const [least, most] = LIMITS.positionsAtOnce;
  const several = sum ? sum[1]!.split("+").map((v) => v + sum[2]!) : null;
  const times = /^([2-6])x(\d[\d.,]*(?:[pnuµμ]f?|mfd?))$/i.exec(token);
  const values = several ?? (times ? Array.from({ length: Number(times[1]) }, () => times[2]!) : null);
  return values && values.length > least && values.length <= most ? values : null;
}

function onePosition(
  constants: ShopConstants,
  designator: string,
  tokens: readonly string[],
  section: string,
): Result<PositionDraft, PositionIssue> {
  const said = sortTokens(tokens);
  const marking = parseMarking(said.marking.join(" "), said.technology ?? undefined);
  if (!marking.ok) {
    const { issue } = marking;
    return { ok: false, issue: issue.code === "empty" ? { code: "valueMissing", designator } : { code: "marking", designator, issue } };
  }
  const { nominal, rated, tolerance, temperature } = marking.value;
  if (nominal === null) return { ok: false, issue: { code: "valueMissing", designator } };
  const odd = outside(said, tolerance);
  if (odd !== null) return { ok: false, issue: { code: "impossible", designator, what: odd } };
  const role = said.role ?? usualRole(nominal);
  const technology = said.technology ?? usualTechnology(role, nominal);
  return {
    ok: true,
    value: {
      designator,
      section: section.trim() || "Unsorted",
      channel: said.channel,
      role,
      technology,
      nominal: farads(nominal),
      rated: rated === null ? null : volts(rated),
      tolerance: tolerance ?? usualTolerance(technology),
      temperature,
      diameter: said.diameter,
      height: said.height,
      pitch: said.pitch,
      mounting: said.mounting,
      holdsCharge:
        holdsCharge(role) ||
        ((isPolarised(technology) || filtersSupply(role)) && nominal >= CHARGE_FARADS && canHurt(constants, nominal, rated)),
      assumed: [
        ...(said.role ? [] : (["role"] as const)),
        ...(said.technology ? [] : (["technology"] as const)),
        ...(tolerance ? [] : (["tolerance"] as const)),
        ...(rated === null ? (["rated"] as const) : []),
      ],
    },
  };
}

/** The first of the sizes and tolerances that cannot be, or null. */
function outside(said: SortedTokens, tolerance: Tolerance | null): "diameter" | "height" | "pitch" | "tolerance" | null {
  for (const key of ["diameter", "height", "pitch"] as const) if (said[key] !== null && !within(key, said[key])) return key;
  return tolerance && !(within("tolerance", tolerance.minus) && within("toleranceUp", tolerance.plus)) ? "tolerance" : null;
}

function splitSection(line: string): [string, string?] {
  const at = line.indexOf("#");
  return at < 0 ? [line] : [line.slice(0, at), line.slice(at + 1)];
}

interface SortedTokens {
  role: Role | null;
  technology: Technology | null;
  channel: string | null;
  diameter: number | null;
  height: number | null;
  pitch: number | null;
  mounting: Mounting;
  marking: string[];
}

function sortTokens(tokens: readonly string[]): SortedTokens {
  const said: SortedTokens = {
    role: null,
    technology: null,
    channel: null,
    diameter: null,
    height: null,
    pitch: null,
    mounting: "radial",
    marking: [],
  };
  for (const token of tokens) {
    const word = token.toLowerCase();
    const size = /^(\d+(?:[.,]\d+)?)x(\d+(?:[.,]\d+)?)(mm)?$/.exec(word);
    const pitch = /^p(\d+(?:[.,]\d+)?)(mm)?$/.exec(word);
    const mounting = MOUNTINGS.find((m) => m.toLowerCase() === word.replace("-", ""));
    const role = ROLE_WORDS.get(word);
    const technology = TECHNOLOGY_WORDS.get(word);
    const channel = channelOf(word);
    if (size) {
      said.diameter = parseValue(size[1]!)!.value;
      said.height = parseValue(size[2]!)!.value;
    } else if (pitch) said.pitch = parseValue(pitch[1]!)!.value;
    else if (mounting) said.mounting = mounting;
    else if (role) said.role = role;
    else if (technology) said.technology = technology;
    else if (channel) said.channel = channel;
    else said.marking.push(token);
  }
  return said;
}

// Common practice: large electrolytics are filters, small values couple.
const usualRole = (nominal: number): Role => (nominal >= 1000e-6 ? "reservoir" : nominal >= 22e-6 ? "decoupler" : "coupling");

function usualTechnology(role: Role, nominal: number): Technology {
  if (role === "crossover") return nominal >= 1e-6 ? "bipolar" : "film";
  if (role === "mainsX" || role === "mainsY") return "film";
  if (nominal >= 0.47e-6) return "aluminium";
  return nominal >= 1e-9 ? "film" : "c0g";
}

export interface PositionList {
  drafts: readonly PositionDraft[];
  issues: readonly { line: number; text: string; issue: PositionIssue | { code: "duplicate"; designator: string } }[];
}

/**
 * Reads a pasted list, one position a line; blank lines are skipped and a line that is only `#name` opens a section for those
 * below it. Lines that cannot be read, repeat a designator or name one that is `taken` are reported with their number (from 1).
 */
export function parsePositionList(constants: ShopConstants, text: string, taken: ReadonlySet<string> = new Set()): PositionList {
  const drafts: PositionDraft[] = [];
  const issues: PositionList["issues"][number][] = [];
  const seen = new Set(taken);
  let section = "";
  text.split(/\r?\n/).forEach((line, i) => {
    if (line.trim() === "") return;
    if (line.trim().startsWith("#")) {
      section = line.trim().slice(1).trim();
      return;
    }
    const parsed = parsePosition(constants, line.includes("#") ? line : `${line} #${section}`);
    if (!parsed.ok) {
      issues.push({ line: i + 1, text: line, issue: parsed.issue });
      return;
    }
    const again = parsed.value.find((d) => seen.has(d.designator));
    if (again) {
      issues.push({ line: i + 1, text: line, issue: { code: "duplicate", designator: again.designator } });
      return;
    }
    for (const draft of parsed.value) {
      seen.add(draft.designator);
      drafts.push(draft);
    }
  });
  return { drafts, issues };
}
