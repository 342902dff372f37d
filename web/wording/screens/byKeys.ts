import type { KeyMode } from "@mirvek/core/entry";

export const keyModeName: Readonly<Record<KeyMode, string>> = { tried: "Tried", seen: "Seen", heard: "Heard" };

/** What is said by three keys instead of a sentence. */
export const byKeysWords = {
  byKeys: "Say it by keys",
  asksFirst: { tried: "What was done?", seen: "What was seen?", heard: "What was heard?" },
  asksThing: { tried: "To which part or place?", seen: "On which part or place?", heard: "Where?" },
  asksLast: { tried: "What came of it?", seen: "", heard: "Is it there?" },
  hint: "Tab: tried, seen, heard · Backspace: one back · Esc: close",
} as const satisfies Record<string, string | Readonly<Record<KeyMode, string>>>;
