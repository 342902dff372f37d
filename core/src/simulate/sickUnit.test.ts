import { expect, test } from "vitest";
import { UNIT_KINDS, type UnitKind } from "../device";
import { seededRandom } from "../numeric";
import { analyseWav, writeWav, type SoundFinding } from "../sound";
import { sickUnit, type SickFault } from ".";

const RATE = 32_000;
const SECONDS = 8;
const made = (seed = 7) => ({ rate: RATE, seconds: SECONDS, random: seededRandom(seed) });
function heard(channels: readonly Float32Array[]): readonly SoundFinding[] {
  const wav = writeWav(channels, RATE, "pcm16");
  const answer = analyseWav({ size: wav.length, read: (from, length) => wav.subarray(from, from + length) });
  if (!answer.ok) throw new Error(answer.issue.code);
  return answer.value!.report.findings;
}
const LABEL: Readonly<Record<SickFault["code"], SoundFinding["label"]>> = {
  hum: "hum",
  swing: "motorboating",
  crackle: "crackle",
  clicks: "periodicClicking",
  dropouts: "dropouts",
  dull: "trebleMissing",
  hiss: "hiss",
};

test.each(UNIT_KINDS)("%s: what was put in is heard, and nothing else", (kind: UnitKind) => {
  const sick = sickUnit(kind, made());
  const labels = [...new Set(heard(sick.channels).map((f) => f.label))].sort();
  expect(labels).toEqual([...new Set(sick.faults.map((f) => LABEL[f.code]))].sort());
});

test("the hum is the ripple of the supply's circuit: of a bridge at twice mains, with a diode open at mains itself", () => {
  const kindOf = (kind: UnitKind, mainsHz: number) => {
    const hum = heard(sickUnit(kind, made(), mainsHz).channels).find((f) => f.label === "hum");
    return hum?.label === "hum" ? [hum.kind, Math.round(100 * hum.mainsHz) / 100] : null;
  };
  expect(kindOf("receiver", 50)).toEqual(["ripple", 50]);
  expect(kindOf("receiver", 60)).toEqual(["ripple", 60]);
  expect(kindOf("stereoAmplifier", 50)).toEqual(["halfWave", 50]);
});

test("the swing grows as the loop's model has it", () => {
  const { channels, faults } = sickUnit("valveAmplifier", made());
  const put = faults.find((f) => f.code === "swing");
  const found = heard(channels).find((f) => f.label === "motorboating");
  if (put?.code !== "swing" || found?.label !== "motorboating") throw new Error();
  expect(found.rate).toBeCloseTo(put.hz, 2);
  expect(found.growth).toBeCloseTo(Math.exp(put.growth) - 1, 2);
});

test("a worse reservoir hums louder, by what the circuit says", () => {
  const { faults } = sickUnit("receiver", made());
  const [hum] = faults;
  if (hum?.code !== "hum") throw new Error();
  expect(hum.ripple).toBeGreaterThan(1);
  expect(hum.share).toBeLessThan(0.5);
});

test("the same seed is the same recording, another seed another", () => {
  expect(sickUnit("mixer", made()).channels[1]).toEqual(sickUnit("mixer", made()).channels[1]);
  expect(sickUnit("mixer", made(8)).channels[1]).not.toEqual(sickUnit("mixer", made()).channels[1]);
});
