"use client";

import type { Curve } from "@mirvek/core/scenarios";
import { Button, Checkbox } from "antd";
import { useEffect, useRef, useState } from "react";
import { useKeys } from "../shared/useKeys";
import { CASE_TEXT, type CaseName } from "./cases";
import type { Outcomes } from "./useCircuit";
import styles from "./Simulate.module.css";
import { simulateWords } from "../../wording/screens/simulate";

/** Every start is this quiet, rms against full scale (−32 dB): a headphone may be on a head. */
const START_LEVEL = 0.025;
const FADE_S = 0.08;
const ORDER: readonly CaseName[] = ["healthy", "measured", "replacement", "tried"];

interface Playing {
  name: CaseName;
  stop: () => void;
}

/** The ripple on a node, to listen to: before and after, equally loud or with the difference as it is. */
export function Listen({ outcomes, node }: { outcomes: Outcomes; node: string }) {
  const [matched, setMatched] = useState(true);
  const [playing, setPlaying] = useState<CaseName | null>(null);
  const current = useRef<Playing | null>(null);
  const audio = useRef<AudioContext | null>(null);
  const names = ORDER.filter((n) => waveOf(outcomes, n, node));
  const loudest = Math.max(...names.map((n) => rmsOf(waveOf(outcomes, n, node)!)), 1e-12);

  const stop = () => {
    current.current?.stop();
    current.current = null;
    setPlaying(null);
  };
  const play = (name: CaseName, level = matched) => {
    current.current?.stop();
    const curve = waveOf(outcomes, name, node);
    if (!curve) return stop();
    audio.current ??= new AudioContext();
    // matched: each as loud as the other; else the loudest at the start level and the rest as far below as they are
    const gain = START_LEVEL * (level ? 1 : rmsOf(curve) / loudest);
    current.current = { name, stop: start(audio.current, curve, gain) };
    setPlaying(name);
  };
  const next = () => {
    const i = playing === null ? 0 : names.indexOf(playing) + 1;
    if (i < names.length) play(names[i]!);
    else stop();
  };
  useKeys({ l: next });
  useEffect(
    () => () => {
      current.current?.stop();
      void audio.current?.close();
    },
    [],
  );
  if (names.length === 0) return null;
  return (
    <div className={styles.listen} role="group" aria-label="Play the ripple">
      <b>Listen</b> <kbd>l</kbd>
      {names.map((n) => (
        <Button
          key={n}
          size="small"
          type={playing === n ? "primary" : "default"}
          aria-pressed={playing === n}
          onClick={() => (playing === n ? stop() : play(n))}
        >
          {playing === n ? "■ " : "▶ "}
          {CASE_TEXT[n]}
        </Button>
      ))}
      <Checkbox
        checked={!matched}
        onChange={(e) => {
          setMatched(!e.target.checked);
          if (playing) play(playing, !e.target.checked);
        }}
      >
        {simulateWords.withDifferenceLevel}
      </Checkbox>
      <small className="muted">{simulateWords.startsQuietlyTurnUp}</small>
    </div>
  );
}

function waveOf(outcomes: Outcomes, name: CaseName, node: string): Curve | null {
  return outcomes[name]?.curves.find((c) => c.key === "volts" && c.at === node) ?? null;
}

function rmsOf(curve: Curve): number {
  const middle = curve.y.reduce((s, v) => s + v, 0) / curve.y.length;
  return Math.sqrt(curve.y.reduce((s, v) => s + (v - middle) ** 2, 0) / curve.y.length);
}

/** Loops one period of the wave without its DC; answers how to fade it out. */
function start(audio: AudioContext, curve: Curve, level: number): () => void {
  const period = curve.x.at(-1)!;
  const samples = Math.max(2, Math.round(period * audio.sampleRate));
  const buffer = audio.createBuffer(1, samples, audio.sampleRate);
  const out = buffer.getChannelData(0);
  const middle = curve.y.reduce((s, v) => s + v, 0) / curve.y.length;
  const size = Math.max(rmsOf(curve), 1e-12);
  for (let k = 0; k < samples; k++) {
    const at = (k / samples) * curve.y.length;
    const i = Math.floor(at);
    const [a, b] = [curve.y[i]!, curve.y[(i + 1) % curve.y.length]!];
    out[k] = (a + (b - a) * (at - i) - middle) / size;
  }
  const source = audio.createBufferSource();
  source.buffer = buffer;
  source.loop = true;
  const gain = audio.createGain();
  gain.gain.setValueAtTime(0, audio.currentTime);
  gain.gain.linearRampToValueAtTime(level, audio.currentTime + FADE_S);
  source.connect(gain).connect(audio.destination);
  source.start();
  return () => {
    gain.gain.setTargetAtTime(0, audio.currentTime, FADE_S / 4);
    source.stop(audio.currentTime + FADE_S * 2);
  };
}
