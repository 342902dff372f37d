import { wordTable } from "../units";
// Two-character rated-voltage codes as printed on small parts (code table of the trade; from memory).
const CODES: ReadonlyMap<string, number> = wordTable({
  "0J": 6.3,
  "1A": 10,
  "1C": 16,
  "1E": 25,
  "1V": 35,
  "1H": 50,
  "1J": 63,
  "1K": 80,
  "2A": 100,
  "2C": 160,
  "2D": 200,
  "2E": 250,
  "2V": 350,
  "2G": 400,
  "2W": 450,
  "2H": 500,
  "3A": 1000,
  "3D": 2000,
});

/** Rated volts for a printed code such as "1H" (50 V); null where the code is not in the table. Case is ignored. */
export function ratedVoltageOfCode(code: string): number | null {
  return CODES.get(code.toUpperCase()) ?? null;
}

/** The code for a rated voltage, or null where none exists. Volts DC. */
export function codeOfRatedVoltage(volts: number): string | null {
  return [...CODES.keys()].find((code) => CODES.get(code) === volts) ?? null;
}
