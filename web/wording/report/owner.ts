import type { Passes } from "@mirvek/core/finalTest";
import { cureOf, isClosed, type ProofItem } from "@mirvek/core/job";
import { isBad, type VerdictState } from "@mirvek/core/verdict";
import type { JobView, OfferView } from "../../schemas/jobView";
import { scopeName, triedText, warrantyText } from "../observation";
import { passesName, proofName } from "../finalTest";
import { list, money, shown, span } from "../quantity";
import { ownerHoldText } from "../safety";
import { dateText } from "../time";
import { hypothesisName } from "../diagnosis";
import { roleName } from "../vocabulary";
import { capital, listed, section, table, text, type ReportBlock } from "./blocks";
import { complaintBlocks } from "./complaint";
import { exchangedIn, found, inCure, isChosen, repairedWord } from "./repairs";

// The owner's paper: one plain letter. No chances, no suspects, no words of the workshop.

/** The cause in an owner's words: what took the complaint with it, else what is shown; no suspects, no chances. */
function ownerCause(view: JobView): string {
  const { job, diagnosis } = view;
  const cure = cureOf(view);
  if (cure) {
    const named = list([...cure.names]);
    const known = new Set(view.positions.filter((p) => isBad(found(p).state)).map((p) => p.designator));
    const bad = cure.names.filter((n) => known.has(n));
    // of several replaced together only what was measured bad is named as the fault
    if (bad.length > 0 && bad.length < cure.names.length)
      return `The fault was traced to ${list(bad)}: after ${named} were ${repairedWord(cure)}, it was gone.`;
    return `The fault was traced to ${named}: after ${cure.names.length > 1 ? "they were" : "it was"} ${repairedWord(cure)}, it was gone.`;
  }
  const shown = diagnosis.suspects.filter((s) => s.state === "shown" && s.decisive?.by !== "cured").map((s) => hypothesisName[s.id]);
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
  return ending ?? (isClosed(job.state) ? "No faulty part was confirmed." : "We are still looking for it.");
}

/** What you told us, what we found and did, what was tested, what is left, what was agreed. */
export function ownerBlocks(view: JobView): ReportBlock[] {
  const { unit, after } = view;
  const replaced = view.positions.filter((p) => p.renewed);
  const guilty = replaced.filter((p) => isBad(found(p).state));
  const curing = replaced.filter((p) => !isBad(found(p).state) && inCure(p, view));
  const preventive = replaced.filter((p) => !isBad(found(p).state) && !curing.includes(p));
  const fitted = new Set(replaced.map((p) => p.designator));
  const done = [
    ...(guilty.length > 0
      ? [
          `${guilty.length} worn or failed ${parts(guilty.length)} replaced: ` +
            `${list(guilty.map((p) => `${p.designator} (${roleName[p.role]})`))}.`,
        ]
      : []),
    ...(curing.length > 0 ? [`Replaced: ${list(curing.map((p) => `${p.designator} (${roleName[p.role]})`))}.`] : []),
    ...(preventive.length > 0
      ? [
          `${preventive.length}${guilty.length + curing.length > 0 ? " more" : ""} ${parts(preventive.length)} replaced ` +
            `as a precaution: ${list(preventive.map((p) => p.designator))}.`,
        ]
      : []),
    ...unit.tried
      .filter((t) => ["replaced", "resoldered", "cleaned"].includes(t.tried.act) && !t.refused)
      .filter((t) => t.tried.to.length === 0 || t.tried.to.some((s) => s.kind === "unit" || !fitted.has(s.name)))
      .map((t) => `${capital(triedText(t.tried))}.`),
    ...unit.sideJobs.map((s) => `${capital(s)}.`),
  ];
  const tested = after.finalTest.items.filter((i) => i.passes !== "open");
  return [
    ...(after.powerUp.simulated ? [text("Practice on a simulated unit: no figure here was read on a real one.")] : []),
    ...complaintBlocks(view, "Your complaint"),
    ...section("What we found", text(ownerCause(view))),
    ...section("What we did", listed(done) ?? text("Nothing was repaired.")),
    ...section(
      "What was tested",
      tested.length === 0
        ? text("The repair has not been tested yet.")
        : listed(tested.map((i) => `${proofName[i.id]}: ${passedText(i)}${proofDetail(view, i.id)}.`)),
    ),
    ...section(
      "What is left, and what to watch",
      listed(watchedOf(view)) ?? text("Nothing in particular. If it hums, smells or gets hot, switch it off and bring it back."),
    ),
    ...section("Cost and warranty", listed(termsOf(view))),
  ];
}

