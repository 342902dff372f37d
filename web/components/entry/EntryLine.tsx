"use client";

import { STATIONS, limitsOn, offerKey, pathOf, questionsAt, type Interlock } from "@mirvek/core/job";
import { answering, completeDesignator, type Effect, type Entry, type KeyMode, type Question } from "@mirvek/core/entry";
import { Button, Segmented } from "antd";
import { usePathname } from "next/navigation";
import { useEffect, useMemo, useState, type ClipboardEvent, type KeyboardEvent } from "react";
import { bareText, consequenceText, entryText, offerText, setAsideText } from "../../wording/entry";
import { attemptText, interlockText } from "../../wording/powerUp";
import { issueText, readoutIssueText } from "../../wording/requestIssue";
import type { JobView } from "../../schemas/jobView";
import { backingOf, limitsText, notesOf, reasonOf, settleText } from "../../wording/verdict";
import { verdictName } from "../../wording/vocabulary";
import { useCursor, useJob } from "../job/JobProvider";
import { CapacitorMark } from "../shared/CapacitorMark";
import { markOf } from "../shared/markOf";
import { Pick } from "../shared/Pick";
import { ByKeys } from "./ByKeys";
import styles from "./EntryLine.module.css";
import { entryWords } from "../../wording/screens/entry";

/** More in one go than any bench writes down. */
const MAX_PASTED = 300;

