import { closingBlockers, cureOf, evidenceNow, isClosed, type DrawModel, type LoadModel, type PointModel } from "@mirvek/core/job";
import type { BeforeAfterFigures } from "@mirvek/core/sound";
import { isBad } from "@mirvek/core/verdict";
import type { JobView, PositionView } from "../../schemas/jobView";
import { refusalText } from "../choose";
import { answerSentence, scenarioName } from "../circuit";
import { frequencyText, measurementText, voltsText } from "../entry";
import {
  authorityName,
  checkName,
  drawVerdictText,
  expectationText,
  figureText,
  fuseText,
  heardText,
  leakStepName,
  markedText,
  observationText,
  partClassName,
  partReason,
  pointVerdictText,
  resultText,
  subjectText,
  timeText as workTimeText,
  triedOutcomeText,
  triedText,
  reducedMainsText,
  underText,
} from "../observation";
import { list, marked, shown, signedVolts } from "../quantity";
import { refitOpen } from "../powerUp";
import { harmlessText, waivedName } from "../safety";
import { changeHead, changeRows } from "../sound";
import { dateTimeText } from "../time";
import { backingOf, reasonOf } from "../verdict";
import { findingName, roleName, approachChoices, technologyName, verdictName } from "../vocabulary";
import { capital, heading, listed, section, sentences, table, text, type ReportBlock } from "./blocks";
import { complaintBlocks } from "./complaint";
import type { Enclosed } from "./enclosed";
import { found, inCure, isChosen, leftInSentences, otherPartsReplaced, saysMore } from "./repairs";
import { storyOf } from "./story";
import { powerUpBlocks, finalTestBlocks } from "./powerUp";

// The technician's paper: everything that was found, read, done and deliberately left, for whoever opens the unit next.

/** The whole paper for the next technician, in the order of the work. */
export function technicianBlocks(view: JobView, { sound, pictures }: Enclosed): ReportBlock[] {
  const { job } = view;
  return [
    ...complaintBlocks(
      view,
      "Complaint",
      job.findings.length > 0 ? text(`At the bench: ${list(job.findings.map((f) => findingName[f]))}.`) : null,
      job.earlierRepairs ? text(`Earlier repairs: ${job.earlierRepairs}`) : null,
    ),
    ...section("What was found", text(foundSummary(view.positions))),
    ...howFoundBlocks(view),
    ...soundBlocks(view, sound),
    ...simulatedBlocks(view),
    ...replacedBlocks(view),
    ...section("Left in", listed(leftInSentences(view))),
    ...section("Open", listed(openSentences(view))),
    ...hazardBlocks(view),
    ...readingBlocks(view),
    ...powerUpBlocks(view),
    ...finalTestBlocks(view),
    ...asideBlocks(view),
    ...(pictures.length > 0 ? section("Pictures", { kind: "pictures", pictures }) : []),
    ...section("Notes", listed(view.notes.map((n) => `${n.where ? `${n.where}: ` : ""}${n.text}`))),
    text(`Repair approach: ${approachText(job)}.`, { quiet: true }),
  ];
}

const approachText = (job: JobView["job"]): string =>
  (Object.keys(approachChoices) as (keyof typeof approachChoices)[])
    .flatMap((k) => approachChoices[k].options.find((o) => o.value === job[k])?.label ?? [])
    .join(" · ");

function foundSummary(positions: readonly PositionView[]): string {
  const bad = positions.filter((p) => isBad(found(p).state));
  const measured = positions.filter((p) => found(p).state !== "unmeasured").length;
  if (positions.length === 0) return "No capacitor is listed.";
  if (measured === 0) return "No capacitor was measured.";
  const first = `${measured} of ${positions.length} capacitors measured`;
  if (bad.length === 0) return `${first}; none is bad.`;
  const groups = (["shorted", "open", "failed", "worn"] as const).flatMap((state) => {
    const names = bad.filter((p) => found(p).state === state).map((p) => p.designator);
    return names.length > 0 ? [`${verdictName[state]}: ${list(names)}`] : [];
  });
  return `${first}; ${bad.length} bad (${groups.join("; ")}).`;
}

const loadText = ({ name, under, ohms }: LoadModel): string =>
  `${[name, underText(under)].filter(Boolean).join(", ")} ${ohms === "over" ? "over-range" : shown(ohms, "Ω", 2)}`;

