// What a column of a supplier's file can hold, and how its heading is recognised.

export const COLUMNS = [
  "code",
  "series",
  "grade",
  "kind",
  "value",
  "tolerance",
  "volts",
  "ac",
  "safety",
  "temperature",
  "diameter",
  "height",
  "size",
  "pitch",
  "mounting",
  "esr",
  "esrAt",
  "ripple",
  "rippleAt",
  "pulse",
  "life",
  "price",
  "stock",
] as const;
export type Column = (typeof COLUMNS)[number];

/** Without these no part can be written down. */
export const NEEDED: readonly Column[] = ["code", "value", "volts"];

/** Units a column without units in its cells may be in; the first is the usual one. */
export const COLUMN_UNITS = {
  value: ["µF", "nF", "pF", "F", "code"],
  volts: ["V", "kV"],
  ac: ["V"],
  tolerance: ["%"],
  temperature: ["°C"],
  diameter: ["mm", "cm", "inch"],
  height: ["mm", "cm", "inch"],
  size: ["mm", "cm", "inch"],
  pitch: ["mm", "cm", "inch"],
  esr: ["Ω", "mΩ"],
  esrAt: ["Hz", "kHz"],
  ripple: ["A", "mA"],
  rippleAt: ["Hz", "kHz"],
  pulse: ["V/µs"],
  life: ["h", "kh"],
  price: ["each", "per 10", "per 100", "per 1000"],
} as const satisfies Partial<Record<Column, readonly [string, ...string[]]>>;
export type ColumnUnit = (typeof COLUMN_UNITS)[keyof typeof COLUMN_UNITS][number];

/** Where a column of ours is found in a file: a column of the file with its unit, or one value for every row. */
export type Source = { from: "column"; index: number; unit: ColumnUnit | null } | { from: "constant"; text: string };

/** How a supplier's file is read. */
export type Mapping = Readonly<Partial<Record<Column, Source>>>;

const HEADINGS: Readonly<Record<Column, RegExp>> = {
  code: /^(order|article|part|item|product|stock|catalog(ue)?|sku|bestell|artikel)?[ ._-]*(code|no|nr|number|num|nummer|sku|id)\.?$|^sku$|^article$/i,
  series: /series|serie|family|range name|type name/i,
  grade: /grade|purpose|application/i,
  kind: /kind|technolog|dielectric|material|construction|^typ(e|)$|bauart/i,
  value: /capacit|^value|^c$|^wert|kapazit|^c \[?[µunp]f/i,
  tolerance: /toler/i,
  ac: /(volt|rated|^u|^v).*\bac\b|\bvac\b/i,
  volts: /volt|spannung|^v(dc)?$|^u[rn]?$|^rated/i,
  safety: /safety|^class$|x\/y/i,
  temperature: /temp|°c/i,
  diameter: /diam|durchmesser|^d$|ø|^width|thickness/i,
  height: /height|length|höhe|hoehe|^[hl]$/i,
  size: /size|dimension|d ?x ?[hl]|abmess/i,
  pitch: /pitch|lead spac|raster|spacing|^rm$/i,
  mounting: /mount|termin|style|package|bauform/i,
  esrAt: /esr.*(at|freq)|esr f/i,
  esr: /^esr|\besr\b|impedance/i,
  rippleAt: /ripple.*(at|freq)|ripple f/i,
  ripple: /ripple/i,
  pulse: /dv.?dt|pulse|v\/[µu]s/i,
  life: /life|endurance|hours|lebensdauer/i,
  price: /price|cost|preis|each|unit price/i,
  stock: /stock|availab|on hand|qty|quantity|lager|bestand/i,
};

/** A unit named in a heading: "C [µF]", "Height (mm)", "Price per 100". */
function unitIn(heading: string, column: Column): ColumnUnit | null {
  const units: readonly ColumnUnit[] = COLUMN_UNITS[column as keyof typeof COLUMN_UNITS] ?? [];
  const plain = heading.replaceAll("μ", "µ").replaceAll("uF", "µF").replaceAll("Ohm", "Ω").replaceAll("ohm", "Ω");
  const longestFirst = [...units].sort((a, b) => b.length - a.length);
  return longestFirst.find((u) => new RegExp(`(^|[^A-Za-zµ])${u.replace("/", "\\/")}($|[^A-Za-z0])`, "i").test(plain)) ?? null;
}

/**
 * How a file with these headings is most likely read: each heading taken by the first column of ours that knows it and has none yet. What
 * has no unit in its heading gets none: its cells must say theirs, or somebody must choose one.
 */
export function guessMapping(headings: readonly string[]): Mapping {
  const mapping: Partial<Record<Column, Source>> = {};
  const taken = new Set<number>();
  // a heading that is about two things ("Ripple at Hz") is claimed by the narrower one first
  const order: readonly Column[] = [
    "code",
    "esrAt",
    "rippleAt",
    "ac",
    ...COLUMNS.filter((c) => !["code", "esrAt", "rippleAt", "ac"].includes(c)),
  ];
  for (const column of order) {
    const index = headings.findIndex((h, i) => !taken.has(i) && HEADINGS[column].test(h.trim()));
    if (index < 0) continue;
    taken.add(index);
    mapping[column] = { from: "column", index, unit: unitIn(headings[index]!, column) };
  }
  return mapping;
}

/** Columns of ours that must be mapped and are not. */
export const missingColumns = (mapping: Mapping): Column[] => NEEDED.filter((c) => mapping[c] === undefined);

/** A supplier's headings as one text: a file with the same ones is read as the last was. */
export const headingKey = (headings: readonly string[]): string => headings.map((h) => h.trim().toLowerCase()).join("\u001f");
