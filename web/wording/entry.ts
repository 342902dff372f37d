import type { Bound, Measurement } from "@mirvek/core/evidence";
import type { Effect, Entry, Question, VoltsForm } from "@mirvek/core/entry";
import { factSaid } from "./fact";
import { observationText, subjectText, underText } from "./observation";
import { list, marked, shown, signedVolts } from "./quantity";
import { roleName, saidWordName, signName, technologyName } from "./vocabulary";

interface NamedMeter {
  id: string;
  name: string;
}

const BOUND_SIGN: Readonly<Record<Bound, string>> = { below: "under ", above: "over ", about: "about " };
const sign = (bound: Bound | undefined) => (bound ? BOUND_SIGN[bound] : "");

/** One measurement in a few words: "ESR 0.42 Ω at 100 kHz". */
export function measurementText(m: Measurement, significant: number): string {
  switch (m.kind) {
    case "esr":
      return m.ohms === "over" ? "ESR over-range" : `ESR ${sign(m.bound)}${shown(m.ohms, "Ω", significant)}`;
    case "capacitance":
      return `C ${sign(m.bound)}${shown(m.farads, "F", significant)}`;
    case "dissipation":
      return `tan δ ${Number(m.d.toPrecision(3))}`;
    case "ohmmeter":
      return m.ohms === "over"
        ? `ohmmeter over-range${m.trend === "climbing" ? ", climbing" : ""}`
        : `ohmmeter ${sign(m.bound)}${shown(m.ohms, "Ω", significant)}${m.trend === "unsaid" ? "" : `, ${m.trend}`}`;
    case "leakage":
      return `leaks ${shown(m.amperes, "A", significant)}`;
    case "visual":
      return signName[m.sign];
    case "condition":
      return m.condition;
    case "word":
      return saidWordName[m.word];
  }
}

/** Frequency a measurement was taken at, where it has one. */
export function frequencyText(m: Measurement): string {
  if (m.kind === "esr" || m.kind === "dissipation") return shown(m.at, "Hz");
  if (m.kind === "capacitance") return m.at === "dc" ? "DC charge" : shown(m.at, "Hz");
  return "";
}

const FORM: Readonly<Record<VoltsForm, string>> = { dc: "", rms: " AC", peakToPeak: " p-p" };
/** Volts as they were read: DC, rms or peak to peak. */
export const voltsText = ({ volts, form, significant }: { volts: number; form: VoltsForm; significant: number }): string =>
  `${signedVolts(volts, significant)}${FORM[form]}`;

const capital = (text: string) => `${text[0]?.toUpperCase() ?? ""}${text.slice(1)}`;
const meterName = (id: string | null, meters: readonly NamedMeter[]): string =>
  id === null ? "no meter named" : (meters.find((m) => m.id === id)?.name ?? id);

type Brought = Exclude<Effect, { about: "reading" }>;
type ReadingSaid = Extract<Effect, { about: "reading" }>;

const isLookOrWord = (r: ReadingSaid) => r.measurement.kind === "visual" || r.measurement.kind === "word";
const readingText = (r: ReadingSaid): string =>
  [measurementText(r.measurement, r.significant), frequencyText(r.measurement)].filter(Boolean).join(" at ");
const howText = (r: ReadingSaid, meters: readonly NamedMeter[]): string =>
  [r.inCircuit ? "in circuit" : "out of circuit", meterName(r.meter, meters)].join(", ");

function broughtText(c: Brought, meters: readonly NamedMeter[]): { subject: string; rest: string } {
  switch (c.about) {
    case "across":
      return {
        subject: c.designator,
        rest: c.parallel.kind === "alone" ? "nothing across it" : `${list(c.parallel.designators)} across it`,
      };
    case "voltsAt":
      return { subject: c.designator, rest: `${voltsText(c)}${c.form === "dc" ? " across it" : " ripple"}` };
    case "point":
      return { subject: c.point, rest: [voltsText(c), underText(c.under)].filter(Boolean).join(", ") };
    case "observed":
      if (c.observation.kind === "told") {
        const { subject, rest } = factSaid(c.observation.told);
        return { subject: capital(subject), rest };
      }
      // what was tried names what it was done to itself
      return { subject: c.observation.kind === "tried" ? "Tried" : capital(subjectText(c.subject)), rest: observationText(c.observation) };
    case "fitted": {
      const what = c.marking ? `replaced with ${marked(c.marking.nominal, c.marking.rated)}` : "replaced";
      return { subject: c.designator, rest: `${what}${c.lot ? `, lot ${c.lot}` : ""}; readings from here on are the new part's` };
    }
    case "note":
      return { subject: c.designator ? `Note on ${c.designator}` : "Note", rest: c.text };
    case "shelf": {
      const series = [c.series, c.grade].filter(Boolean).join(", ");
      const what = `new ${marked(c.nominal, c.rated)} ${technologyName[c.technology]}${series ? `, ${series}` : ""}`;
      return { subject: "Shelf", rest: `${what}: ESR ${shown(c.esr, "Ω")} on ${meterName(c.meter, meters)}` };
    }
    case "power":
      return { subject: "Power", rest: c.on ? "on" : "off; stored charge to be measured" };
    case "highest":
      return { subject: "Highest in this unit", rest: `${shown(c.volts, "V")} DC` };
    case "working":
      return { subject: c.designator, rest: `${signedVolts(c.volts)} across it in use` };
    case "position": {
      const p = c.position;
      const taken = p.assumed.filter((a) => a !== "rated");
      const usual =
        `${taken.length > 0 ? ` (${taken.join(", ")} taken as usual)` : ""}` +
        `${p.rated === null ? ", volts not entered: C9 marked 63v adds them later".replace("C9", p.designator) : ""}`;
      return {
        subject: `Add ${p.designator}`,
        rest: `${marked(p.nominal, p.rated)}, ${roleName[p.role]}, ${technologyName[p.technology]}${usual}`,
      };
    }
  }
}