/** What was confirmed and by what, what was ruled out; then what was seen and tried, in the order it happened. */
function howFoundBlocks(view: JobView): ReportBlock[] {
  const { unit, diagnosis, job } = view;
  const story = job.findings.length > 0 ? storyOf(diagnosis, unit, job.state, cureOf(view)) : null;
  const looks = unit.looks.filter((l) => !l.look.intended && l.look.sign !== "looksWhole");
  const intended = unit.looks.filter((l) => l.look.intended);
  const loads = unit.loads.filter((l) => l.odd);
  return section(
    "How it was found",
    story && text(story.cause.join(" ")),
    story && story.because.length > 0 ? text(`Points to it: ${story.because.join("; ")}.`) : null,
    sentences([story?.innocent, story && story.ruledOut.length > 0 && `Ruled out: ${story.ruledOut.join("; ")}.`]),
    looks.length > 0 ? text(`Seen: ${looks.map((l) => `${subjectText(l.subject)} ${observationText(l.look)}`).join("; ")}.`) : null,
    listed(unit.tried.map(triedSentence)),
    sentences([
      loads.length > 0 && `To ground ${list(loads.map(loadText))}: the odd one among ${unit.loads.length}.`,
      unit.coldStarts && `From cold it came up ${unit.coldStarts.started} of ${unit.coldStarts.of} times.`,
      intended.length > 0 &&
        `Not a fault: ${intended.map((l) => `${subjectText(l.subject)} ${observationText({ ...l.look, intended: false })}`).join("; ")}.`,
    ]),
  );
}

const triedSentence = (t: JobView["unit"]["tried"][number]): string =>
  [
    `${capital(triedText(t.tried))}: ${triedOutcomeText(t.tried) || "what it changed was not recorded"}`,
    t.refused ? " (unsafe: not taken as a test)" : "",
    t.asSet ? " (several changes, one outcome: as a set)" : "",
    ".",
  ].join("");

function soundBlocks({ unit: { heard } }: JobView, sound: BeforeAfterFigures): ReportBlock[] {
  return section(
    "What was heard",
    heard.length > 0
      ? text(
          `${capital(heard.map((h) => `${heardText(h.observation)}${h.observation.recording === null ? " (by ear)" : ""}`).join("; "))}.`,
        )
      : null,
    sound.quiet ? table(changeHead(sound.quiet), changeRows(sound.quiet)) : null,
    sound.responses.length > 0 ? { kind: "response", title: "Response by third octaves, 0 dB at 1 kHz", lines: sound.responses } : null,
  );
}

/** Answers of the circuit model that still stand on the same readings. */
function simulatedBlocks({ job, positions, circuits, shop }: JobView): ReportBlock[] {
  const now = evidenceNow(shop.constants, job, positions);
  const stands = circuits.flatMap(({ scenario, answer }) => (answer !== null && answer.stoodOn === now ? [{ scenario, answer }] : []));
  const said = stands.map(({ scenario, answer }) => {
    const idle = answer.contributions.filter((c) => c.verdict === "notTheCause").map((c) => c.designator);
    return (
      `${scenarioName[scenario]}: ` +
      `${answerSentence(scenario, answer)}${idle.length > 0 ? ` ${list(idle)}: bad, but not the cause.` : ""}`
    );
  });
  return section(
    "What the circuit model says",
    listed(said),
    said.length > 0
      ? text("Computed from the readings by a model of the circuit; what was not measured has its usual value.", { quiet: true })
      : null,
  );
}

function replacedBlocks(view: JobView): ReportBlock[] {
  const replaced = view.positions.filter((p) => p.renewed);
  const others = otherPartsReplaced(view);
  const rows = [
    ...replaced.map((p) => [
      [p.designator, roleName[p.role], p.channel ?? ""].filter(Boolean).join(" "),
      `${marked(p.nominal, p.rated)} ${technologyName[p.technology]}`,
      `${p.choice?.decision === "temporary" ? "temporary: " : ""}${newPart(p)}`,
      whyReplaced(p, view),
    ]),
    ...others.map((o) => [o.name, o.was, o.now || "not recorded", o.what]),
  ];
  return section("Replaced", table(["Part", "Was", "Now", "Why"], rows) ?? text("Nothing."), bars(replaced));
}

/** What stands there now: as it was entered at fitting, with its lot and what was measured since. */
function newPart(p: PositionView): string {
  const { fitting, part, verdict } = p.fittings.at(-1)!;
  const chosen = p.choice?.part;
  const series = fitting && chosen && chosen.code === fitting.code ? `, ${chosen.series} ${chosen.code}` : "";
  const lot = fitting?.lot ? `, lot ${fitting.lot}` : "";
  const since =
    verdict.state === "unmeasured" ? "not measured since" : `measured since: ${verdictName[verdict.state]}, ${reasonOf(verdict)}`;
  return `${marked(part.nominal, part.rated)}${series}${lot}; ${since}`;
}

