"use client";

import type { Parts, PartState, Settings } from "@mirvek/core/circuit";
import { Button, Segmented, Slider } from "antd";
import { useState } from "react";
import { slotName } from "../../wording/circuit";
import { shown } from "../../wording/quantity";
import type { Circuit } from "./useCircuit";
import styles from "./Explain.module.css";

export interface Tried {
  settings: Settings;
  parts: Parts;
}
type Works = Extract<PartState, { kind: "works" }>;

// Sliders run over decades: their own scale is the logarithm
const LEAK_NONE = 8.5; // log10 Ω, shown as "none"
const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));

/** Sliders for one part of the circuit and for the load: what would it do if … Solved as they move. */
export function TryOut({
  circuit,
  tried,
  onTry,
  ms,
}: {
  circuit: Circuit;
  tried: Tried | null;
  onTry: (t: Tried | null) => void;
  ms: number | null;
}) {
  const { cases, settings } = circuit;
  const [slot, setSlot] = useState<string | null>(null);
  const at = cases.slots.find((s) => s.slot.key === slot) ?? cases.slots[0];
  if (!at) return null;
  const base: Tried = tried ?? { settings, parts: cases.measured };
  const state = base.parts[at.slot.key]!;
  const marked = at.sound.state.kind === "works" ? at.sound.state.farads : at.slot.farads;
  const part: Works = state.kind === "works" ? state : { kind: "works", farads: marked / 100, esr: 10, leak: Infinity };
  const change = (next: Partial<Works>) => onTry({ ...base, parts: { ...base.parts, [at.slot.key]: { ...part, ...next } } });
  const usualLoad = typeof settings["load"] === "number" ? settings["load"] : null;
  const load = typeof base.settings["load"] === "number" ? base.settings["load"] : null;
  const loadUnit = circuit.scenario.settings("", settings).find((s) => s.key === "load");
  const nameOf = (s: (typeof cases.slots)[number]) => s.position?.part.designator ?? slotName[s.slot.key] ?? s.slot.key;
  return (
    <section className={styles.tryOut} aria-label="Try it">
      <h3>
        Try it{" "}
        {tried && (
          <Button size="small" onClick={() => onTry(null)}>
            Back to measured
          </Button>
        )}
        {ms !== null && <small className="muted" data-testid="solve-ms">{`solved in ${ms.toFixed(1)} ms`}</small>}
      </h3>
      {cases.slots.length > 1 && (
        <Segmented
          size="small"
          value={at.slot.key}
          onChange={setSlot}
          options={cases.slots.map((s) => ({ value: s.slot.key, label: nameOf(s) }))}
          aria-label="Part to try"
        />
      )}
      <Row name="C" text={`${shown(part.farads, "F")} of ${shown(marked, "F")}`}>
        <Slider
          min={-2}
          max={0.3}
          step={0.01}
          value={clamp(Math.log10(part.farads / marked), -2, 0.3)}
          onChange={(v) => change({ farads: marked * 10 ** v })}
          tooltip={{ open: false }}
          ariaLabelForHandle={`C of ${nameOf(at)}`}
        />
      </Row>
      <Row name="ESR" text={shown(part.esr, "Ω")}>
        <Slider
          min={-3}
          max={2.5}
          step={0.02}
          value={clamp(Math.log10(Math.max(part.esr, 1e-3)), -3, 2.5)}
          onChange={(v) => change({ esr: 10 ** v })}
          tooltip={{ open: false }}
          ariaLabelForHandle={`ESR of ${nameOf(at)}`}
        />
      </Row>
      <Row name="Leak" text={part.leak > 10 ** LEAK_NONE * 0.99 ? "none" : shown(part.leak, "Ω")}>
        <Slider
          min={1}
          max={LEAK_NONE}
          step={0.02}
          reverse
          value={clamp(Math.log10(part.leak), 1, LEAK_NONE)}
          onChange={(v) => change({ leak: v >= LEAK_NONE ? Infinity : 10 ** v })}
          tooltip={{ open: false }}
          ariaLabelForHandle={`Leak of ${nameOf(at)}`}
        />
      </Row>
      {usualLoad !== null && usualLoad > 0 && load !== null && (
        <Row name="Load" text={shown(load, loadUnit?.kind === "number" && loadUnit.unit === "A" ? "A" : "Ω")}>
          <Slider
            min={-1}
            max={0.7}
            step={0.01}
            value={clamp(Math.log10(load / usualLoad), -1, 0.7)}
            onChange={(v) => onTry({ ...base, settings: { ...base.settings, load: usualLoad * 10 ** v } })}
            tooltip={{ open: false }}
            ariaLabelForHandle="Load"
          />
        </Row>
      )}
    </section>
  );
}

function Row({ name, text, children }: { name: string; text: string; children: React.ReactNode }) {
  return (
    <div className={styles.slider}>
      <b>{name}</b>
      {children}
      <span className="n">{text}</span>
    </div>
  );
}
