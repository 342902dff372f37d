import { internalAccessAllowed, isPowered } from "../../safety";
import { isInternalAccess, needsHands } from "../../evidence";
import { usualTolerance } from "../../part";
import { byDesignator, parseReadout, type Effect, type Entry, type ReadoutContext, type ReadoutIssue, type SaidReading } from "../../entry";
import type { Result } from "../../units";
import type { Interlock } from "../safety/interlock";
import { lockOf } from "../model/lock";
import { partsNamed, pointsOnRecord } from "../records/partsNamed";
import type {
  AcrossNote,
  Fitting,
  JobRecords,
  NoteRecord,
  PointReading,
  PositionRecord,
  StoredObservation,
  StoredReading,
  StoredSafetyEvent,
  WorkingNote,
} from "../records/records";
import type { ShopFacts } from "../records/shop";

/** One line as it was entered, with what stood around it at that moment: a queued line keeps the setting it was typed under. */
export interface EnteredLine {
  /** the line's key, made where it was typed */
  key: string;
  line: string;
  current: string | null;
  meter: string | null;
  inCircuit: boolean;
  /** key of the line that `same` and `undo` mean */
  refersTo: string | null;
  /** of a line that asks: the reading that was chosen of those offered, as `offerKey` writes it */
  chosen?: string | null;
  /** ms since the epoch by the clock of the one who typed */
  at: number;
}

/** What else is known of a line once it is kept. */
export interface SaveContext {
  seq: number;
  /** when it was kept, where that is known; `at` of the line is when it was typed */
  keptAt?: number;
  by: string;
  /** id for a position that it adds; the server's own where it is known */
  positionId(designator: string): number;
  /** why the mains may not be set: the line is kept as an attempt, and counts as power until somebody says that it is off */
  held?: Interlock | null;
  /** the part chosen for a position, which `fitted` puts in */
  chosen(positionId: number): Pick<Fitting, "code" | "nominal" | "rated" | "technology" | "tolerance"> | null;
}

/** What a line may refer to, as the job stands; `last` is what `same` repeats. */
export function contextOf(
  {
    positions,
    observations,
    points,
  }: Pick<JobRecords, "observations" | "points"> & { positions: readonly Pick<PositionRecord, "designator" | "nominal">[] },
  { meters, constants }: Pick<ShopFacts, "meters" | "constants">,
  entered: Pick<EnteredLine, "current" | "meter" | "inCircuit">,
  last: ReadoutContext["last"],
): ReadoutContext {
  const known = new Map(positions.map((p) => [p.designator, p.nominal]));
  return {
    known,
    parts: partsNamed(observations),
    points: pointsOnRecord({ observations, points }),
    current: entered.current !== null && known.has(entered.current) ? entered.current : null,
    meters,
    meter: meters.find((m) => m.id === entered.meter) ?? null,
    inCircuit: entered.inCircuit,
    last,
    constants,
  };
}

/** The readings of a line's last part: what `same` repeats. */
export function lastSaid(records: JobRecords, key: string | null): SaidReading[] {
  if (key === null) return [];
  const mine = Object.values(records.readings).flatMap((list) => list.filter((r) => r.line === key));
  const part = mine.at(-1)?.positionId;
  return mine
    .filter((r) => r.positionId === part)
    .map(({ measurement, significant, inCircuit, meter }) => ({ measurement, significant, inCircuit, meter }));
}

/** What a reading that is offered is told by: nothing but the very same reading has it. */
export const offerKey = (effects: readonly Effect[]): string => JSON.stringify(effects);

/**
 * Understands a line against the job as it stands. Of a line that asks, the reading that was chosen is taken only where it is offered
 * here too, word for word: what is kept is what was shown.
 */
