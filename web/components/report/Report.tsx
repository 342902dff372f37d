"use client";

import { Segmented } from "antd";
import { useEffect, useMemo, useState } from "react";
import type { RecordingView } from "../../schemas/recording";
import { enclosedOf, reportPaper, type Enclosed, type ReportFor } from "../../wording/report";
import { useJob } from "../job/JobProvider";
import { read } from "../shared/request";
import { usePhotos } from "../shared/usePhotos";
import { Blocks } from "./Blocks";
import styles from "./Report.module.css";
import { reportWords } from "../../wording/screens/report";

/** The report as it is printed: the technician's paper or the owner's letter, from the same model as the PDF. */
export function Report() {
  const { view } = useJob();
  const [who, setWho] = useState<ReportFor>("technician");
  const enclosed = useEnclosed(view.job.number);
  const paper = reportPaper(view, who, { enclosed });
  return (
    <>
      <div className={`${styles.tools} no-print`}>
        <Segmented<ReportFor>
          aria-label="Which report"
          value={who}
          onChange={(value) => setWho(value)}
          options={[
            { value: "technician", label: reportWords.nextTechnician },
            { value: "owner", label: "for the owner" },
          ]}
        />
      </div>
      <article className={styles.report} aria-label="Report">
        <header>
          <p className="mono">{paper.job}</p>
          <h1>{paper.title}</h1>
          <p className="muted">{paper.under}</p>
        </header>
        <Blocks blocks={paper.blocks} pictureAt={(id) => `/api/jobs/${view.job.number}/photos/${id}`} />
        <footer>
          <p>{paper.foot}</p>
        </footer>
      </article>
    </>
  );
}

/** Recordings and pictures of the job, as far as they have arrived. */
function useEnclosed(number: number): Enclosed {
  const [recordings, setRecordings] = useState<readonly RecordingView[]>([]);
  const [photos] = usePhotos(`/api/jobs/${number}/photos`);
  useEffect(() => {
    let gone = false;
    void read<RecordingView[]>(`/api/jobs/${number}/recordings`).then((answer) => {
      if (!gone && answer.ok) setRecordings(answer.value);
    });
    return () => {
      gone = true;
    };
  }, [number]);
  return useMemo(() => enclosedOf(recordings, photos), [recordings, photos]);
}
