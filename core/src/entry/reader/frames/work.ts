import type { ToldFact } from "../../../evidence";
import { concludedIn, concludes, CONCLUDING, EMPTY, frame, keptAsTold, more, observed, tagOf, UNIT } from "../clause";
import { classIn } from "../said";
import { micro } from "./figures";

// What others did, what the owner decides, what is left as it is, and time.

/** Work done by somebody before: "owner changed V4 V5 last year, no better". It is no repair of this job. */
export const history = frame(
  [["person", "old"]],
  [...CONCLUDING, "parts", "place", "describes", "act", "done", "new", "comma", "colon", "time", "with", "each", "across"],
  (c, telling) => {
    if (!c.has("act", "new", "done")) return null;
    if (c.senses("judged").some((j) => j.as !== undefined) || c.has("went", "does")) return null;
    if (c.senses("act").some((a) => !["replaced", "resoldered", "cleaned", "swapped"].includes(a.act))) return null;
    const said = concludedIn(c, null);
    if (said === null || said.outcome === "answers" || (concludes(c) && said.outcome === null)) return null;
    const of = c.subjects.length > 0 ? c.subjects : telling.last;
    if (of.length === 0) return null;
    const outcome: ToldFact["outcome"] =
      said.outcome === null
        ? null
        : { gone: "cured" as const, better: "better" as const, same: "same" as const, worse: "worse" as const }[said.outcome];
    return more(
      telling,
      [
        keptAsTold("history", of, { outcome: "repairedBefore" }),
        ...(outcome === null ? [] : [keptAsTold("history", "complaint", { outcome })]),
      ],
      { last: of },
    );
  },
);

/** "C11 C12 left alone". With the owner named it is the owner's decision. */
export const untouched = frame([["untouched"], ["parts", "place"]], ["person", "comma", "colon", "each", "not", "act"], (c, telling) => {
  if (c.has("not", "act")) return null;
  return more(telling, [keptAsTold(c.has("person") ? "owner" : "note", c.subjects)], { last: c.subjects });
});

/** "owner doesn't want C11 done". */
export const declined = frame(
  [["person"], ["not"], ["ought", "act"], ["parts", "place"]],
  ["comma", "colon", "each", "act", "ought", "spent"],
  (c, telling) => {
    if (c.senses("act").some((a) => a.act !== "replaced" && a.act !== "resoldered") || c.senses("not").length > 1) return null;
    return c.has("ought") ? more(telling, [keptAsTold("owner", c.subjects)], { last: c.subjects }) : null;
  },
);

/** "told the owner", "rang him": that he knows, and no more. */
export const informed = frame([["informed"]], ["person"], (c, telling) =>
  c.has("person") || /\bhim\b|\bher\b/.test(c.text("informed")) ? more(telling, [keptAsTold("owner", "unit")]) : null,
);

/** Time that went into the work. */
export const spent = frame([["time"], ["spent", "onIt"]], ["comma", "colon"], (c, telling) => {
  const [seconds, second] = c.times;
  if (seconds === undefined || second !== undefined || seconds < 60) return null;
  return more(telling, [
    observed(UNIT, { kind: "spent", minutes: Math.round(seconds / 60), step: null, text: c.tokens.map((t) => t.text).join(" ") }),
  ]);
});

/** A time that stands alone: time that went into the work more often than not, which is asked. */
export const spentPerhaps = frame([["time"]], ["comma", "judged"], (c, telling) => {
  const [seconds, second] = c.times;
  if (seconds === undefined || second !== undefined || seconds < 600 || c.senses("judged").some((j) => j.as !== undefined)) return null;
  const spentOn = observed(UNIT, {
    kind: "spent",
    minutes: Math.round(seconds / 60),
    step: null,
    text: c.tokens.map((t) => t.text).join(" "),
  });
  return more(telling, [spentOn], { guess: true });
});

