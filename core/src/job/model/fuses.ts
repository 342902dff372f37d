import type { FuseEnd, Marked, Subject } from "../../evidence";
import { classOf, type PartClass } from "../../part";
import { isBad, type PartVerdict } from "../../verdict";
import { isOf } from "../records/observed";
import type { StoredObservation } from "../records/records";

/** A fuse that was read, that went, or that something was put in for. */
export interface FuseModel {
  name: string;
  marked: readonly Marked[];
  blown: boolean;
  how: FuseEnd | null;
  /** why it went, in the words it was said; null: nobody said */
  because: string | null;
  /** amperes that belong there: by drawing, maker or bench, else as the first one was marked; null where nobody said */
  belongs: number | null;
  /** amperes of the one that is in now; null where nobody said */
  fitted: number | null;
  /** another was put in */
  replaced: boolean;
  /** another was put in, and nothing is known to be wrong with what is in now */
  renewed: boolean;
  /** the one that is in is larger than what belongs there */
  larger: boolean;
  /** something was put across it, and nobody said that a fuse is in again */
  bridged: boolean;
}

interface KnownPart {
  name: string;
  class: PartClass;
  marked: readonly Marked[];
  verdict: PartVerdict;
}

/** Whether something named is a fuse, by its class, its letters or its name. */
export const isFuse = (s: Subject, parts: readonly Pick<KnownPart, "name" | "class">[]): boolean =>
  s.kind === "part"
    ? (parts.find((p) => p.name === s.name)?.class ?? classOf(s.name)) === "fuse"
    : s.kind === "place" && /\bfuses?\b/i.test(s.name);

const amperesIn = (marked: readonly Marked[]): number | null => marked.find((m) => m.unit === "A")?.value ?? null;
/** Two ratings this near are one, written differently. */
const SAME = 1.001;
export const isLarger = (fitted: number | null, belongs: number | null): boolean =>
  fitted !== null && belongs !== null && fitted > belongs * SAME;

/** What belongs in, what is in, and what was done to every fuse, in the order it was said. */
export function fusesOf(all: readonly StoredObservation[], parts: readonly KnownPart[]): FuseModel[] {
  const known = parts.filter((p) => p.class === "fuse");
  // "the fuse" is the one that is listed, where there is one
  const nameOf = (s: Subject): string => (s.kind === "unit" ? "" : s.kind === "place" && known.length === 1 ? known[0]!.name : s.name);
  const fuses = new Map(known.map((p) => [p.name, begin(p.name, p)]));
  const of = (s: Subject): FuseModel | null => {
    if (!isFuse(s, parts)) return null;
    const name = nameOf(s);
    const found = fuses.get(name) ?? begin(name, null);
    fuses.set(name, found);
    return found;
  };
  for (const { seq, subject, observation: o } of all) {
    if (o.kind === "tried")
      for (const s of o.to) {
        const fuse = of(s);
        if (fuse && o.act === "replaced") replace(fuse, amperesIn(o.with?.marked ?? []));
        const back = all.filter(isOf("putBack")).some((b) => b.seq > seq && b.observation.line === seq);
        if (fuse && o.act === "bridged" && !back) fuse.bridged = true;
      }
    if (o.kind !== "named" && o.kind !== "wanted" && o.kind !== "blew") continue;
    const fuse = of(subject);
    if (!fuse) continue;
    if (o.kind === "blew") {
      fuse.blown = true;
      fuse.how = o.how ?? fuse.how;
      fuse.because = o.because ?? fuse.because;
    } else if (o.kind === "wanted") fuse.belongs = amperesIn(o.marked) ?? fuse.belongs;
    else fuse.fitted = amperesIn(o.marked) ?? fuse.fitted;
  }
  const first = firstMarked(all, parts, nameOf);
  return [...fuses.values()].map((fuse) => {
    const belongs = fuse.belongs ?? first.get(fuse.name) ?? null;
    const larger = isLarger(fuse.fitted, belongs);
    return { ...fuse, belongs, larger, renewed: fuse.replaced && !larger && !fuse.bridged };
  });
}

const begin = (name: string, part: KnownPart | null): FuseModel => ({
  name,
  marked: part?.marked ?? [],
  blown: part !== null && isBad(part.verdict.state),
  how: null,
  because: null,
  belongs: null,
  fitted: null,
  replaced: false,
  renewed: false,
  larger: false,
  bridged: false,
});

/** A wire or a larger fuse does not go by another being put in of which nobody says what it is rated for. */
function replace(fuse: FuseModel, amperes: number | null): void {
  fuse.replaced = true;
  if (amperes === null) return;
  fuse.fitted = amperes;
  fuse.bridged = false;
}

/** Amperes of the first one that was there, where nobody says what belongs. */
function firstMarked(
  all: readonly StoredObservation[],
  parts: readonly KnownPart[],
  nameOf: (s: Subject) => string,
): ReadonlyMap<string, number> {
  const first = new Map<string, number>();
  const learn = (s: Subject, amperes: number | null) => {
    if (amperes !== null && isFuse(s, parts) && !first.has(nameOf(s))) first.set(nameOf(s), amperes);
  };
  for (const { subject, observation: o } of all) {
    if (o.kind === "named") learn(subject, amperesIn(o.marked));
    if (o.kind === "tried" && o.act === "replaced") for (const s of o.to) learn(s, amperesIn(o.with?.marked ?? []));
  }
  return first;
}
