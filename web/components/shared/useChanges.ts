"use client";

import { useEffect, useRef, useState } from "react";
import { read } from "./request";

/** What every open window is told at each beat: how often what it shows was written to, and the server's clock, ms since the epoch. */
interface Beat {
  revision: number;
  now: number;
}

/** Older than this a window no longer claims to be up to date: two beats and a breath. */
const STALE_MS = 3000;
const POLL_MS = 2000;

/**
 * Follows what the server says of a job, or of the whole bench: `onBeat` at every beat. Where the stream is broken it is asked in between.
 * @returns when the server was last heard, ms since the epoch by this browser's clock; null on the server itself
 */
export function useChanges(job: number | null, onBeat: (beat: Beat) => void): number | null {
  // what came with the page is as new as the page
  const [heard, setHeard] = useState<number | null>(() => (typeof window === "undefined" ? null : Date.now()));
  const told = useRef(onBeat);
  useEffect(() => {
    told.current = onBeat;
  });
  useEffect(() => {
    let last = Date.now();
    let open = true;
    const path = `/api/changes${job === null ? "" : `?job=${job}`}`;
    const hear = (beat: Beat) => {
      if (!open) return;
      last = Date.now();
      setHeard(last);
      told.current(beat);
    };
    // a browser has few connections to one server: a window nobody sees holds none, and asks as soon as it is seen again
    let stream: EventSource | null = null;
    const listen = () => {
      stream?.close();
      stream = document.visibilityState === "visible" ? new EventSource(path) : null;
      if (stream) stream.onmessage = (event: MessageEvent<string>) => hear(JSON.parse(event.data) as Beat);
    };
    const ask = () => void read<Beat>(`${path}${job === null ? "?" : "&"}once`).then((answer) => answer.ok && hear(answer.value));
    const timer = setInterval(() => Date.now() - last >= POLL_MS && ask(), POLL_MS);
    const onSeen = () => {
      listen();
      if (document.visibilityState === "visible") ask();
    };
    listen();
    document.addEventListener("visibilitychange", onSeen);
    window.addEventListener("focus", ask);
    return () => {
      open = false;
      stream?.close();
      clearInterval(timer);
      document.removeEventListener("visibilitychange", onSeen);
      window.removeEventListener("focus", ask);
    };
  }, [job]);
  return heard;
}

/** Since when what is shown may be out of date, looked at once a second; null as long as the server is heard. */
export function useStaleSince(heard: number | null): number | null {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return heard !== null && now - heard > STALE_MS ? heard : null;
}