/** The one line at hand everywhere in a job: says how it understood you, judges at Enter, and keeps it as soon as the server can. */
export function ReadoutLine({ byKeys, onByKeys }: { byKeys: KeyMode | null; onByKeys: (mode: KeyMode | null) => void }) {
  const { view, pending, answer, down, full, submit, preview, heldBy, clearAnswer, drop, inputRef } = useJob();
  const { cursor, setCursor, current, inCircuit, meter, setInCircuit, setMeter } = useCursor();
  const [text, setText] = useState("");
  const [pasted, setPasted] = useState<{ kept: number; left: readonly string[] } | null>(null);
  const [askedBack, setAskedBack] = useState<string | null>(null);
  const typed = text.trim();
  const refused = answer?.kind === "refused" ? answer : null;
  const questions = useQuestions();
  const { meters } = view.shop;
  // a bare figure answers what the screen asks
  const answered = questions && answering(typed, questions);
  const line = answered?.ok ? answered.value : typed;
  const parsed = typed === "" ? null : answered && !answered.ok ? answered : preview(line);
  const offers = parsed && !parsed.ok ? (parsed.issue.offers ?? []) : [];
  const asking = offers.length > 0 && askedBack === text;
  const names = view.positions.map((p) => p.designator);
  const completions = /^\S+$/.test(text) ? completeDesignator(typed, names) : [];

  useEffect(() => {
    inputRef.current?.focus();
  }, [inputRef]);
  // what was refused comes back, unless something new is being typed already
  useEffect(() => {
    if (!refused) return;
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the refusal comes from the store, and the field follows it once
    setText((now) => (now === "" ? refused.line : now));
    setAskedBack(refused.line);
    requestAnimationFrame(() => inputRef.current?.value === refused.line && inputRef.current.select());
  }, [refused, inputRef]);

  const step = (by: number) => {
    const at = view.positions.findIndex((p) => p.designator === cursor);
    const next =
      view.positions[at < 0 ? (by > 0 ? 0 : view.positions.length - 1) : (at + by + view.positions.length) % view.positions.length];
    if (!next) return;
    setCursor(next.designator);
    clearAnswer();
  };
  const take = (at: number) => {
    const offer = offers[at];
    if (!offer || !submit(line, { chosen: offerKey(offer) }).ok) return;
    setText("");
    setAskedBack(null);
    inputRef.current?.focus();
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    // a line that asks stays selected: until something else is typed, a digit answers it
    const digit = /^[1-9]$/.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey ? Number(event.key) : 0;
    if (asking && digit > 0 && digit <= offers.length && isAllSelected(event.currentTarget)) {
      event.preventDefault();
      return take(digit - 1);
    }
    const act = {
      Enter: () => {
        // a line that is asked back is not sent: it stays, with what is wrong said above it; with Ctrl it is kept as said, unread
        const asSaid = (event.ctrlKey || event.metaKey) && !parsed?.ok;
        if (parsed && (asSaid || parsed.ok) && submit(asSaid ? `"${typed}` : line).ok) setText("");
        else if (typed !== "") {
          setAskedBack(text);
          inputRef.current?.select();
        }
      },
      Tab: () => completions[0] && setText(`${completions[0]} `),
      ArrowDown: () => step(1),
      ArrowUp: () => step(-1),
      Escape: () => (text === "" ? inputRef.current?.blur() : (setText(""), clearAnswer())),
    }[event.key];
    const tabLeaves = event.key === "Tab" && (event.shiftKey || completions.length === 0);
    if (event.key === "z" && (event.ctrlKey || event.metaKey) && text === "") {
      event.preventDefault();
      submit("undo");
    } else if (act && !tabLeaves) {
      event.preventDefault();
      act();
    }
  };

  /** Typing over a line that was asked back begins the next one; what was asked back is set aside, to be put right. */
  const onType = (value: string) => {
    const mode = OPENS_KEYS[value];
    if (mode && text.length < value.length) {
      setText("");
      return onByKeys(mode);
    }
    setText(value);
    if (askedBack === null || value.startsWith(askedBack.slice(0, -1)) || value === "") return;
    setAskedBack(null);
    if (value.length === 1) setPasted((now) => ({ kept: now?.kept ?? 0, left: [...(now?.left ?? []), askedBack] }));
  };
  const putRight = ([first, ...left]: readonly string[]) => {
    setText(first ?? "");
    setPasted((now) => (left.length > 0 ? { kept: now?.kept ?? 0, left } : null));
    inputRef.current?.focus();
  };

  /** A written list goes in line by line; what is not understood stays, to be put right. */
  const onPaste = (event: ClipboardEvent<HTMLInputElement>) => {
    const lines = event.clipboardData
      .getData("text")
      .split(/\r?\n/)
      .map((l) => l.trim())
      .filter(Boolean);
    if (lines.length < 2) return;
    event.preventDefault();
    const left = lines.slice(0, MAX_PASTED).filter((l) => !submit(l).ok);
    setPasted({ kept: Math.min(lines.length, MAX_PASTED) - left.length, left: [...left, ...lines.slice(MAX_PASTED)] });
    setText(left[0] ?? "");
  };

  const first = pending[0];
  return (
    <footer className={`${styles.line} no-print`} aria-label="Entry line">
      {down && first && (
        <div className={styles.down} role="status">
          <span>
            {full ? entryWords.databasesDiskFull : entryWords.databaseDoesNotAnswer} {pending.length} {entryWords.waitingHereTheySaved}{" "}
            {full ? "there is room." : "it answers again."}
          </span>
          <Button size="small" type="text" onClick={() => drop(first.key)}>
            Drop “{first.line}”
          </Button>
        </div>
      )}
      {pasted && (
        <div className={styles.down} role="status">
          <span>{setAsideText(pasted)}</span>
          {pasted.left.length > 0 && (
            <Button size="small" type="text" onClick={() => putRight(pasted.left)}>
              Put right
            </Button>
          )}
          <Button size="small" type="text" onClick={() => setPasted(null)}>
            Seen
          </Button>
        </div>
      )}
      {byKeys && (
        <ByKeys
          key={byKeys}
          start={byKeys}
          near={nearOf(view, cursor)}
          onLine={(said) => {
            onByKeys(null);
            // what cannot be saved as it stands is left in the line, to be put right
            if (!submit(said).ok) setText(said);
            inputRef.current?.focus();
          }}
          onClose={() => {
            onByKeys(null);
            inputRef.current?.focus();
          }}
        />
      )}
      <div className={styles.above}>
        <div className={styles.said} role="status" aria-live="polite" data-testid="readout-answer">
          {refused && (typed === "" || typed === refused.line) ? (
            <span className={styles.wrong}>{issueText(refused.issue)}</span>
          ) : typed !== "" && parsed?.ok ? (
            <Understood entry={parsed.value} held={heldBy(parsed.value)} />
          ) : typed !== "" && parsed && !parsed.ok ? (
            <span className={completions.length > 0 ? "muted" : styles.wrong}>
              {completions.length > 0 ? `Tab: ${completions.join("  ")}` : readoutIssueText(parsed.issue)}
              {completions.length === 0 && offers.length > 0 && (
                <ol className={styles.offers} aria-label={entryWords.offered}>
                  {offers.map((offer, i) => (
                    <li key={offerKey(offer)}>
                      <Button size="small" type="text" onClick={() => take(i)}>
                        <kbd>{i + 1}</kbd> {offerText(offer, meters)}
                      </Button>
                    </li>
                  ))}
                </ol>
              )}
            </span>
          ) : answer?.kind === "said" ? (
            answer.held ? (
              <span className={styles.wrong}>{attemptText(answer.held)}</span>
            ) : (
              <Answer entry={answer.entry} waiting={answer.waiting} />
            )
          ) : (
            <span className="muted">{bareText(questions, current?.designator ?? null)}</span>
          )}
        </div>
        <Segmented
          size="small"
          aria-label={entryWords.outCircuit}
          value={inCircuit ? "in" : "out"}
          onChange={(value) => setInCircuit(value === "in")}
          options={[
            { value: "in", label: "in circuit" },
            { value: "out", label: "out" },
          ]}
        />
        <Pick
          aria-label="Meter"
          value={meter}
          onPick={setMeter}
          options={meters.map((m) => ({ value: m.id, label: m.name }))}
          none="no meter"
          className={styles.meter}
        />
      </div>
      <div className={styles.box}>
        <span className={styles.cursor} aria-hidden="true">
          {cursor ?? "–"}
        </span>
        <input
          ref={inputRef}
          data-line=""
          className="mono"
          aria-label="Entry"
          value={text}
          onChange={(event) => onType(event.target.value)}
          onKeyDown={onKey}
          onPaste={onPaste}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          maxLength={400}
          placeholder="c14 esr 0.4"
        />
        <span className={styles.hint}>
          {parsed?.ok ? "Enter saves it" : parsed ? hintOf(offers.length > 0, asking) : typed === "" ? "r" : ""}
        </span>
      </div>
    </footer>
  );
}

