import { expect, test } from "vitest";
import { exportNetlist } from "../src/circuit";
import { SCENARIOS, fillSettings, railsPerMainsStep } from "../src/scenarios";
import { slotStates } from "../src/explain";
import { checkNetlist } from "../src/circuit";
import { hasSimulator, reference, simulate } from "./outside.mjs";

// What a variable transformer should show, against a general-purpose simulator run on the same netlist with its sources turned down.

const SHARES = [0.25, 0.5, 1];

/** mean of a vector over its last period of 50 Hz, by the trapezoidal rule on uneven steps */
function meanOf(vectors, node) {
  const [t, v] = [vectors.time, vectors[`v(${node})`]];
  const from = t.at(-1) - 1 / 50;
  let [area, width] = [0, 0];
  for (let i = 1; i < t.length; i++) {
    if (t[i - 1] < from) continue;
    area += ((v[i] + v[i - 1]) / 2) * (t[i] - t[i - 1]);
    width += t[i] - t[i - 1];
  }
  return area / width;
}

test.each(["receiver", "valveAmplifier"])("%s: rails at a quarter, a half and all of the mains agree with ngspice within 1 %", (kind) => {
  const { supply } = SCENARIOS;
  const chosen = kind === "valveAmplifier" ? { rectifier: "valve" } : {};
  const settings = fillSettings(supply, kind, { mainsHertz: 50, ...chosen });
  const parts = Object.fromEntries(slotStates({}, supply, settings, {}, []).map((s) => [s.slot.key, s.sound.state]));
  const ours = railsPerMainsStep(settings, parts, SHARES);
  expect(ours.ok).toBe(true);
  const netlist = supply.netlist(settings, parts);
  const settle = kind === "valveAmplifier" ? 6 : 2;
  const text = (share) => {
    const turned = netlist.elements.map((e) =>
      e.kind === "voltageSource" ? { ...e, wave: { ...e.wave, amplitude: e.wave.amplitude * share } } : e,
    );
    const checked = checkNetlist({ ...netlist, elements: turned });
    if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
    return exportNetlist(checked.value, { kind: "transient", step: 2e-5, stop: settle, from: settle - 0.1, print: ["rail"] });
  };
  const expected = reference(
    `half-mains-${kind}`,
    "ngspice -b on the netlist exported by halfMains.test.mjs, sources turned down",
    hasSimulator,
    () => Object.fromEntries(SHARES.map((s) => [`rail at ${s}`, meanOf(simulate(text(s)).vectors, "rail")])),
  );
  SHARES.forEach((share, i) =>
    expect(Math.abs(ours.value.volts[i][0] / expected[`rail at ${share}`] - 1), `at ${share}`).toBeLessThan(0.01),
  );
});
