"use client";

import { STATIONS, pathOf, type StationId, type StationState } from "@mirvek/core/job";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { jobNumberText } from "../../wording/quantity";
import { stationKey, stationName } from "../../wording/vocabulary";
import { useJob } from "./JobProvider";
import styles from "./JobPath.module.css";
import { jobWords } from "../../wording/screens/job";

const HELD: Readonly<Record<Extract<StationState, { kind: "held" }>["by"], string>> = {
  energised: "live",
  charge: "charge",
  nothingListed: "unknown",
  voltsUnknown: "unknown",
  temporary: "temporary part",
  leftIn: "not put back",
  unsafe: "earth or lead",
  notRefitted: "not refitted",
  undecided: "undecided",
  fuseUnexplained: "fuse cause unknown",
  stillThere: "still there",
  openFault: "fault open",
  hazard: "charge",
  notFitted: "not fitted",
  unproven: "not tested",
  notRun: "not run",
  testFails: "test fails",
  refitLeft: "refit open",
  contaminated: "contaminated",
  idleNotWarm: jobWords.idleNotReadWarm,
  noCause: "no cause",
  stopped: "stop",
  unreachable: "out of reach",
  fails: "fails",
};

function stateText(state: StationState): string {
  if (state.kind === "held") return HELD[state.by];
  if (state.kind === "underWay") return `${state.done} of ${state.of}`;
  return "";
}

const STATE_NAME = { untouched: "untouched", underWay: "under way", done: "done", held: "held" } as const;

/** The hole punched beside a station: full when done, half when under way, struck through when held. */
function Hole({ state, here }: { state: StationState; here: boolean }) {
  const colour = here
    ? "var(--copper)"
    : state.kind === "held"
      ? "var(--failed)"
      : state.kind === "untouched"
        ? "var(--rule-strong)"
        : "var(--ink)";
  return (
    <svg width="18" height="18" aria-hidden="true">
      <circle cx="9" cy="9" r="6" fill={state.kind === "done" ? colour : "none"} stroke={colour} strokeWidth={here ? 3 : 1.8} />
      {state.kind === "underWay" && <path d="M9 3a6 6 0 0 1 0 12z" fill={colour} />}
      {state.kind === "held" && <path d="M4.5 13.5l9-9" stroke={colour} strokeWidth="2" />}
    </svg>
  );
}

/** The job: what the job is, and its path through the stations. */
export function JobPath() {
  const { view } = useJob();
  const pathname = usePathname();
  const { job, stations } = view;
  const href = (station: StationId) => `/jobs/${job.number}/${pathOf(station)}`;
  return (
    <nav className={`${styles.path} no-print`} aria-label="Job">
      <p className={styles.number}>
        <Link prefetch={false} href="/">
          Bench
        </Link>{" "}
        <span aria-hidden="true">/</span> <span className="mono">Job {jobNumberText(job.number)}</span>
      </p>
      <h1 title={job.title}>{job.title}</h1>
      <p className={styles.complaint}>{job.complaint ? `“${job.complaint}”` : jobWords.noComplaintEnteredYet}</p>
      <ol>
        {STATIONS.map((station) => {
          const here = pathname === href(station);
          const state = stations[station];
          return (
            <li key={station} className={here ? styles.here : undefined}>
              <Link prefetch={false} href={href(station)} aria-current={here ? "page" : undefined}>
                <Hole state={state} here={here} />
                <span>
                  {stationName[station]}
                  <span className="sr-only">, {STATE_NAME[state.kind]}</span>
                </span>
                <small>{stateText(state)}</small>
                <kbd aria-hidden="true">{stationKey[station]}</kbd>
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
