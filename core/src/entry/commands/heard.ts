import { wordTable } from "../../units";
import { type HumKind, type SoundLabel } from "../../device";
import type { Heard } from "../../evidence";
import type { Command } from "../command";
import { fail, keeps } from "../parsed";

const LABELS: ReadonlyMap<string, SoundLabel> = wordTable({
  hum: "hum",
  motorboating: "motorboating",
  pulsing: "motorboating",
  oscillation: "higherOscillation",
  tone: "higherOscillation",
  whistle: "higherOscillation",
  hiss: "hiss",
  crackle: "crackle",
  clicking: "periodicClicking",
  clicks: "periodicClicking",
  dropouts: "dropouts",
  dropout: "dropouts",
  imbalance: "levelImbalance",
  "treble missing": "trebleMissing",
  "bass missing": "bassMissing",
  clipping: "clipping",
  "dc offset": "dcOffset",
});
const KINDS: ReadonlyMap<string, HumKind> = wordTable({
  induced: "induced",
  ripple: "ripple",
  "half wave": "halfWave",
  buzz: "rectifierBuzz",
  mixed: "mixed",
});
const SIDES: ReadonlyMap<string, number> = wordTable({ left: 1, right: 2 });
const begins = <T>(words: ReadonlyMap<string, T>, text: string): [T, string] | null => {
  const found = [...words].find(([word]) => text === word || text.startsWith(`${word} `));
  return found === undefined ? null : [found[1], text.slice(found[0].length).trim()];
};
const FIGURE = /^([-−+]?\d+(?:[.,]\d+)?)\s*(hz|db|times|x)\b\s*/;
const CHANNEL = /^ch ?([1-8])\b\s*/;
const RECORDING = /^rec ([0-9a-f]{6,12})\b\s*/;

/** dBFS: nothing is louder than full scale by much, nothing softer than the last bit of a converter is heard. A difference is positive. */
const LEVELS = [-160, 60] as const;
const MAX_HZ = 96_000;
const MAX_TIMES = 1_000_000;

/** `heard hum ripple 50.02 hz -41 db left`, `heard no hum -78 db`: what is in a recording, or what the ear made out. */
export const heard: Command = {
  name: "heard",
  understand(_line, _context, typed) {
    const opening = /^heard\s+(no\s+)?/i.exec(typed);
    if (!opening) return null;
    const label = begins(LABELS, typed.slice(opening[0].length).toLowerCase().trim().replace(/\s+/g, " "));
    if (label === null) return null;
    const found: Heard = {
      kind: "heard",
      label: label[0],
      present: opening[1] === undefined,
      hum: null,
      hz: null,
      level: null,
      times: null,
      channel: null,
      recording: null,
    };
    for (let rest = label[1]; rest !== "";) {
      const kind = found.label === "hum" && found.hum === null ? begins(KINDS, rest) : null;
      const side = found.channel === null ? begins(SIDES, rest) : null;
      const figure = FIGURE.exec(rest);
      const other = CHANNEL.exec(rest) ?? RECORDING.exec(rest);
      if (kind) [found.hum, rest] = kind;
      else if (side) [found.channel, rest] = side;
      else if (figure) {
        if (!put(found, Number(figure[1]!.replace("−", "-").replace(",", ".")) + 0, figure[2]!))
          return fail({ code: "notUnderstood", token: figure[0].trim() });
        rest = rest.slice(figure[0].length);
      } else if (other) {
        if (other[0].startsWith("ch")) found.channel = Number(other[1]);
        else found.recording = other[1]!;
        rest = rest.slice(other[0].length);
      } else return /\d/.test(rest) ? fail({ code: "notUnderstood", token: rest }) : null;
    }
    return keeps({ about: "observed", subject: { kind: "unit" }, observation: found });
  },
  examples: [{ line: "heard hum ripple 50 hz -41 db left", says: "what a recording shows, or the ear; heard no hum -78 db" }],
};

function put(found: Heard, value: number, unit: string): boolean {
  if (unit === "hz") {
    if (found.hz !== null || !(value > 0 && value <= MAX_HZ)) return false;
    found.hz = value;
  } else if (unit === "db") {
    if (found.level !== null || !(value >= LEVELS[0] && value <= LEVELS[1])) return false;
    found.level = value;
  } else {
    if (found.times !== null || !(Number.isInteger(value) && value > 0 && value <= MAX_TIMES)) return false;
    found.times = value;
  }
  return true;
}
