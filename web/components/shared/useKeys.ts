"use client";

import { useEffect, useRef } from "react";

const OFF = "mirvek-keys-off";

/** Single keys can be switched off (some speech input types them by accident). */
export const keysOff = (): boolean => localStorage.getItem(OFF) === "1";
export const setKeysOff = (off: boolean): void => localStorage.setItem(OFF, off ? "1" : "0");

const editable = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) ||
    target.closest('[role="dialog"],[role="combobox"],[role="listbox"]') !== null);

/** Signs that begin nothing anybody would type: they work in an empty entry line too. */
const SIGNS: ReadonlySet<string> = new Set(["?", "[", "]"]);
const isEmptyLine = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement && target.dataset.line !== undefined && target.value === "";

/**
 * Single keys of a screen, active while nothing is being typed and no dialog is open. While something is being typed they work with Alt,
 * and signs work plainly as long as the entry line is empty.
 */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.defaultPrevented || keysOff()) return;
      const typing = editable(event.target) && !(SIGNS.has(event.key) && isEmptyLine(event.target));
      if (typing !== event.altKey) return;
      if (document.querySelector('.ant-modal-wrap:not([style*="display: none"])')) return;
      const act = latest.current[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
