import { describe, expect, test } from "vitest";
import { bench, records } from "../../testing/jobs";
import type { VerdictState } from "../../verdict";

// What is muttered at a bench, all the way from the line to the verdict on the part. Trade rules are common practice.

type Case = readonly [about: string, add: string, said: readonly string[], state: VerdictState | readonly VerdictState[]];

const stateAfter = (add: string, said: readonly string[]) => {
  const b = bench(records({ positions: [] }));
  for (const line of [`add ${add}`, ...said]) expect(b.type(line), line).toMatchObject({ kind: "keeps" });
  const [first] = b.model().positions;
  return first!.verdict;
};

const cases = (name: string, list: readonly Case[]) =>
  describe(name, () => {
    test.each(list)("%s", (_about, add, said, state) => {
      expect([state].flat()).toContain(stateAfter(add, said).state);
    });
  });

cases("ohms on an ohmmeter are the DC path", [
  ["0 ohm, lifted", "C1 100u 16v", ["C1 pocket out 0 ohm"], "shorted"],
  ["0.5r, lifted", "C1 100u 16v", ["C1 pocket out 0.5r"], "shorted"],
  ["dead short, lifted", "C1 100u 16v", ["C1 out dead short"], "shorted"],
  ["short said after a good ESR", "C1 100u 16v", ["C1 out esr 0.3", "C1 pocket out 0.2r"], "shorted"],
  ["a short outranks a later good ESR in circuit", "C1 100u 16v", ["C1 pocket out 0.2r", "C1 in esr 0.3"], "shorted"],
  ["350r on a high-voltage part is a short for its supply", "C1 47u 450v", ["C1 pocket out 350r"], "shorted"],
  ["350r on a low-voltage part is a leak", "C1 47u 25v", ["C1 pocket out 350r settled"], "failed"],
  ["12 ohm with the part in circuit may be the circuit's", "C1 47u 25v", ["C1 pocket in 12 ohm"], "undecided"],
  ["climbing is wait", "C1 1000u 25v", ["C1 pocket out 20k climbing"], "undecided"],
  ["trend not said", "C1 1000u 25v", ["C1 pocket out 500k"], "undecided"],
  ["falling is condemned", "C1 1000u 25v", ["C1 pocket out 500k falling"], "failed"],
  ["settled at 50k on 1000 µF: below 100k", "C1 1000u 25v", ["C1 pocket out 50k settled"], "failed"],
  ["settled at 200k on 1000 µF: within the form", "C1 1000u 25v", ["C1 pocket out 200k settled"], ["sound", "undecided"]],
  ["settled at 1M on 47 µF: below 2.1M", "C1 47u 25v", ["C1 pocket out 1M settled"], "failed"],
  ["settled at 3M on 47 µF: within", "C1 47u 25v", ["C1 pocket out 3M settled"], ["sound", "undecided"]],
  ["settled at 15k on 4700 µF: below 21k", "C1 4700u 50v", ["C1 pocket out 15k settled"], "failed"],
  ["the same leak in amperes", "C1 1000u 25v", ["C1 out leak 500ua"], "failed"],
  ["a leak the form allows, in amperes", "C1 1000u 25v", ["C1 out leak 100ua"], ["sound", "undecided"]],
  ["never asked to be better than V over 3 µA", "C1 1u 50v", ["C1 pocket out 17M settled"], ["sound", "undecided"]],
]);

