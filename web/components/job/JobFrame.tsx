"use client";

import { STATIONS, stationOf } from "@mirvek/core/job";
import { useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import type { JobView } from "../../schemas/jobView";
import { nextActText } from "../../wording/nextAct";
import { stationPath } from "../../wording/vocabulary";
import { ReadoutLine } from "../readout/ReadoutLine";
import { ReadoutProvider, useReadout } from "../readout/ReadoutProvider";
import { KeySheet } from "../shared/KeySheet";
import { useTheme } from "../shared/Providers";
import { useKeys } from "../shared/useKeys";
import { BenchRail } from "./BenchRail";
import { Docket } from "./Docket";
import { JobProvider, useJob } from "./JobProvider";
import { OverrideDialog } from "./OverrideDialog";
import styles from "./JobFrame.module.css";

/** Everything around a station: docket, next act, bench rail, readout line, and the keys that work on all of them. */
export function JobFrame({ initial, children }: { initial: JobView; children: ReactNode }) {
  return (
    <JobProvider initial={initial}>
      <ReadoutProvider>
        <Frame>{children}</Frame>
      </ReadoutProvider>
    </JobProvider>
  );
}

function Frame({ children }: { children: ReactNode }) {
  const { view, setCursor } = useJob();
  const { focusLine, submit } = useReadout();
  const { toggle } = useTheme();
  const router = useRouter();
  const [keySheet, setKeySheet] = useState(false);
  const [overriding, setOverriding] = useState(false);
  const station = (i: number) => () => router.push(`/jobs/${view.job.number}/${stationPath[STATIONS[i]!]}`);
  const doNext = () => {
    if ("position" in view.next) setCursor(view.next.position);
    router.push(`/jobs/${view.job.number}/${stationPath[stationOf(view.next)]}`);
    if (stationOf(view.next) === "measure" || stationOf(view.next) === "makeSafe") focusLine();
  };
  useKeys({
    "?": () => setKeySheet(true),
    r: focusLine,
    n: doNext,
    b: () => router.push("/"),
    d: toggle,
    u: () => submit("undo"),
    o: () => setOverriding(true),
    "1": station(0),
    "2": station(1),
    "3": station(2),
    "4": station(3),
    "5": station(4),
    "6": station(5),
  });
  const next = nextActText(view.next);
  return (
    <div className={styles.frame}>
      <Docket />
      <main className={styles.main}>
        <div className={`${styles.next} no-print`} role="status" aria-label="Next act">
          <button type="button" onClick={doNext}>
            <b>{next.act}</b>
          </button>
          <span>{next.about}</span>
          <kbd aria-label="key n">n</kbd>
        </div>
        {children}
      </main>
      <BenchRail onOverride={() => setOverriding(true)} onKeys={() => setKeySheet(true)} />
      <ReadoutLine />
      <KeySheet open={keySheet} onClose={() => setKeySheet(false)} />
      <OverrideDialog open={overriding} onClose={() => setOverriding(false)} />
    </div>
  );
}
