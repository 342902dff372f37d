// What is tried, seen and heard, said without a sentence: an act, a thing and an outcome are picked, and make a line that anybody could
// have typed. It goes the way of every other line.

/** One thing that can be picked: by its key, under its name, as the words of the line. */
export interface KeyChoice {
  key: string;
  name: string;
  says: string;
}

/** What is said by keys: something tried, seen, or heard. */
export const KEY_MODES = ["tried", "seen", "heard"] as const;
export type KeyMode = (typeof KEY_MODES)[number];

const choice = (key: string, name: string, says: string = name): KeyChoice => ({ key, name, says });

/** Acts that may change what is heard at the touch. */
const TOUCHES: readonly KeyChoice[] = [choice("k", "tapped"), choice("p", "pressed"), choice("w", "warmed"), choice("c", "cooled")];
const OTHERS: readonly KeyChoice[] = [
  choice("u", "unplugged"),
  choice("l", "lifted one leg", "lifted"),
  choice("s", "resoldered"),
  choice("n", "cleaned"),
  choice("r", "replaced"),
];
const CAME: readonly KeyChoice[] = [choice("1", "fault gone"), choice("2", "better"), choice("3", "no difference"), choice("4", "worse")];
const AT_THE_TOUCH: readonly KeyChoice[] = [
  choice("5", "crackles"),
  choice("6", "hums"),
  choice("7", "it starts", "starts"),
  choice("8", "shuts down"),
  choice("9", "sound comes back"),
];
const SIGNS: readonly KeyChoice[] = [
  choice("b", "bulged"),
  choice("l", "leaking"),
  choice("c", "cracked"),
  choice("s", "scorched"),
  choice("h", "charred"),
  choice("d", "discoloured"),
  choice("o", "corroded"),
  choice("x", "loose"),
  choice("m", "missing"),
  choice("w", "looks clean"),
];
const SOUNDS: readonly KeyChoice[] = [
  choice("h", "hum"),
  choice("z", "buzz"),
  choice("s", "hiss"),
  choice("c", "crackle"),
  choice("w", "whistle"),
];
const SIDES: readonly KeyChoice[] = [choice("1", "both channels", "left and right"), choice("2", "left"), choice("3", "right")];
const THERE: readonly KeyChoice[] = [choice("1", "there", "has"), choice("2", "quiet")];

/** What is picked first. */
export const firstOf = (mode: KeyMode): readonly KeyChoice[] =>
  mode === "tried" ? [...TOUCHES, ...OTHERS] : mode === "seen" ? SIGNS : SOUNDS;

/** What it is picked of: a part or place by its name, or, of what is heard, a side. */
export const sidesOf = (mode: KeyMode): readonly KeyChoice[] | null => (mode === "heard" ? SIDES : null);

/** What is picked last; empty where nothing is left to say. */
export function lastOf(mode: KeyMode, first: KeyChoice): readonly KeyChoice[] {
  if (mode === "seen") return [];
  if (mode === "heard") return THERE;
  return TOUCHES.includes(first) ? [...CAME, ...AT_THE_TOUCH] : CAME;
}

/**
 * The line that was picked: `tapped C5: crackles`, `C5 bulged`, `left hum`. `thing` is a designator, a place or the words of a side;
 * `last` is null where nothing is picked last.
 */
export function lineByKeys(mode: KeyMode, first: KeyChoice, thing: string, last: KeyChoice | null): string {
  if (mode === "tried") return `${first.says} ${thing}: ${last?.says ?? ""}`;
  if (mode === "seen") return `${thing} ${first.says}`;
  if (last?.name !== "quiet") return `${thing} ${first.says}`;
  return thing === SIDES[0]!.says ? `no ${first.says}` : `no ${first.says} from ${thing}`;
}
