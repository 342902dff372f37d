import type { LampSign } from "../../device";
import type { SoundLabel } from "../../device";
import { DECIDES, type Effect, type Entry, type ReadoutIssue } from "../../entry";
import type {
  Act,
  Circumstances,
  FactKind,
  LookSign,
  Marked,
  Measurement,
  Observation,
  Outcome,
  SaidPartState,
  SaidWord,
  Subject,
  ToldFact,
  VisualSign,
} from "../../evidence";
import { formatEngineering } from "../../units";

// What a line was understood to say, in plain words and SI units: what scripts, the API and an exported job are given of a line.

/** One thing a line says. */
export interface SaidFact {
  /**
   * `part:C1`, `point:rail +15`, `place:earth lug`, `channel:L`, `section:servo`, `unit`, `complaint`, `bench`; several where it is of all
   */
  about: string | readonly string[];
  kind: FactKind;
  quantity?: string;
  /** in SI units; two for a range */
  value?: number | readonly number[];
  unit?: string;
  approx?: "<" | ">" | "~";
  state?: readonly string[];
  outcome?: string;
  with?: readonly string[];
}

type Figure = Pick<SaidFact, "quantity" | "value" | "unit">;
const figure = (quantity: string, value: number | readonly number[], unit: string): Figure => ({ quantity, value, unit });
const figureOrOver = (quantity: string, value: number | "over", unit: string): Pick<SaidFact, "quantity" | "value" | "unit" | "outcome"> =>
  value === "over" ? { quantity, outcome: "overRange" } : figure(quantity, value, unit);

/** What is printed on a part, or belongs there, by its unit. */
const MARKED: Readonly<Partial<Record<Marked["unit"], { quantity: string; unit: string }>>> = {
  F: { quantity: "capacitance", unit: "F" },
  Ω: { quantity: "resistance", unit: "ohm" },
  V: { quantity: "dcVolts", unit: "V" },
  A: { quantity: "current", unit: "A" },
  W: { quantity: "dissipation", unit: "W" },
};
const markedFigure = ({ value, unit }: Pick<Marked, "value" | "unit">): Figure => ({ ...(MARKED[unit] ?? { unit }), value });

const subjectName = (s: Subject): string => (s.kind === "unit" ? "unit" : `${s.kind}:${s.name}`);
const partNew = (marked: readonly Marked[]): string =>
  `new:${marked.map((m) => formatEngineering(m.value, m.unit).replace(" ", "")).join(" ")}`;
const newOf = (nominal: number, rated: number | null): string =>
  `new:${formatEngineering(nominal, "F").replace(" ", "")}${rated === null ? "" : ` ${rated}V`}`;

function statesOf(c: Circumstances): Pick<SaidFact, "state"> {
  const state = [c.power, c.load, c.heat, c.health].filter((s) => s !== undefined);
  return state.length > 0 ? { state } : {};
}

