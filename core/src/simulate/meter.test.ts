import { expect, test } from "vitest";
import { soundEsr } from "../part";
import { seededRandom } from "../numeric";
import { context, part, reading, verdictOn } from "../testing/parts";
import { hertz, ohms } from "../units";
import { readCapacitance, readEsr, trueEsr, type SimulatedMeter, type TrueState } from "./meter";

const AT = hertz(100_000);
const exact: SimulatedMeter = { spread: 0, bias: 0, esrEnd: ohms(99) };
const fresh: TrueState = { share: 1, dryness: 1, open: false };
const random = seededRandom(1);

test.each([
  [4.7, 50],
  [100, 16],
  [1000, 35],
  [4700, 50],
])("a new %d µF / %d V part reads near what is expected of it and is sound", (c, v) => {
  const p = part(c, v);
  const ratio = trueEsr(p, fresh, AT) / soundEsr(p, AT);
  expect(ratio, "one model for the meter and for the expectation").toBeCloseTo(1, 9);
  expect(verdictOn([reading({ kind: "esr", ohms: readEsr(p, fresh, AT, exact, random), at: AT }, false)], context(p)).state).toBe("sound");
});

test("a dried part is found failed from its simulated readings", () => {
  const p = part(100, 16);
  const dried: TrueState = { share: 0.3, dryness: 9, open: false };
  const esr = readEsr(p, dried, AT, exact, random);
  expect(verdictOn([reading({ kind: "esr", ohms: esr, at: AT }, false)], context(p)).state).toBe("failed");
});

test("a bridge at 1 kHz reads a dried part lower than at 120 Hz, an open part takes no charge", () => {
  const p = part(100, 16);
  const dried: TrueState = { share: 0.6, dryness: 30, open: false };
  expect(readCapacitance(p, dried, hertz(1000), exact, random)).toBeLessThan(0.9 * readCapacitance(p, dried, hertz(120), exact, random));
  expect(readEsr(p, { ...fresh, open: true }, AT, exact, random)).toBe("over");
  expect(readCapacitance(p, { ...fresh, open: true }, hertz(120), exact, random)).toBeLessThan(1e-6);
});
