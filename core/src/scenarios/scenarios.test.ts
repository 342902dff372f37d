import { describe, expect, test } from "vitest";
import { UNIT_KINDS } from "../device";
import { checkNetlist } from "../circuit";
import { SCENARIOS } from "./all";
import { classDButterworth } from "./classD";
import { restoringOhms, sectionImpedance, sideMismatch } from "./crossover";
import { CROSSOVER_KINDS, CROSSOVER_TABLE } from "./crossover.facts";
import { delaySeconds } from "./delay";
import { SCENARIO_IDS, faultless, fillSettings, misfits, type Outcome, type Parts, type ScenarioId, type Settings } from "./scenario";
import type { PartState } from "../part";
import { dischargeTime, railsPerMainsStep } from "./supply";
import { startUp } from "./startUp";

const usual = (id: ScenarioId, chosen: Settings = {}, unitKind = "other") => {
  const scenario = SCENARIOS[id];
  const settings = fillSettings(scenario, unitKind, chosen);
  const parts: Parts = Object.fromEntries(scenario.slots(settings).map((s) => [s.key, faultless(s.farads, 0.01)]));
  return { scenario, settings, parts };
};
const solve = (id: ScenarioId, chosen: Settings = {}, over: Parts = {}, unitKind = "other"): Outcome => {
  const { scenario, settings, parts } = usual(id, chosen, unitKind);
  const solved = scenario.solve(settings, { ...parts, ...over }, { detail: "full" });
  if (!solved.ok) throw new Error(JSON.stringify(solved.issue));
  return solved.value;
};
const figure = (o: Outcome, key: string, at?: string): number => {
  const found = o.figures.find((f) => f.key === key && f.at === at);
  if (!found) throw new Error(`no ${key} at ${at} among ${o.figures.map((f) => `${f.key}@${f.at}`).join(" ")}`);
  return found.value;
};

describe("every scenario", () => {
  const STATES: PartState[] = [
    faultless(1e-5, 0.5),
    faultless(1e-9, 500),
    { kind: "works", farads: 1e-5, esr: 1, leak: 50 },
    { kind: "open" },
    { kind: "shorted" },
  ];
  test.each(SCENARIO_IDS)("%s solves for every kind of unit with usual parts, in finite figures", (id) => {
    for (const kind of UNIT_KINDS) {
      const { figures, symptom } = solve(id, {}, {}, kind);
      expect(figures.length).toBeGreaterThan(2);
      expect(Number.isFinite(symptom)).toBe(true);
      for (const f of figures) expect(Number.isNaN(f.value), `${f.key} ${f.at}`).toBe(false);
    }
  });
  test.each(SCENARIO_IDS)("%s solves with any part dried, leaky, open or shorted, never with NaN", (id) => {
    const { scenario, settings, parts } = usual(id);
    for (const { key } of scenario.slots(settings))
      for (const state of STATES) {
        const solved = scenario.solve(settings, { ...parts, [key]: state }, { detail: "full" });
        expect(solved.ok, `${key} ${JSON.stringify(state)} ${JSON.stringify(solved)}`.slice(0, 200)).toBe(true);
        if (!solved.ok) continue;
        expect(Number.isFinite(solved.value.symptom)).toBe(true);
        for (const f of solved.value.figures) expect(Number.isNaN(f.value), `${f.key} ${f.at}`).toBe(false);
        for (const c of solved.value.curves) expect(c.y.every(Number.isFinite), c.key).toBe(true);
      }
  });
  test.each(SCENARIO_IDS)("%s has a netlist that passes and settings that hold their bounds", (id) => {
    const { scenario, settings, parts } = usual(id);
    expect(checkNetlist(scenario.netlist(settings, parts)).ok).toBe(true);
    for (const s of scenario.settings("other", {})) {
      if (s.kind === "choice") expect(s.options).toContain(s.usual);
      else expect(s.usual >= s.min && s.usual <= s.max, s.key).toBe(true);
    }
    expect(fillSettings(scenario, "other", { noSuch: 5 })).toEqual(settings);
  });
});

