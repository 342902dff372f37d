"use client";

import { byDesignator } from "@mirvek/core/entry";
import dynamic from "next/dynamic";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { LOOK_KEYS, type LookKey } from "../../wording/inspect";
import { leakersOf } from "@mirvek/core/job";
import { observationText, partClassName, subjectText } from "../../wording/observation";
import { roleName, signName } from "../../wording/vocabulary";
import { useCursor, useJob } from "../job/JobProvider";
import { AfterLeak } from "./AfterLeak";
import { Fuses } from "./Fuses";
import { Teardown } from "./Disassembly";
import styles from "./Inspect.module.css";
import { inspectWords } from "../../wording/screens/inspect";

// pictures may come after the list that is walked
const Photos = dynamic(() => import("./Photos").then((m) => m.Photos), { ssr: false });

interface Row {
  name: string;
  what: string;
  section: string;
  seen: string[];
  /** condemned by the eye, or of no concern */
  bad: boolean;
}

/** A walk through the unit with the eyes: the next part, a key for what is seen, the next section. */
export function InspectStation() {
  const { view, submit } = useJob();
  const { cursor, setCursor } = useCursor();
  const list = useRef<HTMLDivElement>(null);
  const [last, setLast] = useState<string | null>(null);
  // the walk has the keys here, not the line
  useEffect(() => {
    const frame = requestAnimationFrame(() => list.current?.focus());
    return () => cancelAnimationFrame(frame);
  }, []);
  const rows = rowsOf(view);
  const sections = [...new Set(rows.map((r) => r.section))];
  const at = Math.max(
    0,
    rows.findIndex((r) => r.name === cursor),
  );
  const here = rows[at];
  const places = view.unit.looks.filter((l) => l.subject.kind !== "part");
  const leaks = leakersOf(view);
  const goTo = (i: number) => {
    const row = rows[Math.min(rows.length - 1, Math.max(0, i))];
    if (row) setCursor(row.name);
  };
  const mark = (key: LookKey) => {
    if (!here) return;
    const line = `${here.name} ${key.say}`;
    if (submit(line).ok) setLast(line);
    goTo(at + 1);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const section = here ? sections.indexOf(here.section) : 0;
    const key = LOOK_KEYS.find((k) => k.key === event.key);
    const act = key
      ? () => mark(key)
      : {
          ArrowDown: () => goTo(at + 1),
          ArrowUp: () => goTo(at - 1),
          " ": () => goTo(at + 1),
          ArrowRight: () => goTo(rows.findIndex((r) => r.section === sections[section + 1])),
          ArrowLeft: () => goTo(rows.findIndex((r) => r.section === sections[Math.max(0, section - 1)])),
        }[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  return (
    <div>
      <p className={styles.keys}>
        {LOOK_KEYS.map((k) => (
          <span key={k.key}>
            <kbd>{k.key}</kbd> {k.name}
          </span>
        ))}
        <span>
          <kbd>Space</kbd> next part, <kbd>→</kbd> next section
        </span>
      </p>
      {rows.length === 0 ? (
        <p className={styles.empty}>
          {inspectWords.nothingListedYetEnter} <span className="mono">F1 looks whole</span>,{" "}
          <span className="mono">board charred by C12</span>.
        </p>
      ) : (
        <div ref={list} className={styles.walk} tabIndex={0} role="listbox" aria-label="Parts to inspect" onKeyDown={onKey}>
          {sections.map((section) => (
            <div key={section} role="group" aria-label={section}>
              <div className={styles.section} aria-hidden="true">
                {section}
              </div>
              {rows
                .filter((r) => r.section === section)
                .map((r) => (
                  <div
                    key={r.name}
                    role="option"
                    aria-selected={r === here}
                    className={`${styles.row} ${r === here ? styles.here : ""}`}
                    onClick={() => {
                      setCursor(r.name);
                      list.current?.focus();
                    }}
                  >
                    <b className="mono">{r.name}</b>
                    <span className="muted">{r.what}</span>
                    <span className={r.bad ? "state-failed" : undefined}>{r.seen.join(", ")}</span>
                  </div>
                ))}
            </div>
          ))}
        </div>
      )}
      {last && <p className="sr-only" role="status">{`Saved: ${last}`}</p>}
      <h2 className={styles.head}>Other places</h2>
      {places.length === 0 ? (
        <p className="muted">
          {inspectWords.jointsTracesGroundPoints} <span className="mono">earth lug corroded</span>.
        </p>
      ) : (
        <ul className={styles.places}>
          {places.map((l) => (
            <li key={`${l.seq} ${subjectText(l.subject)} ${l.look.sign}`}>
              <b>{subjectText(l.subject)}</b> {observationText(l.look)}
            </li>
          ))}
        </ul>
      )}
      <Photos />
      <Fuses />
      <AfterLeak from={leaks} />
      <Teardown />
    </div>
  );
}

type View = ReturnType<typeof useJob>["view"];

function rowsOf(view: View): Row[] {
  const capacitors = view.positions.map((p): Row => {
    const signs = p.readings.flatMap((r) => (r.measurement.kind === "visual" ? [r.measurement.sign] : []));
    const others = view.unit.looks.filter((l) => l.subject.kind === "part" && l.subject.name === p.designator);
    return {
      name: p.designator,
      what: roleName[p.role],
      section: p.section,
      seen: [...new Set([...signs.map((s) => signName[s]), ...others.map((l) => observationText(l.look))])],
      bad: signs.some((s) => s !== "looksClean" && s !== "discoloured"),
    };
  });
  const parts = [...view.unit.parts]
    .sort((a, b) => byDesignator(a.name, b.name))
    .map((p): Row => ({
      name: p.name,
      what: partClassName[p.class],
      section: "Other parts",
      seen: [...new Set(p.looks.map((l) => observationText(l.observation)))],
      bad: p.looks.some((l) => !l.observation.intended && l.observation.sign !== "looksWhole"),
    }));
  return [...capacitors, ...parts];
}