/** What is unfinished or stays as it was, in words an owner can act on. */
function watchedOf({ job, positions, unit }: JobView): string[] {
  const chosen = positions.filter(isChosen);
  const temporary = chosen.filter((p) => p.choice?.decision === "temporary");
  const toCome = chosen.filter((p) => !p.renewed);
  const stays = positions.filter((p) => !p.renewed && !chosen.includes(p));
  const bad = stays.filter((p) => isBad(p.verdict.state));
  const said = stays.filter((p) => !bad.includes(p) && p.choice?.decision === "leave" && p.choice.reason);
  const unsure = stays.filter((p) => !said.includes(p) && p.verdict.state === "undecided");
  const exchanged = exchangedIn(unit);
  const others = unit.parts.filter((p) => isBad(p.verdict.state) && !exchanged.has(p.name));
  return [
    ...temporary.map((p) => `${p.designator} is a temporary part: it is to be replaced by the right one.`),
    ...(toCome.length > 0 ? [`Still to be replaced: ${list(toCome.map((p) => p.designator))}.`] : []),
    // why it stays is told where somebody said it; figures are for the next technician
    ...bad.map((p) => `${p.designator} is ${ownerState(p.verdict.state)} and stays in${p.choice?.reason ? `: ${p.choice.reason}` : ""}.`),
    ...said.map((p) => `${p.designator} stays in: ${p.choice!.reason}.`),
    ...(others.length > 0 ? [`Found faulty and not replaced: ${list(others.map((p) => p.name))}.`] : []),
    ...(unsure.length > 0 ? [`Not fully tested, still in: ${list(unsure.map((p) => p.designator))}.`] : []),
    ...unit.faults.filter((f) => f.text !== null && f.state !== "cured").map((f) => `Not repaired: ${f.text}.`),
    ...(job.state === "clearedWithoutCause" ? ["What made the fault was not found: note when it comes back, and what was played."] : []),
    ...(job.waiver ? [...job.waiver.holds.map((h) => ownerHoldText[h]), `Returned like this because: ${job.waiver.reason}.`] : []),
  ];
}

const ownerState = (state: VerdictState): string => (state === "worn" ? "worn" : "faulty");

/** What was agreed, what it costs, what is warranted, as far as it was entered. */
function termsOf({ unit: { notes, owner }, shop }: JobView): string[] {
  const { agreed, cost, warranty } = notes;
  const most = agreed?.most == null ? "" : `, up to ${money(agreed.most * 100, shop.currency)}`;
  return [
    ...(agreed
      ? [`Agreed on ${dateText(agreed.takenAt, shop.timeZone)}: ${agreed.scope === null ? "no repair" : scopeName[agreed.scope]}${most}.`]
      : []),
    ...owner.map((o) => `${capital(o)}.`),
    ...(cost === null ? [] : [`Cost: ${money(cost * 100, shop.currency)}.`]),
    ...(warranty === null ? [] : [`Warranty on this repair: ${warrantyText(warranty)}.`]),
  ];
}
const parts = (n: number): string => (n === 1 ? "part" : "parts");

/** What can be done and what it costs, while the owner has not decided. */
export function offerBlocks({ job, unit, shop }: JobView, offer: OfferView | null): ReportBlock[] {
  if (offer === null || job.closedAt !== null || unit.notes.agreed !== null) return [];
  const worth = offer.quotes.filter((q) => q.designators.length > 0);
  return section(
    "What can be done",
    table(
      ["Replaced", "Parts", "Cost of parts", "Bench time"],
      worth.map((q) => [
        capital(scopeName[q.scope]),
        String(q.designators.length),
        `${money(q.cents, shop.currency)}${q.unpriced.length > 0 ? `, without ${list(q.unpriced.slice(0, 3))}` : ""}`,
        span(q.minutes * 60),
      ]),
    ),
  );
}

const passedText = ({ id, passes }: { id: ProofItem; passes: Passes }): string =>
  id === "complaint" && passes === "passes" ? "gone" : passesName[passes];

/** The figure behind an item of the final test, where it is one an owner can make something of. */
function proofDetail({ after: { finalTest } }: JobView, id: string): string {
  const of = (c: { channel: string }) => (finalTest.channels.length > 1 ? `${c.channel} ` : "");
  if (id === "power")
    return `, ${list(finalTest.channels.flatMap((c) => (c.power ? [of(c) + shown(Number(c.power.watts.toPrecision(3)), "W")] : [])))}`;
  if (id === "starts" && finalTest.starts) return `, ${finalTest.starts.started} of ${finalTest.starts.of}`;
  if (id === "soak") return finalTest.soak[0]?.most == null ? "" : `, ${finalTest.soak[0].most} °C after ${span(finalTest.soak[0].lasted)}`;
  return "";
}
