"use client";

import { Input } from "antd";
import { useState } from "react";
import { useJob } from "../job/JobProvider";
import styles from "./Station.module.css";

/**
 * A place for one reading in a column of them: a bare number and Enter, and the next place has the cursor. What is typed becomes a line as
 * if it had been muttered; what the line refuses stays here with its reason.
 */
export function Reading({ label, unit, line }: { label: string; unit: string; line: (said: string) => string }) {
  const { submit } = useJob();
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState(false);
  const enter = (place: HTMLInputElement) => {
    const said = text.trim();
    if (said === "") return;
    const entry = submit(line(/[a-zµΩ%]$/i.test(said) ? said : `${said}${unit}`));
    setWrong(!entry.ok);
    if (!entry.ok) return;
    setText("");
    const places = [...document.querySelectorAll<HTMLInputElement>("[data-reading]")];
    places[places.indexOf(place) + 1]?.focus();
  };
  return (
    <Input
      className={`mono ${styles.reading}`}
      data-reading
      aria-label={label}
      inputMode="decimal"
      suffix={unit}
      status={wrong ? "error" : ""}
      value={text}
      onChange={(e) => (setText(e.target.value), setWrong(false))}
      onPressEnter={(e) => enter(e.currentTarget)}
      onKeyDown={(e) => e.key === "Escape" && e.currentTarget.blur()}
    />
  );
}
