"use client";

import { FINDING_TOKENS, type FindingToken } from "@mirvek/core/device";
import { useMemo } from "react";
import { useJob } from "../job/JobProvider";
import { SoundDesk } from "./SoundDesk";
import type { SoundJob } from "./soundJob";
import { makeShelf } from "./shelf";

/** What is heard of the unit of a job: its recordings lie with the job, and their findings become lines of it. */
export function SoundStation() {
  const { view, submit } = useJob();
  const { job, unit } = view;
  const shelf = useMemo(() => makeShelf(job.number), [job.number]);
  const sounds: SoundJob = {
    closed: job.closedAt !== null,
    unitKind: job.unitKind,
    mainsHz: job.mainsHz ?? 50,
    complaint: FINDING_TOKENS.filter((f): f is FindingToken => job.findings.includes(f)),
    heard: unit.heard.flatMap((h) => h.observation.recording ?? []),
    send: (lines) => lines.every((line) => submit(line).ok),
  };
  return <SoundDesk shelf={shelf} job={sounds} />;
}