const VISUAL: Readonly<Record<VisualSign, string>> = {
  bulged: "bulged",
  leaking: "leaking",
  crust: "residue",
  cracked: "cracked",
  scorched: "scorched",
  discoloured: "discoloured",
  corrodedLead: "corroded",
  looksClean: "looksClean",
};
const LOOK: Readonly<Record<LookSign, string>> = {
  looksWhole: "looksWhole",
  blown: "blown",
  bulged: "bulged",
  leaking: "leaking",
  crust: "residue",
  cracked: "cracked",
  ringed: "cracked",
  scorched: "scorched",
  charred: "charred",
  discoloured: "discoloured",
  corroded: "corroded",
  loose: "loose",
  missing: "missing",
  glued: "residue",
  driedPaste: "aged",
  brittle: "aged",
  dirty: "residue",
  wet: "residue",
  lifted: "loose",
};
const WORD: Readonly<Record<SaidWord, Pick<SaidFact, "quantity" | "outcome">>> = {
  fine: { outcome: "good" },
  bad: { outcome: "bad" },
  driedOut: { outcome: "bad" },
  leaky: { outcome: "leaky" },
  noLeak: { quantity: "leakage", outcome: "absent" },
  notShorted: { outcome: "noShort" },
  noContinuity: { quantity: "continuity", outcome: "open" },
  hot: { quantity: "temperature", outcome: "high" },
  dryJoint: { outcome: "loose" },
};
const PART_STATE: Readonly<Record<SaidPartState, Pick<SaidFact, "quantity" | "outcome">>> = {
  open: { outcome: "open" },
  shorted: { outcome: "short" },
  intermittent: { outcome: "intermittent" },
  fine: { outcome: "good" },
  bad: { outcome: "bad" },
  hot: { quantity: "temperature", outcome: "high" },
  conducts: { quantity: "continuity", outcome: "present" },
};
const ACT: Readonly<Record<Act, FactKind>> = {
  unplugged: "unplug",
  fed: "source",
  bridged: "bridge",
  swapped: "swap",
  lifted: "lift",
  warmed: "warm",
  cooled: "cool",
  knocked: "knock",
  pressed: "press",
  turnedDown: "adjust",
  inputsShorted: "source",
  otherSource: "source",
  otherCable: "substitute",
  otherOutlet: "substitute",
  replaced: "replace",
  resoldered: "repair",
  cleaned: "repair",
};
/** What an act was done to where the line names nothing. */
const DONE_TO: Readonly<Partial<Record<Act, string>>> = {
  inputsShorted: "place:inputs",
  otherCable: "place:cable",
  otherOutlet: "place:outlet",
  turnedDown: "place:volume control",
};
const OUTCOME: Readonly<Record<Outcome, string>> = { gone: "cured", better: "better", same: "same", worse: "worse", answers: "changed" };
const HEARD: Readonly<Record<SoundLabel, string>> = {
  hum: "hum",
  motorboating: "oscillates",
  higherOscillation: "oscillates",
  hiss: "hiss",
  crackle: "crackle",
  periodicClicking: "clicking",
  dropouts: "drops",
  levelImbalance: "unequal",
  trebleMissing: "low",
  bassMissing: "low",
  clipping: "distorted",
  dcOffset: "high",
};
const LAMP: Readonly<Record<LampSign, string>> = {
  flashDim: "flashThenDark",
  dull: "normal",
  bright: "staysBright",
  dark: "absent",
  pulses: "comesAndGoes",
};
const BOUND = { below: "<", above: ">", about: "~" } as const;

function measured(m: Measurement): Omit<SaidFact, "about"> {
  const approx = "bound" in m && m.bound ? { approx: BOUND[m.bound] } : {};
  switch (m.kind) {
    case "esr":
      return { kind: "reading", ...figureOrOver("esr", m.ohms, "ohm"), ...approx };
    case "capacitance":
      return { kind: "reading", ...figure("capacitance", m.farads, "F"), ...approx };
    case "dissipation":
      return { kind: "reading", quantity: "dissipation", value: m.d };
    case "ohmmeter": {
      const trend = m.trend === "climbing" ? { outcome: "rising" } : m.trend === "falling" ? { outcome: "falling" } : {};
      return { kind: "reading", ...figureOrOver("resistance", m.ohms, "ohm"), ...(m.ohms === "over" ? {} : trend), ...approx };
    }
    case "leakage":
      return { kind: "reading", ...figure("leakage", m.amperes, "A") };
    case "visual":
      return { kind: "look", outcome: VISUAL[m.sign] };
    case "condition":
      return { kind: "reading", outcome: m.condition === "shorted" ? "short" : m.condition };
    case "word":
      return { kind: "reading", ...WORD[m.word] };
  }
}

const note = (about: string): SaidFact[] => [{ about, kind: "note" }];
const one = (about: string, kind: FactKind, rest: Omit<SaidFact, "about" | "kind"> = {}): SaidFact[] => [{ about, kind, ...rest }];

