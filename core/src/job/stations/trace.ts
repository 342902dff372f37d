import type { Station } from "./station";

export const trace: Station<"trace"> = {
  id: "trace",
  path: "trace",
  state: ({ tried, asked }) =>
    asked > 0
      ? { kind: "underWay", done: Math.max(0, tried - asked), of: Math.max(tried, asked) }
      : { kind: tried > 0 ? "done" : "untouched" },
  act: ({ asked }) => (asked > 0 ? { code: "answer", left: asked } : null),
};
