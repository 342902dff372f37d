// Circuits that are solved twice: by the core, and by something outside the project.
const diode = (id, anode, cathode) => ({ kind: "diode", id, anode, cathode, saturation: 1e-9, emission: 1.8, ohms: 0.03 });
const valve = (id, anode, cathode) => ({ ...diode(id, anode, cathode), ohms: 120 });
const winding = (id, plus, minus, amplitude, ohms, hertz = 50) => ({
  kind: "voltageSource",
  id,
  plus,
  minus,
  wave: { kind: "sine", amplitude, hertz },
  ohms,
});
const c = (id, a, b, farads, esr) => ({ kind: "capacitor", id, a, b, farads, esr });
const r = (id, a, b, ohms) => ({ kind: "resistor", id, a, b, ohms });

/** Bridge and one reservoir; the winding hangs free of ground. */
export const bridge = {
  title: "Bridge and reservoir",
  elements: [
    winding("T1", "w1", "w2", 34, 0.5),
    diode("D1", "w1", "rail"),
    diode("D2", "w2", "rail"),
    diode("D3", "0", "w1"),
    diode("D4", "0", "w2"),
    c("C1", "rail", "0", 4700e-6, 0.05),
    r("RL", "rail", "0", 30),
  ],
};

/** Full-wave valve rectifier and four nodes of R–C. */
export const valveLadder = {
  title: "Valve ladder of four nodes",
  elements: [
    winding("T1", "w1", "0", 424, 150),
    winding("T2", "0", "w2", 424, 150),
    valve("D1", "w1", "rail"),
    valve("D2", "w2", "rail"),
    c("C1", "rail", "0", 32e-6, 2),
    r("RL0", "rail", "0", 7000),
    r("R1", "rail", "n1", 1000),
    c("C2", "n1", "0", 32e-6, 2),
    r("RL1", "n1", "0", 60e3),
    r("R2", "n1", "n2", 4700),
    c("C3", "n2", "0", 16e-6, 3),
    r("RL2", "n2", "0", 100e3),
    r("R3", "n2", "n3", 10e3),
    c("C4", "n3", "0", 16e-6, 3),
    r("RL3", "n3", "0", 150e3),
  ],
};

/** Voltage doubler of which one capacitor has dried. */
export const doubler = {
  title: "Doubler, lower capacitor dried",
  elements: [
    winding("T1", "w1", "mid", 34, 0.5),
    diode("D1", "w1", "rail"),
    diode("D2", "0", "w1"),
    c("C1", "rail", "mid", 2200e-6, 0.05),
    c("C2", "mid", "0", 700e-6, 0.6),
    r("RL", "rail", "0", 150),
    r("RM1", "rail", "mid", 10e6),
    r("RM2", "mid", "0", 10e6),
  ],
};

/** Dual rail with a filter behind one of them and a choke. */
export const dualRail = {
  title: "Dual rail, choke in one",
  elements: [
    winding("T1", "w1", "0", 36, 0.4),
    winding("T2", "0", "w2", 36, 0.4),
    diode("D1", "w1", "rail"),
    diode("D2", "w2", "rail"),
    diode("D3", "minus", "w1"),
    diode("D4", "minus", "w2"),
    c("C1", "rail", "0", 1500e-6, 0.3),
    c("C2", "0", "minus", 4700e-6, 0.05),
    r("RL1", "rail", "0", 80),
    r("RL2", "minus", "0", 80),
    { kind: "inductor", id: "L1", a: "rail", b: "n1", henries: 0.05, dcr: 8 },
    c("C3", "n1", "0", 470e-6, 0.2),
    r("RL3", "n1", "0", 400),
  ],
};

/** Third-order high pass with worn parts into a voice coil. */
export const crossover = {
  title: "Third-order high pass",
  elements: [
    { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 0 }, ohms: 0.1 },
    c("C1", "in", "mid", 4.4e-6, 0.8),
    { kind: "inductor", id: "L1", a: "mid", b: "0", henries: 318e-6, dcr: 0.2 },
    { kind: "capacitor", id: "C2", a: "mid", b: "out", farads: 13e-6, esr: 0.3, esl: 1e-7, leak: 1e5 },
    { kind: "inductor", id: "RD", a: "out", b: "0", henries: 50e-6, dcr: 8 },
  ],
};

/** Two gain stages with one pole each and a path back. */
export const amplifier = {
  title: "Amplifier with poles",
  elements: [
    { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 0 } },
    { kind: "amplifier", id: "A1", plus: "a", minus: "0", inPlus: "in", inMinus: "fb", gain: 2000, pole: 100, ohms: 75 },
    c("C1", "a", "b", 10e-6, 1),
    r("R1", "b", "0", 10e3),
    { kind: "transconductance", id: "G1", from: "0", to: "out", inPlus: "b", inMinus: "0", siemens: 2e-3 },
    r("R2", "out", "0", 4700),
    c("C2", "out", "0", 1e-9, 0),
    r("R3", "out", "fb", 47e3),
    r("R4", "fb", "0", 4700),
  ],
};
