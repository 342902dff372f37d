import type { Subject } from "../../../evidence";
import type { Effect } from "../../entry";
import { frame, keptAsTold, more, nameOf, observed } from "../clause";
import { lookOf, stateOf } from "../readings";
import { classIn, isCapacitor } from "../said";

// What the eye finds, and what a thing is said to be without a figure.

/** Signs on parts, points' places and things that are none: "C1 C2 bulged", "no crust on C5", "glue at C9 gone brown". */
export const looks = frame(
  [["sign"]],
  ["parts", "place", "not", "each", "all", "comma", "colon", "with", "judged", "still"],
  (c, telling, context) => {
    const named = c.subjects;
    // "neither is blown": of all that was named
    const all = c.has("each") || /neither|none|nothing/.test(c.text("not"));
    const last = all ? telling.named : telling.last;
    // of glue at two parts, what bulges is the parts
    const swells = c.senses("sign").every((x) => x.sign === "bulged" || x.sign === "leaking");
    const about = named.length > 0 ? named : swells ? last.flatMap(partsAt) : last;
    if (
      about.length === 0 ||
      !(c.apart(["parts", "place"], ["sign", "not"]) || (/^neither\b/.test(c.text("not")) && c.before(["parts", "place"], ["sign"]))) ||
      !c.wellJoined
    )
      return null;
    // "looks ok" behind a figure judges the figure
    if (named.length === 0 && c.senses("sign").some((s) => s.sign === "looksWhole")) return null;
    if (c.senses("judged").some((j) => j.as !== undefined && j.as !== "good")) return null;
    let not = false;
    const effects: Effect[] = [];
    // "neither F1 nor F2 has blown": one denial of all
    const neither = /^neither\b/.test(c.text("not"));
    for (const t of c.tokens) {
      if (t.is !== "sense") continue;
      if (t.sense.is === "not") not = true;
      else if (t.sense.is === "sign" && t.sense.sign === "bulged" && about.some(holdsParts)) return null;
      else if (t.sense.is === "sign") {
        // "so C5 isn't leaking": what a meter told
        const electrical = not && t.sense.sign === "leaking" && telling.effects.some((e) => e.about === "point");
        if (electrical) {
          effects.push(...about.map((s) => keptAsTold("reading", [s], { quantity: "leakage", outcome: "absent" })));
          not = false;
          continue;
        }
        for (const seen of about) {
          // a ring in the solder is in the joint of the part
          const subject: Subject = t.sense.sign === "ringed" && seen.kind === "part" ? { kind: "place", name: `joint ${seen.name}` } : seen;
          const look = lookOf(subject, t.sense.sign, not, context);
          if (look === null) return null;
          if (!effects.some((e) => JSON.stringify(e) === JSON.stringify(look))) effects.push(look);
        }
        not = false;
      }
    }
    // "C1 bulged, C2 not": of another part
    if (not && !neither) return null;
    return more(telling, effects, { last: about });
  },
);

const IN_A_PLACE = /^(?:glue|board|trace|joint) ((?:[A-Z]+\d+[A-Z]? ?)+)$/;
const holdsParts = (s: Subject): boolean => s.kind === "place" && IN_A_PLACE.test(s.name);
const partsAt = (s: Subject): Subject[] =>
  s.kind === "place" && IN_A_PLACE.test(s.name)
    ? IN_A_PLACE.exec(s.name)![1]!
        .split(" ")
        .map((name) => ({ kind: "part", name }))
    : [s];

/** "C21 not" behind a sign of others: it has it not. */
export const looksNot = frame([["not"], ["parts"]], [], (c, telling, context) => {
  const before = telling.effects.at(-1);
  const sign =
    before?.about === "reading" && before.measurement.kind === "visual"
      ? before.measurement.sign
      : before?.about === "observed" && before.observation.kind === "look"
        ? before.observation.sign
        : null;
  if (sign === null || !c.before(["parts"], ["not"])) return null;
  if (sign !== "bulged" && sign !== "leaking" && sign !== "crust" && sign !== "blown") return null;
  const effects = c.subjects.map((s) => lookOf(s, sign, true, context));
  return effects.every((e) => e !== null) ? more(telling, effects as Effect[], { last: c.subjects }) : null;
});

/** "C21 C24 newer than the rest", "Q801 another make": no longer the part that was fitted. */
export const newer = frame([["newer"], ["parts"]], ["each", "all", "comma", "colon", "side"], (c, telling) =>
  c.before(["parts"], ["newer"])
    ? more(
        telling,
        c.subjects.map((s) => keptAsTold("look", [s], { outcome: "notOriginal" })),
        { last: c.subjects },
      )
    : null,
);

