"use client";

import type { Balance, PartSet } from "@mirvek/core/choose";
import { Button, Spin } from "antd";
import { useEffect, useState } from "react";
import type { PositionView } from "../../schemas/jobView";
import { setText } from "../../wording/choose";
import { list, money, shown, signedPercent } from "../../wording/quantity";
import { issueText } from "../../wording/requestIssue";
import { useJob } from "../job/JobProvider";
import { read } from "../shared/request";
import { SetDrawing } from "./CombinationDrawing";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

interface Found {
  sets: PartSet[];
  values: { values: number[]; change: number }[];
}
interface Props {
  position: PositionView;
  onTake: (set: PartSet) => void;
}

const balanceText = ({ ohms, rated, most, heat }: Balance): string =>
  chooseWords.balance(shown(ohms, "Ω", 2), rated, shown(most, "Ω", 3), shown(heat, "W", 2));

/** Where no single part fits: sets of several, drawn, with what they are together. */
export function Sets({ position, onTake }: Props) {
  const { view } = useJob();
  const [found, setFound] = useState<Found | null>(null);
  const [wrong, setWrong] = useState("");
  useEffect(() => {
    let gone = false;
    void read<Found>(`/api/jobs/${view.job.number}/sets?position=${position.designator}`).then((answer) => {
      if (gone) return;
      if (answer.ok) setFound(answer.value);
      else setWrong(issueText(answer.issue));
    });
    return () => {
      gone = true;
    };
  }, [view.job.number, position.designator]);
  if (wrong) return <p className="state-failed">{wrong}</p>;
  if (!found) return <Spin aria-label="Searching combinations" />;
  return (
    <section aria-label={chooseWords.severalPartsPlaceOne} className={styles.sets}>
      <h3>{chooseWords.severalPartsPlaceOne}</h3>
      {found.sets.length === 0 && <p>{chooseWords.noCombinationTwoThree}</p>}
      <ul>
        {found.sets.map((s) => (
          <li key={`${s.arrangement} ${s.parts.map((p) => p.id).join(" ")}`}>
            <SetDrawing set={s} />
            <div>
              <b>{setText(s)}</b>
              <br />
              <span className="mono">{s.parts.map((p) => p.code).join(s.arrangement === "parallel" ? " ∥ " : " – ")}</span>{" "}
              <span className="muted">{s.cents === null ? "price not known" : money(s.cents, view.shop.currency)}</span>
              {s.balance && <span className={styles.changes}>{balanceText(s.balance)}</span>}
              {s.arrangement === "backToBack" && <span className={styles.changes}>{chooseWords.minusMinusEachSees}</span>}
              {s.rippleLow && <span className="state-worn"> {chooseWords.noteRippleRatingBelow}</span>}
            </div>
            <Button size="small" onClick={() => onTake(s)} aria-label={`Take ${s.parts.map((p) => p.code).join(" and ")}`}>
              Take
            </Button>
          </li>
        ))}
      </ul>
      {(found.values[0]?.values.length ?? 0) > 1 && (
        <p className="muted">
          {chooseWords.preferredValuesIec}{" "}
          {list(
            found.values.map(
              (v) => `${v.values.map((f) => shown(Number(f.toPrecision(3)), "F")).join(" + ")} (${signedPercent(v.change)})`,
            ),
          )}
          .
        </p>
      )}
    </section>
  );
}
