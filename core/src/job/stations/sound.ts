import type { Station } from "./station";

/** What recordings show; it asks for nothing by itself: the diagnosis does, where a recording tells most. */
export const sound: Station<"sound"> = {
  id: "sound",
  path: "sound",
  state: ({ heard }) => ({ kind: heard > 0 ? "done" : "untouched" }),
  act: () => null,
};
