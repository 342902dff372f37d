import type { FindingToken } from "../device";
import type { Act, Circumstances, FigureQuantity, LookSign, Outcome, SaidPartState } from "../evidence";
import type { PartClass } from "../part";

// What is said at a bench, by what it means: acts, outcomes, signs, states, circumstances, things. Sentences fill these slots in
// whatever order the words come. A phrase has one meaning a slot table; the longest that fits is taken.

/** What one phrase means. */
export type Meaning =
  | { slot: "act"; act: Act }
  | { slot: "outcome"; outcome: Outcome }
  | { slot: "sign"; sign: LookSign }
  | { slot: "state"; state: SaidPartState }
  | { slot: "under"; under: Circumstances }
  | { slot: "symptom"; symptom: FindingToken }
  | { slot: "quantity"; quantity: FigureQuantity; label: string | null }
  | { slot: "noun"; class: PartClass | null }
  | { slot: "severity"; severity: "slight" | "bad" }
  | { slot: "still" }
  | { slot: "no" }
  | { slot: "over" }
  | { slot: "across" }
  | { slot: "into" }
  | { slot: "put" }
  | { slot: "beside" }
  | { slot: "it" }
  | { slot: "back" }
  | { slot: "intended" }
  | { slot: "marked" }
  | { slot: "ground" }
  | { slot: "followed"; followed: "part" | "place" };

interface LexiconRow {
  meaning: Meaning;
  /** as it is said, lower case */
  phrases: readonly string[];
}

const say = (meaning: Meaning, phrases: string): LexiconRow => ({ meaning, phrases: phrases.split(",").map((p) => p.trim()) });
const each = <M extends string>(table: Readonly<Record<M, string>>, meaning: (m: M) => Meaning): LexiconRow[] =>
  (Object.entries(table) as [M, string][]).map(([m, phrases]) => say(meaning(m), phrases));

const ACT_PHRASES: Readonly<Record<Act, string>> = {
  unplugged: "pulled, unplugged, unplug, disconnected, disconnect, plug out, plugs out, took off, taken off",
  fed:
    "fed from a bench supply, fed from the bench supply, fed from bench supply, fed by bench supply, bench supply on, " +
    "on a bench supply, on bench supply, fed",
  bridged: "bridged, bridging, bridge, paralleled, put across, jumpered",
  swapped: "swapped, swap, exchanged, traded",
  lifted: "lifted one leg of, one leg of, lifted, leg up",
  warmed: "warmed, warmed up, heated, hair dryer on, hair dryer, hot air on, hot air, iron on, warm air on",
  cooled: "cooled, cooled down, chilled, freezer on, freezer spray on, freezer spray, cold spray on, cold spray, fan on, blew on",
  knocked: "tap, taps, tapped, tapping, knock, knocked, knocking, hit, banged, bang, thumped, wiggle, wiggled, wiggling",
  pressed: "press, presses, pressed, pressing, push, pushed, pushing, flex, flexed, flexing, bent, squeezed",
  turnedDown: "turned down, volume down, volume to zero, volume at zero, turned the volume down, gain down",
  inputsShorted: "inputs shorted, input shorted, shorted the inputs, shorted inputs, shorted the input",
  otherSource: "other source, another source, different source",
  otherCable: "other cable, another cable, different cable, other lead, another lead",
  otherOutlet: "other outlet, another outlet, different outlet, other wall socket, another wall socket",
  replaced: "replaced, fitted, changed, renewed, put in a new, put in new, recapped, exchanged for new",
  resoldered: "resoldered, reflowed, soldered, resolder, soldered again",
  cleaned: "cleaned, contact cleaner on, sprayed, wiped",
};

const OUTCOME_PHRASES: Readonly<Record<Outcome, string>> = {
  gone:
    "gone, is gone, starts at once, comes up at once, went away, disappears, disappeared, cured, is cured, fixed, " +
    "works, works again, is back, back again, is there again, there again, comes back, came back, holds, it holds, " +
    "stops, stopped, quiet, is quiet, silent again, all right again, fine again, normal again",
  better: "better, less, quieter, improves, improved, weaker, a bit better, half gone",
  same:
    "no difference, no change, the same, same, same as before, blows again, blew again, just the same, unchanged, nothing, " +
    "does nothing, still " +
    "there, as before, no effect, makes no odds, makes no difference, not better",
  worse: "worse, louder, stronger, gets worse, got worse",
  answers: "answers, reacts, it answers, changes it, there it is, sets it off",
};

