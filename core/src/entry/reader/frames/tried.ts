import type { FindingToken } from "../../../device";
import type { Act, Marked, Observation, Subject, ToldFact } from "../../../evidence";
import { within } from "../../../knowledge";
import { farads, volts as inVolts, type ParsedValue } from "../../../units";
import type { Effect, ReadoutContext } from "../../entry";
import {
  Clause,
  concludedIn,
  concludes,
  CONCLUDING,
  EMPTY,
  frame,
  keptAsTold,
  more,
  nameOf,
  observed,
  tagOf,
  UNIT,
  type Concluded,
  type Telling,
} from "../clause";
import { classIn, isCapacitor } from "../said";
import { isPot, micro } from "./figures";

// What was done to find out or to repair, and what came of it.

/** What may be put in or across, where the act takes something. */
const TAKES: ReadonlySet<Act> = new Set<Act>(["bridged", "replaced"]);
/** Acts that can be done to a place that is no part. */
const TO_PLACES: ReadonlySet<Act> = new Set<Act>([
  "unplugged",
  "knocked",
  "pressed",
  "warmed",
  "cooled",
  "resoldered",
  "cleaned",
  "replaced",
]);
const THINGS = ["parts", "place", "point"] as const;

const isOpen = (said: Concluded): boolean => said.outcome === null && said.followed === null;

/** An act on what is named, with what came of it where that is said. */
export const act = frame(
  [["act"]],
  [
    ...CONCLUDING,
    "parts",
    "place",
    "side",
    "all",
    "describes",
    "value",
    "rating",
    "across",
    "new",
    "each",
    "with",
    "comma",
    "colon",
    "circuit",
    "back",
    "allOver",
  ],
  (c, telling, context) => {
    const acts = c.senses("act");
    const done = acts[0]!.act;
    if (done === "replaced" && acts.length === 1 && !c.oneValue) return replacedEach(c, telling, context);
    if (!c.wellJoined || !c.oneValue) return null;
    if (acts.length > 1 || c.senses("judged").some((j) => j.as !== undefined)) return null;
    // what came of it stands behind it
    const ending = c.tags.findIndex((t) => t !== "judged" && CONCLUDING.includes(t));
    const last = c.tags.findLastIndex((t) => t === "act" || t === "parts" || t === "place");
    const same = c.senses("outcome")[0]?.outcome === "same" && c.senses("outcome").length === 1;
    const ahead = same && (ending === 0 || c.tags.findLast((t) => !EMPTY.has(t)) === "act");
    if (ending >= 0 && ending < last && !ahead && !swapsSides(done, c.sides.length)) return null;
    const said = concludedIn(c, done);
    if (said === null || (said.followed !== null && done !== "swapped")) return null;
    // a joint is not replaced
    if (done === "replaced" && c.places.some((p) => p.startsWith("joint"))) return null;
    const circuit = c.senses("circuit");
    if (circuit.length > 0 && !(done === "unplugged" && circuit.every((x) => !x.inCircuit))) return null;
    if (c.has("back")) return null;
    const { places, marked, sides } = c;
    if (c.has("allOver")) {
      if (c.subjects.length > 0 || !TOUCHES.has(done) || marked.length > 0 || said.outcome === "answers") return null;
      if (isOpen(said)) return null;
      const came = said.outcome === null ? said.did : TOLD_OUTCOME[said.outcome];
      return more(telling, [keptAsTold(TOUCHED[done as keyof typeof TOUCHED], "unit", { outcome: came })], { act: null });
    }
    // "ringed, resoldered": what was named just before
    const own = actedOn(c, done);
    const to = own.length > 0 || sides.length > 0 ? own : telling.last;
    if (
      c.subjects.length === 0 &&
      done !== "turnedDown" &&
      (marked.length > 0 ||
        !telling.begun ||
        !(
          REPAIRED_AGAIN.has(done) ||
          (TOUCHES.has(done) && telling.last.length > 0 && telling.last.every((s) => s.kind !== "point" && s.kind !== "unit"))
        ))
    )
      return null;
    if (marked.length > 0 && !TAKES.has(done)) return null;
    if (places.length > 0 && !TO_PLACES.has(done) && done !== "turnedDown" && done !== "swapped") return null;
    if (done === "turnedDown") return c.parts.length > 0 ? null : more(telling, [tried(done, [], null, said)], { act: done });
    if (done === "swapped") return swapped(to, sides, said, telling);
    if (to.length === 0 || sides.length > 0) return null;
    if (done === "replaced") return replaced(to, marked, said, telling, context);
    const given = markedOf(marked);
    if (given === null || (done === "bridged" && !to.every((s) => s.kind === "part"))) return null;
    if (given.length > 0 && (given[0]!.unit !== "F" || given.length > 2 || (given[1] && given[1].unit !== "V"))) return null;
    const put = given.length > 0 ? { marked: given, named: null } : null;
    return more(telling, [tried(done, to, put, said)], {
      last: to,
      act: done,
      open: isOpen(said)
        ? [...(TOUCHES.has(done) && telling.act !== null && TOUCHES.has(telling.act) ? telling.open : []), telling.effects.length]
        : [],
    });
  },
);

