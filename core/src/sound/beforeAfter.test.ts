import { describe, expect, test } from "vitest";
import { beforeAfter, humNow, lessBy, type Recorded } from "./beforeAfter";

const shows = (
  hum: { level: number; there: boolean } | null,
  level: number,
  bands: (number | null)[] = [],
): NonNullable<Recorded["shows"]> => ({
  channels: [
    { noise: { level, levelA: level - 8 }, hum, bands },
    { noise: { level: level - 10, levelA: level - 20 }, hum, bands },
  ],
});
const recorded = (moment: Recorded["moment"], of: Recorded["shows"], played: Recorded["played"] = "nothing"): Recorded => ({
  name: `${moment}.wav`,
  moment,
  played,
  shows: of,
});
const HUM = { level: -40, there: true };
const NONE = { level: -92, there: false };

describe("hum and noise before and after", () => {
  test("the louder side counts; what is gone is less by at least that much", () => {
    const { quiet } = beforeAfter([recorded("before", shows(HUM, -39)), recorded("after", shows(NONE, -80))]);
    expect(quiet!.changes.map((c) => [c.what, lessBy(c)])).toEqual([
      ["hum", 52],
      ["noise", 41],
      ["noiseA", 41],
    ]);
    expect(humNow(quiet!.changes)).toBe("gone");
  });
  test.each([
    [{ level: -43, there: true }, "same"],
    [{ level: -52, there: true }, "better"],
    [{ level: -71, there: true }, "gone"],
    [{ level: -38, there: true }, "same"],
  ] as const)("a hum of %j after one of −40 dBFS: %s", (after, now) => {
    const { quiet } = beforeAfter([recorded("before", shows(HUM, -39)), recorded("after", shows(after, -39))]);
    expect(humNow(quiet!.changes)).toBe(now);
  });
  test("where there was none before, nothing is said of it", () => {
    const { quiet } = beforeAfter([recorded("before", shows(NONE, -80)), recorded("after", shows(NONE, -80))]);
    expect(humNow(quiet!.changes)).toBeNull();
  });
  test("music is no silence, and what was not listened to is not counted", () => {
    expect(beforeAfter([recorded("before", shows(HUM, -39), "programme"), recorded("after", shows(NONE, -80))]).quiet).toBeNull();
    expect(beforeAfter([recorded("before", shows(HUM, -39)), recorded("after", null)]).quiet).toBeNull();
  });
  test("of several the latest counts", () => {
    const { quiet } = beforeAfter([
      recorded("before", shows(HUM, -39)),
      recorded("after", shows(HUM, -39)),
      recorded("after", shows(NONE, -80)),
    ]);
    expect(humNow(quiet!.changes)).toBe("gone");
  });
});

test("responses stand side by side, over 1 kHz, without bands that drown", () => {
  const flat = Array.from({ length: 31 }, () => -50);
  const dull = flat.map((b, i) => (i > 20 ? b - 12 : b));
  const { responses } = beforeAfter([
    recorded("before", shows(NONE, -30, dull), "sweep"),
    recorded("after", shows(NONE, -30, flat), "tones"),
    recorded(
      "after",
      shows(
        NONE,
        -80,
        [...flat.slice(0, 30), -52].map((b, i) => (i === 30 ? b : -90)),
      ),
    ),
  ]);
  expect(responses.map((r) => r.name)).toEqual(["before, left", "before, right", "after, left", "after, right"]);
  expect(responses[0]!.bands.slice(15, 25)).toEqual([0, 0, 0, 0, 0, 0, -12, -12, -12, -12]);
  expect(responses[2]!.bands.slice(28)).toEqual([0, 0, null]);
});