const SIGN_PHRASES: Readonly<Record<LookSign, string>> = {
  looksWhole: "looks whole, looks fine, looks ok, looks okay, looks good, looks clean, looks new, whole to the eye",
  blown: "blown, looks blown, gone black, blackened",
  bulged: "bulged, bulging, swollen, domed, vented",
  leaking: "leaking, leaked, leaks",
  crust: "crust, crusty, crusted, white crust, green crust",
  cracked: "cracked, crack, hairline, hairline crack, split",
  ringed: "ringed, ring crack, ring cracked, dry joint, cold joint, dry, solder ring",
  scorched: "scorched, burnt, burned, browned",
  charred: "charred, carbonised, carbonized, burnt through",
  discoloured: "discoloured, discolored, darkened, yellowed",
  corroded: "corroded, corrosion, rusty, rusted, green, eaten, oxidised, oxidized",
  loose: "loose, not seated, wobbly, half out",
  missing: "missing, not there, absent",
  glued: "glued, glue, glue on, old glue",
  driedPaste: "dried paste, paste dry, paste dried, dry paste, paste gone hard",
  brittle: "brittle, crumbling, crumbles, perished",
  dirty: "dirty, dusty, gunked, sticky",
  wet: "wet, damp, soaked",
  lifted: "lifted pad, pad lifted, trace lifted",
};

const STATE_PHRASES: Readonly<Record<SaidPartState, string>> = {
  open: "open, open circuit, no continuity, not through, says open",
  shorted: "shorted, short, dead short, short circuit, through both ways",
  intermittent: "intermittent, comes and goes, now and then",
  fine: "fine, ok, okay, good, in spec",
  bad: "bad, dead, out of spec",
  hot: "hot, gets hot, warm to touch, runs hot",
  conducts: "continuity, has continuity, through, rings through",
};

const SYMPTOM_PHRASES: Partial<Record<FindingToken, string>> = {
  hum: "hum, hums, humming",
  buzz: "buzz, buzzes, buzzing",
  pulsing: "pulsing, pulses",
  lowSwing: "swing, swings, swinging, heaving",
  hiss: "hiss, hisses, hissing, noise",
  crackle: "crackle, crackles, crackling, pops, popping",
  static: "static",
  rattle: "rattle, rattles",
  whistle: "whistle, whistles, howl, howls, squeal",
  dull: "dull, no treble",
  weakBass: "bass, bass gone, weak bass, no bass, thin",
  distorted: "distorted, distorts, distortion",
  comesAndGoes: "cuts out, drops out, sound drops out, sound cuts out, dropout, dropouts, fades",
  noSound: "no sound, silent, dead channel",
  noPower: "no power, does not start, will not start",
  relayClicking: "clicks, clicking, ticks, ticking",
  shutsDown: "shuts down, trips, cuts off, goes off",
  fuseBlown: "blows the fuse, fuse blows",
};

const NOUNS: Readonly<Record<"class" | "place", readonly (readonly [PartClass | null, string])[]>> = {
  class: [
    ["transformer", "transformer, mains transformer, choke"],
    ["driver", "driver, speaker, loudspeaker, tweeter, woofer, cone, voice coil"],
    ["valve", "valve, tube, output valve"],
    ["fuse", "fuse, mains fuse"],
    ["lamp", "lamp, bulb"],
    ["battery", "battery, backup battery"],
    ["crystal", "crystal, resonator"],
    ["module", "module, plug-in module"],
    ["relay", "relay"],
    ["switch", "switch, pot, control, fader, knob, selector, volume control"],
    ["connector", "plug, socket, connector, jack, header, edge connector, mains lead, cord, lead, cable, wire"],
    ["chip", "chip, regulator, opamp"],
    ["transistor", "transistor, output pair, output transistors"],
    ["diode", "diode, diodes, rectifier"],
    ["resistor", "resistor, dropper"],
    ["capacitor", "capacitor, capacitors, caps, reservoir, reservoirs"],
  ],
  place: [
    [
      null,
      "board, boards, tone board, joint, joints, trace, track, via, vias, pad, pads, chassis, heat sink, heatsink, " +
        "paste, ground point, earth point, earth lug, ground lug, lug, screw, nut, strip, supply, whole supply, all of " +
        "supply, all of the supply, output stage, preamp, amp, amplifier, display, motor, case, lid, insulation, section, " +
        "channel, side, winding, speaker output, box, cabinet, terminal, terminals",
    ],
  ],
};

