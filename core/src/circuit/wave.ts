import type { Wave } from "./netlist";

const RADIANS = Math.PI / 180;

/** The wave as a function of time in seconds; any sign of time. */
export function waveAt(wave: Wave): (t: number) => number {
  switch (wave.kind) {
    case "dc":
      return () => wave.value;
    case "sine": {
      const { amplitude, hertz, offset = 0, phase = 0 } = wave;
      return (t) => offset + amplitude * Math.sin(2 * Math.PI * hertz * t + phase * RADIANS);
    }
    case "halfSine": {
      const { amplitude, hertz, phase = 0 } = wave;
      return (t) => Math.max(0, amplitude * Math.sin(2 * Math.PI * hertz * t + phase * RADIANS));
    }
    case "samples": {
      const { values, hertz } = wave;
      return (t) => {
        const at = (t * hertz - Math.floor(t * hertz)) * values.length;
        const i = Math.floor(at) % values.length;
        const next = values[(i + 1) % values.length]!;
        return values[i]! + (next - values[i]!) * (at - Math.floor(at));
      };
    }
  }
}

/** How often per second the wave repeats; null for one that does not change. */
export const repeatsAt = (wave: Wave): number | null => (wave.kind === "dc" ? null : wave.hertz);
