import { expect, test, type APIRequestContext, type Page } from "@playwright/test";
import { answer, expectAccessible, line, openedJob, say } from "./helpers";

const hazard = (page: Page) => page.getByRole("status", { name: "Hazard" });

/** A linear receiver of its own, with findings ticked at check-in. */
async function receiver(
  request: APIRequestContext,
  origin: string,
  list: string,
  findings: readonly string[] = ["hum"],
  supplyKind = "linear",
): Promise<string> {
  const number = await openedJob(request, origin, list);
  const { job } = (await (await request.get(`${origin}/api/jobs/${number}/records`)).json()).value.records;
  const own = ["id", "number", "version", "state", "waiver", "openedAt", "closedAt", "revision"];
  const plain = Object.fromEntries(Object.entries(job as object).filter(([k]) => !own.includes(k)));
  const changed = await request.patch(`${origin}/api/jobs/${number}`, {
    headers: { origin },
    data: {
      version: job.version,
      job: {
        ...plain,
        unitKind: "receiver",
        supplyKind,
        mainsV: 230,
        mainsHz: 50,
        firstPowerApproach: "lookUnderLimiter",
        findings,
      },
    },
  });
  expect(changed.status()).toBe(200);
  return number;
}
const RESERVOIR = "C1 4700u 50v reservoir";

test("every open window follows a power-on within two seconds, and one that hears nothing claims nothing", async ({
  page,
  context,
  request,
  baseURL,
}) => {
  const number = await receiver(request, baseURL!, RESERVOIR);
  const other = await context.newPage();
  const list = await context.newPage();
  await page.goto(`/jobs/${number}/make-safe`);
  await other.goto(`/jobs/${number}/measure`);
  await list.goto(`/?find=${number}`);
  await expect(hazard(other)).toContainText("C1 not measured since the last power-up");
  await page.bringToFront();
  await say(page, "power on");
  await expect(hazard(other)).toContainText("Energised", { timeout: 2000 });
  await expect(list.getByRole("row", { name: new RegExp(number) })).toContainText("Energised", { timeout: 5000 });
  await page.getByRole("button", { name: "Power off" }).click();
  await expect(hazard(other)).toContainText("Stored charge", { timeout: 2000 });
  await other.route("**/api/changes*", (route) => route.abort());
  await other.reload();
  await expect(hazard(other)).toContainText("Not up to date", { timeout: 20_000 });
  await expect(hazard(other)).toContainText(/Stored charge at \d\d:\d\d:\d\d. The server has not been heard since/);
  await expect(hazard(other).locator("xpath=self::*[@data-stale]")).toHaveCount(1);
  await other.unroute("**/api/changes*");
  await expect(hazard(other)).toContainText("Stored charge", { timeout: 20_000 });
  await expect(hazard(other)).not.toContainText("Not up to date");
});

test("a low reading that does not count says why, and what to do", async ({ page, request, baseURL }) => {
  const number = await receiver(request, baseURL!, RESERVOIR);
  await page.goto(`/jobs/${number}/make-safe`);
  await page.route("**/readout", (route) => route.abort());
  for (const typed of ["C1 41v", "C1 2,1v"]) {
    await line(page).fill(typed);
    await page.keyboard.press("Enter");
  }
  await page.unroute("**/readout");
  const why = "2.1 V was entered before the last charge or power was recorded and does not count; measure again now";
  await expect(hazard(page)).toContainText(`C1: ${why}.`, { timeout: 20_000 });
  await expect(page.getByRole("row", { name: /C1/ })).toContainText(why);
  await say(page, "C1 1,9v");
  await expect(hazard(page)).toContainText("Second reading due");
});

test("a bare figure answers what the screen asks, and is asked back where it cannot", async ({ page, request, baseURL }) => {
  const number = await receiver(request, baseURL!, RESERVOIR);
  await page.goto(`/jobs/${number}/make-safe`);
  await expect(answer(page)).toContainText("A bare number is C1, in V.");
  await say(page, "0.4");
  await expect(hazard(page)).toContainText("Second reading due");
  await page.goto(`/jobs/${number}/power-up`);
  await line(page).fill("4.6");
  await expect(answer(page), "nothing is asked before a step").toContainText("4.6 of what?");
  await page.keyboard.press("Enter");
  await expect(line(page), "it stays, to be said in full").toHaveValue("4.6");
  await line(page).fill("");
  for (const said of ["variac", "step 25%"]) await say(page, said);
  await expect(answer(page)).toContainText("Saved.");
  await line(page).fill("4.6ohm");
  await expect(answer(page)).toContainText("4.6ohm is no answer to what is asked here: draw");
  await line(page).fill("");
  await say(page, "12m");
  await expect(page.locator('[data-step="transformer 25"]')).toHaveAttribute("data-state", "done");
  await page.goto(`/jobs/${number}/log`);
  await expect(page.getByText("draw 12mA").first(), "the line as it counts").toBeVisible();
});

