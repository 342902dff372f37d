import { lacksOf, type SoundPicture, type SoundReport } from "./analyse";
import { balanceOf } from "./balance";
import type { SoundFinding } from "./findings";

export interface Comparison {
  /** dB by which the recording is weaker than the reference in the middle of its bands; taken out of the rest */
  aligned: number;
  /** third octaves, dB of the recording over the reference after alignment; null where one of the two does not reach */
  bands: readonly (number | null)[];
  findings: readonly SoundFinding[];
}

/** A recording against another of the same thing: the good twin, or before and after; channel by channel. */
export function compareSounds(
  recording: { report: SoundReport; picture: SoundPicture },
  reference: { report: SoundReport; picture: SoundPicture },
): Comparison[] {
  return recording.picture.spectra.flatMap((a, c): Comparison[] => {
    const other = Math.min(c, reference.picture.spectra.length - 1);
    const b = reference.picture.spectra[other]!;
    if (a.step !== b.step || a.mean.length !== b.mean.length) return [];
    const balance = balanceOf(a, a.mean, b.mean);
    if (balance === null) return [];
    const [mine, theirs] = [recording.picture.bands[c]!, reference.picture.bands[other]!];
    return [
      {
        aligned: balance.difference,
        bands: mine.map((x, i) => (x === null || theirs[i] == null ? null : x - theirs[i]! + balance.difference)),
        findings: lacksOf(balance, "reference", [c + 1]).findings,
      },
    ];
  });
}
