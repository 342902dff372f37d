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
    "residual, residual noise, noise out, o/p residual, output residual, noise floor, residual hum, noise at the output, " +
      "noise at o/p, noise at the o/p, o/p noise, noise on the output, noise at output, hum at the output, hum at output, " +
      "residual at the output, resid, resid., noise left, hum left",
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
  [
    { is: "under", under: { power: "on" } },
    "while running, running, when running, with it running, while it runs, while playing, when on, " +
      "while on, when its on, when it runs, in use, " +
      "in operation, operating, ",
  ],
  [
    { is: "under", under: { power: "idle" } },
    "at idle, idling, idle, no signal, idle current, quiescent, with no signal, without signal, no drive, without drive, " +
      "not driven, undriven, at rest",
  ],
  [{ is: "under", under: { power: "standby" } }, "in standby, on standby, standby, stby"],
  [
    { is: "under", under: { heat: "cold" } },
    "cold, from cold, when cold, stone cold, at cold, from stone cold, cold start reading, at room temperature, " +
      "when its cold, when it is cold, still cold, cool, when cool, cooled off, cooled down, after cooling",
  ],
  [
    { is: "under", under: { heat: "warm" } },
    "warm, when warm, hot, warmed up, once warm, when it gets warm, when its warm, when it is warm, when hot, " +
      "at temperature, up to temperature, fully warm, fully warmed up, after warm up, after warm-up, once hot, " +
      "warmed through, nice and warm, at working temperature",
  ],
  [
    { is: "under", under: { health: "failing" } },
    "failing, when it fails, while it fails, when it drops out, while it hangs, when it hangs, when its stuck, " +
      "when it's stuck, while stuck, when stuck, when it cuts out, when it dies, while it acts up, when it acts up, " +
      "acting up, during the fault, in the fault, with the fault there, with the fault present, when faulty, while faulty, " +
      "in fault, when it goes, when it does it, while it does it, as it fails, at the moment it fails, when it trips, " +
      "at the trip, when it crackles, while it crackles, when it hums, when it stops, while it is dead, when dead, " +
      "while dead, when silent, while silent, hung, while hung",
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
  [
    { is: "over" },
    "ol, o.l., o.l, 0l, over range, over-range, overrange, off the scale, infinite, inf, infinity, open line, no reading, " +
      "out of range, over limit, overload, o.r., o/r, infinite ohms, infinity ohms, off scale, beyond the range, " +
      "beyond range",
  ],
  [
    { is: "ought" },
    "should be, shd be, supposed to be, want, wants, ought to be, should read, is meant to be, want to see, nominal, " + "in the book",
  ],
  [
    { is: "held" },
    "holds, still holds, left on, still has, still on, left in it, left over, v left, left, holding, still in it, " +
      "still hold, after off, after switch off, switched off, switch off, after switching off, off at the wall, stored, " +
      "charge, charge left, of charge, charge in it, charge on it, still charged to, charged to, still charged, " +
      "residual charge, remaining, remains on, remaining on, hanging on, sat on, sitting on it, after power off, " +
      "after unplugging, unplugged and, after pulling the plug, on it still",
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
    "lowest step, at its bottom, bottom of the meter, wont go under, won't go under, cant do much below, " +
      "end of the meter, at its limit, only goes to, goes only to, full scale, full scale of, only reads to, reads only to, " +
      "stops at its end, at its end, cant read lower, cant go lower, no lower",
  ],
  [{ is: "shelf" }, "off the shelf, out of the drawer, from the drawer, from the shelf, shelf part"],
  [
    { is: "judged", as: "low" },
    "low, down, too low, is low, short of it, both low, low both, lowish, on the low side, bit low, a bit low, " +
      "rather low, far too low, way too low, way low, much too low, very low, weak, sagging, sags, lacking, poor, down on, " +
      "well down, well below, below spec, under spec, too little, not enough, half of it, half of what it should be, " +
      "collapsed",
  ],
  [
    { is: "judged", as: "high" },
    "high, too high, gone high, gone up, has gone high, has gone up, gone up to, has gone up to, is high, highish, " +
      "on the high side, bit high, a bit high, rather high, far too high, way too high, way high, much too high, very high, " +
      "drifted, drifted high, drifted up, up in value, above spec, over spec, too much, well up, well over, well above, " +
      "twice what it should be",
  ],
  [
    { is: "judged", as: "good" },
    "good, ok, okay, fine, alright, spot on, as it should, bang on, dead on, healthy, perfect, all good, all fine, " +
      "all ok, both good, both ok, both fine, as they should, great, excellent, a1, top, tip top, like new, as new, " +
      "good as new, no problem, no problems, no issue, no issues, nothing wrong, nothing wrong there, passes, passed, " +
      "in order now, all in order, all well, looks right, right as rain, sound, solid good, very good, pretty good, " +
      "quite good, good enough, usable, acceptable, respectable, decent figure, ok there, good there",
  ],
  [
    { is: "judged" },
    "only, just, steady, normal, down to, was down to, is down to, pulled down to, dropped to, only just, left of it, " +
      "right on, rock steady, solid, merely a, still only, about right, near enough, close enough, fair enough, " +
      "same as marked, as marked, as rated, as printed, correct, right value, in spec, within spec, within tolerance, " +
      "in tolerance, on value, near value, stable, constant, holds steady, stays steady, rock solid, dead steady, typical, " +
      "expected, believable, plausible, unchanging, nothing unusual",
  ],
  [
    { is: "drained" },
    "drained, discharged, bled, bled down, drained down, bled off, bleeds down, bled down to, bled it, " +
      "bleeds down by itself, drained to, discharged to, bleeding, bleed, bleeds, drain, draining, drains, discharging, " +
      "discharge, dumped, shorted through, emptied, empty now, brought down to, taken down to, got it down to, " +
      "down through",
  ],
  [{ is: "marking" }, "left of, says, marked, printed, labelled, stamped, instead of, supposed to hold"],
  [{ is: "mills" }, "mills, mv, millivolts, mvolts"],
  [
    { is: "elsewhere" },
    "in the good one, in the good unit, good one, good unit, good sub, good box, good amp, the good one, the good amp, " +
      "the good unit, the good sub, the good box, good channel part, in the other one, in the other unit, the other unit, " +
      "other unit, in the other amp, other amp, the other amp, other sub, the other sub, in the other sub, other box, " +
      "the other box, in the good sub, in the good box, in the good amp, of the good one, of the other sub, " +
      "of the other unit, its brother, my own, my own one, in mine, on mine, in my own, my own unit, on the good one, " +
      "on the good unit, sub 2, sub two, box 2, in sub 2, of sub 2, unit 2, amp 2, known good unit, a known good unit, " +
      "the working one, working one, in the working one, on the working one, same cap in the good sub, " +
      "same part in the good one, same one in the good unit, good desk, my own desk, own desk, my desk, the good desk, " +
      "in the twin, on the twin, the twin, spare unit, reference unit",
  ],
  [{ is: "collectorEmitter" }, "c-e, c to e, collector to emitter, collector-emitter, collector emitter, c and e"],
];
