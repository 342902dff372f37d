import { isOneSlip } from "../designator";
import type { FindingToken } from "../../device";
import type { Act, Circumstances, Did, FactOutcome, LookSign, Outcome, SaidPartState } from "../../evidence";

// Words of a line by what they are, before anything is made of them. A word has one meaning here or several that the frames choose
// from by what stands beside it; a word that is not here is content that somebody must account for.

/** What a figure beside the word is. */
export type QuantityWord =
  | "esr"
  | "capacitance"
  | "ohms"
  | "leak"
  | "diode"
  | "gain"
  | "current"
  | "ac"
  | "dc"
  | "offset"
  | "ripple"
  | "reverse"
  | "residual"
  | "clip";

/** Acts for which no record of a trial exists; they are kept as told. */
export type ToldAct = "adjust" | "substitute" | "bypass";

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
  | { is: "does"; did: Did }
  | { is: "toldAct"; act: ToldAct }
  /** after two changed places: with the part, or it stayed */
  | { is: "went"; to: "part" | "place" }
  | { is: "person" }
  | { is: "lamp" }
  | { is: "flash" }
  | { is: "dark" }
  | { is: "variac" }
  | { is: "loads" }
  /** said of others: it was worked on */
  | { is: "original" }
  | { is: "done" }
  | { is: "describes" }
  | { is: "noInput" }
  | { is: "sine" }
  | { is: "untouched" }
  | { is: "ordered" }
  | { is: "ought" }
  | { is: "held" }
  | { is: "wanders" }
  | { is: "glows" }
  | { is: "starts" }
  | { is: "all"; channels: boolean }
  | { is: "rails" }
  | { is: "unit" }
  | { is: "still" }
  | { is: "off" }
  | { is: "on-power" }
  | { is: "informed" }
  | { is: "meter" }
  | { is: "limit" }
  | { is: "shelf" }
  /** a judgement of the figure beside it: it says no more than the figure */
  | { is: "judged"; as?: FactOutcome }
  | { is: "each" }
  | { is: "new" }
  /** stands between a figure and what it was read on */
  | { is: "on" }
  | { is: "for" }
  | { is: "to" }
  | { is: "across" }
  | { is: "with" }
  | { is: "back" }
  /** charge was taken off through something */
  | { is: "drained" }
  | { is: "through" }
  /** what follows is printed, not read: no frame takes it, such a line asks */
  | { is: "marking" }
  /** the unit of the figures before it */
  | { is: "mills" }
  /** of time: it went into the work; of volts: where they are */
  | { is: "onIt" }
  /** time that went into the work */
  | { is: "spent" }
  | { is: "old" };

