import { expect, test } from "@playwright/test";
import { STATIONS } from "./helpers";

/** Words of the workshop's own that the trade's words replaced; what somebody typed or an owner said may hold them. */
const REPLACED =
  /\b(docket|readout|take in|taken in|hand back|handed back|hands out|hands inside|held against|schools?|road map|ledger|in sum|makes no odds|foretold|undecided|worn|nothing held|charge held|volts left|seen to|next act|looked over|rungs|tones? of its own|one side weaker|that injures|counts? as charged|head-?room|slope of|winding volts|draws like|sick|tapes?|stand-in|as it is on the bench|made as|ends at|everyone starts with|put away|holds the closing|speaks? (for|against)|acquitted|innocent|mended|twins?|sisters?|siblings?)\b|\bMind:/i;

const OTHERS = [
  "/",
  "/jobs/new",
  "/shop",
  "/shop/diagnosis",
  "/shop/choosing",
  "/shop/settings",
  "/shop/order",
  "/shop/catalogue",
  "/sound",
  "/tools",
];

for (const path of [...OTHERS, ...[...STATIONS, "log"].map((s) => `/jobs/406/${s}`)])
  test(`${path} speaks the trade's words`, async ({ page }) => {
    await page.goto(path);
    await expect(page.locator("h1, h2, [role=navigation], nav").first()).toBeVisible();
    const said = await page.evaluate(() => {
      // what was typed, what an owner said and what is only an example to type stands in these
      const typed = "[class*=mono], kbd, q, blockquote, textarea, [class*=quote], [class*=complaint], [class*=latest]";
      const texts: string[] = [];
      const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      for (let n = walker.nextNode(); n; n = walker.nextNode()) {
        const at = n.parentElement!;
        if (!at.closest(`${typed}, script, style`) && n.nodeValue!.trim() !== "") texts.push(n.nodeValue!.trim());
      }
      for (const e of document.querySelectorAll("[aria-label]")) if (!e.closest(typed)) texts.push(e.getAttribute("aria-label")!);
      return texts;
    });
    expect(said.length).toBeGreaterThan(5);
    // the owner's words stay as the owner said them
    expect(said.filter((t) => REPLACED.test(t) && !t.startsWith("Growls under the quiet scenes"))).toEqual([]);
  });

test("the stations walked here are those of the path", async ({ page }) => {
  await page.goto("/jobs/406/measure");
  const links = page.getByRole("navigation", { name: "Job" }).getByRole("list").getByRole("link");
  await expect(links).toHaveCount(STATIONS.length);
  expect(await links.evaluateAll((all) => all.map((a) => a.getAttribute("href")))).toEqual(STATIONS.map((s) => `/jobs/406/${s}`));
});

for (const [was, is] of [
  ["trace", "diagnose"],
  ["hand-back", "return"],
  ["bring-up", "power-up"],
] as const)
  test(`the address a station had before leads to it: ${was}`, async ({ page }) => {
    await page.goto(`/jobs/406/${was}`);
    await expect(page).toHaveURL(new RegExp(`/jobs/406/${is}$`));
  });
