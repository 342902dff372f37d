// Hands the samples of an input on, block by block.
class Recorder extends globalThis.AudioWorkletProcessor {
  process([input]) {
    if (input.length > 0) this.port.postMessage(input.map((channel) => channel.slice()));
    return true;
  }
}
globalThis.registerProcessor("recorder", Recorder);
