"use client";

import { useState } from "react";

/**
 * What a form was opened with. Another window may write meanwhile: an untouched form follows it, one that is being filled in keeps what it
 * was opened with, so that saving it is refused as stale and nobody's words are overwritten, nor lost.
 */
export function useOpened<T>(version: number, value: T): { opened: { version: number; value: T }; touch: () => void; renew: () => void } {
  const [opened, setOpened] = useState({ version, value });
  const [touched, setTouched] = useState(false);
  if (opened.version !== version && !touched) setOpened({ version, value });
  return { opened, touch: () => setTouched(true), renew: () => setTouched(false) };
}