/** "F1 F2 not gone", "F3 gone": a fuse. */
export const fuseGone = frame([["outcome"], ["parts"]], ["not", "each", "comma"], (c, telling, context) => {
  if (c.text("outcome") !== "gone" || !c.parts.every((p) => classIn(p, context) === "fuse") || c.senses("not").length > 1) return null;
  const looks = c.subjects.map((s) => lookOf(s, "blown", c.has("not"), context));
  return looks.every((e) => e !== null) ? more(telling, looks as Effect[], { last: c.subjects }) : null;
});

const DISPLAYS: ReadonlySet<string> = new Set(["display", "lcd", "leds", "bulb", "meter"]);

/** "all leds lit, lcd black": what the unit shows. */
export const shown = frame([["lit"], ["place"]], ["each", "all", "not", "comma"], (c, telling) => {
  const lit = c.senses("lit");
  if (lit.length !== 1 || !c.places.every((p) => DISPLAYS.has(p)) || c.senses("not").length > 1) return null;
  const on = lit[0]!.on !== c.has("not");
  return more(
    telling,
    c.places.map((p) =>
      keptAsTold("behaviour", `place:${p}`, {
        ...(p === "display" || p === "lcd" ? {} : { quantity: "glow" as const }),
        outcome: on ? "present" : "absent",
      }),
    ),
  );
});

/** "K1 closes", "relay never pulls in". */
export const pullsIn = frame([["pullsIn"], ["parts"]], ["not", "comma", "colon", "time"], (c, telling, context) => {
  if (!c.parts.every((p) => classIn(p, context) === "relay") || c.senses("not").length > 1 || c.times.length > 1) return null;
  const outcome = c.has("not") ? "absent" : "starts";
  return more(
    telling,
    [
      ...c.subjects.map((s) => keptAsTold("behaviour", [s], { outcome })),
      ...c.times.map((value) => keptAsTold("reading", c.subjects, { quantity: "time", value, unit: "s", outcome: "starts" as const })),
    ],
    { last: c.subjects },
  );
});

/** "K1 isn't the original one". */
export const notOriginal = frame([["original"], ["parts"], ["not"]], ["each", "comma"], (c, telling) =>
  c.senses("not").length === 1 && c.apart(["parts"], ["not"])
    ? more(
        telling,
        c.subjects.map((s) => keptAsTold("look", [s], { outcome: "notOriginal" })),
        { last: c.subjects },
      )
    : null,
);

/** Open, shorted, bad; "no short on Q1". */
export const states = frame(
  [["state"], ["parts"]],
  ["circuit", "not", "each", "all", "comma", "colon", "judged", "still"],
  (c, telling, context) => {
    if (!c.apart(["parts"], ["state", "not"])) return null;
    if (c.senses("judged").some((j) => j.as !== undefined && !(j.as === "good" && c.has("not")))) return null;
    const inCircuit = c.senses("circuit").at(-1)?.inCircuit ?? telling.how.inCircuit ?? context.inCircuit;
    const not = c.has("not");
    const effects: Effect[] = [];
    for (const { state } of c.senses("state"))
      for (const subject of c.subjects) {
        if (not) {
          const name = nameOf(subject)!;
          if (state !== "shorted") return null;
          effects.push(
            isCapacitor(name, context)
              ? {
                  about: "reading",
                  designator: name,
                  implied: false,
                  measurement: { kind: "word", word: "notShorted" },
                  significant: 1,
                  inCircuit,
                  meter: null,
                }
              : keptAsTold("reading", [subject], { quantity: "resistance", outcome: "noShort" }),
          );
          continue;
        }
        const kept = stateOf(subject, state, inCircuit, context);
        if (kept === null) return null;
        effects.push(kept);
      }
    return more(telling, effects, { last: c.subjects });
  },
);

/** "R75 ok", "ZD3 fine": a part that is no capacitor is said to be good. */
export const fine = frame([["judged"], ["parts"]], ["each", "all", "comma", "colon"], (c, telling, context) => {
  const all = c.senses("judged");
  if (!all.some((j) => j.as === "good") || all.some((j) => j.as !== undefined && j.as !== "good")) return null;
  if (!c.apart(["parts"], ["judged"]) || c.parts.some((p) => isCapacitor(p, context) || classIn(p, context) === null)) return null;
  return more(
    telling,
    c.subjects.map((s) => observed(s, { kind: "state", state: "fine", inCircuit: context.inCircuit })),
    { last: c.subjects },
  );
});

/** "red plates", "V5 glows red". */
export const glows = frame([["glows"], ["parts"]], ["time", "on-power", "off", "still", "not"], (c, telling, context) =>
  c.has("off") || (c.has("not") && c.has("time") && c.senses("not").length > 1) || !c.parts.every((p) => classIn(p, context) === "valve")
    ? null
    : more(
        telling,
        [
          ...c.subjects.map((s) => keptAsTold("behaviour", [s], { quantity: "glow", outcome: c.has("not") ? "normal" : "high" })),
          ...c.times.map((value) => keptAsTold("behaviour", c.subjects, { quantity: "time", value, unit: "s" })),
        ],
        { last: c.subjects },
      ),
);
