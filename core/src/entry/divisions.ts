const SAID = /(\d+(?:[.,]\d+)?)\s*div(?:ision)?s?\s*(?:at|of|x|×|@)?\s*(\d+(?:[.,]\d+)?)\s*(mv|v)(?:\s*(?:\/|per|a)\s*div(?:ision)?)?/gi;
const DIGITS = 3;

/**
 * Divisions of a screen times volts a division, as the peak-to-peak volts they are: the arithmetic nobody should do in the head.
 * @example inVolts("C1 ripple 2.4 div at 50mv") // "C1 ripple 120mvpp"
 */
export function inVolts(line: string): string {
  return line.replace(SAID, (_all, divisions: string, each: string, unit: string) => {
    const product = Number(divisions.replace(",", ".")) * Number(each.replace(",", "."));
    return `${Number(product.toPrecision(DIGITS))}${unit.toLowerCase()}pp`;
  });
}
