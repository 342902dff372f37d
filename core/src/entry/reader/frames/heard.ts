import type { FactOutcome } from "../../../evidence";
import type { FindingToken } from "../../../device";
import type { PartClass } from "../../../part";
import { classIn } from "../said";
import { concludedIn, CONCLUDING, frame, keptAsTold, more, observed, UNIT, type Clause } from "../clause";

// What the ear hears and what the unit does, where nothing was done to it just before.

const SOUND: Partial<Record<FindingToken, FactOutcome>> = {
  hum: "hum",
  buzz: "buzz",
  hiss: "hiss",
  crackle: "crackle",
  distorted: "distorted",
  relayClicking: "clicking",
  comesAndGoes: "comesAndGoes",
  whistle: "oscillates",
  noSound: "absent",
};

const ABOUT_THE_FAULT = /\b(?:hum|buzz|noise|crackle|fault|pumping|whistle|hiss)\b/;

/** "hum gone", "no hum any more", "still crackles": where the complaint stands. */
export const complaint = frame([["outcome", "symptom", "not"]], [...CONCLUDING, "each", "all", "comma", "colon"], (c, telling) => {
  if (telling.open.length > 0 || c.senses("judged").some((j) => j.as !== undefined)) return null;
  // "without a drop out" is how it ran
  if (/\bwithout\b|w\/o/.test(c.text("not"))) return null;
  if (c.has("colon") && !c.wellJoined) return null;
  const said = concludedIn(c, null);
  if (said === null || said.did !== null || said.followed !== null || said.outcome === null || said.outcome === "answers") return null;
  // "gone" by itself may be anything
  if (said.symptom === null && !ABOUT_THE_FAULT.test(c.text("outcome"))) return null;
  if (said.symptom !== null && said.outcome !== "gone" && c.has("all")) return null;
  return more(telling, [observed(UNIT, { kind: "complaintNow", outcome: said.outcome, symptom: said.symptom })]);
});

/** "still quiet": what was gone stays gone. */
export const stillQuiet = frame([["still"], ["does"]], ["all"], (c, telling) =>
  telling.open.length > 0 || c.senses("does").some((d) => d.did !== "silent")
    ? null
    : more(telling, [observed(UNIT, { kind: "complaintNow", outcome: "gone", symptom: null })]),
);

const outcomes = (c: Clause): FactOutcome[] | null => {
  const list = c.senses("symptom").map((s) => SOUND[s.symptom]);
  return list.every((o) => o !== undefined) ? list : null;
};

/** "left crackles", "T1 hums by itself", "right is quiet". */
export const sounds = frame(
  [
    ["side", "all", "parts", "place"],
    ["symptom", "does", "not"],
  ],
  ["comma", "colon", "judged", "under", "still", "sign"],
  (c, telling) => {
    if (telling.open.length > 0) return null;
    if (c.parts.length > 0 && c.sides.length > 0) return null;
    if (!c.places.every((p) => p === "headphone jack" || p === "speakers") || (c.places.length > 0 && c.has("side", "parts", "all")))
      return null;
    const of =
      c.places.length > 0
        ? c.places.map((p) => `place:${p}`)
        : c.parts.length > 0
          ? c.parts.map((p) => `part:${p}`)
          : [...new Set(c.sides)].map((s) => `channel:${s}`);
    if (!c.apart(["side", "all", "parts", "place"], ["symptom", "does", "not"])) return null;
    if (c.senses("judged").some((j) => j.as !== undefined)) return null;
    // "right clean" is how it sounds where the line is of sounds
    const signs = c.senses("sign");
    if (signs.length > 0) return null;
    const state = c.senses("under").flatMap((u) => (u.under.heat ? [u.under.heat] : ["?" as const]));
    if (state.includes("?" as never)) return null;
    const does = c.senses("does");
    const heard = outcomes(c);
    if (heard === null) return null;
    const kept = (outcome: FactOutcome) => of.map((o) => keptAsTold("listen", o, { outcome, state: state as ("cold" | "warm")[] }));
    if (c.has("not")) {
      // "nothing on the right", "no hum from T1"
      if (does.length > 0 || c.senses("not").length > 1 || heard.length > 1) return null;
      if (heard.length === 0 && !telling.effects.some(isHeard)) return null;
      return more(telling, kept("silent"));
    }
    if (does.length === 1 && heard.length === 0 && does[0]!.did === "silent") return more(telling, kept("silent"));
    if (does.length > 0 || heard.length === 0) return null;
    return more(telling, heard.flatMap(kept));
  },
);

const isHeard = (e: { about: string }): boolean =>
  e.about === "observed" && "observation" in e && (e.observation as { told?: { fact: string } }).told?.fact === "listen";

/** "right clean" behind what the left does: how it sounds. */
export const clean = frame(
  [
    ["side", "all"],
    ["sign", "judged"],
  ],
  ["comma", "colon", "still"],
  (c, telling) => {
    const signs = c.senses("sign");
    const judged = c.senses("judged");
    if (!telling.effects.some(isHeard) || signs.some((s) => s.sign !== "looksWhole") || !judged.every((j) => j.as === "good")) return null;
    if (signs.length > 0 && !/\b(?:clean|fine|ok)\b/.test(c.text("sign"))) return null;
    return more(
      telling,
      [...new Set(c.sides)].map((s) => keptAsTold("listen", `channel:${s}`, { outcome: "silent" })),
    );
  },
);

