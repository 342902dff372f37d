"use client";

import type { Setting, SettingUnit } from "@mirvek/core/scenarios";
import { Button, Input } from "antd";
import { parseValue, type UnitSymbol } from "@mirvek/core/units";
import { useState } from "react";
import type { PositionView } from "../../schemas/jobView";
import { optionName, settingName, slotName } from "../../wording/circuit";
import { marked, shown } from "../../wording/quantity";
import { roleName } from "../../wording/vocabulary";
import { Pick } from "../shared/Pick";
import type { Circuit, Setup } from "./useCircuit";
import styles from "./Simulate.module.css";
import { simulateWords } from "../../wording/screens/simulate";

/** The circuit's values, each usual until set by hand, and which part of the job stands where. */
export function SetupPanel({
  circuit,
  setup,
  unitKind,
  positions,
  onChange,
}: {
  circuit: Circuit;
  setup: Setup;
  unitKind: string;
  positions: readonly PositionView[];
  onChange: (next: Partial<Setup>) => void;
}) {
  const settings = circuit.scenario.settings(unitKind, circuit.chosen);
  const byHand = settings.filter((s) => s.key in setup.settings).length;
  const set = (key: string, value: number | string | null) => {
    const { [key]: _gone, ...rest } = setup.settings;
    onChange({ settings: value === null ? rest : { ...rest, [key]: value } });
  };
  return (
    <details className={styles.setup}>
      <summary>
        {simulateWords.circuitMeasured}{" "}
        <span className="muted">{byHand === 0 ? simulateWords.allValuesTypicalSuch : simulateWords.enteredRestTypical(byHand)}</span>
      </summary>
      <div className={styles.fields}>
        {circuit.cases.slots.map(({ slot }) => (
          <label key={slot.key}>
            <span>{capital(slotName[slot.key])}</span>
            <Pick
              value={circuit.binding[slot.key] ?? null}
              none={`none listed: ${shown(slot.farads, "F")}`}
              onPick={(v) => onChange({ binding: { ...setup.binding, [slot.key]: v } })}
              options={positions.map((p) => ({
                value: p.designator,
                label: `${p.designator}  ${marked(p.nominal, p.rated)}, ${roleName[p.role]}`,
              }))}
              aria-label={`Part as ${slotName[slot.key]}`}
            />
          </label>
        ))}
        {settings.map((s) => (
          <label key={s.key}>
            <span>{settingName[s.key]}</span>
            {s.kind === "choice" ? (
              <Pick
                value={circuit.settings[s.key] as string}
                onPick={(v) => set(s.key, v)}
                options={s.options.map((o) => ({ value: o, label: optionName[o] }))}
                aria-label={settingName[s.key]}
              />
            ) : (
              <ValueField
                setting={s}
                value={circuit.settings[s.key] as number}
                byHand={s.key in setup.settings}
                onSet={(v) => set(s.key, v)}
              />
            )}
          </label>
        ))}
      </div>
      {byHand > 0 && (
        <Button size="small" onClick={() => onChange({ settings: {} })}>
          {simulateWords.resetTypicalValues}
        </Button>
      )}
    </details>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const PLAIN: ReadonlySet<string> = new Set(["dB", "%", ""]);
// henries and siemens are written as volts are: any prefix
const textOf = (value: number, unit: SettingUnit): string =>
  PLAIN.has(unit)
    ? String(Number(value.toPrecision(6)))
    : unit === "H" || unit === "S"
      ? shown(value, "V").replace("V", unit)
      : shown(value, unit as UnitSymbol);

/** One value, typed as it is said on a bench ("4k7", "0.5", "22u"); empty brings the usual value back. */
function ValueField({
  setting,
  value,
  byHand,
  onSet,
}: {
  setting: Extract<Setting, { kind: "number" }>;
  value: number;
  byHand: boolean;
  onSet: (v: number | null) => void;
}) {
  const stands = textOf(value, setting.unit);
  const [text, setText] = useState(stands);
  const [wrong, setWrong] = useState(false);
  // a value set from outside replaces what was being typed
  const [before, setBefore] = useState(stands);
  if (before !== stands) {
    setBefore(stands);
    setText(stands);
    setWrong(false);
  }
  const take = () => {
    if (text.trim() === "") return onSet(null);
    if (text === textOf(value, setting.unit)) return setWrong(false);
    const typed = readValue(text, setting.unit);
    const fits = typed !== null && typed >= setting.min && typed <= setting.max;
    setWrong(!fits);
    if (fits) onSet(typed);
  };
  return (
    <Input
      size="small"
      value={text}
      status={wrong ? "error" : undefined}
      className={byHand ? styles.byHand : undefined}
      onChange={(e) => setText(e.target.value)}
      onBlur={take}
      onPressEnter={take}
      suffix={PLAIN.has(setting.unit) ? setting.unit : undefined}
      aria-label={settingName[setting.key] ?? setting.key}
      aria-invalid={wrong}
      title={`${textOf(setting.min, setting.unit)} to ${textOf(setting.max, setting.unit)}`}
    />
  );
}

function readValue(text: string, unit: SettingUnit): number | null {
  if (PLAIN.has(unit)) {
    const plain = Number(text.replace(",", ".").replace(/\s*(dB|%)\s*$/i, ""));
    return Number.isFinite(plain) ? plain : null;
  }
  const parsed = parseValue(unit === "H" || unit === "S" ? text.replace(/\s*[hHS]\s*$/, "") : text);
  return parsed && (parsed.unit === null || parsed.unit === unit) ? parsed.value : null;
}
