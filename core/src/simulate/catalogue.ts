import { eSeriesDecade, type Technology, usualTanD } from "../part";
import type { CataloguePart, Grade, SafetyClass } from "../choose";
import { pick, seededRandom } from "../numeric";
import type { Mounting } from "../entry";
import { amperes, celsius, farads, formatEngineering, hertz, millimetres, ohms, volts } from "../units";

/** A case as catalogues list them: diameter, height and lead pitch in mm. Film boxes give their thickness as diameter. */
interface Case {
  diameter: number;
  height: number;
  pitch: number;
}

/** "diameter height pitch, …" */
const cases = (table: string): readonly Case[] =>
  table.split(", ").map((row) => {
    const [diameter, height, pitch] = row.split(" ").map(Number) as [number, number, number];
    return { diameter, height, pitch };
  });
const RADIAL = cases(
  "5 11 2, 6.3 11 2.5, 8 11.5 3.5, 10 12.5 5, 10 16 5, 10 20 5, 12.5 20 5, 12.5 25 5, 16 25 7.5, 16 31.5 7.5, 18 35.5 7.5, 18 40 7.5",
);
const SNAP_IN = cases("22 25 10, 22 30 10, 22 40 10, 25 40 10, 25 50 10, 30 40 10, 30 50 10, 35 50 10, 35 60 10");
/** surface-mount cans: no pitch */
const SURFACE = cases("4 5.4 0, 5 5.4 0, 6.3 5.4 0, 6.3 7.7 0, 8 10.2 0, 10 10.2 0, 12.5 13.5 0");
const FILM_BOX = cases("2.5 6.5 5, 3.5 8 5, 5 10 7.5, 6 12 10, 7 13 15, 9 16 15, 11 19 22.5, 13 24 27.5, 18 32 27.5");

interface SeriesPlan {
  name: string;
  prefix: string;
  grade: Grade;
  technology: Technology;
  mounting: Mounting;
  safety?: SafetyClass;
  cases: readonly Case[];
  steps: 3 | 6 | 12;
  /** farads, both ends included */
  range: readonly [number, number];
  volts: readonly number[];
  tolerance: number;
  temperature: number;
  life: number | null;
  /** ESR at 100 kHz as a share of the general-purpose figure; null where not stated */
  esrShare: number | null;
  /** µF·V per mm³: how densely the series packs */
  density: number;
  cents: number;
  /** AC volts as a share of the DC ones, where the series states them */
  ac?: number;
  /** V/µs it bears, where the series states it */
  pulse?: number;
}

const LOW = [6.3, 10, 16, 25, 35, 50, 63, 100];
const HIGH = [160, 200, 250, 350, 400, 450];

/** What the series have in common; each says where it differs. */
const EVERYDAY = {
  grade: "general",
  technology: "aluminium",
  mounting: "radial",
  cases: RADIAL,
  steps: 6,
  range: [0.47e-6, 10000e-6],
  volts: [...LOW, ...HIGH],
  tolerance: 0.2,
  temperature: 105,
  life: 2000,
  esrShare: null,
  density: 14,
  cents: 9,
} as const;
const FILM = { ...EVERYDAY, technology: "film", cases: FILM_BOX, steps: 12, life: null } as const;

