"use client";

import { UNIT_KINDS, type UnitKind } from "@mirvek/core/device";
import { USUAL_STIMULUS, type Stimulus } from "@mirvek/core/sound";
import { Button } from "antd";
import { useEffect, useRef, useState, type DragEvent } from "react";
import { playedName } from "../../wording/sound";
import { unitKindName } from "../../wording/vocabulary";
import { Pick } from "../shared/Pick";
import { download } from "../shared/download";
import { useKeys } from "../shared/useKeys";
import { play } from "./play";
import type { Running } from "./recorder";
import type { SoundJob } from "./soundJob";
import type { RecordingStore } from "./recordingStore";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

/** A file, an input, a simulated unit; and the signals a unit is to play. */
export function Sources({ store, job }: { store: RecordingStore; job: SoundJob | null }) {
  const picker = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [kind, setKind] = useState<UnitKind>(job?.unitKind ?? "receiver");
  const simulated = useRef(0);
  const closed = job?.closed ?? false;
  const take = (files: Iterable<File>) => {
    for (const file of files) void store.add(file, file.name);
  };
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    if (!closed) take(event.dataTransfer.files);
  };
  // each time another one of its kind, and every day the same ones
  const simulate = () => void store.simulate(job?.unitKind ?? kind, job?.mainsHz ?? 50, ++simulated.current);
  useKeys(closed ? {} : { f: () => picker.current?.click(), g: simulate });
  if (closed) return null;
  return (
    <div
      className={`${styles.sources} ${over ? styles.over : ""}`}
      role="group"
      aria-label="Add a recording"
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
    >
      <input
        ref={picker}
        type="file"
        accept="audio/*,video/*,.wav"
        multiple
        hidden
        aria-label="Recordings"
        onChange={(e) => {
          take([...(e.target.files ?? [])]);
          e.target.value = "";
        }}
      />
      <span className="muted">{soundWords.dropRecordingHere}</span>
      <Button size="small" type="primary" onClick={() => picker.current?.click()}>
        Choose a file <kbd>f</kbd>
      </Button>
      <Recorder store={store} />
      {job === null && (
        <Pick
          aria-label="Unit"
          value={kind}
          options={UNIT_KINDS.map((k) => ({ value: k, label: unitKindName[k] }))}
          onPick={(k) => k && setKind(k)}
        />
      )}
      <Button size="small" onClick={simulate}>
        Simulated unit <kbd>g</kbd>
      </Button>
      <TestSignals store={store} />
    </div>
  );
}

function Recorder({ store }: { store: RecordingStore }) {
  const [running, setRunning] = useState<Running | null>(null);
  const [level, setLevel] = useState({ peak: 0, seconds: 0 });
  const [wrong, setWrong] = useState<string | null>(null);
  const latest = useRef<Running | null>(null);
  useEffect(() => () => void latest.current?.stop(), []);
  const toggle = async () => {
    if (running) {
      latest.current = null;
      setRunning(null);
      const file = await running.stop();
      if (file) void store.add(file, `recorded ${new Date().toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}.wav`);
      else setWrong(soundWords.inputGaveNoSignal);
      return;
    }
    try {
      const { record } = await import("./recorder");
      const begun = await record((peak, seconds) => setLevel({ peak, seconds }));
      latest.current = begun;
      setWrong(null);
      setRunning(begun);
    } catch {
      setWrong(soundWords.noInputBrowserWas);
    }
  };
  useKeys({ m: () => void toggle() });
  return (
    <>
      <Button size="small" danger={running !== null} onClick={() => void toggle()}>
        {running ? `Stop, ${level.seconds.toFixed(0)} s` : "Record an input"} <kbd>m</kbd>
      </Button>
      {running && <meter value={level.peak} min={0} max={1} high={0.95} aria-label={soundWords.levelInput} />}
      {wrong && (
        <span className="state-failed" role="alert">
          {wrong}
        </span>
      )}
    </>
  );
}

/** The sweep and the tones, to be played by the unit itself or from a file. */
function TestSignals({ store }: { store: RecordingStore }) {
  const [which, setWhich] = useState<Stimulus>("sweep");
  const [playing, setPlaying] = useState<{ stop: () => void } | null>(null);
  useEffect(() => () => playing?.stop(), [playing]);
  const start = async () => {
    if (playing) {
      playing.stop();
      return setPlaying(null);
    }
    const file = await store.stimulus(which);
    if (file) setPlaying(await play(file, () => setPlaying(null)));
  };
  const save = async () => {
    const file = await store.stimulus(which);
    if (file) download(`mirvek-${which}.wav`, file, "audio/wav");
  };
  return (
    <span className={styles.tools} style={{ margin: 0 }}>
      <span className="muted">Test signal</span>
      <Pick
        aria-label="Test signal"
        value={which}
        options={[
          { value: "sweep", label: playedName.sweep },
          { value: "tones", label: playedName.tones },
        ]}
        onPick={(w) => w && setWhich(w)}
      />
      <Button size="small" onClick={() => void start()} title={soundWords.dbfsVolumeDownFirst(USUAL_STIMULUS.level)}>
        {playing ? "Stop" : "Play"}
      </Button>
      <Button size="small" onClick={() => void save()}>
        Save as WAV
      </Button>
    </span>
  );
}
