import { internalAccessAllowed, type SafetyEvent } from "../safety";
import {
  afterFitting,
  applyLine,
  heldLine,
  interlockOf,
  lockOf,
  deriveJob,
  practiceIssue,
  practiceIssueOfUndo,
  switchesOn,
  understand,
  withdraw,
  type EnteredLine,
  type Interlock,
  type JobRecords,
  type StoredSafetyEvent,
} from "../job";
import { type ShopConstants } from "../knowledge";
import { seededRandom } from "../numeric";
import { farads } from "../units";
import { SHOP, positionRecord, records } from "./jobs";
import { part } from "./parts";

// Random histories of a job, and the two promises a technician stakes skin on, checked after every act by a second opinion that shares
// nothing with the folds it checks: it keeps its own diary of what was done and reads it anew each time.

const LIMIT = 5;
const MINUTE = 60_000;

/** What a history may do, each with how often. A line is typed; the others are buttons and other windows. */
const LINES: readonly (readonly [weight: number, line: string])[] = [
  [16, "C1 0.4v"],
  [16, "C2 1.2v"],
  [6, "C3 0.2v"],
  [3, "C1 38v"],
  [2, "C2 -61v"],
  [1, "C3 90v"],
  [2, "C7 140v"],
  [6, "C7 0.3v"],
  [2, "rail main 34.5"],
  [1, "rail main 0.3"],
  [3, "power on"],
  [2, "power on because it came in working"],
  [7, "power off"],
  [3, "variac"],
  [2, "limited 30v 0.5a"],
  [3, "step 25%"],
  [2, "step 100%"],
  [3, "step 25% anyway because I want to see"],
  [2, "step 100% anyway because it ran yesterday"],
  [1, "stage full anyway because it ran yesterday"],
  [2, "draw 0.01a"],
  [2, "C1 in dead short"],
  [2, "C1 leak 0.4 in"],
  [3, "C1 leak 20k in"],
  [2, "C2 out leak 0.2"],
  [2, "C2 to ground 40k"],
  [1, "C2 leak 50k in"],
  [2, "rail main to ground 0.5"],
  [3, "rail main to ground 40k"],
  [1, "rail main shorted"],
  [1, "heater to ground 0.3"],
  [1, "rail core 1.2 to ground 0.6"],
  [2, "mains lead frayed"],
  [2, "mains lead fine"],
  [2, "earth 5"],
  [3, "earth 0.1"],
  [2, "F1 1a"],
  [2, "F1 should be T1A"],
  [2, "replaced F1 with 4a"],
  [3, "replaced F1 with T1A"],
  [1, "replaced F1"],
  [2, "wire across F1"],
  [1, "F1 blown"],
  [1, "F1 blew because D3 was shorted"],
  [2, "C1 fitted 4700u 50v"],
  [2, "highest 12v"],
  [1, "highest 400v"],
  [1, "add C9 4700u 63v reservoir"],
  [1, "simulated"],
  [1, "simulated off"],
  [2, "note nothing to see"],
];
// In some histories nothing is typed but readings of charge and the power switch, or shorts and the power switch, so that long runs of them
// are reached.
const CHARGE_LINES = LINES.filter(([, line]) => /^(C\d -?[\d.]+v|power (on|off)|highest 12v|rail main 34.5)$/.test(line));
const SHORT_LINES = LINES.filter(([, line]) =>
  /^(C[12] .*(short|leak|ground).*|rail main (to ground|shorted).*|power o.*|step 100.*)$/.test(line),
);
type Act = "undo" | "strike" | "button" | "buttonOff" | "override" | "retire" | "restore" | "reopen";
const ACTS: readonly (readonly [weight: number, act: Act])[] = [
  [5, "undo"],
  [3, "strike"],
  [3, "button"],
  [4, "buttonOff"],
  [2, "override"],
  [2, "retire"],
  [2, "restore"],
  [1, "reopen"],
];

