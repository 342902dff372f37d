/** How the capacitor is made, as far as reading and replacing it differ. "can" is an old screw or twist-lock can. */
export const TECHNOLOGIES = ["aluminium", "can", "bipolar", "tantalum", "film", "paper", "c0g", "x7r"] as const;
export type Technology = (typeof TECHNOLOGIES)[number];

/** Tolerance as fractions of the marked value: `minus` 0.2 is −20 %. Both 0 or more. */
export interface Tolerance {
  minus: number;
  plus: number;
}

// Common practice for unmarked parts; cans of the valve era were sold −10/+50 or −20/+80, the tighter low side is kept.
const USUAL: Readonly<Record<Technology, Tolerance>> = {
  aluminium: { minus: 0.2, plus: 0.2 },
  can: { minus: 0.1, plus: 0.5 },
  bipolar: { minus: 0.2, plus: 0.2 },
  tantalum: { minus: 0.2, plus: 0.2 },
  film: { minus: 0.1, plus: 0.1 },
  paper: { minus: 0.2, plus: 0.2 },
  c0g: { minus: 0.05, plus: 0.05 },
  x7r: { minus: 0.1, plus: 0.1 },
};

/** Tolerance to assume where none is marked (common practice). */
export const usualTolerance = (technology: Technology): Tolerance => USUAL[technology];

const WET: ReadonlySet<Technology> = new Set(["aluminium", "can", "bipolar"]);
/** Wet aluminium: dries out, has the default ESR expectation, under-reads C at 1 kHz when its ESR is high. */
export const isWetAluminium = (technology: Technology): boolean => WET.has(technology);

const POLARISED: ReadonlySet<Technology> = new Set(["aluminium", "can", "tantalum"]);
/** Whether DC may stand across it in one direction only. */
export const isPolarised = (technology: Technology): boolean => POLARISED.has(technology);
