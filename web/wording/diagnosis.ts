import type { FindingToken, HumKind, SoundLabel } from "@mirvek/core/device";
import type { Advice, HeldBack, Decisive, Reason, SuspectState, TriedModel } from "@mirvek/core/job";
import { HYPOTHESES, type HypothesisId, type Instrument, type Risk, type TestId } from "@mirvek/core/knowledge";
import { humKindName, soundName, triedOutcomeText, triedText } from "./observation";
import { list, shown } from "./quantity";
import { findingName } from "./vocabulary";

// Who is suspected, why, and what to do next, in words.

export const hypothesisName: Readonly<Record<HypothesisId, string>> = {
  reservoirDried: "a reservoir has dried out or gone open",
  reservoirShorted: "a reservoir is shorted",
  decouplerDried: "a decoupler has dried out",
  regulatorCapacitor: "a capacitor at a regulator has dried out",
  biasFilter: "the bias filter has failed",
  couplingLeaky: "a coupling capacitor leaks",
  couplingOpen: "a coupling capacitor is open",
  couplingDried: "a coupling capacitor has dried out",
  bypassDried: "a bypass capacitor has dried out",
  crossoverCapacitor: "a crossover capacitor is off",
  classDFilter: "the class-D filter capacitor is off",
  servoLoop: "a capacitor of the servo loop is off",
  primaryCeramic: "a capacitor on the mains side is cracked",
  startUpDried: "the start-up capacitor has dried out",
  secondaryDried: "a filter of the switch-mode output has dried out",
  primaryReservoir: "the primary reservoir has dried out",
  tantalumShorted: "a tantalum is shorted",
  digitalRail: "a capacitor of the digital rail has dried out",
  timingCapacitor: "a timing capacitor is off",
  rectifierOpen: "a rectifier diode is open",
  rectifierShorted: "a rectifier diode is shorted",
  regulatorFailed: "a regulator or what starts it has failed",
  outputShorted: "an output device is shorted",
  valveWorn: "a valve is weak or noisy",
  transformer: "the transformer has failed",
  jointCrack: "a joint or trace is cracked",
  boardShort: "something shorts a board or the chassis",
  dirtyControl: "a control or switch is dirty",
  connector: "a plug, socket or cable makes poor contact",
  groundLoop: "a ground loop or cable outside",
  earthPoint: "an earth point is corroded or loose",
  sensor: "a sensor trips for nothing",
  driverBad: "a driver or its voice coil is bad",
  powerPathOpen: "the way of the power is broken: fuse, switch, lead",
  software: "the program hangs",
  noisyDevice: "a transistor or chip is noisy",
  resistorDrifted: "a resistor has drifted or gone open",
  relayContact: "a relay contact is poor",
  stageDevice: "a transistor or chip of a stage has failed",
  wrongValue: "a part has the wrong value, by design or by an earlier repair",
  loadShort: "a board pulls its rail down",
};

export const suspectStateName: Readonly<Record<SuspectState, string>> = {
  shown: "confirmed",
  likely: "likely",
  suspected: "suspected",
  unlikely: "unlikely",
  ruledOut: "ruled out",
};

/** Why a test may not be done now. */
export const heldText: Readonly<Record<HeldBack, string>> = {
  charge: "charge is not shown gone",
  firstPower: "this job's approach: no power before the supply capacitors are checked",
  instrument: "no meter of this shop can tell it",
};

export const instrumentName: Readonly<Record<Instrument, string>> = {
  voltmeter: "voltmeter",
  ohmmeter: "ohmmeter",
  ammeter: "ammeter",
  benchSupply: "supply with a current limit",
  capacitorMeter: "ESR or capacitance meter",
};

export const riskName: Readonly<Record<Risk, string>> = {
  none: "from outside",
  switchedOn: "switched on",
  charge: "off, work inside",
  liveProbing: "switched on, probe inside",
};

interface TestWords {
  act: string;
  how: string;
  /** what to say, where it turns out as named and where not; null: a figure decides, as in `figure` */
  yes: string | null;
  no: string | null;
  figure: string | null;
  named: string;
}
const said = (act: string, how: string, named: string, yes: string, no: string): TestWords => ({ act, how, named, yes, no, figure: null });
const read = (act: string, how: string, named: string, figure: string): TestWords => ({ act, how, named, yes: null, no: null, figure });