/** What is still to be got. */
export const toBeGot = frame([["ordered"], ["rating", "value"]], ["new", "parts", "comma", "colon", "each"], (c, telling) => {
  const marked = c.marked;
  const [f, v] = [marked.find((m) => m.unit === "F" || (m.unit === null && m.tiny)), marked.find((m) => m.unit === "V")];
  if (!f || marked.length > 2 || (marked.length === 2 && !v)) return null;
  return more(
    telling,
    [keptAsTold("choose", `new:${micro(f.value)}${v ? ` ${v.value}v` : ""}`)],
    c.subjects.length > 0 ? { last: c.subjects } : {},
  );
});

/** A clause that says no more than how things are read: it holds for what follows. */
export const how = frame(
  [["circuit", "under", "drained", "quantity"]],
  ["parts", "each", "all", "comma", "colon", "new", "meter"],
  (c, telling) => {
    let { how: said } = telling;
    for (const s of c.senses("circuit")) said = { ...said, inCircuit: s.inCircuit };
    for (const s of c.senses("under")) said = { ...said, under: { ...said.under, ...s.under } };
    if (c.has("new") || c.has("quantity") || (c.has("all") && c.has("parts"))) return null;
    const subjects = c.subjects;
    if (subjects.length === 0 && c.has("circuit") && telling.open.length > 0) return null;
    return {
      ...telling,
      how: said,
      waiting: [...telling.waiting, ...c.tokens.filter((t) => ["circuit", "under"].includes(tagOf(t))).map((t) => t.text)],
      drained: telling.drained || c.has("drained"),
      ...(subjects.length > 0 ? { last: subjects } : {}),
    };
  },
);

/** A meter at its end. */
export const meterLimit = frame([["meter"], ["limit"]], ["value", "quantity", "judged", "not"], (c, telling) => {
  const [v, second] = c.values;
  if (second !== undefined || c.has("not")) return null;
  const ohms =
    v === undefined ? {} : v.unit === "Ω" || v.unit === null ? { quantity: "esr" as const, value: v.value, unit: "ohm" as const } : null;
  return ohms === null ? null : more(telling, [keptAsTold("instrument", "tool:esr meter", { ...ohms, outcome: "atLimit" })]);
});

/** A clause of words that carry nothing. */
export const nothing = frame([["fill", "on"]], [], (c, telling) => (c.tokens.every((t) => EMPTY.has(tagOf(t))) ? telling : null));

/** What the owner decides and what is for another day, kept in its own words. */
export const quoted = frame([["quote"]], [], (c, telling) => {
  const [quote] = c.tokens;
  if (quote?.is !== "quote" || c.tokens.length > 1) return null;
  return more(telling, [
    quote.as === "owner" ? observed(UNIT, { kind: "owner", text: quote.text }) : { about: "note", designator: null, text: quote.text },
  ]);
});

/** "F602 same": reads what the one before reads. */
export const readsSame = frame([["outcome"], ["parts"]], ["comma", "colon"], (c, telling, context) => {
  const before = telling.effects.at(-1);
  if (telling.act !== null || telling.open.length > 0 || c.senses("outcome").length > 1 || c.senses("outcome")[0]!.outcome !== "same")
    return null;
  if (!c.before(["parts"], ["outcome"])) return null;
  const like = (a: string, b: string) => classIn(a, context) === classIn(b, context);
  if (before?.about === "reading" && before.measurement.kind !== "visual" && before.measurement.kind !== "word")
    return c.parts.every((p) => like(p, before.designator))
      ? more(
          telling,
          c.parts.map((designator) => ({ ...before, designator })),
          { last: c.subjects },
        )
      : null;
  if (before?.about === "observed" && before.observation.kind === "figure" && before.subject.kind === "part") {
    const { name } = before.subject;
    return c.parts.every((p) => like(p, name))
      ? more(
          telling,
          c.subjects.map((s) => observed(s, before.observation)),
          { last: c.subjects },
        )
      : null;
  }
  return null;
});
