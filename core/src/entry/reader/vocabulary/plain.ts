import type { Topic } from "./sense";

// Words that join, count, point and deny, and those that carry nothing.

export const PLAIN: Topic = [
  [
    { is: "fill" },
    "sorry, no sorry, correction, careful, actually, well, in it, across it, riding on it, at one end, at the end, " +
      "to look at, sits, sitting, fully, this, that, these, those, cap, caps, rail, themselves, the, a, an, is, are, was, " +
      "were, it, its, it's, he, she, they, reads, read, reading, shows, show, showing, measures, measured, gives, gave, " +
      "gets, at, of, now, so, me, i, my, we, us, our, there, here, then, too, also, has, have, had, got, comes to, " +
      "comes out at, as, both of them, be, been, again, just now, channel, ch, side, one, ones, only got, which, in all, " +
      "in total, altogether, about, roughly, abt, approx, and now, listening, of listening, any more, anymore, quite, very, " +
      "really, once, when, while, after, but, while im there, while i'm there, while at it, tho, than, otherwise, along, " +
      "this time, same way, slight, faint, thin, loud, softly, constantly, all the time, every time, each time, " +
      "tiny, yes, wait, ok so, by now, later on, together, again and again, in here, it is, thats, that's, there is, " +
      "there's, theres, sits at, stays at, settled at, goes, went, going, within, gone to, find, found, there now, though, " +
      "yet, rms, both ways, either way, either way round, ways, him, his, mechanically, all of it, hours, all pins, " +
      "all legs, all contacts, right away, at once, straight away, in order, value, ok then, as well, by hand, by itself, " +
      "on its own there, does, do, for a test, as a test, for now then, up at, sitting at, down at, " +
      "down to about, resistor, resistors, res, capacitor, capacitors, diode, diodes, transistor, transistors, " +
      "electrolytic, electrolytics, valve, valves, tube, tubes, coupler, couplers, bulk cap, snap in, snap-in, electro, " +
      "electros, you, your, their, them, her, hers, mine, myself, itself, what, where, why, whose, whatever, however, " +
      "whole time, ahead, anyway, basically, besides, briefly, certainly, clearly, completely, definitely, else, entirely, " +
      "even, ever, exactly, fairly, finally, first, firstly, further, generally, immediately, indeed, largely, lately, " +
      "literally, mainly, meanwhile, merely, naturally, nearly, nicely, nice, obviously, of course, once more, plainly, " +
      "please, practically, presently, pretty, promptly, properly, purely, rather, readily, simply, slowly, smoothly, " +
      "somewhat, soon, straight, suddenly, surprisingly, thankfully, thoroughly, totally, truly, typically, usually, " +
      "utterly, virtually, wholly, funny, lovely, sadly, unfortunately, luckily, interesting, weird, strange, strangely, " +
      "hm, hmm, ah, aha, oh, yep, yeah, yup, cheers, right then, surprise, obvious, see, saw, seen, i see, notice, noticed, " +
      "looked, looking, give, given, giving, let, lets, make, made, makes, saying, call, called, calls, am, pm, today, " +
      "yesterday, this morning, this afternoon, tonight, monday, tuesday, wednesday, thursday, friday, saturday, sunday, " +
      "time, this time round, second time, for comparison, for compare, compared, comparing, to compare, by comparison, " +
      "against it, alongside, in parallel, per, for each, in the end, at the moment, right now, at present, currently, " +
      "as expected, as usual, as it happens, far, far as i can see, as far as i can see, by the looks, all along, " +
      "all the way, most of it, mostly, half way, halfway, sort of, kind of, a touch, a little, a bit, bit, bits, a tad, " +
      "a hair, hair, roughly speaking, more or less, give or take, ish, some, odd, few, a few, couple, a couple, couple of, " +
      "a couple of, several, plenty, lots, such, another one, same sort, same kind, sure, for sure, indeed so, by eye, " +
      "by ear, to the eye, to the ear, to the touch, that one, this one, those two, these two, the two, a pair of, " +
      "a set of, in turn, one by one, one after another, one at a time, each in turn, respectively, in that order, " +
      "that order, l/r, l to r, left to right, per channel, per side, per ch, on paper, pulled it, made it, took it, " +
      "done it, in question, concerned, itself fine, climbs to, climbs up to, climbed to, climbed up to, climb to, " +
      "climb up to, creeps to, creeps up to, crept to, crept up to, rises to, rose to, rises up to, sinks to, falls to, " +
      "fell to, fell back to, runs up to, run up to, goes up to, go up to, comes up to, came up to, settles at, settle at, " +
      "settles, settled, stops at, ends at, ends up at, ended up at, hovers at, hovers around, levels off at, peaks at, " +
      "and stops there, and stop there, and stays, and stays there, then stops, stops there, and stuck, gets stuck at, sit, " +
      "sit at, sat at, hang at, hangs at, stands at, stand at, comes out as, works out at, gets to, got to, got up to, " +
      "reaches, reached, reaching, look, looks, parts, the parts, parts themselves, on its own, scope, on the scope, " +
      "by scope, with the scope, on scope, scoped, dmm, on the dmm, clamp meter, clamp says, in a minute, a minute later, " +
      "a min later, min later, one min later, after a min, after a minute, later, mins later, minutes later, hours later, " +
      "afterwards, soon after, ten mins later, at last, bout, around, circa, somewhere around, close to, in no time, " +
      "in seconds, from here, by me, in the garage, in the room, at home, on the bench, in the van, on stage, at the gig, " +
      "in the studio, overnight, over night, in the workshop, in the freezer, in the fridge, in the cellar, on the table, " +
      "by the window, onboard, in the unit, in the amp, in the box, in the set, inside, inside it, outside, underneath, " +
      "on top, at the top, at the bottom, at the back, at the front, at the side, in the middle, in the corner, " +
      "in the centre, nearby, next to it, beside it, behind it, below it, above it, around it, right next to it, close by, " +
      "actual, accurate, accurately, exact, precisely so, tidy, neat, neatly, carefully, gently, hard, firmly, lightly, " +
      "quickly, quick, slow motion, step by step, bit by bit, gradually, in steps, steadily, continuously, continually, " +
      "permanently, temporary like, freshly, newly, recently so, previously so, additionally, likewise, similarly, equally, " +
      "evenly, correspondingly, accordingly, comparable, measured here, measured there, tested, test, testing, tests, " +
      "checked, check, checking, rechecked, recheck, retest, retested, verified, confirmed by, measuring, reading again, " +
      "read again, second reading, third reading, first reading, repeat, repeated, in total now, overall, all told so, " +
      "grand total, using, use, under test, meter says, meter shows, meter reads, meter on, probe on, probes on, red probe, " +
      "black probe, tip on, hooked up to, hooked to, connected to, connected, connecting, wired to, wired, plugged in to, " +
      "plugged into, set up, setup, thing, things, bit of, piece, piece of, part of it, everything else, all else, " +
      "the rest, rest, rest of it, others as well, as for, regarding, concerning, plus a",
  ],
  [
    { is: "not" },
    "no, not, never, without, w/o, neither, none, nor, dont, don't, doesnt, doesn't, isnt, isn't, arent, aren't, wasnt, " +
      "wasn't, nothing, no sign of, hasnt, hasn't, havent, haven't, didnt, didn't, no more, no longer",
  ],
  [
    { is: "all", channels: true },
    "both channels, both ch, either channel, both sides, either side, l+r, l and r, left and right, l & r, each side",
  ],
  [{ is: "unit" }, "unit, amp, receiver, the lot, box, the unit, whole unit"],
  [{ is: "still" }, "still, even so, as ever"],
  [{ is: "off" }, "off, power off, unit off"],
  [{ is: "each" }, "each, both, all, apiece, all four, all of them, all three, each one"],
  [{ is: "on" }, "on, in, from"],
  [{ is: "for" }, "for"],
  [{ is: "to" }, "to"],
  [{ is: "with" }, "with, w, w/, by"],
  [{ is: "through" }, "thru, through, via, til, till, until, until it was, til it was, til it was down to, until it was down to"],
  [
    { is: "allOver" },
    "all over, everywhere, all round, all around, all over the board, all over the place, all over it, round the board, " +
      "around the board, everything, the whole board, whole board, all of the board, every part, every board, all parts, " +
      "all boards",
  ],
];
