import type { Topic } from "./sense";

// How the unit is fed, loaded and driven.

export const SUPPLY: Topic = [
  [
    { is: "noInput" },
    "nothing plugged in, no inputs, no sources, no input, no source, all sources unplugged, unplugged all sources, " +
      "without input, w/o any input, no source plugged in, nothing connected",
  ],
  [{ is: "sine" }, "sine, tone, sine wave, test tone"],
  [
    { is: "lamp" },
    "series lamp, lamp in series, bulb in series, in series, watt lamp, watt bulb, bulb, the bulb, lamp limiter, limiter, " +
      "lamp, series bulb, dim bulb, on the bulb, on the lamp, bulb limiter",
  ],
  [
    { is: "flash" },
    "flash, flashes, flashed, blink, blinks, blinked, lights up, flashes up, goes bright, bright flash, just flashes up, " + "short flash",
  ],
  [
    { is: "dark" },
    "dark, goes dark, went dark, out again, goes out, went out, then dark, then out, dim, then dim, goes dim, " +
      "goes dark again, stays dark, and out, and dark, went dim",
  ],
  [{ is: "variac" }, "variac, variable transformer, on the variac, via variac, on variac, variable tx"],
  [
    { is: "on-power" },
    "full mains, straight mains, at full mains, on full mains, on straight mains, full volts, mains, wound up, up to, " +
      "up to full, wound up to",
  ],
  [{ is: "loads" }, "loads, dummies, dummy load, dummy loads, into, load, ohm loads, both loaded, 8r dummies, each into, both into"],
  [
    { is: "device" },
    "tv, telly, television, tv set, cd, cd player, dvd, dvd player, phone, laptop, computer, pc, turntable, " +
      "record player, deck, record deck, tape deck, cassette deck, mp3 player, streamer, keyboard, guitar, mic, microphone, " +
      "dynamic mic, signal generator, generator, sig gen, player, minidisc, radio, tuner, synth, another source, " +
      "other source, different source, source",
  ],
];