cases("ESR, with the limits said as over", [
  ["at the limit of 0.5 Ω: worn, not failed", "C1 220u 25v", ["C1 out esr 0.5"], "worn"],
  ["over it", "C1 220u 25v", ["C1 out esr 0.55"], "failed"],
  ["100 µF around 0.5 is fine", "C1 100u 25v", ["C1 out esr 0.5"], "sound"],
  ["100 µF over 1 is suspect", "C1 100u 25v", ["C1 out esr 1.2"], "worn"],
  ["a few ohms on 47 µF is failed, not open", "C1 47u 50v", ["C1 out esr 8"], "failed"],
  ["over-range is open", "C1 47u 50v", ["C1 out esr ol"], "open"],
  ["fifty times and over 100 Ω is open", "C1 47u 50v", ["C1 out esr 150"], "open"],
  ["near zero may be a short", "C1 47u 50v", ["C1 out esr 0.01"], "undecided"],
  ["near zero with the ohmmeter clear", "C1 47u 50v", ["C1 out esr 0.01", "C1 pocket out ol climbing"], ["sound", "undecided"]],
  ["a large reservoir belongs in the tens of milliohms", "C1 10000u 63v reservoir", ["C1 out esr 0.02"], "sound"],
  ["a large reservoir at 0.3 Ω", "C1 10000u 63v reservoir", ["C1 out esr 0.3"], "failed"],
  ["35 milliohm said as a word", "C1 4700u 50v reservoir", ["C1 out esr 35 milliohm"], "sound"],
  ["high in circuit is at least that bad", "C1 22u 35v", ["C1 in esr 7"], "failed"],
  ["low in circuit clears nothing", "C1 22u 35v", ["C1 in esr 0.3"], "undecided"],
  ["low in circuit with nothing across it", "C1 22u 35v", ["C1 alone", "C1 in esr 1"], "sound"],
  ["out overrules in", "C1 22u 35v", ["C1 in esr 0.3", "C1 out esr 7"], "failed"],
  ["out overrules in, the other way", "C1 22u 35v", ["C1 out esr 1", "C1 in esr 0.3"], "sound"],
  ["above the meter's last step", "C1 22u 35v", ["C1 out esr >99"], ["failed", "open"]],
  ["below the meter's first step", "C1 1000u 25v", ["C1 out esr <0.1"], ["sound", "undecided"]],
]);

cases("capacitance", [
  ["within tolerance", "C1 100u 25v", ["C1 out 95u 0.4r"], "sound"],
  ["20 to 40 % low is worn", "C1 100u 25v", ["C1 out 70u"], "worn"],
  ["below half is failed", "C1 100u 25v", ["C1 out 45u"], "failed"],
  ["minus 35 % said as such", "C1 100u 25v", ["C1 out -35%"], "worn"],
  ["far too high: charged through a leak", "C1 100u 25v", ["C1 out 165u"], "failed"],
  ["next to nothing left is open", "C1 100u 25v", ["C1 out 0.8u !"], "open"],
  ["an old can may read half as much again", "C1 32u 450v can", ["C1 out 47u"], "sound"],
  ["film out of tolerance", "C1 0.1u 250v film", ["C1 out 80n"], "failed"],
  ["low at 1 kHz proves nothing of a wet part", "C1 100u 25v", ["C1 out 70u@1k"], "undecided"],
  ["low in circuit is strong", "C1 100u 25v", ["C1 in 40u"], "failed"],
  ["high in circuit proves little", "C1 100u 25v", ["C1 in 180u"], "undecided"],
  ["31 microfarad on 100", "C1 100u 25v", ["C1 out 31 microfarad"], "failed"],
  ["a bipolar crossover part 12 % low", "C1 10u 50v bipolar crossover", ["C1 out 8.8u"], ["worn", "failed"]],
]);

cases("insulation of film, paper and ceramic", [
  ["20M on film", "C1 0.1u 250v film", ["C1 pocket out 20M settled"], "failed"],
  ["5G on film", "C1 0.1u 250v film", ["C1 pocket out 5G settled"], ["sound", "undecided"]],
  ["paper that leaks", "C1 0.022u 400v paper coupling", ["C1 pocket out 8M settled"], "failed"],
  ["5 megohm, said in words", "C1 0.1u 250v film", ["C1 pocket out 5 megohm settled"], "failed"],
]);

