"use client";

import type { FactKind } from "@mirvek/core/evidence";
import { useShopTime } from "../shared/Providers";
import { Button, Input, Segmented } from "antd";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { JobView, LogEntry } from "../../schemas/jobView";
import { measurementText, voltsText } from "../../wording/entry";
import { logText, logWhat } from "../../wording/log";
import { observationText, subjectText } from "../../wording/observation";
import { useJob } from "../job/JobProvider";
import styles from "./Log.module.css";
import { logWords } from "../../wording/screens/log";

const KINDS = ["all", "tried", "seen", "read", "decided", "unread"] as const;
type Kind = (typeof KINDS)[number];

/** The whole job in order: who, when, what was typed and what it was read as; any line can be struck. */
export function JobLog({ entries }: { entries: readonly LogEntry[] }) {
  const time = useShopTime();
  const { view, pending, strike } = useJob();
  const router = useRouter();
  const [find, setFind] = useState("");
  const [kind, setKind] = useState<Kind>("all");
  // a line kept, struck or undone meanwhile belongs here too
  const revision = useRef(view.revision);
  useEffect(() => {
    if (revision.current !== view.revision && pending.length === 0) {
      revision.current = view.revision;
      router.refresh();
    }
  }, [view.revision, pending.length, router]);
  const read = readAs(view);
  const rows = entries.map((e) => ({
    e,
    as: e.what === "line" ? (read.get(e.key) ?? { text: "", kinds: [] }) : { text: "", kinds: ["decided"] },
  }));
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const shownRows = rows
    .filter(
      ({ e, as }) =>
        (kind === "all" || as.kinds.includes(kind)) && words.every((w) => `${logText(e)} ${as.text} ${e.by}`.toLowerCase().includes(w)),
    )
    .reverse();
  const closed = view.job.closedAt !== null;
  return (
    <div>
      <div className={styles.tools}>
        <Input
          allowClear
          placeholder={logWords.findLog}
          aria-label={logWords.findLog}
          value={find}
          onChange={(e) => setFind(e.target.value)}
          style={{ width: 220 }}
        />
        <Segmented aria-label="Which entries" value={kind} onChange={setKind} options={[...KINDS]} />
        <span className="muted">
          {shownRows.length} of {rows.length}
        </span>
      </div>
      {shownRows.length === 0 ? (
        <p className="muted">{rows.length === 0 ? logWords.nothingHasHappenedYet : "No entry matches."}</p>
      ) : (
        <table className={`sheet ${styles.table}`}>
          <thead>
            <tr>
              <th>When</th>
              <th>Who</th>
              <th className="n">Line</th>
              <th>Entered</th>
              <th>Read as</th>
              <th>
                <span className="sr-only">Strike out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shownRows.map(({ e, as }) => {
              const struck = e.what === "line" && e.withdrawn;
              return (
                <tr key={e.key} className={struck ? styles.struck : undefined}>
                  <td className={styles.when}>{time.dateTime(e.at)}</td>
                  <td>{e.by}</td>
                  <td className="n mono">{e.what === "line" ? e.seq : ""}</td>
                  <td className={e.what === "line" ? "mono" : undefined}>
                    {e.what !== "line" && <b>{logWhat[e.what]}: </b>}
                    {logText(e)}
                  </td>
                  <td>{struck ? "struck" : as.text}</td>
                  <td>
                    {e.what === "line" && !e.withdrawn && !closed && (
                      <Button size="small" type="text" onClick={() => strike(e.key)} aria-label={`Strike out ${e.typed}`}>
                        strike out
                      </Button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </div>
  );
}

const KIND_OF: Readonly<Record<string, Kind>> = {
  tried: "tried",
  outcome: "tried",
  putBack: "tried",
  complaintNow: "tried",
  heard: "read",
  coldStart: "tried",
  coldStarts: "tried",
  look: "seen",
  stamp: "seen",
  figure: "read",
  state: "read",
  expected: "read",
  owner: "decided",
  remark: "unread",
};

const KIND_OF_FACT: Readonly<Partial<Record<FactKind, Kind>>> = {
  reading: "read",
  safety: "read",
  listen: "read",
  behaviour: "read",
  look: "seen",
  owner: "decided",
  choose: "decided",
  warm: "tried",
  cool: "tried",
  knock: "tried",
  press: "tried",
  lift: "tried",
  unplug: "tried",
  isolate: "tried",
  load: "tried",
  source: "tried",
  substitute: "tried",
  bridge: "tried",
  swap: "tried",
  replace: "tried",
  repair: "tried",
  bypass: "tried",
  adjust: "tried",
  limiter: "tried",
};

/** What each line was read as, by its key. */
function readAs(view: JobView): Map<string, { text: string; kinds: string[] }> {
  const out = new Map<string, { text: string; kinds: string[] }>();
  const put = (line: string | null, text: string, kind: string | undefined) => {
    if (line === null) return;
    const before = out.get(line) ?? { text: "", kinds: [] };
    out.set(line, { text: [before.text, text].filter(Boolean).join("; "), kinds: kind ? [...before.kinds, kind] : before.kinds });
  };
  for (const o of view.observations) {
    const about =
      o.observation.kind === "tried" || o.observation.kind === "told" || o.subject.kind === "unit" ? "" : `${subjectText(o.subject)}: `;
    const settled = o.observation.kind === "remark" && view.unit.remarks.some((r) => r.line === o.line && r.as !== null);
    const kind = o.observation.kind === "told" ? KIND_OF_FACT[o.observation.told.fact] : KIND_OF[o.observation.kind];
    put(o.line, `${about}${observationText(o.observation)}`, settled ? undefined : kind);
  }
  for (const p of view.positions)
    for (const r of p.fittings.flatMap((f) => f.readings))
      put(r.line, `${p.designator} ${measurementText(r.measurement, r.significant)}`, r.measurement.kind === "visual" ? "seen" : "read");
  for (const p of view.points) put(p.line, `${p.where} ${voltsText(p)}`, "read");
  return out;
}
