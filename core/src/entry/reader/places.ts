// Names of things that stand on no parts list: what can be turned, plugged, looked at or knocked without being a part on record.

const list = (text: string): ReadonlySet<string> => new Set(text.split(", "));

/** What a place is called by, as it is named in the end. */
const NOUNS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    "volume control":
      "volume, vol, vol pot, volume pot, volume knob, volume control, level knob, level control, level, vol control, pot for volume",
    faders: "faders, fader, all faders",
    inputs:
      "inputs, input, both inputs, all inputs, any input, every input, input sockets, input, inputs shorted, " +
      "shorting plugs, shorting plug, line in, line input, line inputs, aux in, aux input, phono input, phono inputs, " +
      "tuner input, tape input, mic input, mic inputs, input jacks, input jack, rca inputs, rcas, rca",
    "input leads": "input leads, leads",
    speakers: "speakers, spkrs, loudspeakers, speaker, spkr",
    "speaker leads": "speaker leads, speaker lead, speaker cables, speaker cable",
    "headphone jack":
      "headphones, phones, headphone jack, cans as well, headphone socket, headphone output, headphone out, phones jack, " +
      "phones socket, phones output",
    "heat sink": "heat sink, heatsink, heat sinks, sink",
    chassis: "chassis, metalwork, case metal",
    "earth pin": "earth pin, ground pin, pe pin, pe",
    "mains plug": "mains plug",
    plug: "plug, plugs, din plug, jack plug, phono plug, rca plug, xlr, xlrs, mains inlet, iec inlet, iec, inlet",
    "mains lead": "mains lead, mains cord, power cord, power lead",
    "mains switch": "mains switch, power switch",
    "earth lug": "earth lug, ground lug, earth tag",
    "fuse holder": "fuse holder, fuseholder",
    socket: "socket, sockets, valve socket, tube socket",
    board:
      "board, pcb, main board, panel board, boards, circuit board, psu board, supply board, power board, " +
      "power supply board, output board, driver board, amp board, control board, cpu board, dsp board, display board, " +
      "front board, front panel board, io board, input board, output boards, preamp board, tuner board, daughter board, " +
      "daughterboard, riser, riser board, voice board, key board, key contact board, effects board, channel board, " +
      "master board, motherboard, module, dsp module, wifi module, bluetooth module, cpu module, voice card, cards, card",
    trace: "trace, traces, track, tracks",
    joint: "joint, joints, solder joint, solder joints, solder",
    pin: "pin, pins",
    screw: "screw, screws, lid screws, cover screws, lid screw",
    lid: "lid, cover, top cover, bottom cover",
    knob: "knob, knobs, cutoff knob, filter knob",
    lead: "lead, cable, cord, phono lead, aerial lead, coax",
    connector: "connector, connectors",
    ribbon: "ribbon, ribbon cable",
    links: "link, links",
    jumper: "jumper, jumpers",
    contacts: "contacts, contact",
    glue: "glue, old glue",
    lcd: "lcd, lcd screen, lcd display",
    display: "display, screen display, displays, tube display, vfd, digits, segments, fluorescent display, touch screen, " + "touchscreen",
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
    supply:
      "psu, power supply, smps, switcher, switch mode supply, psu module, psu end, wall wart, adapter, adaptor, " + "power brick, brick",
    "front panel": "front panel, front, panel, fascia, faceplate, front plate",
    "rear panel": "rear panel, back panel, rear, back plate",
    bottom: "bottom plate, base plate, baseplate, underside, bottom side, solder side, component side, foil side",
    case: "case, casing, cabinet, housing, enclosure, sleeve of the unit, wrap",
    frame: "frame, core, lamination, laminations, bell end, end bells",
    winding:
      "winding, windings, primary, secondary, primaries, secondaries, primary winding, secondary winding, ht winding, " +
      "heater winding, centre tap, center tap",
    earth:
      "earth, ground, gnd, star ground, star earth, earth point, ground point, star point, ground bus, earth bus, " +
      "chassis ground, chassis earth",
    heaters: "heaters, heater, filaments, heater supply, heater wiring, heater pins",
    "aerial lead": "aerial, antenna, aerial plug, antenna lead, antenna cable, aerial cable, dish, satellite lead",
    screen: "shield, braid, screening, shielding, screening can",
    loom: "loom, harness, wiring, wiring loom, wiring harness, cabling, bundle",
    "fuse clips": "fuse clips, fuse clip",
    terminal:
      "terminal, terminals, binding post, binding posts, posts, tag, tags, tag strip, tagboard, tag board, lug, lugs, " +
      "solder tag, solder tags, spade, spades, crimp, crimps",
    header: "header, headers, header pins, edge connector, flat cable, ribbon lead, fpc, flat flex, flex, flexprint, zif",
    wiper: "wiper, wipers, track of the pot, carbon track",
    pot:
      "pot, pots, control, controls, tone control, tone controls, balance, balance pot, treble pot, bass pot, gain pot, " +
      "trim pot, trimmer, trimmers, preset, presets, fader track",
    "mute switch":
      "mute switch, mute button, standby switch, power button, on switch, on off switch, rocker, rocker switch, " +
      "push switch, button, buttons, speaker switch, tape monitor, tape switch, monitor switch, function switch, " +
      "mode switch, range switch, rotary switch, rotary",
    encoder:
      "encoder, encoders, pitch wheel, mod wheel, wheel, pedal, foot switch, footswitch, aftertouch, key contacts, " +
      "rubber contacts, contact strip, contact strips",
    tweeter: "tweeter, tweeters",
    woofer: "woofer, woofers, bass driver, sub driver",
    midrange: "midrange, mid, mids, mid driver",
    surround: "surround, surrounds, foam surround, spider, dust cap, magnet, basket, grille",
    "cabinet port": "port, ports, reflex port",
    battery: "battery, batteries, backup battery, battery holder, cell, cells",
    bulb: "dial bulb, pilot bulb, bulbs, lamps, dial lamps, dial light, dial lights, indicator, indicators, pilot",
    meter: "vu, vu meter, vu meters, needle, needles, magic eye",
    vents: "vents, grille holes, slots, vent, louvres",
    mica: "mica washers, pads, thermal pad, thermal pads, paste, thermal paste, heat paste, grease, compound",
    "valve base": "valve base, valve bases, valve holder, valve holders, tube base, top cap, top caps, can base",
    standoff:
      "standoff, standoffs, spacer, spacers, bracket, brackets, clamp, clamps, cable tie, cable ties, grommet, " + "strain relief, bush",
    outputs:
      "line out, line output, outputs, tape out, pre out, pre outs, pre-out, rec out, sub out, output jacks, output jack, " +
      "output sockets, main outs, main outputs",
  }).flatMap(([name, said]) => said.split(", ").map((s): [string, string] => [s, name])),
);

/** Words that say which of several. */
export const WHICH = list(
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
