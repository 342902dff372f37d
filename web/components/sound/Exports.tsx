"use client";

import { BANDS, bandMid } from "@mirvek/core/sound";
import { Button } from "antd";
import { download } from "../shared/download";
import type { Hearing, RecordingState, RecordingStore } from "./recordingStore";

interface Props {
  store: RecordingStore;
  recording: RecordingState;
  hearing: Extract<Hearing, { kind: "heard" }>;
}

/** Findings as the command prints them, spectrum and third octaves as tables, and the recording itself. */
export function Exports({ store, recording, hearing: { report, view } }: Props) {
  const base = recording.name.replace(/\.[a-z0-9]{1,5}$/i, "");
  const csv = async (what: string, rows: readonly (readonly (string | number | null)[])[]) => {
    const { unparse } = await import("papaparse");
    download(`${base} ${what}.csv`, unparse(rows as (string | number | null)[][], { newline: "\r\n" }), "text/csv");
  };
  const names = (what: string) => view.channels.map((_, n) => `channel ${n + 1} ${what}`);
  const spectrum = () => {
    const { hz } = view.channels[0]!.spectrum;
    const rows = hz.map((f, i) => [
      Number(f.toFixed(3)),
      ...view.channels.flatMap((c) =>
        [c.spectrum.whole[i] ?? null, c.spectrum.quiet[i] ?? null].map((v) => (v === null ? null : Number(v.toFixed(2)))),
      ),
    ]);
    void csv("spectrum", [["Hz", ...names("").flatMap((n) => [`${n}dBFS`, `${n}quiet dBFS`])], ...rows]);
  };
  const thirds = () => {
    const rows = BANDS.map((n, i) => [
      Number(bandMid(n).toPrecision(5)),
      ...view.channels.map((c) => (c.bands[i] == null ? null : Number(c.bands[i].toFixed(2)))),
    ]);
    void csv("third octaves", [["Hz", ...names("dBFS")], ...rows]);
  };
  const wav = async () => {
    const file = await store.file(recording.key);
    if (file) download(`${base}.wav`, file, "audio/wav");
  };
  return (
    <>
      <Button
        size="small"
        onClick={() => download(`${base}.json`, JSON.stringify({ ...report, file: recording.name }, null, 2), "application/json")}
      >
        Findings, JSON
      </Button>
      <Button size="small" onClick={spectrum}>
        Spectrum, CSV
      </Button>
      <Button size="small" onClick={thirds}>
        Third octaves, CSV
      </Button>
      <Button size="small" onClick={() => void wav()}>
        Recording
      </Button>
    </>
  );
}