const TOUCHED = { knocked: "knock", pressed: "press", warmed: "warm", cooled: "cool" } as const;
/** What is tried at one place after another, or at the same place another way: "wiggle it". */
const TOUCHES: ReadonlySet<Act> = new Set<Act>(["knocked", "pressed", "warmed", "cooled"]);
const REPAIRED_AGAIN: ReadonlySet<Act> = new Set<Act>(["resoldered", "cleaned"]);

/** What an act is done to: joints are of the parts they are at, and what sits in its socket is the part. */
function actedOn(c: Clause, done: Act): Subject[] {
  const parts = c.parts.length > 0;
  return c.subjects.flatMap((s): Subject[] => {
    if (s.kind !== "place") return [s];
    const joint = /^joint (?=[A-Z])(.*)$/.exec(s.name)?.[1];
    if (joint !== undefined && done === "resoldered") return joint.split(" ").map((name) => ({ kind: "part", name }));
    return parts && s.name === "socket" ? [] : [s];
  });
}

const swapsSides = (done: Act, sides: number): boolean => done === "swapped" && sides > 0;

/** A value held across a part, without the act: "3300/35 across C3: hum down a lot". */
export const across = frame(
  [["across"], ["parts"], ["value", "rating"]],
  [...CONCLUDING, "new", "with", "comma", "colon", "describes"],
  (c, telling, context) => {
    if (!c.wellJoined || c.senses("judged").some((j) => j.as !== undefined) || !c.before(["parts", "across"], CONCLUDING)) return null;
    if (!c.parts.every((p) => isCapacitor(p, context)) || !c.before(["value", "rating"], ["across"])) return null;
    const given = markedOf(c.marked);
    if (given === null || given[0]!.unit !== "F" || given.length > 2 || (given[1] && given[1].unit !== "V")) return null;
    const said = concludedIn(c, "bridged");
    if (said === null || said.followed !== null) return null;
    return more(telling, [tried("bridged", c.subjects, { marked: given, named: null }, said)], {
      last: c.subjects,
      act: "bridged",
      open: isOpen(said) ? [telling.effects.length] : [],
    });
  },
);

/** "on IC12 it comes back", "V2 nothing": the act of the clause before, done to something else. */
export const again = frame(
  [[...THINGS], ["outcome", "symptom", "does", "not"]],
  [...CONCLUDING, "with", "comma", "colon", "each"],
  (c, telling) => {
    const { act: done } = telling;
    if (done === null || done === "swapped" || TAKES.has(done) || done === "turnedDown" || done === "unplugged") return null;
    if (telling.open.length > 0 || c.senses("judged").some((j) => j.as !== undefined) || c.has("still")) return null;
    if (!c.before([...THINGS], ["outcome", "symptom", "does", "not"])) return null;
    const said = concludedIn(c, done);
    if (said === null || said.outcome === null || said.followed !== null) return null;
    return more(telling, [tried(done, c.subjects, null, said)], { last: c.subjects, act: done });
  },
);

/** What came of the act before, said by itself. */
export const outcome = frame(
  [["outcome", "symptom", "does", "went", "not"]],
  [...CONCLUDING, "side", "all", "comma", "colon"],
  (c, telling) => {
    if (telling.open.length === 0 || c.senses("judged").some((j) => j.as !== undefined)) return null;
    const effects = [...telling.effects];
    for (const at of telling.open) {
      const open = telling.effects[at];
      const before = open?.about === "observed" && open.observation.kind === "tried" ? open.observation : null;
      if (before === null || (c.sides.length > 0 && before.act !== "swapped")) return null;
      const said = concludedIn(c, before.act);
      if (said === null || isOpen(said) || (said.followed !== null && before.act !== "swapped")) return null;
      effects[at] = observed((open as Extract<Effect, { about: "observed" }>).subject, {
        ...before,
        outcome: said.outcome,
        symptom: before.symptom ?? said.symptom,
        followed: said.followed,
        ...(said.did === null ? {} : { did: said.did }),
      });
    }
    return { ...telling, effects, open: [] };
  },
);

