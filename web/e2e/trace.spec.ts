import { expect, test } from "@playwright/test";
import { expectAccessible, hummingReceiver, say, watchConsole } from "./helpers";

test("the paging desk: its bad capacitors are innocent, the earth lug is shown, and both are said why", async ({ page }) => {
  const complaints = watchConsole(page);
  await page.goto("/jobs/408/diagnose");
  const suspects = page.getByRole("region", { name: "Suspects", exact: true });
  await expect(suspects.getByRole("row").first()).toContainText("an earth point is corroded or loose");
  await expect(suspects.getByRole("row").first()).toContainText(/confirmed: .*, and the fault was gone/);
  await expect(suspects).toContainText("Bad, but not the cause: ");
  await expect(page.getByRole("region", { name: "Leading suspects" })).toContainText("an earth point");
  await expectAccessible(page);
  expect(complaints).toEqual([]);
});

test("an advised reading is said on the line, is not asked again, and moves the suspects", async ({ page, request, baseURL }) => {
  const number = await hummingReceiver(request, baseURL!, "");
  await page.goto(`/jobs/${number}/diagnose`);
  const next = page.getByRole("region", { name: "What to do next" });
  await expect(next).toContainText("Ripple at the reservoir");
  const suspects = page.getByRole("region", { name: "Suspects", exact: true });
  await expect(suspects.getByRole("row").first()).toContainText("a reservoir has dried out");
  const before = await suspects.getByRole("row").first().textContent();
  await say(page, "rail +15 14.9 20mvac");
  await expect(next).not.toContainText("Ripple at the reservoir");
  await expect(suspects.getByRole("row").first()).not.toHaveText(before!);
  await say(page, "inputs shorted, hum gone");
  await expect(suspects.getByRole("row").first()).toContainText("a ground loop or cable outside");
});

test("while charge is held no test puts hands inside, and it is said why", async ({ page, request, baseURL }) => {
  const number = await hummingReceiver(request, baseURL!, "C1 4700u 50v reservoir\nC2 4700u 50v reservoir");
  await page.goto(`/jobs/${number}/diagnose`);
  const next = page.getByRole("region", { name: "What to do next" });
  await expect(next).toContainText("Not now:");
  await expect(next).toContainText("charge is not shown gone");
  await expect(next.getByRole("list")).not.toContainText("Measure C1");
});

test("a reservoir measured bad out of circuit is shown, on the rail too", async ({ page, request, baseURL }) => {
  const number = await hummingReceiver(request, baseURL!, "C1 4700u 50v reservoir");
  await page.goto(`/jobs/${number}/diagnose`);
  await say(page, "C1 out esr 3.1");
  const row = page.getByRole("region", { name: "Suspects", exact: true }).getByRole("row").first();
  await expect(row).toContainText("a reservoir has dried out");
  await expect(row).toContainText("confirmed: C1 measured out of circuit");
  await expect(page.getByRole("region", { name: "Leading suspects" })).toContainText("confirmed");
});

test("a unit is drawn by its sections: walked and opened by keys, and changed by what is said", async ({ page, request, baseURL }) => {
  const complaints = watchConsole(page);
  const number = await hummingReceiver(request, baseURL!, "#Supply\nC1 4700u 50v reservoir");
  await page.goto(`/jobs/${number}/diagnose`);
  const picture = page.getByRole("group", { name: "Sections of the unit" });
  const section = (name: RegExp) => picture.getByRole("button", { name });
  await expect(section(/^rectifier/)).toBeVisible();
  await section(/^rectifier/).focus();
  await page.keyboard.press("ArrowRight");
  await expect(section(/^reservoirs/)).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "reservoirs" })).toContainText("C1");
  await say(page, "section regulators not here");
  await expect(section(/^regulators/)).toHaveCount(0);
  await say(page, "C1 out esr 3");
  await expect(section(/^reservoirs.*C1 failed/)).toBeVisible();
  await expectAccessible(page);
  expect(complaints).toEqual([]);
});

test("a job is saved as a case that can be traced by itself", async ({ page, request, baseURL }) => {
  const number = await hummingReceiver(request, baseURL!, "#Supply\nC1 4700u 50v reservoir");
  await page.goto(`/jobs/${number}/diagnose`);
  await say(page, "C1 out esr 3");
  await expect(page.getByRole("link", { name: "Save as a practice case" })).toBeVisible();
  const made = await (await request.get(`/api/jobs/${number}/case`)).json();
  expect(made).toMatchObject({ mirvekCase: 1, parts: ["C1 4700u 50v reservoir"], steps: [{ line: "C1 out esr 3", on: "C1", out: true }] });
  expect((await request.get("/api/jobs/9999/case")).status()).toBe(404);
});
