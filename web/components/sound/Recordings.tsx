"use client";

import { Button } from "antd";
import { PLAYED, RECORDING_MOMENTS } from "../../schemas/recording";
import { momentName, playedName } from "../../wording/sound";
import { Pick } from "../shared/Pick";
import type { RecordingState, RecordingStore } from "./recordingStore";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

const MOMENTS = RECORDING_MOMENTS.map((m) => ({ value: m, label: momentName[m] }));
const PLAYS = PLAYED.map((p) => ({ value: p, label: playedName[p] }));

interface Props {
  store: RecordingStore;
  recordings: readonly RecordingState[];
  current: string | null;
  closed: boolean;
}

/** Every recording with when it was made and what was played. */
export function Recordings({ store, recordings, current, closed }: Props) {
  if (recordings.length === 0) return null;
  return (
    <ul className={styles.recordings} aria-label="Recordings">
      {recordings.map((t, i) => (
        <li key={t.key} className={`${styles.recording} ${t.key === current ? styles.here : ""}`}>
          <span className="mono">{i + 1}</span>
          <button type="button" className={styles.name} aria-pressed={t.key === current} onClick={() => void store.show(t.key)}>
            {t.name}
          </button>
          <Kept of={t} store={store} />
          <span>
            <Pick
              aria-label={`When ${t.name} was made`}
              value={t.moment}
              options={MOMENTS}
              onPick={(moment) => moment && void store.mean(t.key, { moment })}
            />{" "}
            <Pick
              aria-label={soundWords.whatWasPlayed(t.name)}
              value={t.played}
              options={PLAYS}
              onPick={(played) => played && void store.mean(t.key, { played })}
            />
          </span>
          {closed ? (
            <span />
          ) : (
            <Button size="small" type="text" onClick={() => void store.drop(t.key)} aria-label={`Strike out ${t.name}`}>
              strike out
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

function Kept({ of: { keeping, key, kept }, store }: { of: RecordingState; store: RecordingStore }) {
  switch (keeping.kind) {
    case "no":
      return <span />;
    case "sending":
      return <progress value={keeping.share} max={1} aria-label="Saved so far" />;
    case "kept":
      return (
        <small className="muted mono" title={soundWords.firstDigitsHash}>
          {kept?.sha256.slice(0, 7)}
        </small>
      );
    case "notKept":
      return (
        <span className="state-failed">
          <small>not saved</small>{" "}
          <Button size="small" onClick={() => void store.keepAgain(key)} title={keeping.why}>
            again
          </Button>
        </span>
      );
  }
}
