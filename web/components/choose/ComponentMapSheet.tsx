"use client";

import { channelsOf, componentMap, type ComponentMapRow } from "@mirvek/core/job";
import { isPolarised } from "@mirvek/core/part";
import { Button } from "antd";
import { useState } from "react";
import { layName } from "../../wording/observation";
import { jobNumberText, list, marked } from "../../wording/quantity";
import { arrangementName } from "../../wording/choose";
import { roleName, technologyName } from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import { Pick } from "../shared/Pick";
import { useKeys } from "../shared/useKeys";
import styles from "./ComponentMap.module.css";
import { chooseWords } from "../../wording/screens/choose";

const COMMON = "";

/** Every part of one channel with value, place and polarity, to be printed and laid beside the board: it serves all identical ones. */
export function ComponentMapSheet() {
  const { view } = useJob();
  const channels = channelsOf(view.positions);
  const hasCommon = view.positions.some((p) => p.channel === null);
  const [channel, setChannel] = useState<string>(channels[0] ?? COMMON);
  const map = componentMap(view.positions, view.unit.notes.laid, channel === COMMON ? null : channel);
  const rows = map.sections.flatMap((s) => s.rows);
  const reversed = rows.filter((r) => r.reversed || r.counterpartsOtherWay.length > 0);
  useKeys({ p: () => window.print() });
  const options = [
    ...channels.map((value) => ({ value, label: `channel ${value}` })),
    ...(hasCommon || channels.length === 0 ? [{ value: COMMON, label: chooseWords.whatAllChannelsShare }] : []),
  ];
  return (
    <article aria-label="Component map" className={styles.sheet}>
      <h1>
        {jobNumberText(view.job.number)} {view.job.title}:{" "}
        {channel === COMMON ? chooseWords.whatAllChannelsShare : `channel ${list(map.serves)}`}
      </h1>
      <p className={styles.tools}>
        <Pick aria-label="Sheet" value={channel} options={options} onPick={(c) => c !== null && setChannel(c)} />{" "}
        <Button size="small" onClick={() => window.print()}>
          Print <kbd>p</kbd>
        </Button>{" "}
        <span className="muted">
          {chooseWords.enterHowPartMounted} <span className="mono">c14 plus up</span>, <span className="mono">c14 plus to ground</span>.
        </span>
      </p>
      {map.serves.length > 1 && (
        <p>
          One sheet covers {list(map.serves)}
          {chooseWords.samePositionOthersListed}
        </p>
      )}
      {reversed.length > 0 && (
        <p className={styles.warn}>
          {chooseWords.mountedAgainstTheirNeighbours} {list(reversed.map((r) => r.position.designator))}
          {chooseWords.checkTwiceBeforeSoldering}
        </p>
      )}
      {map.sections.map(({ section, rows: parts }) => (
        <section key={section} aria-label={section}>
          <h2>{section}</h2>
          <table className="sheet">
            <thead>
              <tr>
                <th>Place</th>
                <th>Others</th>
                <th>Marked</th>
                <th>Type, role</th>
                <th>Replacement</th>
                <th>Polarity</th>
                <th>Done</th>
              </tr>
            </thead>
            <tbody>
              {parts.map((r) => (
                <Row key={r.position.id} of={r} />
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="muted">
        {rows.length} parts, {rows.filter((r) => isPolarised(r.position.technology)).length} of them polarised
        {map.serves.length > 1 ? `, ${map.serves.length} times` : ""}.
      </p>
    </article>
  );
}

function Row({ of: { position: p, laid, others, reversed, counterpartsOtherWay } }: { of: ComponentMapRow }) {
  const { view } = useJob();
  const choice = view.positions.find((o) => o.id === p.id)?.choice ?? null;
  const goesIn =
    choice === null || choice.decision === "withdrawn"
      ? ""
      : choice.decision === "leave"
        ? "stays"
        : choice.set
          ? `${choice.set.parts.map((s) => s.code).join(" + ")} ${arrangementName[choice.set.arrangement]}`
          : (choice.part?.code ?? "");
  return (
    <tr className={reversed ? styles.reversed : undefined}>
      <td>
        <b className="mono">{p.designator}</b>
      </td>
      <td className="mono">{others.join(" ")}</td>
      <td>{marked(p.nominal, p.rated)}</td>
      <td>
        {technologyName[p.technology]}, {roleName[p.role]}
      </td>
      <td className="mono">{goesIn}</td>
      <td>
        {!isPolarised(p.technology) ? (
          "either way round"
        ) : (
          <>
            {laid?.points && <Arrow points={laid.points} />}
            {[laid?.points ? layName[laid.points] : "", laid?.plus ? layName[laid.plus] : ""].filter(Boolean).join(", ") || (
              <span className="muted">not entered</span>
            )}
            {reversed && <b> against its neighbours</b>}
            {counterpartsOtherWay.length > 0 && <b> {list(counterpartsOtherWay)} the other way</b>}
          </>
        )}
      </td>
      <td>{p.renewed ? "in" : "☐"}</td>
    </tr>
  );
}

const TURN = { up: 0, right: 90, down: 180, left: 270 } as const;

/** A body with its plus end, the way it lies. */
function Arrow({ points }: { points: keyof typeof TURN }) {
  return (
    <svg viewBox="-10 -10 20 20" className={styles.arrow} aria-hidden="true">
      <g transform={`rotate(${TURN[points]})`}>
        <rect x="-4" y="-6" width="8" height="14" rx="2" />
        <path d="M0 -9v4M-2 -7h4" />
      </g>
    </svg>
  );
}
