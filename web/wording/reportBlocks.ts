import { closingHolds, cureOf, isClosed, type PositionPicture } from "@mirvek/core/job";
import { isBad } from "@mirvek/core/verdict";
import type { ChoiceView, JobView, OfferView, PositionView } from "../schemas/jobView";
import { measurementText, voltsText } from "./entry";
import { stageName, meansName } from "./firstPower";
import { figureText, observationText, scopeName, signedDb, subjectText, triedOutcomeText, triedText } from "./observation";
import { passesName, proofName } from "./proof";
import { docket, list, marked, money, percent, shown, signedVolts, span } from "./quantity";
import { ownerHoldText, waivedName } from "./safety";
import { leftInSentences, otherPartsReplaced, repairedWord } from "./repairs";
import { storyOf } from "./story";
import { hypothesisName } from "./tracing";
import { backingOf, reasonOf } from "./verdict";
import { findingName, jobStateName, roleName, supplyKindName, technologyName, unitKindName, verdictName } from "./vocabulary";

// A report as blocks of text, so that a page and a PDF say the same. One for whoever owns the unit, one for whoever opens it next.

export type ReportFor = "owner" | "technician";

export type ReportBlock =
  | { kind: "heading"; text: string }
  | { kind: "text"; text: string; quiet?: boolean; quote?: boolean }
  | { kind: "list"; items: readonly string[] }
  | { kind: "table"; head: readonly string[]; rows: readonly (readonly string[])[] }
  /** figures before and after, against what is usual; null where nothing was read */
  | { kind: "bars"; title: string; unit: "Ω" | "dB"; rows: readonly { name: string; before: number | null; after: number | null }[] };

export interface ReportPaper {
  title: string;
  docket: string;
  under: string;
  blocks: readonly ReportBlock[];
  foot: string;
}

type Position = PositionPicture<ChoiceView>;
const found = (p: Position) => p.fittings[0]!.verdict;
const isReplaced = (p: Position) => p.renewed || p.choice?.decision === "replace" || p.choice?.decision === "temporary";
const day = (at: number): string => new Date(at).toISOString().slice(0, 10);

const FOOT = "Mirvek advises, it does not certify: mains wiring, earthing and insulation tests belong to licensed practice and local code.";

/**
 * The whole paper.
 * @param who the owner gets one plain page, the next technician everything
 * @param offer what each school would cost, for an owner who has not decided yet
 */
export function reportPaper(view: JobView, who: ReportFor, offer: OfferView | null = null): ReportPaper {
  const { job } = view;
  return {
    title: job.title,
    docket: `Docket ${docket(job.number)}`,
    under: [
      unitKindName[job.unitKind],
      job.supplyKind === "none" ? "" : supplyKindName[job.supplyKind],
      job.mainsV ? `${job.mainsV} V ~ ${job.mainsHz} Hz` : "",
      job.ageYears === null ? "" : `${job.ageYears} years old`,
      `taken in ${day(job.openedAt)}`,
      job.closedAt === null ? jobStateName[job.state] : `${jobStateName[job.state]} ${day(job.closedAt)}`,
    ]
      .filter(Boolean)
      .join(" · "),
    blocks: who === "owner" ? [...ownerBlocks(view), ...offerBlocks(view, offer)] : technicianBlocks(view),
    foot: FOOT,
  };
}

const heading = (text: string): ReportBlock => ({ kind: "heading", text });
const text = (said: string, over: { quiet?: boolean; quote?: boolean } = {}): ReportBlock => ({ kind: "text", text: said, ...over });
/** a heading and what is under it; nothing where there is nothing */
const section = (title: string, ...under: readonly (ReportBlock | null)[]): ReportBlock[] => {
  const there = under.filter((b) => b !== null);
  return there.length === 0 ? [] : [heading(title), ...there];
};
const listed = (items: readonly string[]): ReportBlock | null => (items.length === 0 ? null : { kind: "list", items });

function complaintBlocks({ job, unit }: JobView, title = "What was complained of"): ReportBlock[] {
  const others = unit.faults.flatMap((f) => (f.text === null ? [] : [f.text]));
  return section(
    title,
    text(job.complaint ? `“${job.complaint}”` : "Not written down.", { quote: true }),
    others.length > 0 ? text(`And: ${list(others)}.`) : null,
  );
}

