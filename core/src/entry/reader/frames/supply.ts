import type { Effect } from "../../entry";
import { frame, keptAsTold, more, observed, UNIT } from "../clause";

// How the unit is fed and loaded: lamp, variac, mains, loads.

/** What the lamp in series did. */
export const lamp = frame(
  [["flash"], ["dark", "circuit", "off"]],
  ["lamp", "value", "with", "comma", "colon", "circuit", "off"],
  (c, telling) => {
    // "blink and out" is of the lamp
    const out = c.senses("circuit");
    if (!c.has("flash") || (!c.has("dark", "off") && out.length === 0) || !out.every((_) => /^out/.test(c.text("circuit")))) return null;
    const [v, second] = c.values;
    if (second !== undefined || (v !== undefined && v.unit !== "W" && v.unit !== null)) return null;
    return more(telling, [
      ...(v === undefined ? [] : [keptAsTold("limiter", "tool:series lamp", { quantity: "power", value: v.value, unit: "W" })]),
      observed(UNIT, { kind: "lamp", did: "flashDim" }),
    ]);
  },
);

/** On a variac or straight on the mains: the unit is on. */
export const mains = frame([["variac", "on-power"]], ["value", "share", "variac", "on-power", "off"], (c, telling) => {
  if (c.has("off")) return null;
  if (c.tokens.some((t) => t.is === "value" && /^[+-]/.test(t.text))) return null;
  const [v, second] = c.values;
  const shares = c.tokens.flatMap((t) => (t.is === "share" ? [t.share] : []));
  if (second !== undefined || shares.length > 1 || (v !== undefined && shares.length > 0)) return null;
  const full = c.has("on-power") && /full|straight/.test(c.text("on-power"));
  if (v !== undefined && !(v.unit === "V" || (v.unit === null && v.value >= 20 && v.value <= 260))) return null;
  if (v === undefined && shares.length === 0 && !(full && !c.has("variac"))) return null;
  if (v !== undefined && !c.has("variac") && !/wound|full|mains/.test(c.text("on-power"))) return null;
  const volts = v?.value ?? null;
  const share = shares[0] ?? (volts === null && full ? 1 : null);
  const effects: Effect[] = [{ about: "power", on: true, because: null }, observed(UNIT, { kind: "mains", volts, share, because: null })];
  return more(telling, effects);
});

/** What the outputs are loaded with: "into 8 ohm", "8 ohm dummies". */
export const load = frame([["loads"], ["value"]], ["each", "all", "with", "comma", "colon", "quantity"], (c, telling) => {
  const ohms = c.values.filter((v) => v.unit === "Ω");
  const [v] = ohms;
  if (v === undefined || ohms.length !== c.values.length || ohms.length > 1 || v.value < 1 || v.value > 100 || c.has("quantity"))
    return null;
  return {
    ...more(telling, [keptAsTold("load", "bench", { quantity: "resistance", value: v.value, unit: "ohm", state: ["loaded"] })]),
    how: { ...telling.how, under: { ...telling.how.under, load: "loaded" } },
  };
});

/** What is fed in: "1 khz sine". */
export const sine = frame([["value"], ["sine", "loads"]], ["with", "comma", "colon"], (c, telling) => {
  const hertz = c.values.filter((v) => v.unit === "Hz");
  if (hertz.length !== 1 || c.values.length !== 1 || c.has("loads")) return null;
  return more(telling, [keptAsTold("source", "bench", { quantity: "frequency", value: hertz[0]!.value, unit: "Hz" })]);
});
