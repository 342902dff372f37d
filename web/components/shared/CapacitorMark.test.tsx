import type { PositionView } from "../../schemas/jobView";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, test } from "vitest";
import { CapacitorMark, type MarkKind } from "./CapacitorMark";
import { markOf } from "./markOf";
import { RatioBar } from "./RatioBar";

const KINDS: readonly MarkKind[] = ["sound", "worn", "failed", "open", "shorted", "undecided", "unmeasured", "replaced", "temporary"];
const draw = (kind: MarkKind, share: number | null = null, esrRatio: number | null = null) =>
  renderToStaticMarkup(<CapacitorMark kind={kind} share={share} esrRatio={esrRatio} />);
/** The drawing without its colours: what is left must still tell the kinds apart. */
const inGrey = (svg: string) => svg.replace(/var\(--[a-z-]+\)/g, "grey").replace(/aria-label="[^"]*"/, "");

test("no two kinds look alike in grey", () => {
  const drawings = KINDS.map((kind) => inGrey(draw(kind, 0.8)));
  expect(new Set(drawings).size).toBe(KINDS.length);
});

test("verdict and share are said to those who cannot see", () => {
  expect(draw("worn", 0.62)).toContain('aria-label="degraded, 62 % of C"');
  expect(draw("unmeasured")).toContain('aria-label="not measured"');
  expect(draw("replaced")).toContain('role="img"');
});

describe("what is drawn follows the figures", () => {
  const ring = (share: number) => Number(/stroke-dasharray="([\d.]+) [\d.]+" transform/.exec(draw("sound", share))![1]);
  const foot = (ratio: number) => Number(/M2 22\.4h([\d.]+)" stroke="var\(--failed\)"/.exec(draw("failed", 1, ratio))![1]);

  test("half the capacitance is half the ring, and more than all of it is a full one", () => {
    expect(ring(0.5) / ring(1)).toBeCloseTo(0.5, 6);
    expect(ring(1.4)).toBe(ring(1));
    expect(ring(-1)).toBe(0);
  });

  test("the foot grows with ESR and ends at four times", () => {
    expect(foot(2) / foot(1)).toBeCloseTo(2, 6);
    expect(foot(50)).toBe(foot(4));
    expect(draw("failed", 1, null)).not.toContain("22.4");
  });

  test("the bar in the table runs off its scale with an arrow", () => {
    expect(renderToStaticMarkup(<RatioBar ratio={6} state="failed" limits={null} />)).toContain("l7 5-7 5z");
    expect(renderToStaticMarkup(<RatioBar ratio={2} state="failed" limits={null} />)).not.toContain("l7 5-7 5z");
  });
});

test("the mark is that of the part that is in: a decision changes nothing, a new part not measured yet is marked as such", () => {
  const verdict = { state: "failed", capacitanceShare: 0.3, esrRatio: 4 } as PositionView["verdict"];
  const choice = (decision: string) => ({ decision }) as PositionView["choice"];
  const failed = { kind: "failed", share: 0.3, esrRatio: 4 };
  for (const decision of ["replace", "temporary", "leave", "withdrawn"])
    expect(markOf({ verdict, choice: choice(decision) })).toEqual(failed);
  const fresh = { ...verdict, state: "unmeasured" } as PositionView["verdict"];
  expect(markOf({ verdict: fresh, choice: choice("replace"), renewed: true }).kind).toBe("replaced");
  expect(markOf({ verdict: fresh, choice: choice("temporary"), renewed: true }).kind).toBe("temporary");
  expect(markOf({ verdict, choice: choice("replace"), renewed: true }), "the new one is bad too").toEqual(failed);
});
