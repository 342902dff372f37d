"use client";

import { KEY_MODES, firstOf, lastOf, lineByKeys, sidesOf, type KeyChoice, type KeyMode } from "@mirvek/core/entry";
import { Button, Input, type InputRef } from "antd";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { byKeysWords, keyModeName } from "../../wording/screens/byKeys";
import styles from "./ByKeys.module.css";

/** Things that are offered by a digit. */
const MAX_NEAR = 9;

/**
 * What was tried, seen or heard, said by three keys: what, of which thing, and what came of it. The line they make goes the way of every
 * other; a thing that is not offered is typed.
 */
export function ByKeys({
  start,
  near,
  onLine,
  onClose,
}: {
  start: KeyMode;
  /** parts and places likely to be meant, the likeliest first */
  near: readonly string[];
  onLine: (line: string) => void;
  onClose: () => void;
}) {
  const [mode, setMode] = useState(start);
  const [first, setFirst] = useState<KeyChoice | null>(null);
  const [thing, setThing] = useState<string | null>(null);
  const [typed, setTyped] = useState("");
  const box = useRef<HTMLDivElement>(null);
  const field = useRef<InputRef>(null);
  const sides = sidesOf(mode);
  const naming = first !== null && thing === null && sides === null;
  const shown = near.filter((n) => n.toUpperCase().startsWith(typed.trim().toUpperCase())).slice(0, MAX_NEAR);

  useEffect(() => {
    if (naming) field.current?.focus();
    else box.current?.focus();
  }, [naming, mode]);

  const change = (to: KeyMode) => {
    setMode(to);
    setFirst(null);
    setThing(null);
    setTyped("");
  };
  const done = (what: KeyChoice, of: string, last: KeyChoice | null) => onLine(lineByKeys(mode, what, of, last));
  const name = (of: string) => {
    if (first === null || of.trim() === "") return;
    if (lastOf(mode, first).length === 0) done(first, of, null);
    else setThing(of);
  };
  const choices: readonly { choice: KeyChoice; take: () => void }[] =
    first === null
      ? firstOf(mode).map((choice) => ({ choice, take: () => setFirst(choice) }))
      : thing === null
        ? (sides?.map((choice) => ({ choice, take: () => name(choice.says) })) ??
          shown.map((n, i) => ({ choice: { key: String(i + 1), name: n, says: n }, take: () => name(n) })))
        : lastOf(mode, first).map((choice) => ({ choice, take: () => done(first, thing, choice) }));

  const onKey = (event: KeyboardEvent) => {
    const act = {
      Escape: onClose,
      Tab: () => change(KEY_MODES[(KEY_MODES.indexOf(mode) + (event.shiftKey ? KEY_MODES.length - 1 : 1)) % KEY_MODES.length]!),
      Backspace: () => (thing !== null ? setThing(null) : setFirst(null)),
      Enter: () => naming && name(typed.trim() === "" ? (shown[0] ?? "") : typed.trim()),
    }[event.key];
    // what is being typed is a name: only a digit at its beginning picks
    const typing = naming && (typed !== "" || !/^\d$/.test(event.key));
    const picked = typing ? undefined : choices.find(({ choice }) => choice.key === event.key);
    if (event.altKey || event.ctrlKey || event.metaKey || (event.key === "Backspace" && typed !== "") || !(act || picked)) return;
    event.preventDefault();
    event.stopPropagation();
    if (act) act();
    else picked!.take();
  };

  const asks = first === null ? byKeysWords.asksFirst[mode] : thing === null ? byKeysWords.asksThing[mode] : byKeysWords.asksLast[mode];
  return (
    <div ref={box} className={styles.panel} role="group" aria-label={byKeysWords.byKeys} tabIndex={-1} onKeyDown={onKey}>
      <div className={styles.head}>
        {KEY_MODES.map((m) => (
          <Button key={m} size="small" type={m === mode ? "primary" : "text"} aria-pressed={m === mode} onClick={() => change(m)}>
            {keyModeName[m]}
          </Button>
        ))}
        <b>{[first?.name, thing].filter(Boolean).join(" ")}</b>
        <span>{asks}</span>
        <span className="muted">{byKeysWords.hint}</span>
      </div>
      {naming && (
        <Input
          ref={field}
          size="small"
          className={styles.field}
          aria-label={byKeysWords.asksThing[mode]}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          maxLength={40}
          autoComplete="off"
        />
      )}
      <ol className={styles.choices}>
        {choices.map(({ choice, take }) => (
          <li key={choice.key}>
            <Button size="small" type="text" onClick={take}>
              <kbd>{choice.key}</kbd> {choice.name}
            </Button>
          </li>
        ))}
      </ol>
    </div>
  );
}