const TABLE: readonly (readonly [Sense, string])[] = [
  [
    { is: "fill" },
    "sorry, no sorry, correction, careful, actually, well, in it, across it, riding on it, at one end, at the end, " +
      "to look at, sits, sitting, fully, this, that, these, those, cap, caps, rail, themselves, the, a, an, is, are, was, " +
      "were, it, its, it's, he, she, they, reads, read, reading, shows, show, showing, measures, measured, gives, gave, gets, " +
      "at, of, now, so, me, i, my, we, us, our, there, here, then, too, also, has, have, had, got, comes to, comes out at, as, " +
      "both of them, be, been, again, just now, channel, ch, side, one, ones, only got, which, in all, in total, altogether, " +
      "about, roughly, abt, approx, and now, listening, of listening, any more, anymore, quite, very, really, once, when, " +
      "while, after, but, while im there, while i'm there, while at it, tho, than, otherwise, along, this time, same way, " +
      "slight, faint, thin, loud, softly, constantly, " +
      "all the time, every time, each time, everywhere, tiny, yes, wait, ok so, by now, later on, together, again and again, " +
      "in here, it is, thats, that's, there is, there's, theres, sits at, stays at, settled at, goes, went, going, within, " +
      "gone to, find, found, there now, though, yet, rms, both ways, either way, either way round, ways, him, his, " +
      "mechanically, all of it, hours, all pins, all legs, all contacts, right away, at once, straight away, in order, value, " +
      "ok then, as well, by hand, by itself, on its own there, does, do, for a test, as a test, for now then, all over, up at, " +
      "sitting at, down at, down to about, resistor, resistors, res, capacitor, capacitors, diode, diodes, transistor, " +
      "transistors, electrolytic, electrolytics, valve, valves, tube, tubes, coupler, couplers, bulk cap, snap in, snap-in, " +
      "electro, electros",
  ],
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
  [
    { is: "sign", sign: "bulged" },
    "bulged, bulging, bulge, bulges, domed, swollen, vented, puffed, puffed up, bulged tops, domed tops, bulged top, " +
      "slightly bulged, bulged slightly, slightly domed, domed slightly",
  ],
  [{ is: "sign", sign: "leaking" }, "leaking, leaked, leaks, goo, electrolyte, weeping, oozing, leak, leaky"],
  [
    { is: "sign", sign: "crust" },
    "brown crust, white crust, green crust, goo at, white goo, crust, crusty, crusted, residue, sticky flux, flux left, " + "flux",
  ],
  [{ is: "sign", sign: "cracked" }, "cracked, crack, split, hairline crack"],
  [{ is: "sign", sign: "scorched" }, "scorched, burnt, burned, browned, toasted, scorch, burn marks, burn mark, overheated"],
  [{ is: "sign", sign: "charred" }, "charred, carbonised, carbonized, charring, burnt black, burned black"],
  [
    { is: "sign", sign: "discoloured" },
    "discoloured, discolored, darkened, gone brown, brown, gone dark, gone dark brown, turned brown, went brown, " +
      "has gone brown, dark brown",
  ],
  [
    { is: "sign", sign: "corroded" },
    "corroded, corrosion, rusty, green, oxidised, oxidized, gone green, green contacts, tarnished, pitted",
  ],
  [{ is: "sign", sign: "blown" }, "blown, blew, popped"],
  [{ is: "sign", sign: "missing" }, "missing, not there, is gone missing, sawn off, cut off"],
  [{ is: "sign", sign: "loose" }, "loose, wobbly, not seated, slack, loose in its socket"],
  [{ is: "sign", sign: "ringed" }, "ring crack, ringed, cracked joint, dry joint, dry joints"],
  [
    { is: "sign", sign: "looksWhole" },
    "looks clean, looks fine, looks ok, looks good, looks whole, look clean, look fine, look ok, clean to look at, " +
      "look good, look alright, looks alright, looks all right, clean, flat, lid flat, tops flat, top flat, looks fine to me",
  ],
  [
    { is: "not" },
    "no, not, never, without, w/o, neither, none, nor, dont, don't, doesnt, doesn't, isnt, isn't, arent, aren't, wasnt, " +
      "wasn't, nothing, no sign of, hasnt, hasn't, havent, haven't, didnt, didn't, no more, no longer",
  ],
  [{ is: "state", state: "open" }, "open, open circuit, o/c, no continuity, gone open, is open circuit"],
  [{ is: "state", state: "shorted" }, "shorted, short, dead short, short circuit, s/c, shorts, shorted out, shorting"],
  [{ is: "state", state: "intermittent" }, "intermittent"],
  [{ is: "state", state: "bad" }, "bad, dead, duff, knackered, faulty, no good"],
  [{ is: "over" }, "ol, o.l., o.l, 0l, over range, over-range, overrange, off the scale, infinite, inf, infinity"],
  [
    { is: "outcome", outcome: "gone" },
    "gone, goes away, went away, cured, fixed, disappears, disappeared, stops, stopped, dead quiet, all gone, fault gone, " +
      "kills the hum, kills the crackle, kills the noise, crackle stops, hum stops, noise stops, calm, stands still",
  ],
  [
    { is: "outcome", outcome: "better" },
    "better, less, quieter, down a lot, much better, alot less, a lot less, weaker, improved, much less, goes down, " +
      "went down, down some, a bit less, hum goes down, down a bit, lower, a bit lower, bit better, softer",
  ],
  [
    { is: "outcome", outcome: "same" },
    "same, the same, just the same, no change, no difference, makes no difference, made no difference, unchanged, no diff, " +
      "no better, no effect, does nothing, did nothing, still there, same as before, no help, didnt help, didn't help, " +
      "not helped, doesnt help, changes nothing, no reaction, makes no diff, made no diff, still the same, stays the same, " +
      "fault same, no change at all, no better after, no different, fault stayed, same fault, same thing, did not help, " +
      "no improvement, didnt care, doesnt care, dont mind, dont care, doesnt mind, stays as it was, hum stays, doesnt react, " +
      "doesn't react, no change from that, same as ever, fault remains, hum no better, hum the same, didnt do anything, " +
      "didn't do anything, nothing changed, noise stayed, crackle stays, stayed the same, hum stayed the same",
  ],
  [{ is: "outcome", outcome: "worse" }, "worse, louder, much worse, stronger, makes it worse, made it worse, louder still, got worse"],
  [{ is: "symptom", symptom: "hum" }, "hum, hums, humming, hummed"],
  [{ is: "symptom", symptom: "buzz" }, "buzz, buzzes, buzzing, growls, growling, growl, growls too"],
  [{ is: "symptom", symptom: "hiss" }, "hiss, hisses, hissing, noise, noisy, hissy, rushing, rushes"],
  [{ is: "symptom", symptom: "crackle" }, "crackle, crackles, crackling, crackly, pops, popping, spits, spitting"],
  [{ is: "symptom", symptom: "whistle" }, "whistle, whistles, howl, howls, squeal, squeals"],
  [{ is: "symptom", symptom: "distorted" }, "distorted, distorts, distortion"],
  [
    { is: "symptom", symptom: "comesAndGoes" },
    "cuts out, drops out, dropout, dropouts, comes and goes, flickers, cut out, drop out, drop outs, makes it drop out, " +
      "makes it cut out, sound drops out, sound cuts out",
  ],
  [{ is: "symptom", symptom: "noSound" }, "no sound"],
  [{ is: "symptom", symptom: "relayClicking" }, "clicks, clicking, click, clicks away, keeps clicking, clicking on and off"],
  [
    { is: "does", did: "starts" },
    "starts, started, it starts, comes up, came up, comes on, boots, up it comes, up she comes, powers up, fires up, " +
      "starts up, boots up, starts ok",
  ],
  [
    { is: "does", did: "plays" },
    "plays, played, plays fine, plays music, music ok, works, working, runs, ran, sound ok, plays again, plays ok, " +
      "plays well, works fine, works again, works ok, fine then, good then",
  ],
  [
    { is: "does", did: "recovers" },
    "comes back, came back, brings it back, back it comes, sound comes back, recovers, it comes back, brings sound back, " +
      "brings the sound back, is back, sound is back, sound back",
  ],
  [
    { is: "does", did: "shutsDown" },
    "shuts down, shut down, goes off, dies, dead again, trips, switches off, crashes, quits, goes dead, went off, " +
      "drops dead, crashed, shuts off, kills the unit, goes off by itself, switches off by itself, switches off on its own, " +
      "goes off on its own",
  ],
  [{ is: "does", did: "silent" }, "quiet, silent, stays quiet, stays silent, goes quiet, dead silent, not a sound"],
  [{ is: "act", act: "unplugged" }, "pulled, unplugged, disconnected, unplug, taken out, removed, took out, pulling, links pulled"],
  [
    { is: "act", act: "knocked" },
    "tapped, tap, taps, tapping, knocked, knock, knocking, hit, thumped, banged, wiggled, wiggle, wiggling, wiggles, tap on, " +
      "when tapped, pencil on, rapped, flicked, hitting, banging",
  ],
  [
    { is: "act", act: "pressed" },
    "pressed, press, pressing, pushed, push, pushing, flexed, flexing, squeezed, leaned on, lean on, leaning on, press on, " +
      "presses, finger on",
  ],
  [
    { is: "act", act: "warmed" },
    "warmed, heated, hair dryer on, hairdryer on, hot air on, hot air, hair dryer, hairdryer, warming, heating, heat on, " +
      "heated up, warm air on, soldering iron on, heat gun on",
  ],
  [
    { is: "act", act: "cooled" },
    "cooled, froze, frozen, freezer on, freeze spray on, freezer spray on, cold spray on, freezer, freeze spray, freeze, " +
      "freeze on, freezing, freezer spray, cooling, chilled, cold spray, a shot of freezer on",
  ],
  [
    { is: "act", act: "swapped" },
    "swapped, swap, exchanged, changed over, swopped, crossed over, <->, <>, interchanged, changed round, swap round",
  ],
  [
    { is: "act", act: "bridged" },
    "bridged, bridging, clipped across, clipped over, hung across, paralleled, tacked across, hung over, held across, " +
      "tacked over, clipped, bridge, held, bridgeing",
  ],
  [
    { is: "act", act: "replaced" },
    "replaced, fitted, changed, changed for, renewed, replaced with, replaced by, swapped for, put in, in for, done with, " +
      "done w, replaced by a, fitted at, fitted in, put, replacing, recapped, been replaced, been changed",
  ],
  [
    { is: "act", act: "resoldered" },
    "resoldered, redone, been redone, reflowed, resolder, reflow, soldered again, re-soldered, re-flowed, " +
      "resoldered the legs of, touched up",
  ],
  [
    { is: "act", act: "cleaned" },
    "cleaned, wiped, contact cleaner on, sprayed, burnished, cleaned contacts of, cleaned the contacts of, reseated, " +
      "re-seated, clean contacts, contacts cleaned, contacts burnished, retensioned, cleaned and tightened, " +
      "contact cleaner in",
  ],
  [{ is: "act", act: "turnedDown" }, "turned down, turned the volume down, turning down, turned it down, volume down, vol down"],
  [
    { is: "toldAct", act: "adjust" },
    "set, bias set, bias adjusted, idle set, adjusted, set to, adjusted to, trimmed, trimmed to, turned, turned til, turned to, at zero, " +
      "at minimum, right down, full, wide open, all down, at max, max, full up, at full, up full, minimum, zero",
  ],
  [
    { is: "toldAct", act: "substitute" },
    "tried in place of, in place of, in its place, tried, temporary, temp, temporarily, for a trial, " +
      "hung on wires in place of, tacked",
  ],
  [{ is: "toldAct", act: "bypass" }, "bypassed, by-passed, jumpered, linked out"],
  [
    { is: "went", to: "part" },
    "follows, goes with it, goes with the valve, moved with it, follows the valve, it follows, fault follows, follows it, " +
      "follows the part, moved to, fault now on, moved over to, now on, crackle moved to, goes over to, moved over, " +
      "goes with the part, went with it, moves with it, goes with the bottle, follows the bottle, moved with the valve, " +
      "travels with it",
  ],
  [
    { is: "went", to: "place" },
    "stays, still left, still right, stays left, stays right, still on the left, still on the right, still on left, " +
      "stays on the left, stays on the right, left it is, still on l, stays on l, noise stays left, fault stays on the left, " +
      "stays there, stayed, doesnt move, doesn't move, stays put, it stays, stays where it was, fault stays, it doesnt move",
  ],
  [
    { is: "person" },
    "owner, he says, says he, told me, customer, somebody, someone, another shop, other shop, a shop, a friend, friend, " +
      "his friend, the owner, by the owner, by owner, mate, a mate, dealer, a dealer, previous owner, somebody he knows, " +
      "a shop elsewhere, some shop, his mate, a tech, owner says, says owner, says the owner, so he says, acc. to owner",
  ],
  [
    { is: "old" },
    "previous, previously, already, earlier, last year, last month, years ago, last spring, last summer, last winter, " +
      "last autumn, in spring, before me, used to, a year ago, a month ago, two years ago, 2 yrs ago, 2 years ago, years back, " +
      "yrs ago, yrs back, a year back, last yr, a month back, this spring, years before, before, once before, in the past, " +
      "long ago, some years ago, months ago, last week",
  ],
  [{ is: "original" }, "original, orig, the original, the orig, original one, the orig one, the original one, originals, factory fitted"],
  [{ is: "done" }, "did, done, all done, have been done, had been done, were done, was done"],
  [
    { is: "describes" },
    "slow, fast, slow blow, time lag, 105deg, 105c, 105, low leak, low esr, low leakage, long life, bipolar, bip, np, " +
      "non polar, non-polar, film, axial, radial, polypropylene, polyester, tantalum, metal film, audio grade, matched",
  ],
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
    { is: "untouched" },
    "left alone, not touched, didnt touch, didn't touch, stay, stays in, left in, left as they are, left as it is, " +
      "left as is, stay in, leaving, left where they are, untouched, not changed, leave alone, stay as they are, " +
      "still the old ones, kept",
  ],
  [{ is: "ordered" }, "ordered, on order, order, to order, to get, need, needs ordering, to be ordered, get, buy"],
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
  [
    { is: "glows" },
    "red plates, red plate, red plating, red-plating, glows red, glow red, goes red, plate glows red, plate goes red, " +
      "plate red, cherry red",
  ],
  [{ is: "starts" }, "cold starts, cold start, times, switch ons"],
  [
    { is: "all", channels: true },
    "both channels, both ch, either channel, both sides, either side, l+r, l and r, left and right, l & r, each side",
  ],
  [{ is: "rails" }, "rails, both rails, the rails, on the rails, main rails"],
  [{ is: "unit" }, "unit, amp, receiver, the lot, box, the unit, whole unit"],
  [{ is: "still" }, "still, even so, as ever"],
  [{ is: "off" }, "off, power off, unit off"],
  [{ is: "informed" }, "told, informed, rang, phoned, told him, asked, emailed, spoke to, rang up"],
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
  [{ is: "each" }, "each, both, all, apiece, all four, all of them, all three, each one"],
  [{ is: "new" }, "new, fresh, brand new, a new, a good, known good, another"],
  [{ is: "on" }, "on, in, from"],
  [{ is: "for" }, "for"],
  [{ is: "to" }, "to"],
  [{ is: "across" }, "across, over, onto, in parallel with"],
  [{ is: "with" }, "with, w, w/, by"],
  [
    { is: "drained" },
    "drained, discharged, bled, bled down, drained down, bled off, bleeds down, bled down to, bled it, " +
      "bleeds down by itself, drained to, discharged to",
  ],
  [{ is: "marking" }, "left of, says, marked, printed, labelled, stamped, instead of, supposed to hold"],
  [{ is: "through" }, "thru, through, via, til, till, until, until it was, til it was, til it was down to, until it was down to"],
  [{ is: "mills" }, "mills, mv, millivolts, mvolts"],
  [{ is: "onIt" }, "on it, in this one, on the job"],
  [
    { is: "spent" },
    "spent, on the clock, bench time, labour, labor, of work, work, so far, on this one, all told, time on it, spent on it",
  ],
  [{ is: "back" }, "back in, back, put back, refitted, in again, plugged back in, back on, plugged in again"],
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

/** Words of one piece, long enough that a slip of the finger leaves them alone of their kind. */
const LONG_WORDS: readonly string[] = [...PHRASES.values()]
  .flat()
  .flatMap((p) => (p.words.length === 1 && p.words[0]!.length >= 5 ? p.words : []));

/** The one word that is a slip of the finger away from an unknown one; null where none is, or several. */
export function slipOf(word: string): string | null {
  if (word.length < 5) return null;
  const near = LONG_WORDS.filter((w) => w[0] === word[0] && isOneSlip(word, w));
  return near.length === 1 ? near[0]! : null;
}

/** The longest phrase that begins at a word, and how many words it takes; null for a word that is not here. */
export function senseAt(words: readonly string[], at: number): { sense: Sense; length: number } | null {
  const found = PHRASES.get(words[at]!)?.find((p) => p.words.every((w, k) => words[at + k] === w));
  return found ? { sense: found.sense, length: found.words.length } : null;
}
