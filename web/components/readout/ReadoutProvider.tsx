"use client";

import type { Entry } from "@mirvek/core/readout";
import { createContext, use, useCallback, useEffect, useMemo, useRef, useState, type ReactNode, type RefObject } from "react";
import type { RequestIssue } from "../../schemas/issues";
import type { JobView } from "../../schemas/jobView";
import type { ReadoutPost } from "../../schemas/records";
import { useJob } from "../job/JobProvider";
import { send } from "../shared/request";

export type LineAnswer = { kind: "kept"; entry: Entry; view: JobView } | { kind: "refused"; line: string; issue: RequestIssue };

interface ReadoutContextValue {
  inputRef: RefObject<HTMLInputElement | null>;
  focusLine: () => void;
  text: string;
  setText: (text: string) => void;
  inCircuit: boolean;
  meter: string | null;
  setInCircuit: (value: boolean) => void;
  setMeter: (id: string | null) => void;
  /** sends a line; it waits in this browser until the server has answered */
  submit: (line: string) => void;
  waiting: readonly ReadoutPost[];
  answer: LineAnswer | null;
  clearAnswer: () => void;
  /** the database or the network does not answer; waiting lines go in when it does */
  down: boolean;
}

const ReadoutContext = createContext<ReadoutContextValue | null>(null);

export function useReadout(): ReadoutContextValue {
  const value = use(ReadoutContext);
  if (!value) throw new Error("useReadout needs a ReadoutProvider above it");
  return value;
}

const RETRY_MS = 2500;

export function ReadoutProvider({ children }: { children: ReactNode }) {
  const { view, apply, cursor, setCursor } = useJob();
  const number = view.job.number;
  const inputRef = useRef<HTMLInputElement>(null);
  const [text, setText] = useState("");
  const [inCircuit, setInCircuit] = useState(true);
  const [meter, setMeter] = useState<string | null>(() => view.meters.find((m) => m.shows === "esr")?.id ?? view.meters[0]?.id ?? null);
  const [answer, setAnswer] = useState<LineAnswer | null>(null);
  const [down, setDown] = useState(false);
  const [waiting, setWaiting] = useStoredQueue(`mirvek-waiting-${number}`);
  const busy = useRef(false);

  const settle = useCallback(
    (post: ReadoutPost, result: LineAnswer) => {
      setWaiting((queue) => queue.filter((w) => w.clientKey !== post.clientKey));
      setAnswer(result);
      setDown(false);
      if (result.kind === "refused") {
        // what was typed comes back, unless something new is being typed already
        setText((now) => (now === "" ? result.line : now));
        return;
      }
      apply(result.view);
      moveOn(result, post, setCursor, setInCircuit, setMeter);
    },
    [apply, setCursor, setWaiting],
  );

  // One line at a time, in the order typed: a later reading must not overtake an earlier one.
  useEffect(() => {
    const [first] = waiting;
    if (!first || busy.current) return;
    busy.current = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    void send<{ entry: Entry; view: JobView }>("POST", `/api/jobs/${number}/readout`, first).then((result) => {
      busy.current = false;
      if (result.ok) settle(first, { kind: "kept", ...result.value });
      else if (result.issue.code === "databaseDown" || result.issue.code === "unexpected") {
        setDown(true);
        timer = setTimeout(() => setWaiting((queue) => [...queue]), RETRY_MS);
      } else settle(first, { kind: "refused", line: first.line, issue: result.issue });
    });
    return () => clearTimeout(timer);
  }, [waiting, number, settle, setWaiting]);

  const submit = useCallback(
    (line: string) => {
      if (line.trim() === "") return;
      setAnswer(null);
      setWaiting((queue) => [...queue, { line: line.trim(), clientKey: crypto.randomUUID(), current: cursor, meter, inCircuit }]);
    },
    [cursor, meter, inCircuit, setWaiting],
  );
  const focusLine = useCallback(() => inputRef.current?.focus(), []);
  const clearAnswer = useCallback(() => setAnswer(null), []);

  const value = useMemo(
    () => ({ inputRef, focusLine, text, setText, inCircuit, meter, setInCircuit, setMeter, submit, waiting, answer, clearAnswer, down }),
    [focusLine, text, inCircuit, meter, submit, waiting, answer, clearAnswer, down],
  );
  return <ReadoutContext value={value}>{children}</ReadoutContext>;
}

/** After a line was kept: settings stick, a named part takes the cursor, an unnamed one passes it to the next unmeasured. */
function moveOn(
  result: Extract<LineAnswer, { kind: "kept" }>,
  post: ReadoutPost,
  setCursor: (designator: string | null) => void,
  setInCircuit: (value: boolean) => void,
  setMeter: (id: string | null) => void,
) {
  const { entry, view } = result;
  if (entry.kind === "setting") {
    if (entry.inCircuit !== null) setInCircuit(entry.inCircuit);
    if (entry.meter !== null) setMeter(entry.meter);
  }
  if (entry.kind !== "part" && entry.kind !== "volts") return;
  if (!entry.implied) return setCursor(entry.designator);
  const at = view.positions.findIndex((p) => p.designator === entry.designator);
  const after = [...view.positions.slice(at + 1), ...view.positions.slice(0, at)];
  const next = entry.kind === "part" ? after.find((p) => p.verdict.state === "unmeasured") : undefined;
  setCursor(next?.designator ?? post.current);
}

/** Lines not yet acknowledged, kept in this browser so that a reload or a crash does not lose them. */
function useStoredQueue(key: string) {
  const [queue, setQueue] = useState<readonly ReadoutPost[]>([]);
  const loaded = useRef(false);
  useEffect(() => {
    try {
      const stored = JSON.parse(localStorage.getItem(key) ?? "[]") as ReadoutPost[];
      if (Array.isArray(stored) && stored.length > 0) setQueue((fresh) => [...stored, ...fresh]);
    } catch {
      localStorage.removeItem(key);
    }
    loaded.current = true;
  }, [key]);
  useEffect(() => {
    if (!loaded.current) return;
    if (queue.length === 0) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(queue));
  }, [key, queue]);
  return [queue, setQueue] as const;
}
