import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Observation } from "../evidence";
import { PART_CLASSES, type PartClass } from "../part";
import { volts } from "../units";
import { judgePart, type PartEvidence } from "./otherPart";
import { judgePoint, nominalIn, complementaryRailOf, type PointExpectation } from "./point";
import { besideCounterparts } from "./sideBySide";

type FigureRead = Extract<Observation, { kind: "figure" }>;
const figure = (quantity: FigureRead["quantity"], value: number | "over", over: Partial<FigureRead> = {}): FigureRead => ({
  kind: "figure",
  quantity,
  label: null,
  value,
  significant: 2,
  inCircuit: false,
  meter: null,
  under: {},
  ...over,
});
const ohms = (value: number | "over", inCircuit = false) => figure("ohms", value, { inCircuit });
const junction = (label: string, value: number | "over", inCircuit = false) => figure("junction", value, { label, inCircuit });
const marked = (value: number) => [{ value, unit: "Ω" as const, significant: 2 }];
const evidence = (kind: PartClass, over: Partial<PartEvidence> = {}): PartEvidence => ({
  class: kind,
  marked: [],
  figures: [],
  state: null,
  looks: [],
  counterparts: () => [],
  ...over,
});
const look = (sign: "looksWhole" | "charred" | "cracked", intended = false) => ({ kind: "look" as const, sign, severity: null, intended });

describe("a part that is no capacitor", () => {
  test.each<[string, PartEvidence, string, string]>([
    ["a fuse over-range is open, wherever it sits", evidence("fuse", { figures: [ohms("over", true)] }), "open", "shown"],
    ["a fuse that conducts out of circuit is whole", evidence("fuse", { figures: [ohms(0.2)] }), "sound", "shown"],
    ["in circuit that is only likely", evidence("fuse", { figures: [ohms(0.2, true)] }), "sound", "likely"],
    ["a fuse of many ohms has failed", evidence("fuse", { figures: [ohms(40)] }), "failed", "shown"],
    ["a fuse that looks whole is not cleared", evidence("fuse", { looks: [look("looksWhole")] }), "undecided", "guess"],
    ["its ohms overrule the eye", evidence("fuse", { looks: [look("looksWhole")], figures: [ohms("over")] }), "open", "shown"],
    [
      "what is said of it overrules the eye too",
      evidence("fuse", { looks: [look("looksWhole")], state: { kind: "state", state: "open", inCircuit: true } }),
      "open",
      "shown",
    ],
    ["a resistor as marked", evidence("resistor", { marked: marked(4700), figures: [ohms(4810)] }), "sound", "shown"],
    ["drifted up by a seventh", evidence("resistor", { marked: marked(4700), figures: [ohms(5400)] }), "worn", "shown"],
    ["drifted up by half", evidence("resistor", { marked: marked(4700), figures: [ohms(7000)] }), "failed", "shown"],
    [
      "high in circuit is at least that high",
      evidence("resistor", { marked: marked(4700), figures: [ohms(7000, true)] }),
      "failed",
      "likely",
    ],
    ["low in circuit proves nothing", evidence("resistor", { marked: marked(4700), figures: [ohms(900, true)] }), "undecided", "guess"],
    ["low out of circuit is low", evidence("resistor", { marked: marked(4700), figures: [ohms(900)] }), "failed", "shown"],
    ["unmarked it is read and not judged", evidence("resistor", { figures: [ohms(900)] }), "undecided", "guess"],
    [
      "a diode with a junction one way",
      evidence("diode", { figures: [junction("forward", 0.55), junction("reverse", "over")] }),
      "sound",
      "shown",
    ],
    ["one way alone is half the answer", evidence("diode", { figures: [junction("forward", 0.55)] }), "undecided", "guess"],
    [
      "nothing either way is open",
      evidence("diode", { figures: [junction("forward", "over"), junction("reverse", "over")] }),
      "open",
      "shown",
    ],
    [
      "nothing but wire is shorted",
      evidence("diode", { figures: [junction("forward", 0.002), junction("reverse", 0.002)] }),
      "shorted",
      "shown",
    ],
    ["in circuit it may be what lies across", evidence("diode", { figures: [ohms(0.4, true)] }), "shorted", "likely"],
    [
      "a transistor with both junctions",
      evidence("transistor", { figures: [junction("be", 0.62), junction("bc", 0.61)] }),
      "sound",
      "likely",
    ],
    ["one junction gone", evidence("transistor", { figures: [junction("be", 0.62), junction("bc", 0.01)] }), "shorted", "shown"],
    ["collector to emitter a wire", evidence("transistor", { figures: [figure("ohms", 0.4, { label: "ce" })] }), "shorted", "shown"],
    [
      "halves alike",
      evidence("transformer", { figures: [figure("half", 3.2, { label: "a" }), figure("half", 3.4, { label: "b" })] }),
      "sound",
      "likely",
    ],
    [
      "halves apart",
      evidence("transformer", { figures: [figure("half", 3.2, { label: "a" }), figure("half", 1.9, { label: "b" })] }),
      "failed",
      "likely",
    ],
    ["a voice coil under its impedance", evidence("driver", { marked: marked(8), figures: [ohms(6.1)] }), "sound", "shown"],
    ["a shorted voice coil", evidence("driver", { marked: marked(8), figures: [ohms(0.4)] }), "shorted", "shown"],
    ["a burnt one", evidence("driver", { figures: [ohms("over")] }), "open", "shown"],
    ["charred to the eye", evidence("resistor", { looks: [look("charred")] }), "failed", "likely"],
    ["an oddity that is meant so condemns nothing", evidence("resistor", { looks: [look("charred", true)] }), "unmeasured", "guess"],
    [
      "a gain among its like",
      evidence("transistor", { figures: [figure("gain", 12)], counterparts: () => [60, 62, 71] }),
      "undecided",
      "likely",
    ],
    ["nothing read", evidence("valve"), "unmeasured", "guess"],
  ])("%s", (_name, of, state, certainty) => {
    expect(judgePart(STANDARD_CONSTANTS, of)).toMatchObject({ state, certainty });
  });

  test("higher ohms never make a resistor in circuit look better, and no reading there is called shown", () => {
    const order = ["sound", "worn", "failed"];
    fc.assert(
      fc.property(fc.double({ min: 1, max: 20, noNaN: true }), fc.double({ min: 1, max: 20, noNaN: true }), (a, b) => {
        const at = (times: number) =>
          judgePart(STANDARD_CONSTANTS, evidence("resistor", { marked: marked(1000), figures: [ohms(1000 * times, true)] }));
        const [low, high] = [at(Math.min(a, b)), at(Math.max(a, b))];
        expect(order.indexOf(high.state)).toBeGreaterThanOrEqual(order.indexOf(low.state));
        expect(high.certainty).not.toBe("shown");
      }),
    );
  });

  test("any evidence on any class gives one of the verdicts and never throws", () => {
    const anyFigure = fc
      .record({
        quantity: fc.constantFrom("ohms", "half", "junction", "gain", "current"),
        label: fc.constantFrom(null, "a", "b", "be", "bc", "ce", "forward", "reverse"),
        value: fc.oneof(fc.double({ min: 0, max: 1e7, noNaN: true }), fc.constant("over" as const)),
        inCircuit: fc.boolean(),
      })
      .map((f) => figure(f.quantity as FigureRead["quantity"], f.value, { label: f.label, inCircuit: f.inCircuit }));
    fc.assert(
      fc.property(fc.constantFrom(...PART_CLASSES), fc.array(anyFigure, { maxLength: 4 }), (kind, figures) => {
        expect(judgePart(STANDARD_CONSTANTS, evidence(kind, { figures, marked: marked(8) })).state).toMatch(
          /sound|worn|failed|open|shorted|undecided|unmeasured/,
        );
      }),
    );
  });
});

