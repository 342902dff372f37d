import type { SoundBytes } from "@mirvek/core/sound";
import type { SoundRequest } from "./sound.protocol";
import { makeSoundAnswerer, soundBuffersOf } from "./soundAnswer";

// workers have it, the types of pages do not
declare class FileReaderSync {
  readAsArrayBuffer(file: Blob): ArrayBuffer;
}

/** A file on the disk, read as it is asked for. */
const bytesOf = (file: Blob): SoundBytes => {
  const reader = new FileReaderSync();
  return {
    size: file.size,
    read: (from, length) => new Uint8Array(reader.readAsArrayBuffer(file.slice(from, from + length))),
  };
};

const answer = makeSoundAnswerer({ bytesOf, tell: (progress) => self.postMessage(progress) });

self.onmessage = ({ data }: MessageEvent<SoundRequest>) => {
  const reply = answer(data);
  self.postMessage(reply, { transfer: soundBuffersOf(reply) });
};
