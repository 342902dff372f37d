"use client";

import { Button } from "antd";
import dynamic from "next/dynamic";
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { PIECE_BYTES, MAX_PIECES } from "../../schemas/recording";
import { makeSoundClient } from "../../workers/sound.client";
import { useKeys } from "../shared/useKeys";
import { asWav } from "./asWav";
import { Findings } from "./Findings";
import { Sources } from "./Sources";
import { Recordings } from "./Recordings";
import { makeRecordingStore, type RecordingShelf } from "./recordingStore";
import type { SoundJob } from "./soundJob";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

const BeforeAfter = dynamic(() => import("./BeforeAfter").then((m) => m.BeforeAfter), { ssr: false });

/** Where recordings are taken, analysed, compared with each other and sent into a job. */
export function SoundDesk({ shelf, job }: { shelf: RecordingShelf | null; job: SoundJob | null }) {
  const [client] = useState(makeSoundClient);
  const store = useMemo(() => makeRecordingStore({ client, shelf, asWav, most: PIECE_BYTES * MAX_PIECES }), [client, shelf]);
  const { recordings, current, wrong } = useSyncExternalStore(store.subscribe, store.get, store.get);
  useEffect(() => {
    void store.open();
    return () => store.close();
  }, [store]);
  const desk = useRef<HTMLDivElement>(null);
  // the desk has the keys here, not the line
  useEffect(() => {
    const frame = requestAnimationFrame(() => desk.current?.focus());
    return () => cancelAnimationFrame(frame);
  }, []);
  const here = recordings.find((t) => t.key === current) ?? null;
  const next = () => {
    const i = recordings.findIndex((t) => t.key === current);
    const after = recordings[(i + 1) % Math.max(1, recordings.length)];
    if (after) void store.show(after.key);
  };
  useKeys({ "]": next, Escape: store.cancel });
  return (
    <div ref={desk} tabIndex={-1} style={{ outline: "none" }}>
      <Sources store={store} job={job} />
      {wrong && (
        <p className="state-failed" role="alert">
          {wrong}
        </p>
      )}
      <Recordings store={store} recordings={recordings} current={current} closed={job?.closed ?? false} />
      {here === null ? (
        <p className="muted" style={{ marginTop: 12 }}>
          {soundWords.recordFewSecondsFault}
        </p>
      ) : here.hearing.kind === "listening" ? (
        <p className={styles.tools} role="status">
          Analysing {here.name}
          <progress value={here.hearing.share} max={1} aria-label="Analysed" />
          <Button size="small" onClick={store.cancel}>
            Stop <kbd>Esc</kbd>
          </Button>
        </p>
      ) : here.hearing.kind === "refused" ? (
        <p className="state-failed" role="alert">
          {here.name}: {here.hearing.why}
        </p>
      ) : here.hearing.kind === "waiting" ? (
        <p className={styles.tools}>
          Not analysed yet.
          <Button size="small" onClick={() => void store.show(here.key)}>
            Listen
          </Button>
        </p>
      ) : (
        <Findings key={here.key} store={store} recording={here} hearing={here.hearing} recordings={recordings} job={job} />
      )}
      <BeforeAfter recordings={recordings} job={job} />
    </div>
  );
}
