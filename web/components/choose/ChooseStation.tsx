"use client";

import { isBad } from "@mirvek/core/verdict";
import { Button } from "antd";
import Link from "next/link";
import { useState } from "react";
import type { PositionView } from "../../schemas/jobView";
import { marked } from "../../wording/quantity";
import { roleName, verdictName } from "../../wording/vocabulary";
import { useCursor, useJob } from "../job/JobProvider";
import { CapacitorMark } from "../shared/CapacitorMark";
import { markOf } from "../shared/markOf";
import { Candidates } from "./Candidates";
import { Offer } from "./Offer";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

const decided = (p: PositionView) => p.choice !== null && p.choice.decision !== "withdrawn";

/** For each bad position what replaces it, by the rules; decided one after the other. */
export function ChooseStation() {
  const { view } = useJob();
  const { cursor, setCursor } = useCursor();
  const [all, setAll] = useState(false);
  const [came] = useState(cursor);
  const also = new Set(view.facts.alsoChange);
  const wanted = view.positions.filter(
    (p) => all || isBad(p.verdict.state) || decided(p) || also.has(p.designator) || p.designator === cursor,
  );
  const here = wanted.find((p) => p.designator === cursor);
  const isDue = (p: PositionView) => (isBad(p.verdict.state) || also.has(p.designator)) && !decided(p);
  const due = wanted.find((p) => isBad(p.verdict.state) && !decided(p)) ?? wanted.find(isDue);
  // whoever comes from measuring a sound part is shown the bad one that waits
  const picked = (here && due && here.designator === came && !isBad(here.verdict.state) ? due : here) ?? due ?? wanted[0] ?? null;
  return (
    <div>
      <div className={styles.split}>
        <nav className={styles.list} aria-label="Positions to decide">
          <ul>
            {wanted.map((p) => (
              <li key={p.id}>
                <button
                  type="button"
                  aria-current={p === picked}
                  className={p === picked ? styles.here : undefined}
                  onClick={() => setCursor(p.designator)}
                >
                  <CapacitorMark {...markOf(p)} size={20} />
                  <b className="mono">{p.designator}</b>
                  <span>
                    {marked(p.nominal, p.rated)}
                    <small>{decisionText(p, also.has(p.designator))}</small>
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {wanted.length === 0 && <p className="muted">{chooseWords.nothingBadNothingChoose}</p>}
          <Button size="small" type="text" onClick={() => setAll(!all)}>
            {all ? chooseWords.showOnlyBadPositions : "Show every position"}
          </Button>
          <p className={styles.links}>
            <Link prefetch={false} href="/shop/order">
              The shop&apos;s order
            </Link>
            <a href={`/api/jobs/${view.job.number}/order.csv`}>Order list, CSV</a>
            <Link prefetch={false} href={`/jobs/${view.job.number}/component-map`}>
              {chooseWords.componentMapChannel}
            </Link>
          </p>
        </nav>
        {picked && (
          <section className={styles.detail} aria-label={`Replacement for ${picked.designator}`}>
            <h2>
              <span className="mono">{picked.designator}</span> {roleName[picked.role]}, {marked(picked.nominal, picked.rated)}{" "}
              <small className={`state-${picked.verdict.state}`}>{verdictName[picked.verdict.state]}</small>
            </h2>
            <Candidates
              key={`${picked.id} ${picked.version} ${picked.choice?.id ?? 0}`}
              position={picked}
              onDecided={(together) => {
                const next = wanted.find((p) => isDue(p) && !together.includes(p.designator));
                setCursor(next?.designator ?? picked.designator);
              }}
            />
          </section>
        )}
      </div>
      {view.positions.length > 0 && <Offer />}
    </div>
  );
}

function decisionText(p: PositionView, byApproach: boolean): string {
  switch (p.choice?.decision) {
    case "replace":
      return p.choice.set ? chooseWords.placeOne(p.choice.set.parts.length) : (p.choice.part?.code ?? "");
    case "temporary":
      return `temporary: ${p.choice.part?.code ?? ""}`;
    case "leave":
      return "stays";
    default:
      return byApproach ? `${verdictName[p.verdict.state]}, by the scope` : verdictName[p.verdict.state];
  }
}