/** One thing that happened, as the diary has it. */
interface Noted {
  /** a line, or what a button did */
  what: string;
  /** when it was said and when it was recorded */
  typed: number;
  kept: number;
  key: string;
  undone: boolean;
  /** it strikes out a power-on while the unit is on: until then it may have been */
  undoesPower: boolean;
  /** the record had the unit on when it was noted: volts at a part are then those of a running unit */
  live: boolean;
  /** whether its power was held */
  held: Interlock | null;
}

/** What a run over histories came to: how often each thing worth checking was reached. */
export interface HistoryCount {
  histories: number;
  acts: number;
  safe: number;
  overridden: number;
  powered: number;
  held: number;
}

/** A promise that did not hold, with all that led to it. */
export interface Broken {
  seed: number;
  promise: string;
  diary: readonly string[];
}

const pick = <T>(table: readonly (readonly [number, T])[], random: () => number): T => {
  let at = random() * table.reduce((sum, [w]) => sum + w, 0);
  for (const [weight, value] of table) if ((at -= weight) < 0) return value;
  return table.at(-1)![1];
};

/** Runs one history by its seed. @returns the first promise it breaks, or null */
export function runHistory(seed: number, length: number, count: HistoryCount): Broken | null {
  const random = seededRandom(seed);
  const chance = (p: number) => random() < p;
  const constants: ShopConstants = chance(0.3) ? { "charge.shock": 600, "charge.spark": 10, "earth.most": 9, "short.ohms": 0.1 } : {};
  const shop = { ...SHOP, constants };
  const lines = pick(
    [
      [3, LINES],
      [1, CHARGE_LINES],
      [1, SHORT_LINES],
    ] as const,
    random,
  );
  const model = deriveJob();
  let now = start(chance(0.3), chance(0.15));
  let clock = 1_000_000;
  let seq = 0;
  const diary: Noted[] = [];
  const broken = (promise: string): Broken => ({
    seed,
    promise,
    diary: diary.map((n) => `${n.what} @${n.typed}/${n.kept}${n.undone ? " (undone)" : ""}${n.held ? ` held:${n.held.code}` : ""}`),
  });
  const job = () => {
    const pictured = model(now, shop);
    return { records: now, model: pictured, powerUp: afterFitting(constants, now, pictured, undefined).powerUp };
  };
  const event = (e: Partial<StoredSafetyEvent> & Pick<SafetyEvent, "kind">): StoredSafetyEvent =>
    ({ id: ++seq, line: null, seq: now.lines[0]?.seq ?? 0, at: clock, kept: clock, struck: false, ...e }) as StoredSafetyEvent;
  const note = (what: string, typed: number, key: string, held: Interlock | null = null) =>
    diary.push({ what, typed, kept: clock, key, undone: false, undoesPower: false, live: onAt(diary, diary.length), held });

  const undo = (key: string | undefined): void => {
    if (key === undefined || practiceIssueOfUndo(now, key) !== null) return;
    now = withdraw(now, key, shop, clock);
    const gone = diary.filter((n) => n.key === key);
    const wasOn = onAt(diary, diary.length);
    for (const n of gone) n.undone = true;
    note("undo", clock, `u${seq}`);
    diary.at(-1)!.undoesPower = wasOn && gone.some((n) => /^(power on|step )/.test(n.what));
  };
  const line = (text: string): Broken | null => {
    seq++;
    // a line may have waited: it was typed before it came, but after the one before it of the same window
    const typed = chance(0.2) ? clock - Math.floor(random() * 3 * MINUTE) : clock;
    const entered: EnteredLine = {
      key: `k${seq}`,
      line: text,
      current: null,
      meter: "blue",
      inCircuit: true,
      refersTo: null,
      at: Math.max(0, typed),
    };
    const entry = understand(now, shop, entered);
    if (!entry.ok || entry.value.kind !== "keeps" || practiceIssue(now, entry.value.effects) !== null) return null;
    const { effects } = entry.value;
    const held = heldLine(constants, job(), effects);
    if (held && (!switchesOn(effects) || held.code === "noSupply")) return null;
    const before = diary.slice();
    now = applyLine(now, shop, entered, entry.value, {
      seq,
      keptAt: clock,
      by: "bench",
      held,
      positionId: (d) => 1000 + seq + d.length,
      chosen: () => null,
    });
    note(text, entered.at, entered.key, held);
    if (!switchesOn(effects)) return null;
    count[held ? "held" : "powered"]++;
    if (held) return now.observations.some((o) => o.line === entered.key) ? broken("a held line sets nothing but its attempt") : null;
    const why = mainsRefused(before, now, text);
    return why === null ? null : broken(`mains only while ${why}`);
  };
  const button = (): Broken | null => {
    const held = interlockOf(constants, job(), { kind: "mains", because: null });
    const before = diary.slice();
    now = { ...now, events: [...now.events, event({ kind: held ? "powerAttempt" : "powerOn" })] };
    note("button on", clock, `b${seq}`, held);
    count[held ? "held" : "powered"]++;
    const why = held ? null : mainsRefused(before, now, "power on");
    return why === null ? null : broken(`mains only while ${why}`);
  };
  const act = (which: Act): Broken | null => {
    const entered = now.lines.filter((l) => !l.withdrawn);
    switch (which) {
      case "undo":
        undo(entered[0]?.key);
        return null;
      case "strike":
        undo(entered[Math.floor(random() * entered.length)]?.key);
        return null;
      case "button":
        return button();
      case "buttonOff":
        now = { ...now, events: [...now.events, event({ kind: "powerOff" })] };
        note("button off", clock, `b${seq}`);
        return null;
      case "override":
        if (lockOf(now, shop).safety.kind === "energised") return null;
        now = { ...now, events: [...now.events, event({ kind: "override", reason: "board is out of the unit" })] };
        note("override", clock, `o${seq}`);
        return null;
      case "retire": {
        const p = now.positions.find((x) => x.designator === "C2");
        if (!p) return null;
        const gone = event({ kind: "released", position: "C2", reason: "not in this version" } as never);
        now = { ...now, positions: now.positions.filter((x) => x !== p), retired: [...now.retired, p], events: [...now.events, gone] };
        note("retire C2", clock, `r${seq}`);
        return null;
      }
      case "restore": {
        const p = now.retired.find((x) => x.designator === "C2");
        if (!p) return null;
        now = { ...now, positions: [...now.positions, p], retired: now.retired.filter((x) => x !== p) };
        note("restore C2", clock, `r${seq}`);
        return null;
      }
      case "reopen":
        now = { ...now, events: [...now.events, event({ kind: "reopened" })] };
        note("reopen", clock, `r${seq}`);
        return null;
    }
  };

  count.histories++;
  for (let i = 0; i < length; i++) {
    clock += chance(0.5) ? 61_000 : Math.floor(random() * 20_000);
    count.acts++;
    const failed = chance(0.85) ? line(pick(lines, random)) : act(pick(ACTS, random));
    if (failed) return failed;
    const { safety } = lockOf(now, shop);
    if (safety.kind === "safe") count.safe++;
    if (safety.kind === "overridden") count.overridden++;
    if (!internalAccessAllowed(safety)) continue;
    const why = openRefused(diary, now, safety.kind);
    if (why !== null) return broken(`open only when ${why}`);
  }
  return null;
}