describe("volts at a named point", () => {
  const fifteen: PointExpectation = { low: volts(14.25), high: volts(15.75), nominal: volts(15), from: "taken" };
  const minus: PointExpectation = { low: volts(-15.75), high: volts(-14.25), nominal: volts(-15), from: "taken" };
  const bias: PointExpectation = { low: volts(-46), high: volts(-40), nominal: null, from: "said" };
  test.each<[number, PointExpectation | null, string, number | null]>([
    [15.1, fifteen, "within", 0.0067],
    [11.7, fifteen, "low", -0.22],
    [16.5, fifteen, "high", 0.1],
    [0.2, fifteen, "gone", -0.987],
    [-15, fifteen, "gone", -2],
    [-15.1, minus, "within", -0.0067],
    [-0.26, minus, "gone", 0.983],
    [-12, minus, "low", 0.2],
    [-17, minus, "high", -0.133],
    [-44, bias, "within", -0.023],
    [-30, bias, "low", 0.302],
    [-50, bias, "high", -0.163],
    [12, null, "unknown", null],
  ])("%f V is %s", (read, expected, state, off) => {
    const verdict = judgePoint(volts(read), expected);
    expect(verdict.state).toBe(state);
    if (off === null) expect(verdict.off).toBeNull();
    else expect(verdict.off).toBeCloseTo(off, 2);
  });
  test("a rail's name holds what it should read, and its complementary", () => {
    expect(["rail +15", "rail -15", "rail 5", "rail a +12v", "bias", "rail"].map(nominalIn)).toEqual([15, -15, 5, 12, null, null]);
    expect(["rail +15", "rail -15", "rail 5", "rail +", "rail a +12"].map(complementaryRailOf)).toEqual([
      "rail -15",
      "rail +15",
      null,
      "rail -",
      "rail a -12",
    ]);
  });
});

describe("counterparts side by side", () => {
  test("the odd one is told by its ratio to the median, heat along the board by a gradient", () => {
    const odd = besideCounterparts(STANDARD_CONSTANTS, [1.6, 1.7, 1.6, 5.9, 1.5, 1.7, 1.6]);
    expect(odd.odd).toEqual([false, false, false, true, false, false, false]);
    expect(odd.median).toBe(1.6);
    expect(odd.gradient).toBeNull();
    const warm = besideCounterparts(STANDARD_CONSTANTS, [1, 1.2, 1.44, 1.728, null, 2.488]);
    expect(warm.gradient).toBeCloseTo(2.488, 2);
    expect(warm.odd.some(Boolean)).toBe(false);
  });
  test("one reading is held against nothing", () => {
    expect(besideCounterparts(STANDARD_CONSTANTS, [null, 2, null])).toEqual({
      median: null,
      ratios: [null, null, null],
      odd: [false, false, false],
      gradient: null,
    });
  });
  test("turned round the gradient is its inverse, and scaling changes no ratio", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 50, noNaN: true }), { minLength: 4, maxLength: 9 }),
        fc.double({ min: 0.01, max: 100, noNaN: true }),
        (list, k) => {
          const [there, back, scaled] = [
            besideCounterparts(STANDARD_CONSTANTS, list),
            besideCounterparts(STANDARD_CONSTANTS, list.toReversed()),
            besideCounterparts(
              STANDARD_CONSTANTS,
              list.map((v) => v * k),
            ),
          ];
          if (there.gradient !== null) expect(there.gradient * back.gradient!).toBeCloseTo(1, 6);
          scaled.ratios.forEach((r, i) => expect(r! / there.ratios[i]!).toBeCloseTo(1, 9));
        },
      ),
    );
  });
});
