"use client";

import { isClosed } from "@mirvek/core/job";
import { isBad } from "@mirvek/core/verdict";
import { Button } from "antd";
import Link from "next/link";
import type { KeyboardEvent } from "react";
import { ago, clock, percent, signedVolts } from "../../wording/quantity";
import { hazardDetail, hazardWord, staleText } from "../../wording/safety";
import { partClassName } from "../../wording/observation";
import { hypothesisName } from "../../wording/diagnosis";
import { verdictName } from "../../wording/vocabulary";
import { CapacitorMark } from "../shared/CapacitorMark";
import { markOf } from "../shared/markOf";
import { useShopTime, useTheme } from "../shared/Providers";
import { useJob, useNow, useJobStaleSince } from "./JobProvider";
import { PowerButton } from "./PowerButton";
import styles from "./BenchRail.module.css";
import { jobWords } from "../../wording/screens/job";

const MAX_BAD = 6;
const MAX_OTHERS = 2;
const MAX_LATEST = 8;

/** Always in view in a job: hazard, running clocks, what is bad, what was read last. */
export function BenchRail({
  open,
  onToggle,
  onOverride,
  onKeys,
}: {
  /** on a narrow screen: laid over the work */
  open: boolean;
  onToggle: () => void;
  onOverride: () => void;
  onKeys: () => void;
}) {
  const { view } = useJob();
  const { toggle, name } = useTheme();
  const bad = view.positions.filter((p) => isBad(p.verdict.state));
  const others = view.unit.parts.filter((p) => isBad(p.verdict.state));
  const most = Math.max(1, MAX_BAD - Math.min(others.length, MAX_OTHERS));
  const hidden = Math.max(0, bad.length - most) + Math.max(0, others.length - MAX_OTHERS);
  return (
    <aside className={`${styles.rail} no-print`} data-open={open} aria-label="Bench rail">
      <div className={styles.body}>
        <Hazard onOverride={onOverride} />
        <Running />
        <Leading />
        <section>
          <h2>Bad so far</h2>
          {bad.length + others.length === 0 && <p className="muted">Nothing yet.</p>}
          <ul>
            {bad.slice(0, most).map((p) => (
              <li key={p.id}>
                <CapacitorMark {...markOf(p)} size={20} />
                <b className="mono">{p.designator}</b>
                <span className={`state-${p.verdict.state}`}>{verdictName[p.verdict.state]}</span>
                <small>
                  {p.choice?.part && !p.renewed ? "chosen" : p.choice?.decision === "leave" ? "stays" : p.renewed ? "new part" : ""}
                </small>
              </li>
            ))}
            {others.slice(0, MAX_OTHERS).map((p) => (
              <li key={p.name}>
                <b className="mono">{p.name}</b>
                <span className={`state-${p.verdict.state}`}>{verdictName[p.verdict.state]}</span>
                <small>{partClassName[p.class]}</small>
              </li>
            ))}
          </ul>
          {hidden > 0 && <p className={`${styles.more} muted`}>and {hidden} more</p>}
        </section>
        <Latest />
      </div>
      <p className={styles.foot}>
        <span className={styles.toggle}>
          <Button size="small" type="text" onClick={onToggle} aria-expanded={open}>
            {open ? "Less" : "More"} <kbd>q</kbd>
          </Button>
        </span>
        <Button size="small" type="text" onClick={onKeys}>
          Keys <kbd>?</kbd>
        </Button>
        <Button size="small" type="text" onClick={toggle}>
          {name === "day" ? "Night" : "Day"} <kbd>d</kbd>
        </Button>
      </p>
    </aside>
  );
}

/** The three leading suspects, anywhere in the job. */
function Leading() {
  const { view } = useJob();
  const { suspects } = useJob().view.diagnosis;
  const leading = suspects.filter((s) => s.chance >= LEADS_FROM && s.state !== "ruledOut").slice(0, MAX_LEADING);
  if (view.job.findings.length === 0 || leading.length === 0) return null;
  return (
    <section aria-label="Leading suspects">
      <h2>Suspected</h2>
      <ul>
        {leading.map((s) => (
          <li key={s.id} className={styles.suspect}>
            <span>{hypothesisName[s.id]}</span>
            <small>{s.state === "shown" ? "confirmed" : percent(s.chance)}</small>
            <i aria-hidden="true" style={{ inlineSize: `${Math.round(100 * s.chance)}%` }} />
          </li>
        ))}
      </ul>
    </section>
  );
}
const LEADS_FROM = 0.05;
const MAX_LEADING = 3;