/** A letter and a space in an empty line: what was tried, seen or heard is said by keys. */
const OPENS_KEYS: Readonly<Record<string, KeyMode>> = { "t ": "tried", "s ": "seen", "h ": "heard" };

/** Parts that are likely to be meant: under the cursor, touched last, then the list in its order. */
function nearOf({ positions, unit }: JobView, cursor: string | null): string[] {
  const touched = unit.tried.toReversed().flatMap((t) => t.tried.to.flatMap((s) => (s.kind === "part" ? [s.name] : [])));
  return [...new Set([...(cursor ? [cursor] : []), ...touched, ...positions.map((p) => p.designator), ...unit.parts.map((p) => p.name)])];
}

const isAllSelected = (input: HTMLInputElement): boolean => input.selectionStart === 0 && input.selectionEnd === input.value.length;

const hintOf = (offered: boolean, asking: boolean): string =>
  asking ? entryWords.pressDigit : offered ? entryWords.askedOffers : entryWords.askedBackCtrlEnter;

/** What the screen asks a figure for; null where a bare one is a reading of the part under the cursor. */
function useQuestions(): readonly Question[] | null {
  const { view } = useJob();
  const { cursor } = useCursor();
  const place = usePathname().split("/").at(-1);
  return useMemo(() => {
    const station = STATIONS.find((s) => pathOf(s) === place);
    const asked = { model: view, after: view.after, next: view.next, cursor, channels: view.job.channels };
    return station ? questionsAt(station, asked) : null;
  }, [place, view, cursor]);
}

const isFigure = (c: Effect) => c.about === "reading" && c.measurement.kind === "esr" && c.measurement.ohms !== "over";

/** What will be kept, before Enter, with the limits the verdict will use. */
function Understood({ entry, held }: { entry: Entry; held: Interlock | null }) {
  const { view } = useJob();
  const { subject, rest } = entryText(entry, view.shop.meters);
  const reading = entry.kind === "keeps" ? entry.effects.find(isFigure) : undefined;
  const position = reading?.about === "reading" ? view.positions.find((p) => p.designator === reading.designator) : undefined;
  const limits = position && reading?.about === "reading" ? limitsOn(position, view.shop, reading.meter) : null;
  return (
    <span>
      <span className="muted">Reads as </span>
      <b>{subject}</b>: {rest}.{limits && <span className="muted"> {limitsText(limits)}.</span>}
      {held && <b className={styles.wrong}> {interlockText(held)}</b>}
    </span>
  );
}

function Answer({ entry, waiting }: { entry: Entry; waiting: boolean }) {
  const { view } = useJob();
  const state = waiting ? <span className={styles.waiting}>waiting</span> : null;
  if (entry.kind === "undo")
    return (
      <span>
        <b>Undone</b>
        {entryWords.lastLineEverythingRecorded} {state}
      </span>
    );
  if (entry.kind === "setting") {
    const { subject, rest } = entryText(entry, view.shop.meters);
    return (
      <span>
        <b>{subject}</b>: {rest}.
      </span>
    );
  }
  const readings = entry.effects.filter((c) => c.about === "reading");
  const position = view.positions.find((p) => p.designator === readings.at(-1)?.designator);
  const locked = position?.readings.at(-1)?.whileLocked === true;
  const across = entry.effects.find((c) => c.about === "across");
  const judged = position ?? view.positions.find((p) => across && "designator" in across && p.designator === across.designator);
  if (!judged) {
    const { subject, rest } = entryText(entry, view.shop.meters);
    return (
      <span>
        <b>{subject}</b>: {rest}. {state ?? "Saved."}
      </span>
    );
  }
  const { verdict } = judged;
  const apart = notesOf({ notes: verdict.notes.filter((n) => n.code === "metersDisagree") });
  const others = entry.effects.filter((c) => !("designator" in c) || c.designator !== judged.designator);
  return (
    <span className={styles.answer}>
      <CapacitorMark {...markOf({ ...judged, choice: null })} size={22} />
      <b className="mono">{judged.designator}</b>
      <b className={`state-${verdict.state}`} data-testid="verdict">
        {verdictName[verdict.state]}
      </b>
      {state}
      <span>
        {reasonOf(verdict)} <span className="muted">({backingOf(verdict)})</span>
        {apart.length > 0 && <span className="state-worn"> {apart.join("; ")}.</span>}
        {verdict.settle && <span className="muted"> To settle: {settleText[verdict.settle]}.</span>}
        {others.length > 0 && (
          <span className="muted"> Also recorded: {others.map((c) => consequenceText(c, view.shop.meters)).join("; ")}.</span>
        )}
        {locked && <b className={styles.wrong}> {entryWords.storedChargeNotShown}</b>}
      </span>
    </span>
  );
}
