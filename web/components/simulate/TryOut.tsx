"use client";

import type { Parts, Settings } from "@mirvek/core/scenarios";
import type { PartState } from "@mirvek/core/part";
import { Button, Segmented } from "antd";
import { memo, useState, type RefObject } from "react";
import { slotName } from "../../wording/circuit";
import { shown } from "../../wording/quantity";
import type { Circuit } from "./useCircuit";
import styles from "./Simulate.module.css";

export interface Tried {
  settings: Settings;
  parts: Parts;
}
type Works = Extract<PartState, { kind: "works" }>;

// Sliders run over decades: their own scale is the logarithm
const LEAK_NONE = 8.5; // log10 Ω, shown as "none"
const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));

interface Props {
  circuit: Circuit;
  onTry: (t: Tried | null) => void;
  /** where the time of the latest solution is written, past React */
  solveTime: RefObject<HTMLElement | null>;
}

/** Sliders for one part of the circuit and for the load: what would it do if … Solved as they move. */
export const TryOut = memo(function TryOut({ circuit, onTry, solveTime }: Props) {
  const [tried, setTried] = useState<Tried | null>(null);
  const move = (next: Tried | null) => {
    onTry(next);
    setTried(next);
  };
  const { cases, settings } = circuit;
  const [slot, setSlot] = useState<string | null>(null);
  const at = cases.slots.find((s) => s.slot.key === slot) ?? cases.slots[0];
  if (!at) return null;
  const base: Tried = tried ?? { settings, parts: cases.measured };
  const state = base.parts[at.slot.key]!;
  const marked = at.sound.state.kind === "works" ? at.sound.state.farads : at.slot.farads;
  const part: Works = state.kind === "works" ? state : { kind: "works", farads: marked / 100, esr: 10, leak: Infinity };
  const change = (next: Partial<Works>) => move({ ...base, parts: { ...base.parts, [at.slot.key]: { ...part, ...next } } });
  const usualLoad = typeof settings["load"] === "number" ? settings["load"] : null;
  const load = typeof base.settings["load"] === "number" ? base.settings["load"] : null;
  const loadUnit = circuit.scenario.settings("", settings).find((s) => s.key === "load");
  const nameOf = (s: (typeof cases.slots)[number]) => s.position?.part.designator ?? slotName[s.slot.key];
  return (
    <section className={styles.tryOut} aria-label="Try it">
      <h3>
        Try it{" "}
        {tried && (
          <Button size="small" onClick={() => move(null)}>
            Reset to measured
          </Button>
        )}
        {tried && <small className="muted" data-testid="solve-ms" ref={solveTime} />}
      </h3>
      {cases.slots.length > 1 && (
        <PartPicker value={at.slot.key} onPick={setSlot} names={cases.slots.map((s) => [s.slot.key, nameOf(s)] as const)} />
      )}
      <Row
        name="C"
        label={`C of ${nameOf(at)}`}
        text={`${shown(part.farads, "F")} of ${shown(marked, "F")}`}
        from={-2}
        to={0.3}
        value={Math.log10(part.farads / marked)}
        onMove={(v) => change({ farads: marked * 10 ** v })}
      />
      <Row
        name="ESR"
        label={`ESR of ${nameOf(at)}`}
        text={shown(part.esr, "Ω")}
        from={-3}
        to={2.5}
        value={Math.log10(Math.max(part.esr, 1e-3))}
        onMove={(v) => change({ esr: 10 ** v })}
      />
      <Row
        name="Leak"
        label={`Leak of ${nameOf(at)}`}
        text={part.leak > 10 ** LEAK_NONE * 0.99 ? "none" : shown(part.leak, "Ω")}
        from={-LEAK_NONE}
        to={-1}
        value={-Math.log10(part.leak)}
        onMove={(v) => change({ leak: v <= -LEAK_NONE ? Infinity : 10 ** -v })}
      />
      {usualLoad !== null && usualLoad > 0 && load !== null && (
        <Row
          name="Load"
          label="Load"
          text={shown(load, loadUnit?.kind === "number" && loadUnit.unit === "A" ? "A" : "Ω")}
          from={-1}
          to={0.7}
          value={Math.log10(load / usualLoad)}
          onMove={(v) => move({ ...base, settings: { ...base.settings, load: usualLoad * 10 ** v } })}
        />
      )}
    </section>
  );
});

/** Drawn anew only when the parts have changed: it is the dearest thing beside the sliders. */
const PartPicker = memo(
  function PartPicker({
    value,
    names,
    onPick,
  }: {
    value: string;
    names: readonly (readonly [string, string])[];
    onPick: (key: string) => void;
  }) {
    return (
      <Segmented
        size="small"
        value={value}
        onChange={onPick}
        options={names.map(([key, label]) => ({ value: key, label }))}
        aria-label="Part to try"
      />
    );
  },
  (a, b) => a.value === b.value && JSON.stringify(a.names) === JSON.stringify(b.names),
);

interface RowProps {
  name: string;
  label: string;
  text: string;
  from: number;
  to: number;
  value: number;
  onMove: (value: number) => void;
}

/** A slider on a log scale. The browser's own range input: it moves without a frame of its own work. */
function Row({ name, label, text, from, to, value, onMove }: RowProps) {
  return (
    <label className={styles.slider}>
      <b>{name}</b>
      <span className="n">{text}</span>
      <input
        type="range"
        min={from}
        max={to}
        step={0.01}
        value={clamp(value, from, to)}
        onChange={(e) => onMove(Number(e.target.value))}
        aria-label={label}
        aria-valuetext={text}
      />
    </label>
  );
}
