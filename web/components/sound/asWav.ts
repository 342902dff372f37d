import { writeWav } from "@mirvek/core/sound";

/** What is no WAV is unpacked in memory: so many bytes and no more. */
const MAX_PACKED = 60_000_000;
const UNPACKED_RATE = 48_000;

/** A file as WAV: itself, or what the browser unpacks from it; null where it cannot. */
export async function asWav(file: Blob): Promise<Blob | null> {
  const head = new TextDecoder("latin1").decode(await file.slice(0, 4).arrayBuffer());
  if (head === "RIFF" || head === "RF64") return file;
  if (file.size === 0 || file.size > MAX_PACKED) return null;
  try {
    const sound = await new OfflineAudioContext(1, 1, UNPACKED_RATE).decodeAudioData(await file.arrayBuffer());
    const channels = Array.from({ length: Math.min(8, sound.numberOfChannels) }, (_, c) => sound.getChannelData(c));
    return new Blob([writeWav(channels, sound.sampleRate)], { type: "audio/wav" });
  } catch {
    return null;
  }
}
