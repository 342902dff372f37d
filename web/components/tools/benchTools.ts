import { balanceFor, expectedLife, rippleHeat, worstShare } from "@mirvek/core/choose";
import { dischargePlans, type DrawerResistor } from "@mirvek/core/safety";
import { IN_PROPORTION, shapeAt } from "@mirvek/core/powerUp";
import { ESR_NORMS, type ShopConstants } from "@mirvek/core/knowledge";
import { codeOfRatedVoltage, parseMarking, type Technology } from "@mirvek/core/part";
import { offScreen, powerDb, powerIn, startsNeeded, startsWorth, voltsDb } from "@mirvek/core/finalTest";
import { valveIdle } from "@mirvek/core/adjust";
import { celsius, farads, hertz, parseValue, volts, type UnitSymbol } from "@mirvek/core/units";
import { expectEsr } from "@mirvek/core/verdict";
import { numberOf } from "../shared/NumberItem";
import { percent, shown, span } from "../../wording/quantity";

/** One thing to be typed: with a unit as at the bench, a plain number, or words. */
interface ToolField {
  key: string;
  label: string;
  unit: UnitSymbol | "number" | "text";
  usual: string;
  optional?: boolean;
}

/** What is worked out: a sentence each, the first the one that is asked for. */
interface ToolAnswer {
  lines: readonly string[];
  minded?: boolean;
  /** nothing is typed yet: worked out for what stands in the fields */
  example?: boolean;
}

/** What the shop brings to it. */
export interface ToolBench {
  drawer: readonly DrawerResistor[];
  constants: ShopConstants;
}

interface BenchTool {
  id: string;
  name: string;
  fields: readonly ToolField[];
  /** where the answer comes from */
  source: string;
  work: (of: Said, bench: ToolBench) => ToolAnswer;
}

/** What was typed, by field; a number that is missing where it may be is NaN. */
interface Said {
  n: (key: string) => number;
  t: (key: string) => string;
}

/** Digits anybody can read off: three. */
const of3 = (v: number, unit: UnitSymbol): string => (Number.isFinite(v) ? shown(Number(v.toPrecision(3)), unit) : "no end");
const field = (key: string, label: string, unit: ToolField["unit"], usual: string, optional = false): ToolField => ({
  key,
  label,
  unit,
  usual,
  optional,
});
const HAND_BOOK = "by definition";

const TECHNOLOGY: Technology = "aluminium";

