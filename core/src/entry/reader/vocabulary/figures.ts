import type { Topic } from "./sense";

// What is said around a figure: what it is, how it was read, how it is judged.

export const FIGURES: Topic = [
  [{ is: "quantity", quantity: "esr" }, "esr, e.s.r., e s r"],
  [{ is: "quantity", quantity: "capacitance" }, "capacitance, capacity, cap value, uf"],
  [{ is: "quantity", quantity: "ohms" }, "resistance, dcr, end to end, dc resistance, on ohms"],
  [{ is: "quantity", quantity: "leak" }, "leakage, insulation"],
  [
    { is: "quantity", quantity: "diode" },
    "diode test, diode mode, diode range, drop, forward, fwd, vf, on diode, on the diode range, on the diode test, " +
      "diode check, one way",
  ],
  [{ is: "quantity", quantity: "reverse" }, "reverse, backwards, the other way, other way, the other way round, other way round"],
  [{ is: "quantity", quantity: "gain" }, "hfe, gain, beta"],
  [{ is: "quantity", quantity: "current" }, "current, draws, cathode current, ik, cathode currents"],
  [{ is: "quantity", quantity: "ac" }, "ac, volts ac, of ac"],
  [{ is: "quantity", quantity: "ripple" }, "ripple, riple"],
  [{ is: "quantity", quantity: "dc" }, "dc, volts dc"],
  [
    { is: "quantity", quantity: "offset" },
    "offset, dc offset, dc at the speakers, dc at the speaker terminals, dc at the speaker, dc out, offsets, dc outs, " +
      "dc on the speakers, dc on the output, dc at the output, dc at the outputs",
  ],
  [
    { is: "quantity", quantity: "residual" },
    "residual, residual noise, noise out, o/p residual, output residual, noise floor, residual hum, noise at the output",
  ],
  [
    { is: "quantity", quantity: "clip" },
    "at clip, clip, clips, clips at, at clipping, clipping, before clip, before clipping, just under clip, just before clip, " +
      "at onset of clipping, at the onset of clipping, under clip",
  ],
  [
    { is: "under", under: { load: "unloaded" } },
    "psu on its own, supply on its own, psu alone, supply alone, w/o its load, unloaded, no load, without load, w/o load, " +
      "with no load, off load",
  ],
  [{ is: "under", under: { load: "loaded" } }, "loaded, under load, on load, with load"],
  [{ is: "under", under: { power: "on" } }, "while running, running, when running, with it running, while it runs, while playing, when on"],
  [{ is: "under", under: { power: "idle" } }, "at idle, idling, idle, no signal, idle current"],
  [{ is: "under", under: { power: "standby" } }, "in standby, on standby, standby, stby"],
  [{ is: "under", under: { heat: "cold" } }, "cold, from cold, when cold, stone cold"],
  [{ is: "under", under: { heat: "warm" } }, "warm, when warm, hot, warmed up, once warm, when it gets warm"],
  [
    { is: "under", under: { health: "failing" } },
    "failing, when it fails, while it fails, when it drops out, while it hangs, when it hangs, when its stuck, " +
      "when it's stuck, while stuck, when stuck, when it cuts out, when it dies",
  ],
  [{ is: "circuit", inCircuit: true, lifted: false }, "in circuit, in cct, in ckt, in-circuit, incircuit, in situ, on the board, in place"],
  [
    { is: "circuit", inCircuit: false, lifted: false },
    "out of circuit, out of cct, out of the board, out of board, off the board, out, pulled out, out now",
  ],
  [
    { is: "circuit", inCircuit: false, lifted: true },
    "lifted, leg up, one leg up, w one leg up, with one leg up, with one leg lifted, one leg lifted, one leg out, " +
      "leg lifted, one end lifted, one end up, leg out, one leg off, w a leg up, with a leg up, one leg free, leg free, " +
      "one end free, lifted one end, lifted one leg, one leg up on each",
  ],
  [{ is: "over" }, "ol, o.l., o.l, 0l, over range, over-range, overrange, off the scale, infinite, inf, infinity"],
  [
    { is: "ought" },
    "should be, shd be, supposed to be, want, wants, ought to be, should read, is meant to be, want to see, nominal, " + "in the book",
  ],
  [
    { is: "held" },
    "holds, still holds, left on, still has, still on, left in it, left over, v left, left, holding, still in it, " +
      "still hold, after off, after switch off, switched off, switch off, after switching off, off at the wall",
  ],
  [
    { is: "wanders" },
    "hunting, pumping, jumping about, jumps up and down, jumps about, hunts, goes up and down, hunts up and down, wandering, " +
      "wanders, not steady, unsteady, saws up and down, pumps, jumping up and down, up and down, never stays",
  ],
  [{ is: "rails" }, "rails, both rails, the rails, on the rails, main rails"],
  [
    { is: "meter" },
    "meter, esr meter, on the meter, on my meter, on the bridge, bridge meter, this meter, ohmmeter, my meter, " +
      "on same meter, on the same meter, on the same bridge",
  ],
  [
    { is: "limit" },
    "lowest step, at its bottom, bottom of the meter, wont go under, won't go under, cant do much below, end of the meter, " +
      "at its limit",
  ],
  [{ is: "shelf" }, "off the shelf, out of the drawer, from the drawer, from the shelf, shelf part"],
  [{ is: "judged", as: "low" }, "low, down, too low, is low, short of it, both low, low both"],
  [{ is: "judged", as: "high" }, "high, too high, gone high, gone up, has gone high, has gone up, gone up to, has gone up to, is high"],
  [
    { is: "judged", as: "good" },
    "good, ok, okay, fine, alright, spot on, as it should, bang on, dead on, healthy, perfect, all good, all fine, all ok, " +
      "both good, both ok, both fine, as they should",
  ],
  [
    { is: "judged" },
    "only, just, steady, normal, down to, was down to, is down to, pulled down to, dropped to, only just, left of it, " +
      "right on, rock steady, solid",
  ],
  [
    { is: "drained" },
    "drained, discharged, bled, bled down, drained down, bled off, bleeds down, bled down to, bled it, " +
      "bleeds down by itself, drained to, discharged to",
  ],
  [{ is: "marking" }, "left of, says, marked, printed, labelled, stamped, instead of, supposed to hold"],
  [{ is: "mills" }, "mills, mv, millivolts, mvolts"],
];
