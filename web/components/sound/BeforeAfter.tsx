"use client";

import { beforeAfter, humNow } from "@mirvek/core/sound";
import { Button } from "antd";
import { useState } from "react";
import { BandChart } from "./BandChart";
import { ChangeTable } from "./ChangeTable";
import type { SoundJob } from "./soundJob";
import type { RecordingState } from "./recordingStore";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

const LINE = { gone: "hum gone", better: "hum a bit better", same: "hum still there" } as const;

/** What the repair changed: hum and noise with nothing played, response to the sweep or the tones. */
export function BeforeAfter({ recordings, job }: { recordings: readonly RecordingState[]; job: SoundJob | null }) {
  const [sent, setSent] = useState(false);
  const { quiet, responses } = beforeAfter(
    recordings.map((t) => ({
      ...t,
      shows:
        t.hearing.kind === "heard"
          ? { ...t.hearing.summary, channels: t.hearing.summary.channels.map((c) => ({ ...c, bands: [...c.bands] })) }
          : (t.kept?.shows ?? null),
    })),
  );
  const both = recordings.some((t) => t.moment === "before") && recordings.some((t) => t.moment === "after");
  if (!both && responses.length === 0) return null;
  const now = quiet === null ? null : humNow(quiet.changes);
  const hums = job?.complaint.some((f) => f === "hum" || f === "buzz") ?? false;
  return (
    <section aria-label="Before and after">
      <h2 className={styles.head}>Before and after</h2>
      {quiet && <ChangeTable of={quiet} />}
      {both && quiet === null && <p className="muted">{soundWords.markOneBeforeOne}</p>}
      {quiet && now !== null && hums && job && !job.closed && (
        <p className={styles.tools}>
          <Button size="small" disabled={sent} onClick={() => setSent(job.send([LINE[now]]))}>
            {soundWords.saveJob} {LINE[now]}
          </Button>
          {sent && <span className={styles.sent}>{soundWords.savedJob}</span>}
        </p>
      )}
      {responses.length > 0 && (
        <>
          <p>{soundWords.responseThirdOctavesDb}</p>
          <BandChart lines={responses} />
        </>
      )}
    </section>
  );
}
