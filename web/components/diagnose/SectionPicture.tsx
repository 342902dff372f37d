"use client";

import { isSupply } from "@mirvek/core/device";
import { diagnosisInputsOf, sectionPicture, type SectionBox, type SectionLink } from "@mirvek/core/job";
import { useRef, useState, type KeyboardEvent } from "react";
import { percent } from "../../wording/quantity";
import { hypothesisName, reasonText, suspectStateName, testText } from "../../wording/diagnosis";
import { sectionName, sectionShort, verdictName } from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import { BOX, placeSections } from "./sectionLayout";
import styles from "./SectionPicture.module.css";
import { diagnoseWords } from "../../wording/screens/diagnose";

const givesPower = (b: SectionBox) => isSupply(b.kind);
/** below it a figure says nothing */
const MIN = 0.005;
const MAX_NAMES = 3;
const MAX_TITLE = 17;
/** of a point and its volts, in a box */
const MAX_SIGNS = 14;
const EDGE = 6;

/** The unit drawn: what supplies and feeds what, what stands where, and where the fault is thought to be. */
export function SectionPicture() {
  const { view } = useJob();
  const [open, setOpen] = useState<string | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const { boxes, links } = sectionPicture(view.job, view, view.diagnosis.suspects);
  const { at, width, height } = placeSections(boxes, links, givesPower);
  const chosen = boxes.find((b) => b.id === open) ?? null;
  const most = boxes.reduce<SectionBox | null>((m, b) => ((b.chance ?? 0) > (m?.chance ?? 0) ? b : m), null);
  const onKey = (event: KeyboardEvent, box: SectionBox) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const place = at.get(box.id)!;
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (event.key === "Enter" || event.key === " ") setOpen(open === box.id ? null : box.id);
    else if (step) {
      const next = nearest(boxes, at, place, step as [number, number]);
      if (next) svg.current?.querySelector<SVGGElement>(`[data-section="${CSS.escape(next.id)}"]`)?.focus();
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section aria-label="Sections">
      <h2 className={styles.head}>{diagnoseWords.whereUnit}</h2>
      <svg
        ref={svg}
        className={styles.picture}
        viewBox={`${-EDGE} ${-EDGE} ${width + 2 * EDGE} ${height + 2 * EDGE}`}
        style={{ maxInlineSize: 1.15 * width }}
        role="group"
        aria-label={diagnoseWords.sectionsUnit}
      >
        <Links of={links} at={at} boxes={boxes} />
        {boxes.map((b) => {
          const { x, y } = at.get(b.id)!;
          return (
            <g
              key={b.id}
              data-section={b.id}
              transform={`translate(${x - BOX.width / 2} ${y - BOX.height / 2})`}
              className={`${styles.box} ${open === b.id ? styles.open : ""}`}
              role="button"
              tabIndex={b.id === (chosen ?? most ?? boxes[0]!).id ? 0 : -1}
              aria-expanded={open === b.id}
              aria-label={labelOf(b)}
              onClick={() => setOpen(open === b.id ? null : b.id)}
              onKeyDown={(e) => onKey(e, b)}
            >
              <Box of={b} />
            </g>
          );
        })}
      </svg>
      {chosen ? (
        <Inside of={chosen} />
      ) : (
        <p className="muted">
          {diagnoseWords.clickSectionSeeWhat} <span className="mono">section regulators not here</span>,{" "}
          <span className="mono">section servo here</span>.
        </p>
      )}
    </section>
  );
}

const titleOf = (b: SectionBox): string => (b.channel === null ? sectionName[b.kind] : `${sectionName[b.kind]} ${b.channel}`);
const chanceOf = (b: SectionBox): string => (b.chance === null || b.chance < MIN ? "" : percent(b.chance));
const labelOf = (b: SectionBox): string =>
  [titleOf(b), chanceOf(b), ...b.parts.slice(0, MAX_NAMES).map((p) => `${p.name} ${verdictName[p.state]}`)].filter(Boolean).join(", ");

/** The box to go to from here in a direction. */
function nearest(
  boxes: readonly SectionBox[],
  at: ReadonlyMap<string, { x: number; y: number }>,
  from: { x: number; y: number },
  [dx, dy]: readonly [number, number],
): SectionBox | null {
  const far = (b: SectionBox) => {
    const to = at.get(b.id)!;
    const along = dx * (to.x - from.x) + dy * (to.y - from.y);
    const aside = Math.abs(dy * (to.x - from.x)) + Math.abs(dx * (to.y - from.y));
    return along <= 1 ? Infinity : along + 2 * aside;
  };
  const best = [...boxes].sort((a, b) => far(a) - far(b))[0];
  return best && far(best) < Infinity ? best : null;
}