/** Why a part went in, as far as the record says. */
function whyReplaced(p: PositionView, view: JobView): string {
  const cured = inCure(p, view) ? "; the complaint was gone after it was changed" : "";
  const was = found(p);
  const why = isBad(was.state)
    ? `${verdictName[was.state]}: ${reasonOf(was)}${cured}`
    : `${was.state === "unmeasured" ? "not measured before" : verdictName[was.state]}${cured || ", changed as a precaution"}`;
  const broken = p.choice && p.choice.overridden.length > 0 ? `against a rule (${p.choice.overridden.map(refusalText).join("; ")})` : "";
  return [why, p.choice?.reason, broken].filter(Boolean).join(". ");
}

/** ESR before and after of what was replaced, where both were read. */
function bars(replaced: readonly PositionView[]): ReportBlock | null {
  const rows = replaced.flatMap((p) => {
    const [before, after] = [esrOf(p.fittings[0]!), esrOf(p.fittings.at(-1)!)];
    return before === null || after === null ? [] : [{ name: p.designator, before, after }];
  });
  return rows.length === 0 ? null : { kind: "bars", title: "ESR before and after", unit: "Ω", rows: rows.slice(0, MAX_BARS) };
}
const MAX_BARS = 12;
function esrOf(f: PositionView["fittings"][number]): number | null {
  const read = f.readings.findLast((r) => r.measurement.kind === "esr");
  return read?.measurement.kind === "esr" && typeof read.measurement.ohms === "number" ? read.measurement.ohms : null;
}

/** What is unfinished, unread or unsure: what blocks the closing, questions that lines left open, remarks. */
function openSentences(view: JobView): string[] {
  const { unit, facts, job } = view;
  const blocked = isClosed(job.state) ? [] : closingBlockers(facts);
  return [
    ...(job.waiver ? [`Waived at closing: ${job.waiver.reason} (${list(job.waiver.holds.map((h) => waivedName[h]))}).`] : []),
    ...blocked.filter((h) => h !== "refitLeft").map((h) => `${capital(waivedName[h])}.`),
    ...(blocked.includes("refitLeft") ? [`Not recorded as done: ${list(refitOpen(view))}.`] : []),
    ...view.positions
      .filter((p) => isChosen(p) && !p.renewed && p.choice?.part)
      .map((p) => `${p.designator}: ${p.choice!.part!.code} chosen and not fitted.`),
    ...unit.tried.filter((t) => t.leftIn).map((t) => `${capital(triedText(t.tried))}: not recorded as put back.`),
    ...unit.tried.filter((t) => t.asks.length > 0).map((t) => `${capital(triedText(t.tried))}: what it changed was not recorded.`),
    ...unit.notes.teardown.filter((t) => !t.back).map((t) => `Came off and is not recorded as back on: ${t.text}.`),
    ...unit.remarks.filter((r) => r.as === null).map((r) => `Entered and not understood: “${r.text}”.`),
  ];
}

function hazardBlocks({ safety, safetyLog, shop }: JobView): ReportBlock[] {
  const zone = shop.timeZone;
  const residuals = safetyLog.filter((e) => e.kind === "residual");
  return section(
    "Hazards and how made safe",
    text(safetyText(safety, shop.touchLimit)),
    residuals.length > 0
      ? text(
          `Residual voltage: ` +
            residuals.map((e) => `${e.position} ${signedVolts(e.volts ?? 0)} (${dateTimeText(e.at, zone)})`).join(" · ") +
            ".",
        )
      : null,
    listed([
      ...safetyLog.filter((e) => e.kind === "override").map((e) => `Override ${dateTimeText(e.at, zone)}: ${e.reason}`),
      ...safetyLog
        .filter((e) => e.kind === "released")
        .map((e) => `${e.position} taken off the list of parts that hold charge, ${dateTimeText(e.at, zone)}: ${e.reason}`),
    ]),
  );
}

function safetyText(safety: JobView["safety"], limit: number): string {
  switch (safety.kind) {
    case "safe":
      return `All charge-holding parts measured below ${shown(limit, "V")} twice, the required time apart.`;
    case "energised":
      return "The unit is switched on.";
    case "chargeHeld":
      return "Stored charge is not shown to be gone in every part.";
    case "nothingListed":
      return "No charge-holding part is listed.";
    case "voltsUnknown":
      return `${list(safety.listed)}: too little to hurt; the highest voltage of the unit is not recorded.`;
    case "harmless":
      return harmlessText[safety.why];
    case "overridden":
      return "The charge lock was overridden.";
  }
}