/** Circumstances by how they are said. */
const UNDER: readonly (readonly [Circumstances, string])[] = [
  [{ power: "off" }, "switched off, when off, power off"],
  [{ power: "standby" }, "in standby, on standby, standby"],
  [{ power: "on" }, "switched on, powered, when on"],
  [{ power: "idle" }, "at idle, idle, idling, no signal"],
  [{ load: "loaded" }, "loaded, under load, with its load, load on, plugged in"],
  [{ load: "unloaded" }, "unloaded, without load, no load, load off, load unplugged"],
  [{ heat: "cold" }, "from cold, when cold, cold"],
  [{ heat: "warm" }, "warm, when warm, warmed through, after warming"],
  [{ health: "failing" }, "while failing, in failing state, failing, when it fails"],
  [{ health: "good" }, "while it works, when it works, while good"],
];

const QUANTITIES: readonly (readonly [FigureQuantity, string | null, string])[] = [
  ["gain", null, "hfe, gain, beta"],
  ["half", null, "halves, both halves, winding halves"],
  ["half", "a", "half a, first half"],
  ["half", "b", "half b, second half"],
  ["junction", "be", "be, b-e, base emitter"],
  ["junction", "bc", "bc, b-c, base collector"],
  ["junction", "ce", "ce, c-e, collector emitter"],
  ["junction", "forward", "forward, fwd, vf"],
  ["junction", "reverse", "reverse, rev, backwards, other way"],
  ["current", null, "draws, current, takes"],
  ["ohms", null, "ohms, resistance, dcr, reads, measures, reading, measured"],
];

export const LEXICON: readonly LexiconRow[] = [
  ...each(ACT_PHRASES, (act) => ({ slot: "act", act })),
  ...each(OUTCOME_PHRASES, (outcome) => ({ slot: "outcome", outcome })),
  ...each(SIGN_PHRASES, (sign) => ({ slot: "sign", sign })),
  ...each(STATE_PHRASES, (state) => ({ slot: "state", state })),
  ...each(SYMPTOM_PHRASES as Record<FindingToken, string>, (symptom) => ({ slot: "symptom", symptom })),
  ...[...NOUNS.class, ...NOUNS.place].map(([c, phrases]) => say({ slot: "noun", class: c }, phrases)),
  ...UNDER.map(([under, phrases]) => say({ slot: "under", under }, phrases)),
  ...QUANTITIES.map(([quantity, label, phrases]) => say({ slot: "quantity", quantity, label }, phrases)),
  say({ slot: "severity", severity: "slight" }, "slightly, a little, a bit, bit, faintly"),
  say({ slot: "severity", severity: "bad" }, "badly, heavily, very, totally"),
  say({ slot: "still" }, "still"),
  say({ slot: "no" }, "no, not, without, never, nor"),
  say({ slot: "over" }, "ol, 0l, over-range, overrange, infinite, inf, infinity"),
  say({ slot: "across" }, "across, over, onto, in parallel with, parallel to"),
  say({ slot: "into" }, "in, into, to, in the place of, in place of, at"),
  say({ slot: "put" }, "put, moved, puts"),
  say({ slot: "beside" }, "by, near, beside, under, next to, of, behind"),
  say({ slot: "it" }, "it, that, this"),
  say({ slot: "back" }, "back, back to, back at, again"),
  say({ slot: "intended" }, "not a fault, as built, by design, meant so"),
  say({ slot: "marked" }, "marked, printed, says on it, labelled"),
  say({ slot: "ground" }, "to ground, to gnd, to chassis, to earth"),
  say({ slot: "followed", followed: "part" }, "followed the part, went with it, followed it, moved with it, fault followed, followed"),
  say({ slot: "followed", followed: "place" }, "stayed with the place, stayed, stays, stayed there, fault stayed"),
];

interface Phrase {
  words: readonly string[];
  meaning: Meaning;
}

const PHRASES: ReadonlyMap<string, readonly Phrase[]> = (() => {
  const byFirst = new Map<string, Phrase[]>();
  const seen = new Map<string, string>();
  for (const { meaning, phrases } of LEXICON)
    for (const text of phrases) {
      const before = seen.get(text);
      if (before !== undefined) throw new RangeError(`"${text}" means ${before} and ${meaning.slot}`);
      seen.set(text, meaning.slot);
      const words = text.split(" ");
      byFirst.set(words[0]!, [...(byFirst.get(words[0]!) ?? []), { words, meaning }]);
    }
  for (const list of byFirst.values()) list.sort((a, b) => b.words.length - a.words.length);
  return byFirst;
})();

/** The longest phrase that begins at a word: its meaning and how many words it takes. */
export function phraseAt(words: readonly string[], at: number): { meaning: Meaning; length: number } | null {
  const found = PHRASES.get(words[at]!)?.find((p) => p.words.every((w, k) => words[at + k] === w));
  return found ? { meaning: found.meaning, length: found.words.length } : null;
}