function tried(o: Extract<Observation, { kind: "tried" }>): SaidFact[] {
  const { act, outcome, symptom, followed } = o;
  // two that changed places: done to one, with the other
  const pair = act === "swapped" && o.to.length === 2 && o.with === null;
  const to = pair ? o.to.slice(0, 1) : o.to;
  const about = to.length > 0 ? to.map(subjectName) : [DONE_TO[act] ?? "unit"];
  const put = pair
    ? [subjectName(o.to[1]!)]
    : o.with === null
      ? []
      : o.with.named !== null
        ? [`part:${o.with.named}`]
        : [partNew(o.with.marked)];
  // after two changed places, what is the same stayed where it was
  const went = followed ?? (act === "swapped" && outcome === "same" ? "place" : null);
  const did =
    went !== null
      ? went === "part"
        ? "follows"
        : "staysWithPlace"
      : outcome === null
        ? null
        : outcome === "answers" && symptom !== null
          ? symptom
          : outcome === "answers" && o.did !== undefined
            ? o.did
            : OUTCOME[outcome];
  const changed =
    o.after === null
      ? []
      : one(`point:${o.after.what}`, "reading", { value: o.after.value, ...(o.after.unit ? { unit: o.after.unit } : {}) });
  return [
    {
      about: about.length === 1 ? about[0]! : about,
      kind: ACT[act],
      ...(did === null ? {} : { outcome: did }),
      ...(put.length > 0 ? { with: put } : {}),
      ...statesOf(o.under),
    },
    ...changed,
  ];
}

const FIGURES = {
  ohms: ["resistance", "ohm"],
  toGround: ["resistance", "ohm"],
  half: ["resistance", "ohm"],
  junction: ["junctionVolts", "V"],
  gain: ["gain", ""],
  current: ["current", "A"],
  power: ["power", "W"],
} as const;