/** A recording tells them all at once; by ear each is a line. */
const heard = (named: string, yes: string, no: string): TestWords =>
  said("Record the hum and let it be measured.", "At the Sound station: a few seconds with nothing played.", named, yes, no);

export const testText: Readonly<Record<TestId, TestWords>> = {
  volumeDown: said(
    "Turn the volume to zero.",
    "Nothing else changes: same inputs, same outlet.",
    "it goes",
    "volume down, gone",
    "volume down, no difference",
  ),
  inputsShorted: said(
    "Short the inputs.",
    "Nothing plugged in but shorting plugs, or the selector on an empty input.",
    "it goes",
    "inputs shorted, gone",
    "inputs shorted, no difference",
  ),
  otherCable: said(
    "Another cable, another source.",
    "One at a time, everything else unplugged.",
    "it goes",
    "other cable, gone",
    "other cable, no difference",
  ),
  otherOutlet: said(
    "Another outlet.",
    "Same circuit as its partner units if it can be.",
    "it goes",
    "other outlet, gone",
    "other outlet, no difference",
  ),
  swapDrivers: said(
    "Swap the drivers left and right.",
    "Only the drivers, on their own leads.",
    "the fault goes with the driver",
    "swapped left driver with right, fault followed",
    "swapped left driver with right, fault stayed",
  ),
  swapValves: said(
    "Swap valves between the sockets.",
    "Off, cooled down, bias checked before they are loaded.",
    "the fault goes with the valve",
    "swapped valve left with valve right, fault followed",
    "swapped valve left with valve right, fault stayed",
  ),
  swapChannels: said(
    "Cross the channels before the power stage.",
    "Off, then left into right and right into left, volume low.",
    "the fault changes sides: it lies before",
    "swapped left channel with right, fault followed",
    "swapped left channel with right, fault stayed",
  ),
  unplugLoads: said(
    "Unplug the boards from the supply.",
    "One plug after the other, off each time; read the rail alone.",
    "the rail comes back",
    "unplugged boards, rail is back",
    "unplugged boards, no difference",
  ),
  loadsToGround: read(
    "Ohms of each load to ground, side by side.",
    "Unit off and discharged, plugs apart.",
    "one is far under the others",
    "tone board to ground 3.2k, motor board to ground 1.4",
  ),
  railLow: read("Read the rails.", "Each against ground, with its load.", "one is low or gone", "rail +15 11.7, rail -15 -15.0"),
  oneRailLow: read(
    "Read both rails of the pair.",
    "Both low: what they share. One low: its own regulator or load.",
    "one of them is low",
    "rail +15 11.7, rail -15 -15.0",
  ),
  rippleHigh: read(
    "Ripple at the reservoir and behind the regulator.",
    "AC volts on the rail, loaded.",
    "there is far too much",
    "rail +15 0.4vac",
  ),
  offsetHigh: read(
    "DC at each output before the relay.",
    "Nothing connected, volume down.",
    "there is more than a tenth of a volt",
    "offset l 12mv r 1.4v",
  ),
  biasMissing: read(
    "Read the bias, output valves out.",
    "Negative and steady before any valve goes in.",
    "it is missing or low",
    "bias -44",
  ),
  standbyHigh: read("Current in standby.", "Accessories off, after a minute.", "it is far over its norm", "draws 0.3a in standby"),
  fuseOpen: read("Ohms of every fuse.", "A whole one to the eye can be open. Never a larger one.", "one is open", "F1 ol"),
  fuseViolent: said(
    "Look at the fuse that went.",
    "Black or shattered: a short behind it. A thin clean gap: overload or age.",
    "it went violently",
    "F1 blew violently",
    "F1 blew gently",
  ),
  pathBroken: read(
    "Follow the supply with the ohmmeter, from the fuse on.",
    "Off, unplugged: lead, switch, fuse, primary.",
    "it ends somewhere",
    "S1 ol",
  ),
  rectifierBad: read("Each rectifier diode both ways.", "Diode test, off and discharged.", "one is open or shorted", "D1 0.55 ol"),
  outputBad: read("Output devices, junctions and collector to emitter.", "Off and discharged.", "one is shorted", "Q1 0.02 ohm"),
  knock: said(
    "Tap part by part.",
    "Something that does not conduct; one hand.",
    "it answers",
    "tap board: it answers",
    "tap board: nothing",
  ),
  press: said(
    "Press and bend the board.",
    "Gently, with something that does not conduct.",
    "it answers",
    "pressed board, it answers",
    "pressed board, nothing",
  ),
  turnControl: said(
    "Turn and push every control.",
    "Each through its whole travel.",
    "it answers",
    "wiggled control: it answers",
    "wiggled control: nothing",
  ),
  warm: said(
    "Warm one part, cool one part.",
    "Warm air, then a fan; one at a time.",
    "it answers",
    "warmed board: it answers",
    "warmed board: nothing",
  ),
  coldFails: read("Count starts from cold.", "Twenty minutes of rest between them.", "some fail", "cold start no after 20 min rest"),
  feedBench: said(
    "Feed the rails from a bench supply.",
    "Own supply unplugged, current limit set first.",
    "it works",
    "fed from bench supply, gone",
    "fed from bench supply, no difference",
  ),
  earthLugs: said(
    "Loosen, clean and move the earth lugs.",
    "Off; bright metal, then tight.",
    "it answers",
    "wiggled earth lug: crackle",
    "wiggled earth lug: nothing",
  ),
  resolder: said(
    "Solder the suspect joints anew.",
    "Those that carry heat or weight first.",
    "it goes",
    "resoldered joints, gone",
    "resoldered joints, no difference",
  ),
  hearRipple: heard("a saw-tooth at twice the mains frequency", "heard hum ripple", "heard hum induced"),
  hearInduced: heard("nearly a sine at the mains frequency", "heard hum induced", "heard hum ripple"),
  hearHalfWave: heard("the mains frequency with all its multiples", "heard hum half wave", "heard hum ripple"),
  hearPulses: heard("narrow pulses, a buzz", "heard hum buzz", "heard hum ripple"),
  hearSwing: said(
    "Record it and let it be measured.",
    "At the Sound station: a few seconds, as it is complained of.",
    "it oscillates evenly",
    "heard pulsing",
    "heard no pulsing",
  ),
  relayContacts: said(
    "Work the relay contact.",
    "Tap it, clean it, or bridge it for a moment with the volume down.",
    "it comes back",
    "tap relay: it answers",
    "tap relay: nothing",
  ),
};