describe("mains supply ladder", () => {
  test("a bad second stage leaves every DC reading while ripple after it rises many-fold", () => {
    const chosen = { stages: 2, heardFrom: "lastNode" };
    const [sound, bad] = [solve("supply", chosen), solve("supply", chosen, { filter2: faultless(2e-6, 20) })];
    for (const node of ["rail", "node1", "node2"]) expect(figure(bad, "dc", node) / figure(sound, "dc", node)).toBeCloseTo(1, 2);
    expect(figure(bad, "ripple", "node2") / figure(sound, "ripple", "node2")).toBeGreaterThan(5);
  });
  test("one dried capacitor of a doubler, or one open diode of a bridge, effects in mains frequency", () => {
    const line = (o: Outcome) => figure(o, "harmonic", "1") / figure(o, "harmonic", "2");
    const doubler = { arrangement: "doubler", stages: 0 };
    expect(line(solve("supply", doubler))).toBeLessThan(0.01);
    expect(line(solve("supply", doubler, { reservoir2: faultless(400e-6, 1) }))).toBeGreaterThan(0.3);
    expect(line(solve("supply"))).toBeLessThan(0.01);
    const open = solve("supply", { fault: "diodeOpen" });
    expect(line(open)).toBeGreaterThan(1);
    expect(open.warnings.map((w) => w.code)).toContain("mainsFrequency");
  });
  test("without its reservoir the average of a bridge falls to 2/π of the peak", () => {
    const o = solve("supply", { stages: 0, source: 0.01, load: 0.001 }, { reservoir: { kind: "open" } });
    const peak = 24 * Math.SQRT2 - 1.1; // two silicon drops at a milliampere
    expect(Math.abs(figure(o, "dc", "rail") / ((2 / Math.PI) * peak) - 1)).toBeLessThan(0.03);
  });
  test("the capacitor's current is what charge balance asks: never less than the load's own", () => {
    const o = solve("supply", { stages: 0, load: 0.5 });
    expect(o.stress["reservoir"]!.ripple).toBeGreaterThan(0.5);
    expect(o.stress["reservoir"]!.ripple).toBeLessThan(2);
    expect(o.stress["reservoir"]!.hertz).toBe(100);
    expect(o.stress["reservoir"]!.volts / figure(o, "dc", "rail")).toBeCloseTo(1.12, 1);
  });
  test("discharge through a bleeder alone follows R·C·ln (100 µF, 220 k: 60 V from 480 V after 46 s)", () => {
    const chosen = { arrangement: "bridge", secondary: 480 / Math.SQRT2, load: 0, bleeder: 220e3, stages: 0 };
    const { settings } = usual("supply", chosen);
    const time = dischargeTime(settings, { reservoir: faultless(100e-6) }, 60);
    if (!time.ok) throw new Error();
    // 10 MΩ of the meter stands across it as well
    expect(time.value / 46).toBeCloseTo(1, 1);
  });
  test("a reservoir above the rectifier valve's usual limit is said", () => {
    const o = solve("supply", {}, { reservoir: faultless(100e-6, 1) }, "valveAmplifier");
    expect(o.warnings).toContainEqual({ code: "aboveReservoirLimit", slot: "reservoir", farads: 100e-6, limit: 50e-6 });
  });
  test("rails per mains step rise in step with the mains, less the diodes' drop", () => {
    const { settings, parts } = usual("supply", {}, "receiver");
    const steps = railsPerMainsStep(settings, parts, [0.1, 0.25, 0.5, 1]);
    if (!steps.ok) throw new Error();
    expect(steps.value.nodes).toEqual(["rail", "rail-", "node1"]);
    const [tenth, , half, full] = steps.value.volts.map((row) => row[0]!);
    expect(half! / full!).toBeCloseTo(0.5, 1);
    expect(tenth! / full!).toBeLessThan(0.1);
    steps.value.volts.forEach((row) => expect(row[1]! / row[0]!).toBeCloseTo(-1, 1));
  });
});

describe("regulated rail, series pair", () => {
  test("a dried input capacitor lets the trough under drop-out and hum through", () => {
    const [sound, bad] = [solve("regulatedRail"), solve("regulatedRail", {}, { input: faultless(400e-6, 1) })];
    expect(figure(sound, "headroom")).toBeGreaterThan(0);
    expect(figure(bad, "headroom")).toBeLessThan(0);
    expect(bad.warnings.map((w) => w.code)).toEqual(["belowDropOut"]);
    expect(bad.symptom - sound.symptom).toBeGreaterThan(20);
  });
  test("shares follow the leaks in the long run and the inverse of C at switch-on", () => {
    const leaky: PartState = { kind: "works", farads: 100e-6, esr: 0, leak: 100e3 };
    const o = solve("seriesPair", { supply: 500, balance: 0 }, { lower: leaky, upper: faultless(50e-6) });
    expect(figure(o, "steady", "lower")).toBeCloseTo((500 * 100e3) / (100e3 + 10e6), 3);
    expect(figure(o, "atSwitchOn", "upper")).toBeCloseTo((500 * 100) / 150, 6);
    expect(o.warnings.map((w) => w.code)).toContain("overRated");
    const balanced = solve("seriesPair", { supply: 500, balance: 47e3 }, { lower: leaky });
    expect(figure(balanced, "steady", "upper")).toBeLessThan(350);
  });
});