/** What is unfinished, unread or unsure on the technician's paper: holds of the closing, questions that lines left open, remarks. */
export function openSentences(view: JobView): string[] {
  const { unit, facts, job } = view;
  const held = isClosed(job.state) ? [] : closingHolds(facts);
  return [
    ...(job.waiver ? [`Waived at closing: ${job.waiver.reason} (${list(job.waiver.holds.map((h) => waivedName[h]))}).`] : []),
    ...held.map((h) => `${capital(waivedName[h])}.`),
    ...unit.tried.filter((t) => t.leftIn).map((t) => `${capital(triedText(t.tried))}: not said to be back as it was.`),
    ...unit.tried.filter((t) => t.asks.length > 0).map((t) => `${capital(triedText(t.tried))}: what it changed was not said.`),
    ...unit.notes.teardown.filter((t) => !t.back).map((t) => `Came off and is not said to be on again: ${t.text}.`),
    ...unit.remarks.filter((r) => r.as === null).map((r) => `Entered and not understood: “${r.text}”.`),
  ];
}

/** The cause in an owner's words: what took the complaint with it, else what is shown; no suspects, no chances. */
function ownerCause(view: JobView): string {
  const { job, tracing } = view;
  const cure = cureOf(view);
  if (cure) {
    const they = cure.names.length > 1 ? "they were" : "it was";
    return `The fault was traced to ${list([...cure.names])}: after ${they} ${repairedWord(cure)}, it was gone.`;
  }
  const shown = tracing.suspects.filter((s) => s.state === "shown" && s.decisive?.by !== "cured").map((s) => hypothesisName[s.id]);
  const ending =
    job.state === "clearedWithoutCause"
      ? "The fault went away during the work, and what made it was not found."
      : job.state === "locatedNotRepaired"
        ? "It was found and not repaired."
        : null;
  if (job.findings.length > 0 && shown.length > 0) return [`We found: ${list(shown)}.`, ending].filter(Boolean).join(" ");
  const bad = view.positions.filter((p) => isBad(found(p).state));
  if (bad.length > 0)
    return [`We found ${bad.length} worn or failed ${parts(bad.length)}: ${list(bad.map((p) => p.designator))}.`, ending]
      .filter(Boolean)
      .join(" ");
  return ending ?? (isClosed(job.state) ? "No faulty part was found." : "We are still looking for it.");
}

/** What was shown to be the fault, in sentences; honest where nothing was. */
function causeText(view: JobView): string {
  const story = view.job.findings.length > 0 ? storyOf(view.tracing, view.unit, view.job.state, cureOf(view)) : null;
  if (story) return story.cause.join(" ");
  const bad = view.positions.filter((p) => isBad(found(p).state));
  return bad.length === 0 ? "No cause is shown." : `Found bad: ${list(bad.map((p) => p.designator))}.`;
}

const newPart = (p: PositionView): string => {
  const { fitting, part } = p.fittings.at(-1)!;
  if (fitting)
    return `${marked(part.nominal, part.rated)}${fitting.code ? ` ${fitting.code}` : ""}${fitting.lot ? `, lot ${fitting.lot}` : ""}`;
  return p.choice?.part ? `${marked(p.choice.part.nominal, p.choice.part.rated)} ${p.choice.part.code}, chosen and not fitted` : "not said";
};
/** Why a part went in, as far as the record says. */
export function whyText(p: PositionView, view: Pick<JobView, "unit" | "positions">): string {
  const cured = inCure(p, view) ? "; the complaint was gone after it was changed" : "";
  if (isBad(found(p).state)) return `${verdictName[found(p).state]}: ${reasonOf(found(p))}${cured}`;
  return `${found(p).state === "unmeasured" ? "not measured before" : verdictName[found(p).state]}${cured || ", changed as a precaution"}`;
}
const inCure = (p: PositionView, view: Pick<JobView, "unit" | "positions">): boolean => cureOf(view)?.names.includes(p.designator) ?? false;

function leftOf(view: JobView): { designator: string; why: string; said: string | null; state: string }[] {
  return view.positions
    .filter((p) => !isReplaced(p) && (isBad(p.verdict.state) || p.verdict.state === "undecided" || p.choice?.decision === "leave"))
    .map((p) => ({
      designator: p.designator,
      why: `${verdictName[p.verdict.state]}; ${p.choice?.reason ?? reasonOf(p.verdict)}`,
      said: p.choice?.reason ?? null,
      state: verdictName[p.verdict.state],
    }));
}

