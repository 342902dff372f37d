import { chromium } from "@playwright/test";
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
const [base, ...shots] = process.argv.slice(2);
for (const s of shots) {
  const [path, file, ...acts] = s.split("|");
  await p.goto(base + path);
  await p.waitForLoadState("networkidle");
  for (const a of acts) {
    const [k, v] = a.split("=");
    if (k === "click") await p.getByText(v, { exact: true }).first().click();
    if (k === "key") await p.keyboard.press(v);
    if (k === "size") await p.setViewportSize({ width: +v.split("x")[0], height: +v.split("x")[1] });
    if (k === "type") await p.keyboard.type(v);
    await p.waitForTimeout(500);
  }
  await p.screenshot({ path: file });
}
await b.close();