/** Runs histories until one breaks a promise. */
export function runHistories(from: number, to: number, length: number): { count: HistoryCount; broken: Broken | null } {
  const count: HistoryCount = { histories: 0, acts: 0, safe: 0, overridden: 0, powered: 0, held: 0 };
  for (let seed = from; seed < to; seed++) {
    const broken = runHistory(seed, length, count);
    if (broken) return { count, broken };
  }
  return { count, broken: null };
}

/**
 * A linear receiver of two reservoirs, a part too small to count and one that is not listed; now and then with its earth pin gone, or one
 * reservoir only.
 */
function start(earthGone: boolean, one: boolean): JobRecords {
  const from = records();
  const findings = earthGone ? (["hum", "earthPinRemoved"] as const) : (["hum"] as const);
  const holders = [
    positionRecord(1, "C1", part(4700, 50, { role: "reservoir" }), { holdsCharge: true }),
    positionRecord(2, "C2", part(4700, 50, { role: "reservoir" }), { holdsCharge: true }),
    positionRecord(3, "C3", part(100, 16, { role: "decoupler" }), { holdsCharge: true }),
    // not listed: nobody took it for one that holds charge
    positionRecord(7, "C7", part(10, 400, { role: "coupling" })),
  ];
  return { ...from, job: { ...from.job, findings }, positions: one ? holders.filter((p) => p.designator !== "C2") : holders };
}

