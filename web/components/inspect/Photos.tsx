"use client";

import { Button, Input, Segmented } from "antd";
import { useRef, useState, type DragEvent } from "react";
import { PHOTO_MOMENTS, type PhotoMoment, type PhotoView } from "../../schemas/photo";
import { issueText } from "../../wording/requestIssue";
import { useCursor, useJob } from "../job/JobProvider";
import type { Answer } from "../shared/request";
import { usePhotos } from "../shared/usePhotos";
import { upload } from "../shared/upload";
import styles from "./Inspect.module.css";
import { inspectWords } from "../../wording/screens/inspect";

/** Pictures of the unit, before it is taken apart and after: dropped or picked, tied to what they show. */
export function Photos() {
  const { view } = useJob();
  const { cursor } = useCursor();
  const path = `/api/jobs/${view.job.number}/photos`;
  const [photos, setPhotos] = usePhotos(path);
  const [about, setAbout] = useState<string | null>(null);
  const [moment, setMoment] = useState<PhotoMoment>("before");
  const [progress, setProgress] = useState<number | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const shows = about ?? cursor ?? "";
  const closed = view.job.closedAt !== null;
  const take = (answer: Answer<PhotoView[]>) => (answer.ok ? (setPhotos(answer.value), setWrong(null)) : setWrong(issueText(answer.issue)));
  const send = async (files: readonly File[]) => {
    for (const file of files) {
      setProgress(0);
      take(await upload<PhotoView[]>(`${path}?${new URLSearchParams({ about: shows, moment })}`, file, setProgress));
    }
    setProgress(null);
    setAbout(null);
  };
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    void send([...event.dataTransfer.files]);
  };
  const strike = async (id: number) => {
    const response = await fetch(`${path}/${id}`, { method: "DELETE" });
    take((await response.json()) as Answer<PhotoView[]>);
  };
  return (
    <section aria-label="Photographs" onDragOver={(e) => e.preventDefault()} onDrop={onDrop}>
      <h2 className={styles.head}>Photographs</h2>
      {!closed && (
        <div className={styles.picking}>
          <input
            ref={picker}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            multiple
            hidden
            aria-label="Pictures"
            onChange={(e) => {
              void send([...(e.target.files ?? [])]);
              e.target.value = "";
            }}
          />
          <Input
            size="small"
            value={shows}
            onChange={(e) => setAbout(e.target.value)}
            aria-label="What it shows"
            placeholder="what it shows"
            maxLength={60}
            style={{ width: 180 }}
          />
          <Segmented size="small" aria-label="When" value={moment} onChange={setMoment} options={[...PHOTO_MOMENTS]} />
          <Button size="small" onClick={() => picker.current?.click()} loading={progress !== null}>
            Add pictures
          </Button>
          {progress !== null ? (
            <progress value={progress} max={1} aria-label="Sent" />
          ) : (
            <span className="muted">{inspectWords.dropThemHere}</span>
          )}
        </div>
      )}
      {wrong && <p className="state-failed">{wrong}</p>}
      {photos.length > 0 && (
        <ul className={styles.photos}>
          {photos.map((p) => (
            <li key={p.id}>
              <a href={`${path}/${p.id}`} target="_blank" rel="noreferrer">
                <img src={`${path}/${p.id}`} alt={`${p.about ?? "Unit"}, ${p.moment}`} loading="lazy" width={p.width} height={p.height} />
              </a>
              <span>
                {p.about ?? "unit"}, {p.moment}
              </span>
              {!closed && (
                <Button
                  size="small"
                  type="text"
                  onClick={() => void strike(p.id)}
                  aria-label={inspectWords.strikeOutPicture(p.about ?? "the unit")}
                >
                  strike out
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
