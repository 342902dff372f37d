import { ownValue } from "../../units";
import { figure, type ShopConstants } from "../../knowledge";
import type { Outcome } from "../../evidence";
import {
  judgeOffset,
  judgePower,
  judgeResponse,
  judgeSides,
  judgeSoak,
  powerDb,
  powerIn,
  startsWorth,
  type Passes,
  type StartsWorth,
} from "../../finalTest";
import { channelNames } from "../powerUp/idleAdjust";
import { curedBy } from "../model/repaired";
import { isOf } from "../records/observed";
import type { JobModel } from "../model/jobModel";
import type { JobRecords } from "../records/records";
import type { ProofItem } from "../records/state";

// What shows that the unit is mended: figures by channel, starts, soak, listening, and the complaint itself, each before and after.

/** A figure of one channel with what it was taken at. */
interface Taken {
  line: string | null;
  takenAt: number;
  /** controls, input, load, taps: as last said before it */
  settings: string | null;
}

interface ChannelProof {
  channel: string;
  offset: (Taken & { volts: number; watts: number; most: number; passes: Passes }) | null;
  power: (Taken & { watts: number; ohms: number; dB: number | null; passes: Passes }) | null;
  sine: (Taken & { clean: boolean }) | null;
  listened: readonly (Taken & { text: string })[];
}

interface ResponseRow {
  hz: number;
  /** dB by channel, after the repair; before it where it was read then */
  after: Readonly<Record<string, number>>;
  before: Readonly<Record<string, number>>;
  /** worst against before, else against the other side; null where there is nothing to hold it against */
  off: number | null;
  passes: Passes;
}

export interface FinalTestModel {
  rated: { watts: number; ohms: number } | null;
  channels: readonly ChannelProof[];
  /** channels without an offset read, where offsets are asked for */
  missing: readonly string[];
  /** dB between the strongest and the weakest channel; null for fewer than two */
  sides: { dB: number; passes: Passes } | null;
  response: readonly ResponseRow[];
  soak: readonly {
    place: string;
    readings: readonly { after: number; celsius: number }[];
    most: number | null;
    settled: boolean;
    lasted: number;
    passes: Passes;
  }[];
  starts: { of: number; started: number; worth: StartsWorth | null; passes: Passes } | null;
  delay: { seconds: number; passes: Passes } | null;
  complaint: { outcome: Exclude<Outcome, "answers"> } | null;
  /** one line each, in the order they are done; the complaint itself last */
  items: readonly { id: ProofItem; passes: Passes; asked: boolean }[];
  /** what is asked for and not shown yet */
  left: readonly ProofItem[];
  failed: readonly ProofItem[];
  begun: boolean;
}

type Records = Pick<JobRecords, "job" | "observations" | "points" | "fittings">;

/** Kinds whose outputs stand at nought by themselves: an output transformer or a capacitor lets no DC through. */
const DIRECT_OUTPUT: ReadonlySet<string> = new Set(["stereoAmplifier", "receiver", "subwoofer", "poweredSpeaker", "mobileAmplifier"]);
const POWERED: ReadonlySet<string> = new Set([...DIRECT_OUTPUT, "valveAmplifier"]);
const COMES_AND_GOES: ReadonlySet<string> = new Set([
  "comesAndGoes",
  "onlyCold",
  "onlyWarm",
  "afterKnock",
  "shutsDown",
  "relayClicking",
  "noPower",
]);