const CONFIRM: Partial<Record<HypothesisId, string>> = {
  jointCrack: "resoldered joint",
  boardShort: "lifted board",
  dirtyControl: "cleaned control",
  connector: "cleaned connector",
  earthPoint: "cleaned earth lug",
  groundLoop: "other cable",
  relayContact: "cleaned relay",
  driverBad: "replaced driver",
  valveWorn: "replaced valve",
};

/** What to do, how, and what it would mean. */
export function adviceText(a: Advice): {
  act: string;
  how: string;
  yes: string | null;
  no: string | null;
  figure: string | null;
  named: string;
} {
  if (a.kind === "test") return testText[a.test];
  const parts = a.designators.length > 0 ? list([...a.designators]) : "";
  if (a.kind === "measure") {
    const first = a.designators[0] ?? "C1";
    return read(
      parts ? `Measure ${parts}.` : `List and measure: is it that ${hypothesisName[a.hypothesis]}?`,
      "In circuit first; what reads high comes out and is measured again.",
      "one is bad",
      `${first} esr 0.4`,
    );
  }
  const [bridge] = a.designators;
  const { reads } = HYPOTHESES.find((h) => h.id === a.hypothesis)!;
  const outcomes = (act: string, how: string, what: string) => said(act, how, "the fault goes", `${what}, gone`, `${what}, no difference`);
  // a good part across a short or a leak changes nothing
  if (bridge && (reads === "shorted" || reads === "leaky"))
    return outcomes(`Confirm it: lift one leg of ${bridge}.`, "One at a time, off and discharged while it is done.", `lifted ${bridge}`);
  return outcomes(
    bridge ? `Confirm it: a good part across ${bridge}, or in its place.` : "Confirm it: mend it alone and see whether the fault goes.",
    "One change at a time, with the unit off and discharged while it is made.",
    bridge ? `${a.like ? markingSaid(a.like) : "good part"} over ${bridge}` : (CONFIRM[a.hypothesis] ?? "replaced part"),
  );
}

/** A marking as it is said on the line: "4700u 50v" */
function markingSaid({ farads, volts }: NonNullable<Extract<Advice, { kind: "confirm" }>["like"]>): string {
  const [scale, unit] = farads >= 1e-6 ? [1e6, "u"] : farads >= 1e-9 ? [1e9, "n"] : [1e12, "p"];
  const value = `${Number((farads * scale).toPrecision(3))}${unit}`;
  return volts === null ? value : `${value} ${Number(volts.toPrecision(3))}v`;
}

