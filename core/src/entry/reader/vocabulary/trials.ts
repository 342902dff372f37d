import type { Topic } from "./sense";

// What was done to find out or to repair, and what came of it.

export const TRIALS: Topic = [
  [
    { is: "outcome", outcome: "gone" },
    "gone, goes away, went away, cured, fixed, disappears, disappeared, stops, stopped, dead quiet, all gone, fault gone, " +
      "kills the hum, kills the crackle, kills the noise, crackle stops, hum stops, noise stops, calm, stands still, " +
      "disappearing, vanishes, vanished, has gone, is gone, ceased, ceases, clears, cleared, clears up, cleared up, " +
      "cures it, cured it, cures, fixes it, fixed it, fixes, stops it, stopped it, " +
      "stops the noise, stops the hum, stops the buzz, stops the whistle, hum gone, hum is gone, buzz gone, buzz is gone, " +
      "noise gone, noise is gone, whistle gone, whistle is gone, crackle gone, crackle is gone, gone completely, " +
      "gone entirely, completely gone, gone altogether, all clear, dies away, dies down completely, dies within, " +
      "faded away, no trace left, not there any more",
  ],
  [
    { is: "outcome", outcome: "better" },
    "better, less, quieter, down a lot, much better, alot less, a lot less, weaker, improved, much less, goes down, " +
      "went down, down some, a bit less, hum goes down, down a bit, lower, a bit lower, bit better, softer, helps, helped, " +
      "helps a lot, helps a bit, some better, somewhat better, reduced, reduces it, much reduced, drops a lot, drops a bit, " +
      "dropped a lot, dropped a bit, drops by half, halved, half as loud, half the hum, far less, fainter, much quieter, " +
      "lots less, hardly any, hum drops, hum dropped, hum less, hum lower, way down, way less, way better, down by half, " +
      "nearly gone, almost gone, down to a whisper, eases, eases it, improves, improves it, slightly better, " +
      "a good deal less, good deal less",
  ],
  [
    { is: "outcome", outcome: "same" },
    "same, the same, just the same, no change, no difference, makes no difference, made no difference, unchanged, " +
      "no diff, no better, no effect, does nothing, did nothing, still there, same as before, no help, didnt help, " +
      "didn't help, not helped, doesnt help, changes nothing, no reaction, makes no diff, made no diff, still the same, " +
      "stays the same, fault same, no change at all, no better after, no different, fault stayed, same fault, same thing, " +
      "did not help, no improvement, didnt care, doesnt care, dont mind, dont care, doesnt mind, stays as it was, " +
      "hum stays, doesnt react, doesn't react, no change from that, same as ever, fault remains, hum no better, " +
      "hum the same, didnt do anything, didn't do anything, nothing changed, noise stayed, crackle stays, stayed the same, " +
      "hum stayed the same, nix, nought, nil, nada, zip, zilch, no joy, no luck, no go, no dice, no reaction at all, " +
      "no response, doesnt respond, not bothered, dont bother it, doesnt bother it, makes no odds, all the same, " +
      "same again, same story, no matter, makes no change, made no change, has no effect, had no effect, changed nothing, " +
      "change nothing, did nothing at all, does not help, doesnt change, doesnt change it, does not change, wont change, " +
      "fault still there, fault unchanged, hum unchanged, still same, exactly the same, precisely the same, identical, " +
      "just as bad, as bad as before, as before, remains, persists, same noise, same hum, same crackle, same buzz, " +
      "same whistle, same dropouts, same snaps, same symptom, same symptoms, no wiser, no help at all, no use, " +
      "nothing doing, gives nothing, brings nothing, nothing at all, same thing again, none the better, hum as before, " +
      "stays hung, still hung, still hangs, still dead, still there as before, still stuck, nope, nah, no sir, " +
      "exactly as before, just as before",
  ],
  [
    { is: "outcome", outcome: "worse" },
    "worse, louder, much worse, stronger, makes it worse, made it worse, louder still, got worse, much louder, far worse, " +
      "a lot worse, bit worse, gets worse, getting worse, even worse, worse than before, more of it, increases, increased, " +
      "rises, doubles, doubled, hum louder, hum up, up a lot",
  ],
  [
    { is: "act", act: "unplugged" },
    "pulled, unplugged, disconnected, unplug, taken out, removed, took out, pulling, links pulled, unplugging, unplugs, " +
      "disconnect, disconnecting, disconnects, unhooked, unsoldered, desoldered, lifted off, pulled off, pull, pulls, " +
      "took off, taken off, taken away, plucked, drew, removing, remove, off its socket, out of its socket, out of socket, " +
      "detached, isolated, cut loose, disconnected from",
  ],
  [
    { is: "act", act: "knocked" },
    "tapped, tap, taps, tapping, knocked, knock, knocking, hit, thumped, banged, wiggled, wiggle, wiggling, wiggles, " +
      "tap on, when tapped, pencil on, rapped, flicked, hitting, banging, tapping on, tapped on, knocking on, knocked on, " +
      "thump, thumping, bang, bump, bumped, bumping, poke, poked, poking, prod, prodded, prodding, wobble, wobbled, " +
      "wobbling, jiggle, jiggled, jiggling, shake, shaken, shaking, shook, twist, twisted, twisting, flick, flicking, rap, " +
      "rapping, slap, slapped, moved about, moving, waggle, waggled, waggling, stirred, tugged, tug, tugging, rocked, " +
      "rocking, tapped with a pencil, tapped with a stick, tapping with a pencil, tapping with a stick, pencil tap, " +
      "tap test, chopstick on, stick on, plastic stick on, insulated stick on",
  ],
  [
    { is: "act", act: "pressed" },
    "pressed, press, pressing, pushed, push, pushing, flexed, flexing, squeezed, leaned on, lean on, leaning on, " +
      "press on, presses, finger on, pressing on, pressed on, pressed down on, press down on, pushing on, pushed on, " +
      "push on, flex, bent, bending, bend, squeezing, squeeze, leaning, leant on, pressed with a stick, thumb on, " +
      "held down, hold down, holding down, weight on, pressure on",
  ],
  [
    { is: "act", act: "warmed" },
    "warmed, heated, hair dryer on, hairdryer on, hot air on, hot air, hair dryer, hairdryer, warming, heating, heat on, " +
      "heated up, warm air on, soldering iron on, heat gun on, heat, heats, heated with a dryer, dryer on, " +
      "blown hot air on, hot air at, iron on, warmed up with, heat gun, dryer, warmed with hot air, hot air over, heat up, " +
      "blow hot air at, lamp on",
  ],
  [
    { is: "act", act: "cooled" },
    "cooled, froze, frozen, freezer on, freeze spray on, freezer spray on, cold spray on, freezer, freeze spray, freeze, " +
      "freeze on, freezing, freezer spray, cooling, chilled, cold spray, a shot of freezer on, freezes, freezer can on, " +
      "cold air on, sprayed cold, cooling spray, cooling spray on, ice spray, ice spray on, iced, ice on, froze with spray, " +
      "cooled down with spray, spray on, freezing spray on, cooled with spray, frozen with spray",
  ],
  [
    { is: "act", act: "swapped" },
    "swapped, swap, exchanged, changed over, swopped, crossed over, <->, <>, interchanged, changed round, swap round, " +
      "swap over, swapped over, swapped round, swapped around, swapping, swopping, exchange, exchanging, changed places, " +
      "traded, crossed, cross swapped, interchanging",
  ],
  [
    { is: "act", act: "bridged" },
    "bridged, bridging, clipped across, clipped over, hung across, paralleled, tacked across, hung over, held across, " +
      "tacked over, clipped, bridge, held, bridgeing, bridges, bridging with, paralleling, held over, held a, clip across, " +
      "clipping across, in parallel to, soldered across, tack across, tacking across, jumped across",
  ],
  [
    { is: "act", act: "replaced" },
    "replaced, fitted, changed, changed for, renewed, replaced with, replaced by, swapped for, put in, in for, done with, " +
      "done w, replaced by a, fitted at, fitted in, put, replacing, recapped, been replaced, been changed, replace, renew, " +
      "renewing, change, changing, changed to, exchanged for, put new, put a new, put in a new, new one in, new ones in, " +
      "new in, fitted a new, fitted new, fit, fitting, installed, install, installing, swapped out, swapped out for, " +
      "subbed, fitted with, upgraded to, went in, goes in, now fitted, redone with, re-capped, recap, recapping",
  ],
  [
    { is: "act", act: "resoldered" },
    "resoldered, redone, been redone, reflowed, resolder, reflow, soldered again, re-soldered, re-flowed, " +
      "resoldered the legs of, touched up, soldered it again, soldered, resoldered it, re soldered, made good, " +
      "soldering redone",
  ],
  [
    { is: "act", act: "cleaned" },
    "cleaned, wiped, contact cleaner on, sprayed, burnished, cleaned contacts of, cleaned the contacts of, reseated, " +
      "re-seated, clean contacts, contacts cleaned, contacts burnished, retensioned, cleaned and tightened, " +
      "contact cleaner in, clean up, cleaned up, cleaning, polished, scraped, scraped clean, sanded, brushed, washed, " +
      "washed off, degreased, deoxidised, cleaner on, spray in, cleaning spray in, switch cleaner in, switch cleaner on, " +
      "contact spray on, contact spray in, tightened, tighten, retightened, retensioned the pins of, worked back and forth, " +
      "exercised",
  ],
  [{ is: "act", act: "turnedDown" }, "turned down, turned the volume down, turning down, turned it down, volume down, vol down"],
  [
    { is: "toldAct", act: "adjust" },
    "set, bias set, bias adjusted, idle set, adjusted, set to, adjusted to, trimmed, trimmed to, turned, turned til, " +
      "turned to, at zero, at minimum, right down, full, wide open, all down, at max, max, full up, at full, up full, " +
      "minimum, zero, set at, setting, dialled in, dialed in, dialled, dialed, wound down, wound back, turned up, " +
      "turned up full, turned full up, cranked, cranked up, fully up, fully down, fully open, fully closed, all up, " +
      "all the way up, all the way down, at half, halfway up, half way up, at noon, re-set, reset to, trim, readjusted, " +
      "re-adjusted, aligned",
  ],
  [
    { is: "toldAct", act: "substitute" },
    "tried in place of, in place of, in its place, tried, temporary, temp, temporarily, for a trial, " +
      "hung on wires in place of, tacked, substituted, substitute, sub in, trial fit, tacked in, tacked in place of, " +
      "on wires, on flying leads, hung in, hung in place of, hung on wires, as a trial, try, trying, to try, for a try, " +
      "known good one in, stand in, stand-in",
  ],
  [
    { is: "toldAct", act: "bypass" },
    "bypassed, by-passed, jumpered, linked out, jumped, jumper over, jumper across, linked, linked across, strapped, " +
      "strapped across, bridged out, shorted out with, wire link across, clip lead across, crocodile clip across, " +
      "croc clip across",
  ],
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
    { is: "untouched" },
    "left alone, not touched, didnt touch, didn't touch, stay, stays in, left in, left as they are, left as it is, " +
      "left as is, stay in, leaving, left where they are, untouched, not changed, leave alone, stay as they are, " +
      "still the old ones, kept",
  ],
  [{ is: "across" }, "across, over, onto, in parallel with"],
  [{ is: "back" }, "back in, back, put back, refitted, in again, plugged back in, back on, plugged in again"],
];