export function finalTestModel(constants: ShopConstants, records: Records, { unit }: Pick<JobModel, "unit">): FinalTestModel {
  const { job, observations, points } = records;
  const repaired = curedBy(records, unit.tried);
  const proofs = observations.filter(isOf("proof")).map((o) => ({ ...o, proof: o.observation.proof }));
  const settingsBefore = (seq: number) =>
    proofs.flatMap((p) => (p.proof.of === "settings" && p.seq < seq ? [p.proof.text] : [])).at(-1) ?? null;
  const taken = (o: { line: string | null; takenAt: number; seq: number }): Taken => ({
    line: o.line,
    takenAt: o.takenAt,
    settings: settingsBefore(o.seq),
  });
  const rated = observations.filter(isOf("rated")).at(-1)?.observation ?? null;
  // before any repair a figure is of the fault, where nothing was repaired there is only one time
  const counts = (seq: number) => repaired === Infinity || seq > repaired;
  const names = new Set(channelNames(job.channels));
  for (const { proof } of proofs) if ("channel" in proof && proof.channel !== null) names.add(proof.channel);
  const offsets = points.filter((p) => p.form === "dc" && p.point !== null && p.point.startsWith("offset") && counts(p.seq));
  const channels = [...names].map((channel): ChannelProof => {
    const offset = offsets.findLast((p) => p.point === `offset ${channel.toLowerCase()}` || (job.channels === 1 && p.point === "offset"));
    const power = proofs.findLast((p) => p.proof.of === "power" && p.proof.channel === channel && counts(p.seq));
    const sine = proofs.findLast((p) => p.proof.of === "sine" && p.proof.channel === channel && counts(p.seq));
    const load = rated?.ohms ?? figure(constants, "proof.load");
    const shown = power?.proof.of === "power" ? power.proof : null;
    const watts = shown ? powerIn(shown.volts, shown.ohms, shown.form) : 0;
    return {
      channel,
      offset: offset ? { ...taken(offset), volts: offset.volts, ...judgeOffset(constants, offset.volts, load) } : null,
      power:
        power && shown ? { ...taken(power), watts, ohms: shown.ohms, ...judgePower(constants, watts, ratedInto(rated, shown.ohms)) } : null,
      sine: sine?.proof.of === "sine" ? { ...taken(sine), clean: sine.proof.clean } : null,
      listened: proofs.flatMap((p) =>
        p.proof.of === "listened" && p.proof.channel === channel && counts(p.seq) ? [{ ...taken(p), text: p.proof.text }] : [],
      ),
    };
  });
  const powers = channels.flatMap((c) => (c.power ? [c.power.watts] : []));
  const apart = powers.length < 2 ? null : powerDb(Math.max(...powers), Math.max(Math.min(...powers), 1e-9));
  const response = responseRows(constants, proofs, repaired);
  const soak = soakPlaces(constants, proofs, counts);
  const starts = startsAfter(constants, observations, counts);
  const delayed = proofs.findLast((p) => p.proof.of === "delay" && counts(p.seq))?.proof;
  const delay =
    delayed?.of === "delay"
      ? { seconds: delayed.seconds, passes: delayed.seconds <= figure(constants, "delay.most") ? ("passes" as const) : ("fails" as const) }
      : null;
  const complaint = unit.complaint && counts(unit.complaint.seq) ? { outcome: unit.complaint.outcome } : null;
  const listenedAll = proofs.some((p) => p.proof.of === "listened" && counts(p.seq));
  const sides = apart === null ? null : { dB: apart, passes: judgeSides(constants, apart) };
  const all = (list: readonly (Passes | undefined)[]): Passes =>
    list.some((p) => p === "fails") ? "fails" : list.length > 0 && list.every((p) => p === "passes") ? "passes" : "open";
  const direct = DIRECT_OUTPUT.has(job.unitKind);
  const powered = POWERED.has(job.unitKind);
  const wanders = job.findings.some((f) => COMES_AND_GOES.has(f));
  const first = channels.slice(0, Math.max(job.channels, 1));
  const items: FinalTestModel["items"] = [
    { id: "offset", passes: all(first.map((c) => c.offset?.passes)), asked: direct },
    { id: "power", passes: powerPasses(first, rated !== null), asked: powered },
    { id: "sides", passes: sides?.passes ?? "open", asked: powered && job.channels > 1 },
    { id: "sine", passes: all(first.map((c) => (c.sine ? (c.sine.clean ? "passes" : "fails") : undefined))), asked: powered },
    { id: "response", passes: all(response.map((r) => r.passes)), asked: false },
    { id: "delay", passes: delay?.passes ?? "open", asked: false },
    { id: "starts", passes: starts?.passes ?? "open", asked: wanders },
    { id: "soak", passes: all(soak.map((s) => s.passes)), asked: job.supplyKind !== "none" },
    { id: "listened", passes: listenedAll ? "passes" : "open", asked: true },
    {
      id: "complaint",
      passes: complaint === null ? "open" : complaint.outcome === "gone" ? "passes" : "fails",
      asked: job.findings.length > 0 || job.complaint.trim() !== "",
    },
  ];
  return {
    rated,
    channels,
    missing: direct ? first.filter((c) => c.offset === null).map((c) => c.channel) : [],
    sides,
    response,
    soak,
    starts,
    delay,
    complaint,
    items,
    left: items.filter((i) => i.asked && i.passes === "open").map((i) => i.id),
    failed: items.filter((i) => i.passes === "fails").map((i) => i.id),
    begun: proofs.some((p) => counts(p.seq)) || offsets.length > 0,
  };
}

