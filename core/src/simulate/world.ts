import { ownValue } from "../units";
import type { Stage, SupplyKind, UnitKind } from "../device";
import type { StepExpectation, WatchedPoint } from "../powerUp";
import { seededRandom } from "../numeric";

// A stand-in for a unit on the bench: what its meters would read while it is brought up, set and proven, with noise, drift as it warms, and
// one fault until that is mended. For practice and for tests; whatever is read of it is marked as simulated.

/** The fault of a world: the part that has it, what it does to the readings, and from which stage on it shows. */
interface WorldFault {
  part: string;
  does: "pullsDown" | "biasGone" | "regulatorPasses" | "halfRectified" | "offsetShifted" | "triesAgain";
  from: Stage;
}

interface World {
  fault: WorldFault;
  /** volts over the emitter resistors of each channel, cold, and what its adjuster was left at */
  idle: Readonly<Record<string, number>>;
  /** V at each output once it is well */
  offset: Readonly<Record<string, number>>;
  rated: { watts: number; ohms: number };
}

const WORLDS: Partial<Record<UnitKind, World>> = {
  receiver: {
    fault: { part: "Q7", does: "pullsDown", from: "loaded" },
    idle: { L: 0.0065, R: 0.0082 },
    offset: { L: 0.009, R: -0.014 },
    rated: { watts: 40, ohms: 8 },
  },
  stereoAmplifier: {
    fault: { part: "Q12", does: "offsetShifted", from: "loaded" },
    idle: { L: 0.007, R: 0.007 },
    offset: { L: 0.011, R: 0.006 },
    rated: { watts: 60, ohms: 8 },
  },
  valveAmplifier: {
    fault: { part: "C4", does: "biasGone", from: "bias" },
    idle: { "1": 0.02 },
    offset: {},
    rated: { watts: 15, ohms: 8 },
  },
  mixer: {
    fault: { part: "U1", does: "regulatorPasses", from: "unloaded" },
    idle: {},
    offset: {},
    rated: { watts: 0.1, ohms: 600 },
  },
  subwoofer: {
    fault: { part: "D2", does: "halfRectified", from: "unloaded" },
    idle: { "1": 0.0058 },
    offset: { "1": 0.016 },
    rated: { watts: 80, ohms: 4 },
  },
  synthesizer: {
    fault: { part: "D3", does: "halfRectified", from: "unloaded" },
    idle: {},
    offset: {},
    rated: { watts: 0.1, ohms: 600 },
  },
};
/** A switch-mode supply that starts and gives up, whatever it feeds. */
const SWITCHED: World = {
  fault: { part: "C9", does: "triesAgain", from: "loaded" },
  idle: {},
  offset: {},
  rated: { watts: 0.1, ohms: 600 },
};
/** The stand-in for a kind of unit; null where there is none. */
export const worldOf = (kind: UnitKind, supply: SupplyKind): World | null =>
  supply === "switchMode" ? SWITCHED : supply === "none" ? null : (WORLDS[kind] ?? null);

const ORDER: readonly Stage[] = ["transformer", "bias", "unloaded", "loaded", "full"];
const NOISE = 0.012;

/** What the meters are asked at a step. */
interface StepAsked {
  stage: Stage;
  points: readonly { point: WatchedPoint; expected: StepExpectation }[];
  current: { typical: number } | null;
  lamp: boolean;
}

/**
 * What is read at a step, as it would be said on the line.
 * @param mended whether the world's fault has been seen to
 * @param seed another seed is another reading of the same world
 */
