import type { Answer } from "./request";

const UPLOAD_MS = 120_000;

/** Sends a file and says how far it is; `fetch` cannot say that yet. A server that is not reached counts as the database being down. */
export function upload<T>(path: string, file: File, onProgress: (share: number) => void): Promise<Answer<T>> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    const lost = () => resolve({ ok: false, issue: { code: "databaseDown" } });
    request.open("POST", path);
    request.timeout = UPLOAD_MS;
    request.responseType = "json";
    request.upload.onprogress = (e) => e.lengthComputable && onProgress(e.loaded / e.total);
    request.onload = () => (request.response === null ? lost() : resolve(request.response as Answer<T>));
    request.onerror = lost;
    request.ontimeout = lost;
    request.send(file);
  });
}