/** Parts that are in new, without an act: "C1 C2 new 4700u 50v", "R9 -> 100k". */
export const inNew = frame(
  [["new", "rating"], ["parts"], ["value", "rating"]],
  ["each", "describes", "with", "comma", "colon", "across"],
  (c, telling, context) => {
    // "C9 = new 10u 35v"
    const joined = c.wellJoined || (!c.has("comma") && c.before(["parts"], ["colon"]) && c.before(["colon"], ["new", "rating", "value"]));
    if (c.has("across") || !joined || !c.oneValue) return null;
    // "C1 100u 16v" says again what it is marked
    const spaced = c.tokens.some((t) => t.is === "rating" && / /.test(t.text));
    if (spaced && !c.has("new") && c.before(["parts"], ["rating"])) return null;
    return replaced(c.subjects, c.marked, { outcome: null, symptom: null, did: null, followed: null }, telling, context);
  },
);

/** "replaced C905 with 22u 63v and R905 with 220k": the act of the clause before. */
export const alsoNew = frame([["with", "for", "on"], ["parts"], ["value", "rating"]], ["describes", "each"], (c, telling, context) =>
  telling.act === "replaced"
    ? replaced(c.subjects, c.marked, { outcome: null, symptom: null, did: null, followed: null }, telling, context)
    : null,
);

/** "F1 F2 back in". */
export const back = frame([["back"], ["parts", "place"]], ["each"], (c, telling, context) =>
  more(
    telling,
    c.subjects.map((s) =>
      keptAsTold(s.kind === "part" && !PULLED.has(classIn(s.name, context) ?? "connector") ? "lift" : "unplug", [s], { outcome: "back" }),
    ),
    { last: c.subjects },
  ),
);

function tried(done: Act, to: readonly Subject[], put: Extract<Observation, { kind: "tried" }>["with"], said: Concluded): Effect {
  return observed(to[0] ?? UNIT, {
    kind: "tried",
    act: done,
    to,
    with: put,
    outcome: said.outcome,
    symptom: said.symptom,
    before: null,
    after: null,
    followed: said.followed,
    under: {},
    together: [],
    ...(said.did === null ? {} : { did: said.did }),
  });
}

/** Values of what goes in; null where one of them has no unit. */
function markedOf(values: readonly ParsedValue[], inOhms = false): Marked[] | null {
  const out = values.flatMap((v) => {
    const unit = v.unit ?? (v.tiny ? "F" : inOhms && v.prefixed ? "Ω" : null);
    return unit === null ? [] : [{ value: v.value, unit, significant: v.significant }];
  });
  return out.length < values.length ? null : out;
}

/** Two that changed places: parts, or the channels by their leads. */
function swapped(to: readonly Subject[], sides: readonly string[], said: Concluded, telling: Telling): Telling | null {
  const parts = to.filter((s) => s.kind === "part");
  if (parts.length === 2 && parts.length === to.length && sides.length <= 1) {
    // "crackle moved to the right" is said of the part by its side
    if (sides.length > 0 && said.followed === null) return null;
    const effect = tried("swapped", [parts[0]!], { marked: [], named: nameOf(parts[1]!) }, said);
    return more(telling, [effect], { last: [parts[0]!], act: "swapped", open: isOpen(said) ? [telling.effects.length] : [] });
  }
  const places = to.flatMap((s) => (s.kind === "place" ? [s] : []));
  if (parts.length > 0 || (places.length === 0 && new Set(sides).size < 2)) return null;
  if (places.some((p) => !/^(?:speakers|speaker leads|input leads|inputs|lead|left .*|right .*)$/.test(p.name))) return null;
  // without what came of it, it is a change of leads and no finding
  const went = said.followed ?? (said.outcome === "same" ? "place" : null);
  if (went === null || said.symptom !== null || said.did !== null) return null;
  return more(
    telling,
    [keptAsTold("swap", "channel:L", { outcome: went === "part" ? "follows" : "staysWithPlace", with: ["channel:R"] })],
    {
      act: "swapped",
    },
  );
}

