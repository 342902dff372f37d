import type { Topic } from "./sense";

// What the eye finds on a part, and what a part is said to be without a figure.

export const LOOKS: Topic = [
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
  [{ is: "state", state: "open" }, "open, open circuit, o/c, no continuity, gone open, is open circuit"],
  [{ is: "state", state: "shorted" }, "shorted, short, dead short, short circuit, s/c, shorts, shorted out, shorting"],
  [{ is: "state", state: "intermittent" }, "intermittent"],
  [{ is: "state", state: "bad" }, "bad, dead, duff, knackered, faulty, no good"],
  [{ is: "original" }, "original, orig, the original, the orig, original one, the orig one, the original one, originals, factory fitted"],
  [
    { is: "glows" },
    "red plates, red plate, red plating, red-plating, glows red, glow red, goes red, plate glows red, plate goes red, " +
      "plate red, cherry red",
  ],
];