describe("coupling and bypass", () => {
  test("the corner is 1/(2πC(Rs + Rg)), the level there 3 dB down", () => {
    const o = solve("coupling", { source: 1000, load: 46_000 }, { c: faultless(100e-9) });
    expect(figure(o, "corner") / (1 / (2 * Math.PI * 100e-9 * 47_000))).toBeCloseTo(1, 2);
    expect(figure(o, "level", "41")).toBeCloseTo(10 * Math.log10(1 / (1 + (33.8627 / 41) ** 2)), 1);
  });
  test("the leak shifts the next stage by V·R/(R + leak), the source's resistance besides", () => {
    const o = solve("coupling", { source: 0, load: 470e3, before: 180 }, { c: { kind: "works", farads: 1e-7, esr: 0, leak: 100e6 } });
    expect(figure(o, "dcShift")).toBeCloseTo((180 * 470e3) / (470e3 + 100e6), 6);
  });
  test("an unbypassed stage has gain g·R/(1 + g·Rk), a bypassed one g·R", () => {
    const [whole, none] = [solve("coupling", { place: "bypass" }), solve("coupling", { place: "bypass" }, { c: { kind: "open" } })];
    expect(figure(whole, "level", "1k")).toBeCloseTo(0, 1);
    expect(figure(none, "level", "1k")).toBeCloseTo(-20 * Math.log10(1 + 2e-3 * 1500), 2);
  });
  test("80 mV across an electrolytic at the lowest note is warned of", () => {
    expect(solve("coupling", { signal: 20 }, { c: faultless(1e-6) }).warnings.map((w) => w.code)).toContain("distortion");
    expect(solve("coupling", { signal: 0.01 }).warnings).toEqual([]);
  });
});

