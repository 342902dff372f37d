import fc from "fast-check";
import { checkNetlist, type CheckedNetlist, type CircuitElement } from "../circuit";

const node = (i: number) => (i === 0 ? "0" : `n${i}`);
/** Values even on a log scale, from `from` to `to`. */
export const decades = (from: number, to: number) => fc.double({ min: Math.log(from), max: Math.log(to), noNaN: true }).map(Math.exp);

const part = (kinds: readonly ("resistor" | "capacitor" | "inductor" | "diode")[]) =>
  fc.record({ kind: fc.constantFrom(...kinds), a: fc.nat(5), b: fc.nat(5), size: decades(0.01, 100) });

/**
 * Random circuits on two to six nodes with a sine source at n1: a ring of resistors through all nodes keeps everything joined, the
 * rest is thrown in at random. Every part is realistic enough to solve: milliohms to kilohms, nanofarads to millifarads.
 */
export const randomCircuits = (kinds: readonly ("resistor" | "capacitor" | "inductor" | "diode")[]) =>
  fc
    .record({
      nodes: fc.integer({ min: 2, max: 6 }),
      parts: fc.array(part(kinds), { minLength: 2, maxLength: 10 }),
      amplitude: decades(1, 300),
      ohms: decades(0.1, 100),
    })
    .map(({ nodes, parts, amplitude, ohms }): CircuitElement[] => [
      { kind: "voltageSource", id: "V1", plus: "n1", minus: "0", wave: { kind: "sine", amplitude, hertz: 50 }, ohms },
      ...Array.from({ length: nodes }, (_, i): CircuitElement => ({
        kind: "resistor",
        id: `Rring${i}`,
        a: node(i),
        b: node((i + 1) % nodes),
        ohms: 100 * (i + 1),
      })),
      ...parts.flatMap((p, i) => placed(p.kind, i, node(p.a % nodes), node(p.b % nodes), p.size)),
    ]);

function placed(kind: "resistor" | "capacitor" | "inductor" | "diode", i: number, a: string, b: string, size: number): CircuitElement[] {
  if (a === b) return [];
  switch (kind) {
    case "resistor":
      return [{ kind, id: `R${i}`, a, b, ohms: 50 * size }];
    case "capacitor":
      return [{ kind, id: `C${i}`, a, b, farads: 1e-5 * size, esr: 0.1 * size }];
    case "inductor":
      return [{ kind, id: `L${i}`, a, b, henries: 0.1 * size, dcr: 1 + size }];
    case "diode":
      return [{ kind, id: `D${i}`, anode: a, cathode: b, saturation: 1e-9, emission: 1.8, ohms: 0.05 }];
  }
}

/** The circuit, passed; throws with the issue where it does not pass. */
export function passed(elements: readonly CircuitElement[]): CheckedNetlist {
  const checked = checkNetlist({ title: "test circuit", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  return checked.value;
}
