"use client";

import { absenceLineOf, lineOf, type SoundFinding } from "@mirvek/core/sound";
import { Button } from "antd";
import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import { list } from "../../wording/quantity";
import { absenceText, aloneText, findingFigures, findingTitle, pointsTo, sickFaultText, sidesText } from "../../wording/sound";
import { useKeys } from "../shared/useKeys";
import { Compared } from "./Compared";
import { Exports } from "./Exports";
import { play } from "./play";
import type { SoundJob } from "./soundJob";
import type { Hearing, RecordingState, RecordingStore } from "./recordingStore";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

const LevelStrip = dynamic(() => import("./LevelStrip").then((m) => m.LevelStrip), { ssr: false, loading: () => <Space high={132} /> });
const Spectrum = dynamic(() => import("./Spectrum").then((m) => m.Spectrum), { ssr: false, loading: () => <Space high={236} /> });
const Space = ({ high }: { high: number }) => <div style={{ height: high }} />;

interface Props {
  store: RecordingStore;
  recording: RecordingState;
  hearing: Extract<Hearing, { kind: "heard" }>;
  recordings: readonly RecordingState[];
  job: SoundJob | null;
}

/** What one recording shows: in a sentence, over time, finding by finding, over frequency, and against another. */
export function Findings({ store, recording, hearing, recordings, job }: Props) {
  const { report, view } = hearing;
  const { findings } = report;
  const [picked, setPicked] = useState(0);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [sent, setSent] = useState<string | null>(null);
  const at = Math.min(picked, Math.max(0, findings.length - 1));
  const { playing, hear, told } = useAlone(store, recording.key);
  const sha256 = recording.kept?.sha256 ?? null;
  const inJob = sha256 !== null && (job?.heard.includes(sha256.slice(0, 7)) ?? false);
  const lines = [
    ...findings.filter((_, i) => !left.has(i)).map((f) => lineOf(f, report, sha256)),
    // that a hum or a swing is not there is worth as much as that it is
    ...report.notFound
      .filter((a) => (a.label === "hum" || a.label === "motorboating") && a.limit !== null && !findings.some((f) => f.label === a.label))
      .map((a) => absenceLineOf(a, report, sha256)),
  ];
  const waits = recording.keeping.kind === "sending";
  const send = () => {
    if (!job || job.closed || waits || inJob || lines.length === 0) return;
    if (job.send(lines)) setSent(soundWords.savedJobDiagnoseCounts(lines.length, lines.length === 1 ? "line" : "lines"));
    else setSent(soundWords.notAllWasUnderstood);
  };
  const toggle = (i: number) => setLeft((before) => new Set(before.has(i) ? [...before].filter((x) => x !== i) : [...before, i]));
  useKeys({
    ArrowDown: () => setPicked(Math.min(findings.length - 1, at + 1)),
    ArrowUp: () => setPicked(Math.max(0, at - 1)),
    p: () => findings[at] && void hear(findings[at]),
    e: send,
  });
  return (
    <section aria-label={`What ${recording.name} shows`}>
      <p className={styles.says} data-testid="says">
        {sentenceOf(findings, report.channels)}
      </p>
      {recording.sick && <p className="muted">Simulated. Add: {recording.sick.map(sickFaultText).join("; ")}.</p>}
      <LevelStrip view={view} picked={findings[at] ?? null} />
      {findings.length > 0 && (
        <table className={`sheet ${styles.findings}`}>
          <thead>
            <tr>
              <th>
                <span className="sr-only">{soundWords.saveJobToo}</span>
              </th>
              <th>Found</th>
              <th>Channel</th>
              <th>Points to</th>
              <th>Confidence</th>
              <th>
                <span className="sr-only">Hear it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {findings.map((f, i) => (
              <tr key={`${f.label} ${f.channels.join()} ${i}`} className={i === at ? styles.here : undefined} onClick={() => setPicked(i)}>
                <td>
                  {job && (
                    <input
                      type="checkbox"
                      checked={!left.has(i)}
                      onChange={() => toggle(i)}
                      disabled={inJob}
                      aria-label={`Send ${findingTitle(f)}`}
                    />
                  )}
                </td>
                <td>
                  <b>{findingTitle(f)}</b>
                  <div className="muted">{findingFigures(f)}</div>
                </td>
                <td>{sidesText(f.channels, report.channels)}</td>
                <td>{pointsTo(f)}</td>
                <td>
                  <span className={styles.sure} role="img" aria-label={`${Math.round(100 * f.confidence)} % sure`}>
                    <span style={{ width: `${100 * f.confidence}%` }} />
                  </span>
                </td>
                <td>
                  {f.label !== "dcOffset" && (
                    <Button size="small" aria-label={`Hear only ${findingTitle(f)}`} onClick={() => void hear(f)}>
                      {playing === f ? "stop" : "play only this"}
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {told && (
        <p className={styles.sent} role="status">
          {told}
        </p>
      )}
      <p className={styles.absent}>
        Not found: {report.notFound.length === 0 ? "everything was" : report.notFound.map((a) => absenceText(a, report)).join("; ")}.
      </p>
      <div className={styles.tools}>
        {job && !job.closed && (
          <Button type="primary" size="small" onClick={send} disabled={inJob || waits || lines.length === 0}>
            {soundWords.saveJobToo} <kbd>e</kbd>
          </Button>
        )}
        {inJob && !sent && <span className={styles.sent}>{soundWords.findingsSavedJob}</span>}
        {sent && (
          <span className={styles.sent} role="status">
            {sent}
          </span>
        )}
        {recording.keeping.kind === "notKept" && <span className="state-failed">{recording.keeping.why}</span>}
        <Exports store={store} recording={recording} hearing={hearing} />
      </div>
      <Spectrum view={view} mainsHz={report.mainsHz} />
      <Compared store={store} recording={recording} recordings={recordings} sides={report.channels > 1} />
    </section>
  );
}

/** "Heard: hum, a saw-tooth at twice the mains frequency, on both sides." */
function sentenceOf(findings: readonly SoundFinding[], channels: number): string {
  if (findings.length === 0) return soundWords.nothingStandsOut;
  const [first, ...rest] = findings;
  const where = sidesText(first!.channels, channels);
  const others = rest.length > 0 ? ` Beside it: ${list([...new Set(rest.map(findingTitle))])}.` : "";
  const title = findingTitle(first!);
  return `${title[0]!.toUpperCase()}${title.slice(1)}${where ? `: ${where}` : ""}.${others}`;
}

/** One finding at a time, by itself. */
function useAlone(store: RecordingStore, key: string) {
  const [playing, setPlaying] = useState<SoundFinding | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const [current, setCurrent] = useState<{ stop: () => void } | null>(null);
  useEffect(() => () => current?.stop(), [current]);
  const hear = async (f: SoundFinding) => {
    const again = playing === f;
    setCurrent(null);
    setPlaying(null);
    if (again) return;
    const got = await store.only(key, f);
    if (!got) return setTold("Inaudible by itself.");
    setTold(`${findingTitle(f)}: ${aloneText(got.alone)}.`);
    setPlaying(f);
    setCurrent(await play({ samples: got.alone.samples, rate: got.rate }, () => setPlaying(null)));
  };
  return { playing, hear, told };
}
