import type { SoundPicture } from "./analyse";
import { balanceOf } from "./balance";
import type { SoundFinding } from "./findings";
import { lacksOf } from "./sides";

export interface Comparison {
  /** dB by which the recording is weaker than the reference in the middle of its bands; taken out of the rest */
  aligned: number;
  /** third octaves, dB of the recording over the reference after alignment; null where one of the two does not reach */
  bands: readonly (number | null)[];
  findings: readonly SoundFinding[];
}

type Pictured = Pick<SoundPicture, "spectra" | "bands">;

function channelAgainst(a: Pictured, channel: number, b: Pictured, other: number): Comparison | null {
  const [mine, theirs] = [a.spectra[channel]!, b.spectra[other]!];
  const balance = balanceOf(mine, mine.mean, theirs.mean, theirs.step);
  if (balance === null) return null;
  const beside = b.bands[other]!;
  return {
    aligned: balance.difference,
    bands: a.bands[channel]!.map((x, i) => (x === null || beside[i] == null ? null : x - beside[i] + balance.difference)),
    findings: lacksOf(balance, "reference", [channel + 1]).findings,
  };
}

/** A recording against another of the same thing: the good counterpart, or before and after; channel by channel. */
export const compareSounds = ({ picture }: { picture: Pictured }, reference: { picture: Pictured }): Comparison[] =>
  picture.spectra.flatMap((_, c) => channelAgainst(picture, c, reference.picture, Math.min(c, reference.picture.spectra.length - 1)) ?? []);

/** The second channel of a recording against its first; null where it has one, or too little is in them. */
export const compareSides = ({ picture }: { picture: Pictured }): Comparison | null =>
  picture.spectra.length < 2 ? null : channelAgainst(picture, 1, picture, 0);
