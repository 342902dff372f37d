import { writeWav } from "@mirvek/core/sound";

/** A recording that is being made. */
export interface Running {
  /** ends it; the file as WAV, or null where nothing came */
  stop(): Promise<Blob | null>;
}

/** Longer than a technician listens; what comes after is not taken. */
const MAX_SECONDS = 600;

/**
 * Records an input as it is: nothing evened, cleaned or cancelled by the browser.
 * @param onLevel told the highest sample of every block, full scale 1 @throws Error where there is no input, or it was not allowed
 */
export async function record(onLevel: (peak: number, seconds: number) => void): Promise<Running> {
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  });
  const audio = new AudioContext();
  const blocks: Float32Array[][] = [];
  let frames = 0;
  await audio.audioWorklet.addModule("/recorder.js");
  const source = audio.createMediaStreamSource(stream);
  const node = new AudioWorkletNode(audio, "recorder", { numberOfOutputs: 0 });
  node.port.onmessage = ({ data }: MessageEvent<Float32Array[]>) => {
    if (frames >= MAX_SECONDS * audio.sampleRate) return;
    blocks.push(data);
    frames += data[0]!.length;
    let peak = 0;
    for (const channel of data) for (const x of channel) peak = Math.max(peak, Math.abs(x));
    onLevel(peak, frames / audio.sampleRate);
  };
  source.connect(node);
  return {
    async stop() {
      for (const track of stream.getTracks()) track.stop();
      source.disconnect();
      const rate = audio.sampleRate;
      await audio.close();
      if (frames === 0) return null;
      // an input may change its number of channels when it starts: what all blocks have is kept
      const channels = Math.min(...blocks.map((b) => b.length));
      const out = Array.from({ length: channels }, () => new Float32Array(frames));
      let at = 0;
      for (const block of blocks) {
        for (let c = 0; c < channels; c++) out[c]!.set(block[c]!, at);
        at += block[0]!.length;
      }
      return new Blob([writeWav(out, rate)], { type: "audio/wav" });
    },
  };
}
