import { isClosed, type JobFacts } from "../model/facts";
import { powerUp } from "./powerUp";
import { choose } from "./choose";
import { simulate } from "./simulate";
import { fit } from "./fit";
import { returnUnit } from "./return";
import { inspect } from "./inspect";
import { makeSafe } from "./makeSafe";
import { measure } from "./measure";
import { finalTest } from "./finalTest";
import { adjust } from "./adjust";
import { sound } from "./sound";
import type { NextAct, Station, StationState } from "./station";
import { checkIn } from "./checkIn";
import { diagnosis } from "./diagnose";

/** The stations in the order of the work: the path of every job. */
export const PATH = [
  checkIn,
  makeSafe,
  inspect,
  sound,
  diagnosis,
  measure,
  simulate,
  choose,
  fit,
  powerUp,
  adjust,
  finalTest,
  returnUnit,
] as const;
export type StationId = (typeof PATH)[number]["id"];
export const STATIONS: readonly StationId[] = PATH.map((s) => s.id);

/** Where each station of the job stands. */
export const stationStates = <I extends string>(job: JobFacts, path: readonly Station<I>[]): Record<I, StationState> =>
  Object.fromEntries(path.map((s) => [s.id, s.state(job)])) as Record<I, StationState>;

/** The one useful act to do next, and the station it is done at: the first on the path that has one; a closed job has only its report. */
export function nextOf<I extends string>(job: JobFacts, path: readonly Station<I>[]): { act: NextAct; at: I } {
  // a unit that is brought up is on because somebody is at it: what needs it on comes before switching it off
  const live = job.safety.kind === "energised" && job.after?.powerUp.begun ? path.filter((s) => s.live) : [];
  const open = isClosed(job.state) ? path.slice(-1) : [...live, ...path];
  for (const station of open) {
    const act = station.act(job);
    if (act) return { act, at: station.id };
  }
  return { act: { code: "closed" }, at: path[path.length - 1]!.id };
}

/** The last part of a station's address. */
export const pathOf = (id: StationId): string => PATH.find((s) => s.id === id)!.path;