/** "replaced C5 (470p 2kv) and C4 (2n2 2kv)": each part for what stands behind it. */
function replacedEach(c: Clause, telling: Telling, context: ReadoutContext): Telling | null {
  const allowed: readonly string[] = ["parts", "value", "rating", "act", "comma", "colon", "with", "new", "each"];
  if (!c.tags.every((t) => allowed.includes(t) || EMPTY.has(t))) return null;
  const groups: { to: Subject[]; marked: ParsedValue[] }[] = [];
  for (const t of c.tokens) {
    const last = groups.at(-1);
    if (t.is === "parts") {
      const to = t.names.map((name): Subject => ({ kind: "part", name }));
      if (last && last.marked.length === 0) last.to.push(...to);
      else groups.push({ to, marked: [] });
    } else if (t.is === "value" || t.is === "rating") {
      if (!last) return null;
      last.marked.push(...(t.is === "value" ? [t.value] : [t.farads, t.volts]));
    }
  }
  if (groups.length < 2 || groups.some((g) => g.marked.length === 0)) return null;
  const none = { outcome: null, symptom: null, did: null, followed: null };
  return groups.reduce<Telling | null>((told, g) => told && replaced(g.to, g.marked, none, told, context), telling);
}

/** Parts that were changed, and for what: a capacitor for a value and its volts, or neither; a place for a new one. */
function replaced(
  to: readonly Subject[],
  marked: readonly ParsedValue[],
  said: Concluded,
  telling: Telling,
  context: ReadoutContext,
): Telling | null {
  if (said.followed !== null) return null;
  const rest = (effects: number) => ({ last: to, act: "replaced" as const, open: isOpen(said) ? [telling.effects.length + effects] : [] });
  if (to.every((s) => s.kind === "place")) return marked.length > 0 ? null : more(telling, [tried("replaced", to, null, said)], rest(0));
  if (!to.every((s) => s.kind === "part")) return null;
  const c = marked.find((v) => v.unit === "F" || (v.unit === null && v.tiny));
  const v = marked.find((m) => m.unit === "V");
  const capacitors = to.filter((s) => isCapacitor(nameOf(s)!, context));
  if (capacitors.length > 0) {
    if (capacitors.length < to.length || marked.length !== (c ? 1 : 0) + (v ? 1 : 0)) return null;
    if (marked.length > 0 && (!c || !v || !within("nominalFarads", c.value) || !within("ratedVolts", v.value))) return null;
    const marking = c && v ? { nominal: farads(c.value), rated: inVolts(v.value), technology: null } : null;
    const fitted = to.map((s): Effect => ({ about: "fitted", designator: nameOf(s)!, marking, lot: null }));
    return more(telling, [...fitted, tried("replaced", to, null, said)], rest(to.length));
  }
  const given = markedOf(
    marked,
    to.every((s) => classIn(nameOf(s)!, context) === "resistor"),
  );
  if (given === null) return null;
  return more(telling, [tried("replaced", to, given.length > 0 ? { marked: given, named: null } : null, said)], rest(0));
}

const PULLED: ReadonlySet<string> = new Set(["fuse", "connector", "valve"]);

/** What is plugged and is out or off: "F1 F2 out", "coax off: no hum", "with CN5 out". */
export const takenOut = frame(
  [
    ["circuit", "off"],
    ["parts", "place"],
  ],
  [...CONCLUDING, "with", "comma", "colon", "each"],
  (c, telling, context) => {
    const out = c.has("off")
      ? /^off$/.test(c.text("off"))
      : c.senses("circuit").every((x) => !x.inCircuit && !x.lifted) && /^out$/.test(c.text("circuit"));
    if (!out || !c.wellJoined || c.senses("judged").some((j) => j.as !== undefined)) return null;
    if (!c.parts.every((p) => PULLED.has(classIn(p, context) ?? ""))) return null;
    if (!c.places.every((p) => /lead|plug|connector|wire|speakers|headphone/.test(p))) return null;
    if (!c.before(["parts", "place"], ["circuit", "off"]) || !c.before(["circuit", "off"], CONCLUDING)) return null;
    const said = concludedIn(c, "unplugged");
    if (said === null || said.followed !== null) return null;
    const effect = tried("unplugged", c.subjects, null, said);
    return more(telling, [effect], { last: c.subjects, act: "unplugged", open: isOpen(said) ? [telling.effects.length] : [] });
  },
);