export const BENCH_TOOLS: readonly BenchTool[] = [
  {
    id: "discharge",
    name: "Discharge",
    fields: [field("c", "Capacitance", "F", "220u"), field("v", "Volts across it", "V", "385")],
    source: "½ C V², R C; short overload by IEC 60115-1, from memory; resistors of the shop's drawer",
    work: ({ n }, { drawer, constants }) => {
      const [best] = dischargePlans(constants, farads(n("c")), volts(n("v")), drawer);
      const energy = (n("c") * n("v") ** 2) / 2;
      if (!best) return { lines: [`${of3(energy, "J")} stored. No resistor in the drawer.`], minded: true };
      const { resistor, refusals } = best;
      const name = `${of3(resistor.value, "Ω")} ${of3(resistor.rated, "W")}`;
      return {
        lines: [
          refusals.length === 0
            ? `${name}: ${of3(best.peakCurrent, "A")} and ${of3(best.peakPower, "W")} at first, under 60 V after ` +
              `${span(best.to60)}, under 5 V after ${span(best.to5)}.`
            : `No resistor of the drawer will do; ${name} comes nearest.`,
          `${of3(energy, "J")} stored, R C = ${span(best.tau)}. Measure, wait a minute, measure again: it creeps back.`,
        ],
        minded: refusals.length > 0,
      };
    },
  },
  {
    id: "marking",
    name: "Marking",
    fields: [field("text", "What is printed", "text", "472K 1H")],
    source: "IEC 60062",
    work: ({ t }) => {
      const read = parseMarking(t("text"));
      if (!read.ok)
        return {
          lines: [
            read.issue.code === "ambiguousValue" ? `${t("text")} is two things: code or microfarads?` : `${t("text")} cannot be read.`,
          ],
          minded: true,
        };
      const { nominal, rated, tolerance, temperature } = read.value;
      return {
        lines: [
          [
            nominal === null ? "" : of3(nominal, "F"),
            rated === null ? "" : of3(rated, "V"),
            tolerance === null ? "" : `−${Math.round(tolerance.minus * 100)}/+${Math.round(tolerance.plus * 100)} %`,
            temperature === null ? "" : `${temperature} °C`,
          ]
            .filter(Boolean)
            .join(", ") || "Nothing is read in it.",
        ],
      };
    },
  },
  {
    id: "code",
    name: "Code for a value",
    fields: [field("c", "Capacitance", "F", "4.7n"), field("v", "Rated volts", "V", "50", true)],
    source: "IEC 60062; letters of volts from memory",
    work: ({ n }) => {
      const picofarads = n("c") * 1e12;
      const exponent = Math.floor(Math.log10(picofarads)) - 1;
      const digits = Math.round(picofarads / 10 ** exponent);
      const code =
        exponent === -1 ? `${digits}9` : exponent === -2 ? `${digits}8` : exponent >= 0 && exponent <= 7 ? `${digits}${exponent}` : null;
      const exact = code !== null && Math.abs((digits * 10 ** exponent) / picofarads - 1) < 1e-9;
      const letters = Number.isNaN(n("v")) ? null : codeOfRatedVoltage(n("v"));
      return {
        lines: [
          code === null
            ? "No three digits say that."
            : `${code}${letters === null ? "" : ` ${letters}`}${exact ? "" : ": two digits only, the third is rounded"}`,
        ],
        minded: !exact,
      };
    },
  },
  {
    id: "esr",
    name: "Expected ESR",
    fields: [field("c", "Capacitance", "F", "100u"), field("v", "Rated volts", "V", "25"), field("f", "Meter's frequency", "Hz", "100k")],
    source: "the shop's norms as everybody starts with them; by tan δ where none speaks",
    work: ({ n }, { constants }) => {
      const part = {
        designator: "",
        technology: TECHNOLOGY,
        nominal: farads(n("c")),
        rated: volts(n("v")),
        tolerance: { minus: 0.2, plus: 0.2 },
        role: "decoupler",
      } as const;
      const expected = expectEsr(constants, part, hertz(n("f")), null, { shelf: [], norms: ESR_NORMS });
      return expected === null
        ? { lines: ["Nothing is known of such a part."], minded: true }
        : {
            lines: [
              `Good to ${of3(expected.soundUpTo, "Ω")}, failed over ${of3(expected.failedOver, "Ω")}; a good one about ` +
                `${of3(expected.typical, "Ω")}.`,
            ],
          };
    },
  },
  {
    id: "sets",
    name: "In parallel and in series",
    fields: [field("list", "Values, one after the other", "text", "10u 22u 47u")],
    source: HAND_BOOK,
    work: ({ t }) => {
      const values = t("list")
        .split(/[\s,;]+/)
        .flatMap((w) => parseValue(w)?.value ?? []);
      if (values.length < 2 || values.some((v) => !(v > 0))) return { lines: ["Two values or more, each above nought."], minded: true };
      const sum = values.reduce((a, b) => a + b, 0);
      const inverse = 1 / values.reduce((a, b) => a + 1 / b, 0);
      const unit = /[rΩk]\b|ohm/i.test(t("list")) ? ("Ω" as const) : ("F" as const);
      return unit === "F"
        ? { lines: [`In parallel ${of3(sum, "F")}, in series ${of3(inverse, "F")}.`] }
        : { lines: [`In parallel ${of3(inverse, "Ω")}, in series ${of3(sum, "Ω")}.`] };
    },
  },
  {
    id: "pair",
    name: "Two in series: share and balance",
    fields: [
      field("c", "Each", "F", "220u"),
      field("v", "Rated volts of each", "V", "400"),
      field("across", "Volts across both", "V", "700"),
      field("t", "Tolerance, %", "number", "20"),
    ],
    source: "(1 + t)/2 of the volts; balancing by a maker's application guide, from memory",
    work: ({ n }, { constants }) => {
      const share = worstShare(n("t") / 100) * n("across");
      const balance = balanceFor(constants, { nominal: farads(n("c")), rated: volts(n("v")) }, n("across"));
      return {
        lines: [
          `Up to ${of3(share, "V")} on one of them${share > n("v") ? ": more than it is rated for without balancing" : ""}.`,
          balance
            ? `Across each at most ${of3(balance.most, "Ω")}: take ${of3(balance.ohms, "Ω")}, ${of3(balance.rated, "W")}.`
            : "Nothing balances that: the volts are too many.",
          `Together ${of3(n("c") / 2, "F")}.`,
        ],
        minded: share > n("v") || !balance,
      };
    },
  },
  {
    id: "ripple",
    name: "Ripple and R C",
    fields: [
      field("c", "Reservoir", "F", "4700u"),
      field("i", "Load", "A", "0.5"),
      field("f", "Ripple frequency", "Hz", "100"),
      field("r", "Dropper behind it", "Ω", "100", true),
      field("c2", "Capacitor behind that", "F", "100u", true),
    ],
    source: "I/(f C), small ripple; 1/(2π R C)",
    work: ({ n }) => {
      const ripple = n("i") / (n("f") * n("c"));
      const corner = 1 / (2 * Math.PI * n("r") * n("c2"));
      const passes = 1 / Math.hypot(1, n("f") / corner);
      return {
        lines: [
          `About ${of3(ripple, "V")} peak to peak.`,
          ...(Number.isNaN(corner)
            ? []
            : [
                `R C ${span(n("r") * n("c2"))}, corner ${of3(corner, "Hz")}: behind it ${of3(ripple * passes, "V")} ` +
                  `(${(20 * Math.log10(passes)).toFixed(1)} dB).`,
              ]),
        ],
      };
    },
  },
  {
    id: "power",
    name: "Power and dB",
    fields: [
      field("v", "Volts over the load, rms", "V", "20"),
      field("r", "Load", "Ω", "8"),
      field("against", "Against watts", "number", "50", true),
      field("v2", "Against volts", "V", "10", true),
    ],
    source: "V²/R, 10 log, 20 log",
    work: ({ n }) => {
      const watts = powerIn(n("v"), n("r"));
      return {
        lines: [
          `${of3(watts, "W")}.`,
          ...(n("against") > 0 ? [`${powerDb(watts, n("against")).toFixed(2)} dB against ${n("against")} W.`] : []),
          ...(n("v2") > 0 ? [`${voltsDb(n("v"), n("v2")).toFixed(2)} dB against ${of3(n("v2"), "V")}.`] : []),
        ],
      };
    },
  },
  {
    id: "screen",
    name: "Off a screen",
    fields: [
      field("high", "Divisions high", "number", "5.6"),
      field("each", "Volts a division", "V", "10"),
      field("wide", "Divisions of one cycle", "number", "5", true),
      field("time", "Seconds a division", "s", "200u", true),
    ],
    source: HAND_BOOK,
    work: ({ n }) => {
      const wide = Number.isNaN(n("wide")) || Number.isNaN(n("time")) ? undefined : { divisions: n("wide"), each: n("time") };
      const { peakToPeak, rms, hertz: f } = offScreen({ high: { divisions: n("high"), each: n("each") }, ...(wide ? { wide } : {}) });
      return { lines: [`${of3(peakToPeak!, "V")} peak to peak, ${of3(rms!, "V")} rms of a sine${f === null ? "" : `, ${of3(f, "Hz")}`}.`] };
    },
  },
  {
    id: "dissipation",
    name: "Dissipation",
    fields: [field("v", "Plate volts", "V", "410"), field("i", "Current", "A", "38m"), field("most", "Most, watts", "number", "25", true)],
    source: "V I; two thirds are usual for fixed bias, common practice",
    work: ({ n }, { constants }) => {
      const valve = valveIdle(constants, { name: "", plate: n("v"), amperes: n("i"), most: Number.isNaN(n("most")) ? null : n("most") });
      return {
        lines: [`${of3(valve.watts, "W")}${valve.share === null ? "" : `, ${percent(valve.share)} of its most: ${valve.state}`}.`],
        minded: valve.state === "over" || valve.state === "hot",
      };
    },
  },
  {
    id: "mains",
    name: "In proportion to the mains",
    fields: [field("v", "Volts at full mains", "V", "-44"), field("full", "Full mains", "V", "230"), field("at", "Mains now", "V", "115")],
    source: "in proportion; a rail behind a rectifier stands a little lower",
    work: ({ n }) => ({ lines: [`About ${of3(n("v") * shapeAt(IN_PROPORTION.raw.loaded, n("at") / n("full")), "V")}.`] }),
  },
  {
    id: "life",
    name: "Life",
    fields: [
      field("h", "Hours it is made for", "number", "5000"),
      field("t0", "at °C", "number", "105"),
      field("t", "It stands at °C", "number", "55"),
      field("share", "Ripple, % of its rating", "number", "50", true),
      field("year", "Hours a year", "number", "1500"),
    ],
    source: "twice for every 10 K, common practice; heat by ripple from makers' guides, from memory",
    work: ({ n }, { constants }) => {
      const heat = Number.isNaN(n("share")) ? 0 : rippleHeat(constants, n("share") / 100);
      const hours = expectedLife(n("h"), celsius(n("t0")), celsius(n("t") + heat));
      const years = hours / n("year");
      return {
        lines: [
          `About ${years > 50 ? "50 years and more" : `${years.toFixed(1)} years`} (${Math.round(hours / 100) * 100} ` +
            `hours${heat > 0 ? `, ${heat.toFixed(1)} K by its ripple` : ""}).`,
        ],
      };
    },
  },
  {
    id: "starts",
    name: "Starts without a fault",
    fields: [field("n", "Starts, all fine", "number", "5"), field("share", "To be sure it shows at most, %", "number", "10", true)],
    source: "exact binomial bound, 95 %; rule of three",
    work: ({ n }) => {
      const count = Math.round(n("n"));
      if (count < 1) return { lines: ["From one start on."], minded: true };
      const worth = startsWorth(count);
      const share = n("share") / 100;
      return {
        lines: [
          `The fault shows at most ${percent(worth.exact)} of the time, 95 % sure (3/n says ${percent(worth.rule)}).`,
          ...(share > 0 && share < 1 ? [`For at most ${percent(share)}: ${startsNeeded(share)} starts.`] : []),
        ],
      };
    },
  },
];

