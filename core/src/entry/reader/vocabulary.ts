import type { FindingToken } from "../../device";
import type { Act, Circumstances, LookSign, Outcome, SaidPartState } from "../../evidence";

// Words of a line by what they are, before anything is made of them. A word has one meaning here or several that the frames choose
// from by what stands beside it; a word that is not here is content that somebody must account for.

/** What a figure beside the word is. */
export type QuantityWord = "esr" | "capacitance" | "ohms" | "leak" | "diode" | "gain" | "current" | "ac" | "dc" | "offset" | "ripple";

export type Sense =
  | { is: "fill" }
  | { is: "quantity"; quantity: QuantityWord }
  | { is: "under"; under: Circumstances }
  /** how the part sits while it is read */
  | { is: "circuit"; inCircuit: boolean; lifted: boolean }
  | { is: "sign"; sign: LookSign }
  | { is: "not" }
  | { is: "state"; state: SaidPartState }
  | { is: "over" }
  | { is: "outcome"; outcome: Outcome }
  | { is: "symptom"; symptom: FindingToken }
  | { is: "act"; act: Act }
  /** a judgement of the figure beside it: it says no more than the figure */
  | { is: "judged" }
  | { is: "each" }
  | { is: "new" }
  /** stands between a figure and what it was read on */
  | { is: "on" }
  | { is: "across" }
  | { is: "with" }
  | { is: "back" }
  /** charge was taken off through something */
  | { is: "drained" }
  /** time that went into the work */
  | { is: "spent" }
  | { is: "old" };