function Links({
  of,
  at,
  boxes,
}: {
  of: readonly SectionLink[];
  at: ReadonlyMap<string, { x: number; y: number }>;
  boxes: readonly SectionBox[];
}) {
  const supplied = new Set(boxes.filter(givesPower).map((b) => b.id));
  // one line down stands for what the supply gives to every section below it
  const between = of.filter((l) => supplied.has(l.from) === supplied.has(l.to));
  const down = of.find((l) => l.carries === "power" && supplied.has(l.from) && !supplied.has(l.to));
  const top = Math.min(...boxes.filter((b) => !supplied.has(b.id)).map((b) => at.get(b.id)!.y)) - BOX.height / 2;
  const fed = boxes.filter((b) => !supplied.has(b.id) && of.some((l) => l.to === b.id && l.carries === "power"));
  const rail = top - 12;
  return (
    <g className={styles.links} aria-hidden="true">
      {between.map((l) => {
        const [a, b] = [at.get(l.from)!, at.get(l.to)!];
        const [x1, x2] = [a.x + BOX.width / 2, b.x - BOX.width / 2];
        const mid = (x1 + x2) / 2;
        return <path key={`${l.from} ${l.to}`} className={styles[l.carries]} d={`M${x1} ${a.y}H${mid}V${b.y}H${x2}`} />;
      })}
      {down && fed.length > 0 && (
        <path
          className={styles.power}
          d={[
            `M${at.get(down.from)!.x} ${at.get(down.from)!.y + BOX.height / 2}V${rail}`,
            `M${Math.min(at.get(down.from)!.x, ...fed.map((b) => at.get(b.id)!.x))} ` +
              `${rail}H${Math.max(at.get(down.from)!.x, ...fed.map((b) => at.get(b.id)!.x))}`,
            ...fed.filter((b) => at.get(b.id)!.y - BOX.height / 2 - top < 1).map((b) => `M${at.get(b.id)!.x} ${rail}V${top}`),
          ].join("")}
        />
      )}
    </g>
  );
}

function Box({ of: b }: { of: SectionBox }) {
  const named = b.parts.slice(0, MAX_NAMES);
  const point = b.points[0];
  return (
    <>
      <rect className={styles.ground} width={BOX.width} height={BOX.height} />
      <rect className={styles.tint} width={BOX.width} height={BOX.height} style={{ opacity: Math.min(1, b.chance ?? 0) }} />
      <rect className={styles.frame} width={BOX.width} height={BOX.height} />
      <text x={7} y={17} className={styles.title}>
        {b.channel === null ? sectionShort[b.kind] : `${sectionShort[b.kind]} ${b.channel}`.slice(0, MAX_TITLE)}
      </text>
      <text x={7} y={35} className={styles.chance}>
        {chanceOf(b)}
      </text>
      <text x={7} y={52} className={styles.parts}>
        {named.map((p, i) => (
          <tspan key={p.name} className={styles[p.state] ?? ""} dx={i === 0 ? 0 : 5}>
            {p.name}
          </tspan>
        ))}
        {b.parts.length > MAX_NAMES && <tspan dx={5}>+{b.parts.length - MAX_NAMES}</tspan>}
      </text>
      {point && (
        <text
          x={7}
          y={68}
          className={[styles.parts, point.state === "within" ? styles.sound : point.state !== "unknown" && styles.failed]
            .filter(Boolean)
            .join(" ")}
        >
          {`${point.name} ${Number(point.volts.toPrecision(3))}`.slice(0, MAX_SIGNS)}
        </text>
      )}
    </>
  );
}

const MAX_TESTS = 4;
const TELLS = 0.4;

/** What speaks for and against a section, what stands in it, and what would tell. */
function Inside({ of: b }: { of: SectionBox }) {
  const { view } = useJob();
  const suspects = view.diagnosis.suspects.filter((s) => b.suspects.includes(s.id));
  const tests = diagnosisInputsOf(view.shop)
    .table.tests.filter((t) => b.suspects.some((id) => (t.given[id] ?? 0) > Math.max(TELLS, t.rest)))
    .sort((a, c) => a.minutes - c.minutes)
    .slice(0, MAX_TESTS);
  return (
    <div className={styles.inside} role="region" aria-label={titleOf(b)}>
      <h3>{titleOf(b)}</h3>
      {suspects.length === 0 && <p className="muted">{diagnoseWords.noListedFaultBelongs}</p>}
      <ul>
        {suspects.map((s) => {
          const reasons = [...s.for, ...s.against].map((r) => `${r.bits > 0 ? "for" : "against"}: ${reasonText(r, view.unit.tried)}`);
          return (
            <li key={s.id}>
              <b>{hypothesisName[s.id]}</b>, {suspectStateName[s.state]}
              {s.chance >= MIN && ` (${percent(Math.min(0.99, s.chance))})`}
              {reasons.length > 0 && <span className="muted">; {[...new Set(reasons)].join("; ")}</span>}
            </li>
          );
        })}
      </ul>
      {b.parts.length > 0 && (
        <p>
          Parts in it:{" "}
          {b.parts.map((p, i) => (
            <span key={p.name}>
              {i > 0 && ", "}
              <span className="mono">{p.name}</span> <span className={`state-${p.state}`}>{verdictName[p.state]}</span>
            </span>
          ))}
          .
        </p>
      )}
      {tests.length > 0 && <p>Tests: {tests.map((t) => `${testText[t.id].act.replace(/\.$/, "")} (${t.minutes} min)`).join("; ")}.</p>}
    </div>
  );
}
