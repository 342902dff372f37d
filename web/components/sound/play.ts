let audio: AudioContext | null = null;

/** Plays a WAV, or samples; told when it has ended by itself. */
export async function play(what: Blob | { samples: Float32Array; rate: number }, onEnd: () => void): Promise<{ stop: () => void }> {
  audio ??= new AudioContext();
  await audio.resume();
  let buffer: AudioBuffer;
  if (what instanceof Blob) buffer = await audio.decodeAudioData(await what.arrayBuffer());
  else {
    buffer = audio.createBuffer(1, Math.max(1, what.samples.length), what.rate);
    buffer.copyToChannel(new Float32Array(what.samples), 0);
  }
  const source = audio.createBufferSource();
  source.buffer = buffer;
  source.connect(audio.destination);
  source.onended = onEnd;
  source.start();
  return {
    stop: () => {
      source.onended = null;
      source.stop();
    },
  };
}