function ownerBlocks(view: JobView): ReportBlock[] {
  const { job, unit, after, shop } = view;
  const replaced = view.positions.filter((p) => p.renewed);
  const toCome = view.positions.filter((p) => isReplaced(p) && !p.renewed);
  const guilty = replaced.filter((p) => isBad(found(p).state));
  const curing = replaced.filter((p) => !isBad(found(p).state) && inCure(p, view));
  const preventive = replaced.filter((p) => !isBad(found(p).state) && !curing.includes(p));
  const fitted = new Set(replaced.map((p) => p.designator));
  const temporary = view.positions.filter((p) => p.choice?.decision === "temporary");
  const left = leftOf(view);
  const done = [
    ...(guilty.length > 0
      ? [
          `${guilty.length} worn or failed ${parts(guilty.length)} replaced: ${list(guilty.map((p) => `${p.designator} (${roleName[p.role]})`))}.`,
        ]
      : []),
    ...(curing.length > 0 ? [`Replaced: ${list(curing.map((p) => `${p.designator} (${roleName[p.role]})`))}.`] : []),
    ...(preventive.length > 0
      ? [`${preventive.length} more ${parts(preventive.length)} replaced as a precaution: ${list(preventive.map((p) => p.designator))}.`]
      : []),
    ...unit.tried
      .filter((t) => ["replaced", "resoldered", "cleaned"].includes(t.tried.act) && !t.refused)
      .filter((t) => t.tried.to.length === 0 || t.tried.to.some((s) => s.kind === "unit" || !fitted.has(s.name)))
      .map((t) => `${capital(triedText(t.tried))}.`),
    ...unit.sideJobs.map((s) => `${capital(s)}.`),
  ];
  const shown = after.proof.items.filter((i) => i.passes !== "open");
  const agreed = unit.notes.agreed;
  const watch = [
    ...temporary.map((p) => `${p.designator} is a temporary part: it is to be replaced by the right one.`),
    ...(toCome.length > 0 ? [`Still to go in: ${list(toCome.map((p) => p.designator))}.`] : []),
    // why it stays is told where somebody said it; figures are for the next technician
    ...left.map((l) => `${l.designator} stays in: ${l.said ?? l.state}.`),
    ...unit.faults.filter((f) => f.text !== null && f.state !== "cured").map((f) => `Not repaired: ${f.text}.`),
    ...(job.state === "clearedWithoutCause"
      ? ["It cleared without a cause being shown: note when it comes back, and what was played."]
      : []),
    ...(job.waiver ? [...job.waiver.holds.map((h) => ownerHoldText[h]), `Returned like this because: ${job.waiver.reason}.`] : []),
  ];
  return [
    ...(after.bringUp.simulated ? [text("Practice on a simulated unit: no figure here was read on a real one.")] : []),
    ...complaintBlocks(view, "What you told us"),
    ...section("What we found", text(ownerCause(view))),
    ...section("What we did", listed(done) ?? text("Nothing was repaired.")),
    ...section(
      "What was tested",
      shown.length === 0
        ? text("The repair has not been tested yet.")
        : listed(shown.map((i) => `${proofName[i.id]}: ${passesName[i.passes]}${proofDetail(view, i.id)}.`)),
    ),
    ...section(
      "What is left, and what to watch",
      listed(watch) ?? text("Nothing in particular. If it hums, smells or gets hot, switch it off and bring it back."),
    ),
    ...section(
      "What was agreed",
      agreed === null
        ? null
        : text(
            `${agreed.scope === null ? "No repair" : capital(scopeName[agreed.scope])}${agreed.most === null ? "" : `, up to ${money(agreed.most * 100, shop.currency)}`}, said ${day(agreed.takenAt)}.`,
          ),
      listed(unit.owner.map(capital)),
    ),
  ];
}
const parts = (n: number): string => (n === 1 ? "part" : "parts");
const capital = (said: string): string => `${said[0]?.toUpperCase() ?? ""}${said.slice(1)}`;

/** What can be done and what it costs, while the owner has not decided. */
function offerBlocks({ job, unit, shop }: JobView, offer: OfferView | null): ReportBlock[] {
  if (offer === null || job.closedAt !== null || unit.notes.agreed !== null) return [];
  const worth = offer.quotes.filter((q) => q.designators.length > 0);
  return section(
    "What can be done",
    worth.length === 0
      ? null
      : {
          kind: "table",
          head: ["Replaced", "Parts", "Cost of parts", "At the bench"],
          rows: worth.map((q) => [
            capital(scopeName[q.scope]),
            String(q.designators.length),
            `${money(q.cents, shop.currency)}${q.unpriced.length > 0 ? `, without ${list(q.unpriced.slice(0, 3))}` : ""}`,
            span(q.minutes * 60),
          ]),
        },
  );
}

