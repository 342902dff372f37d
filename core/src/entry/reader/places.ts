// Names of things that stand on no parts list: what can be turned, plugged, looked at or knocked without being a part on record.

const list = (text: string): ReadonlySet<string> => new Set(text.split(", "));

/** What a place is called by, as it is named in the end. */
const NOUNS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    "volume control":
      "volume, vol, vol pot, volume pot, volume knob, volume control, level knob, level control, level, vol control, pot for volume",
    faders: "faders, fader, all faders",
    inputs:
      "inputs, input, both inputs, all inputs, any input, every input, input sockets, input, inputs shorted, shorting plugs, shorting plug",
    "input leads": "input leads, leads",
    speakers: "speakers, spkrs, loudspeakers, speaker, spkr",
    "speaker leads": "speaker leads, speaker lead, speaker cables, speaker cable",
    "headphone jack": "headphones, phones, headphone jack, cans as well",
    "heat sink": "heat sink, heatsink, heat sinks, sink",
    chassis: "chassis, metalwork, case metal",
    "earth pin": "earth pin, ground pin, pe pin, pe",
    "mains plug": "mains plug",
    plug: "plug, plugs",
    "mains lead": "mains lead, mains cord, power cord, power lead",
    "mains switch": "mains switch, power switch",
    "earth lug": "earth lug, ground lug, earth tag",
    "fuse holder": "fuse holder, fuseholder",
    socket: "socket, sockets, valve socket, tube socket",
    board: "board, pcb, main board, panel board",
    trace: "trace, traces, track, tracks",
    joint: "joint, joints, solder joint, solder joints, solder",
    pin: "pin, pins",
    screw: "screw, screws, lid screws, cover screws, lid screw",
    lid: "lid, cover, top cover, bottom cover",
    knob: "knob, knobs, cutoff knob, filter knob",
    lead: "lead, cable, cord, phono lead, aerial lead, coax",
    connector: "connector, connectors, ribbon, ribbon cable, link, links, jumper, jumpers",
    contacts: "contacts, contact",
    glue: "glue, old glue",
    display: "display, lcd, screen display",
    leds: "led, leds, power led, lights, light, every led, all leds, dial lamp, pilot light",
    wire: "wire, wires",
    cone: "cone, cones",
    "voice coil": "voice coil, coil",
    crossover: "crossover, crossover board",
    switch: "switch, selector, input selector, switches",
    jack: "jack, jacks, aux, tuner, phono, cd input",
    "rubber foot": "rubber foot, foot, feet, rubber feet",
    key: "key, keys",
    fan: "fan, fans",
    insulator: "insulator, mica, mica washer",
    "speaker terminals": "speaker terminals, speaker terminal, speaker output, spkr terminals, speaker posts",
  }).flatMap(([name, said]) => said.split(", ").map((s): [string, string] => [s, name])),
);

/** Words that say which of several. */
const WHICH = list(
  "mains, earth, power, speaker, heat, relay, input, output, front, rear, top, bottom, phono, aerial, main, upper, lower, left, right, " +
    "inner, outer, tone",
);
const AT = list("at, of, by, on, under, round, around, near, next to, beside, for, in, below, behind");
/** What is the part itself as far as a bench is concerned. */
export const OF_THE_PART = list(
  "contacts, contact, legs, leg, pins, lead, leads, top, tops, body, case, can, winding, coil, cone, terminals, sleeve, lid, lids",
);
/** Electrodes and ends, as they are named in the end. */
export const ELECTRODES: ReadonlyMap<string, string> = new Map(
  Object.entries({
    plate: "anode",
    plates: "anode",
    anode: "anode",
    anodes: "anode",
    grid: "grid",
    grids: "grid",
    cathode: "cathode",
    cathodes: "cathode",
    base: "base",
    bases: "base",
    collector: "collector",
    collectors: "collector",
    coll: "collector",
    emitter: "emitter",
    emitters: "emitter",
    gate: "gate",
    drain: "drain",
    source: "source",
  }),
);

/** A place by its noun, with what says which: "right heat sink", "mains plug". @returns the name and how many words it takes */
export function nounAt(words: readonly string[], at: number): { name: string; length: number } | null {
  for (let length = Math.min(3, words.length - at); length > 0; length--) {
    const name = NOUNS.get(words.slice(at, at + length).join(" "));
    if (name !== undefined) return { name, length };
  }
  if (!WHICH.has(words[at]!) || words[at + 1] === undefined) return null;
  const rest = nounAt(words, at + 1);
  return rest && { name: `${words[at]!} ${rest.name}`, length: rest.length + 1 };
}

/** How many words say that what follows is where the place is; 0 where none does. */
export function atLength(words: readonly string[], at: number): number {
  const two = AT.has(`${words[at]} ${words[at + 1]}`) ? 2 : 0;
  const one = two || (words[at] !== undefined && AT.has(words[at]) ? 1 : 0);
  return one > 0 && words[at + one] === "the" ? one + 1 : one;
}
