import { chromium } from "@playwright/test";
const H = Number(process.env.H ?? 800);
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
for (const arg of process.argv.slice(2)) {
  const [path, out, ...acts] = arg.split("|");
  const ctx = await browser.newContext({ viewport: { width: 1280, height: H } });
  if (process.env.THEME) await ctx.addCookies([{ name: "mirvek-theme", value: process.env.THEME, url: "http://127.0.0.1:4400" }]);
  const page = await ctx.newPage();
  await page.goto("http://127.0.0.1:4400" + path, { waitUntil: "networkidle" });
  for (const a of acts) {
    const [k, v] = [a.slice(0, a.indexOf("=")), a.slice(a.indexOf("=") + 1)];
    if (k === "click") await page.getByText(v, { exact: false }).first().click();
    if (k === "btn") await page.getByRole("button", { name: v }).first().click();
    if (k === "key") await page.keyboard.press(v);
    if (k === "type") await page.keyboard.type(v);
    if (k === "wait") await page.waitForTimeout(Number(v));
    if (k === "print") await page.emulateMedia({ media: "print" });
    if (k === "scroll")
      await page.evaluate(
        (y) => (document.querySelector("main") ?? document.scrollingElement).scrollBy(0, y) ?? window.scrollBy(0, y),
        Number(v),
      );
  }
  await page.waitForTimeout(400);
  await page.screenshot({ path: out });
  await ctx.close();
}
await browser.close();