export function understand(
  records: JobRecords,
  shop: Pick<ShopFacts, "meters" | "constants">,
  entered: EnteredLine,
): Result<Entry, ReadoutIssue> {
  const read = parseReadout(entered.line, contextOf(records, shop, entered, lastSaid(records, entered.refersTo)));
  if (read.ok || entered.chosen === undefined || entered.chosen === null) return read;
  const offer = read.issue.offers?.find((o) => offerKey(o) === entered.chosen);
  return offer ? { ok: true, value: { kind: "keeps", effects: offer, unread: "unread" in read.issue ? read.issue.unread : [] } } : read;
}

/** Key of the line that `undo` takes back now: the last that still counts; null where none does. */
export const lastLine = (records: JobRecords): string | null => records.lines.find((l) => !l.withdrawn)?.key ?? null;

/** Whether the unit is switched on as far as the record says: volts at a part are then live volts, else charge left. */
export const isEnergised = (records: Pick<JobRecords, "events">): boolean => isPowered(records.events);

/** Whether hands are inside the unit while this is taken. */
const needsInternalAccess = (c: Effect): boolean =>
  c.about === "reading" ? needsHands([c.measurement]) : c.about === "observed" && isInternalAccess(c.subject, c.observation);

/** What a line said while hands should have been out is kept, with a warning. */
const takenWhileLocked = (records: JobRecords, shop: ShopFacts, effects: readonly Effect[]): boolean =>
  effects.some(needsInternalAccess) && !internalAccessAllowed(lockOf(records, shop).safety);

/**
 * The records as they stand after a line was kept: what the server stores and what the browser shows at Enter, by the same rules.
 * A line that is there already changes nothing; a setting changes no record.
 */
export function applyLine<R extends JobRecords>(records: R, shop: ShopFacts, entered: EnteredLine, entry: Entry, keeping: SaveContext): R {
  if (entry.kind === "setting" || records.lines.some((l) => l.key === entered.key)) return records;
  if (entry.kind === "undo") return entered.refersTo === null ? records : withdraw(records, entered.refersTo, shop, entered.at);
  const line = { key: entered.key, seq: keeping.seq, typed: entered.line, enteredAt: entered.at, enteredBy: keeping.by, withdrawn: false };
  const locked = takenWhileLocked(records, shop, entry.effects);
  return effectsOf(entry.effects, keeping.held ?? null).reduce((r, c) => bring(r, c, entered, keeping, locked), {
    ...records,
    lines: [line, ...records.lines],
  });
}

/** The rows one line added to the records of its job, kind by kind, each in its order. */
export interface LineRows {
  positions: readonly PositionRecord[];
  readings: readonly StoredReading[];
  fittings: readonly Fitting[];
  across: readonly AcrossNote[];
  workings: readonly WorkingNote[];
  events: readonly StoredSafetyEvent[];
  points: readonly PointReading[];
  observations: readonly StoredObservation[];
  notes: readonly NoteRecord[];
}

/** The rows a kept line stands behind, kind by kind: what a database stores for it. Empty lists for a key that is not on record. */
export function rowsOfLine(records: JobRecords, key: string): LineRows {
  const mine = <T extends { line?: string | null }>(rows: readonly T[]) => rows.filter((r) => r.line === key);
  const { positions, readings, fittings, across, workings, events, points, observations, notes } = records;
  return {
    positions: mine(positions),
    readings: Object.values(readings).flatMap(mine),
    fittings: mine(fittings),
    across: mine(across),
    workings: mine(workings),
    events: mine(events),
    points: mine(points),
    observations: mine(observations),
    notes: mine(notes),
  };
}

/** The records as a line found them that was saved before: without the parts it added itself, and what it observed. */
export const beforeLine = <R extends JobRecords>(records: R, key: string): R => ({
  ...records,
  positions: records.positions.filter((p) => p.line !== key),
  observations: records.observations.filter((o) => o.line !== key),
});

/** What a line brings about: of one that an interlock holds, the attempt and nothing of what it would have set. */
export const effectsOf = (effects: readonly Effect[], held: Interlock | null): readonly Effect[] =>
  held === null ? effects : effects.filter((c) => c.about === "power");