const PLACES: ReadonlySet<string> = new Set<FindingToken>(["oneChannel", "allChannels", "volumeChangesIt", "volumeNoEffect"]);

/** "the hum is in every channel", "C2 reads bad", "line 214: inputs shorted, no difference" */
export function reasonText({ source: s, happened, ripple }: Reason, tried: readonly TriedModel[]): string {
  switch (s.kind) {
    case "finding":
      // said to place the fault: what was ticked is the name itself
      return happened || PLACES.has(s.finding) ? findingName[s.finding] : `no ${findingName[s.finding]}`;
    case "measured":
      return `${s.designator} reads bad`;
    case "good":
      return `${list([...s.designators])} ${s.designators.length > 1 ? "read" : "reads"} good`;
    case "tried": {
      const t = tried.find((x) => x.seq === s.seq);
      return t ? `${triedText(t.tried)}: ${triedOutcomeText(t.tried)}` : `line ${s.seq}`;
    }
    case "point":
      return `${s.point} ${happened ? "is not as it should be" : "is right"}`;
    case "pointRipple":
      return `the ripple at ${s.point} is ${happened ? "too high" : "low"}`;
    case "complementaryRail":
      return happened ? "only one rail of the pair is low" : "the rails are alike";
    case "load":
      return happened ? `${s.name} is far under the other loads` : "the loads are alike to ground";
    case "look":
      return `${s.name} looks bad`;
    case "part":
      return `${s.name} is ${happened ? "bad" : "good"}`;
    case "fitted":
      return `gone since ${list([...s.designators])} ${s.designators.length > 1 ? "were" : "was"} fitted`;
    case "exchanged":
      return `${list([...s.designators])} ${s.designators.length > 1 ? "were" : "was"} exchanged and it changed nothing`;
    case "hot":
      return `${s.designator} stands in a hot place`;
    case "kin":
      return `${s.designator}, of the same kind, is bad`;
    case "ripple":
      return ripple ? rippleText(s.designator, ripple) : `the ripple at ${s.designator}`;
    case "heard":
      return heardReason(s.sound, happened);
    case "fuse":
      return `${s.name} blew ${happened ? "violently" : "gently"}`;
    case "standbyDraw":
      return happened ? "it draws too much in standby" : "standby current is right";
    case "coldStarts":
      return happened ? "it does not start every time from cold" : "it starts every time from cold";
  }
}

/** "heard: a saw-tooth at twice the mains frequency" */
function heardReason(sound: HumKind | SoundLabel | "sides", happened: boolean): string {
  if (sound === "sides") return happened ? "heard in every channel" : "heard on one side only";
  const name = sound in humKindName ? humKindName[sound as HumKind] : soundName[sound as SoundLabel];
  return happened ? `heard: ${name}` : `not heard: ${name}`;
}

/** "C1 ripples 4.9 V: by the circuit 0.63 V if whole, 5.3 V at a tenth, 1.3 V with a rectifier open" */
function rippleText(name: string, { volts, foretold: f }: NonNullable<Reason["ripple"]>): string {
  const tenth = f.dried.find((d) => d.share === 0.1);
  const would = [
    `${shown(f.whole, "V")} if whole`,
    ...(tenth ? [`${shown(tenth.volts, "V")} at a tenth`] : []),
    ...(f.diodeOpen === null ? [] : [`${shown(f.diodeOpen, "V")} with a rectifier open`]),
  ];
  return `${name} ripples ${shown(volts, "V")}: by the circuit ${would.join(", ")}`;
}

/** What decided on a suspect, as a clause: "C12 exchanged, and it changed nothing". */
export function decisiveText(d: Decisive, tried: readonly TriedModel[]): string {
  if (d.by === "measuredOut") return `${d.designator} measured out of circuit`;
  if (d.by === "measuredSound") return `${list([...d.designators])} measured good out of circuit`;
  const line = tried.find((t) => t.seq === d.seq);
  const done = line ? triedText(line.tried) : "parts replaced";
  switch (d.by) {
    case "cured":
      return `${done}, and the fault was gone${d.asSet ? ", together with others" : ""}`;
    case "followed":
      return `${done}, and the fault went with it`;
    case "changedNothing":
      return `${done}, and it changed nothing`;
  }
}