/** One consequence of a line in a few words. */
export function consequenceText(c: Effect, meters: readonly NamedMeter[]): string {
  if (c.about === "reading") return `${c.designator} ${readingText(c)}`;
  const { subject, rest } = broughtText(c, meters);
  return `${subject} ${rest}`;
}

/** How a line is understood, said back before it is kept. */
export function entryText(entry: Entry, meters: readonly NamedMeter[]): { subject: string; rest: string } {
  switch (entry.kind) {
    case "undo":
      return { subject: "Undo", rest: "the last line, with all it brought about" };
    case "setting":
      return {
        subject: "From now on",
        rest: [
          entry.cursor ?? "",
          entry.inCircuit === null ? "" : entry.inCircuit ? "in circuit" : "out of circuit",
          entry.meter === null ? "" : meterName(entry.meter, meters),
        ]
          .filter(Boolean)
          .join(", "),
      };
    case "keeps":
      return unreadToo(keptText(entry.effects, meters), entry.unread ?? []);
  }
}

const unreadToo = (text: { subject: string; rest: string }, unread: readonly string[]) =>
  unread.length === 0 ? text : { ...text, rest: `${text.rest}; not recorded: ${unread.join(" ")}` };

/** Everything a line brings about: one subject where there is one, else each named. */
function keptText(effects: readonly Effect[], meters: readonly NamedMeter[]): { subject: string; rest: string } {
  const readings = effects.filter((c) => c.about === "reading");
  const others = effects.filter((c) => c.about !== "reading").map((c) => broughtText(c, meters));
  const parts = [...new Set(readings.map((r) => r.designator))];
  const hows = [...new Set(readings.filter((r) => !isLookOrWord(r)).map((r) => howText(r, meters)))];
  const said = readings.map((r) =>
    [parts.length > 1 ? r.designator : "", readingText(r), hows.length > 1 && !isLookOrWord(r) ? `(${howText(r, meters)})` : ""]
      .filter(Boolean)
      .join(" "),
  );
  const subjects = [...new Set([...parts, ...others.map((o) => o.subject)])];
  const [first = ""] = subjects;
  const alone = (o: { subject: string }) => o.subject === first && parts.length < 2;
  const own = [...said, ...(hows.length === 1 ? hows : []), ...others.filter(alone).map((o) => o.rest)].join(", ");
  const rest = [own, ...others.filter((o) => !alone(o)).map((o) => `${o.subject}: ${o.rest}`)].filter((t) => t !== "");
  return { subject: parts.length > 1 ? list(parts) : first, rest: rest.join("; ") };
}

/** One reading a line offers where it asks. */
export function offerText(effects: readonly Effect[], meters: readonly NamedMeter[]): string {
  const { subject, rest } = keptText(effects, meters);
  return `${subject}: ${rest}`;
}

/** What a bare number on the line is. */
export function bareText(questions: readonly Question[] | null, cursor: string | null): string {
  const [asked] = questions ?? [];
  if (asked) return `A bare number is ${[asked.before, asked.after].filter((w) => w !== "").join(" ")}, in ${asked.shownIn}.`;
  if (questions === null && cursor !== null) return `Cursor on ${cursor}: a bare number is its reading.`;
  return "Enter a part and a reading: C14 esr 0.4";
}

/** Lines that went in together, and those that were not understood and wait to be put right. */
export const setAsideText = ({ kept, left }: { kept: number; left: readonly string[] }): string => {
  const waiting = left.length === 0 ? null : `not understood: ${left.slice(0, 4).join(" · ")}${left.length > 4 ? " …" : ""}`;
  const parts = [kept > 0 ? `${kept} lines saved` : null, waiting && (kept > 0 ? `${left.length} ${waiting}` : capital(waiting))];
  return `${parts.filter(Boolean).join(", ")}.`;
};