function bring<R extends JobRecords>(records: R, c: Effect, { key, at }: EnteredLine, keeping: SaveContext, locked: boolean): R {
  const { seq, keptAt = at } = keeping;
  const from = { line: key, seq };
  const idOf = (designator: string) => records.positions.find((p) => p.designator === designator)!.id;
  switch (c.about) {
    case "reading": {
      const positionId = idOf(c.designator);
      const { measurement, significant, inCircuit, meter } = c;
      const reading = { ...from, positionId, takenAt: at, measurement, significant, inCircuit, meter, whileLocked: locked };
      return { ...records, readings: { ...records.readings, [positionId]: [...(records.readings[positionId] ?? []), reading] } };
    }
    case "across": {
      const designators = c.parallel.kind === "alone" ? [] : c.parallel.designators;
      return { ...records, across: [...records.across, { ...from, positionId: idOf(c.designator), designators }] };
    }
    case "voltsAt": {
      const { volts, form, significant } = c;
      if (form === "dc" && !isEnergised(records))
        return {
          ...records,
          events: [
            ...records.events,
            { ...from, id: seq, at, kept: keptAt, kind: "residual", position: c.designator, volts, struck: false },
          ],
        };
      return {
        ...records,
        points: [
          ...records.points,
          { ...from, positionId: idOf(c.designator), point: null, volts, form, significant, under: {}, takenAt: at },
        ],
      };
    }
    case "point": {
      const { point, volts, form, significant, under } = c;
      return {
        ...records,
        points: [...records.points, { ...from, positionId: null, point, volts, form, significant, under, takenAt: at }],
      };
    }
    case "observed": {
      const { subject, observation } = c;
      const whileLocked = locked && needsInternalAccess(c);
      return {
        ...records,
        observations: [...records.observations, { ...from, subject, observation, takenAt: at, by: keeping.by, whileLocked }],
      };
    }
    case "fitted":
      return {
        ...records,
        fittings: [
          ...records.fittings,
          fittingOf(
            c,
            records.positions.find((p) => p.designator === c.designator)!,
            from,
            at,
            keeping,
          ),
        ],
      };
    case "note":
      return {
        ...records,
        notes: [
          ...records.notes,
          { ...from, positionId: c.designator === null ? null : idOf(c.designator), at, by: keeping.by, text: c.text },
        ],
      };
    case "power":
      return {
        ...records,
        events: [
          ...records.events,
          { ...from, id: seq, at, kept: keptAt, kind: !c.on ? "powerOff" : keeping.held ? "powerAttempt" : "powerOn", struck: false },
        ],
      };
    case "highest":
      return {
        ...records,
        events: [...records.events, { ...from, id: seq, at, kept: keptAt, kind: "highest", volts: c.volts, struck: false }],
      };
    case "working":
      return { ...records, workings: [...records.workings, { ...from, positionId: idOf(c.designator), volts: c.volts }] };
    case "position":
      return { ...records, positions: inOrder([...records.positions, positionOf(c.position, key, keeping)]) };
    case "shelf":
      return records;
  }
}

/** The part that is in now: as said, else as chosen, else like the one it replaces. */
function fittingOf(
  c: Extract<Effect, { about: "fitted" }>,
  position: PositionRecord,
  from: { line: string; seq: number },
  at: number,
  keeping: Pick<SaveContext, "chosen">,
): Fitting {
  const chosen = c.marking ? null : keeping.chosen(position.id);
  const technology = c.marking?.technology ?? position.technology;
  const said = c.marking && {
    code: null,
    nominal: c.marking.nominal,
    rated: c.marking.rated,
    technology,
    tolerance: usualTolerance(technology),
  };
  const { nominal, rated, tolerance } = position;
  return { ...from, positionId: position.id, at, lot: c.lot, ...(said ?? chosen ?? { code: null, nominal, rated, technology, tolerance }) };
}

