"use client";

import { useJob } from "../job/JobProvider";
import { usePhotos } from "../shared/usePhotos";
import styles from "./Report.module.css";

/** The pictures of the job, before and after. */
export function Pictures() {
  const { view } = useJob();
  const path = `/api/jobs/${view.job.number}/photos`;
  const [photos] = usePhotos(path);
  if (photos.length === 0) return null;
  const ordered = [...photos].sort((a, b) => Number(a.moment === "after") - Number(b.moment === "after"));
  return (
    <section>
      <h2>Pictures</h2>
      <div className={styles.pictures}>
        {ordered.map((p) => (
          <figure key={p.id}>
            <img src={`${path}/${p.id}`} alt={`${p.about ?? "Unit"}, ${p.moment}`} width={p.width} height={p.height} />
            <figcaption>
              {p.about ?? "The unit"}, {p.moment}
            </figcaption>
          </figure>
        ))}
      </div>
    </section>
  );
}
