import { expect, test } from "@playwright/test";

const LINES = 300;

/** From Enter on the readout line to the painted verdict, as the browser's own clock sees it. */
test("readout line", async ({ page }) => {
  test.setTimeout(300_000);
  await page.goto("/jobs/403/measure");
  const input = page.getByRole("textbox", { name: "Readout", exact: true });
  await expect(input).toBeFocused();
  await page.evaluate(() => {
    const times: number[] = [];
    let start = 0;
    Object.assign(window, { times });
    window.addEventListener("keydown", (e) => e.key === "Enter" && (start = performance.now()), { capture: true });
    new MutationObserver(() => {
      if (start === 0 || !document.querySelector('[data-testid="verdict"]')) return;
      const began = start;
      start = 0;
      // the frame after the one in which the verdict stands in the document has been painted
      requestAnimationFrame(() => requestAnimationFrame(() => times.push(performance.now() - began)));
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
  const names = ["C21", "C22", "C23", "C25", "C26", "C41", "C43", "C45", "C46", "C1", "C2", "C3", "C4"];
  for (let i = 0; i < LINES; i++) {
    await input.fill(`${names[i % names.length]} ${i % 2 ? "in" : "out"} esr ${(0.1 + (i % 40) / 10).toFixed(1)}`);
    await input.press("Enter");
    await expect.poll(() => page.evaluate(() => (window as never as { times: number[] }).times.length), { intervals: [10] }).toBe(i + 1);
  }
  const times = await page.evaluate(() => (window as never as { times: number[] }).times);
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(0);
  const positions = await page.locator("[data-position]").count();
  console.log(`Enter to painted verdict, ${LINES} lines, ${positions} positions: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms, max ${at(1)} ms`);
});
