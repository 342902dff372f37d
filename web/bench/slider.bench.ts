import { expect, test } from "@playwright/test";

const MOVES = 150;

/** From a slider's key to the painted new steady state, as the browser's own clock sees it, and the share of the worker. */
test("supply slider", async ({ page }) => {
  test.setTimeout(300_000);
  await page.goto("/jobs/406/explain");
  await expect(page.getByTestId("answer")).toContainText("dB of excess hum", { timeout: 60_000 });
  const slider = page.getByRole("slider", { name: "C of C1" });
  await slider.focus();
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByTestId("solve-ms")).toBeVisible();
  await page.evaluate(() => {
    let start = 0;
    let painted: (ms: [number, number]) => void = () => undefined;
    Object.assign(window, { nextFrame: () => new Promise((resolve) => (painted = resolve)) });
    window.addEventListener("keydown", () => (start = performance.now()), { capture: true });
    const shown = document.querySelector('[data-testid="solve-ms"]')!;
    new MutationObserver(() => {
      if (start === 0) return;
      const began = start;
      start = 0;
      requestAnimationFrame(() =>
        requestAnimationFrame(() => painted([performance.now() - began, Number(/([\d.]+) ms/.exec(shown.textContent!)![1])])),
      );
    }).observe(shown, { subtree: true, childList: true, characterData: true });
  });
  const frames: number[] = [];
  const solves: number[] = [];
  for (let i = 0; i < MOVES; i++) {
    const next = page.evaluate(() => Promise.race([(window as never as { nextFrame: () => Promise<[number, number]> }).nextFrame(), new Promise<null>((r) => setTimeout(() => r(null), 1000))])); // prettier-ignore
    await page.keyboard.press(i % 40 < 20 ? "ArrowLeft" : "ArrowRight");
    const got = await next;
    if (got === null) continue; // the same tenth of a millisecond twice leaves the text as it was
    frames.push(got[0]);
    solves.push(got[1]);
  }
  const at = (list: number[], share: number) =>
    [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))]!.toFixed(1);
  console.log(`slider, solved in the worker, ${solves.length} moves: p50 ${at(solves, 0.5)} ms, p95 ${at(solves, 0.95)} ms`);
  console.log(`slider, key to painted picture: p50 ${at(frames, 0.5)} ms, p95 ${at(frames, 0.95)} ms`);
});
