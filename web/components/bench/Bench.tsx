"use client";

import { Button, Input, type InputRef } from "antd";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { isClosed as isOver, pathOf as stationPathOf } from "@mirvek/core/job";
import { VERDICT_STATES } from "@mirvek/core/verdict";
import type { BenchPage, BenchRow } from "../../schemas/jobView";
import { nextActText } from "../../wording/nextStep";
import { jobNumberText } from "../../wording/quantity";
import { hazardWord } from "../../wording/safety";
import { jobStateName } from "../../wording/vocabulary";
import { CapacitorMark } from "../shared/CapacitorMark";
import { useShopTime, useTheme } from "../shared/Providers";
import { useChanges, useStaleSince } from "../shared/useChanges";
import { useKeys } from "../shared/useKeys";
import styles from "./Bench.module.css";
import { benchWords } from "../../wording/screens/bench";

const Practice = dynamic(() => import("./Practice").then((m) => m.Practice), { ssr: false });
const KeySheet = dynamic(() => import("../shared/KeySheet").then((m) => m.KeySheet), { ssr: false });

const isClosed = (row: BenchRow) => isOver(row.state);
const pathOf = (row: BenchRow) => `/jobs/${row.number}/${stationPathOf(row.nextAt)}`;

const TYPING_RESTS_MS = 200;
const addressOf = (find: string, page: number) => {
  const asked = new URLSearchParams({
    ...(find.trim() === "" ? {} : { find: find.trim() }),
    ...(page === 1 ? {} : { page: String(page) }),
  });
  return asked.size === 0 ? "/" : `/?${asked}`;
};

