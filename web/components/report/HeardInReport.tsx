"use client";

import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import type { RecordingView } from "../../schemas/recording";
import { heardText } from "../../wording/observation";
import { useJob } from "../job/JobProvider";
import { read } from "../shared/request";
import { beforeAfter } from "../sound/beforeAfter";
import { ChangeTable } from "../sound/ChangeTable";

const BandChart = dynamic(() => import("../sound/BandChart").then((m) => m.BandChart), { ssr: false });

/** What recordings showed, before and after. */
export function HeardInReport() {
  const { view } = useJob();
  const { heard } = view.unit;
  const path = `/api/jobs/${view.job.number}/recordings`;
  const [recordings, setRecordings] = useState<readonly RecordingView[]>([]);
  useEffect(() => {
    let gone = false;
    void read<RecordingView[]>(path).then((answer) => {
      if (!gone && answer.ok) setRecordings(answer.value);
    });
    return () => {
      gone = true;
    };
  }, [path]);
  const { quiet, responses } = beforeAfter(recordings);
  if (heard.length === 0 && quiet === null && responses.length === 0) return null;
  return (
    <section>
      <h2>What was heard</h2>
      {heard.length > 0 && (
        <p>{heard.map((h) => `${heardText(h.observation)}${h.observation.recording === null ? " (by ear)" : ""}`).join("; ")}.</p>
      )}
      {quiet && <ChangeTable of={quiet} />}
      {responses.length > 0 && (
        <>
          <p>Response by third octaves, 0 dB at 1 kHz:</p>
          <BandChart lines={responses} />
        </>
      )}
    </section>
  );
}
