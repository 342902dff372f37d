"use client";

import type { KeyMode } from "@mirvek/core/entry";
import { STATIONS, pathOf } from "@mirvek/core/job";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import type { JobData } from "../../schemas/jobView";
import { stationKey } from "../../wording/vocabulary";
import { unreadableText } from "../../wording/log";
import { nextActText } from "../../wording/nextStep";
import { ReadoutLine } from "../entry/EntryLine";
import { useTheme } from "../shared/Providers";
import { useKeys } from "../shared/useKeys";
import { BenchRail } from "./BenchRail";
import { JobPath } from "./JobPath";
import { JobProvider, useCursor, useJob } from "./JobProvider";
import styles from "./JobFrame.module.css";

// what is seldom opened is loaded when it is
const KeySheet = dynamic(() => import("../shared/KeySheet").then((m) => m.KeySheet), { ssr: false });
const OverrideDialog = dynamic(() => import("./OverrideDialog").then((m) => m.OverrideDialog), { ssr: false });

/** Everything around a station: job, next act, bench rail, entry line, and the keys that work on all of them. */
export function JobFrame({ initial, children }: { initial: JobData; children: ReactNode }) {
  return (
    <JobProvider initial={initial}>
      <Frame>{children}</Frame>
    </JobProvider>
  );
}

function Frame({ children }: { children: ReactNode }) {
  const { view, focusLine, submit } = useJob();
  const { setCursor } = useCursor();
  const { toggle } = useTheme();
  const router = useRouter();
  const [keySheet, setKeySheet] = useState(false);
  const [overriding, setOverriding] = useState(false);
  const [railOpen, setRailOpen] = useState(false);
  const [byKeys, setByKeys] = useState<KeyMode | null>(null);
  const doNext = () => {
    if ("position" in view.next) setCursor(view.next.position);
    router.push(`/jobs/${view.job.number}/${pathOf(view.nextAt)}`);
    if (view.nextAt === "measure" || view.nextAt === "makeSafe") focusLine();
  };
  useKeys({
    "?": () => setKeySheet(true),
    r: focusLine,
    n: doNext,
    b: () => router.push("/"),
    d: toggle,
    u: () => submit("undo"),
    x: () => document.querySelector<HTMLElement>("[data-strike]")?.focus(),
    o: () => setOverriding(true),
    l: () => router.push(`/jobs/${view.job.number}/log`),
    t: () => setByKeys("tried"),
    q: () => setRailOpen((open) => !open),
    ...Object.fromEntries(STATIONS.map((s) => [stationKey[s], () => router.push(`/jobs/${view.job.number}/${pathOf(s)}`)])),
  });
  const next = nextActText(view.next);
  return (
    <div className={styles.frame}>
      <JobPath />
      <main className={styles.main}>
        <div className={`${styles.next} no-print`} role="status" aria-label="Next step">
          <button type="button" onClick={doNext}>
            <b>{next.act}</b>
          </button>
          <span>{next.about}</span>
          <kbd aria-label="key n">n</kbd>
        </div>
        {view.unreadable.length > 0 && (
          <p className="state-worn" role="status">
            {unreadableText(view.unreadable)}
          </p>
        )}
        {children}
      </main>
      <BenchRail
        open={railOpen}
        onToggle={() => setRailOpen(!railOpen)}
        onOverride={() => setOverriding(true)}
        onKeys={() => setKeySheet(true)}
      />
      <ReadoutLine byKeys={byKeys} onByKeys={setByKeys} />
      {keySheet && <KeySheet open onClose={() => setKeySheet(false)} />}
      {overriding && <OverrideDialog open onClose={() => setOverriding(false)} />}
    </div>
  );
}
