"use client";

import { matchPairs, type Device, type Pair } from "@mirvek/core/adjust";
import { Button, Input } from "antd";
import { useState } from "react";
import { percent, shown } from "../../wording/quantity";
import { amountIn } from "./amountIn";
import styles from "./Tools.module.css";
import { toolsWords } from "../../wording/screens/tools";

/**
 * One device a line: name, gain, and junction volts where they were read; a valve by its current. What cannot be read is named by its line.
 */
export function readDevices(text: string): { devices: Device[]; wrong: string[] } {
  const [devices, wrong]: [Device[], string[]] = [[], []];
  text.split("\n").forEach((row, i) => {
    const words = row
      .trim()
      .split(/[\s,;]+/)
      .filter(Boolean);
    if (words.length === 0) return;
    const [name, gain, junction] = words;
    const first = gain === undefined ? null : amountIn(gain, "A");
    const second = junction === undefined ? null : amountIn(junction, "V");
    if (name === undefined || first === null || !(first > 0) || (junction !== undefined && second === null) || words.length > 3)
      wrong.push(`line ${i + 1}: ${row.trim()}`);
    else if (devices.some((d) => d.name === name)) wrong.push(toolsWords.lineThereTwice(i + 1, name));
    else devices.push({ name, gain: first, junction: second });
  });
  return { devices, wrong };
}

const pairText = (p: Pair): string =>
  `${p.a} with ${p.b}: ${percent(p.gain)} apart${p.junction === null ? "" : `, ${shown(Number(p.junction.toPrecision(2)), "V")}`}`;

/** Pairs out of a handful, those that differ least. */
export function Matching({ onSend }: { onSend?: (text: string) => void }) {
  const [text, setText] = useState("");
  const { devices, wrong } = readDevices(text);
  const { pairs, left } = devices.length < 2 ? { pairs: [], left: [] } : matchPairs(devices);
  return (
    <section aria-label="Matching" className={styles.tool}>
      <h3>Match devices</h3>
      <p className="muted">{toolsWords.oneLineNameGain}</p>
      <div className={styles.matching}>
        <Input.TextArea
          aria-label="Devices"
          className="mono"
          rows={6}
          placeholder={"a 214 612mv\nb 198 607mv\nc 220 613mv\nd 201 606mv"}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <div>
          {wrong.length > 0 && <p className="state-worn">Not read: {wrong.join("; ")}.</p>}
          <ol aria-label="Pairs">
            {pairs.map((p) => (
              <li key={p.a}>{pairText(p)}</li>
            ))}
          </ol>
          {left.length > 0 && pairs.length > 0 && <p className="muted">Left over: {left.join(", ")}.</p>}
          {onSend && pairs.length > 0 && (
            <Button size="small" onClick={() => onSend(`matched ${pairs.map(pairText).join("; ")}`)}>
              {toolsWords.saveJob}
            </Button>
          )}
        </div>
      </div>
    </section>
  );
}
