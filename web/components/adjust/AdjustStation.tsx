"use client";

import type { IdleGroup } from "@mirvek/core/job";
import { Button } from "antd";
import dynamic from "next/dynamic";
import { useState } from "react";
import { rangeText, roundVolts } from "../../wording/powerUp";
import { idleStateName } from "../../wording/finalTest";
import { clock, list, percent, shown } from "../../wording/quantity";
import { useJob, useNow } from "../job/JobProvider";
import { useKeys } from "../shared/useKeys";
import { Reading } from "../shared/Reading";
import { SimulatedUnit } from "../shared/SimulatedUnit";
import styles from "../shared/Station.module.css";
import { adjustWords } from "../../wording/screens/adjust";

const Matching = dynamic(() => import("../tools/Matching").then((m) => m.Matching), { ssr: false });

/** Idle currents, set points and pairs: each reading against its window, with what to do about it. */
export function AdjustStation() {
  const { view, submit } = useJob();
  const now = useNow();
  const [matching, setMatching] = useState(false);
  const { adjust, timers } = view.after;
  const warmUp = timers.find((t) => t.name === "warm-up");
  const startWarmUp = () => submit(`timer ${Math.round(adjust.warmUp.seconds / 60)} min warm-up`);
  useKeys({ w: startWarmUp, m: () => setMatching(!matching) });
  return (
    <section className={styles.station} aria-label="Adjust">
      <h2>Adjust</h2>
      <SimulatedUnit where="set" />
      <div className={styles.plan}>
        <p>
          {adjust.leadsChecked ? adjustWords.leadsTestJigChecked : adjustWords.firstCheckLeadsTest}
          {warmUp
            ? warmUp.ends > now
              ? adjustWords.warmUpGo(clock((warmUp.ends - now) / 1000))
              : adjustWords.warmReadAgainAdjust
            : adjustWords.readColdLetWarm}
        </p>
        <div className={styles.acts}>
          <Button size="small" type={warmUp ? "default" : "primary"} onClick={startWarmUp}>
            {adjustWords.startWarmUpClock} <kbd>w</kbd>
          </Button>
          <Button size="small" aria-expanded={matching} onClick={() => setMatching(!matching)}>
            Match devices <kbd>m</kbd>
          </Button>
        </div>
        {adjust.unreachable.length > 0 && (
          <p className="state-failed">
            {list(adjust.unreachable)} {adjustWords.cannotBeAdjustedInto}
          </p>
        )}
      </div>
      {matching && <Matching />}
      {adjust.groups.length === 0 && adjust.watts === null && adjust.valves.length === 0 && (
        <p>
          {adjustWords.enterWindowOverWhich} <span className="mono">idle window 10 to 15mv over 0.22</span>
          {adjustWords.mainsWattmeter} <span className="mono">idle each 12w</span>, <span className="mono">idle down 38w</span>
          {adjustWords.valveValve} <span className="mono">V5 max 12w</span>, <span className="mono">V5 plate 300v 27ma</span>.
        </p>
      )}
      {adjust.groups.map((g) => (
        <Group key={`${g.unit} ${g.window?.low} ${g.channels.map((c) => c.channel).join(" ")}`} group={g} />
      ))}
      {adjust.watts && (
        <section aria-label={adjustWords.mainsWattmeterToo}>
          <h3>{adjustWords.mainsWattmeterToo}</h3>
          <p>
            {adjust.watts.down === null ? (
              <>
                {adjustWords.everythingMinimumFullyCounter} <Reading label="At minimum" unit="W" line={(said) => `idle down ${said}`} />
              </>
            ) : (
              adjustWords.minimumThenOneChannel(
                shown(adjust.watts.down, "W"),
                adjust.watts.steps
                  .slice(1)
                  .map((w) => shown(w, "W"))
                  .join(", "),
              )
            )}
          </p>
          <ul className={styles.list}>
            {adjust.watts.read.map((r) => (
              <li key={r.channel}>
                <b>{r.channel}</b> {shown(r.watts, "W")}
                {r.off !== null && (
                  <span className={Math.abs(r.off) <= 2 ? "state-sound" : "state-worn"}>
                    {Math.abs(r.off) <= 2 ? adjustWords.shouldBe : r.off < 0 ? `${shown(-r.off, "W")} more` : `${shown(r.off, "W")} less`}
                  </span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {adjust.valves.length > 0 && (
        <table className="sheet" aria-label="Valves">
          <thead>
            <tr>
              <th>Valve</th>
              <th className="n">Plate</th>
              <th className="n">Current</th>
              <th className="n">Dissipates</th>
              <th className="n">Of its maximum</th>
              <th className="n">Two thirds at</th>
            </tr>
          </thead>
          <tbody>
            {adjust.valves.map((v) => (
              <tr key={v.name}>
                <th scope="row" className="mono">
                  {v.name}
                </th>
                <td className="n">{shown(v.plate, "V")}</td>
                <td className="n">{shown(Number(v.amperes.toPrecision(3)), "A")}</td>
                <td className="n">{shown(Number(v.watts.toPrecision(3)), "W")}</td>
                <td className={`n ${v.state === "right" ? "state-sound" : v.state === "unknown" ? "muted" : "state-failed"}`}>
                  {v.share === null ? `say ${v.name} max 12w` : `${percent(v.share)} ${v.state === "right" ? "" : v.state}`}
                </td>
                <td className="n">{v.aim === null ? "" : shown(Number(v.aim.toPrecision(3)), "A")}</td>
              </tr>
            ))}
          </tbody>
          {adjust.spread !== null && (
            <tfoot>
              <tr>
                <td colSpan={6} className={adjust.spreadFine ? "state-sound" : "state-worn"}>
                  Spread {percent(adjust.spread)}
                  {adjust.spreadFine ? "" : adjustWords.swapTwoValvesRead}.
                </td>
              </tr>
            </tfoot>
          )}
        </table>
      )}
      {adjust.setPoints.length > 0 && (
        <table className="sheet" aria-label="Set points">
          <thead>
            <tr>
              <th>Regulated rail</th>
              <th className="n">Should read</th>
              <th className="n">Reads</th>
              <th className="n">Ripple p-p</th>
            </tr>
          </thead>
          <tbody>
            {adjust.setPoints.map((p) => (
              <tr key={p.name}>
                <th scope="row">{p.name}</th>
                <td className="n">{rangeText(p)}</td>
                <td className={`n ${p.within === null ? "" : p.within ? "state-sound" : "state-failed"}`}>
                  {p.read === null ? <Reading label={p.name} unit="V" line={(said) => `${p.name} ${said}`} /> : roundVolts(p.read)}
                </td>
                <td className={`n ${p.ripple === null ? "muted" : p.ripple.fine ? "state-sound" : "state-worn"}`}>
                  {p.ripple === null ? `${p.name} 15mvpp` : shown(Number(p.ripple.volts.toPrecision(2)), "V")}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function Group({ group }: { group: IdleGroup }) {
  const { window, unit, ohms, channels } = group;
  const small = unit === "W" ? "W" : unit === "V" ? "mV" : "mA";
  return (
    <table className="sheet" aria-label="Idle current">
      <caption>
        {window
          ? adjustWords.idleCurrentBelowWindow(
              shown(window.low, unit),
              shown(window.high, unit),
              ohms === null ? "" : ` over ${shown(ohms, "Ω")}`,
            )
          : adjustWords.idleCurrentNoWindow}
      </caption>
      <thead>
        <tr>
          <th>Channel</th>
          <th className="n">Cold</th>
          <th className="n">Warm</th>
          <th className="n">Now</th>
          <th>Do</th>
          <th>Read</th>
        </tr>
      </thead>
      <tbody>
        {channels.map((c) => (
          <tr key={c.channel} data-channel={c.channel}>
            <th scope="row">{c.channel}</th>
            <td className="n">{c.cold === null ? "" : shown(c.cold, unit, 3)}</td>
            <td className="n">{c.passes.map((p) => shown(p, unit, 3)).join(" → ")}</td>
            <td className="n">
              {c.now === null ? "" : shown(c.now, unit, 3)}
              {c.amperes !== null && unit === "V" && <small className="muted"> {shown(Number(c.amperes.toPrecision(2)), "A")}</small>}
            </td>
            <td className={c.state === "set" ? "state-sound" : c.state === "unreachable" ? "state-failed" : undefined}>
              {c.act?.act === "raise" && c.state !== "unreachable"
                ? `up to ${shown(c.act.to, unit)}`
                : c.act?.act === "lower" && c.state !== "unreachable"
                  ? `down to ${shown(c.act.to, unit)}`
                  : idleStateName[c.state]}
            </td>
            <td>
              <Reading
                label={`Idle current of ${c.channel}`}
                unit={small}
                line={(said) => `idle ${c.channel} ${said} ${c.cold === null && c.passes.length === 0 ? "cold" : "warm"}`}
              />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
