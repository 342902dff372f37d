import type { Topic } from "./sense";

// What the eye finds on a part, and what a part is said to be without a figure.

export const LOOKS: Topic = [
  [
    { is: "sign", sign: "bulged" },
    "bulged, bulging, bulge, bulges, domed, swollen, vented, puffed, puffed up, bulged tops, domed tops, bulged top, " +
      "slightly bulged, bulged slightly, slightly domed, domed slightly, swelled, swelling, swollen up, swelled up, " +
      "blown up like, fat top, raised top, raised, humped, lifting its bung, bung out, bung pushed out, bottom out, " +
      "crowned, crowning, doming, tops up, top up, popped up",
  ],
  [
    { is: "sign", sign: "leaking" },
    "leaking, leaked, leaks, goo, electrolyte, weeping, oozing, leak, leaky, leakage at its base, spewed, spilled, spilt, " +
      "wet, wet at the base, wet underneath, weeped, weeps, fluid, fluid under it, puddle, gunge, gunk, sticky",
  ],
  [
    { is: "sign", sign: "crust" },
    "brown crust, white crust, green crust, goo at, white goo, crust, crusty, crusted, residue, sticky flux, flux left, " + "flux",
  ],
  [
    { is: "sign", sign: "cracked" },
    "cracked, crack, split, hairline crack, cracks, hairline, fractured, fracture, broken, broken off, snapped off, " +
      "chipped, split open, split sleeve",
  ],
  [
    { is: "sign", sign: "scorched" },
    "scorched, burnt, burned, browned, toasted, scorch, burn marks, burn mark, overheated, scorched black, burnt out, " +
      "burnt up, burnt through, burned out, burned up, burned through, cooked, singed, blackened, heat marks, heat damage, " +
      "heat damaged, hot spot, hotspot, crisp, fried, smoked",
  ],
  [{ is: "sign", sign: "charred" }, "charred, carbonised, carbonized, charring, burnt black, burned black"],
  [
    { is: "sign", sign: "discoloured" },
    "discoloured, discolored, darkened, gone brown, brown, gone dark, gone dark brown, turned brown, went brown, " +
      "has gone brown, dark brown, gone yellow, yellowed, gone black, turned black, turned dark, browning, tanned, tan, " +
      "faded, stained, stain, stains, darkened round it, dark patch",
  ],
  [
    { is: "sign", sign: "corroded" },
    "corroded, corrosion, rusty, green, oxidised, oxidized, gone green, green contacts, tarnished, pitted, corroding, " +
      "rust, rusted, rusty pins, verdigris, green crud, crud, oxide, oxidation, furry, dull contacts, black contacts, " +
      "blackened contacts, eaten away, battery acid, acid damage",
  ],
  [{ is: "sign", sign: "blown" }, "blown, blew, popped"],
  [
    { is: "sign", sign: "missing" },
    "missing, not there, is gone missing, sawn off, cut off, gone from its place, not fitted, not populated, unpopulated, " +
      "absent, has been removed, is missing",
  ],
  [
    { is: "sign", sign: "loose" },
    "loose, wobbly, not seated, slack, loose in its socket, lose, rattles, rattling, wobbles, wobbly in its socket, " +
      "came loose, come loose, worked loose, hanging off, hanging, floating, not tight, not tightened, no grip, sloppy",
  ],
  [
    { is: "sign", sign: "ringed" },
    "ring crack, ringed, cracked joint, dry joint, dry joints, ring, a ring, cracked ring, ring round it, hairline ring, " +
      "ring cracked, ring in the solder, bad joint, cold joint, cold solder, bad solder",
  ],
  [
    { is: "sign", sign: "looksWhole" },
    "looks clean, looks fine, looks ok, looks good, looks whole, look clean, look fine, look ok, clean to look at, " +
      "look good, look alright, looks alright, looks all right, clean, flat, lid flat, tops flat, top flat, " +
      "looks fine to me, looks perfect, looks normal, looks healthy, looks new, looks like new, looks sound, looks intact, " +
      "intact, look perfect, look normal, look healthy, look new, look intact, all flat, tops all flat, nice and flat, " +
      "flat tops, flat top, nothing to see, nothing visible, nothing seen, nothing bulged, unmarked, spotless, pristine, " +
      "immaculate, smooth, dry, dry and flat, flat and dry",
  ],
  [{ is: "state", state: "open" }, "open, open circuit, o/c, no continuity, gone open, is open circuit"],
  [{ is: "state", state: "shorted" }, "shorted, short, dead short, short circuit, s/c, shorts, shorted out, shorting"],
  [{ is: "state", state: "intermittent" }, "intermittent"],
  [{ is: "state", state: "bad" }, "bad, dead, duff, knackered, faulty, no good"],
  [{ is: "original" }, "original, orig, the original, the orig, original one, the orig one, the original one, originals, factory fitted"],
  [
    { is: "glows" },
    "red plates, red plate, red plating, red-plating, glows red, glow red, goes red, plate glows red, plate goes red, " +
      "plate red, cherry red, goes red hot, go red, gets red, red, going red, starts to go red, starts to glow, red hot, " +
      "reddens, glowing red",
  ],
  [{ is: "lit", on: true }, "lit, lit up, light up, glowing, all lit, on steadily, shining, come on, came on bright, alight, bright"],
  [
    { is: "lit", on: false },
    "black, blank, empty, unlit, not lit, shows nothing, no display, dark screen, stays black, stays blank, went blank, " +
      "goes blank, goes black, blanks",
  ],
  [
    { is: "newer" },
    "newer, newer than the rest, newer than others, newer than all others, newer than the others, look newer, " +
      "looks newer, of another make, another type, of another type, different type, of a different make, not the same type, " +
      "a different make, a different type, are newer, is newer, later types, later type, replacements, replacement, " +
      "not factory, been replaced before, been changed before, been changed before me",
  ],
  [
    { is: "pullsIn" },
    "pulls in, pull in, pulled in, closes, comes in, picks up, engages, energises, energizes, operates, clicks in, " +
      "clicks over, kicks in",
  ],
];