function observed(subject: Subject, o: Observation): SaidFact[] {
  const about = subjectName(subject);
  const idleUnit = (unit: "V" | "A" | "W") => ({ V: "dcVolts", A: "current", W: "power" })[unit];
  switch (o.kind) {
    case "named":
      return o.marked.length === 0 ? one(about, "part") : o.marked.map((m): SaidFact => ({ about, kind: "part", ...markedFigure(m) }));
    case "figure": {
      const [quantity, unit] = FIGURES[o.quantity];
      const read = figureOrOver(quantity, o.value, unit);
      return one(about, "reading", { ...read, ...(unit === "" && "unit" in read ? { unit: undefined } : {}), ...statesOf(o.under) });
    }
    case "state":
      return one(about, "reading", PART_STATE[o.state]);
    case "look":
      return one(about, "look", { outcome: o.intended ? "byDesign" : LOOK[o.sign] });
    case "blew":
      return [
        ...one(about, "look", { outcome: o.how === "violent" ? "blownViolently" : "blown" }),
        ...(o.because === null ? [] : note(about)),
      ];
    case "tried":
      return tried(o);
    case "outcome":
      return one("unit", "behaviour", {
        outcome:
          o.followed !== null
            ? o.followed === "part"
              ? "follows"
              : "staysWithPlace"
            : o.outcome === null
              ? "changed"
              : OUTCOME[o.outcome],
      });
    case "complaintNow":
      return one("complaint", "listen", { outcome: OUTCOME[o.outcome] });
    case "heard":
      return one(o.channel === null ? "unit" : `channel:${o.channel}`, "listen", {
        outcome: o.present ? HEARD[o.label] : "absent",
        ...(o.hz === null ? {} : figure("frequency", o.hz, "Hz")),
      });
    case "coldStart":
      return one("unit", "behaviour", { outcome: o.started ? "starts" : "bad", state: ["cold"] });
    case "coldStarts":
      return one("unit", "behaviour", {
        outcome: o.started === o.of ? "starts" : o.started === 0 ? "bad" : "comesAndGoes",
        state: ["cold"],
      });
    case "expected":
      return one(about, "reference", figure("dcVolts", o.nominal ?? [o.low, o.high], "V"));
    case "norm":
      return one("unit", "reference", { ...figure(o.quantity, o.value, o.quantity === "current" ? "A" : "W"), state: [o.power] });
    case "wanted":
      return o.marked.map((m): SaidFact => ({ about, kind: "reference", ...markedFigure(m) }));
    case "putBack":
    case "refitted":
      return one("unit", "unplug", { outcome: "back" });
    case "spent":
    case "planned":
      return one("bench", "time", figure("time", o.minutes * 60, "s"));
    case "timer":
      return one("bench", "time", figure("time", o.seconds, "s"));
    case "checked":
      return one(o.what === "earthBond" ? "place:earth" : `place:${o.what}`, "safety", {
        ...(o.ohms === null ? {} : figureOrOver("resistance", o.ohms, "ohm")),
        ...(o.fine === null || o.ohms === "over" ? {} : { outcome: o.fine ? "good" : "bad" }),
      });
    case "followed":
      return one(about, "look", {
        ...(o.ohms === null ? {} : figureOrOver("resistance", o.ohms, "ohm")),
        ...(o.fine === null ? {} : { outcome: o.fine ? "good" : "bad" }),
      });
    case "section":
      return one(`section:${o.section}`, "design", { outcome: o.here ? "present" : "missing" });
    case "joined":
      return [{ about: o.ends.map((e) => `point:${e}`), kind: "trace" }];
    case "means":
      return one("unit", "limiter", {
        ...(o.watts !== null ? figure("power", o.watts, "W") : o.amperes !== null ? figure("current", o.amperes, "A") : {}),
        with: [o.by],
      });
    case "mains":
      return one("unit", "limiter", {
        ...(o.volts !== null
          ? figure("mains", o.volts, "V")
          : o.share !== null && o.share !== 1
            ? figure("mains", Math.round(o.share * 100), "%")
            : {}),
        state: ["on"],
      });
    case "lamp":
      return one("unit", "limiter", { quantity: "glow", outcome: LAMP[o.did] });
    case "idleWindow":
      return one("unit", "reference", figure(idleUnit(o.unit), [o.low, o.high], o.unit));
    case "idleWatts":
      return one("unit", "reference", figure("power", o.each, "W"));
    case "idle":
      return one(o.channel === "down" ? "unit" : `channel:${o.channel}`, "reading", {
        ...figure(idleUnit(o.unit), o.value, o.unit),
        ...(o.heat === null ? {} : { state: [o.heat] }),
      });
    case "valveIdle":
      return [
        ...(o.plate === null ? [] : one(about, "reading", figure("dcVolts", o.plate, "V"))),
        ...(o.amperes === null ? [] : one(about, "reading", figure("current", o.amperes, "A"))),
      ];
    case "valveMost":
      return one(about, "reference", figure("power", o.watts, "W"));
    case "rated":
      return one("unit", "design", figure("power", o.watts, "W"));
    case "proof":
      return proofFacts(o.proof);
    case "sideJob":
      return one("unit", "repair", { outcome: "done" });
    case "claim":
      return one("unit", "claim");
    case "owner":
      // what an owner tells of the unit decides nothing
      return one("unit", DECIDES.test(o.text) ? "owner" : "note");
    case "told":
      return [toldFact(o.told)];
    case "agreed":
    case "cost":
    case "warranty":
      return one("unit", "owner");
    case "remark":
    case "settled":
    case "fault":
    case "faultState":
    case "belongs":
    case "stamp":
    case "counterpart":
    case "removed":
    case "laid":
    case "stage":
    case "refitStep":
    case "simulated":
      return note(about);
  }
}

const toldFact = ({ of, fact, quantity, value, unit, state, outcome, with: put }: ToldFact): SaidFact => ({
  about: of.length === 1 ? of[0]! : of,
  kind: fact,
  ...(quantity === null ? {} : { quantity }),
  ...(value === null ? {} : { value }),
  ...(unit === null ? {} : { unit }),
  ...(state.length === 0 ? {} : { state }),
  ...(outcome === null ? {} : { outcome }),
  ...(put.length === 0 ? {} : { with: put }),
});

