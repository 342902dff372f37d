"use client";

import { App } from "antd";
import { createContext, use, useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import type { RequestIssue } from "../../schemas/issues";
import type { JobView, PositionView } from "../../schemas/jobView";
import { issueText } from "../../wording/requestIssue";
import { read, send, type Answer } from "../shared/request";

interface JobContextValue {
  view: JobView;
  /** takes over a view unless a newer one is already shown */
  apply: (view: JobView) => void;
  /** sends a write below this job and shows the job as it stands after it; a refusal is shown as a message */
  write: (method: "POST" | "PATCH", path: string, body: unknown) => Promise<Answer<JobView>>;
  refresh: () => Promise<void>;
  /** the part under the cursor */
  cursor: string | null;
  setCursor: (designator: string | null) => void;
  current: PositionView | null;
  /** ms since the epoch by the server's clock, moving once a second */
  now: number;
}

const JobContext = createContext<JobContextValue | null>(null);

export function useJob(): JobContextValue {
  const value = use(JobContext);
  if (!value) throw new Error("useJob needs a JobProvider above it");
  return value;
}

export function JobProvider({ initial, children }: { initial: JobView; children: ReactNode }) {
  const { message } = App.useApp();
  const [view, setView] = useState(initial);
  const [cursor, setCursor] = useState<string | null>(null);
  const now = useServerClock(view.now);
  const path = `/api/jobs/${view.job.number}`;

  const apply = useCallback((next: JobView) => setView((shown) => (next.now >= shown.now ? sharingUnchanged(shown, next) : shown)), []);
  const refresh = useCallback(async () => {
    const answer = await read<JobView>(path);
    if (answer.ok) apply(answer.value);
  }, [path, apply]);
  const write = useCallback(
    async (method: "POST" | "PATCH", below: string, body: unknown): Promise<Answer<JobView>> => {
      const answer = await send<JobView>(method, below === "" ? path : `${path}/${below}`, body);
      if (answer.ok) apply(answer.value);
      else {
        void message.error(issueText(answer.issue as RequestIssue), 6);
        if (answer.issue.code === "stale") await refresh();
      }
      return answer;
    },
    [path, apply, refresh, message],
  );

  // another bench or tab may have written meanwhile
  useEffect(() => {
    const onVisible = () => document.visibilityState === "visible" && void refresh();
    document.addEventListener("visibilitychange", onVisible);
    window.addEventListener("focus", onVisible);
    return () => {
      document.removeEventListener("visibilitychange", onVisible);
      window.removeEventListener("focus", onVisible);
    };
  }, [refresh]);

  const current = view.positions.find((p) => p.designator === cursor) ?? null;
  const value = useMemo(
    () => ({ view, apply, write, refresh, cursor, setCursor, current, now }),
    [view, apply, write, refresh, cursor, current, now],
  );
  return <JobContext value={value}>{children}</JobContext>;
}

/** The new view with the old objects of positions that did not change, so that only changed rows are drawn again. */
function sharingUnchanged(shown: JobView, next: JobView): JobView {
  const before = new Map(shown.positions.map((p) => [p.id, p]));
  const positions = next.positions.map((p) => {
    const old = before.get(p.id);
    return old && JSON.stringify(old) === JSON.stringify(p) ? old : p;
  });
  return { ...next, positions };
}

function useServerClock(serverNow: number): number {
  const [now, setNow] = useState(serverNow);
  const offset = useRef(0);
  useEffect(() => {
    offset.current = serverNow - Date.now();
    setNow(serverNow);
  }, [serverNow]);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now() + offset.current), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
