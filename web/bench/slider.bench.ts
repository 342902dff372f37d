import { expect, test } from "@playwright/test";

const FRAMES = 240;

interface Measured {
  /** ms from the slider's event to the new line standing in the picture */
  drawn: number[];
  /** ms between frames while the slider moves in every one of them */
  frames: number[];
  /** ms the worker took */
  solved: number[];
}

/** The supply's slider moved in every frame, as a hand drags it; times by the browser's own clock. */
test("supply slider", async ({ page }) => {
  test.setTimeout(300_000);
  await page.goto("/jobs/406/simulate");
  await expect(page.getByTestId("answer")).toContainText("dB of excess hum", { timeout: 60_000 });
  await expect(page.getByRole("region", { name: "Summary" })).toContainText("C121", { timeout: 60_000 });
  const slider = page.getByRole("slider", { name: "C of C1" });
  await slider.focus();
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByTestId("solve-ms")).toContainText("ms");
  const measured: Measured = await page.evaluate(async (count) => {
    const input = document.querySelector<HTMLInputElement>('input[aria-label="C of C1"]')!;
    const path = document.querySelector('svg[class*="live"] path')!;
    const text = document.querySelector('[data-testid="solve-ms"]')!;
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
    const out = { drawn: [] as number[], frames: [] as number[], solved: [] as number[] };
    let asked: number[] = [];
    new MutationObserver(() => {
      // the newest move that can be in this picture is the oldest one still waiting
      if (asked.length > 0) out.drawn.push(performance.now() - asked[0]!);
      asked = [];
      out.solved.push(Number(/([\d.]+) ms/.exec(text.textContent!)![1]));
    }).observe(path, { attributes: true, attributeFilter: ["d"] });
    let last = await new Promise<number>(requestAnimationFrame);
    for (let i = 0; i < count; i++) {
      asked.push(performance.now());
      // back and forth within what the picture shows
      set.call(input, String(-0.55 + 0.25 * Math.sin(i / 12)));
      input.dispatchEvent(new Event("input", { bubbles: true }));
      const now = await new Promise<number>(requestAnimationFrame);
      out.frames.push(now - last);
      last = now;
    }
    return out;
  }, FRAMES);
  const at = (list: number[], share: number) =>
    [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))]!.toFixed(1);
  const line = (list: number[]) => `p50 ${at(list, 0.5)} ms, p95 ${at(list, 0.95)} ms`;
  console.log(`slider, ${measured.drawn.length} new pictures in ${FRAMES} frames; worker ${line(measured.solved)}`);
  console.log(`slider, event to new line in the picture: ${line(measured.drawn)}`);
  console.log(`slider, frame time while moving: ${line(measured.frames)}`);
});
