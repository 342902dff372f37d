"use client";

import type { Comparison } from "@mirvek/core/sound";
import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import { findingFigures, findingTitle, sidesText } from "../../wording/sound";
import { Pick } from "../shared/Pick";
import { useKeys } from "../shared/useKeys";
import type { RecordingState, RecordingStore } from "./recordingStore";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

const BandChart = dynamic(() => import("./BandChart").then((m) => m.BandChart), { ssr: false });

const SIDES = "sides";

interface Props {
  store: RecordingStore;
  recording: RecordingState;
  recordings: readonly RecordingState[];
  /** whether it has two sides to hold against each other */
  sides: boolean;
}

/** This recording against another of the same thing, or one side against the other, level taken out. */
export function Compared({ store, recording, recordings, sides }: Props) {
  const [against, setAgainst] = useState<string | null>(null);
  const [compared, setCompared] = useState<{ with: string; channels: readonly Comparison[] | null } | null>(null);
  const channels = compared !== null && compared.with === against ? compared.channels : null;
  const options = [
    ...(sides ? [{ value: SIDES, label: "right against left" }] : []),
    ...recordings.filter((t) => t.key !== recording.key && t.hearing.kind !== "refused").map((t) => ({ value: t.key, label: t.name })),
  ];
  useEffect(() => {
    let gone = false;
    if (against !== null)
      void store.compare(recording.key, against === SIDES ? null : against).then((c) => {
        if (!gone) setCompared({ with: against, channels: c });
      });
    return () => {
      gone = true;
    };
  }, [against, store, recording.key]);
  useKeys({
    v: () => {
      const i = options.findIndex((o) => o.value === against);
      setAgainst(options[i + 1]?.value ?? null);
    },
  });
  if (options.length === 0) return null;
  const many = channels?.length ?? 0;
  return (
    <section aria-label="Against another">
      <h2 className={styles.head}>
        Compared with <Pick aria-label="Compared with" value={against} options={options} none="nothing" onPick={setAgainst} /> <kbd>v</kbd>
      </h2>
      {channels !== null && many === 0 && <p className="muted">{soundWords.twoShareTooFew}</p>}
      {channels !== null && many > 0 && (
        <>
          <p data-testid="compared">{sentenceOf(channels, against === SIDES)}</p>
          <BandChart
            lines={channels.map((c, n) => ({
              name:
                against === SIDES
                  ? soundWords.rightRelativeLeftLevel
                  : soundWords.relativeOtherLevelRemoved(sidesText([n + 1], many) || "this"),
              bands: c.bands,
            }))}
          />
        </>
      )}
    </section>
  );
}

function sentenceOf(channels: readonly Comparison[], sides: boolean): string {
  const who = (n: number) => (sides ? "The right side" : channels.length > 1 ? `The ${sidesText([n + 1], channels.length)} side` : "It");
  return channels
    .map((c, n) => {
      const level = Math.abs(c.aligned) < 0.5 ? "as loud" : `${Math.abs(c.aligned).toFixed(1)} dB ${c.aligned > 0 ? "weaker" : "louder"}`;
      const lacks = c.findings.map((f) => `${findingTitle(f)}, ${findingFigures(f)}`);
      return `${who(n)} is ${level}${lacks.length > 0 ? `; ${lacks.join("; ")}` : soundWords.neitherTrebleNorBass}.`;
    })
    .join(" ");
}
