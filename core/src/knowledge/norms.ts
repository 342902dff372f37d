import { practice, type KnowledgeRow } from "./row";

/** What the trade holds an ESR reading of one kind of part against. Ohms at 100 kHz on a hand-held meter. */
export interface EsrNorm extends Omit<KnowledgeRow, "value" | "unit"> {
  /** farads the row is for, both ends included */
  from: number;
  to: number;
  /** rated volts it is for; null for any */
  rated: number | null;
  typical: number;
  /** sound up to this, worn over it */
  wornOver: number;
  failedOver: number;
  /** who set it: null for the rows everyone starts with */
  by: string | null;
}

const row = (
  id: string,
  [from, to]: readonly [number, number],
  rated: number | null,
  [typical, wornOver, failedOver]: readonly [number, number, number],
  note: string,
): EsrNorm => ({
  id,
  from: from * 1e-6,
  to: to * 1e-6,
  rated,
  typical,
  wornOver,
  failedOver,
  source: practice,
  sure: "usual",
  note,
  by: null,
});

/** The trade's norms every shop starts with; a shop strikes rows and adds its own. */
export const ESR_NORMS: readonly EsrNorm[] = [
  row("norm.10u50", [10, 10], 50, [1.5, 1.875, 4.5], "bad over 4 to 5, new near 1.5"),
  row("norm.22u35", [22, 22], 35, [1.5, 1.875, 3], "about 1.5 expected, twice that bad"),
  row("norm.47u50", [47, 47], 50, [0.7, 1, 2], "over about 1 suspect, 2 bad, new low-ESR near 0.1"),
  row("norm.100u", [100, 100], null, [0.5, 1, 2], "around 0.5 fine, over 1 suspect"),
  row("norm.220u", [220, 470], null, [0.3, 0.375, 0.5], "new 0.15 to 0.3, bad over 0.5"),
];

/** tan d at 120 Hz and 20 °C that a new general-purpose wet aluminium part stays under, by rated volts (from memory of typical series). */
export const TAN_D: readonly (readonly [volts: number, tanD: number])[] = [
  [6.3, 0.24],
  [10, 0.2],
  [16, 0.16],
  [25, 0.14],
  [35, 0.12],
  [50, 0.1],
  [63, 0.09],
  [100, 0.08],
  [160, 0.15],
  [250, 0.15],
  [350, 0.2],
];
/** added to it for every 1000 µF above 1000 µF (from memory) */
export const TAN_D_PER_1000_UF = 0.02;

/** tan d of sound parts that are not wet aluminium, at audio frequencies (from memory of typical data sheets) */
export const DRY_TAN_D = { tantalum: 0.06, film: 0.005, paper: 0.01, c0g: 0.001, x7r: 0.025 } as const;