test("what a supply is set to is entered, not taken", async ({ page, request, baseURL }) => {
  const number = await receiver(request, baseURL!, RESERVOIR, ["hum"], "switchMode");
  await page.goto(`/jobs/${number}/power-up`);
  const limit = page.getByLabel("Limit of the supply");
  await limit.fill("0,5");
  await limit.press("Enter");
  await expect(page.getByText(/Powered via:\s*current-limited, isolated bench supply, at most 500 mA/)).toBeVisible();
  await page.goto(`/jobs/${number}/log`);
  await expect(page.getByText("limited 0,5A").first()).toBeVisible();
});

test("the button passes the same interlocks as the line: a short gives way to nothing, its node reading clear does", async ({
  page,
  request,
  baseURL,
}) => {
  const number = await receiver(request, baseURL!, RESERVOIR);
  await page.goto(`/jobs/${number}/measure`);
  await say(page, "C1 in dead short");
  await page.getByRole("button", { name: "Power on", exact: true }).click();
  const dialog = page.getByRole("dialog", { name: "Do not power this unit" });
  await expect(dialog).toContainText("Do not power: C1 reads short.");
  await expect(dialog.getByRole("textbox"), "no reason is asked for").toHaveCount(0);
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Close", exact: true }).last().click();
  await expect(hazard(page), "asking is no attempt").not.toContainText("Power was asked for");
  await say(page, "power on because it has to run");
  await expect(answer(page)).toContainText("Recorded as an attempt");
  await say(page, "power off");
  await say(page, "C1 to ground 40k");
  await page.getByRole("button", { name: "Power on", exact: true }).click();
  await expect(hazard(page)).toContainText("Energised");
});

test("what was ticked at check-in holds the power until it is measured or renewed", async ({ page, request, baseURL }) => {
  const number = await receiver(request, baseURL!, RESERVOIR, ["hum", "earthPinRemoved", "wrongFuse"]);
  await page.goto(`/jobs/${number}/power-up`);
  await line(page).fill("power on");
  await expect(answer(page)).toContainText("the earth pin was removed, as ticked at check-in");
  await line(page).fill("");
  await say(page, "earth 0.1");
  await line(page).fill("power on");
  await expect(answer(page)).toContainText("the fuse is wrong, as ticked at check-in");
  await line(page).fill("");
  await say(page, "replaced F1 with T500mA");
  await say(page, "wire across F1");
  await line(page).fill("power on");
  await expect(answer(page)).toContainText("Something is fitted in place of F1");
});

test("out of its order a unit goes straight onto the mains with a written reason only", async ({ page, request, baseURL }) => {
  const number = await receiver(request, baseURL!, RESERVOIR);
  await page.goto(`/jobs/${number}/fit`);
  await say(page, "C1 fitted 4700u 50v");
  await page.getByRole("button", { name: "Power on", exact: true }).click();
  const dialog = page.getByRole("dialog", { name: "Power on out of order" });
  await expect(dialog).toContainText("The unit was repaired since it was last on");
  await dialog.getByRole("textbox").fill("only a coupling part was changed");
  await dialog.getByRole("button", { name: "Record and power on" }).click();
  await expect(hazard(page)).toContainText("Energised");
  await page.goto(`/jobs/${number}/log`);
  await expect(page.getByRole("row", { name: /switched on: only a coupling part was changed/ })).toBeVisible();
});

test("a unit and a stand-in never share a job", async ({ page, request, baseURL }) => {
  const number = await receiver(request, baseURL!, RESERVOIR);
  await page.goto(`/jobs/${number}/make-safe`);
  await say(page, "C1 0.3v");
  await line(page).fill("simulated");
  await line(page).press("Enter");
  await expect(answer(page)).toContainText("a simulated unit needs a job of its own");
});