const TABLE: readonly (readonly [Sense, string])[] = [
  [
    { is: "fill" },
    "no sorry, sorry, correction, careful, actually, well, in it, on it, across it, riding on it, either side, " +
      "both sides, either channel, both channels, both ch, at one end, at the end, to look at, on full mains, " +
      "full mains, at full mains, straight mains, after, sits, sitting, fully, this, that, these, those, cap, caps, " +
      "rail, part, parts, themselves, off, after switch off, after off, switch off, switched off, the, a, an, is, are, " +
      "was, it, its, it's, reads, read, reading, shows, show, measures, measured, gives, gets, at, to, of, now, so, " +
      "me, i, my, we, there, here, then, too, also, has, have, got, comes to, meter, on the meter, on my meter",
  ],
  [{ is: "quantity", quantity: "esr" }, "esr, e.s.r., e s r"],
  [{ is: "quantity", quantity: "capacitance" }, "capacitance, capacity, cap value"],
  [{ is: "quantity", quantity: "ohms" }, "resistance, dcr, ohms, end to end, dc resistance"],
  [{ is: "quantity", quantity: "leak" }, "leakage, leak, insulation"],
  [
    { is: "quantity", quantity: "diode" },
    "diode test, diode mode, diode range, drop, forward, fwd, vf, on diode, on the diode range, diode check",
  ],
  [{ is: "quantity", quantity: "gain" }, "hfe, gain, beta"],
  [{ is: "quantity", quantity: "current" }, "current, draws, cathode current, ik"],
  [{ is: "quantity", quantity: "ac" }, "ac, volts ac, of ac"],
  [{ is: "quantity", quantity: "ripple" }, "ripple, riple"],
  [{ is: "quantity", quantity: "dc" }, "dc, volts dc"],
  [{ is: "quantity", quantity: "offset" }, "offset, dc offset, dc at the speakers, dc at the speaker terminals, dc out, offsets"],
  [
    { is: "under", under: { load: "unloaded" } },
    "psu on its own, supply on its own, psu alone, supply alone, on its own, w/o its load, unloaded, no load, " +
      "without load, w/o load, with no load, off load",
  ],
  [{ is: "under", under: { load: "loaded" } }, "loaded, under load, on load, with load"],
  [{ is: "under", under: { power: "idle" } }, "at idle, idling, idle, no signal"],
  [{ is: "under", under: { power: "standby" } }, "in standby, on standby, standby, stby"],
  [{ is: "under", under: { heat: "cold" } }, "cold, from cold, when cold, stone cold"],
  [{ is: "under", under: { heat: "warm" } }, "warm, when warm, hot, warmed up"],
  [{ is: "circuit", inCircuit: true, lifted: false }, "in circuit, in cct, in ckt, in-circuit, incircuit, in situ, on the board, in place"],
  [{ is: "circuit", inCircuit: false, lifted: false }, "out of circuit, out of cct, out of the board, out of board, off the board, out"],
  [
    { is: "circuit", inCircuit: false, lifted: true },
    "lifted, leg up, one leg up, w one leg up, with one leg up, with one leg lifted, one leg lifted, one leg out, " +
      "leg lifted, one end lifted, one end up, leg out, one leg off",
  ],
  [{ is: "sign", sign: "bulged" }, "bulged, bulging, bulge, bulges, domed, swollen, vented, puffed, puffed up"],
  [{ is: "sign", sign: "leaking" }, "leaking, leaked, leaks, goo, electrolyte, weeping, oozing"],
  [{ is: "sign", sign: "crust" }, "brown crust, white crust, green crust, goo at, white goo, crust, crusty, crusted, residue"],
  [{ is: "sign", sign: "cracked" }, "cracked, crack, split"],
  [{ is: "sign", sign: "scorched" }, "scorched, burnt, burned, browned, toasted"],
  [{ is: "sign", sign: "charred" }, "charred, carbonised, carbonized"],
  [{ is: "sign", sign: "discoloured" }, "discoloured, discolored, darkened, gone brown"],
  [{ is: "sign", sign: "corroded" }, "corroded, corrosion, rusty, green, oxidised, oxidized"],
  [{ is: "sign", sign: "blown" }, "blown, blew, popped"],
  [{ is: "sign", sign: "missing" }, "missing, not there"],
  [{ is: "sign", sign: "loose" }, "loose, wobbly, not seated"],
  [{ is: "sign", sign: "ringed" }, "ring crack, ringed, cracked joint, dry joint, dry joints"],
  [
    { is: "sign", sign: "looksWhole" },
    "looks clean, looks fine, looks ok, looks good, looks whole, look clean, look fine, look ok, clean to look at, " +
      "whole, looks alright, looks all right, clean",
  ],
  [
    { is: "not" },
    "no, not, never, without, neither, none, nor, dont, don't, doesnt, doesn't, isnt, isn't, arent, aren't, wasnt, " +
      "wasn't, nothing, no sign of",
  ],
  [{ is: "state", state: "open" }, "open, open circuit, o/c, no continuity"],
  [{ is: "state", state: "shorted" }, "shorted, short, dead short, short circuit, s/c, shorts"],
  [{ is: "state", state: "intermittent" }, "intermittent, comes and goes"],
  [{ is: "state", state: "bad" }, "bad, dead, duff, knackered"],
  [{ is: "over" }, "ol, o.l., o.l, 0l, over range, over-range, overrange, off the scale, infinite, inf, infinity"],
  [
    { is: "outcome", outcome: "gone" },
    "gone, goes away, went away, cured, fixed, disappears, disappeared, stops, stopped, dead quiet, silent",
  ],
  [{ is: "outcome", outcome: "better" }, "better, less, quieter, down a lot, much better, alot less, a lot less, weaker, improved"],
  [
    { is: "outcome", outcome: "same" },
    "same, the same, just the same, no change, no difference, makes no difference, made no difference, unchanged, " +
      "no better, no effect, does nothing, did nothing, still there, same as before, no help, didnt help, didn't help, " +
      "doesnt help",
  ],
  [{ is: "outcome", outcome: "worse" }, "worse, louder, much worse, stronger"],
  [{ is: "symptom", symptom: "hum" }, "hum, hums, humming"],
  [{ is: "symptom", symptom: "buzz" }, "buzz, buzzes, buzzing"],
  [{ is: "symptom", symptom: "hiss" }, "hiss, hisses, hissing, noise, noisy"],
  [{ is: "symptom", symptom: "crackle" }, "crackle, crackles, crackling, crackly, pops, popping"],
  [{ is: "symptom", symptom: "whistle" }, "whistle, whistles, howl, howls, squeal, squeals"],
  [{ is: "symptom", symptom: "distorted" }, "distorted, distorts, distortion"],
  [{ is: "symptom", symptom: "comesAndGoes" }, "cuts out, drops out, dropout, dropouts"],
  [{ is: "symptom", symptom: "noSound" }, "no sound"],
  [{ is: "act", act: "unplugged" }, "pulled, unplugged, disconnected, unplug, pulled out, taken out, removed"],
  [{ is: "act", act: "knocked" }, "tapped, tap, taps, tapping, knocked, knock, knocking, hit, thumped, banged, wiggled, wiggle, wiggling"],
  [{ is: "act", act: "pressed" }, "pressed, press, pressing, pushed, push, pushing, flexed, flexing, squeezed"],
  [{ is: "act", act: "warmed" }, "warmed, heated, hair dryer on, hairdryer on, hot air on, hot air, hair dryer, warming, heating"],
  [
    { is: "act", act: "cooled" },
    "cooled, froze, frozen, freezer on, freeze spray on, freezer spray on, cold spray on, freezer, freeze spray, " +
      "freezer spray, cooling, chilled, cold spray",
  ],
  [{ is: "act", act: "swapped" }, "swapped, swap, exchanged, changed over, swopped"],
  [
    { is: "act", act: "bridged" },
    "bridged, bridging, clipped across, clipped over, hung across, paralleled, tacked across, hung over, " + "held across",
  ],
  [
    { is: "act", act: "replaced" },
    "replaced, fitted, changed, changed for, renewed, replaced with, replaced by, swapped for, put in, in for, " + "done with, done w",
  ],
  [{ is: "act", act: "resoldered" }, "resoldered, reflowed, resolder, reflow, soldered again, re-soldered"],
  [{ is: "act", act: "cleaned" }, "cleaned, wiped, contact cleaner on, sprayed"],
  [
    { is: "judged" },
    "only, just, good, ok, okay, fine, low, high, down, steady, about, still, alright, spot on, normal, " +
      "as it should, bang on, dead on, healthy, only just, right, left of it, perfect, all good",
  ],
  [{ is: "each" }, "each, both, all, apiece, all four, both of them, all of them, all three, each one"],
  [{ is: "new" }, "new, fresh, brand new, a new, a good"],
  [{ is: "on" }, "on, in, from, for"],
  [{ is: "across" }, "across, over, onto, in parallel with"],
  [{ is: "with" }, "with, w, w/, by"],
  [
    { is: "drained" },
    "drained, discharged, bled, bled down, drained down, bled off, thru, through, til, till, until, until it was, " +
      "til it was, was down to, down to",
  ],
  [{ is: "spent" }, "spent, on the clock, bench time, labour, labor, of work, work, so far, on this one"],
  [{ is: "back" }, "back in, back, put back, refitted, in again, plugged back in, back on"],
  [
    { is: "old" },
    "previous, previously, already, earlier, last year, last month, years ago, another shop, other shop, somebody, " +
      "someone, owner, he, customer, before me, used to, old ones, original, originals",
  ],
];

const PHRASES: ReadonlyMap<string, readonly { words: readonly string[]; sense: Sense }[]> = (() => {
  const byFirst = new Map<string, { words: readonly string[]; sense: Sense }[]>();
  const seen = new Set<string>();
  for (const [sense, said] of TABLE)
    for (const phrase of said.split(",").map((p) => p.trim())) {
      if (seen.has(phrase)) throw new RangeError(`"${phrase}" stands twice`);
      seen.add(phrase);
      const words = phrase.split(" ");
      byFirst.set(words[0]!, [...(byFirst.get(words[0]!) ?? []), { words, sense }]);
    }
  for (const list of byFirst.values()) list.sort((a, b) => b.words.length - a.words.length);
  return byFirst;
})();

/** The longest phrase that begins at a word, and how many words it takes; null for a word that is not here. */
export function senseAt(words: readonly string[], at: number): { sense: Sense; length: number } | null {
  const found = PHRASES.get(words[at]!)?.find((p) => p.words.every((w, k) => words[at + k] === w));
  return found ? { sense: found.sense, length: found.words.length } : null;
}
