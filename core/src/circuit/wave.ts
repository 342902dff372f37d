import type { Wave } from "./netlist";

const RADIANS = Math.PI / 180;

/** The wave as a function of time in seconds; any sign of time. */
export function waveAt(wave: Wave): (t: number) => number {
  switch (wave.kind) {
    case "dc":
      return () => wave.value;
    case "sine": {
      const { amplitude, hertz, offset = 0, phase = 0, delay = 0 } = wave;
      return (t) => offset + amplitude * Math.sin(2 * Math.PI * hertz * (delay > 0 ? Math.max(0, t - delay) : t) + phase * RADIANS);
    }
    case "pulse": {
      const { low, high, delay, rise, fall, width, period } = wave;
      return (t) => {
        if (t < delay) return low;
        const at = (t - delay) % period;
        if (at < rise) return low + ((high - low) * at) / rise;
        if (at < rise + width) return high;
        return at < rise + width + fall ? high - ((high - low) * (at - rise - width)) / fall : low;
      };
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
export function repeatsAt(wave: Wave): number | null {
  if (wave.kind === "dc") return null;
  return wave.kind === "pulse" ? 1 / wave.period : wave.hertz;
}

/** Seconds before the wave begins; 0 for one that has always been going on. */
export const delayOf = (wave: Wave): number => (wave.kind === "sine" || wave.kind === "pulse" ? (wave.delay ?? 0) : 0);