/** The start page: every job, what it holds against hands, and what to do next. */
export function Bench({ bench }: { bench: BenchPage }) {
  const time = useShopTime();
  const { rows, shopName, page, pages, found, open: openJobs } = bench;
  const router = useRouter();
  const { name, toggle } = useTheme();
  const [find, setFind] = useState(bench.find);
  const [picked, setPicked] = useState(0);
  const [practising, setPractising] = useState(false);
  const [keySheet, setKeySheet] = useState(false);
  const findRef = useRef<InputRef>(null);
  const shown = useRef(bench.revision);
  const heard = useChanges(null, ({ revision }) => {
    if (revision === shown.current) return;
    shown.current = revision;
    router.refresh();
  });
  const staleSince = useStaleSince(heard);
  const at = Math.min(picked, Math.max(0, rows.length - 1));
  const move = (by: number) => setPicked(Math.min(rows.length - 1, Math.max(0, at + by)));
  const turn = (by: number) => {
    const to = Math.min(pages, Math.max(1, page + by));
    if (to !== page) router.replace(addressOf(find, to));
  };
  // searched where the jobs are, once the typing rests
  useEffect(() => {
    if (find.trim() === bench.find.trim()) return;
    const timer = setTimeout(() => router.replace(addressOf(find, 1)), TYPING_RESTS_MS);
    return () => clearTimeout(timer);
  }, [find, bench.find, router]);
  // Enter right after typing waits for what was searched: it must not open a job of the search before
  const stale = find.trim() !== bench.find.trim();
  const awaited = useRef(false);
  const open = () => {
    awaited.current = stale;
    if (stale) router.replace(addressOf(find, 1));
    else if (rows[at]) router.push(pathOf(rows[at]));
  };
  useEffect(() => {
    if (stale || !awaited.current) return;
    awaited.current = false;
    if (rows[0]) router.push(pathOf(rows[0]));
  }, [stale, rows, router]);
  useKeys({
    c: () => router.push("/jobs/new"),
    "/": () => findRef.current?.focus(),
    "?": () => setKeySheet(true),
    d: toggle,
    s: () => router.push("/shop"),
    h: () => router.push("/sound"),
    e: () => router.push("/tools"),
    p: () => setPractising(true),
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    j: () => move(1),
    k: () => move(-1),
    ArrowRight: () => turn(1),
    ArrowLeft: () => turn(-1),
    Enter: open,
  });
  return (
    <div className={styles.page}>
      {practising && <Practice onClose={() => setPractising(false)} />}
      <header className={styles.head}>
        <h1>
          <span className={styles.brand}>Mirvek</span> {shopName}
        </h1>
        <Input
          ref={findRef}
          allowClear
          style={{ width: 150 }}
          placeholder="Find a job   /"
          aria-label="Find a job"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          onPressEnter={open}
          onKeyDown={(e) => {
            if (e.key === "ArrowDown") move(1);
            if (e.key === "ArrowUp") move(-1);
            if (e.key === "Escape") findRef.current?.blur();
          }}
        />
        <Button type="primary" onClick={() => router.push("/jobs/new")}>
          {benchWords.checkUnit} <kbd>c</kbd>
        </Button>
        <Button href="/shop">
          Shop <kbd>s</kbd>
        </Button>
        <Button href="/sound">
          Sound <kbd>h</kbd>
        </Button>
        <Button href="/tools">
          Tools <kbd>e</kbd>
        </Button>
        <Button onClick={() => setPractising(true)}>
          Practice <kbd>p</kbd>
        </Button>
        <Button type="text" onClick={() => setKeySheet(true)}>
          Keys <kbd>?</kbd>
        </Button>
        <Button type="text" onClick={toggle}>
          {name === "day" ? "Night" : "Day"} <kbd>d</kbd>
        </Button>
      </header>
      <main>
        {staleSince !== null && (
          <p className="state-failed" role="status">
            {benchWords.notUpDateSince} {time.clock(staleSince)}
            {benchWords.serverDoesNotAnswer}
          </p>
        )}
        {rows.length === 0 ? (
          <Empty find={bench.find} />
        ) : (
          <table className={`sheet ${styles.table}`}>
            <thead>
              <tr>
                <th>Job</th>
                <th>Unit and complaint</th>
                <th>Hazard</th>
                <th>Capacitors</th>
                <th>Next</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((r, i) => (
                <tr
                  key={r.number}
                  className={[styles.row, i === at ? styles.picked : ""].join(" ")}
                  aria-selected={i === at}
                  onClick={() => router.push(pathOf(r))}
                  onMouseEnter={() => setPicked(i)}
                >
                  <td className={`mono ${styles.number}`}>{jobNumberText(r.number)}</td>
                  <td>
                    <Link prefetch={false} href={pathOf(r)} className={styles.title} onClick={(e) => e.stopPropagation()}>
                      {r.title}
                    </Link>
                    <span className={styles.complaint}>{r.complaint || "No complaint yet"}</span>
                  </td>
                  <td>
                    <HazardCell row={r} stale={staleSince !== null} />
                  </td>
                  <td>
                    <MarkStrip row={r} />
                  </td>
                  <td>
                    <NextCell row={r} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <p className={styles.count}>
          {openJobs} open{found > openJobs ? `, ${found - openJobs} closed` : ""}
          {pages > 1 && (
            <>
              {" · "}page {page} of {pages}{" "}
              <Button size="small" disabled={page === 1} onClick={() => turn(-1)}>
                earlier <kbd>←</kbd>
              </Button>{" "}
              <Button size="small" disabled={page === pages} onClick={() => turn(1)}>
                more <kbd>→</kbd>
              </Button>
            </>
          )}
        </p>
      </main>
      {keySheet && <KeySheet open onClose={() => setKeySheet(false)} />}
    </div>
  );
}

function Empty({ find }: { find: string }) {
  return <p className="muted">{find !== "" ? "No job matches." : benchWords.noJobsYetCheck}</p>;
}

const TONE_STATE = { danger: "state-failed", wait: "state-worn", safe: "state-sound" } as const;

function NextCell({ row }: { row: BenchRow }) {
  if (isClosed(row)) return <span className="muted">{jobStateName[row.state]}</span>;
  return (
    <>
      {row.state === "waitingForOwner" && <span className="state-worn">{jobStateName[row.state]}: </span>}
      <b className={styles.next}>{nextActText(row.next).act}</b>
    </>
  );
}

function HazardCell({ row, stale }: { row: BenchRow; stale: boolean }) {
  if (isClosed(row)) return <span className="muted">–</span>;
  const { word, tone } = hazardWord(row.safety);
  if (stale) return <span className="muted">{word}?</span>;
  return <b className={TONE_STATE[tone]}>{word}</b>;
}

/** The bad first: they are what one looks for. */
const WORST_FIRST = VERDICT_STATES.toReversed();

function MarkStrip({ row }: { row: BenchRow }) {
  if (row.positions === 0) return <span className="muted">none listed</span>;
  return (
    <div>
      <div className={styles.strip} aria-hidden="true">
        {WORST_FIRST.map(
          (state) =>
            row.tally[state] && (
              <span key={state} className={styles.kind}>
                <CapacitorMark kind={state} size={20} />
                {row.tally[state]}
              </span>
            ),
        )}
      </div>
      <small className="muted">
        {row.measured} of {row.positions} measured{row.bad > 0 ? `, ${row.bad} bad` : ""}
      </small>
    </div>
  );
}