function proofFacts(p: Extract<Observation, { kind: "proof" }>["proof"]): SaidFact[] {
  switch (p.of) {
    case "power":
      return one(`channel:${p.channel}`, "reading", figure("signal", p.volts, "V"));
    case "sine":
      return one(`channel:${p.channel}`, "reading", { quantity: "signal", outcome: p.clean ? "good" : "distorted" });
    case "response":
      return one(`channel:${p.channel}`, "reading", figure("response", p.dB, "dB"));
    case "soak":
      return one(`place:${p.place}`, "reading", figure("temperature", p.celsius, "degC"));
    case "delay":
      return one("unit", "behaviour", figure("time", p.seconds, "s"));
    case "listened":
    case "settings":
      return note("unit");
  }
}

/** What one effect of a line says. */
export function factsOfEffect(e: Effect): SaidFact[] {
  switch (e.about) {
    case "reading":
      return [{ about: `part:${e.designator}`, ...measured(e.measurement), ...(e.inCircuit ? {} : { state: ["out"] }) }];
    case "across":
      return one(
        `part:${e.designator}`,
        "design",
        e.parallel.kind === "alone" ? {} : { with: e.parallel.designators.map((d) => `part:${d}`) },
      );
    case "voltsAt":
      return one(`part:${e.designator}`, "reading", figure(e.form === "dc" ? "dcVolts" : "acVolts", e.volts, "V"));
    case "point": {
      const channel = /^offset (\S+)$/.exec(e.point)?.[1];
      if (channel !== undefined && e.form === "dc")
        return one(`channel:${channel.toUpperCase()}`, "reading", { ...figure("dcOffset", e.volts, "V"), ...statesOf(e.under) });
      return one(`point:${e.point}`, "reading", { ...figure(e.form === "dc" ? "dcVolts" : "acVolts", e.volts, "V"), ...statesOf(e.under) });
    }
    case "observed":
      return observed(e.subject, e.observation);
    case "fitted":
      return one(`part:${e.designator}`, "replace", e.marking ? { with: [newOf(e.marking.nominal, e.marking.rated)] } : {});
    case "note":
      return note(e.designator === null ? "unit" : `part:${e.designator}`);
    case "shelf":
      return one(newOf(e.nominal, e.rated), "reference", figure("esr", e.esr, "ohm"));
    case "power":
      return one("unit", "behaviour", { state: [e.on ? "on" : "off"] });
    case "highest":
      return one("unit", "reference", figure("dcVolts", e.volts, "V"));
    case "working":
      return one(`part:${e.designator}`, "design", figure("dcVolts", e.volts, "V"));
    case "position":
      return [
        ...one(`part:${e.position.designator}`, "part", figure("capacitance", e.position.nominal, "F")),
        ...(e.position.rated === null ? [] : one(`part:${e.position.designator}`, "part", figure("dcVolts", e.position.rated, "V"))),
      ];
  }
}

/** One line of a case as it was understood. */
export interface SaidLine {
  line: string;
  /** `asked`: nothing is recorded before the question is answered; `remark`: recorded as typed, not understood */
  status: "understood" | "asked" | "remark";
  /** why it is asked back, by its code */
  asks?: string;
  /** readings the line would take up if it were asked; best first */
  offers: readonly (readonly SaidFact[])[];
  facts: readonly SaidFact[];
  /** words that carry nothing */
  unread: readonly string[];
}

const isRemark = (e: Effect): boolean => e.about === "observed" && e.observation.kind === "remark";

/** What an entry says; of a setting and an undo nothing is recorded. */
export function saidLine(line: string, entry: Entry): SaidLine {
  const effects = entry.kind === "keeps" ? entry.effects : [];
  return {
    line,
    status: effects.length > 0 && effects.every(isRemark) ? "remark" : "understood",
    offers: [],
    facts: effects.flatMap(factsOfEffect),
    unread: entry.kind === "keeps" ? (entry.unread ?? []) : [],
  };
}

/** A line that was asked back. */
export const askedLine = (line: string, issue: ReadoutIssue | { code: string }): SaidLine => {
  const offers = "offers" in issue ? (issue.offers ?? []) : [];
  return {
    line,
    status: "asked",
    asks: issue.code,
    offers: offers.map((o) => o.flatMap(factsOfEffect)),
    facts: [],
    unread: "unread" in issue ? issue.unread : [],
  };
};
