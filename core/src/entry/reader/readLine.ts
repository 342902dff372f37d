import type { Subject } from "../../evidence";
import type { Effect, ReadoutContext } from "../entry";
import { contradicts } from "../doubtful";
import { Clause, EMPTY, NOTHING_TOLD, tagOf, type Frame, type Telling } from "./clause";
import {
  conditions,
  drainedThrough,
  elsewhere,
  figures,
  frequency,
  ought,
  reference,
  residual,
  rightFuse,
  temperatures,
  toGround,
  wanders,
} from "./frames/figures";
import { behaves, clean, complaint, afterTime, partDoes, soaked, sounds, starts, stillQuiet } from "./frames/heard";
import { fine, fuseGone, glows, looks, looksNot, newer, notOriginal, pullsIn, shown, states } from "./frames/seen";
import { lamp, load, mains, sine } from "./frames/supply";
import {
  across,
  act,
  adjusted,
  again,
  alsoNew,
  back,
  bypassed,
  inNew,
  inputs,
  noInput,
  outcome,
  substitute,
  takenOut,
  fed,
  lifted,
} from "./frames/tried";
import {
  declined,
  history,
  how,
  informed,
  meterLimit,
  nothing,
  quoted,
  readsSame,
  spent,
  spentPerhaps,
  toBeGot,
  untouched,
} from "./frames/work";
import { tokensOf, type Token } from "./tokens";
import { slipOf } from "./vocabulary";

// A line as it is muttered, read so that every word of it is accounted for. A line is cut into clauses in every way it can be; a frame
// reads a clause only if it accounts for all of it. The reading with the fewest clauses wins, and only if no other comes as far. What no
// reading accounts for is named as unread: such a line asks.

/** What a line says. Only a line without unread words that has no second reading is kept as it stands. */
export interface LineRead {
  effects: readonly Effect[];
  unread: readonly string[];
  /** readings that account for as much and say something else */
  others: readonly (readonly Effect[])[];
}

const FRAMES: readonly Frame[] = [
  figures,
  drainedThrough,
  frequency,
  conditions,
  reference,
  ought,
  rightFuse,
  toGround,
  elsewhere,
  residual,
  temperatures,
  wanders,
  looks,
  looksNot,
  notOriginal,
  newer,
  fuseGone,
  shown,
  pullsIn,
  states,
  fine,
  glows,
  act,
  across,
  again,
  outcome,
  inNew,
  alsoNew,
  back,
  substitute,
  adjusted,
  inputs,
  takenOut,
  fed,
  bypassed,
  lifted,
  noInput,
  complaint,
  stillQuiet,
  sounds,
  clean,
  behaves,
  partDoes,
  starts,
  afterTime,
  soaked,
  history,
  untouched,
  declined,
  informed,
  spent,
  spentPerhaps,
  toBeGot,
  how,
  meterLimit,
  lamp,
  mains,
  load,
  sine,
  quoted,
  readsSame,
  nothing,
];

/** Readings that are followed side by side. */
const WIDTH = 5;
/** A clause is this long at most, in tokens. */
const MAX_CLAUSE = 18;
/** A word that is passed over weighs more than any number of clauses. */
const UNREAD = 100;
/** A cut where nothing speaks for one. */
const UNMARKED_CUT = 0.4;

interface Path {
  telling: Telling;
  cost: number;
  unread: readonly string[];
}

/** Reads a line. @returns effects in the order they were said; `unread` empty where every word is accounted for */
export function readLine(line: string, context: ReadoutContext): LineRead {
  const tokens = tokensOf(line, context);
  const unknown = tokens.filter((t) => t.is === "unknown").map((t) => t.text);
  const known = tokens.filter((t) => t.is !== "unknown");
  const paths = search(known, context, null);
  // what is only guessed never stands before what is said
  const best = paths.find((p) => isWhole(p) && !p.telling.guess) ?? paths[0];
  const righted = unknown.length > 0 ? readRighted(line, unknown, context) : [];
  if (righted.length > 0) return { effects: [], unread: unknown, others: righted };
  // a line without a name may be of the part under the cursor: that is offered, never taken
  const pointed = best === undefined || best.telling.effects.length === 0 || best.unread.length > 0;
  const { current } = context;
  const cursor =
    pointed && current !== null && !tokens.some((t) => t.is === "parts" || t.is === "point")
      ? search(known, context, { kind: "part", name: current })
      : [];
  const offered = cursor.filter(isWhole).map((p) => p.telling.effects);
  if (offered.length > 0) return { effects: [], unread: unknown, others: offered.slice(0, 2) };
  if (best === undefined) return { effects: [], unread: unknown, others: [] };
  const unread = [...unknown, ...best.unread, ...best.telling.waiting, ...(best.telling.drained ? ["drained"] : [])];
  if (best.telling.guess) return { effects: [], unread, others: unread.length === 0 ? [best.telling.effects] : [] };
  const mine = JSON.stringify(best.telling.effects);
  if (contradicts(best.telling.effects))
    return { effects: best.telling.effects, unread: [...unread, ...tokens.flatMap((t) => (t.is === "value" ? [t.text] : []))], others: [] };
  const near = paths
    .filter((p) => p !== best)
    .filter((p) => !p.telling.guess && JSON.stringify(p.telling.effects) !== mine && p.telling.effects.length > 0);
  return {
    effects: best.telling.effects,
    unread,
    others: near.filter((p) => p.cost <= best.cost + (unread.length > 0 ? UNREAD : 0)).map((p) => p.telling.effects),
  };
}

