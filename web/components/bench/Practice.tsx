"use client";

import { PRACTICE_UNITS, type PracticeUnit } from "@mirvek/core/simulate";
import { Button, Modal } from "antd";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { issueText } from "../../wording/requestIssue";
import { send } from "../shared/request";
import styles from "./Bench.module.css";
import { benchWords } from "../../wording/screens/bench";

/** Opens a job on a stand-in: it is taken in like a unit, and everything read of it is marked as simulated. */
export function Practice({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const [busy, setBusy] = useState("");
  const [wrong, setWrong] = useState("");
  const start = async ({ positions, lines, findings, ...unit }: PracticeUnit) => {
    setBusy(unit.title);
    const made = await send<{ number: number }>("POST", "/api/jobs", {
      ...unit,
      findings,
      mainsHz: 50,
      mainsV: 230,
      earlierRepairs: "",
      valuePolicy: "same",
      tantalumApproach: "sameKind",
      scopeApproach: "provenBad",
      sidesApproach: "everyChannel",
      firstPowerApproach: "lookUnderLimiter",
    });
    if (!made.ok) return (setBusy(""), setWrong(issueText(made.issue)));
    const path = `/api/jobs/${made.value.number}`;
    const listed = await send("POST", `${path}/positions`, { kind: "list", text: positions });
    for (const line of listed.ok ? ["simulated", ...lines] : []) {
      const said = await send("POST", `${path}/readout`, {
        line,
        clientKey: crypto.randomUUID(),
        current: null,
        meter: null,
        inCircuit: true,
      });
      if (!said.ok) return (setBusy(""), setWrong(issueText(said.issue)));
    }
    router.push(`/jobs/${made.value.number}/power-up`);
  };
  return (
    <Modal open title={benchWords.practiceSimulatedUnit} footer={null} onCancel={onClose}>
      <p>{benchWords.simulatedUnitAnswersPower}</p>
      <ul className={styles.practice}>
        {PRACTICE_UNITS.map((u) => (
          <li key={u.title}>
            <Button block loading={busy === u.title} disabled={busy !== ""} onClick={() => void start(u)}>
              {u.title}
            </Button>
          </li>
        ))}
      </ul>
      {wrong && <p className="state-failed">{wrong}</p>}
    </Modal>
  );
}
