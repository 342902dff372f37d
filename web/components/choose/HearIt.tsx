"use client";

import type { CataloguePart, Hearable } from "@mirvek/core/choose";
import type { Hearing } from "@mirvek/core/simulate";
import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import type { PositionView } from "../../schemas/jobView";
import { issueText } from "../../wording/requestIssue";
import { makeSoundClient } from "../../workers/sound.client";
import { useJob } from "../job/JobProvider";
import { Pick } from "../shared/Pick";
import { read } from "../shared/request";
import { play } from "../sound/play";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

const SEED = 8;

/** The same music with the original as good as new and with the part in its place, out of the circuit's model. */
export function HearIt({ position, parts }: { position: PositionView; parts: readonly CataloguePart[] }) {
  const { view } = useJob();
  const [partId, setPartId] = useState(parts[0]!.id);
  const [heard, setHeard] = useState<Hearing | null>(null);
  const [said, setSaid] = useState("Rendering …");
  const [playing, setPlaying] = useState<"was" | "becomes" | null>(null);
  const now = useRef<{ stop: () => void } | null>(null);

  useEffect(() => {
    const client = makeSoundClient();
    let gone = false;
    void (async () => {
      const answer = await read<Hearable | null>(`/api/jobs/${view.job.number}/hear?position=${position.designator}&part=${partId}`);
      if (gone) return;
      if (!answer.ok) return setSaid(issueText(answer.issue));
      if (answer.value === null) return setSaid(chooseWords.noCircuitModelUnit);
      const outcome = await client.ask({ type: "hearing", what: answer.value, seed: SEED });
      if (gone || outcome.kind !== "answered" || outcome.answer.type !== "hearing") return;
      const { hearing } = outcome.answer;
      setHeard(hearing);
      setSaid(
        answer.value.kind === "hum"
          ? chooseWords.musicWithHumSupply(answer.value.was.level.toFixed(1), answer.value.becomes.level.toFixed(1))
          : chooseWords.musicThroughCircuitEqual(hearing.matched >= 0 ? "+" : "−", Math.abs(hearing.matched).toFixed(2)),
      );
    })();
    return () => {
      gone = true;
      now.current?.stop();
      client.close();
    };
  }, [view.job.number, position.designator, partId]);

  const toggle = async (which: "was" | "becomes") => {
    now.current?.stop();
    now.current = null;
    if (playing === which || !heard) return setPlaying(null);
    setPlaying(which);
    now.current = await play({ samples: heard[which], rate: heard.rate }, () => setPlaying(null));
  };
  return (
    <section aria-label="Hear it" className={styles.hear}>
      <Pick
        aria-label="Part to hear"
        value={partId}
        options={parts.map((p) => ({ value: p.id, label: p.code }))}
        onPick={(id) => {
          if (id === null) return;
          setHeard(null);
          setSaid("Rendering …");
          setPartId(id);
        }}
      />
      {(["was", "becomes"] as const).map((which) => (
        <Button
          key={which}
          size="small"
          disabled={!heard}
          type={playing === which ? "primary" : "default"}
          aria-pressed={playing === which}
          onClick={() => void toggle(which)}
        >
          {playing === which ? "■" : "▶"} {which === "was" ? "as designed" : "with this part"}
        </Button>
      ))}
      <span className="muted" data-testid="heardSaid">
        {said} Starts quietly.
      </span>
    </section>
  );
}