function Hazard({ onOverride }: { onOverride: () => void }) {
  const { view } = useJob();
  const now = useNow();
  const { safety } = view;
  const { touchLimit } = view.shop;
  const { word, tone } = hazardWord(safety);
  const volts =
    safety.kind === "chargeHeld"
      ? safety.waiting.reduce<number | null>(
          (most, w) => ("volts" in w.state && Math.abs(w.state.volts) > Math.abs(most ?? 0) ? w.state.volts : most),
          null,
        )
      : null;
  const staleSince = useJobStaleSince();
  const closed = isClosed(view.job.state);
  // a closed job is not switched, and a unit without a supply cannot be
  const canPower = !closed && (safety.kind === "energised" || view.job.supplyKind !== "none");
  if (staleSince !== null) return <StaleHazard since={staleSince} word={word} />;
  return (
    <section className={`${styles.hazard} ${styles[tone]}`} aria-label="Hazard" role="status">
      <h2>
        <HazardShape tone={tone} /> {word}
      </h2>
      {volts !== null && <div className={`${styles.big} mono`}>{signedVolts(volts)}</div>}
      <p>{hazardDetail(safety, now, touchLimit)}</p>
      <div className={styles.acts}>
        {canPower && <PowerButton />}
        {!closed && (safety.kind === "chargeHeld" || safety.kind === "nothingListed" || safety.kind === "voltsUnknown") && (
          <Button size="small" onClick={onOverride}>
            Override <kbd>o</kbd>
          </Button>
        )}
      </div>
    </section>
  );
}

/** A mark that may be out of date claims nothing: it is grey, and says what was known last and when. */
function StaleHazard({ since, word }: { since: number; word: string }) {
  const time = useShopTime();
  return (
    <section className={`${styles.hazard} ${styles.stale}`} aria-label="Hazard" role="status" data-stale="">
      <h2>
        <HazardShape tone="wait" /> {jobWords.notUpDate}
      </h2>
      <p>{staleText(word, time.clock(since))}</p>
    </section>
  );
}

/** Danger, wait and safe differ in shape, not only in hue. */
function HazardShape({ tone }: { tone: "danger" | "wait" | "safe" }) {
  return (
    <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      {tone === "danger" && <path d="M9 1v9M9 13v4" stroke="currentColor" strokeWidth="4" />}
      {tone === "wait" && <path d="M4 2h10L4 16h10z" fill="none" stroke="currentColor" strokeWidth="2" />}
      {tone === "safe" && <path d="M2 9h5M11 9h5M7 4v10M11 4v10" stroke="currentColor" strokeWidth="2.4" />}
    </svg>
  );
}

function Running() {
  const { view } = useJob();
  const now = useNow();
  const { safety, after } = view;
  const second = safety.kind !== "chargeHeld" ? [] : safety.waiting;
  const clocks = [
    ...second.flatMap((w) =>
      w.state.kind === "once" ? [{ name: `${w.position} second reading`, left: (w.state.secondFrom - now) / 1000 }] : [],
    ),
    ...after.timers.map((t) => ({ name: t.name, left: (t.ends - now) / 1000 })).filter((t) => t.left > -LONG_OVER),
  ];
  if (clocks.length === 0) return null;
  return (
    <section>
      <h2>Running</h2>
      <ul className={styles.lines}>
        {clocks.map((c) => (
          <li key={c.name} className="mono">
            <span>{c.name}</span>
            <span>{c.left > 0 ? clock(c.left) : "now"}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** s after which a clock that has run down is no longer shown */
const LONG_OVER = 3600;

function Latest() {
  const { view, pending, strike, drop } = useJob();
  const now = useNow();
  const waiting = new Set(pending.map((p) => p.key));
  const lines = view.lines.slice(0, MAX_LATEST);
  return (
    <section>
      <h2 className={styles.latest}>
        <span>Latest</span>
        <Link href={`/jobs/${view.job.number}/log`} prefetch={false}>
          Log <kbd>l</kbd>
        </Link>
      </h2>
      <ul className={styles.lines} aria-label="Latest" onKeyDown={walk}>
        {lines.map((l) => (
          <li key={l.key} title={ago(l.enteredAt, now)} className={l.withdrawn ? styles.struck : undefined}>
            <span className="mono">{l.typed}</span>
            {waiting.has(l.key) ? (
              <button type="button" className={styles.strike} onClick={() => drop(l.key)} aria-label={`Drop ${l.typed}, which waits`}>
                waiting
              </button>
            ) : l.withdrawn ? (
              <small className="muted">struck</small>
            ) : view.job.closedAt !== null ? null : (
              <button
                type="button"
                className={styles.strike}
                data-strike
                onClick={() => strike(l.key)}
                aria-label={`Strike out ${l.typed}`}
                title={jobWords.strikeOutEverythingLine}
              >
                <StrikeShape />
              </button>
            )}
          </li>
        ))}
      </ul>
      {lines.length === 0 && <p className="muted">No readings yet.</p>}
    </section>
  );
}

/** Up and down walk from one stroke to the next. */
function walk(event: KeyboardEvent<HTMLUListElement>): void {
  if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
  const strokes = [...event.currentTarget.querySelectorAll<HTMLElement>("[data-strike]")];
  const at = strokes.findIndex((s) => s === document.activeElement);
  const next = strokes[at + (event.key === "ArrowDown" ? 1 : -1)];
  if (!next) return;
  event.preventDefault();
  next.focus();
}

function StrikeShape() {
  return (
    <svg width="14" height="12" viewBox="0 0 14 12" aria-hidden="true">
      <path d="M1 6h12M4 2v8M10 2v8" stroke="currentColor" strokeWidth="1.4" fill="none" />
    </svg>
  );
}
