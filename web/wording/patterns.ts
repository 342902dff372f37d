import type { PatternId } from "@mirvek/core/knowledge";

/** What such a complaint of such a unit has often been, and the test that tells it apart first (common practice). */
export const patternText: Readonly<Record<PatternId, { often: string; test: string }>> = {
  humAllSupply: {
    often: "Hum in every channel: a reservoir or a filter behind it, dried or open.",
    test: "Ripple at the reservoir, then ESR; a good part across it only with the unit off.",
  },
  humVolumeBefore: {
    often: "Hum that follows the volume: it comes in before the control, from a preamplifier rail, an input or a cable.",
    test: "Short the inputs: if it goes, it comes from outside.",
  },
  humCableLoop: {
    often: "Another cable helps: a loop through the earth, not a part.",
    test: "One source, one cable, nothing else plugged in.",
  },
  clicksSwitchMode: {
    often: "Ticks and tries again: the small capacitor that feeds the controller, dried beside something hot; else a short on an output.",
    test: "Ohms of each output against ground, side by side; then ESR of the start capacitor.",
  },
  lampsNoDisplay: {
    often: "All lamps and no display: the supply of the logic is low or dirty, or its reset never ends.",
    test: "The logic rail, DC and ripple, and how long the reset line stays down.",
  },
  shutsDownProtect: {
    often: "Shuts down after some seconds: protection sees DC at an output, too much current or a low rail.",
    test: "DC at each output before the relay, and each rail while it still runs.",
  },
  relayOffset: { often: "The relay drops out or never closes: DC at an output.", test: "DC offset of each channel before the relay." },
  lowSwingServo: {
    often: "Oscillates at a few cycles a second: the loop that holds DC at zero, or a rail that is not decoupled.",
    test: "Turn the level down; if it goes on, ESR and value of the loop's and the rail's capacitors.",
  },
  growlRumble: {
    often: "Rumble with the arm up is electrical, with the arm down mechanical.",
    test: "Lift the arm; then knock on the plinth.",
  },
  dullCrossover: {
    often: "Dull: the treble's series capacitor, or the driver itself.",
    test: "Swap the treble drivers left and right: does the dullness move?",
  },
  crackleKnock: {
    often: "Answers to a knock: a joint, plug, switch or crack. A diode does not.",
    test: "Tap and press part by part, with something that does not conduct.",
  },
  dropoutWarm: {
    often: "Goes when warm: a joint that opens, a transistor or chip, a dried filter beside a heat sink.",
    test: "Warm one part, cool one part; read the rail while it fails.",
  },
  onlyColdStart: {
    often: "Fails from cold only: a dried capacitor that recovers when warm, a start-up resistor, an enable that comes late.",
    test: "Count cold starts, then warm one part before the next.",
  },
  fuseShort: {
    often: "Blew its fuse: a shorted rectifier, output device or tantalum; a slow one that is only old, rarely.",
    test: "Ohms behind the fuse before a new one goes in. Never a larger one.",
  },
  standbyHigh: {
    often: "Draws too much in standby: a leaky filter, or a part that should be asleep.",
    test: "Unplug boards one by one and read the current again.",
  },
  valveUnused: {
    often: "Years without power: filters want forming or changing, couplings leak into the grids.",
    test: "Leak of the couplings and filters before any high voltage.",
  },
  oneChannelGone: {
    often: "One channel only: not the supply they share. A coupling, a joint, a switch contact or a driver of that side.",
    test: "Swap left and right where they part; compare with the healthy one stage by stage.",
  },
};