const isWhole = ({ unread, telling }: Path): boolean =>
  unread.length === 0 && telling.effects.length > 0 && !telling.drained && telling.waiting.length === 0;

/** What a line would say with its slips of the finger put right: that is offered, never taken. */
function readRighted(line: string, unknown: readonly string[], context: ReadoutContext): (readonly Effect[])[] {
  const slips = unknown.map((w) => [w, slipOf(w)] as const);
  if (slips.some(([, right]) => right === null)) return [];
  const right = slips.reduce(
    (text, [w, r]) => text.replace(new RegExp(`(?<![\\w])${w.replace(/[^\w]/g, "\\$&")}(?![\\w])`, "i"), r!),
    line,
  );
  const tokens = tokensOf(right, context);
  if (tokens.some((t) => t.is === "unknown")) return [];
  return search(tokens, context, null)
    .filter(isWhole)
    .slice(0, 2)
    .map((p) => p.telling.effects);
}

function search(tokens: readonly Token[], context: ReadoutContext, cursor: Subject | null): Path[] {
  const n = tokens.length;
  const tags = tokens.map(tagOf);
  const at: Path[][] = Array.from({ length: n + 1 }, () => []);
  at[0] = [{ telling: cursor ? { ...NOTHING_TOLD, last: [cursor], begun: true } : NOTHING_TOLD, cost: 0, unread: [] }];
  const isBreak = (i: number) => tags[i] === "stop" || tags[i] === "comma" || tags[i] === "colon";
  for (let i = 0; i < n; i++) {
    const here = kept(at[i]!);
    at[i] = here;
    if (here.length === 0) continue;
    if (isBreak(i) || EMPTY.has(tags[i]!)) {
      // what joins clauses is free; words that carry nothing go with what follows, or with nothing
      for (const path of here) at[i + 1]!.push(path);
      if (isBreak(i)) continue;
    } else for (const path of here) at[i + 1]!.push({ ...path, cost: path.cost + UNREAD, unread: [...path.unread, tokens[i]!.text] });
    // frames that may still read a clause from here on: each word more leaves fewer
    let open: readonly Frame[] = FRAMES;
    for (let j = i + 1; j <= n && j - i <= MAX_CLAUSE; j++) {
      const tag = tags[j - 1]!;
      if (tag === "stop") break;
      open = open.filter((f) => f.allows.has(tag));
      if (open.length === 0) break;
      if (tags[j - 1] === "comma" || tags[j - 1] === "colon") continue;
      if (j < n && EMPTY.has(tags[j]!) && tags[j] !== "and") continue;
      const clause = new Clause(tokens.slice(i, j));
      const frames = open.filter((f) => clause.meets(f));
      if (frames.length === 0) continue;
      const marked = j === n || isBreak(j) || tags[j] === "and" || tags[j] === "with" || tags[j] === "act";
      for (const path of here)
        for (const f of frames) {
          const telling = f.read(clause, path.telling, context);
          if (telling !== null) at[j]!.push({ telling, cost: path.cost + 1 + (marked ? 0 : UNMARKED_CUT), unread: path.unread });
        }
    }
  }
  return kept(at[n]!);
}

/** The readings that come furthest, each once. */
function kept(paths: readonly Path[]): Path[] {
  if (paths.length < 2) return [...paths];
  const out: Path[] = [];
  const seen = new Set<string>();
  for (const path of [...paths].sort((a, b) => a.cost - b.cost)) {
    const key = `${path.unread.length} ${keyOf(path.telling)}`;
    if (seen.has(key)) continue;
    seen.add(key);
    out.push(path);
    if (out.length === WIDTH) break;
  }
  return out;
}

const keys = new WeakMap<Telling, string>();
/** A telling written out, once. */
function keyOf(telling: Telling): string {
  const known = keys.get(telling);
  if (known !== undefined) return known;
  const key = JSON.stringify(telling);
  keys.set(telling, key);
  return key;
}