describe("crossover", () => {
  test.each(["high1", "low1"] as const)("%s: the corner is 1/(2 pi R C) or R/(2 pi L), against what it passes in full", (kind) => {
    const crossing = 2500;
    const o = solve("crossover", { kind, crossing, amplifierOhms: 0 }, { c1: faultless(1 / (2 * Math.PI * 8 * crossing), 0) });
    // the coil is cut for 0.159·R/f and has 0.05 ohm of winding
    const exact = kind === "high1" ? crossing : (8.05 * crossing) / (0.159 * 8 * 2 * Math.PI);
    expect(figure(o, "corner") / exact).toBeCloseTo(1, 3);
  });

  test("corners that meet or cross give figures, never NaN", () => {
    for (const [crossing, crossingTop] of [
      [3000, 3000],
      [3000, 3000.0001],
      [3000, 2999.9999],
      [5000, 300],
      [20, 50],
      [40_000, 40_000],
    ]) {
      const o = solve("crossover", { kind: "band1", crossing: crossing!, crossingTop: crossingTop! });
      const all = [o.symptom, ...o.figures.map((f) => f.value), ...o.curves.flatMap((c) => [...c.y])];
      expect(all.filter(Number.isNaN), `${crossing} ${crossingTop}`).toEqual([]);
    }
  });

  test("settings that do not fit are taken as usual, whatever they are", () => {
    for (const stages of [-1, 1.5, 99, NaN]) expect(() => solve("supply", { stages })).not.toThrow();
    expect(() => solve("crossover", { kind: "high9" })).not.toThrow();
    expect(misfits(SCENARIOS.supply, "other", { stages: 1.5, secondary: 20, load1: -1 })).toEqual(["stages", "load1"]);
  });

  test.each(CROSSOVER_KINDS.filter((k) => k !== "band1"))(
    "%s after the table is 3 dB down at its frequency (V. Dickason, from memory)",
    (kind) => {
      const crossing = 2000;
      const o = solve("crossover", { kind, crossing, amplifierOhms: 0 });
      const curve = o.curves.find((c) => c.key === "response")!;
      // loss of coils taken off: the level in the band stands for 0 dB
      expect(Math.abs(figure(o, "corner") / crossing - 1), `${figure(o, "corner")}`).toBeLessThan(0.06);
      expect(curve.y.length).toBe(curve.x.length);
    },
  );
  test("Linkwitz–Riley is 6 dB down at its frequency", () => {
    const o = solve("crossover", { kind: "high2", alignment: "linkwitzRiley", crossing: 2000, amplifierOhms: 0 });
    expect(figure(o, "level", "2k") - figure(o, "level", "16k")).toBeCloseTo(-6, 0);
  });
  test("the table's first order is 1/(2π) to three digits", () => {
    expect(CROSSOVER_TABLE.first.c).toBeCloseTo(1 / (2 * Math.PI), 3);
    expect(CROSSOVER_TABLE.secondButterworth.c).toBeCloseTo(1 / (2 * Math.PI * Math.SQRT2), 3);
    expect(CROSSOVER_TABLE.secondButterworth.l).toBeCloseTo(Math.SQRT2 / (2 * Math.PI), 3);
    expect(CROSSOVER_TABLE.secondLinkwitzRiley.l).toBeCloseTo(1 / Math.PI, 3);
    expect(CROSSOVER_TABLE.thirdButterworthLow.l1 * (2 * Math.PI)).toBeCloseTo(1.5, 2);
  });
  test("a hundred ohms in series mutes the tweeter, which its corner does not tell", () => {
    const [sound, muted] = [solve("crossover"), solve("crossover", {}, { c1: faultless(4.7e-6, 100) })];
    expect(muted.symptom - sound.symptom).toBeGreaterThan(15);
    expect(muted.warnings.map((w) => w.code)).toEqual(["muted"]);
  });
  test("film for bipolar lifts the treble, and the difference of ESR in series brings it back", () => {
    const [bipolar, film] = [
      solve("crossover", { kind: "high1" }, { c1: faultless(6.6e-6, 0.8) }),
      solve("crossover", { kind: "high1" }, { c1: faultless(6.6e-6, 0.01) }),
    ];
    expect(figure(film, "level", "16k") - figure(bipolar, "level", "16k")).toBeCloseTo(20 * Math.log10((8.1 + 0.8) / (8.1 + 0.01)), 1);
    expect(restoringOhms(0.8, 0.01)).toBeCloseTo(0.79, 12);
    const restored = solve("crossover", { kind: "high1", amplifierOhms: 0.1 + restoringOhms(0.8, 0.01) }, { c1: faultless(6.6e-6, 0.01) });
    expect(figure(restored, "level", "16k")).toBeCloseTo(figure(bipolar, "level", "16k"), 6);
    expect(restoringOhms(0.1, 0.5)).toBe(0);
  });
  test("sides are compared in the band, and a section never loads its amplifier under what is in it", () => {
    const [l, r] = [solve("crossover"), solve("crossover", {}, { c1: faultless(3e-6, 0.01) })].map((o) => o.curves[0]!);
    expect(sideMismatch(l!.x, l!.y, r!.y, 3000, 12_000)).toBeGreaterThan(1);
    expect(sideMismatch(l!.x, l!.y, l!.y, 3000, 12_000)).toBe(0);
    const { settings, parts } = usual("crossover", { kind: "high1" });
    const z = sectionImpedance(settings, parts, Float64Array.of(20_000));
    if (!z.ok) throw new Error();
    expect(z.value.re[0]).toBeCloseTo(8.01, 3);
  });
});

describe("class-D filter", () => {
  const { henries, farads } = classDButterworth(4, 40e3);
  const chosen = { henries, load: 4, bridgeOhms: 0, coilOhms: 0.001 };
  test("the Butterworth values give Q = 1/√2 and no peak into their own load", () => {
    const o = solve("classD", chosen, { c: faultless(farads) });
    expect(figure(o, "q")).toBeCloseTo(Math.SQRT1_2, 6);
    expect(figure(o, "resonance") / 40e3).toBeCloseTo(1, 6);
    expect(figure(o, "peaking", "4")).toBeLessThan(0.01);
    expect(figure(o, "peaking", "8")).toBeGreaterThan(3);
    expect(figure(o, "carrierLeft", "4")).toBeCloseTo(-40 * Math.log10(10), 0);
  });
  test("a worn capacitor takes the peak away and leaves the carrier, least of all into 2 Ω", () => {
    const [sound, worn] = [solve("classD", chosen, { c: faultless(farads, 0.01) }), solve("classD", chosen, { c: faultless(farads, 6) })];
    expect(figure(worn, "peaking", "8")).toBeLessThan(figure(sound, "peaking", "8"));
    const rise = (load: string) => figure(worn, "carrierLeft", load) - figure(sound, "carrierLeft", load);
    expect(rise("8")).toBeGreaterThan(10);
    expect(rise("2")).toBeLessThan(rise("4"));
    expect(rise("4")).toBeLessThan(rise("8"));
    expect(worn.warnings).toEqual([{ code: "dampedPeak" }]);
  });
});