// Every name is invented; ranges, steps, cases and figures are those usual for such parts.
const SERIES: readonly SeriesPlan[] = [
  { ...EVERYDAY, name: "Brindlewick", prefix: "BRW" },
  { ...EVERYDAY, name: "Barleycoat", prefix: "BLC", temperature: 85, density: 17, cents: 6 },
  { ...EVERYDAY, name: "Fennaker", prefix: "FNK", grade: "longLife", temperature: 125, life: 4000, esrShare: 0.35, density: 7, cents: 74 },
  {
    ...EVERYDAY,
    name: "Tamselight",
    prefix: "TML",
    grade: "lowEsr",
    range: [4.7e-6, 6800e-6],
    volts: LOW,
    life: 5000,
    esrShare: 0.22,
    density: 11,
    cents: 24,
  },
  {
    ...EVERYDAY,
    name: "Orrowby",
    prefix: "ORB",
    grade: "longLife",
    range: [1e-6, 4700e-6],
    life: 10000,
    esrShare: 0.4,
    density: 9,
    cents: 31,
  },
  {
    ...EVERYDAY,
    name: "Pellimar",
    prefix: "PLM",
    grade: "audio",
    range: [1e-6, 4700e-6],
    volts: [16, 25, 35, 50, 63, 100],
    temperature: 85,
    esrShare: 0.5,
    density: 7,
    cents: 58,
  },
  {
    ...EVERYDAY,
    name: "Nettlecombe",
    prefix: "NTC",
    grade: "lowLeakage",
    range: [0.47e-6, 470e-6],
    volts: [16, 25, 35, 50, 63],
    life: 3000,
    density: 9,
    cents: 22,
  },
  {
    ...EVERYDAY,
    name: "Quenderry",
    prefix: "QDR",
    mounting: "axial",
    range: [1e-6, 4700e-6],
    volts: [16, 25, 40, 63, 100, 250, 350, 450],
    life: 3000,
    density: 10,
    cents: 88,
  },
  {
    ...EVERYDAY,
    name: "Hathersnip",
    prefix: "HSN",
    grade: "longLife",
    mounting: "snapIn",
    cases: SNAP_IN,
    range: [47e-6, 47000e-6],
    volts: [25, 35, 50, 63, 80, 100, 200, 250, 400, 450],
    life: 5000,
    esrShare: 0.5,
    density: 17,
    cents: 190,
  },
  {
    ...EVERYDAY,
    name: "Dovetarn",
    prefix: "DVT",
    grade: "audio",
    technology: "bipolar",
    steps: 12,
    range: [0.47e-6, 470e-6],
    volts: [16, 25, 35, 50, 63, 100],
    tolerance: 0.1,
    esrShare: 0.6,
    density: 5,
    cents: 64,
  },
  {
    ...EVERYDAY,
    name: "Saltreed",
    prefix: "SLR",
    technology: "bipolar",
    mounting: "axial",
    steps: 12,
    range: [1e-6, 100e-6],
    volts: [35, 50, 63, 100],
    tolerance: 0.1,
    density: 5,
    cents: 71,
  },
  {
    ...FILM,
    name: "Finchmoor",
    prefix: "FMR",
    ac: 0.6,
    pulse: 40,
    grade: "audio",
    range: [1e-9, 10e-6],
    volts: [63, 100, 250, 400, 630],
    tolerance: 0.05,
    temperature: 100,
    density: 0.24,
    cents: 34,
  },
  {
    ...FILM,
    name: "Wrenhollow",
    prefix: "WRH",
    range: [1e-9, 4.7e-6],
    volts: [63, 100, 250, 400],
    tolerance: 0.1,
    density: 0.4,
    cents: 12,
  },
  {
    ...FILM,
    name: "Lapwater",
    prefix: "LPW",
    ac: 0.6,
    pulse: 25,
    grade: "audio",
    mounting: "axial",
    range: [0.1e-6, 47e-6],
    volts: [100, 250, 400, 630],
    tolerance: 0.05,
    temperature: 85,
    density: 0.6,
    cents: 240,
  },
  {
    ...FILM,
    name: "Gatehelm X",
    prefix: "GHX",
    grade: "safety",
    safety: "X2",
    steps: 6,
    range: [10e-9, 2.2e-6],
    volts: [310],
    tolerance: 0.1,
    temperature: 110,
    density: 0.1,
    cents: 46,
  },
  {
    ...FILM,
    name: "Gatehelm Y",
    prefix: "GHY",
    grade: "safety",
    safety: "Y2",
    steps: 6,
    range: [1e-9, 47e-9],
    volts: [300],
    tolerance: 0.2,
    temperature: 110,
    density: 0.01,
    cents: 52,
  },
  {
    ...EVERYDAY,
    name: "Thimblestone",
    prefix: "TBS",
    technology: "tantalum",
    range: [0.1e-6, 100e-6],
    volts: [6.3, 10, 16, 25, 35, 50],
    temperature: 125,
    life: null,
    density: 12,
    cents: 66,
  },
  {
    ...FILM,
    name: "Mothglass",
    prefix: "MTG",
    technology: "c0g",
    range: [10e-12, 22e-9],
    volts: [50, 100, 500],
    tolerance: 0.05,
    temperature: 125,
    density: 0.02,
    cents: 11,
  },
  {
    ...FILM,
    name: "Cindermote",
    prefix: "CDM",
    technology: "x7r",
    range: [100e-12, 1e-6],
    volts: [50, 100, 500, 1000],
    tolerance: 0.1,
    temperature: 125,
    density: 0.3,
    cents: 7,
  },
  {
    ...EVERYDAY,
    name: "Cloverpane",
    prefix: "CVP",
    grade: "lowEsr",
    mounting: "smd",
    cases: SURFACE,
    range: [1e-6, 2200e-6],
    volts: [6.3, 10, 16, 25, 35, 50],
    life: 5000,
    esrShare: 0.25,
    density: 12,
    cents: 29,
  },
  {
    ...FILM,
    name: "Thornwick Pulse",
    prefix: "TWP",
    mounting: "radial",
    range: [1e-9, 1e-6],
    volts: [630, 1000, 1600],
    tolerance: 0.05,
    temperature: 105,
    density: 0.35,
    cents: 48,
    ac: 0.4,
    pulse: 900,
  },
  {
    ...FILM,
    name: "Gatehelm D",
    prefix: "GHD",
    grade: "safety",
    technology: "x7r",
    safety: "Y1",
    steps: 6,
    range: [100e-12, 10e-9],
    volts: [400],
    tolerance: 0.2,
    temperature: 125,
    density: 0.01,
    cents: 38,
  },
];

