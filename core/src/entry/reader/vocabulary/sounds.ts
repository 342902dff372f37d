import type { Topic } from "./sense";

// What is heard, and what the unit does.

export const SOUNDS: Topic = [
  [
    { is: "symptom", symptom: "hum" },
    "hum, hums, humming, hummed, mains hum, hummy, low hum, deep hum, hum comes back, hum there, hum there again, " +
      "hummed again, bass hum, hum bar, low drone",
  ],
  [
    { is: "symptom", symptom: "buzz" },
    "buzz, buzzes, buzzing, growls, growling, growl, growls too, raspy, rasp, rasps, rasping, buzzy, zizz, purr, " +
      "purring, drone, drones, droning, saw-tooth sound",
  ],
  [
    { is: "symptom", symptom: "hiss" },
    "hiss, hisses, hissing, noise, noisy, hissy, rushing, rushes, rush, rushing noise, white noise, hissing noise, shhh, " +
      "blowing noise, hiss there, background noise, sputter, noisier, rustling hiss, blowing, roar, roars, roaring, rumble, " +
      "rumbles, rumbling, thermal noise",
  ],
  [
    { is: "symptom", symptom: "crackle" },
    "crackle, crackles, crackling, crackly, pops, popping, spits, spitting, snap, snaps, snapping, crack and pop, pop, " +
      "popped sound, static, frying, fries, fizz, fizzes, fizzing, sizzle, sizzles, sizzling, splutter, splutters, " +
      "spluttering, scratchy, scratches, scratching, rustle, rustles, rustling",
  ],
  [
    { is: "symptom", symptom: "whistle" },
    "whistle, whistles, howl, howls, squeal, squeals, whistling, squealing, howling, squeak, squeaks, squeaking, chirp, " +
      "chirps, chirping, sings, singing, whine, whines, whining, screech, screeches, oscillates, oscillating, oscillation, " +
      "motorboats, motorboating, putt putt",
  ],
  [
    { is: "symptom", symptom: "distorted" },
    "distorted, distorts, distortion, distorting, muffled and distorted, fuzzy, fuzz, harsh, gritty, raspy sound, " +
      "breaks up, breaking up, broken up, clipped sound, farty, strained",
  ],
  [
    { is: "symptom", symptom: "comesAndGoes" },
    "cuts out, drops out, dropout, dropouts, comes and goes, flickers, cut out, drop out, drop outs, makes it drop out, " +
      "makes it cut out, sound drops out, sound cuts out, fades in and out, comes in and out, in and out, on and off, " +
      "fading, fades, cutting out, cutting in and out, dropping out, drop-outs, comes and goes again, intermittently, " +
      "now and then, now and again, at random, randomly, sometimes",
  ],
  [{ is: "symptom", symptom: "noSound" }, "no sound, no output, no audio, mute, muted, nothing out of it, nothing out, no music"],
  [
    { is: "symptom", symptom: "relayClicking" },
    "clicks, clicking, click, clicks away, keeps clicking, clicking on and off, ticks, ticking, tick, tick tick, " +
      "tick tick tick, tocks, clicks on and off, relay clicks, relay clicking, chatter, chatters, chattering, clunks, " +
      "clicking noise",
  ],
  [
    { is: "does", did: "starts" },
    "starts, started, it starts, comes up, came up, comes on, boots, up it comes, up she comes, powers up, fires up, " +
      "starts up, boots up, starts ok, starts now, starts first time, wakes, wakes up, wakes right away, powers on, " +
      "switches on, comes to life, springs to life, comes alive, boots right through, boots through, boots up fine, " +
      "boots fine, booted, starts every time, comes up every time, comes right up, up it is, up and running, turns on, " +
      "comes on every time, goes on, it boots, comes up ok, comes up fine, came on, came to life, starts normally, " +
      "boots normally, wakes again, starts again, comes up now",
  ],
  [
    { is: "does", did: "plays" },
    "plays, played, plays fine, plays music, music ok, works, working, runs, ran, sound ok, plays again, plays ok, " +
      "plays well, works fine, works again, works ok, fine then, good then, plays now, plays again now, plays loud, " +
      "plays clean, plays both channels, plays both sides, passes signal, passes audio, passes sound, signal ok, music, " +
      "music plays, music on both, music both sides, music fine, sounds fine, sounds ok, sounds good, sounds great, " +
      "sounds right, sounds normal, sings again nicely, holds up, keeps playing, kept playing, keeps running, " +
      "running fine, runs fine, runs ok, plays on, plays right through, working fine, works now",
  ],
  [
    { is: "does", did: "recovers" },
    "comes back, came back, brings it back, back it comes, sound comes back, recovers, it comes back, brings sound back, " +
      "brings the sound back, is back, sound is back, sound back, recovered, comes comes back on, comes good, " +
      "back to life, sound returns, returns, returned, picks up again, came back on, sound returned, " +
      "works again once, on again, comes out of protect, out of protect, back out of protect",
  ],
  [
    { is: "does", did: "shutsDown" },
    "shuts down, shut down, goes off, dies, dead again, trips, switches off, crashes, quits, goes dead, went off, " +
      "drops dead, crashed, shuts off, kills the unit, goes off by itself, switches off by itself, switches off on its own, " +
      "goes off on its own, tripped, trips out, tripping, trips again, goes into protect, goes to protect, into protect, " +
      "protects, protection, protect, prot, goes into protection, goes in protect, cuts off, cut off dead, drops off, " +
      "goes off again, shut itself off, shuts itself off, shuts itself down, powers down, powered down, turns off, " +
      "turned off by itself, gone dead, cut out completely, crash, crashes out, falls over, " +
      "falls asleep, hangs, freezes up, locks up, locked up, stops dead, dies off, died, dies again, goes off dead, " +
      "stops working, stopped working, reboots, resets, restarts, starts over",
  ],
  [
    { is: "does", did: "silent" },
    "quiet, silent, stays quiet, stays silent, goes quiet, dead silent, not a sound, stays dead quiet, all quiet, " +
      "no hum at all, nothing heard, not a peep, not a whisper, no noise at all, dead silence, silence, quiet as a mouse, " +
      "perfectly quiet, completely quiet, totally quiet, absolutely quiet, goes silent, falls silent, went quiet, " +
      "went silent, noiseless",
  ],
  [{ is: "starts" }, "cold starts, cold start, times, switch ons"],
];
