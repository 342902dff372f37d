import type { Explanation } from "@mirvek/core/explain";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, test } from "vitest";
import type { Solved } from "../../workers/circuit.protocol";
import { Answer } from "./Answer";
import { FigureTable } from "./FigureTable";

const share = (p50: number) => ({ p10: p50 - 1, p50, p90: p50 + 1 });
const explanation: Explanation = {
  healthy: -50,
  now: -37,
  excess: share(13),
  complaint: 14,
  contributions: [
    { designator: "C2", slot: "reservoir2", share: share(9), verdict: "cause" },
    { designator: "C14", slot: "filter1", share: share(0), verdict: "notTheCause" },
  ],
  elsewhere: ["C21"],
  fuse: [],
  answer: "explains",
  rest: [{ designator: null, slot: null, what: "diodeOpen", effect: 6 }],
  draws: 60,
};
const answer = (over: object = {}) =>
  renderToStaticMarkup(
    <Answer
      id="supply"
      explanation={explanation}
      progress={null}
      stopped={false}
      onStop={() => undefined}
      onRun={() => undefined}
      complaint={null}
      measured={{ designator: "C1", volts: 0.93, form: "rms", decibels: 14 }}
      implied={null}
      onComplaint={() => undefined}
      kept={null}
      stands
      makesIt
      onKeep={() => undefined}
      {...over}
    />,
  )
    .replaceAll(/<[^>]+>/g, " ")
    .replaceAll(/\s+/g, " ");

describe("the answer", () => {
  test("names causes, the part that is none, the parts elsewhere, and what would make up for the rest", () => {
    const text = answer();
    expect(text).toContain("C2 explains 13.0 dB of the 14.0 dB of excess hum.");
    expect(text).toMatch(/C14 0\.0 dB −1\.0 to 1\.0 dB bad, but not the cause/);
    expect(text).toContain("C21 : bad, and not examined here");
    expect(text).toContain("an open rectifier diode (+6.0 dB)");
    expect(text).toContain("14.0 dB by 930 mV ~ of ripple read at C1.");
    expect(text).toContain("Save for the report");
  });
  test("while it is being worked out it can be stopped, and stopped it can be taken up again", () => {
    expect(answer({ explanation: null, progress: 0.5 })).toMatch(/Calculating what the bad parts explain … .*Stop/);
    expect(answer({ explanation: null, stopped: true })).toMatch(/Stopped before it was finished\. .*Calculate/);
  });
  test("a closed job keeps nothing more", () => {
    expect(answer({ onKeep: null })).not.toContain("Save for the report");
  });
});

describe("the figures", () => {
  const solved = (ripple: number, dc: number): Solved => ({
    figures: [
      { key: "dc", at: "rail", value: dc, unit: "V" },
      { key: "ripple", at: "rail", value: ripple, unit: "V" },
      { key: "harmonic", at: "2", value: ripple / 3, unit: "V" },
    ],
    curves: [],
    symptom: 0,
    warnings: [],
    stress: {},
  });
  const html = renderToStaticMarkup(<FigureTable outcomes={{ healthy: solved(0.6, 34.4), measured: solved(2.1, 34.1) }} />);
  test("stand side by side under the name of each state, the seldom asked folded away", () => {
    expect(html.replaceAll(/<[^>]+>/g, "|").replaceAll(/\|+/g, "|")).toContain("|Ripple p-p, rail|600 mV|2.1 V|");
    expect(html).toContain("1 more figures");
    expect(html.indexOf("Harmonic")).toBeGreaterThan(html.indexOf("<details"));
  });
  test("only what has moved by more than a tenth is set off", () => {
    const cells = [...html.matchAll(/<td class="n ([^"]*)">([^<]*)/g)].map((m) => [m[2], m[1] !== ""]);
    expect(cells.filter(([, moved]) => moved).map(([text]) => text)).toEqual(["2.1 V", "700 mV"]);
  });
});