cases("what is seen and said", [
  ["bulging", "C1 1000u 25v", ["C1 bulging"], "failed"],
  ["swollen, and reads its value", "C1 1000u 25v", ["C1 swollen", "C1 out 980u 0.04r"], "failed"],
  ["vented", "C1 1000u 25v", ["C1 vented"], "failed"],
  ["leaking", "C1 1000u 25v", ["C1 leaking"], "failed"],
  ["cracked", "C1 10n 1000v ceramic", ["C1 cracked"], "failed"],
  ["looks clean proves nothing", "C1 1000u 25v", ["C1 looks clean"], "undecided"],
  ["fine does not clear a bad figure", "C1 22u 35v", ["C1 out esr 7", "C1 ok"], "failed"],
  ["open circuit", "C1 22u 35v", ["C1 out open circuit"], "open"],
  ["no continuity clears nothing", "C1 22u 35v", ["C1 out no continuity"], "undecided"],
]);

test("fine, and nothing else, is taken as said, as a guess, and asks for a reading", () => {
  expect(stateAfter("C1 1000u 25v", ["C1 fine"])).toMatchObject({ state: "sound", certainty: "guess", settle: "liftAndEsr" });
});

describe("the way a thing is said does not change what it means", () => {
  test.each([
    ["C1 out esr 4.6", "C1 esr 4.6 out", "c1 out ESR=4.6", "C1 reads 4.6 esr out", "C1 esr 4.6 ohm lifted", "C1 one leg lifted esr 4.6"],
    ["C1 out 31u 0.9r", "C1 out 31u/0.9", "C1 0.9r 31u out", "C1 out 31uF 0.9 ohm", "C1 out 31 microfarad esr 0.9"],
    ["C1 pocket out 20k settled", "C1 pocket out settled 20k", "C1 20k settled pocket out", "C1 out pocket 20 kohm settled"],
    ["C1 bulged", "C1 bulging", "C1 is swollen", "c1 BULGES"],
    ["C1 esr 4.6 in", "C1 4.6 ohm esr in circuit", "C1 in 4.6 esr"],
    ["C1 leak 20ua", "C1 20ua leak", "C1 leakage 20 ua"],
    ["C1 out esr >20", "C1 out esr over 20", "C1 esr above 20 ohm out"],
    ["C1 out esr ~4", "C1 out about 4 ohms", "C1 around 4 esr out"],
    ["C1 climbing", "C1 climbs to infinity", "C1 rising"],
    ["C1 out esr ol", "C1 out esr 0L", "C1 out esr over range", "C1 out esr no reading", "C1 esr infinite out"],
  ])("%s", (...ways) => {
    const kept = ways.map((line) => {
      const b = bench(records({ positions: [] }));
      b.type("add C1 100u 16v");
      expect(b.type(line), line).toMatchObject({ kind: "keeps" });
      const said = b.records.readings[b.records.positions[0]!.id]!;
      return said.map(({ measurement, inCircuit, meter }) => JSON.stringify({ measurement, inCircuit, meter })).sort();
    });
    for (const other of kept) expect(other).toEqual(kept[0]);
  });
});

describe("asked back, never guessed", () => {
  test.each([
    ["C1 4.6 3.9 esr", "a second value of one quantity"],
    ["C1 pocket 5m", "milli to one, mega to another"],
    ["C1 out 4,700u", "a comma that could be either"],
    ["C1 100", "the marking read for a reading"],
    ["C1 100u 16v", "its marking, said again"],
    ["C1 47u 25v 0.4", "another part's marking"],
    ["offset l 12 r 15", "volts or millivolts"],
    ["C1 ripple 80", "volts or millivolts"],
    ["in out", "one place or the other"],
    ["C1 with C1", "a part across itself"],
    ["C1 shorted out", "a condition, or a place"],
    ["C1 burnt out", "a condition, or a place"],
    ["C1 pocket esr 0.4", "a meter that shows no ESR"],
    ["C9 esr 1", "a part that is not there"],
    ["C1 esr 4.6 blah", "a word nobody knows"],
    ["C1 out 9000u", "far from what is marked"],
  ])("%s: %s", (line) => {
    const b = bench(records({ positions: [] }));
    b.type("add C1 100u 16v");
    const before = JSON.stringify(b.records);
    expect(b.type(line)).toHaveProperty("code");
    expect(JSON.stringify(b.records), "nothing is kept").toBe(before);
  });
});