// ---------------------------------------------------------------- the second opinion

const residualOf = (n: Noted): { part: string; volts: number } | null => {
  const match = /^(C\d) (-?[\d.]+)v$/.exec(n.what);
  return match ? { part: match[1]!, volts: Number(match[2]) } : null;
};
const SWITCHES = /^(power on|power off|step |button )/;

/** Whether the unit is on by the diary: a line that waited does not switch off what was switched on after it was typed. */
function onAt(diary: readonly Noted[], upTo: number): boolean {
  let on: Noted | null = null;
  for (const n of diary.slice(0, upTo)) {
    if (n.undone) continue;
    if (/^(power on|step |button on)/.test(n.what)) on = on !== null && on.typed > n.typed ? on : n;
    if (/^(power off|button off)/.test(n.what) && on !== null && n.typed >= on.typed) on = null;
  }
  return on !== null;
}

/** Why it should not be open to work inside; null where it may. */
function openRefused(diary: readonly Noted[], now: JobRecords, kind: string): string | null {
  if (onAt(diary, diary.length)) return "the unit is off";
  const last = (test: (n: Noted) => boolean) => diary.findLastIndex(test);
  if (kind === "overridden") {
    const given = last((n) => n.what === "override");
    const ends = last((n) => SWITCHES.test(n.what) || n.what === "reopen" || (Math.abs(residualOf(n)?.volts ?? 0) >= LIMIT && !n.live));
    return given > ends ? null : "an override is the last word";
  }
  const highest = diary.findLast((n) => !n.undone && n.what.startsWith("highest"));
  const read = diary.flatMap((n) => (n.undone ? [] : [Math.abs(Number(/^rail main (-?[\d.]+)$/.exec(n.what)?.[1] ?? 0))]));
  const across = diary.flatMap((n) => (stands(n) ? Math.abs(residualOf(n)?.volts ?? 0) : []));
  const most = highest ? Math.max(Number(/\d+/.exec(highest.what)![0]), ...read, ...across) : Infinity;
  for (const p of now.positions) {
    const own = diary.flatMap((n) => (residualOf(n)?.part === p.designator && stands(n) ? [Math.abs(residualOf(n)!.volts)] : []));
    // what runs shows volts at parts that keep none: an unlisted one counts from what was left on it
    const left = diary.some((n) => residualOf(n)?.part === p.designator && Math.abs(residualOf(n)!.volts) >= 60 && !n.live);
    if (!p.holdsCharge && !left) continue;
    const fitted = diary.some((n) => !n.undone && n.what === `${p.designator} fitted 4700u 50v`);
    const could = Math.max(Math.min(fitted ? Math.max(50, p.rated ?? 400) : (p.rated ?? 400), most), ...own);
    const joules = ((fitted ? farads(4700e-6) : p.nominal) * could ** 2) / 2;
    if (could < 60 && joules < 1) continue;
    if (!twiceLow(diary, p.designator)) return `${p.designator} was twice low after it could last be charged`;
  }
  return null;
}