/** The figure behind an item of the proof, where it is one an owner can make something of. */
function proofDetail({ after: { proof } }: JobView, id: string): string {
  if (id === "power")
    return `, ${list(proof.channels.flatMap((c) => (c.power ? [`${c.channel} ${shown(Number(c.power.watts.toPrecision(3)), "W")}`] : [])))}`;
  if (id === "starts" && proof.starts) return `, ${proof.starts.started} of ${proof.starts.of}`;
  if (id === "soak") return proof.soak[0]?.most == null ? "" : `, ${proof.soak[0].most} °C after ${span(proof.soak[0].lasted)}`;
  return "";
}

function technicianBlocks(view: JobView): ReportBlock[] {
  const { job, unit } = view;
  const story = job.findings.length > 0 ? storyOf(view.tracing, unit, job.state, cureOf(view)) : null;
  const replaced = view.positions.filter((p) => p.renewed);
  const others = otherPartsReplaced(view);
  const measured = view.positions.filter((p) => p.fittings.some((f) => f.readings.length > 0));
  return [
    ...complaintBlocks(view),
    ...(job.findings.length > 0 ? [text(`At the bench: ${list(job.findings.map((f) => findingName[f]))}.`)] : []),
    ...(job.earlierRepairs ? [text(`Earlier repairs: ${job.earlierRepairs}`)] : []),
    ...section(
      "How it was shown",
      text(causeText(view)),
      story && story.because.length > 0 ? text(`For it: ${story.because.join("; ")}.`) : null,
      story?.innocent ? text(story.innocent) : null,
      story && story.ruledOut.length > 0 ? text(`Ruled out: ${story.ruledOut.join("; ")}.`) : null,
      listed(unit.tried.map((t) => `${capital(triedText(t.tried))}: ${triedOutcomeText(t.tried) || "what it changed was not said"}.`)),
      listed(
        unit.looks
          .filter((l) => !l.look.intended && l.look.sign !== "looksWhole")
          .map((l) => `${capital(subjectText(l.subject))} ${observationText(l.look)}.`),
      ),
    ),
    ...section(
      "Replaced",
      replaced.length + others.length === 0
        ? text("Nothing.")
        : {
            kind: "table",
            head: ["Position", "Was", "Now", "Why"],
            rows: replaced
              .map((p) => [
                p.designator,
                `${marked(p.fittings[0]!.part.nominal, p.fittings[0]!.part.rated)} ${technologyName[p.fittings[0]!.part.technology]}`,
                `${p.choice?.decision === "temporary" ? "temporary: " : ""}${newPart(p)}`,
                whyText(p, view),
              ])
              .concat(others.map((o) => [o.name, o.was, o.now || "not recorded", o.what])),
          },
      bars(replaced),
    ),
    ...section("Left in", listed(leftInSentences(view))),
    ...section("Open", listed(openSentences(view))),
    ...section(
      "Readings, oldest first",
      measured.length === 0
        ? null
        : {
            kind: "table",
            head: ["Position", "Verdict", "Readings"],
            rows: measured.flatMap((p) =>
              p.fittings
                .filter((f) => f.readings.length > 0)
                .map((f) => [
                  `${p.designator}${f.fitting ? ", new" : ""}`,
                  `${verdictName[f.verdict.state]}${backingOf(f.verdict) ? `, ${backingOf(f.verdict)}` : ""}`,
                  f.readings.map((r) => `${measurementText(r.measurement, r.significant)}${r.inCircuit ? "" : " out"}`).join(" · "),
                ]),
            ),
          },
    ),
    ...section(
      "Points",
      unit.points.every((p) => p.readings.length === 0)
        ? null
        : {
            kind: "table",
            head: ["Point", "Should read", "Read, oldest first"],
            rows: unit.points
              .filter((p) => p.readings.length > 0)
              .map((p) => [
                p.name,
                p.expected ? `${signedVolts(p.expected.low)} to ${signedVolts(p.expected.high)}` : "",
                p.readings
                  .toReversed()
                  .map((r) => voltsText(r.reading))
                  .join(" · "),
              ]),
          },
      unit.draw.length === 0 ? null : text(`Drawn: ${unit.draw.map((d) => figureText(d.reading.observation)).join(" · ")}.`),
    ),
    ...bringUpBlocks(view),
    ...proofBlocks(view),
    ...section(
      "Beside it",
      listed([
        ...unit.sideJobs.map((s) => `Side job: ${s}.`),
        ...unit.claims.map((c) => `Claimed by others, not proven: ${c}.`),
        ...unit.owner.map((o) => `The owner: ${o}.`),
        ...view.notes.map((n) => `${n.where ? `${n.where}: ` : ""}${n.text}`),
      ]),
    ),
  ];
}

