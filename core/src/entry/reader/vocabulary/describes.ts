import type { Topic } from "./sense";

// What a part is like: size, make, kind. It names nothing and says nothing of its health.

export const DESCRIBES: Topic = [
  [
    { is: "describes" },
    "slow, fast, slow blow, time lag, 105deg, 105c, 105, low leak, low esr, low leakage, long life, bipolar, bip, np, " +
      "non polar, non-polar, film, axial, radial, polypropylene, polyester, tantalum, metal film, audio grade, matched, " +
      "big, bigger, large, larger, small, smaller, little, wee, tall, long, thick, thicker, fat, slim, blue, yellow, " +
      "orange, grey, gray, silver, gold, purple, white, " +
      "" +
      "" +
      "" +
      "ordinary, standard, usual, common, cheap, " +
      "decent, modern, vintage, nos, used, spare, borrowed, similar, suitable, matching, next size, next size up, type, " +
      "types, kind, brand, rated, quality, general purpose, switching grade, switching type, safety, class x2, class y2, " +
      "x2, y2, flameproof, fusible, wirewound, wire wound, carbon, carbon film, carbon comp, metal oxide, cement, " +
      "ceramic, disc, discs, disc ceramic, polystyrene, oil, screw terminal, smd, surface mount, low noise, high temp, " +
      "high temperature, high ripple, low profile, tants, tant, bipolars, nonpolar, non polarised, nonpolarised, snap ins, " +
      "1%, 2%, 5%, 10%, 0.5w, gp, schottky, ultrafast, fast recovery, small signal, dual, quad, single, twin, " +
      "double, triple, octal, noval, round, square, flat pack, radial lead, different, other type, different make, " +
      "another make, second hand, secondhand, low inductance, heavier, heavy, light, lighter, higher, extra, own",
  ],
  [{ is: "new" }, "new, fresh, brand new, a new, a good, known good, another"],
  [
    { is: "role" },
    "bulk, smoothing, filter, decoupling, coupling, feedback, bootstrap, zobel, snubber, bleeder, timing, start-up, " +
      "startup, start up, reservoir, emitter res, base stopper, gate stopper, grid stopper, stopper, swamping, sense, " +
      "current sense, dropper, dropping, ballast, pull up, pull-up, pull down, pull-down, anti-pop, speaker coupling, " +
      "input coupling, output coupling, interstage, inter-stage, splitter, phase splitter, pi, cathode bypass, screen feed, " +
      "bypass, tank, power, main, main filter, main smoothing, start, start-up supply, output, output stage, input, driver, " +
      "pre-driver, predriver, rectifier, regulator, series pass, pass, hf bypass, supply, bias, servo, volume, emitter, " +
      "collector, base, cathode, plate, anode, screen, grid, ripple filter, dc blocking, blocking, relay driver, muting, " +
      "reset, clock, crystal load, loudness, treble, bass, bleeders, zobels, stoppers, ballasts, emitters",
  ],
];