function positionOf(draft: Extract<Effect, { about: "position" }>["position"], line: string, keeping: SaveContext): PositionRecord {
  const { assumed: _assumed, ...rest } = draft;
  return {
    ...(rest as Omit<PositionRecord, "id">),
    id: keeping.positionId(draft.designator),
    jobId: 0,
    version: 1,
    line,
    counterpartGroup: null,
    maxDiameter: null,
    maxHeight: null,
    working: null,
    largest: null,
    following: null,
    originalEsr: null,
    esrLeast: null,
    esrMost: null,
    pulse: null,
    audio: null,
  };
}

/** Positions of one job in the order in which their sections were entered, by designator within each. */
export function inOrder<P extends { section: string; designator: string }>(positions: readonly P[]): P[] {
  const sections = [...new Set(positions.map((p) => p.section))];
  return [...positions].sort(
    (a, b) => sections.indexOf(a.section) - sections.indexOf(b.section) || byDesignator(a.designator, b.designator),
  );
}

/** Why a part left the list of those that hold charge when the line that added it was undone. */
const UNDONE_REASON = "its line was undone";

/** What no line says, behind the last line there is. */
const noLine = ({ lines }: Pick<JobRecords, "lines">, at: number) =>
  ({ id: 0, line: null, seq: lines[0]?.seq ?? 0, at, kept: at, struck: false }) as const;

/**
 * Whether undoing a line takes away all that says the unit is on: it is off then, for all anybody says, and charged, for all anybody knows.
 */
export const undoesPower = (events: readonly StoredSafetyEvent[], key: string): boolean =>
  isPowered(events) &&
  events.some((e) => e.line === key && isPower(e) && !e.struck) &&
  !isPowered(events.filter((e) => !(e.line === key || e.struck) || !isPower(e)));
const isPower = (e: StoredSafetyEvent): boolean => e.kind === "powerOn" || e.kind === "powerAttempt";

/** What the lock goes on counting of a line that was undone: a charge that was seen, and power that may have charged every part. */
const staysCounting = (e: StoredSafetyEvent, touchLimit: number): boolean =>
  isPower(e) || e.kind === "powerOff" || (e.kind === "residual" && !(Math.abs(e.volts) < touchLimit));

/**
 * The records without a line and everything it brought about. Charge that was seen, and power, are the exceptions: they go, and the lock
 * alone goes on counting them, since only a new reading may say that a charge is gone; a holder that leaves with its line is written down.
 */
export function withdraw<R extends JobRecords>(records: R, key: string, { touchLimit }: Pick<ShopFacts, "touchLimit">, at: number): R {
  const others = <T extends { line: string | null }>(list: readonly T[]): readonly T[] =>
    list.some((x) => x.line === key) ? list.filter((x) => x.line !== key) : list;
  const readings = Object.fromEntries(
    Object.entries(records.readings).flatMap(([id, list]) => {
      const left = others(list);
      return left.length === 0 ? [] : [[id, left]];
    }),
  );
  const events = records.events.flatMap((e) => (e.line !== key ? [e] : staysCounting(e, touchLimit) ? [{ ...e, struck: true }] : []));
  const off: StoredSafetyEvent[] = undoesPower(records.events, key) ? [{ ...noLine(records, at), kind: "powerUndone" }] : [];
  const gone = records.positions.filter((p) => p.line === key);
  const released = gone.filter((p) => p.holdsCharge);
  return {
    ...records,
    positions: others(records.positions),
    retired: gone.length === 0 ? records.retired : [...records.retired, ...gone],
    readings,
    fittings: others(records.fittings),
    across: others(records.across),
    workings: others(records.workings),
    points: others(records.points),
    observations: others(records.observations),
    notes: others(records.notes),
    events: [
      ...events,
      ...off,
      ...released.map((p): StoredSafetyEvent => ({
        ...noLine(records, at),
        kind: "released",
        position: p.designator,
        reason: UNDONE_REASON,
      })),
    ],
    lines: records.lines.map((l) => (l.key === key ? { ...l, withdrawn: true } : l)),
  };
}
