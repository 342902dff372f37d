import { expect, test } from "@playwright/test";
import { expectAccessible, line, openedJob, say, watchConsole } from "./helpers";

test("a figure of the diagnosis's table is changed by keys, looked at by version, and taken back", async ({ page }) => {
  const complaints = watchConsole(page);
  await page.goto("/shop/diagnosis");
  const faults = page.getByRole("region", { name: "Faults" });
  const row = faults.getByRole("row").filter({ hasText: "a decoupler has dried out" });
  await expect(row).toContainText("hum 35 %");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await expect(row).toHaveAttribute("aria-selected", "true");
  await page.keyboard.press("Enter");
  await page.getByRole("textbox", { name: "New figure" }).fill("often");
  await page.keyboard.press("Enter");
  await expect(faults).toContainText("Not a valid figure");
  await page.getByRole("textbox", { name: "New figure" }).fill("12");
  await page.getByRole("textbox", { name: "Why" }).fill("as we see them");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Version 1 of this shop.")).toBeVisible();
  const versions = page.getByRole("region", { name: "Versions" });
  await expect(versions.getByRole("row").nth(1)).toContainText("a decoupler has dried out: how often, against the others");
  await expect(versions.getByRole("row").nth(1)).toContainText("as we see them");
  await expectAccessible(page);
  await page.getByRole("button", { name: "Show the default" }).click();
  await expect(row.getByRole("cell").nth(1)).toHaveText("7");
  await expect(faults).toContainText("An earlier version: read only.");
  await page.getByRole("button", { name: "Show the latest" }).click();
  await expect(row.getByRole("cell").nth(1)).toHaveText("12");
  await versions.getByRole("button", { name: "Take back" }).first().click();
  await expect(page.getByText("Version 2 of this shop.")).toBeVisible();
  await expect(row.getByRole("cell").nth(1)).toHaveText("7");
  await page.emulateMedia({ media: "print" });
  await expect(versions).toBeHidden();
  await expect(row).toBeVisible();
  expect(complaints).toEqual([]);
});

test("a ripple is told against what the circuit says, and a repair that changed nothing opens the diagnosis again", async ({
  page,
  request,
  baseURL,
}) => {
  const complaints = watchConsole(page);
  const number = await openedJob(request, baseURL!, "#Supply\nC1 4700u 50v reservoir\nC2 4700u 50v reservoir");
  const { job } = (await (await request.get(`/api/jobs/${number}`)).json()).value;
  const receiver = {
    unitKind: "receiver",
    supplyKind: "linear",
    channels: 2,
    mainsHz: 50,
    findings: ["hum", "allChannels", "volumeNoEffect"],
  };
  await request.patch(`/api/jobs/${number}`, {
    headers: { origin: baseURL! },
    data: { version: job.version, job: { ...job, ...receiver, firstPowerApproach: "lookUnderLimiter" } },
  });
  await page.goto(`/jobs/${number}/diagnose`);
  await expect(line(page)).toBeVisible();
  const suspects = page.getByRole("region", { name: "Suspects", exact: true });
  await say(page, "C1 1.7vac");
  await expect(suspects).toContainText(/C1 ripples 1\.7 V: by the circuit 0?\.?\d+ m?V if whole/);
  await say(page, "C1 out 900u 2.1r");
  await expect(suspects.getByRole("row").first()).toContainText("confirmed: C1 measured out of circuit");
  await say(page, "fitted C1 4700u 50v");
  await say(page, "still hums");
  await expect(suspects.getByRole("row").first()).not.toContainText("confirmed");
  await expect(suspects).toContainText("Bad, but not the cause: C1.");
  await expect(page.getByRole("region", { name: "What to do next" })).toBeVisible();
  await page.goto(`/jobs/${number}/return`);
  const report = page.getByRole("article", { name: "Report" });
  await expect(report).toContainText("No cause is confirmed. Suspected:");
  await expect(report).toContainText("Hum: still there.");
  expect(complaints).toEqual([]);
});