/** What a field holds; an issue where it is not what it should be. */
export function readField({ unit, optional, usual }: ToolField, text: string): number | string | { wrong: string } {
  const said = text.trim() === "" && !optional ? usual : text.trim();
  if (unit === "text") return said;
  if (said === "") return NaN;
  if (unit === "number") {
    const value = numberOf(said);
    return value === null || Number.isNaN(value) ? { wrong: `“${said}” is no number` } : value;
  }
  const parsed = parseValue(said);
  if (!parsed || (parsed.unit !== null && parsed.unit !== unit)) return { wrong: `“${said}”: write it as ${usual}` };
  return parsed.value;
}

/** Works a tool out of what was typed. What is out of its range is said, never thrown. */
export function workOut(tool: BenchTool, typed: Readonly<Record<string, string>>, bench: ToolBench): ToolAnswer {
  const typedAny = Object.values(typed).some((t) => t.trim() !== "");
  const missing = tool.fields.find((f) => !f.optional && (typed[f.key] ?? "").trim() === "");
  // a figure that was not typed is never taken for one that was
  if (typedAny && missing) return { lines: [`${missing.label}: still to be typed.`], minded: true };
  const read = new Map(tool.fields.map((f) => [f.key, { f, value: readField(f, typed[f.key] ?? "") }]));
  for (const { f, value } of read.values()) {
    if (typeof value === "object") return { lines: [`${f.label}: ${value.wrong}.`], minded: true };
    if (typeof value === "number" && !Number.isNaN(value) && value <= 0 && f.key !== "v" && f.key !== "t")
      return { lines: [`${f.label}: above nought.`], minded: true };
  }
  const said: Said = {
    n: (key) => (typeof read.get(key)?.value === "number" ? (read.get(key)!.value as number) : NaN),
    t: (key) => String(read.get(key)?.value ?? ""),
  };
  try {
    const answer = tool.work(said, bench);
    return answer.lines.some((l) => /NaN|undefined/.test(l))
      ? { lines: ["Something is missing."], minded: true }
      : { ...answer, example: !typedAny };
  } catch (error) {
    if (error instanceof RangeError) return { lines: [`That cannot be: ${error.message}.`], minded: true };
    throw error;
  }
}
