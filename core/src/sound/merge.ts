import type { SoundEvent, SoundFinding } from "./findings";

/** Events this near are one, heard in two channels. */
const TOGETHER = 0.012;
const SAME_HZ = 0.2;
const SAME_SHARE = 0.002;
const MOSTLY = 0.6;

const coincide = (a: readonly SoundEvent[], b: readonly SoundEvent[]): boolean => {
  const [few, many] = a.length <= b.length ? [a, b] : [b, a];
  return few.filter((e) => many.some((m) => Math.abs(m.start - e.start) < TOGETHER)).length >= MOSTLY * few.length;
};

/** Whether two findings are one cause heard in two channels. */
function same(a: SoundFinding, b: SoundFinding): boolean {
  if (a.label !== b.label) return false;
  switch (a.label) {
    case "hum":
      return b.label === "hum" && a.kind === b.kind;
    case "higherOscillation":
      return b.label === "higherOscillation" && Math.abs(a.hz - b.hz) < Math.max(SAME_HZ, SAME_SHARE * a.hz);
    case "motorboating":
      return b.label === "motorboating" && Math.abs(a.rate - b.rate) < SAME_HZ;
    case "crackle":
    case "periodicClicking":
    case "dropouts":
      return "events" in b && coincide(a.events, b.events);
    case "hiss":
    case "clipping":
      return true;
    case "dcOffset":
    case "levelImbalance":
    case "trebleMissing":
    case "bassMissing":
      return false;
  }
}

/** How strong a finding is, to tell which of two speaks for both. */
const strength = (f: SoundFinding): number => ("level" in f ? f.level : "depth" in f ? f.depth : "threshold" in f ? f.threshold : 0);

/** One finding for what is heard in several channels, with the figures of the strongest. */
export function merged(all: readonly SoundFinding[]): SoundFinding[] {
  const out: SoundFinding[] = [];
  for (const f of all) {
    const at = out.findIndex((o) => same(o, f));
    if (at < 0) {
      out.push(f);
      continue;
    }
    const before = out[at]!;
    const leading = strength(f) > strength(before) ? f : before;
    out[at] = {
      ...leading,
      channels: [...before.channels, ...f.channels].sort((a, b) => a - b),
      confidence: Math.max(before.confidence, f.confidence),
    };
  }
  return out;
}
