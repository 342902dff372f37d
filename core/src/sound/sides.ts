import type { SoundLabel } from "../device";
import { balanceOf } from "./balance";
import { confidenceOf, type Said, type SoundAbsence, type SoundFinding } from "./findings";
import type { Spectra } from "./spectra";

// What one side, or one recording, lacks against another.

/** dB from which one channel counts as weaker, and as lacking treble or bass against its own middle. */
const IMBALANCE_DB = 2;
const LACKS_DB = 4;
/** Channels less alike than this carry two programmes: nothing can be held against the other. */
const ALIKE = 0.3;
const AUDIBLE = 10 ** (-70 / 10);
const PLAYED_FROM = 80;
/** Mean square of what is played often, without what only swings. */
function programmePower(s: Spectra): number {
  const often = s.quantile(OFTEN);
  return often.subarray(Math.round(PLAYED_FROM / s.step)).reduce((a, b) => a + b, 0);
}
const ADDS_TREBLE: readonly SoundLabel[] = ["dropouts", "clipping", "crackle", "periodicClicking", "hiss", "hum", "higherOscillation"];
const ADDS_BASS: readonly SoundLabel[] = ["dropouts", "clipping", "hum", "motorboating", "dcOffset", "higherOscillation"];
/** Levels that are reached often, so that a click or a gap in one channel is no difference. */
const OFTEN = 0.7;

/** @param inOne whether a finding is in one of the two channels only: what it adds there is no lack of the other */
export function balanceFindings(spectra: readonly Spectra[], alike: number, inOne: (label: SoundLabel) => boolean): Said {
  const [a, b] = [spectra[0]!, spectra[1]!];
  const both = [1, 2];
  const labels = ["levelImbalance", "trebleMissing", "bassMissing"] as const;
  const balance =
    alike >= ALIKE && Math.max(...spectra.map((s) => programmePower(s))) > AUDIBLE
      ? balanceOf(a, a.quantile(OFTEN), b.quantile(OFTEN))
      : null;
  if (balance === null) return { findings: [], notFound: labels.map((label) => ({ label, channels: both, limit: null })) };
  const spoilt = (among: readonly SoundLabel[]) => among.some(inOne);
  return lacksOf(
    {
      difference: balance.difference,
      treble: spoilt(ADDS_TREBLE) ? null : balance.treble,
      bass: spoilt(ADDS_BASS) ? null : balance.bass,
    },
    "otherChannel",
    both,
  );
}

/** What a balance says: of two channels, or of a recording against its reference. */
export function lacksOf(
  balance: NonNullable<ReturnType<typeof balanceOf>>,
  against: "otherChannel" | "reference",
  channels: readonly number[],
): Said {
  const findings: SoundFinding[] = [];
  const notFound: SoundAbsence[] = [];
  const { difference, treble, bass } = balance;
  const weaker = (dB: number): readonly number[] => (against === "reference" ? channels : dB > 0 ? [1, 2] : [2, 1]);
  if (Math.abs(difference) >= IMBALANCE_DB && against === "otherChannel")
    findings.push({
      label: "levelImbalance",
      difference: Math.abs(difference),
      channels: weaker(difference),
      confidence: confidenceOf(Math.abs(difference) - IMBALANCE_DB + 0.5, 3),
    });
  else if (against === "otherChannel") notFound.push({ label: "levelImbalance", channels, limit: IMBALANCE_DB });
  for (const [label, side] of [
    ["trebleMissing", treble],
    ["bassMissing", bass],
  ] as const) {
    const lacking = side && (against === "otherChannel" ? Math.abs(side.missing) : side.missing) >= LACKS_DB;
    if (lacking)
      findings.push({
        label,
        difference: Math.abs(side.missing),
        corner: side.corner,
        against,
        channels: against === "reference" ? channels : side.missing > 0 ? [1] : [2],
        confidence: confidenceOf(Math.abs(side.missing) - LACKS_DB + 0.5, 4),
      });
    else notFound.push({ label, channels, limit: side ? LACKS_DB : null });
  }
  return { findings, notFound };
}