/** Whether a reading still says something of the unit: a charge does although it was struck out, volts of a running unit do not. */
const stands = (n: Noted): boolean => !n.undone || !n.live;

function twiceLow(diary: readonly Noted[], position: string): boolean {
  const charges = (n: Noted) =>
    SWITCHES.test(n.what) ||
    n.undoesPower ||
    n.what === "reopen" ||
    (residualOf(n)?.part === position && Math.abs(residualOf(n)!.volts) >= LIMIT);
  const moments = diary.filter(charges).map((n) => Math.max(n.typed, n.kept));
  const live = diary.flatMap((n) =>
    !n.undone && Math.abs(Number(/^rail main (-?[\d.]+)$/.exec(n.what)?.[1] ?? 0)) >= LIMIT ? [n.typed] : [],
  );
  const lastMoment = Math.max(-Infinity, ...moments, ...live);
  const from = diary.findLastIndex(charges);
  const lows = diary.flatMap((n, i) =>
    i > from && !n.undone && residualOf(n)?.part === position && Math.abs(residualOf(n)!.volts) < LIMIT && n.typed >= lastMoment ? [n] : [],
  );
  return lows.some((first, i) => lows.slice(i + 1).some((second) => second.typed - Math.max(first.typed, first.kept) >= MINUTE));
}

/** Why the mains should not be set by this; null where they may. @param before the diary before it */
function mainsRefused(before: readonly Noted[], now: JobRecords, text: string): string | null {
  const said = before.filter((n) => !n.undone).map((n) => n.what);
  const latest = (...among: string[]) => said.findLast((w) => among.includes(w)) ?? null;
  const c1 = latest("C1 in dead short", "C1 leak 0.4 in", "C1 leak 20k in");
  if (c1 !== null && c1 !== "C1 leak 20k in") return "C1 does not read short";
  const c2 = latest("C2 out leak 0.2", "C2 to ground 40k", "C2 leak 50k in");
  if (c2 === "C2 out leak 0.2") return "C2 does not read short";
  const rail = latest("rail main to ground 0.5", "rail main to ground 40k", "rail main shorted");
  if (rail !== null && rail !== "rail main to ground 40k") return "no rail reads short";
  if (latest("mains lead frayed", "mains lead fine") === "mains lead frayed") return "the lead is safe";
  const earth = latest("earth 5", "earth 0.1");
  if (earth === "earth 5") return "the earth is safe";
  if (now.job.findings.includes("earthPinRemoved") && earth !== "earth 0.1") return "the earth pin is there";
  const fuse = fuseIn(said);
  if (fuse.bridged) return "nothing stands in for a fuse";
  if (fuse.belongs !== null && fuse.fitted !== null && fuse.fitted > fuse.belongs) return "no fuse is larger than what belongs there";
  const core = latest("rail core 1.2 to ground 0.6");
  const limited = said.findLast((w) => w === "variac" || w === "limited 30v 0.5a") === "limited 30v 0.5a";
  if (core !== null && !(limited && text.includes("because"))) return "what is low by nature has a reason and a limited supply";
  if (!text.includes("because") && text.startsWith("step 100%") && !said.some((w) => w.startsWith("step 25%")))
    return "the steps are taken in their order";
  return null;
}

function fuseIn(said: readonly string[]): { belongs: number | null; fitted: number | null; bridged: boolean } {
  let [fitted, wanted, first, bridged] = [null as number | null, null as number | null, null as number | null, false];
  for (const w of said) {
    const amperes = /^(?:F1|replaced F1 with) T?(\d)a$/i.exec(w)?.[1];
    if (amperes !== undefined) {
      fitted = Number(amperes);
      first ??= fitted;
      if (w.startsWith("replaced")) bridged = false;
    }
    if (w === "F1 should be T1A") wanted = 1;
    if (w === "wire across F1") bridged = true;
  }
  return { belongs: wanted ?? first, fitted, bridged };
}