describe("loops", () => {
  test("each decoupler that dries costs margin, and one that is gone makes the valve chain motorboat slowly", () => {
    const margin = (over: Parts) => figure(solve("decouplingChain", {}, over, "valveAmplifier"), "gainMargin");
    const sound = margin({});
    expect(sound).toBeGreaterThan(6);
    expect(margin({ decoupler2: faultless(5e-6, 10) })).toBeLessThan(sound - 2);
    expect(margin({ decoupler1: faultless(5e-6, 10) })).toBeLessThan(sound - 2);
    const gone = solve("decouplingChain", {}, { decoupler2: { kind: "open" } }, "valveAmplifier");
    const swings = gone.warnings.find((w) => w.code === "oscillates");
    expect(swings?.code === "oscillates" && swings.hertz > 0.5 && swings.hertz < 25, JSON.stringify(gone.warnings)).toBe(true);
  });
  test("after a kick the sound servo settles and the dried one grows at the rate its mode says", () => {
    const size = (o: Outcome) => {
      const { y } = o.curves.find((c) => c.key === "afterKick")!;
      const largest = (from: number, to: number) => Math.max(...y.slice(from, to).map(Math.abs));
      return { early: largest(100, 300), late: largest(400, 600) };
    };
    const [sound, dried] = [solve("servoLoop"), solve("servoLoop", {}, { servo: faultless(0.52e-6, 200) })];
    expect(size(sound).late).toBeLessThan(size(sound).early);
    expect(size(dried).late).toBeGreaterThan(size(dried).early);
    const rate = Math.log(size(dried).late / size(dried).early) / ((300 * 3) / 1000);
    expect(Math.abs(rate / figure(dried, "growth") - 1)).toBeLessThan(0.15);
  });
});

describe("switch mode, delay", () => {
  test("output ripple goes with ESR, hardly with C", () => {
    const at = (over: Parts) => figure(solve("switchMode", {}, over), "ripple", "first");
    const sound = at({ first: faultless(1000e-6, 0.03) });
    expect(at({ first: faultless(500e-6, 0.03) }) / sound).toBeCloseTo(1, 1);
    expect(at({ first: faultless(1000e-6, 0.3) }) / sound).toBeGreaterThan(4);
  });
  test("a leaky start capacitor never reaches the threshold, a dried one falls back", () => {
    const { settings } = usual("startUp");
    const leaky = startUp(settings, { start: { kind: "works", farads: 22e-6, esr: 1, leak: 15e3 } });
    expect(leaky.seconds).toBeNull();
    expect(leaky.reaches).toBeLessThan(16);
    expect(solve("startUp", {}, { start: faultless(2e-6, 10) }).warnings.map((w) => w.code)).toEqual(["startsThenFails"]);
    expect(startUp(settings, { start: faultless(22e-6, 0.5) }).held).toBeGreaterThan(10);
  });
  test("the delay is −RC·ln(1 − threshold/supply), never with a leak that holds the pin down", () => {
    expect(delaySeconds(12, 100e3, 7.6, faultless(22e-6))).toBeCloseTo(-2.2 * Math.log(1 - 7.6 / 12), 9);
    expect(delaySeconds(12, 100e3, 7.6, { kind: "works", farads: 22e-6, esr: 0, leak: 100e3 })).toBe(Infinity);
    expect(delaySeconds(12, 100e3, 7.6, { kind: "open" })).toBe(0);
    const o = solve("delay");
    expect(figure(o, "delayShortest")).toBeLessThan(figure(o, "delay"));
    expect(figure(o, "delayLongest")).toBeGreaterThan(figure(o, "delay"));
  });
});