/** "Q911 shorted c to e: plays": a part is bypassed to see what goes on without it. */
export const bypassed = frame(
  [["toldAct", "collectorEmitter"], ["parts"]],
  [...CONCLUDING, "state", "across", "with", "comma", "colon", "collectorEmitter", "toldAct", "all"],
  (c, telling) => {
    if (!c.toldActs.every((a) => a === "bypass") || c.senses("state").some((s) => s.state !== "shorted")) return null;
    if (c.toldActs.length === 0 && !c.has("state", "across")) return null;
    if (!c.before(["parts", "toldAct", "collectorEmitter"], CONCLUDING) || c.senses("judged").some((j) => j.as !== undefined)) return null;
    const said = concludedIn(c, null);
    if (said === null || said.followed !== null) return null;
    const came = toldOutcome(said) ?? (said.symptom === null ? null : "present");
    if (concludes(c) && came === null) return null;
    return more(telling, [keptAsTold("bypass", c.subjects, { outcome: came })], { last: c.subjects, act: null });
  },
);

/** "lifted C5: fault gone", "with C5 lifted no change": a leg in the air as a trial, where it is said what came of it. */
export const lifted = frame(
  [["circuit"], ["parts"], ["outcome", "symptom", "does", "not"]],
  [...CONCLUDING, "with", "comma", "colon", "each"],
  (c, telling) => {
    if (!c.senses("circuit").every((x) => x.lifted) || !c.wellJoined || c.senses("judged").some((j) => j.as !== undefined)) return null;
    if (!c.before(["circuit", "parts"], ["outcome", "symptom", "does", "not"])) return null;
    const said = concludedIn(c, "lifted");
    if (said === null || isOpen(said) || said.followed !== null) return null;
    return more(telling, [tried("lifted", c.subjects, null, said)], { last: c.subjects, act: "lifted" });
  },
);

/** What plays into a socket: "CD in J4: quiet", "TV into J3 -> hum". */
export const fed = frame(
  [["device"], ["parts", "place"]],
  [...CONCLUDING, "with", "comma", "colon", "loads", "across"],
  (c, telling, context) => {
    if (!c.parts.every((p) => classIn(p, context) === "connector") || !c.places.every((p) => p === "inputs" || p === "jack")) return null;
    if (c.subjects.length === 0 || !c.before(["parts", "place"], CONCLUDING) || c.senses("judged").some((j) => j.as !== undefined))
      return null;
    const heard = c.senses("symptom");
    const [symptom] = heard;
    const not = c.has("not");
    if (heard.length > 1 || c.senses("outcome").length > 0 || c.senses("does").some((d) => d.did !== "silent" && d.did !== "plays"))
      return null;
    const sound = symptom === undefined ? null : (HEARD_AS[symptom.symptom] ?? null);
    if (symptom !== undefined && sound === null) return null;
    const did = c.senses("does")[0]?.did;
    const outcome = symptom ? (not ? "silent" : sound) : did === "silent" ? "silent" : did === "plays" && !not ? "plays" : null;
    if (outcome === null || (not && !symptom)) return null;
    return more(telling, [keptAsTold("source", c.subjects, { outcome })], { last: c.subjects });
  },
);
const HEARD_AS: Partial<Record<FindingToken, ToldFact["outcome"]>> = {
  hum: "hum",
  buzz: "buzz",
  hiss: "hiss",
  crackle: "crackle",
  distorted: "distorted",
};

/** Hung in for a test: "470u 25v in place of C31 for a test, fault gone". */
export const substitute = frame(
  [["toldAct"], ["parts"], ["value", "rating"]],
  [...CONCLUDING, "new", "with", "comma", "colon", "across", "act", "each", "describes"],
  (c, telling) => {
    if (!c.toldActs.every((a) => a === "substitute") || c.senses("judged").some((j) => j.as !== undefined)) return null;
    if (c.senses("act").some((a) => a.act !== "replaced")) return null;
    const marked = c.marked;
    const [f, v] = [marked.find((m) => m.unit === "F" || (m.unit === null && m.tiny)), marked.find((m) => m.unit === "V")];
    if (!f || marked.length !== 1 + (v ? 1 : 0) || c.parts.length !== 1) return null;
    if (!c.before(["parts", "toldAct"], [...CONCLUDING.filter((t) => t !== "judged")])) return null;
    const said = concludedIn(c, null);
    if (said === null || said.followed !== null) return null;
    const came = toldOutcome(said);
    if (concludes(c) && came === null) return null;
    const put = `new:${micro(f.value)}${v ? ` ${v.value}v` : ""}`;
    return more(telling, [keptAsTold("substitute", c.subjects, { outcome: came, with: [put] })], { last: c.subjects, act: null });
  },
);

