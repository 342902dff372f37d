import { responseOf } from "./stimulus";

// The repair in figures: what was recorded before it compared with what was recorded after it.

/** When a recording was made: before or after the repair, or of the counterpart. */
type RecordingMoment = "before" | "after" | "counterpart";
/** What was played while it was made: music or speech, nothing at all, or one of the test signals. */
type Played = "programme" | "nothing" | "sweep" | "tones";

/** Figures of one channel, dBFS; `hum.there` false: none was found above that level. */
interface ChannelFigures {
  noise: { level: number; levelA: number };
  hum: { level: number; there: boolean } | null;
  /** dB of each third octave from 20 Hz to 20 kHz */
  bands: readonly (number | null)[];
}

export interface Recorded {
  name: string;
  moment: RecordingMoment;
  played: Played;
  shows: { channels: readonly ChannelFigures[] } | null;
}

/** A response by third octaves, dB relative to 1 kHz. */
export interface BandLine {
  name: string;
  bands: readonly (number | null)[];
}

export interface Change {
  what: "hum" | "noise" | "noiseA";
  /** dBFS of the loudest channel; `there` false: nothing was seen from this level on */
  before: { level: number; there: boolean };
  after: { level: number; there: boolean };
}

export interface BeforeAfterFigures {
  /** names of the two recordings with nothing played; null where one is missing */
  quiet: { before: string; after: string; changes: readonly Change[] } | null;
  /** responses to the sweep or the tones, dB over 1 kHz */
  responses: readonly BandLine[];
}

const loudest = <T extends { level: number; there: boolean }>(list: readonly T[]): T | null => {
  const there = list.filter((x) => x.there);
  return (there.length > 0 ? there : list).reduce<T | null>((a, b) => (a && a.level >= b.level ? a : b), null);
};

/** The latest of each kind counts. */
export function beforeAfter(recorded: readonly Recorded[]): BeforeAfterFigures {
  const last = (moment: RecordingMoment, played: readonly Played[]) =>
    recorded.findLast((r) => r.moment === moment && played.includes(r.played) && r.shows !== null) ?? null;
  const [b, a] = [last("before", ["nothing"]), last("after", ["nothing"])];
  const changes = b && a ? changesBetween(b.shows!, a.shows!) : [];
  const quietOf = (moment: RecordingMoment) => last(moment, ["nothing"])?.shows ?? null;
  const responses = (["before", "after", "counterpart"] as const).flatMap((moment): BandLine[] => {
    const r = last(moment, ["sweep", "tones"]);
    if (r === null) return [];
    const sides = r.shows!.channels;
    return sides.slice(0, 2).map((c, n) => ({
      name: sides.length > 1 ? `${moment}, ${n === 0 ? "left" : "right"}` : moment,
      bands: responseOf(c.bands, quietOf(moment)?.channels[n]?.bands ?? null),
    }));
  });
  return { quiet: b && a ? { before: b.name, after: a.name, changes } : null, responses };
}

function changesBetween(before: NonNullable<Recorded["shows"]>, after: NonNullable<Recorded["shows"]>): Change[] {
  const hum = (s: NonNullable<Recorded["shows"]>) => loudest(s.channels.flatMap((c) => c.hum ?? []));
  const noise = (s: NonNullable<Recorded["shows"]>, of: "level" | "levelA") =>
    loudest(s.channels.map((c) => ({ level: c.noise[of], there: true })))!;
  const [hb, ha] = [hum(before), hum(after)];
  return [
    ...(hb && ha ? [{ what: "hum" as const, before: hb, after: ha }] : []),
    { what: "noise", before: noise(before, "level"), after: noise(after, "level") },
    { what: "noiseA", before: noise(before, "levelA"), after: noise(after, "levelA") },
  ];
}

/** dB by which it is less; of what is gone, at least so much. */
export const lessBy = (c: Change): number => c.before.level - c.after.level;

/** A hum that was there, and is gone or fell by so much, is gone to any ear. */
const GONE_DB = 30;
/** The complaint is a hum, and the recordings show what became of it; null where they do not tell. */
export function humNow(changes: readonly Change[]): "gone" | "better" | "same" | null {
  const hum = changes.find((c) => c.what === "hum");
  if (!hum?.before.there) return null;
  if (!hum.after.there || lessBy(hum) >= GONE_DB) return "gone";
  return lessBy(hum) >= 6 ? "better" : "same";
}
