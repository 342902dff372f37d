"use client";

import { useMessage } from "../shared/Providers";
import {
  createContext,
  use,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
  type RefObject,
} from "react";
import type { RequestIssue } from "../../schemas/issues";
import type { JobData, PositionView } from "../../schemas/jobView";
import type { SavedLine } from "../../schemas/records";
import { issueText } from "../../wording/requestIssue";
import { read, send, type Answer } from "../shared/request";
import { makeCircuitClient } from "../../workers/circuit.client";
import { makeServerClock } from "../shared/serverClock";
import { useChanges, useStaleSince } from "../shared/useChanges";
import { makeJobStore, type CursorSnapshot, type JobSnapshot, type JobStore } from "./jobStore";

// Three contexts: the job changes with every line, the cursor with every arrow key, the clock every second.

interface JobContextValue {
  store: JobStore;
  /** sends a write below this job and shows the job as it stands after it; a refusal is shown as a message */
  write: (method: "POST" | "PATCH", path: string, body: unknown) => Promise<Answer<JobData | null>>;
  inputRef: RefObject<HTMLInputElement | null>;
  focusLine: () => void;
}

const JobContext = createContext<JobContextValue | null>(null);
const ClockContext = createContext<number | null>(null);
const HeardContext = createContext<number | null>(null);

function needed<T>(value: T | null, hook: string): T {
  if (value === null) throw new Error(`${hook} needs a JobProvider above it`);
  return value;
}

/** The job as it stands, with everything that can be done to it. */
export function useJob(): JobSnapshot &
  Omit<JobContextValue, "store"> &
  Pick<JobStore, "submit" | "strike" | "drop" | "preview" | "heldBy" | "clearAnswer" | "getJob" | "whenSent"> {
  const { store, ...rest } = needed(use(JobContext), "useJob");
  const snapshot = useSyncExternalStore(store.subscribe, store.getJob, store.getJob);
  const { submit, strike, drop, preview, heldBy, clearAnswer, getJob, whenSent } = store;
  return { ...snapshot, ...rest, submit, strike, drop, preview, heldBy, clearAnswer, getJob, whenSent };
}

/** The part under the cursor, in or out of circuit, and the meter in hand. */
export function useCursor(): CursorSnapshot & Pick<JobStore, "setCursor" | "setInCircuit" | "setMeter"> & { current: PositionView | null } {
  const { store } = needed(use(JobContext), "useCursor");
  const snapshot = useSyncExternalStore(store.subscribe, store.getCursor, store.getCursor);
  const { setCursor, setInCircuit, setMeter } = store;
  const current = store.getJob().view.positions.find((p) => p.designator === snapshot.cursor) ?? null;
  return { ...snapshot, current, setCursor, setInCircuit, setMeter };
}

/** ms since the epoch by the server's clock, moving once a second. */
export const useNow = (): number => needed(use(ClockContext), "useNow");

/** Since when what is shown may be out of date, ms since the epoch by this browser's clock; null as long as the server is heard. */
export const useJobStaleSince = (): number | null => useStaleSince(use(HeardContext));

const LINE_TIMEOUT_MS = 5000;

export function JobProvider({ initial, children }: { initial: JobData; children: ReactNode }) {
  const message = useMessage();
  const path = `/api/jobs/${initial.records.job.number}`;
  const [serverClock] = useState(() => makeServerClock());
  const inputRef = useRef<HTMLInputElement>(null);
  const [circuits] = useState(makeCircuitClient);
  const [store] = useState(() =>
    makeJobStore({
      predict: async (question, constants) => {
        const outcome = await circuits.ask({ type: "predict", question, constants });
        return outcome.kind === "answered" && outcome.answer.type === "predicted" ? outcome.answer.predicted : undefined;
      },
      data: initial,
      sendLine: (post) => send<SavedLine>("POST", `${path}/readout`, post, LINE_TIMEOUT_MS),
      loadData: () => read<JobData>(`${path}/records`),
      storage: typeof localStorage === "undefined" ? null : localStorage,
      now: serverClock.now,
      newKey: () => crypto.randomUUID(),
      later: (work, ms) => {
        const timer = setTimeout(work, ms);
        return () => clearTimeout(timer);
      },
    }),
  );
  useEffect(() => {
    serverClock.hear(initial.now);
    store.restore();
    return () => {
      store.close();
      circuits.close();
    };
    // only when the job opens
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [store, circuits, serverClock]);

  const write = useCallback(
    async (method: "POST" | "PATCH", below: string, body: unknown): Promise<Answer<JobData | null>> => {
      const answer = await send<JobData | null>(method, below === "" ? path : `${path}/${below}`, body);
      if (answer.ok && answer.value) store.take(answer.value);
      else if (answer.ok) store.refreshSoon();
      else {
        void message.error(issueText(answer.issue as RequestIssue), 6);
        if (answer.issue.code === "stale") await store.refresh();
      }
      return answer;
    },
    [path, store, message],
  );

  // another bench or tab may write at any time: every window follows
  const heard = useChanges(initial.records.job.number, ({ revision, now }) => {
    serverClock.hear(now);
    store.follow(revision);
  });

  const focusLine = useCallback(() => inputRef.current?.focus(), []);
  const value = useMemo(() => ({ store, write, inputRef, focusLine }), [store, write, focusLine]);
  return (
    <JobContext value={value}>
      <Ticking start={initial.now} now={serverClock.now}>
        <HeardContext value={heard}>{children}</HeardContext>
      </Ticking>
    </JobContext>
  );
}

/** Ticks for those who show the time; nobody else is drawn again. */
function Ticking({ start, now: read, children }: { start: number; now: () => number; children: ReactNode }) {
  const [now, setNow] = useState(start);
  useEffect(() => {
    const timer = setInterval(() => setNow(read()), 1000);
    return () => clearInterval(timer);
  }, [read]);
  return <ClockContext value={now}>{children}</ClockContext>;
}