/** What the unit does: "plays", "goes off by itself", "fine cold, cuts out once warm". */
export const behaves = frame([["does", "symptom", "state", "judged"]], ["unit", "under", "comma", "colon", "still"], (c, telling) => {
  if (telling.open.length > 0) return null;
  const does = c.senses("does");
  const heats = c.senses("under").flatMap((u) => (u.under.heat ? [u.under.heat] : []));
  if (heats.length !== c.senses("under").length || heats.length > 1) return null;
  const good = c.senses("judged").some((j) => j.as === "good");
  if (c.senses("judged").some((j) => j.as !== undefined && j.as !== "good")) return null;
  const states = c.senses("state");
  const symptoms = c.senses("symptom");
  const kept = (outcome: FactOutcome) => more(telling, [keptAsTold("behaviour", "unit", { outcome, state: heats })]);
  if (states.length === 1 && states[0]!.state === "bad" && /^dead\b/.test(c.text("state")))
    return does.length + symptoms.length + heats.length > 0 || good ? null : kept("absent");
  if (states.length === 1 && states[0]!.state === "intermittent")
    return does.length + symptoms.length > 0 || good ? null : kept("comesAndGoes");
  if (states.length > 0) return null;
  if (symptoms.length === 1 && does.length === 0 && symptoms[0]!.symptom === "comesAndGoes" && !good) return kept("comesAndGoes");
  if (symptoms.length > 0) return null;
  // "fine cold": how it plays; a judgement alone may be of anything
  if (does.length === 0) return good && heats.length === 1 ? kept("good") : null;
  if (does.length > 1) return null;
  const [{ did }] = does as [(typeof does)[number]];
  return did === "silent" || (good && did !== "plays" && did !== "starts") ? null : kept(did);
});

/** Parts that do something by themselves. */
const DOES: ReadonlySet<PartClass> = new Set<PartClass>(["relay", "chip", "valve", "lamp", "driver"]);

/** "a relay clicks": what a part does. */
export const partDoes = frame([["does"], ["parts"]], ["under", "comma", "colon"], (c, telling, context) => {
  if (telling.open.length > 0 || telling.act !== null) return null;
  const does = c.senses("does");
  if (c.parts.some((p) => !DOES.has(classIn(p, context) ?? "capacitor"))) return null;
  if (does.length !== 1 || does[0]!.did === "silent" || !c.before(["parts"], ["does"]) || c.has("under")) return null;
  return more(
    telling,
    c.subjects.map((s) => keptAsTold("behaviour", [s], { outcome: does[0]!.did })),
    { last: c.subjects },
  );
});

/** "10 of 10 starts", "cold start x5, all ok". */
export const starts = frame(
  [["count"], ["starts", "does", "under", "judged", "not"]],
  ["on-power", "under", "comma", "colon", "each", "judged", "not", "count"],
  (c, telling) => {
    const [first, second] = c.tokens.flatMap((t) => (t.is === "count" ? [t] : []));
    const cold = c.senses("under").some((u) => u.under.heat === "cold");
    if (c.senses("under").some((u) => u.under.heat !== "cold")) return null;
    if (c.senses("judged").some((j) => j.as !== undefined && j.as !== "good")) return null;
    if (!c.has("starts", "does") && !cold) return null;
    if (c.senses("does").some((d) => d.did !== "starts")) return null;
    if (c.has("not") || (second !== undefined && second.good > first!.of)) return null;
    const [good, of] = second !== undefined ? [Math.min(second.good, first!.of), first!.of] : [first!.good, first!.of];
    if (of < 2) return null;
    if (cold) return more(telling, [observed(UNIT, { kind: "coldStarts", of, started: good, rest: null })]);
    const outcome: FactOutcome = good === of ? "starts" : good === 0 ? "bad" : "comesAndGoes";
    return more(telling, [keptAsTold("behaviour", "unit", { outcome, with: [good === of ? `${of} starts` : `${good} of ${of}`] })]);
  },
);

/** "42 s then protect", "trips at 55 s": that it goes off, and after how long. */
export const afterTime = frame([["time"], ["does"]], ["judged", "on", "comma", "colon", "unit", "under"], (c, telling) => {
  const [seconds, second] = c.times;
  const does = c.senses("does");
  if (seconds === undefined || second !== undefined || does.length !== 1 || telling.open.length > 0) return null;
  const [{ did }] = does as [(typeof does)[number]];
  if (did !== "shutsDown" || c.has("under")) return null;
  if (c.senses("judged").some((j) => j.as !== undefined)) return null;
  return more(telling, [
    keptAsTold("behaviour", "unit", { outcome: did }),
    keptAsTold("behaviour", "unit", { quantity: "time", value: seconds, unit: "s", outcome: did }),
  ]);
});

/** How long it was on: "1 hour on", "ran for 2 hours". */
export const soaked = frame(
  [["time"], ["on", "does", "fill"]],
  ["comma", "colon", "judged", "outcome", "still", "unit", "does", "symptom", "not", "each", "all"],
  (c, telling) => {
    const [seconds, second] = c.times;
    if (seconds === undefined || second !== undefined || seconds < 60) return null;
    if (c.senses("judged").some((j) => j.as !== undefined) || c.has("outcome", "still", "symptom", "not", "each", "all")) return null;
    const does = c.senses("does");
    if (does.length > 1 || does.some((d) => d.did !== "plays" && d.did !== "silent")) return null;
    const on = c.tokens.some((t) => /^(?:on|in|after|once|for|listening|of listening)$/.test(t.text)) || c.has("does");
    if (!on) return null;
    const onlyRan = does.length === 1 && /^(?:ran|running|runs)$/.test(c.text("does"));
    const [d] = does;
    return more(telling, [
      keptAsTold("behaviour", "unit", { quantity: "time", value: seconds, unit: "s", state: ["on"] }),
      ...(d && !onlyRan
        ? [
            d.did === "silent"
              ? observed(UNIT, { kind: "complaintNow" as const, outcome: "gone" as const, symptom: null })
              : keptAsTold("behaviour", "unit", { outcome: "plays" }),
          ]
        : []),
    ]);
  },
);