/** How many parts of a seeded catalogue are out of stock, as a share. */
const OUT_OF_STOCK = 0.06;

/**
 * An invented catalogue of about 3,700 parts on preferred values, usual voltage steps, case sizes and pitches. The same seed gives
 * the same catalogue. Ids count from 1. ESR and ripple follow the general-purpose formula and are no maker's figures.
 */
export function inventedCatalogue(seed: number): CataloguePart[] {
  const random = seededRandom(seed);
  const parts: CataloguePart[] = [];
  for (const plan of SERIES)
    for (const nominal of valuesBetween(plan.steps, ...plan.range))
      for (const rated of plan.volts) {
        const size = caseFor(plan, nominal, rated);
        if (size) parts.push(partOf(plan, nominal, rated, size, parts.length + 1, random));
      }
  return parts;
}

function valuesBetween(steps: 3 | 6 | 12, low: number, high: number): number[] {
  const values: number[] = [];
  for (let decade = -12; decade <= -1; decade++)
    for (const mantissa of eSeriesDecade(steps)) {
      const value = Number(`${mantissa}e${decade}`);
      if (value >= low * 0.999 && value <= high * 1.001) values.push(value);
    }
  return values;
}

/** The smallest case that holds the part; undefined where even the largest does not: such a part is not made. */
function caseFor(plan: SeriesPlan, nominal: number, rated: number): Case | undefined {
  const needed = (nominal * 1e6 * rated) / plan.density;
  // small cases hold less per volume: end seals and leads take their share
  const holds = (c: Case) => (Math.PI / 4) * c.diameter ** 2 * c.height * (1 - 3 / (c.height + 3));
  const fits = plan.cases.find((c) => holds(c) >= needed);
  const oversized = fits === plan.cases[0] && plan.mounting === "snapIn" && needed < holds(fits!) / 6;
  return oversized ? undefined : fits;
}

function partOf(plan: SeriesPlan, nominal: number, rated: number, size: Case, id: number, random: () => number): CataloguePart {
  const general = usualTanD(farads(nominal), volts(rated)) / (2 * Math.PI * 120 * nominal);
  const esr = plan.esrShare === null ? null : { ohms: ohms(round(0.25 * general * plan.esrShare + 0.008)), at: hertz(100_000) };
  const surface = Math.PI * size.diameter * (size.height + size.diameter / 2); // mm²
  // ripple that warms the case by 5 K at 10 W/(m²·K)-ish cooling: 0.1 mW per mm² of surface
  const ripple = esr === null ? null : { amperes: amperes(round(Math.sqrt((surface * 1e-4) / esr.ohms))), at: hertz(100_000) };
  const volume = (Math.PI / 4) * size.diameter ** 2 * size.height;
  return {
    id,
    code: `${plan.prefix}-${valueCode(nominal)}-${String(rated).replace(".", "R")}`,
    series: plan.name,
    grade: plan.grade,
    technology: plan.technology,
    nominal: farads(nominal),
    tolerance: { minus: plan.tolerance, plus: plan.tolerance },
    rated: volts(rated),
    ac: plan.ac === undefined ? null : volts(Math.round(rated * plan.ac)),
    pulse: plan.pulse ?? null,
    safety: plan.safety ?? null,
    temperature: celsius(plan.temperature),
    diameter: millimetres(size.diameter),
    height: millimetres(size.height),
    pitch: plan.mounting === "axial" || plan.mounting === "smd" ? null : millimetres(size.pitch),
    mounting: plan.mounting,
    esr,
    ripple,
    lifeHours: plan.life,
    priceCents: Math.max(2, Math.round(plan.cents * (1 + volume / 1500) * (0.9 + 0.2 * random()))),
    stock: random() < OUT_OF_STOCK ? 0 : pick(random, [4, 12, 25, 60, 140, 300]),
  };
}

const round = (value: number) => Number(value.toPrecision(2));

/** 4.7 µF as "4u7", 470 µF as "470u": RKM (IEC 60062) without a unit. */
function valueCode(nominal: number): string {
  const [amount, prefix] = formatEngineering(nominal, "F").split(" ") as [string, string];
  const letter = prefix.replace("F", "").replace("µ", "u");
  return amount.includes(".") ? amount.replace(".", letter) : `${amount}${letter}`;
}