/** Everything that was read: other parts, points, capacitors. */
function readingBlocks({ unit, positions, shop, points: volts }: JobView): ReportBlock[] {
  const meterName = (id: string | null) => shop.meters.find((m) => m.id === id)?.name ?? "";
  const points = unit.points.filter((p) => p.readings.length > 0);
  const atParts = volts.filter((p) => positions.some((q) => q.designator === p.where));
  const measured = positions.flatMap((p) => p.fittings.filter((f) => f.readings.length > 0).map((f) => ({ p, f })));
  return [
    ...section("Other parts", listed(unit.parts.map(otherPartText))),
    ...section(
      "Points",
      table(
        ["Point", "Should read", "Read, oldest first"],
        points.map((p) => [p.name, p.expected ? expectationText(p.expected) : "", pointReadings(p)]),
      ),
      unit.draw.length > 0 ? text(`Drawn: ${unit.draw.map(drawText).join(" · ")}.`) : null,
    ),
    ...section(
      "Readings",
      table(
        ["Part", "Verdict", "Readings, oldest first"],
        measured.map(({ p, f }) => [
          `${p.designator}${f.fitting ? ", new part" : ""}, ${marked(f.part.nominal, f.part.rated)}`,
          [verdictName[f.verdict.state], backingOf(f.verdict)].filter(Boolean).join(", "),
          f.readings
            .map((r) =>
              [
                measurementText(r.measurement, r.significant),
                r.inCircuit ? "in circuit" : "out of circuit",
                frequencyText(r.measurement),
                meterName(r.meter),
                r.whileLocked ? "charge not shown to be gone" : "",
              ]
                .filter(Boolean)
                .join(", "),
            )
            .join(" · "),
        ]),
        measured.map(({ f: { verdict } }) => ({
          kind: verdict.state,
          share: verdict.capacitanceShare,
          esrRatio: verdict.esrRatio,
        })),
      ),
      atParts.length > 0 ? text(`Volts at parts: ${atParts.map((p) => `${p.where} ${voltsText(p)}`).join(" · ")}.`) : null,
    ),
  ];
}

const otherPartText = (p: JobView["unit"]["parts"][number]): string =>
  [
    `${p.name} ${partClassName[p.class]}${p.marked.length > 0 ? `, ${markedText(p.marked)}` : ""}: ${verdictName[p.verdict.state]}`,
    p.verdict.state !== "unmeasured" && saysMore(p.verdict) ? `, ${partReason(p.verdict)}` : "",
    p.figures.length > 0 ? `; read ${p.figures.map((f) => figureText(f.observation)).join(", ")}` : "",
    ".",
  ].join("");

const drawText = ({ reading, verdict }: DrawModel): string => {
  const word = drawVerdictText(verdict);
  return `${figureText(reading.observation)}${word ? ` (${word})` : ""}`;
};

const pointReadings = (p: PointModel): string =>
  p.readings
    .toReversed()
    .map(({ reading, verdict, mainsShare }) => {
      const word = verdict && verdict.state !== "unknown" ? pointVerdictText(verdict) : "";
      const how = [underText(reading.under), reducedMainsText(mainsShare), word].filter(Boolean).join(", ");
      return `${voltsText(reading)}${how ? ` (${how})` : ""}`;
    })
    .join(" · ");

/** Side jobs, what others claimed, what was checked beside the fault. */
function asideBlocks({ unit }: JobView): ReportBlock[] {
  const { notes } = unit;
  const rows: readonly (readonly [string, readonly string[]])[] = [
    ["Beside the fault", unit.sideJobs.map(capital)],
    ["Claimed by others, not confirmed", unit.claims.map(capital)],
    ["The owner", unit.owner.map(capital)],
    [
      "Drawing compared with board",
      notes.wanted
        .filter((w) => w.differs)
        .map((w) => `${w.name}: ${authorityName[w.by]} ${markedText(w.marked)}, fitted was ${markedText(w.fitted)}`),
    ],
    ["Checked", notes.checks.map((c) => `${capital(checkName[c.what])} ${resultText(c)}${c.fine || c.ohms === null ? "" : ": not good"}`)],
    ["After a leak", notes.leaks.map((l) => `${l.name}, ${leakStepName[l.step]}: ${resultText(l)}${l.fine ? "" : ", not good"}`)],
    ["Fuses", notes.fuses.filter((f) => f.blown).map(fuseText)],
    ["Counterpart", notes.counterpart === "absent" ? ["Not brought: nothing could be compared with it."] : []],
    ["Time", notes.time.map(workTimeText)],
  ];
  return rows.flatMap(([name, texts]) => (texts.length === 0 ? [] : [heading(name), ...[listed(texts)!]]));
}