/** A power without a rating to hold it against shows that it plays; with one it passes or fails. */
function powerPasses(channels: readonly ChannelProof[], rated: boolean): Passes {
  if (channels.some((c) => c.power === null)) return channels.some((c) => c.power?.passes === "fails") ? "fails" : "open";
  if (!rated) return "passes";
  return channels.every((c) => c.power!.passes === "passes") ? "passes" : "fails";
}

/** What the unit is rated for into this load: at a steady voltage, no more than it is rated for into its own. */
const ratedInto = (rated: FinalTestModel["rated"], ohms: number): number | null =>
  rated === null ? null : ohms >= rated.ohms ? (rated.watts * rated.ohms) / ohms : rated.watts;

function responseRows(constants: ShopConstants, all: readonly { seq: number; proof: ProofOf }[], repaired: number): ResponseRow[] {
  const levels = all.flatMap(({ seq, proof }) => (proof.of === "response" ? [{ seq, ...proof }] : []));
  const frequencies = [...new Set(levels.map((l) => l.hz))].sort((a, b) => a - b);
  const bySide = (hz: number, before: boolean) =>
    Object.fromEntries(levels.filter((l) => l.hz === hz && l.seq < repaired === before).map((l) => [l.channel, l.dB]));
  return frequencies.map((hz) => {
    const before = repaired === Infinity ? {} : bySide(hz, true);
    const after = repaired === Infinity ? bySide(hz, true) : bySide(hz, false);
    const sides = Object.values(after);
    const against = Object.entries(after).flatMap(([c, dB]) => {
      const was = ownValue(before, c);
      return was === undefined ? [] : [dB - was];
    });
    const between = sides.length > 1 ? [Math.max(...sides) - Math.min(...sides)] : [];
    const worst = (list: number[]) => list.reduce((w, d) => (Math.abs(d) > Math.abs(w) ? d : w), 0);
    // what was wrong before is no measure: the other side is, where there is one
    const off = between.length > 0 ? worst(between) : against.length > 0 ? worst(against) : null;
    return { hz, before, after, off, passes: off === null ? "open" : judgeResponse(constants, off) };
  });
}
type ProofOf = Extract<JobRecords["observations"][number]["observation"], { kind: "proof" }>["proof"];

function soakPlaces(
  constants: ShopConstants,
  all: readonly { seq: number; proof: ProofOf }[],
  counts: (seq: number) => boolean,
): FinalTestModel["soak"] {
  const places = new Map<string, { after: number; celsius: number }[]>();
  for (const { seq, proof } of all)
    if (proof.of === "soak" && counts(seq)) places.set(proof.place, [...(places.get(proof.place) ?? []), proof]);
  return [...places].map(([place, readings]) => ({ place, readings, ...judgeSoak(constants, readings) }));
}

function startsAfter(
  constants: ShopConstants,
  observations: Records["observations"],
  counts: (seq: number) => boolean,
): FinalTestModel["starts"] {
  let [of, started] = [0, 0];
  for (const o of observations) {
    if (!counts(o.seq)) continue;
    if (o.observation.kind === "coldStart") [of, started] = [of + 1, started + Number(o.observation.started)];
    if (o.observation.kind === "coldStarts") [of, started] = [of + o.observation.of, started + o.observation.started];
  }
  if (of === 0) return null;
  const clean = started === of;
  return {
    of,
    started,
    worth: clean ? startsWorth(of) : null,
    passes: !clean ? "fails" : of >= figure(constants, "proof.starts") ? "passes" : "open",
  };
}
