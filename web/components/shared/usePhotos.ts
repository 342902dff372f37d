import { useEffect, useState } from "react";
import type { PhotoView } from "../../schemas/photo";
import { read } from "./request";

/** The pictures of a job, as they are listed at `path`, and how to put in what a write answered. */
export function usePhotos(path: string): [readonly PhotoView[], (photos: readonly PhotoView[]) => void] {
  const [photos, setPhotos] = useState<readonly PhotoView[]>([]);
  useEffect(() => {
    let gone = false;
    void read<PhotoView[]>(path).then((answer) => {
      if (!gone && answer.ok) setPhotos(answer.value);
    });
    return () => {
      gone = true;
    };
  }, [path]);
  return [photos, setPhotos];
}