/** ESR before and after of what was replaced, where both were read. */
function bars(replaced: readonly PositionView[]): ReportBlock | null {
  const rows = replaced.flatMap((p) => {
    const [before, after] = [esrOf(p.fittings[0]!), p.renewed ? esrOf(p.fittings.at(-1)!) : null];
    return before === null || after === null ? [] : [{ name: p.designator, before, after }];
  });
  return rows.length === 0 ? null : { kind: "bars", title: "ESR before and after", unit: "Ω", rows: rows.slice(0, 12) };
}
function esrOf(f: Position["fittings"][number]): number | null {
  const read = f.readings.findLast((r) => r.measurement.kind === "esr");
  return read?.measurement.kind === "esr" && typeof read.measurement.ohms === "number" ? read.measurement.ohms : null;
}

/** How it was brought up and set; nothing where it was not. */
export function bringUpBlocks({ after: { bringUp, setting } }: JobView): ReportBlock[] {
  const steps = bringUp.stages.flatMap((s) => s.steps).filter((s) => s.state !== "ahead");
  const idle = setting.groups.flatMap((g) =>
    g.channels.flatMap((c) => (c.now === null ? [] : [`${c.channel} ${shown(c.now, g.unit, 3)}`])),
  );
  return section(
    "Bring up and setting",
    bringUp.means
      ? text(
          `Through: ${meansName[bringUp.means.by]}${bringUp.means.watts === null ? "" : ` ${shown(bringUp.means.watts, "W")}`}.${bringUp.simulated ? " Read on a simulated unit." : ""}`,
        )
      : null,
    steps.length === 0
      ? null
      : {
          kind: "table",
          head: ["Stage", "Mains", "Read", "Expected"],
          rows: steps.map((s) => [
            `${stageName[s.stage]}${s.because ? ` (out of order: ${s.because})` : ""}`,
            percent(s.share),
            [
              ...s.points.flatMap((p) => (p.read ? [`${p.point.name} ${signedVolts(p.read.value)}`] : [])),
              ...(s.current?.read ? [shown(s.current.read.value, "A", 3)] : []),
            ].join(", "),
            s.points
              .map((p) => `${signedVolts(Number(p.expected.low.toPrecision(3)))} to ${signedVolts(Number(p.expected.high.toPrecision(3)))}`)
              .join(", "),
          ]),
        },
    idle.length > 0 ? text(`Idle current: ${idle.join(", ")}.`) : null,
    setting.valves.length > 0
      ? text(
          `Valves: ${setting.valves.map((v) => `${v.name} ${shown(Number(v.watts.toPrecision(3)), "W")}${v.share === null ? "" : ` (${percent(v.share)} of its most)`}`).join(", ")}.`,
        )
      : null,
  );
}

/** What shows that it is mended; nothing where nothing was asked. */
export function proofBlocks({ after: { proof } }: JobView): ReportBlock[] {
  const said = proof.items.filter((i) => i.passes !== "open");
  const sides = [...new Set(proof.response.flatMap((r) => Object.keys(r.after)))];
  return section(
    "Proof",
    said.length === 0 ? null : { kind: "table", head: ["Shown", "Result"], rows: said.map((i) => [proofName[i.id], passesName[i.passes]]) },
    proof.channels.some((c) => c.offset || c.power)
      ? {
          kind: "table",
          head: ["Channel", "DC at the output", "Power where it clips", "Taken at"],
          rows: proof.channels.map((c) => [
            c.channel,
            c.offset ? signedVolts(c.offset.volts) : "not read",
            c.power
              ? `${shown(Number(c.power.watts.toPrecision(3)), "W")} into ${shown(c.power.ohms, "Ω")}${c.power.dB === null ? "" : `, ${signedDb(c.power.dB)}`}`
              : "not read",
            c.power?.settings ?? "",
          ]),
        }
      : null,
    proof.response.length === 0
      ? null
      : {
          kind: "table",
          head: ["Frequency", ...sides, "Off"],
          rows: proof.response.map((r) => [
            shown(r.hz, "Hz"),
            ...sides.map((s) =>
              r.after[s] === undefined
                ? ""
                : `${signedDb(r.after[s])}${r.before[s] === undefined ? "" : ` (was ${signedDb(r.before[s])})`}`,
            ),
            r.off === null ? "" : signedDb(r.off),
          ]),
        },
    listed([
      ...proof.channels.flatMap((c) => c.listened.map((l) => `Listened, ${c.channel}: ${l.text}.`)),
      ...proof.soak.map((s) => `${capital(s.place)}: ${s.readings.map((r) => `${r.celsius} °C after ${span(r.after)}`).join(", ")}.`),
      ...(proof.starts ? [`Came up ${proof.starts.started} of ${proof.starts.of} times from cold.`] : []),
    ]),
  );
}