export function stepLines(world: World, { stage, points, current, lamp }: StepAsked, mended: boolean, seed: number): string[] {
  const random = seededRandom(seed);
  const noisy = (v: number) => v * (1 + NOISE * (2 * random() - 1));
  const { fault } = world;
  const shows = !mended && ORDER.indexOf(stage) >= ORDER.indexOf(fault.from);
  const heavy = shows && fault.does === "pullsDown";
  const tries = shows && fault.does === "triesAgain";
  const share = ({ kind }: WatchedPoint): number => {
    if (!shows) return 1;
    if (heavy && kind !== "bias" && kind !== "offset") return 0.2;
    if (tries) return 0.08;
    if (fault.does === "biasGone" && kind === "bias") return 0.02;
    if (fault.does === "regulatorPasses" && kind === "regulated") return 1.45;
    return fault.does === "halfRectified" && kind !== "bias" && kind !== "offset" ? 0.68 : 1;
  };
  const volts = ({ point, expected }: StepAsked["points"][number]): number => {
    if (point.kind === "offset") {
      const own = Object.entries(world.offset).find(([c]) => point.name.endsWith(` ${c.toLowerCase()}`))?.[1] ?? 0.008;
      return shows && fault.does === "offsetShifted" && point.name.endsWith("r") ? 2.4 : noisy(own);
    }
    return noisy(expected.typical * share(point));
  };
  return [
    ...(lamp ? [`lamp ${heavy ? "bright" : tries ? "pulses" : "flash dim"}`] : []),
    ...points.map((p) => `${p.point.name} ${Number(volts(p).toPrecision(3))}v`),
    ...(current ? [`draw ${Number(noisy(current.typical * (heavy ? 5 : 0.9)).toPrecision(2))}a`] : []),
  ];
}

/** How much idle current has drifted up from cold after so many seconds: a third, with four minutes to get there. */
const DRIFT = 0.33;
const WARMS_IN = 240;

/**
 * Idle volts of each channel as they are read: cold, drifting up as it warms, and where the adjuster was turned to since.
 * @param after s since it was switched on
 * @param set V each channel was set to by its window, where it was
 */
export function idleLines(world: World, after: number, set: Readonly<Record<string, number>>, seed: number): string[] {
  const random = seededRandom(seed);
  const drift = 1 + DRIFT * (1 - Math.exp(-after / WARMS_IN));
  return Object.entries(world.idle).map(([channel, cold]) => {
    // what was set warm stays where it was set
    const volts = (ownValue(set, channel) ?? cold * drift) * (1 + NOISE * (2 * random() - 1));
    return (
      `idle ${channel} ${Number((volts * 1000).toPrecision(3))}mv ` +
      `${after < WARMS_IN / 2 && ownValue(set, channel) === undefined ? "cold" : "warm"}`
    );
  });
}

/** Everything that proves a mended world, as it would be said. */
export function proofLines(world: World, channels: readonly string[], mended: boolean, seed: number): string[] {
  const random = seededRandom(seed);
  const noisy = (v: number, by = NOISE) => v * (1 + by * (2 * random() - 1));
  const { rated } = world;
  const clip = Math.sqrt(rated.watts * rated.ohms);
  const bad = !mended && world.fault.does === "offsetShifted";
  // a unit whose supply is on its knees plays next to nothing, and not cleanly
  const weak = !mended && !bad;
  return [
    `rated ${rated.watts}w into ${rated.ohms}`,
    ...channels.flatMap((c, i) => [
      ...(ownValue(world.offset, c) === undefined
        ? []
        : [
            `offset ${channels.length === 1 ? "" : `${c.toLowerCase()} `}` +
              `${(noisy(ownValue(world.offset, c)!) * 1000 + (bad && i > 0 ? 2400 : 0)).toFixed(0)}mv`,
          ]),
      `clip ${c} ${Number(noisy(weak ? clip * 0.2 : clip).toPrecision(3))}v into ${rated.ohms}`,
      `sine ${c} ${weak ? "notched" : "clean"}`,
      `response ${c} 20 ${(-0.7 + 0.2 * random()).toFixed(1)}db 1k 0db 20k ${(-0.5 + 0.2 * random()).toFixed(1)}db`,
    ]),
    ...[15, 30, 45].map((m) => `soak ${m} min ${(24 + 22 * (1 - Math.exp(-m / 8)) + random()).toFixed(0)}c`),
    "starts 5 of 5",
    `listened a long piece, ${mended ? "nothing amiss" : "it is not right"}`,
  ];
}