test("from one designator to another means all between, never the two ends alone", () => {
  const ends = ["C12 to C14 ok", "C12-C14 ok", "c12 - c14 fine", "C12 through C14 ok"];
  for (const line of ends) {
    const b = bench(records({ positions: [] }));
    for (const d of ["C11", "C12", "C13", "C14", "C15", "L13"]) b.type(`add ${d} 100u 16v`);
    b.type(line);
    const touched = b.model().positions.filter((p) => p.readings.length > 0);
    expect(
      touched.map((p) => p.designator),
      line,
    ).toEqual(["C12", "C13", "C14"]);
  }
  const b = bench();
  expect(b.type("C114 to C14 ok"), "backwards is asked back").toHaveProperty("code");
});

test.each([
  ["b+ is 385v", "b+"],
  ["rail main reads 14.9", "rail main"],
  ["bias at v1 -44", "bias v1"],
])("%s: joining words are no part of a name", (line, point) => {
  const b = bench();
  b.type(line);
  expect(b.records.points).toMatchObject([{ point }]);
});

test("replaced with says what is in now", () => {
  const b = bench();
  b.type("C14 replaced with 220u 25v");
  expect(b.at("C14").fittings.at(-1)!.part).toMatchObject({ nominal: 220e-6, rated: 25 });
});

describe("several parts in a line, each with its own", () => {
  const after = (line: string) => {
    const b = bench(records({ positions: [] }));
    for (const d of ["C12", "C13", "C14"]) b.type(`add ${d} 100u 16v`);
    const kept = b.type(line);
    const of = (d: string) =>
      b.at(d).readings.map(({ measurement: m, inCircuit }) => [m.kind, Object.values(m)[1], inCircuit ? "in" : "out"]);
    return { kept, C12: of("C12"), C13: of("C13"), C14: of("C14"), b };
  };
  test.each([
    ["C12 bulged C13 ok", [["visual", "bulged", "in"]], [["word", "fine", "in"]]],
    ["C12 4.6 C13 31u", [["esr", 4.6, "in"]], [["capacitance", 31e-6, "in"]]],
    ["4.6 C12 3.9 C13", [["esr", 4.6, "in"]], [["esr", 3.9, "in"]]],
    ["C12 4.6 C13 3.9 out", [["esr", 4.6, "out"]], [["esr", 3.9, "out"]]],
    ["C12 4.6 in C13 3.9 out", [["esr", 4.6, "in"]], [["esr", 3.9, "out"]]],
    ["C12 4.6 C13 same", [["esr", 4.6, "in"]], [["esr", 4.6, "in"]]],
    ["C12 20k falling C13 30k settled", [["ohmmeter", 20e3, "in"]], [["ohmmeter", 30e3, "in"]]],
  ])("%s", (line, first, second) => {
    expect(after(line)).toMatchObject({ C12: first, C13: second, C14: [] });
  });

  test("a trend is its own part's", () => {
    const { b } = after("C12 pocket 20k falling C13 30k settled");
    expect(["C12", "C13"].map((d) => b.at(d).readings[0]!)).toMatchObject([
      { meter: "pocket", measurement: { trend: "falling" } },
      { meter: "pocket", measurement: { trend: "settled" } },
    ]);
  });

  test("a part named in a note is not the note's", () => {
    const { b, C12 } = after("C14 note C12 is beside it");
    expect(C12).toEqual([]);
    expect(b.records.notes).toMatchObject([{ text: "C12 is beside it" }]);
  });

  test("a part nothing is said of is asked back", () => {
    expect(after("C12 4.6 C13").kept).toMatchObject({ code: "nothingSaid", designator: "C13" });
  });
});
