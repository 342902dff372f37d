import type { ProofItem } from "@mirvek/core/job";
import type { Passes } from "@mirvek/core/finalTest";
import type { IdleChannel } from "@mirvek/core/adjust";

export const proofName: Readonly<Record<ProofItem, string>> = {
  offset: "DC at the outputs",
  power: "Power at the onset of clipping",
  sides: "Both sides alike",
  sine: "A clean sine",
  response: "Response",
  delay: "Protection delay",
  starts: "Cold starts",
  soak: "Warm soak",
  listened: "Listening",
  complaint: "The complaint itself",
};
/** What is said on the line for it. */
export const proofLine: Readonly<Record<ProofItem, string>> = {
  offset: "offset l 12mv r 8mv",
  power: "clip l 19.8v into 8",
  sides: "clip r 19.6v into 8",
  sine: "sine l clean",
  response: "response l 20 -1db 1k 0db",
  delay: "speakers on after 4 s",
  starts: "starts 5 of 5",
  soak: "soak 30 min 48c",
  listened: "listened l piano, nothing amiss",
  complaint: "hum gone",
};

export const passesName: Readonly<Record<Passes, string>> = { passes: "as it should be", fails: "out of its limits", open: "to do" };

export const idleStateName: Readonly<Record<IdleChannel["state"], string>> = {
  unread: "not read",
  coldOnly: "cold only: let it warm up",
  toSet: "to set",
  set: "leave it",
  unreachable: "cannot reach its window: a fault",
};