const TOLD_OUTCOME = { gone: "cured", better: "better", same: "same", worse: "worse", answers: "changed" } as const;
/** What came of an act that is kept as told. */
export const toldOutcome = (said: Concluded) => said.did ?? (said.outcome === null ? null : TOLD_OUTCOME[said.outcome]);

/** Controls that were turned and pots that were set: "vol at zero: same", "VR71 set to 20 mV". */
export const adjusted = frame(
  [["parts", "place"]],
  [...CONCLUDING, "toldAct", "value", "with", "comma", "colon", "each", "under", "time", "all", "side", "act"],
  (c, telling) => {
    const turned = c.places.length > 0 && /^down\b/.test(c.text("judged")) && c.senses("judged").length === 1;
    if ((!turned && c.senses("judged").some((j) => j.as !== undefined)) || !c.toldActs.every((a) => a === "adjust")) return null;
    if (c.senses("act").some((a) => a.act !== "turnedDown" && a.act !== "unplugged")) return null;
    const { parts, places, values } = c;
    if (parts.length > 0) {
      const set = c.toldActs.length > 0 || (c.has("to") && parts.every(isPot));
      if (places.length > 0 || concludes(c) || c.has("act") || values.length > 1 || !set) return null;
      if (values.length === 0 && !(c.toldActs.length > 0 && parts.every(isPot))) return null;
      if (values.length === 0) return more(telling, [keptAsTold("adjust", c.subjects, { outcome: "set" })], { last: c.subjects });
      const [v] = values;
      if (v!.unit !== "V" && v!.unit !== "A") return null;
      const unit = v!.unit;
      const effects = c.subjects.map((s) =>
        keptAsTold("adjust", [s], { quantity: unit === "V" ? "dcVolts" : "current", value: v!.value, unit, outcome: "set" }),
      );
      return more(telling, effects, { last: c.subjects });
    }
    const zero = values.length === 0 || (values.length === 1 && values[0]!.value === 0 && values[0]!.unit === null);
    if (!places.every((p) => p === "volume control" || p === "faders") || !zero || c.has("time", "under", "side")) return null;
    if (c.has("act") && !c.senses("act").every((a) => a.act === "turnedDown")) return null;
    const said = concludedIn(turned ? new Clause(c.tokens.filter((t) => tagOf(t) !== "judged")) : c, null);
    if (said === null || said.did !== null || said.followed !== null) return null;
    // a symptom that is told to stay is what it does not change
    const came = said.outcome;
    if (came === null || came === "answers") return null;
    return more(telling, [keptAsTold("adjust", c.subjects, { outcome: TOLD_OUTCOME[came] })], { act: null });
  },
);

/** "inputs shorted, same", "nothing plugged in". */
export const inputs = frame([["place"]], [...CONCLUDING, "state", "with", "comma", "colon", "act"], (c, telling) => {
  if (!c.places.every((p) => p === "inputs") || c.has("judged")) return null;
  const [state, more_] = c.senses("state");
  const plugs = /shorting plugs?|inputs shorted/.test(c.text("place"));
  if (more_ || (state && state.state !== "shorted") || (!state && !plugs) || c.has("act")) return null;
  const said = concludedIn(c, null);
  if (said === null || said.did !== null || said.followed !== null) return null;
  if (said.outcome === null || said.outcome === "answers") return null;
  return more(telling, [keptAsTold("source", "place:inputs", { outcome: TOLD_OUTCOME[said.outcome] })]);
});

/** "nothing plugged in: same". */
export const noInput = frame([["noInput"]], [...CONCLUDING, "comma", "colon", "with"], (c, telling) => {
  if (c.has("judged")) return null;
  const said = concludedIn(c, null);
  if (said === null || said.did !== null || said.followed !== null || said.outcome === null || said.outcome === "answers") return null;
  return more(telling, [keptAsTold("unplug", "place:inputs", { outcome: TOLD_OUTCOME[said.outcome] })]);
});
